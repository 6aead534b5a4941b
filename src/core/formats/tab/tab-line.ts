import { MAX_TAB_CHARACTERS } from '../limits';

/** One line of tab: a string with what is fretted on it, column by column. */
export interface TabLine {
  /** As it stands before the line; empty without one. */
  readonly name: string;
  /** Frets, dashes and bar lines; marks of repeats and what is no mark of tab are dashes in it. */
  readonly body: string;
  /** The column of the text in which the body begins. */
  readonly start: number;
  /** `x4` behind it; null without. */
  readonly times: number | null;
  /** Columns of the body at which repeated bars begin and end. */
  readonly begins: readonly number[];
  readonly ends: readonly number[];
  /** What stands in it and is no mark of tab. */
  readonly odd: readonly string[];
  /** Words behind its last bar line. */
  readonly behind: string;
}

const TIMES = /([|:\-\s])\s*\(?\s*(?:[x×]\s?(\d{1,2})|(\d{1,2})\s?[x×])(?:\s*times)?\s*\)?\s*$/i;
/** Longest repeat count with the blanks around it: `|  ( x 12 times )`. */
const MAX_COUNT_CHARACTERS = 24;
const NAME = /^(\s*)([A-Ga-g][#b♯♭]?\d?)?(\s*)/;
/** What a fret, a stroke and how it is come to are written with. */
const MARKS = /[-0-9xXhHpPbBrtTsS/\\~^<>()[\]*=½¼|]/;
const WORDS = /full|tr(?=\(?\d)/g;

/** Dashes and bar lines as typesetters have them. */
function plain(raw: string): string {
  return raw
    .replace(/[–—−─━‒]/g, '-')
    .replace(/[│┃¦]/g, '|')
    .replaceAll('\t', '    ');
}

/** A line of text as tab, or null when it is none: mostly dashes, frets and bar lines, behind a string's name or none. */
export function tabLineOf(raw: string): TabLine | null {
  if (raw.length > MAX_TAB_CHARACTERS) return null;
  const whole = plain(raw).trimEnd();
  // A repeat count is the last thing on the line.
  const tail = Math.max(0, whole.length - MAX_COUNT_CHARACTERS);
  const times = TIMES.exec(whole.slice(tail));
  const repeated = times ? whole.slice(0, tail + times.index + times[1]!.length) : whole;
  const last = repeated.lastIndexOf('|');
  const behind = last > 0 ? repeated.slice(last + 1).trim() : '';
  const isWords = behind !== '' && !behind.includes('--') && /[A-Za-z]{2}/.test(behind);
  const text = (isWords ? repeated.slice(0, last + 1) : repeated).trimEnd().replace(/([^|]):$/, '$1');
  const lead = NAME.exec(text)!;
  const after = text.slice(lead[0].length);
  if (!isTab(after, lead[2] !== undefined)) return null;
  const skip = /^[|:]*/.exec(after)![0];
  const begun = /\|:$|^\|\|:/.test(skip);
  const full = after.slice(skip.length);
  const { body, begins, ends } = repeatsOf(full);
  const odd: string[] = [];
  const kept = body
    .replace(WORDS, (word) => word.toUpperCase())
    .replace(/./g, (c) => {
      if (MARKS.test(c) || /[FULTR]/.test(c)) return c === '=' ? '-' : c;
      if (c !== ' ') odd.push(c);
      return '-';
    })
    .replace(/FULL/g, 'full')
    .replace(/TR/g, 'tr')
    .replace(/[FULR]/g, (c) => {
      odd.push(c);
      return '-';
    });
  return {
    name: lead[2] ?? '',
    body: kept,
    start: text.length - full.length,
    times: times ? Number(times[2] ?? times[3]) : null,
    begins: begun ? [0, ...begins] : begins,
    ends,
    odd: [...new Set(odd)],
    behind: isWords ? behind : '',
  };
}

/** Fewest dashes of a line of tab, and the least share of marks among what it is written with; set on test/pasted-tabs.ts. */
const LEAST_DASHES = 3;
const LEAST_MARKS = 0.7;

/** Two dashes in a row, hardly a word, and more marks than anything else. */
function isTab(text: string, isNamed: boolean): boolean {
  if (!/--/.test(text.replace(/\d+/g, '-')) || !/^[-|:\d\s(<[/\\~xXhptT]/.test(text)) return false;
  const dashes = text.replace(/[^-]/g, '').length;
  if (dashes < LEAST_DASHES || /[A-Za-z]{4,}/.test(text.replace(/full/g, '').replace(/x+/gi, '')))
    return false;
  const marks = [...text].filter((c) => MARKS.test(c) || c === ':').length;
  const all = text.replace(/\s/g, '').length;
  return marks >= all * LEAST_MARKS && (isNamed || /[|\d]/.test(text) || dashes * 2 > all);
}

/** Marks of repeats become dashes: `|:`, `||*`, `:|`, `o||`. */
function repeatsOf(full: string): Pick<TabLine, 'body' | 'begins' | 'ends'> {
  const begins: number[] = [];
  const ends: number[] = [];
  const body = full
    .replace(/(\|\|?)([:*o])/g, (all: string, bar: string, mark: string, at: number) => {
      if (mark !== ':' && bar.length < 2) return all;
      begins.push(at + bar.length);
      return `${bar}-`;
    })
    .replace(
      /(^|[^\d>)\]])([:*o])(\|\|?)/g,
      (all: string, before: string, mark: string, bar: string, at: number) => {
        if (mark !== ':' && bar.length < 2) return all;
        ends.push(at + before.length + 1);
        return `${before}-${bar}`;
      },
    )
    .replace(/(\d):(?=\|)/g, (_all, fret: string, at: number) => {
      ends.push(at + 2);
      return `${fret}-`;
    });
  return { body, begins, ends };
}
