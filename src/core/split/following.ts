import {
  barsOnPass,
  isStep,
  regripped,
  type Bar,
  type PlacedCell,
  type Player,
  type Section,
} from '../form/index';
import { gripPitches, handFret, refret, type Grip } from '../grip/index';
import { harmonyLine, movedLine, stepPitches, type Harmony, type Line } from '../line/index';
import { belongs, parseChord, type Key } from '../pitch/index';
import { rigIn, sectionKey, type OnPass, type PartChange, type Rig, type Song } from '../song/index';
import { TICKS_PER_QUARTER } from '../time/index';
import type { Plan } from './plan';
import { planOf } from './plan-of';

/** What a plan does with a part that is there: bars of others made from it, and what could not be. */
export interface Followed {
  readonly parts: readonly PartChange[];
  readonly notes: readonly string[];
}

/**
 * Open bars that follow what a partner has written, as their plan wants it: in a wall and in lock the other guitar takes
 * grips and riffs over (the same frets where the strings are the same, else the same notes, else an octave away), and the
 * bass doubles a riff an octave down; in a harmony pair the other guitar plays a second voice to a line. Whatever is
 * written stays. `section` as it is played on the pass.
 */
export function followedIn(
  song: Song,
  section: Section,
  { withHits, ...at }: OnPass & { readonly withHits: boolean },
): Followed {
  const plan = planOf(song, section.name);
  const bars = barsOnPass(section, at.pass);
  const parts: PartChange[] = [];
  const notes: string[] = [];
  const key = sectionKey(song, section);
  for (const follower of followersIn(plan)) {
    const open = bars.flatMap((bar, b) => {
      const leader = isOpenBar(bar, follower) ? leaderOf(bar, follower) : null;
      if (leader === null) return [];
      const rigs = {
        from: rigIn(song, leader, { section, bar }),
        to: rigIn(song, follower, { section, bar }),
      };
      return [{ bar, b, leader, of: { plan, follower, key, withHits, ...rigs } }];
    });
    const voice = plan.name === 'harmony' ? voiceFor(open) : null;
    for (const { bar, b, leader, of } of open) {
      const made = madeFrom(bar, leader, { ...of, voice });
      if (made === null) continue;
      if (typeof made === 'string') notes.push(`${section.name}, bar ${b + 1}: ${made}`);
      else parts.push({ ...at, player: follower, bar: b, ...made });
    }
  }
  if (plan.name === 'one-guitar') notes.push(...leftOut(bars, section.name));
  return { parts, notes };
}

/** What one guitar cannot play because it has a part of its own there, bar by bar. */
function leftOut(bars: readonly Bar[], section: string): readonly string[] {
  const both = bars.flatMap((bar, b) => (isKept(bar, 'guitar1') && isKept(bar, 'guitar2') ? [b + 1] : []));
  if (both.length === 0) return [];
  const where = both.length === 1 ? `bar ${both[0]}` : `bars ${both.join(', ')}`;
  return [`${section}, ${where}: what Guitar 2 has there is left out, Guitar 1 has a part of its own.`];
}

type Part = Pick<PartChange, 'cells' | 'hits' | 'line'>;

/** Who follows under a plan: the other guitar, and under a riff the bass; one guitar takes over what the other had. */
function followersIn({ name }: Plan): readonly Player[] {
  if (name === 'wall' || name === 'lock') return ['guitar1', 'guitar2', 'bass'];
  if (name === 'one-guitar') return ['guitar1'];
  return name === 'harmony' ? ['guitar1', 'guitar2'] : [];
}

/** Nothing of the player's is written in the bar. */
function isOpenBar(bar: Bar, player: Player): boolean {
  const cells = bar.cells[player];
  return cells.every(({ cell }) => cell.kind === 'open') && !bar.lines?.[player] && cells.length > 0;
}

/** What a player has written there that nobody may erase. */
function isKept(bar: Bar, player: Player): boolean {
  return bar.lines?.[player] !== undefined || bar.cells[player].some(({ cell }) => cell.kind === 'grip');
}

/** The guitar whose written part is followed: the other one, for the bass the one with a riff. */
function leaderOf(bar: Bar, follower: Player): Player | null {
  const guitars: readonly Player[] = ['guitar1', 'guitar2'];
  const isWritten = (player: Player) =>
    bar.cells[player].length > 0 &&
    bar.cells[player].every((placed) => placed.cell.kind === 'grip' || isStep(placed));
  if (follower === 'bass') return guitars.find((g) => isAllLine(bar, g)) ?? null;
  return guitars.find((g) => g !== follower && isWritten(g)) ?? null;
}

function isAllLine(bar: Bar, player: Player): boolean {
  return bar.lines?.[player] !== undefined && bar.cells[player].every(isStep);
}

interface From {
  readonly plan: Plan;
  readonly follower: Player;
  readonly key: Key;
  readonly from: Rig;
  readonly to: Rig;
  /** Takes the leader's hits over where there are none. */
  readonly withHits: boolean;
  /** The second voice of a harmony pair; null in other plans, or where none fits. */
  readonly voice: Voice | null;
}

/** The follower's bar; null where there is nothing to follow, words where it cannot be done. */
function madeFrom(bar: Bar, leader: Player, of: From): Part | string | null {
  const line = bar.lines?.[leader];
  if (line && isAllLine(bar, leader)) {
    // Hits of one's own over an open bar say that it is no line.
    if (bar.hits[of.follower] !== null) return null;
    const made = of.plan.name === 'harmony' ? secondVoice(line, of) : doubled(line, of);
    if (made !== null) return { cells: [], hits: null, line: made };
    return 'the line could not be followed on this neck: it is left to the splitter.';
  }
  if (of.plan.name === 'harmony' || of.follower === 'bass') return null;
  const hits = bar.hits[of.follower] ?? (of.withHits ? bar.hits[leader] : null);
  return takenOver(bar.cells[leader], hits, of);
}

function haveSameStrings(a: Rig, b: Rig): boolean {
  return a.kind === b.kind && a.capo === b.capo && a.tuning.join() === b.tuning.join();
}

/** The leader's grips on the follower's strings; null where one of them cannot be held there. */
function takenOver(cells: readonly PlacedCell[], hits: string | null, { from, to }: From): Part | null {
  const own: PlacedCell[] = [];
  let near: Grip | null = null;
  for (const placed of cells) {
    if (placed.cell.kind !== 'grip') return null;
    const grip: Grip | null = haveSameStrings(from, to)
      ? placed.cell.grip
      : sameNotes(placed.cell.grip, { from, to, near });
    if (grip === null) return null;
    near = grip;
    own.push({ ...placed, cell: regripped({ ...placed.cell, locked: false }, grip) });
  }
  return { cells: own, hits, line: null };
}

function sameNotes(grip: Grip, of: { from: Rig; to: Rig; near: Grip | null }): Grip | null {
  const pitches = gripPitches(grip, of.from);
  const near = of.near === null ? null : handFret(of.near);
  return refret(pitches, { instrument: of.to, hand: of.to.hand, near });
}

/** The same riff; on the bass an octave down; where it does not fit an octave away. */
function doubled(line: Line, { from, to, follower, key }: From): Line | null {
  if (haveSameStrings(from, to)) return line;
  const octaves = follower === 'bass' ? [-12, 0] : [0, 12, -12];
  for (const semitones of octaves) {
    const made = movedLine(line, { from, to, hand: to.hand, key, semitones });
    if (made.ok) return made.value;
  }
  return null;
}

interface Voice {
  readonly harmony: Harmony;
  readonly side: 'above' | 'below';
}

const VOICES: readonly Voice[] = [
  { harmony: 'third', side: 'above' },
  { harmony: 'third', side: 'below' },
  { harmony: 'sixth', side: 'below' },
  { harmony: 'fourth', side: 'below' },
  { harmony: 'fourth', side: 'above' },
  { harmony: 'octave', side: 'above' },
  { harmony: 'octave', side: 'below' },
];

/**
 * One voice for all bars of a section, in the key: the one whose long notes suit the chords best and that stays on the
 * neck, of equals a third above before anything else (common practice).
 */
function voiceFor(bars: readonly { bar: Bar; leader: Player; of: Omit<From, 'voice'> }[]): Voice | null {
  let best: { readonly voice: Voice; readonly cost: number } | null = null;
  for (const [i, voice] of VOICES.entries()) {
    let cost = i;
    for (const { bar, leader, of } of bars) {
      const line = bar.lines?.[leader];
      if (!line || !isAllLine(bar, leader)) continue;
      const made = secondVoice(line, { ...of, voice });
      cost += made === null ? OFF_THE_NECK : (2 * strangersIn(bar, made, of.to)) / bars.length;
    }
    if (best === null || cost < best.cost) best = { voice, cost };
  }
  return best?.voice ?? null;
}

/** A bar that a voice cannot play. */
const OFF_THE_NECK = 100;

function secondVoice(line: Line, { from, to, key, voice }: From): Line | null {
  const made = voice && harmonyLine(line, { from, to, hand: to.hand, key, ...voice });
  return made?.ok ? made.value : null;
}

/** Beats over which a line holds notes that the chord under them does not have. */
function strangersIn(bar: Bar, line: Line, rig: Rig): number {
  let beats = 0;
  line.forEach((step, i) => {
    const until = line[i + 1]?.at ?? step.at + TICKS_PER_QUARTER;
    const text = [...bar.chords].reverse().find((c) => c.at <= step.at)?.chord;
    const chord = text === undefined ? null : parseChord(text);
    if (!chord?.ok) return;
    const isForeign = stepPitches(step, rig).some((p) => !belongs(chord.value, p));
    if (isForeign) beats += (until - step.at) / TICKS_PER_QUARTER;
  });
  return beats;
}
