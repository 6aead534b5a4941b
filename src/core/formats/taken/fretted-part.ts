import { openStrings, usableFrets } from '../../instrument/index';
import { fretNotes, overtone } from '../../line/index';
import type { Rig } from '../../song/index';
import { ticksToSeconds } from '../../time/index';
import type { FrettedNote, PartStroke } from './bar-parts';
import type { TakenBar, TakenNote, TakenPart } from './taken';

/**
 * The notes of a part as strokes on strings: what is struck at once together, on places that can be written, strings and frets
 * found where nothing says them. What no hand or instrument can play is left out and said.
 */
export function frettedPart(
  part: TakenPart,
  of: { rig: Rig; bars: readonly TakenBar[]; grid: (time: number) => number },
): { readonly strokes: readonly PartStroke[]; readonly lost: readonly string[] } {
  const { rig, bars, grid } = of;
  const groups = new Map<number, TakenNote[]>();
  for (const note of part.notes) {
    const at = grid(note.at);
    const until = endOn(note.end, grid);
    // What is over at once is heard until something else is, or for a while.
    const end = until > at ? until : at + WRITTEN;
    groups.set(at, [...(groups.get(at) ?? []), { ...note, at, end }]);
  }
  const lost = new Set<string>();
  const bases = openStrings(rig).map((pitch) => pitch + rig.capo);
  const times = [...groups.keys()].sort((a, b) => a - b);
  let chords = times.map((at) => playable(groups.get(at)!, rig, lost));
  const open = chords.map((notes) => notes.some((n) => n.string === null));
  let solved = solve(chords, open, { times, rig, bars });
  const isTooWide = (i: number) => open[i] && chords[i]!.length > 1 && !solved.has(i);
  if (chords.some((_, i) => isTooWide(i))) {
    lost.add('the middle of chords that no hand holds');
    chords = chords.map((notes, i) => (isTooWide(i) ? outer(notes) : notes));
    solved = solve(chords, open, { times, rig, bars });
  }
  const strokes = times.flatMap((at, i): readonly PartStroke[] => {
    const notes = chords[i]!;
    const found = open[i] ? solved.get(i) : undefined;
    if (open[i] && !found) {
      if (notes.length > 0) lost.add('two notes at once that no hand holds');
      return [];
    }
    const placed = notes.map((note, n): FrettedNote =>
      found ? { ...note, string: found[n]!.string, fret: found[n]!.fret } : withFret(note, bases),
    );
    if (placed.length === 0) return [];
    const sorted = [...placed].sort((a, b) => a.string - b.string);
    return [{ at, until: Math.max(...sorted.map((n) => n.end)), notes: sorted }];
  });
  return { strokes: endedAtNext(strokes), lost: [...lost] };
}

/** A note on its string, at the fret its pitch lies at where none is said. */
function withFret(note: TakenNote, bases: readonly number[]): FrettedNote {
  const string = note.string!;
  if (note.fret !== null || note.kind === 'dead' || note.midi === null) return { ...note, string };
  return { ...note, string, fret: note.midi - bases[string]! };
}

/** The lowest and the highest of some notes. */
function outer(notes: readonly TakenNote[]): readonly TakenNote[] {
  const sorted = [...notes].sort((a, b) => (a.midi ?? 0) - (b.midi ?? 0));
  return [sorted[0]!, sorted.at(-1)!];
}

/** Ends this near to a place belong to it, in ticks; what was played by hand ends where it can be written. */
const NEAR = 70;
const WRITTEN = 240;

/** Where a note ends: as it is where that can be written, else at the nearest place. */
function endOn(end: number, grid: (time: number) => number): number {
  const exact = Math.round(end);
  if (exact % 60 === 0 || exact % 80 === 0) return exact;
  const places = [grid(end), ...[WRITTEN, 160].map((step) => Math.round(end / step) * step)];
  const near = places
    .filter((tick) => tick % 80 === 0 || tick % 60 === 0)
    .sort((a, b) => Math.abs(a - end) - Math.abs(b - end))[0];
  return near !== undefined && Math.abs(near - end) < NEAR ? near : Math.round(end / WRITTEN) * WRITTEN;
}

/** The notes that this instrument has, on as many strings as there are. */
function playable(notes: readonly TakenNote[], rig: Rig, lost: Set<string>): readonly TakenNote[] {
  const open = openStrings(rig).map((pitch) => pitch + rig.capo);
  const highest = Math.max(...open) + usableFrets(rig);
  const fits = notes.filter((note) => {
    if (note.string !== null) return isThere(note, rig, open);
    if (note.midi === null) return false;
    return note.midi >= open[0]! && note.midi <= highest;
  });
  if (fits.length < notes.length)
    lost.add('notes this instrument does not have (too low, too high, or no such fret)');
  // Twice the same string, or the same pitch twice without strings, is one note.
  const once = fits.filter(
    (note, i) =>
      fits.findIndex((other) =>
        note.string !== null
          ? other.string === note.string
          : other.string === null && other.midi === note.midi,
      ) === i,
  );
  if (once.length <= open.length) return once;
  lost.add(`more than ${open.length} notes at once (the middle ones)`);
  const sorted = [...once].sort((a, b) => (a.midi ?? 0) - (b.midi ?? 0));
  return [...sorted.slice(0, 2), ...sorted.slice(-(open.length - 2))];
}

/** Whether a note lies where it is said to: its fret on the neck, and its pitch there. */
function isThere(note: TakenNote, rig: Rig, open: readonly number[]): boolean {
  const base = open[note.string!];
  if (base === undefined) return false;
  if (note.kind === 'dead') return true;
  const fret = note.fret ?? (note.midi === null ? null : note.midi - base);
  if (fret === null || fret < 0 || fret > usableFrets(rig)) return false;
  return note.harmonic !== null || note.midi === null || base + fret === note.midi || overtone(fret) !== null;
}

function solve(
  chords: readonly (readonly TakenNote[])[],
  open: readonly boolean[],
  { times, rig, bars }: { times: readonly number[]; rig: Rig; bars: readonly TakenBar[] },
): ReadonlyMap<number, NonNullable<ReturnType<typeof fretNotes>[number]>> {
  const places = chords.flatMap((notes, i) => (open[i] && notes.length > 0 ? [i] : []));
  const found = fretNotes(
    places.map((i) => ({ seconds: secondsAt(bars, times[i]!), pitches: chords[i]!.map((n) => n.midi ?? 0) })),
    { instrument: rig, hand: rig.hand },
  );
  return new Map(places.flatMap((i, n) => (found[n] ? [[i, found[n]] as const] : [])));
}

function secondsAt(bars: readonly TakenBar[], tick: number): number {
  let seconds = 0;
  for (const bar of bars) {
    if (tick <= bar.start + bar.ticks) return seconds + ticksToSeconds(tick - bar.start, bar.tempo);
    seconds += ticksToSeconds(bar.ticks, bar.tempo);
  }
  return seconds;
}

/** What sounds on is cut where its string is struck again. */
function endedAtNext(strokes: readonly PartStroke[]): readonly PartStroke[] {
  const next = new Map<number, number>();
  return strokes
    .toReversed()
    .map((stroke): PartStroke => {
      const notes = stroke.notes.map((n) => ({ ...n, end: Math.min(n.end, next.get(n.string) ?? Infinity) }));
      for (const n of stroke.notes) next.set(n.string, stroke.at);
      return { ...stroke, notes, until: Math.max(...notes.map((n) => n.end)) };
    })
    .toReversed();
}
