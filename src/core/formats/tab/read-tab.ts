import { gripCell, lineCells, type PlacedCell } from '../../form/index';
import { allowedPlaces } from '../../hits/index';
import { usableFrets, type Fret, type Instrument } from '../../instrument/index';
import { plainNote, type Line, type LineNote, type LineStep } from '../../line/index';
import { barTicks, type Meter } from '../../time/index';

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
}

/**
 * Reads text tab as people type it, the highest string on top (or on the bottom, when the names before the lines say
 * so): frets, `x` dead, `h p / \ b ~`, a line of `PM` with dashes above for palm mutes, bars between `|`. Where strokes
 * stand is taken from the columns, on the coarsest division of the bar that fits; what does not fit well is unsure.
 */
export function readTab(text: string, to: { instrument: Instrument; meter: Meter }): TabRead {
  const strings = to.instrument.tuning.length;
  const problems: string[] = [];
  const bars: TabBar[] = [];
  for (const system of systemsOf(text, strings, problems)) {
    const upsideDown = lowestOnTop(system.names, to.instrument);
    const rows = upsideDown ? system.rows : [...system.rows].reverse(); // lowest string first
    for (const [from, until] of barSpans(rows[0]!)) {
      const cut = rows.map((row) => row.slice(from, until));
      const mutes = system.mutes.slice(from, until);
      bars.push(readBar(cut, mutes, { ...to, first: bars.length === 0 }));
    }
  }
  if (bars.length === 0 && problems.length === 0)
    problems.push(`no tab found; expected ${strings} lines of dashes and frets, one for each string`);
  return { bars, problems };
}

interface System {
  readonly rows: readonly string[];
  readonly names: readonly string[];
  readonly mutes: string;
}

const TAB_LINE =
  /^\s*([A-Ga-g][#b♯♭]?)?\s*[|:]?([-0-9xXhpbrt/\\~^<>()*.=\s|]*-[-0-9xXhpbrt/\\~^<>()*.=\s|]*)$/;

/** Groups of lines that belong together, all cut to one length. */
function systemsOf(text: string, strings: number, problems: string[]): readonly System[] {
  const systems: System[] = [];
  let rows: { name: string; body: string; start: number }[] = [];
  let mutes: { line: string } | null = null;
  const close = (line: number) => {
    if (rows.length === 0) return;
    if (rows.length === strings) {
      const length = Math.max(...rows.map((r) => r.body.length));
      const start = rows[0]!.start;
      systems.push({
        rows: rows.map((r) => r.body.padEnd(length, '-')),
        names: rows.map((r) => r.name),
        mutes: (mutes?.line ?? '').slice(start).padEnd(length, ' '),
      });
    } else {
      problems.push(
        `the tab that ends in line ${line} has ${rows.length} lines; expected ${strings}, one for each string`,
      );
    }
    rows = [];
    mutes = null;
  };
  const lines = text.split(/\r\n|\n|\r/);
  lines.forEach((raw, i) => {
    const match = TAB_LINE.exec(raw);
    if (/^\s*P\.?\s?M\.?/i.test(raw)) mutes = { line: raw };
    else if (match && match[2]!.replace(/[^-]/g, '').length >= 3) {
      const body = match[2]!.replace(/^\|/, '');
      const start = raw.length - body.length;
      rows.push({ name: match[1] ?? '', body, start });
      if (rows.length === strings) close(i + 1);
    } else if (rows.length > 0) close(i);
  });
  close(lines.length);
  return systems;
}

/** True when the names before the lines say that the lowest string is written on top. */
function lowestOnTop(names: readonly string[], instrument: Instrument): boolean {
  if (names.some((n) => n === '')) return false;
  const wanted = instrument.tuning.map((n) => n.replace(/-?\d$/, '').toUpperCase());
  const found = names.map((n) => n.toUpperCase());
  return found.join() === wanted.join() && found.join() !== [...wanted].reverse().join();
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

/** What is written in one column: a note for each string that has one. */
interface Column {
  readonly at: number;
  readonly notes: readonly LineNote[];
  readonly muted: boolean;
}

function readBar(
  rows: readonly string[],
  mutes: string,
  of: { instrument: Instrument; meter: Meter; first: boolean },
): TabBar {
  const { instrument, meter, first } = of;
  const unsure: string[] = [];
  const columns = columnsOf(rows, mutes, usableFrets(instrument), unsure);
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
  const isPlayed = struck.some((c) =>
    c.notes.some((n) => n.reached !== null || n.bend !== null || n.vibrato),
  );
  // Mostly single notes that move are a line; two strings at once all the time are grips.
  const isLine =
    struck.every((c) => c.notes.length <= 2) && (isPlayed || (different > 2 && single * 2 > struck.length));
  if (isLine) {
    const line = struck.map((c): LineStep => ({
      at: at(c),
      notes: c.notes,
      muted: c.muted,
      weak: false,
      direction: null,
    }));
    return { cells: lineCells(line, { strings: rows.length, first }), hits: null, line, unsure };
  }
  return {
    ...gripsOf(struck, { at, places, ticks, strings: rows.length, guess: unsure.length > 0 }),
    unsure,
  };
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
    symbols[place] = dead ? 'X' : column.muted ? 'M' : 'O';
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
    if (symbols[i] === '-' && /[X.]/.test(symbols[i - 1]!)) symbols[i] = '.';
  if (cells[0] && cells[0].at > 0)
    cells.unshift({ at: 0, push: 0, cell: { kind: 'rest', locked: false, guess: false } });
  if (cells.length === 0) cells.push({ at: 0, push: 0, cell: { kind: 'rest', locked: false, guess: true } });
  return { cells, hits: symbols.join(''), line: null };
}

const REACHED: Readonly<Record<string, LineNote['reached']>> = {
  h: 'hammer',
  p: 'pull',
  '/': 'slide',
  '\\': 'slide',
  s: 'slide',
};

function columnsOf(
  rows: readonly string[],
  mutes: string,
  last: number,
  unsure: string[],
): readonly Column[] {
  const found = new Map<number, LineNote[]>();
  rows.forEach((row, string) => {
    for (const match of row.matchAll(/(\d+|[xX])/g)) {
      const at = match.index;
      // `b9` after a fret is what it is bent to, not a note of its own.
      if (/[bt]/.test(row[at - 1] ?? '')) continue;
      const dead = /[xX]/.test(match[0]);
      if (!dead && Number(match[0]) > last) {
        unsure.push(`fret ${match[0]} is not on this neck`);
        continue;
      }
      const before = row[at - 1] ?? '';
      const after = row[at + match[0].length] ?? '';
      const note: LineNote = {
        ...plainNote(string, dead ? 0 : Number(match[0])),
        ...(dead ? { fret: null } : {}),
        reached: REACHED[before] ?? null,
        bend: after === 'b' ? bendOf(row, at + match[0].length, Number(match[0])) : null,
        vibrato: after === '~',
      };
      found.set(at, [...(found.get(at) ?? []), note]);
    }
  });
  // Two-digit frets under one-digit ones may begin a column earlier or later: they belong together.
  const list = [...found].sort((a, b) => a[0] - b[0]);
  const merged: { at: number; notes: LineNote[] }[] = [];
  for (const [at, notes] of list) {
    const before = merged.at(-1);
    const free = before !== undefined && notes.every((n) => !before.notes.some((m) => m.string === n.string));
    const wide = before?.notes.some((n) => (n.fret ?? 0) > 9) ?? false;
    if (before && free && at - before.at === 1 && (wide || notes.some((n) => (n.fret ?? 0) > 9)))
      before.notes.push(...notes);
    else merged.push({ at, notes: [...notes] });
  }
  const close = /P\.?\s?M\.?/i.exec(mutes);
  return merged.map(({ at, notes }) => ({
    at,
    notes: notes.sort((a, b) => a.string - b.string),
    muted: close !== null && isMuted(mutes, at),
  }));
}

function bendOf(row: string, at: number, fret: number): LineNote['bend'] {
  const to = /^b\(?(\d+)?\)?(r?)/.exec(row.slice(at));
  const target = to?.[1] === undefined ? fret + 2 : Number(to[1]);
  const quarters = { 1: 2, 2: 4, 3: 6, 4: 8 }[target - fret] ?? 4;
  return { quarters, release: to?.[2] === 'r' };
}

/** Under `PM`, or the dashes that follow it. */
function isMuted(mutes: string, at: number): boolean {
  for (let i = at; i >= 0; i -= 1) {
    if (/[PM.]/i.test(mutes[i] ?? ' ')) return true;
    if (mutes[i] !== '-' && i < at) return false;
    if (i === at && !/[-PM.|]/i.test(mutes[i] ?? ' ')) return false;
  }
  return false;
}

/** How columns of a bar stand for time: those before the first place, and how many make the bar. */
interface Scale {
  readonly places: number;
  readonly lead: number;
  readonly width: number;
}

function placeOf(at: number, { places, lead, width }: Scale): number {
  return Math.min(places - 1, Math.round((Math.max(0, at - lead) / width) * places));
}

/** Farthest a note may stand from its place, in places, before another division or doubt. */
const GOOD_FIT = 0.2;
/** Most dashes people leave after a bar line. */
const MOST_LEAD = 3;

/**
 * The coarsest division all columns stand on, with a dash or two after the bar line or none, the last column standing
 * for a place or not; where none fits well the best of them, named as unsure.
 */
function scaleOf(columns: readonly Column[], row: string, meter: Meter, unsure: string[]): Scale {
  const first = columns[0]!.at;
  const leads = [1, Math.min(first, MOST_LEAD), 0].filter(
    (lead, i, all) => lead <= first && all.indexOf(lead) === i,
  );
  const scales = allowedPlaces(meter)
    .filter((places) => places <= 32)
    .flatMap((places) =>
      leads.flatMap((lead) =>
        [row.length - lead, row.length].map((width): Scale => ({ places, lead, width: Math.max(1, width) })),
      ),
    )
    .filter((scale) => new Set(columns.map((c) => placeOf(c.at, scale))).size === columns.length);
  const errorOf = ({ places, lead, width }: Scale) =>
    Math.max(
      ...columns.map((c) => {
        const exact = (Math.max(0, c.at - lead) / width) * places;
        return Math.round(exact) >= places ? 1 : Math.abs(exact - Math.round(exact));
      }),
    );
  const good = scales.find((scale) => errorOf(scale) <= GOOD_FIT);
  if (good) return good;
  unsure.push('where the strokes stand in the bar');
  const finest = allowedPlaces(meter).at(-1)!;
  return scales[0] ?? { places: finest, lead: leads[0]!, width: Math.max(1, row.length - leads[0]!) };
}
