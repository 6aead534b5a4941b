import { gripCell, lineCells, type PlacedCell } from '../../form/index';
import { usableFrets, type Fret, type Instrument } from '../../instrument/index';
import { plainNote, type Line, type LineNote, type LineStep } from '../../line/index';
import { barTicks, type Meter } from '../../time/index';
import { columnsOf, type Column } from './columns';
import { placeOf, scaleOf } from './scale';
import { systemsOf, type System } from './systems';

/** One bar of pasted tab as it was understood. */
export interface TabBar {
  readonly cells: readonly PlacedCell[];
  /** Null with a line, and where nothing is struck. */
  readonly hits: string | null;
  readonly line: Line | null;
  /** What was unsure, in words; its grips are marked as guesses. */
  readonly unsure: readonly string[];
}

/** Pasted text tab: its bars, and what could not be read at all. */
export interface TabRead {
  readonly bars: readonly TabBar[];
  readonly problems: readonly string[];
  /** The strings of the tab, lowest first, where they are not those of the player; null where they are. */
  readonly tuning: readonly string[] | null;
  /** Lines of words among the tab that say nothing it could take: chord names, lyrics, titles. */
  readonly words: readonly string[];
}

/**
 * Reads text tab as people type it, the highest string on top (or on the bottom, when the names before the lines say
 * so): frets, `x` dead, `h p / \\ b ~`, `t12` tapped, `<12>` `[12]` harmonics, `(7)` weak, slides from nowhere and off, a
 * line of `PM` with dashes or of dots above or below for palm mutes, bars between `|`, repeats between `|:` and `:|`, `x4`
 * behind them. Fewer lines than strings go by their names; another tuning, in words or in the names before the lines, is
 * fretted anew. Where strokes stand is taken from the columns, on the coarsest division of the bar that fits; what does
 * not fit well, and every mark that was not understood, is unsure.
 */
export function readTab(text: string, to: { instrument: Instrument; meter: Meter }): TabRead {
  const strings = to.instrument.tuning.length;
  const problems: string[] = [];
  const bars: TabBar[] = [];
  const { systems, words } = systemsOf(text, to.instrument, problems);
  let repeatedFrom = 0;
  for (const system of systems) {
    const from = bars.length;
    const again = (first: number, times: number) => {
      const block = bars.slice(first);
      const [one, ...rest] = block;
      if (one === undefined) return;
      const said = `${block.length === 1 ? 'this bar' : `these ${block.length} bars`} ${times} times`;
      bars.splice(first, block.length, { ...one, unsure: [...one.unsure, said] }, ...rest);
      for (let time = 1; time < times; time += 1) bars.push(...block);
    };
    const spans = barSpans(system.rows[0]!);
    const lastEnd = spans.findLastIndex((span) => isEnd(system, span));
    spans.forEach((span, i) => {
      if (system.begins.some((at) => at >= span[0] - 1 && at <= span[0] + 1)) repeatedFrom = bars.length;
      const cut = system.rows.map((row) => row.slice(...span));
      const ground = {
        ...to,
        first: bars.length === 0,
        tuned: system.tuned,
        unsure: i === 0 ? system.unsure : [],
      };
      bars.push(readBar(cut, system.mutes.slice(...span), ground));
      if (!isEnd(system, span)) return;
      again(repeatedFrom, i === lastEnd ? (system.times ?? 2) : 2);
      repeatedFrom = bars.length;
    });
    if (system.times !== null && system.times > 1 && lastEnd < 0) {
      again(from, system.times);
      repeatedFrom = bars.length;
    }
  }
  if (bars.length === 0 && problems.length === 0)
    problems.push(`no tab found; expected ${strings} lines of dashes and frets, one for each string`);
  return {
    bars: bars.map((bar) => ({ ...bar, unsure: counted(bar.unsure) })),
    problems,
    tuning: systems.find((system) => system.tuning !== null)?.tuning ?? null,
    words,
  };
}

/** Whether repeated bars end where a bar does. */
function isEnd({ ends }: System, [, until]: readonly [number, number]): boolean {
  return ends.some((at) => at >= until - 1 && at <= until + 1);
}

/** What is said several times, once with how often. */
function counted(said: readonly string[]): readonly string[] {
  return [...new Set(said)].map((text) => {
    const often = said.filter((one) => one === text).length;
    return often === 1 ? text : `${text} (${often} times)`;
  });
}

function barSpans(row: string): readonly (readonly [number, number])[] {
  const spans: [number, number][] = [];
  let from = 0;
  for (let i = 0; i <= row.length; i += 1) {
    if (i < row.length && row[i] !== '|') continue;
    if (row.slice(from, i).trim().length > 1) spans.push([from, i]);
    from = i + 1;
  }
  return spans;
}

function readBar(
  rows: readonly string[],
  mutes: string,
  of: {
    instrument: Instrument;
    meter: Meter;
    first: boolean;
    /** Semitones each string of the tab is tuned above the player's. */
    tuned: readonly number[];
    /** What is unsure before anything is read. */
    unsure: readonly string[];
  },
): TabBar {
  const { instrument, meter, first, tuned } = of;
  const unsure = [...of.unsure];
  const columns = columnsOf(rows, mutes, { last: usableFrets(instrument), tuned, unsure });
  const silent: TabBar = {
    cells: [{ at: 0, push: 0, cell: { kind: 'rest', locked: false, guess: false } }],
    hits: null,
    line: null,
    unsure,
  };
  if (columns.length === 0) return silent;
  const scale = scaleOf(columns, rows[0]!, meter, unsure);
  const { places } = scale;
  const ticks = barTicks(meter);
  const at = (column: Column) => (placeOf(column.at, scale) * ticks) / places;
  // Two things that fall on one place are one: the first stands.
  const struck = columns.filter((c, i) => i === 0 || at(c) !== at(columns[i - 1]!));
  if (struck.length < columns.length) unsure.push('notes stood too close to tell apart');
  const single = struck.filter((c) => c.notes.length === 1).length;
  const different = new Set(struck.flatMap((c) => c.notes.map((n) => `${n.string} ${n.fret}`))).size;
  const isPlayed = struck.some((c) => c.notes.some(isOrnamented));
  // Mostly single notes that move are a line, and whatever is slurred or bent; two strings at once all the time are grips.
  const isLine =
    isPlayed || (struck.every((c) => c.notes.length <= 2) && different > 2 && single * 2 > struck.length);
  if (isLine) {
    const line = withHeldStrings(
      struck.map((c): LineStep => ({
        at: at(c),
        notes: c.notes,
        muted: c.muted,
        weak: c.weak,
        direction: null,
        ...(unsure.length > 0 ? { guess: true as const } : {}),
      })),
    );
    return { cells: lineCells(line, { strings: rows.length, first }), hits: null, line, unsure };
  }
  return {
    ...gripsOf(struck, { at, places, ticks, strings: rows.length, guess: unsure.length > 0 }),
    unsure,
  };
}

/** More than picked: it needs a line to be said. */
function isOrnamented(note: LineNote): boolean {
  const { reached, bend, vibrato, harmonic, trill, from, off } = note;
  return (
    reached !== null ||
    bend !== null ||
    vibrato ||
    harmonic !== null ||
    trill !== null ||
    from !== undefined ||
    off !== undefined
  );
}

/** A note hammered or pulled inside a chord: the other strings of the chord ring on with it. */
function withHeldStrings(line: readonly LineStep[]): Line {
  let held: LineStep | null = null;
  return line.map((step) => {
    const first = step.notes[0];
    const slur = first?.reached === 'hammer' || first?.reached === 'pull' ? first.reached : null;
    const before = held;
    const isInside =
      slur !== null &&
      before !== null &&
      before.notes.length >= 3 &&
      step.notes.length < before.notes.length &&
      step.notes.every((n) => n.reached === slur && before.notes.some((m) => m.string === n.string));
    if (!isInside) {
      held = step.notes.length > 0 ? step : null;
      return step;
    }
    const rings = before.notes.filter((m) => !step.notes.some((n) => n.string === m.string));
    const notes = [
      ...step.notes,
      ...rings.map((m) => ({ ...plainNote(m.string, m.fret ?? 0), reached: slur })),
    ];
    const whole = { ...step, notes: notes.sort((a, b) => a.string - b.string) };
    held = whole;
    return whole;
  });
}

/** Grips with hits: the same grip again is a stroke, `x` alone a dead one. */
function gripsOf(
  struck: readonly Column[],
  of: { at: (c: Column) => number; places: number; ticks: number; strings: number; guess: boolean },
): Omit<TabBar, 'unsure'> {
  const symbols = Array.from({ length: of.places }, () => '-');
  const cells: PlacedCell[] = [];
  let held = '';
  let sounding = false;
  struck.forEach((column) => {
    const place = Math.round((of.at(column) / of.ticks) * of.places);
    const dead = column.notes.every((n) => n.fret === null);
    const symbol = dead ? 'X' : column.muted ? 'M' : 'O';
    symbols[place] = column.weak ? symbol.toLowerCase() : symbol;
    if (!sounding) for (let i = 0; i < place; i += 1) symbols[i] = '.';
    sounding = true;
    if (dead) return;
    const frets = Array.from({ length: of.strings }, (): Fret | null => null);
    for (const note of column.notes) frets[note.string] = note.fret;
    const id = frets.join();
    if (id === held) return;
    held = id;
    cells.push({ at: of.at(column), push: 0, cell: gripCell(frets, { guess: of.guess }) });
  });
  // Choked strings fall silent.
  for (let i = 1; i < symbols.length; i += 1)
    if (symbols[i] === '-' && /[Xx.]/.test(symbols[i - 1]!)) symbols[i] = '.';
  if (cells[0] && cells[0].at > 0)
    cells.unshift({ at: 0, push: 0, cell: { kind: 'rest', locked: false, guess: false } });
  if (cells.length === 0) cells.push({ at: 0, push: 0, cell: { kind: 'rest', locked: false, guess: true } });
  return { cells, hits: symbols.join(''), line: null };
}
