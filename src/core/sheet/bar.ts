import { formatCell, ownCells, type Bar, type Player } from '../form/index';
import { formatGrip, type Fingering, type Grip } from '../grip/index';
import { isGuess } from '../hits/index';
import { pretty, type Key } from '../pitch/index';
import { barTicks, type Meter } from '../time/index';
import type { Measure, PlayedBar, ScoreNote } from '../score/index';

/** When a bar is played the first time. */
export interface BarPlace extends Pick<PlayedBar, 'pass' | 'bar' | 'start' | 'ticks' | 'skipped' | 'meter'> {
  /** Place in the list of playings. */
  readonly playing: number;
}

/** A bar for one player. Places count in ticks from the bar line. */
export interface SheetBar {
  /** Bar number within the section, from 1. */
  readonly number: number;
  readonly ticks: number;
  readonly chords: readonly { readonly at: number; readonly text: string; readonly early: string }[];
  readonly cells: readonly SheetCell[];
  /** What is told here, to everybody and to this player. */
  readonly told: readonly string[];
  /** The hits are a guess. */
  readonly unsure: boolean;
  /** Other ways to play it, kept beside it, in words. */
  readonly or: readonly string[];
  /** "lead, gain 6": where the sound is another one than in the bar before; null where it goes on. */
  readonly sound: string | null;
  /** The bar as it is played the first time; place in the list of played bars, and all the times it stands for. */
  readonly at: BarPlace;
  readonly place: number;
  readonly played: readonly number[];
  /** What is struck, written as notes and rests, with its groups. */
  readonly notes: readonly ScoreNote[];
  readonly groups: Measure['groups'];
  readonly key: Key;
  /** Everything that is played in it and said of it: bars that say the same are written once. */
  readonly same: string;
  /** Words where another time begins: "2nd time, bar 4"; null elsewhere. */
  readonly opens: string | null;
  readonly repeatOpens: boolean;
  /** How often what is repeated is played in all; 0: nothing is. */
  readonly repeatCloses: number;
  readonly ending: { readonly label: string; readonly opens: boolean; readonly closes: boolean } | null;
}

/** What of a bar is drawn as notes. */
export type DrawnBar = Omit<SheetBar, 'cells' | 'same'>;

/** A grip, rest or open cell of a bar on a sheet; `at` in ticks from the bar line. */
export interface SheetCell {
  readonly at: number;
  /** Null for a rest or an open cell. */
  readonly grip: Grip | null;
  /** `rest`, `open` for the solver, or the grip as text. */
  readonly text: string;
  /** "" or "an eighth early", "a sixteenth early". */
  readonly early: string;
  readonly guess: boolean;
  /** The player's own fingering; null: the natural one. */
  readonly fingers: Fingering | null;
}

/** One bar for a player. */
export function barOf(
  bar: Bar,
  of: {
    player: Player;
    number: number;
    meter: Meter;
    sound: string | null;
    notes: NotesOfBar;
  },
): SheetBar {
  const { player, number, meter, sound, notes } = of;
  const hits = bar.hits[player];
  const words = {
    number,
    ticks: barTicks(meter),
    chords: bar.chords.map((c) => ({
      at: c.at,
      text: pretty(c.chord) + (c.guess ? '?' : ''),
      early: earlyWords(c.push),
    })),
    cells: ownCells(bar.cells[player]).map(({ at, push, cell }) => ({
      at,
      grip: cell.kind === 'grip' ? cell.grip : null,
      text: cell.kind === 'grip' ? formatGrip(cell.grip) : cell.kind,
      early: earlyWords(push),
      guess: cell.kind !== 'open' && cell.guess,
      fingers: (cell.kind === 'grip' && cell.fingers) || null,
    })),
    unsure: hits !== null && isGuess(hits),
    told: [bar.remarks?.band, bar.remarks?.[player]].flatMap((text) => (text === undefined ? [] : [text])),
    or: orWords(bar, player),
    sound,
  };
  return withNotes(words, notes);
}

/** What is kept beside a bar or its grips, as chart text. */
function orWords(bar: Bar, player: Player): readonly string[] {
  const cells = ownCells(bar.cells[player]).flatMap(({ cell }) =>
    cell.kind === 'open' ? [] : (cell.or ?? []).map(formatCell),
  );
  const parts = (bar.beside?.[player] ?? []).map((part) =>
    [
      ...ownCells(part.cells).map((c) => formatCell(c.cell)),
      ...(part.line === null ? [] : ['a line']),
      ...(part.hits === null ? [] : [part.hits]),
    ].join(' '),
  );
  return [...cells, ...parts];
}

function earlyWords(push: 0 | 240 | 480): string {
  if (push === 0) return '';
  return push === 480 ? 'an eighth early' : 'a sixteenth early';
}

/** What is struck in a bar, and where it stands. */
export interface NotesOfBar {
  readonly measure: Measure;
  readonly place: number;
  readonly key: Key;
}

/** The bar for what comes early into the first one: nothing is written in it. */
export function wordsBefore(notes: NotesOfBar): SheetBar {
  const { meter } = notes.measure.bar;
  const words = {
    number: 0,
    ticks: barTicks(meter),
    chords: [],
    cells: [],
    unsure: false,
  };
  return withNotes({ ...words, told: [], or: [], sound: null }, notes);
}

type Words = Pick<SheetBar, 'number' | 'ticks' | 'chords' | 'cells' | 'unsure' | 'told' | 'or' | 'sound'>;

function withNotes(words: Words, { measure, place, key }: NotesOfBar): SheetBar {
  const { bar: from, notes, groups } = measure;
  const { pass, bar, start, ticks, skipped, meter, playing } = from;
  const at: BarPlace = { playing: playing.index, pass, bar, start, ticks, skipped, meter };
  const { number, chords, told, or, sound, unsure } = words;
  const said = { number, skipped, chords, told, or, sound, unsure, key: key.text };
  return {
    ...{ ...words, at, place, played: [place], notes, groups, key },
    same: `${JSON.stringify(said)} ${notes.map(noteWords).join(', ')}`,
    ...{ opens: null, repeatOpens: false, repeatCloses: 0, ending: null },
  };
}

/** Everything of a written note in one text; written out, for speed. */
function noteWords({ at, ticks, base, dots, group, tiedFrom, tiedTo, stroke }: ScoreNote): string {
  const time = `${at} ${ticks} ${base} ${dots} ${group} ${tiedFrom} ${tiedTo}`;
  if (stroke === null) return time;
  const { technique, weak, direction, guess, fingers, until, notes } = stroke;
  let text = `${time} ${technique} ${weak} ${direction} ${guess} ${fingers?.join('')}`;
  for (const n of notes) {
    text += ` ${n.string}/${n.fret}${n.kind}${n.end > until ? '+' : ''}`;
    if (n.reached !== null || n.from !== null || n.off !== null) text += `${n.reached}${n.from}${n.off}`;
    if (n.grace !== null) text += `(${n.grace.fret}${n.grace.reached})`;
    if (n.bend !== null) text += `b${n.bend.quarters}${n.bend.release}${n.bend.before}`;
    if (n.trill !== null || n.vibrato || n.harmonic !== null) text += `${n.trill}~${n.vibrato}<${n.harmonic}`;
  }
  return text;
}
