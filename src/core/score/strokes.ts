import { barsOnPass, type Player } from '../form/index';
import { gripNotes, type Fingering, type Grip } from '../grip/index';
import { MUTE_TICKS, type Direction, type Technique } from '../hits/index';
import { stepPitches, type Bend, type Grace, type LineNote } from '../line/index';
import type { Midi } from '../pitch/index';
import { strikesOf, strikesString, type Rig, type Song, type Strike } from '../song/index';
import { barTicks, countedBeatTicks, TICKS_PER_QUARTER, type Meter } from '../time/index';
import { playedBars, type PlayedBar } from './played-bars';

/** How a note comes about where the picking hand does not strike it. */
export type NoteReach = 'hammer' | 'pull' | 'slide-up' | 'slide-down' | 'tap';

/** One note of a stroke. Ticks count from the first bar line of the song. */
export interface PlayedNote {
  /** From 0, the lowest. */
  readonly string: number;
  /** From the capo; null for a dead note. */
  readonly fret: number | null;
  /** As it is named (a band that is tuned down sounds lower), without its bend; null for a dead note. */
  readonly midi: Midi | null;
  readonly kind: Strike['kind'];
  /** Where it is no longer heard. */
  readonly end: number;
  readonly reached: NoteReach | null;
  readonly from: 'below' | 'above' | null;
  readonly off: 'up' | 'down' | null;
  readonly grace: Grace | null;
  readonly bend: Bend | null;
  readonly trill: number | null;
  readonly vibrato: boolean;
  readonly harmonic: LineNote['harmonic'];
}

/** What a player does at one moment: everything that is struck or slurred at once. */
export interface PlayedStroke {
  readonly at: number;
  /** Where it ends as it is written: at the next stroke, or where it falls silent. */
  readonly until: number;
  readonly notes: readonly PlayedNote[];
  readonly technique: Technique;
  readonly weak: boolean;
  /** As written by hand, or null. */
  readonly direction: Direction | null;
  readonly guess: boolean;
  readonly fingers: Fingering | null;
  /** What the fretting hand holds; null in a line, where every note is for itself. */
  readonly grip: Grip | null;
}

/** Every stroke of a player through the song, in time order. Remembered with the song. */
export function playedStrokes(song: Song, player: Player): readonly PlayedStroke[] {
  let players = known.get(song);
  if (!players) known.set(song, (players = new Map()));
  let strokes = players.get(player);
  if (!strokes) players.set(player, (strokes = makeStrokes(song, player)));
  return strokes;
}

const known = new WeakMap<Song, Map<Player, readonly PlayedStroke[]>>();

interface Raw extends Omit<PlayedStroke, 'until' | 'notes'> {
  readonly notes: { -readonly [K in keyof PlayedNote]: PlayedNote[K] }[];
  /** The hand goes across all strings: what rang before ends. */
  readonly whole: boolean;
  /** Where its bar begins, and its metre. */
  readonly barStart: number;
  readonly meter: Meter;
}

function makeStrokes(song: Song, player: Player): readonly PlayedStroke[] {
  const raw = passesOf(song)
    .flatMap((pass) => rawOf(song, player, pass))
    .sort((a, b) => a.at - b.at);
  const joined = joinedAtOnce(raw);
  endWhatIsStruckAgain(joined);
  return joined.map((stroke, i): PlayedStroke => {
    const { at, notes, technique, weak, direction, guess, fingers, grip } = stroke;
    const until = untilOf(stroke, joined[i + 1]?.at ?? Infinity);
    return { at, until, notes, technique, weak, direction, guess, fingers, grip };
  });
}

/** The first bar of every pass, and where the pass ends. */
function passesOf(song: Song): readonly { first: PlayedBar; zero: number; end: number }[] {
  const bars = playedBars(song).filter((bar) => bar.source !== null);
  return bars.flatMap((first, i) => {
    if (first.bar !== 0) return [];
    const next = bars.findIndex((bar, n) => n > i && bar.bar === 0);
    const last = bars[next < 0 ? bars.length - 1 : next - 1]!;
    return [{ first, zero: first.start - first.skipped, end: last.start + last.ticks }];
  });
}

function rawOf(
  song: Song,
  player: Player,
  { first, zero, end }: { first: PlayedBar; zero: number; end: number },
): readonly Raw[] {
  const { playing, pass, skipped, meter } = first;
  const bars = barsOnPass(playing.section, pass);
  const rig = song.players[player];
  const length = barTicks(meter);
  let before: Strike | null = null;
  return strikesOf(bars, meter)[player].flatMap((strike, i, all): readonly Raw[] => {
    if (strike.at < skipped && strike.nominal < skipped) return [];
    const cell = bars[strike.cell.bar]!.cells[player][strike.cell.index]!.cell;
    const isLast = all[i + 1] === undefined || !isSameCell(all[i + 1]!, strike);
    const last = before;
    before = strike;
    const stop = Math.min(end, zero + strike.end);
    const notes = strike.step
      ? strike.step.notes.map((note) => lineNote(note, { strike, rig, end: stop, before: last }))
      : chordNotes(strike, {
          rig,
          end: stop,
          before: last,
          from: (cell.kind === 'grip' && !isSameCell(last, strike) && cell.from) || null,
          off: (cell.kind === 'grip' && isLast && cell.off) || null,
        });
    if (notes.length === 0) return [];
    return [
      {
        at: zero + strike.at,
        notes,
        technique: strike.technique,
        weak: strike.weak,
        direction: strike.direction,
        guess: cell.kind !== 'open' && (cell.guess || (strike.step?.guess ?? false)),
        fingers: strike.fingers ?? null,
        grip: strike.step ? null : strike.grip,
        whole: strike.strings === null && strike.slur === null,
        barStart: zero + Math.floor(strike.at / length) * length,
        meter,
      },
    ];
  });
}

function isSameCell(a: Strike | null, b: Strike): boolean {
  return a !== null && a.cell.bar === b.cell.bar && a.cell.index === b.cell.index;
}

type Made = Raw['notes'][number];

/** The strings of a grip that a stroke goes across; of a slur those that move, or all where nothing sounded. */
function chordNotes(
  strike: Strike,
  of: { rig: Rig; end: number; before: Strike | null } & Pick<PlayedNote, 'from' | 'off'>,
): Made[] {
  const { grip, kind, slur } = strike;
  const { rig, end, before, from, off } = of;
  const struck = gripNotes(grip, rig).filter(({ string }) => strikesString(strike, string));
  const moved =
    slur === null || before === null
      ? []
      : struck.filter(({ string }) => before.grip[string] !== grip[string]);
  const fretBefore = (string: number) => before?.grip[string] ?? null;
  return (moved.length > 0 ? moved : struck).map(({ string, midi }): Made => {
    const was = fretBefore(string);
    const isSlurred = slur !== null && was !== null && moved.length > 0;
    const fret = grip[string]!;
    // Written out: there are thousands of them.
    return {
      string,
      fret: kind === 'dead' ? null : fret,
      midi: kind === 'dead' ? null : midi,
      kind,
      end,
      reached: !isSlurred ? null : slur !== 'slide' ? slur : fret >= was ? 'slide-up' : 'slide-down',
      from,
      off,
      grace: null,
      bend: null,
      trill: null,
      vibrato: false,
      harmonic: null,
    };
  });
}

function lineNote(
  note: LineNote,
  { strike, rig, end, before }: { strike: Strike; rig: Rig; end: number; before: Strike | null },
): Made {
  const was = before?.grip[note.string] ?? null;
  const [midi] = stepPitches({ ...strike.step!, notes: [{ ...note, bend: null, trill: null }] }, rig);
  return {
    string: note.string,
    fret: note.fret,
    midi: midi ?? null,
    kind: note.fret === null ? 'dead' : strike.kind,
    end,
    reached:
      note.reached !== 'slide' ? note.reached : (note.fret ?? 0) >= (was ?? 0) ? 'slide-up' : 'slide-down',
    from: note.from ?? null,
    off: note.off ?? null,
    grace: note.grace ?? null,
    bend: note.bend,
    trill: note.trill,
    vibrato: note.vibrato,
    harmonic: note.harmonic,
  };
}

/** Strokes at one moment (some strings so, others so) are one thing the hand does. */
function joinedAtOnce(raw: readonly Raw[]): Raw[] {
  const joined: Raw[] = [];
  for (const stroke of raw) {
    const last = joined.at(-1);
    if (last && Math.abs(last.at - stroke.at) < 0.01) {
      const own = new Set(stroke.notes.map((n) => n.string));
      const notes = [...last.notes.filter((n) => !own.has(n.string)), ...stroke.notes];
      joined[joined.length - 1] = {
        ...stroke,
        notes: notes.sort((a, b) => a.string - b.string),
        weak: last.weak && stroke.weak,
        technique: last.technique === 'pick' ? stroke.technique : last.technique,
        whole: last.whole || stroke.whole,
      };
    } else joined.push({ ...stroke, notes: [...stroke.notes] });
  }
  return joined;
}

/** A string is heard until it is struck again, or the hand goes across all of them. */
function endWhatIsStruckAgain(strokes: readonly Raw[]): void {
  const sounding = new Map<number, Made>();
  for (const stroke of strokes) {
    const ended = stroke.whole
      ? [...sounding.values()]
      : stroke.notes.flatMap((n) => sounding.get(n.string) ?? []);
    for (const note of ended) note.end = Math.min(note.end, stroke.at);
    if (stroke.whole) sounding.clear();
    for (const note of stroke.notes) sounding.set(note.string, note);
  }
}

/**
 * Where a stroke ends as it is written. What is muted or dead is over at once; it is written to the next stroke or the
 * end of its beat (of its eighth, if dead), unless the hand stops before: common practice.
 */
function untilOf(stroke: Raw, next: number): number {
  const { barStart, meter } = stroke;
  const sounds = stroke.notes.filter((n) => n.kind === 'ring');
  if (sounds.length > 0) return Math.min(next, Math.max(...sounds.map((n) => n.end)));
  const muted = stroke.notes.filter((n) => n.kind === 'mute');
  const end = Math.max(stroke.at, ...muted.map((n) => n.end));
  if (muted.length > 0 && end - stroke.at < MUTE_TICKS) return Math.min(next, end);
  const place = muted.length > 0 ? beatOf(meter) : TICKS_PER_QUARTER / 2;
  const at = stroke.at - barStart;
  const edge = barStart + (Math.floor(at / place + 0.001) + 1) * place;
  return Math.min(next, edge, barStart + barTicks(meter));
}

function beatOf(meter: Meter): number {
  return Math.min(TICKS_PER_QUARTER * 1.5, Math.max(TICKS_PER_QUARTER, countedBeatTicks(meter)));
}
