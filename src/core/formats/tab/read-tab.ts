import { gripCell, lineCells, type PlacedCell } from '../../form/index';
import { allowedPlaces } from '../../hits/index';
import { usableFrets, type Fret, type Instrument } from '../../instrument/index';
import { plainNote, type Line, type LineNote, type LineStep } from '../../line/index';
import { barTicks, type Meter } from '../../time/index';
import { systemsOf } from './systems';

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
 * so): frets, `x` dead, `h p / \\ b ~`, `t12` tapped, `<12>` harmonics, `(7)` weak, slides from nowhere and off, a line of
 * `PM` with dashes above or below for palm mutes, bars between `|`, `x4` behind them. Fewer lines than strings go by their
 * names; another tuning before the lines is fretted anew. Where strokes stand is taken from the columns, on the coarsest
 * division of the bar that fits; what does not fit well is unsure.
 */
export function readTab(text: string, to: { instrument: Instrument; meter: Meter }): TabRead {
  const strings = to.instrument.tuning.length;
  const problems: string[] = [];
  const bars: TabBar[] = [];
  for (const { rows, mutes, times, tuned, unsure } of systemsOf(text, to.instrument, problems)) {
    for (let time = 1; time <= times; time += 1) {
      barSpans(rows[0]!).forEach(([from, until], i) => {
        const cut = rows.map((row) => row.slice(from, until));
        const own = time === 1 && i === 0 ? unsure : [];
        const ground = { ...to, first: bars.length === 0, tuned, unsure: own };
        bars.push(readBar(cut, mutes.slice(from, until), ground));
      });
    }
  }
  if (bars.length === 0 && problems.length === 0)
    problems.push(`no tab found; expected ${strings} lines of dashes and frets, one for each string`);
  return { bars, problems };
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
  /** In parentheses. */
  readonly weak: boolean;
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

const REACHED: Readonly<Record<string, LineNote['reached']>> = {
  h: 'hammer',
  H: 'hammer',
  p: 'pull',
  P: 'pull',
  '/': 'slide',
  '\\': 'slide',
  s: 'slide',
  t: 'tap',
  T: 'tap',
};

interface ColumnsGround {
  readonly last: number;
  readonly tuned: readonly number[];
  readonly unsure: string[];
}

function columnsOf(rows: readonly string[], mutes: string, ground: ColumnsGround): readonly Column[] {
  const found = new Map<number, { notes: LineNote[]; weak: boolean }>();
  rows.forEach((row, string) => {
    for (const { at, note, weak } of notesIn(row, string, ground)) {
      const here = found.get(at);
      if (here) here.notes.push(note);
      else found.set(at, { notes: [note], weak });
    }
  });
  // Two-digit frets under one-digit ones may begin a column earlier or later: they belong together.
  const list = [...found].sort((a, b) => a[0] - b[0]);
  const merged: { at: number; notes: LineNote[]; weak: boolean }[] = [];
  for (const [at, { notes, weak }] of list) {
    const before = merged.at(-1);
    const free = before !== undefined && notes.every((n) => !before.notes.some((m) => m.string === n.string));
    const wide = before?.notes.some((n) => (n.fret ?? 0) > 9) ?? false;
    if (before && free && at - before.at === 1 && (wide || notes.some((n) => (n.fret ?? 0) > 9)))
      before.notes.push(...notes);
    else merged.push({ at, notes: [...notes], weak });
  }
  const close = /P\.?\s?M\.?/i.exec(mutes);
  return merged.map(({ at, notes, weak }) => ({
    at,
    notes: notes.sort((a, b) => a.string - b.string),
    muted: close !== null && isMuted(mutes, at),
    weak,
  }));
}

/** The notes of one string in a bar, with the column each stands in. */
function notesIn(
  row: string,
  string: number,
  { last, tuned, unsure }: ColumnsGround,
): readonly { at: number; note: LineNote; weak: boolean }[] {
  const list: { at: number; note: LineNote; weak: boolean }[] = [];
  for (const match of row.matchAll(/(\d+|[xX])/g)) {
    const at = match.index;
    const before = row[at - 1] ?? '';
    const end = at + match[0].length;
    const isDead = /[xX]/.test(match[0]);
    const written = isDead ? 0 : Number(match[0]);
    // `b9` and `r7` after a fret are what it is bent to and let down to, `tr7` what it trills with.
    if (/\d[bB]\(?$/.test(row.slice(0, at)) || /[bB]\(?\d*\)?r$/.test(row.slice(0, at))) continue;
    const trilled = /tr\(?$/.test(row.slice(0, at)) ? list.at(-1) : undefined;
    if (trilled) {
      trilled.note = { ...trilled.note, trill: written as Fret };
      continue;
    }
    const moved = written + (tuned[string] ?? 0);
    if (!isDead && (moved > last || moved < 0)) {
      unsure.push(
        moved === written
          ? `fret ${match[0]} is not on this neck`
          : `fret ${match[0]} of the tab’s tuning is not on your string ${tuned.length - string}`,
      );
      continue;
    }
    const open = before === '(' || before === '<' ? (row[at - 2] ?? '') : before;
    const after = row.slice(end).replace(/^[)>]/, '');
    const hasNoteBefore = /[\dxX)>]$/.test(row.slice(0, at - 1));
    const reached = REACHED[open] ?? null;
    const isFromNowhere = reached === 'slide' && !hasNoteBefore && open !== 's';
    const off = /^([/\\])(?!\s*[\d(])/.exec(after)?.[1];
    const isHarmonic = before === '<' || after.startsWith('*');
    const note: LineNote = {
      ...plainNote(string, isDead ? 0 : moved),
      ...(isDead ? { fret: null } : {}),
      reached: isFromNowhere ? null : reached,
      ...(isFromNowhere ? { from: open === '/' ? ('below' as const) : ('above' as const) } : {}),
      ...(off === undefined ? {} : { off: off === '/' ? ('up' as const) : ('down' as const) }),
      bend: /^[bB^]/.test(after) ? bendOf(after, written) : null,
      vibrato: /^~/.test(after),
      harmonic: isHarmonic && !isDead ? 'natural' : null,
    };
    // What stands before a fret and has no note before itself stands where the note begins.
    const isLead = before !== '' && !hasNoteBefore && /[(<tT/\\]/.test(before);
    list.push({ at: isLead ? at - 1 : at, note, weak: before === '(' });
  }
  return list;
}

/** `b9` to a fret, `b1` `b½` `bfull` by so many tones, `b` a whole one; `r` lets it down again. */
function bendOf(after: string, fret: number): LineNote['bend'] {
  const to = /^[bB^]\(?(\d+\/\d+|\d+|½|¼|full)?\)?(r?)/.exec(after);
  const release = to?.[2] === 'r';
  const amount = to?.[1];
  const named = { '½': 2, '1/2': 2, '¼': 1, '1/4': 1, full: 4 }[amount ?? ''];
  if (named !== undefined) return { quarters: named, release };
  const target = amount === undefined ? fret + 2 : Number(amount);
  if (target <= 2 && target < fret) return { quarters: target * 4, release };
  const quarters = { 1: 2, 2: 4, 3: 6, 4: 8 }[target - fret] ?? 4;
  return { quarters, release };
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
