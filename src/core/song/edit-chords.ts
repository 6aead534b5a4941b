import {
  isStep,
  openCells,
  PLAYERS,
  type Bar,
  type PlacedCell,
  type PlacedChord,
  type Player,
} from '../form/index';
import type { Instrument } from '../instrument/index';
import { belongs, parseChord } from '../pitch/index';
import type { OnPass } from './address';
import { cellPitches } from './cell-pitches';
import type { Song } from './song';
import { barAt, mapBar } from './where-written';

/** The chords of a bar (from 0) in place of those that stood there; none: the chord before goes on. */
export interface ChordsChange extends OnPass {
  readonly bar: number;
  readonly chords: readonly PlacedChord[];
}

/** The chord that begins `at` ticks after the bar line of a bar (from 0). */
export interface ChordGuess extends OnPass {
  readonly bar: number;
  readonly at: number;
  readonly guess: boolean;
}

/**
 * Other chords in a bar. Lines, rests and what is locked stay, and so do grips that sound nothing but notes of the new
 * chords; other grips under a chord that changed are open again: they were for the old one.
 */
export function setChords(song: Song, change: ChordsChange): Song {
  const { bar, chords } = change;
  const was = barAt(song, change)?.chords ?? [];
  const before = chordInto(song, change);
  const put = (cells: Bar['cells']): Bar['cells'] => {
    const of = (player: Player) =>
      cellsUnder(cells[player], { was, now: chords, before, instrument: song.players[player] });
    return { guitar1: of('guitar1'), guitar2: of('guitar2'), bass: of('bass') };
  };
  return mapBar(song, change, {
    has: (patch) => patch.chords !== undefined && PLAYERS.every((p) => patch.cells?.[p] !== undefined),
    patch: (p) => ({ ...p, chords, cells: put(p.cells as Bar['cells']) }),
    bar: (b) => ({ ...b, chords, cells: put(b.cells) }),
    seed: ({ cells, lines, hits }) => ({ cells, ...(lines ? { lines, hits } : {}) }),
    what: `bar ${bar + 1}`,
  });
}

/** Whether the chord that begins at a tick of a bar is a guess; nothing changes where none does. */
export function setChordGuess(song: Song, change: ChordGuess): Song {
  const put = (chords: Bar['chords']) =>
    chords.map((c) => {
      if (c.at !== change.at) return c;
      const { guess: _was, ...sure } = c;
      return change.guess ? { ...sure, guess: true as const } : sure;
    });
  return mapBar(song, change, {
    has: (patch) => patch.chords !== undefined,
    patch: (p) => ({ ...p, chords: put(p.chords!) }),
    bar: (b) => ({ ...b, chords: put(b.chords) }),
    seed: (b) => ({ chords: b.chords }),
    what: `bar ${change.bar + 1}`,
  });
}

/** The symbol that goes on into a bar (from 0), or null where nothing was before. */
export function chordInto(song: Song, at: OnPass & { readonly bar: number }): string | null {
  for (let bar = at.bar - 1; bar >= 0; bar -= 1) {
    const last = barAt(song, { ...at, bar })?.chords.at(-1);
    if (last) return last.chord;
  }
  return null;
}

interface Under {
  readonly was: readonly PlacedChord[];
  readonly now: readonly PlacedChord[];
  readonly before: string | null;
  readonly instrument: Instrument;
}

function cellsUnder(cells: readonly PlacedCell[], under: Under): readonly PlacedCell[] {
  const { was, now } = under;
  const open = openCells(was);
  const isUntouched =
    cells.length === open.length &&
    cells.every((c, i) => c.cell.kind === 'open' && c.at === open[i]!.at && c.push === open[i]!.push);
  if (isUntouched) return openCells(now);
  return cells.map((placed, i) => {
    const { cell, at } = placed;
    if (cell.kind !== 'grip' || isStep(placed) || cell.locked) return placed;
    const until = cells[i + 1]?.at ?? Infinity;
    const [old, next] = [symbolsIn(was, at, until, under.before), symbolsIn(now, at, until, under.before)];
    if (old.join(' ') === next.join(' ')) return placed;
    const pitches = cellPitches(cell, under.instrument);
    const isFitting = next.every((symbol) => {
      const chord = parseChord(symbol);
      return !chord.ok || pitches.every((pitch) => belongs(chord.value, pitch));
    });
    return isFitting ? placed : { ...placed, cell: { kind: 'open' } };
  });
}

/** The symbols over a stretch of a bar, in order. */
function symbolsIn(
  chords: readonly PlacedChord[],
  from: number,
  until: number,
  before: string | null,
): readonly string[] {
  const first = chords.findLast((c) => c.at <= from)?.chord ?? before;
  const later = chords.filter((c) => c.at > from && c.at < until).map((c) => c.chord);
  return [...(first === null ? [] : [first]), ...later];
}
