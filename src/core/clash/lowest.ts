import { PLAYER_WORDS } from '../form/index';
import { belongs, pitchClass, pretty, spell } from '../pitch/index';
import { levelOf } from './level';
import { chordSpans, groundOf, type ChordSpan, type Ground } from './spans';
import { momentAt, type Stage, type Timed } from './stage';
import { RIFF_TICKS, WRONG_BASS, WRONG_BASS_BRIEF, WRONG_BASS_FOREIGN } from './thresholds';
import { nameIn } from './words';

interface Placed {
  readonly span: ChordSpan;
  readonly ground: Ground;
}

/**
 * Where a chord begins and for a beat or more, the lowest note the band holds is not what the symbol says. Passing
 * notes, walks, riffs and a player alone are left in peace; one tone under several chords is a pedal, named once.
 */
export function lowestNotes(stage: Stage): readonly Timed[] {
  const placed = chordSpans(stage).map((span): Placed | null => {
    const ground = span.chord === null || !span.complete ? null : groundOf(stage, span);
    return ground === null ? null : { span, ground };
  });
  const pedals = pedalsIn(placed);
  return placed.flatMap((one, i): readonly Timed[] => {
    if (one === null) return [];
    const pedal = pedals.find((p) => p.from <= i && i <= p.to);
    if (pedal) return pedal.from === i ? [pedalNote(stage, one)] : [];
    const first = isWalk(placed, i) ? [] : wrongLowest(stage, one);
    return first.length > 0 ? first : wrongLater(stage, one.span);
  });
}

/** In a later bar under the same chord only a foreign note that stays is wrong: a fifth or a third is a bass part. */
function wrongLater(stage: Stage, span: ChordSpan): readonly Timed[] {
  const found: Timed[] = [];
  const first = (Math.floor(span.from / stage.barTicks) + 1) * stage.barTicks;
  for (let from = first; from < span.to; from += stage.barTicks) {
    const rest = { ...span, from };
    const ground = groundOf(stage, rest);
    if (ground === null || belongs(span.chord!, ground.pitch) || ground.ticks < RIFF_TICKS) continue;
    found.push(...wrongLowest(stage, { span: rest, ground }));
  }
  return found;
}

function wrongLowest(stage: Stage, { span, ground }: Placed): readonly Timed[] {
  const chord = span.chord!;
  const { player, pitch } = ground;
  if (pitchClass(pitch) === chord.bassPc || !givesBass(ground)) return [];
  const beat = stage.beatTicks;
  // A walk steps on every beat; a riff that everybody plays goes on at once.
  if (ground.ticks < beat || (ground.isLine && ground.ticks <= beat)) return [];
  if (ground.tones.size <= 2 && ground.players > 1 && ground.ticks < RIFF_TICKS) return [];
  const inChord = belongs(chord, pitch);
  // Guitars that hold another chord on that note are told so themselves.
  if (!inChord && sharedByGuitars(stage, span, ground)) return [];
  const wanted = pretty(chord.bass ?? chord.root);
  const scene = { chord, key: stage.key };
  const text = `${PLAYER_WORDS[player]} has ${nameIn(scene, pitch)} lowest; ${pretty(chord.text)} wants ${wanted} there${inChord ? '' : ', and the note is not in the chord'}.`;
  const score = inChord ? WRONG_BASS : ground.ticks >= RIFF_TICKS ? WRONG_BASS_FOREIGN : WRONG_BASS_BRIEF;
  return [
    {
      kind: 'wrong-bass',
      level: levelOf(score),
      players: [player],
      pitches: [pitch],
      text,
      score,
      at: span.from,
      ticks: Math.max(1, ground.ticks),
    },
  ];
}

/** One of three or more lowest notes of a player that go by steps in one direction: a walk, whatever the symbols say. */
function isWalk(placed: readonly (Placed | null)[], i: number): boolean {
  const step = (from: number) => {
    const [a, b] = [placed[from], placed[from + 1]];
    if (!a || !b || a.ground.player !== b.ground.player) return 0;
    const up = b.ground.pitch - a.ground.pitch;
    return Math.abs(up) <= 2 ? Math.sign(up) : 0;
  };
  const [into, out] = [step(i - 1), step(i)];
  if (into !== 0 && into === out) return true;
  return (out !== 0 && step(i + 1) === out) || (into !== 0 && step(i - 2) === into);
}

/** Someone gives the bass: the bassist, or a guitar low enough that is not alone with a line. */
function givesBass({ player, pitch, players, isLine, tones }: Ground): boolean {
  if (players === 1 && (isLine || tones.size < 2)) return false;
  return player === 'bass' || pitch < LOWEST_OF_HIGH;
}

/** E3: above it a guitar leaves the bottom open. */
const LOWEST_OF_HIGH = 52;

function sharedByGuitars(stage: Stage, span: ChordSpan, { player, pitch }: Ground): boolean {
  const moment = momentAt(stage, span.from);
  const tone = pitchClass(pitch);
  return (['guitar1', 'guitar2'] as const).some((guitar) => {
    if (guitar === player || moment.cells[guitar].kind !== 'grip') return false;
    const here = stage.sounds[guitar].find(
      (s) => s.at < span.to && s.end > span.from && s.pitches.length > 1,
    );
    return here !== undefined && pitchClass(here.pitches[0]!) === tone;
  });
}

/** Runs of stretches over one lowest tone of one player that is not each time what the symbol says. */
function pedalsIn(placed: readonly (Placed | null)[]): readonly { from: number; to: number }[] {
  const found: { from: number; to: number }[] = [];
  for (let from = 0; from < placed.length; from += 1) {
    const first = placed[from];
    if (!first) continue;
    let to = from;
    while (isSame(placed[to + 1], first)) to += 1;
    const run = placed.slice(from, to + 1) as readonly Placed[];
    if (run.length >= 2 && isPedal(run)) found.push({ from, to });
    from = to;
  }
  return found;
}

function isSame(other: Placed | null | undefined, one: Placed): boolean {
  return (
    other !== null &&
    other !== undefined &&
    other.ground.player === one.ground.player &&
    pitchClass(other.ground.pitch) === pitchClass(one.ground.pitch)
  );
}

function isPedal(run: readonly Placed[]): boolean {
  const isMeant = ({ span, ground }: Placed) => pitchClass(ground.pitch) === span.chord!.bassPc;
  if (run.every(isMeant)) return false;
  // A pedal goes through; one that arrives nowhere is a bass that stayed behind.
  return run.length >= 3 || run.every(({ span, ground }) => belongs(span.chord!, ground.pitch));
}

function pedalNote(stage: Stage, { span, ground }: Placed): Timed {
  const { player, pitch } = ground;
  return {
    kind: 'pedal',
    level: 'note',
    players: [player],
    pitches: [pitch],
    text: `${PLAYER_WORDS[player]} stays on ${pretty(spell(pitch, stage.key))} under several chords: a pedal.`,
    score: 0,
    at: span.from,
    ticks: span.to - span.from,
  };
}
