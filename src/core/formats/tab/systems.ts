import { openStrings, type Instrument } from '../../instrument/index';
import { parseNote } from '../../pitch/index';

/** Lines of tab that belong together, the lowest string first, all of one length. */
export interface System {
  readonly rows: readonly string[];
  /** Marks of palm mutes, column by column; empty where there are none. */
  readonly mutes: string;
  /** How often it is played: `x4` behind its last bar line. */
  readonly times: number;
  /** Semitones each string is tuned above the player's own, where names before the lines say so. */
  readonly tuned: readonly number[];
  /** What was taken for granted, in words. */
  readonly unsure: readonly string[];
}

interface Line {
  readonly name: string;
  readonly body: string;
  readonly start: number;
  readonly times: number;
}

const TAB_LINE =
  /^\s*([A-Ga-g][#b♯♭]?\d?)?\s*[|:]?([-0-9xXhpbrtPHTs/\\~^<>()*.=½¼\s|]*-[-0-9xXhpbrtPHTs/\\~^<>()*.=½¼\s|]*)$/;
const TIMES = /([|:])\s*\(?\s*[xX×]\s?(\d{1,2})(?:\s*times)?\s*\)?\s*$/;
const MUTES = /^\s*P\.?\s?M\.?/i;

/**
 * The systems of a text. Marks of palm mutes stand above them, or below when the first ones do. Fewer lines than strings
 * are taken by their names; one line without a name is the lowest string.
 */
export function systemsOf(text: string, instrument: Instrument, problems: string[]): readonly System[] {
  const count = instrument.tuning.length;
  const lines = text.split(/\r\n|\n|\r/);
  const isTab = (raw: string) => lineOf(raw) !== null && !MUTES.test(raw);
  const isBelow = lines.findIndex((l) => MUTES.test(l)) > lines.findIndex(isTab) && lines.some(isTab);
  const found: { rows: Line[]; mutes: string | null; end: number }[] = [];
  let rows: Line[] = [];
  let above: string | null = null;
  const close = (end: number) => {
    if (rows.length > 0) found.push({ rows, mutes: isBelow ? null : above, end });
    rows = [];
    above = null;
  };
  lines.forEach((raw, i) => {
    if (MUTES.test(raw)) {
      if (!isBelow) {
        close(i);
        above = raw;
        return;
      }
      close(i);
      const last = found.at(-1);
      if (last) last.mutes ??= raw;
      return;
    }
    const line = lineOf(raw);
    if (line === null) return close(i);
    // The same string again is the next line of a riff written on one string.
    if (line.name !== '' && rows.at(-1)?.name === line.name) close(i);
    rows.push(line);
    if (rows.length === count) close(i + 1);
  });
  close(lines.length);
  return found.flatMap(({ rows: own, mutes, end }): System[] => {
    const placed = placedRows(own, instrument);
    if (placed === null) {
      problems.push(
        `the tab that ends in line ${end} has ${own.length} lines; expected ${count}, one for each string, or the name of its string before each`,
      );
      return [];
    }
    const length = Math.max(...own.map((r) => r.body.length));
    const bars = own.find((r) => r.body.includes('|'))?.body ?? '';
    const empty = [...'-'.repeat(length)].map((c, i) => (bars[i] === '|' ? '|' : c)).join('');
    const times = Math.max(...own.map((r) => r.times));
    return [
      {
        rows: placed.rows.map((row) => row?.body.padEnd(length, '-') ?? empty),
        mutes: (mutes ?? '').slice(own[0]!.start).padEnd(length, ' '),
        times,
        tuned: placed.tuned,
        unsure: [...placed.unsure, ...(times > 1 ? [`x${times}: all bars of the line ${times} times`] : [])],
      },
    ];
  });
}

function lineOf(raw: string): Line | null {
  const times = TIMES.exec(raw);
  const text = times ? raw.slice(0, times.index + 1) : raw;
  const match = TAB_LINE.exec(text);
  if (!match || match[2]!.replace(/[^-]/g, '').length < 3) return null;
  const body = match[2]!.replace(/^\|/, '');
  return {
    name: match[1] ?? '',
    body,
    start: text.length - body.length,
    times: times ? Number(times[2]) : 1,
  };
}

/** Each line on its string, the lowest first; null where it cannot be told. */
function placedRows(
  lines: readonly Line[],
  instrument: Instrument,
): {
  readonly rows: readonly (Line | null)[];
  readonly tuned: readonly number[];
  readonly unsure: readonly string[];
} | null {
  const count = instrument.tuning.length;
  const none = Array.from({ length: count }, () => 0);
  if (lines.length === count) {
    const rows = lowestOnTop(
      lines.map((l) => l.name),
      instrument,
    )
      ? lines
      : [...lines].reverse();
    const tuned = rows.map((row, string) => tunedBy(row.name, instrument, string));
    if (tuned.every((by) => by === 0)) return { rows, tuned: none, unsure: [] };
    const names = rows.map((row) => row.name.toUpperCase()).join(' ');
    return { rows, tuned, unsure: [`tuned ${names}: frets are moved to your strings, the notes stay`] };
  }
  const rows: (Line | null)[] = Array.from({ length: count }, () => null);
  if (lines.length === 1 && lines[0]!.name === '') {
    rows[0] = lines[0]!;
    return { rows, tuned: none, unsure: ['one line without a name: taken for the lowest string'] };
  }
  for (const line of lines) {
    const string = stringNamed(line.name, instrument, rows);
    if (string === null) return null;
    rows[string] = line;
  }
  return { rows, tuned: none, unsure: [] };
}

function letterOf(name: string): string {
  return name.replace(/-?\d$/, '').toUpperCase().replace('♯', '#').replace('♭', 'B');
}

/** The string of a name: `e` the high one of two, `E` the low one; null for none, or one that is taken. */
function stringNamed(name: string, instrument: Instrument, taken: readonly (Line | null)[]): number | null {
  const all = instrument.tuning.flatMap((own, string) => (letterOf(own) === letterOf(name) ? [string] : []));
  const isHigh = name !== '' && name === name.toLowerCase();
  const string = isHigh ? all.at(-1) : all[0];
  return string === undefined || taken[string] !== null ? null : string;
}

/** Semitones from the player's own string to the nearest pitch of a name; 0 without one. */
function tunedBy(name: string, instrument: Instrument, string: number): number {
  if (name === '') return 0;
  const read = parseNote(`${name[0]!.toUpperCase()}${name.slice(1).replace(/\d$/, '')}3`);
  if (!read.ok) return 0;
  const by = (((read.value - openStrings(instrument)[string]!) % 12) + 12) % 12;
  return by > 6 ? by - 12 : by;
}

/** True when the names before the lines say that the lowest string is written on top. */
function lowestOnTop(names: readonly string[], instrument: Instrument): boolean {
  if (names.some((n) => n === '')) return false;
  const wanted = instrument.tuning.map(letterOf);
  const found = names.map(letterOf);
  // A small e on the last line, as people name the high string, says it too.
  const isMarked = names.at(-1) === 'e' && names[0] !== 'e';
  return (found.join() === wanted.join() || isMarked) && found.join() !== [...wanted].reverse().join();
}
