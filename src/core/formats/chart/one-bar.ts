import type { Problem } from '../../base/index';
import { PLAYERS, type Bar, type Player } from '../../form/index';
import {
  applyEdit,
  barAt,
  chordInto,
  meterOf,
  sectionNamed,
  type Edit,
  type OnPass,
  type Song,
} from '../../song/index';
import type { Meter } from '../../time/index';
import { askDisagreeing, type Context } from './asks';
import { groundOf } from './head';
import { readChords } from './read-bars';
import { readRows } from './read-rows';
import type { Row } from './rows';
import { writeBarRow } from './write';

/** Rows of one bar that can be written anew; the label of a player alone is that of the grips. */
export const BAR_ROWS = ['chords', 'voice', ...PLAYERS.flatMap(rowsOf)] as const;

/** The label of a row of one bar. */
export type BarRow = 'chords' | 'voice' | PlayerRow;
type PlayerRow = Player | `${Player} line` | `${Player} hits`;

/** What each row of a bar says, as chart text has it between two bar lines. */
export type BarText = Readonly<Record<BarRow, string>>;

/** A bar of a section (from 0) as it is played on a pass. */
export type BarPlace = OnPass & { readonly bar: number };

/** What rows typed for one bar come to. */
export interface BarRead {
  /** What the song needs to say the same; null where nothing changed or something cannot be read. */
  readonly edit: Edit | null;
  /** What cannot be read, and what may be a slip; columns count from 1 in the text of the row. */
  readonly problems: readonly (Problem & { readonly row: BarRow })[];
  readonly questions: readonly (Problem & { readonly row: BarRow })[];
}

/** The labels of a player's rows, as they stand below each other. */
export function rowsOf(player: Player): readonly PlayerRow[] {
  return [player, `${player} line`, `${player} hits`];
}

/** A bar as it is played, row by row. Throws RangeError when there is none. */
export function writeBar(song: Song, place: BarPlace): BarText {
  const { bar, meter } = groundAt(song, place);
  return barText(song, bar, meter);
}

function barText(song: Song, bar: Bar, meter: Meter): BarText {
  const entries = BAR_ROWS.map((row) => [row, writeBarRow(bar, row, { song, meter })] as const);
  return Object.fromEntries(entries) as BarText;
}

/**
 * Reads rows of one bar and says what has to change so that it is played so on that pass: rows that say what they said
 * before change nothing. `%` is the bar before. Throws RangeError when there is no such bar.
 */
export function readBar(song: Song, place: BarPlace, text: Partial<BarText>): BarRead {
  const { bar, meter } = groundAt(song, place);
  const now = barText(song, bar, meter);
  const before = place.bar > 0 ? barAt(song, { ...place, bar: place.bar - 1 }) : null;
  const past = before && barText(song, before, meter);
  const said = (row: BarRow) => {
    const typed = (text[row] ?? now[row]).trim();
    return typed === '%' && past ? past[row] : typed;
  };
  const changed = new Set(BAR_ROWS.filter((row) => said(row) !== now[row].trim()));
  const problems: Problem[] = [];
  const asks: Problem[] = [];
  const context: Context = { ...groundOf(song).band, meter, asks };
  const rowFor = (row: BarRow): Row => {
    const line = BAR_ROWS.indexOf(row) + 1;
    return { label: row, line, bars: [{ text: said(row), line, column: 1 }] };
  };
  const chords = changed.has('chords')
    ? readChords(
        rowFor('chords'),
        context,
        problems,
        place.bar === 0 ? null : (chordInto(song, place) ?? ''),
      )[0]!
    : bar.chords;
  const players = PLAYERS.filter((p) => rowsOf(p).some((row) => changed.has(row)));
  /** A line that is all that was written takes its room: grips go on where it leaves any. */
  const takesRoom = (p: Player) => !changed.has(p) && changed.has(`${p} line`) && said(`${p} line`) !== '';
  const told = (p: Player) =>
    rowsOf(p)
      .filter((row) => !takesRoom(p) || changed.has(row))
      .map(rowFor);
  const read = readRows([...(changed.has('voice') ? [rowFor('voice')] : []), ...players.flatMap(told)], {
    chords: [chords],
    from: place.bar,
    context,
    problems,
    size: 'one bar',
  })[0]!;
  const edits: Edit[] = [
    ...(changed.has('chords') ? [{ kind: 'setChords', change: { ...place, chords } } as const] : []),
    ...(changed.has('voice')
      ? [{ kind: 'setVoice', change: { ...place, voice: read.voice ?? null } } as const]
      : []),
    ...players.flatMap((player): Edit[] => {
      const line = read.lines?.[player] ?? null;
      const hits = read.hits?.[player] ?? null;
      const setHits: Edit = { kind: 'setHits', changes: [{ ...place, player, hits }] };
      if (takesRoom(player)) {
        const setLine: Edit = { kind: 'setLine', change: { ...place, player, line, beside: true } };
        return changed.has(`${player} hits`) ? [setLine, setHits] : [setLine];
      }
      if (!changed.has(player) && !changed.has(`${player} line`)) return [setHits];
      return [
        { kind: 'setParts', changes: [{ ...place, player, cells: read.cells?.[player] ?? [], hits, line }] },
      ];
    }),
  ];
  const edit = edits.length === 1 ? edits[0]! : ({ kind: 'together', edits } as const);
  const isReadable = edits.length > 0 && problems.length === 0;
  if (isReadable) askDisagreeing(BAR_ROWS.map(rowFor), [barAt(applyEdit(song, edit), place)!], context);
  const named = (list: readonly Problem[]) => list.map((p) => ({ ...p, row: BAR_ROWS[p.line - 1]! }));
  return {
    edit: isReadable ? edit : null,
    problems: named(problems),
    questions: named(asks),
  };
}

function groundAt(song: Song, place: BarPlace): { readonly bar: Bar; readonly meter: Meter } {
  const section = sectionNamed(song, place.section);
  const bar = barAt(song, place);
  if (!section || !bar) throw new RangeError(`No bar ${place.bar + 1} of ${place.section}`);
  return { bar, meter: meterOf(song, section) };
}
