import { MAX_LINE_CHARACTERS, collapseBlanks, tooLongMessage } from '../limits';
import { openStrings, parseTuning, type Instrument } from '../../instrument/index';
import { midi, parseNote, withOctave } from '../../pitch/index';
import { tabLineOf, type TabLine } from './tab-line';

/** Lines of tab that belong together, the lowest string first, all of one length. */
export interface System {
  readonly rows: readonly string[];
  /** Marks of palm mutes, column by column; empty where there are none. */
  readonly mutes: string;
  /** How often it is played: `x4` behind its last bar line; null where nothing is said. */
  readonly times: number | null;
  /** Columns at which repeated bars begin and end. */
  readonly begins: readonly number[];
  readonly ends: readonly number[];
  /** Semitones each string is tuned above the player's own, where the tab says so. */
  readonly tuned: readonly number[];
  /** The tab's own strings, lowest first, where they are not the player's; null where they are. */
  readonly tuning: readonly string[] | null;
  /** What was taken for granted or not understood, in words. */
  readonly unsure: readonly string[];
}

/** The systems of a text, and what else stands in it. */
export interface Systems {
  readonly systems: readonly System[];
  /** Lines of words that are not tab, as they stand. */
  readonly words: readonly string[];
}

const MUTES = /^\s*P\.?\s?M\.?(?![a-z])/i;
/** Dots under strokes, at least two of them. */
const DOTS = /^\s*\.(\s*\.)+\s*$/;
const TUNING = /\btun(?:ing|ed|e)\b(?:\s*[:=-])?\s*(.+)$/i;
const CAPO = /\bcapo\b\D{0,12}(\d{1,2})/i;

/** Contiguous lines of tab, with marks of mutes above and below them. */
interface Block {
  readonly rows: TabLine[];
  above: string | null;
  below: string | null;
  end: number;
}

/**
 * The systems of a text. Marks of palm mutes stand above them, or below when the first ones do. Fewer lines than strings
 * are taken by their names; one line without a name is the lowest string.
 */
export function systemsOf(text: string, instrument: Instrument, problems: string[]): Systems {
  const words: string[] = [];
  const blocks: Block[] = [];
  let head: readonly string[] | null = null;
  let above: string | null = null;
  let open: Block | null = null;
  const said: string[] = [];
  text.split(/\r\n|\n|\r/).forEach((typed, i) => {
    const isWithin = typed.length <= MAX_LINE_CHARACTERS || tabLineOf(typed) !== null;
    if (!isWithin) problems.push(`line ${i + 1}: ${tooLongMessage(typed.length)}`);
    const raw = isWithin ? typed : '';
    const isMute = MUTES.test(raw) || DOTS.test(raw);
    const line = isMute ? null : tabLineOf(raw);
    if (line) {
      if (!open) blocks.push((open = { rows: [], above, below: null, end: i }));
      above = null;
      open.rows.push(line);
      open.end = i + 1;
      return;
    }
    open = null;
    if (isMute) {
      const last = blocks.at(-1);
      if (last && last.end === i) last.below = raw;
      else above = raw;
      return;
    }
    if (raw.trim() === '') return;
    const tuning = tuningIn(raw, instrument);
    const capo = CAPO.exec(raw)?.[1];
    if (tuning) head = tuning;
    if (capo !== undefined && Number(capo) !== instrument.capo)
      said.push(
        `the tab has its capo at fret ${Number(capo)}, you have ${instrument.capo === 0 ? 'none' : `fret ${instrument.capo}`}`,
      );
    if (!tuning && capo === undefined && /[A-Za-z0-9]/.test(raw)) words.push(raw.trim());
  });
  const isBelow = blocks[0]?.above === null && blocks.some((b) => b.below !== null);
  blocks.forEach((block, n) => {
    // Marks between two systems belong to the one above them only where all do.
    if (!isBelow && block.below !== null && blocks[n + 1]) blocks[n + 1]!.above ??= block.below;
  });
  const systems = blocks.flatMap((block): System[] =>
    systemsIn(block, instrument, problems).map((rows) =>
      systemOf(rows, { instrument, head, mutes: isBelow ? block.below : block.above }),
    ),
  );
  const first = systems[0];
  return {
    systems: first ? [{ ...first, unsure: [...said, ...first.unsure] }, ...systems.slice(1)] : [],
    words,
  };
}

/** A block as systems of one line for each string. */
function systemsIn(
  block: Block,
  instrument: Instrument,
  problems: string[],
): readonly (readonly TabLine[])[] {
  const count = instrument.tuning.length;
  const { rows } = block;
  const chunks: TabLine[][] = [];
  for (const row of rows) {
    const last = chunks.at(-1);
    // The same string again is the next line of a riff written on one string.
    const isNext = last && last.length < count && !(row.name !== '' && last.at(-1)!.name === row.name);
    if (isNext) last.push(row);
    else chunks.push([row]);
  }
  const isWhole = rows.length <= count || rows.length % count === 0 || chunks.every((c) => c.length === 1);
  const fits = isWhole && chunks.every((chunk) => placedRows(chunk, instrument) !== null);
  if (fits) return chunks;
  problems.push(
    `the tab that ends in line ${block.end} has ${rows.length} lines; expected ${count}, one for each string, or the name of its string before each`,
  );
  return [];
}

function systemOf(
  own: readonly TabLine[],
  of: { instrument: Instrument; head: readonly string[] | null; mutes: string | null },
): System {
  const { instrument, head, mutes } = of;
  const placed = placedRows(own, instrument)!;
  const length = Math.max(...own.map((r) => r.body.length));
  const bars = own.find((r) => r.body.includes('|'))?.body ?? '';
  const empty = [...'-'.repeat(length)].map((_, i) => (bars[i] === '|' ? '|' : '-')).join('');
  const times = own.map((r) => r.times).find((n) => n !== null) ?? null;
  const odd = [...new Set(own.flatMap((r) => r.odd))];
  const behind = [...new Set(own.map((r) => r.behind).filter((text) => text !== ''))];
  const strings = head ?? placed.tuning;
  const mine = openStrings(instrument);
  const tuned = openStrings({ ...instrument, tuning: strings }).map((pitch, s) => pitch - mine[s]!);
  const tuning = tuned.some((by) => by !== 0) ? strings : null;
  return {
    rows: placed.rows.map((row) => row?.body.padEnd(length, '-') ?? empty),
    mutes: (mutes ?? '').slice(own[0]!.start).padEnd(length, ' '),
    times,
    begins: [...new Set(own.flatMap((r) => r.begins))],
    ends: [...new Set(own.flatMap((r) => r.ends))],
    tuned,
    tuning,
    unsure: [
      ...placed.unsure,
      ...(tuning ? [`tuned ${bareNames(tuning)}: frets are moved to your strings, the notes stay`] : []),
      ...odd.map((c) => `“${c}” was not understood and left out`),
      ...behind.map((text) => `“${text}” behind the tab was left out`),
      ...(mutes !== null && DOTS.test(mutes) ? ['dots at the strokes are read as palm mutes'] : []),
    ],
  };
}

function bareNames(strings: readonly string[]): string {
  return strings.map((name) => name.replace(/-?\d$/, '')).join(' ');
}

/** `Tuning: drop D (D A D G B E)`: its strings, lowest first; null where no tuning is said. */
function tuningIn(raw: string, instrument: Instrument): readonly string[] | null {
  const said =
    TUNING.exec(collapseBlanks(raw))?.[1]?.replace(/^to\s/i, '') ??
    (/^\s*\(?(drop|standard|half|whole|open)\b/i.test(raw) ? raw : null);
  if (said === null) return null;
  const inside = /\(([^)]*)\)/.exec(said)?.[1];
  const texts = [said, inside, said.replace(/\(.*$/, ''), raw.replace(/\btun(?:ing|ed|e)\b/i, '')];
  for (const text of texts) {
    const read =
      text === undefined ? null : parseTuning(text.trim().replace(/[.,;]+/g, ' '), instrument.kind);
    if (read?.ok && read.value.length === instrument.tuning.length) return read.value;
  }
  return null;
}

/** Each line on its string, the lowest first; null where it cannot be told. */
function placedRows(
  lines: readonly TabLine[],
  instrument: Instrument,
): {
  readonly rows: readonly (TabLine | null)[];
  readonly tuning: readonly string[];
  readonly unsure: readonly string[];
} | null {
  const count = instrument.tuning.length;
  const { tuning } = instrument;
  if (lines.length === count) {
    const names = lines.map((l) => l.name);
    const rows = lowestOnTop(names, instrument) ? lines : [...lines].reverse();
    return { rows, tuning: rows.map((row, string) => stringOf(row.name, instrument, string)), unsure: [] };
  }
  const rows: (TabLine | null)[] = Array.from({ length: count }, () => null);
  if (lines.length === 1 && lines[0]!.name === '') {
    rows[0] = lines[0]!;
    return { rows, tuning, unsure: ['one line without a name: taken for the lowest string'] };
  }
  for (const line of lines) {
    const string = stringNamed(line.name, instrument, rows);
    if (string === null) return null;
    rows[string] = line;
  }
  return { rows, tuning, unsure: [] };
}

function letterOf(name: string): string {
  return name.replace(/-?\d$/, '').toUpperCase().replace('♯', '#').replace('♭', 'B');
}

/** The string of a name: `e` the high one of two, `E` the low one; null for none, or one that is taken. */
function stringNamed(
  name: string,
  instrument: Instrument,
  taken: readonly (TabLine | null)[],
): number | null {
  const all = instrument.tuning.flatMap((own, string) => (letterOf(own) === letterOf(name) ? [string] : []));
  const isHigh = name !== '' && name === name.toLowerCase();
  const string = isHigh ? all.at(-1) : all[0];
  return string === undefined || taken[string] !== null ? null : string;
}

/** The string a name before a line stands for: in the octave nearest to the player's own. */
function stringOf(name: string, instrument: Instrument, string: number): string {
  const by = tunedBy(name, instrument, string);
  if (by === 0) return instrument.tuning[string]!;
  const bare = name[0]!.toUpperCase() + name.slice(1).replace('♯', '#').replace('♭', 'b').replace(/\d$/, '');
  return withOctave(bare, midi(openStrings(instrument)[string]! + by));
}

/** Semitones from the player's own string to the nearest pitch of a name; 0 without one. */
function tunedBy(name: string, instrument: Instrument, string: number): number {
  if (name === '') return 0;
  const read = parseNote(`${name[0]!.toUpperCase()}${name.slice(1).replace(/\d$/, '')}3`);
  if (!read.ok) return 0;
  const by = (((read.value - openStrings(instrument)[string]!) % 12) + 12) % 12;
  return by > 6 ? by - 12 : by;
}

/** True when the names before the lines say that the lowest string is written on top: they are nearer to the player's so. */
function lowestOnTop(names: readonly string[], instrument: Instrument): boolean {
  if (names.some((n) => n === '')) return false;
  const farOf = (list: readonly string[]) =>
    list.reduce((sum, name, string) => sum + Math.abs(tunedBy(name, instrument, string)), 0);
  const [onTop, below] = [farOf(names), farOf([...names].reverse())];
  // A small e on the last line, as people name the high string, says it too.
  return onTop === below ? names.at(-1) === 'e' && names[0] !== 'e' : onTop < below;
}
