import type { Key } from '../../pitch/index';
import {
  barTicks,
  beatTicks,
  countedBeats,
  countedBeatTicks,
  TICKS_PER_QUARTER,
  type Meter,
} from '../../time/index';
import { chordOf, degreeOf, isNumber, isRoman } from './words';

/** A chord of a bar; `at` in ticks after the bar line. */
export interface TypedBarChord {
  readonly at: number;
  readonly chord: string;
  /** Not sure: it could not be read, or its place was guessed. */
  readonly guess?: true;
}

/** One bar; no chords: what was before goes on. */
export type TypedBar = readonly TypedBarChord[];

/** A stretch of chords as somebody typed it. */
export interface TypedBars {
  readonly bars: readonly TypedBar[];
  /** How often all of it is played: `x4`, or between signs of repeat; null where nothing is said. */
  readonly times: number | null;
  /** Words in brackets that are no chords. */
  readonly notes: readonly string[];
  /** What was taken for granted. */
  readonly asks: readonly string[];
  /** Words that should be chords and are none. */
  readonly wrong: readonly string[];
}

interface Ground {
  readonly meter: Meter;
  /** Degrees are read in it; null: they cannot be. */
  readonly key: Key | null;
  /** The stretch stands where only chords do: behind the name of a section. */
  readonly expected: boolean;
}

const COUNT = /^\(?(?:[x×*]\s?(\d{1,2})|(\d{1,2})\s?[x×])(?:\s?times)?[).,]?$/i;
const SEPARATOR = /^(?:[-–—→⇒>~,;]+|->|=>)$/;
const HOLDS = /^[./_\-–]+$/;
const SAME = /^(?:%|·\/·|\.\/\.|\/\/|''|"|sim\.?|simile)$/i;

/** Bar lines and arrows as keyboards have them. */
function plain(text: string): string {
  return text
    .replace(/[‖∥]/g, '||')
    .replace(/[¦│┃]/g, '|')
    .replace(/\[:/g, '|:')
    .replace(/:\]/g, ':|')
    .replace(/\u00a0|\t/g, ' ')
    .replace(/[→⇒➔➝]|->|=>/g, ' - ')
    .replace(/\b([x×])\s+(\d)/gi, '$1$2')
    .replace(/(\d)\s+([x×])(?=[\s),.]|$)/gi, '$1$2');
}

/** Reads chords with bar lines, strokes, signs of repeat or none of them. Null where it is no stretch of chords. */
export function readBars(raw: string, ground: Ground): TypedBars | null {
  const { text, note } = withoutNote(plain(raw).trim());
  if (text === '') return null;
  const read = text.includes('|') ? betweenLines(text, ground) : inARow(text, ground);
  return read && note !== null ? { ...read, notes: [...read.notes, note] } : read;
}

/** What somebody remarks behind the chords of a line: `Em C  -- open it up`, `Em C // let ring`. */
function withoutNote(text: string): { readonly text: string; readonly note: string | null } {
  const match = /^(.*\S)\s+(?:-{2,}|—|\/\/|#)\s+(\S.*)$/.exec(text);
  const isWords = match?.[2]!
    .split(/\s+/)
    .some((w) => /[a-z]{3,}/.test(w) && chordOf(w, { small: true }) === null);
  return match && isWords ? { text: match[1]!, note: match[2]! } : { text, note: null };
}

/** Whether every word of a text is a chord, or nearly so; small letters count where all of them are. */
function wordReader(words: readonly string[], ground: Ground, inBars: boolean) {
  const content = words.filter(
    (w) => !SEPARATOR.test(w) && !HOLDS.test(w) && !SAME.test(w) && !COUNT.test(w),
  );
  const degrees = content.length > 0 && content.every((w) => isRoman(w) || isNumber(w));
  const isDegrees = degrees && (content.length > 1 || ground.expected || inBars);
  const capitals = content.filter((w) => chordOf(w) !== null).length;
  const smalls = content.filter((w) => chordOf(w, { small: true }) !== null).length;
  const small = smalls > capitals && (ground.expected || inBars || smalls === content.length);
  const found = isDegrees ? content.length : small ? smalls : capitals;
  return {
    content,
    isDegrees,
    found,
    read: (word: string): { symbol: string; read: string | null } | null => {
      if (!isDegrees) return chordOf(word, { small });
      const symbol = ground.key && degreeOf(word, ground.key);
      return symbol ? { symbol, read: null } : null;
    },
  };
}

const NO_KEY = 'degrees need a key to be chords; expected a line like Key: G above them';

function betweenLines(text: string, ground: Ground): TypedBars | null {
  const asks: string[] = [];
  const notes: string[] = [];
  const wrong: string[] = [];
  // A number before the first line counts bars; words before it are no bar.
  const start = text.search(/\|/);
  const lead = text.slice(0, start).trim();
  const body = /^\d*[.)]?$/.test(lead) ? text.slice(start) : `|${text}`;
  const cut = body.split(/(\|\|?:|:\|\|?|\|+)/);
  const pieces = cut.map((p) => p.trim());
  const words = pieces.flatMap((p) => (/^[|:]+$/.test(p) ? [] : wordsIn(p).words));
  const reader = wordReader(words, ground, true);
  if (reader.isDegrees && ground.key === null) return { bars: [], times: null, notes, asks: [NO_KEY], wrong };
  const isChords = reader.found > 0 && reader.found * 2 >= reader.content.length;
  const isHeld = reader.content.length === 0 && words.some((w) => HOLDS.test(w) || SAME.test(w));
  if (!isChords && !isHeld) return null;
  const bars: TypedBar[] = [];
  let from = 0;
  let times: number | null = null;
  let ending: number | null = null;
  pieces.forEach((piece, i) => {
    if (/^\|\|?:$/.test(piece)) {
      from = bars.length;
      ending = null;
      return;
    }
    if (/^:\|\|?$/.test(piece)) {
      const said = wordsIn(pieces[i + 1] ?? '').words[0];
      const often = countOf(said ?? '') ?? 2;
      const rest = pieces.slice(i + 1).filter((p) => p !== '' && !/^\|+$/.test(p) && countOf(p) === null);
      const block = bars.slice(from);
      const isWhole = from === 0 && rest.length === 0 && block.length > 0;
      if (isWhole) times = often;
      else {
        const common = ending === null ? block : block.slice(0, ending - from);
        const isEnded =
          ending !== null && /^2\./.test(pieces.slice(i + 1).find((p) => p !== '' && !/^\|/.test(p)) ?? '');
        if (isEnded) bars.push(...common);
        else for (let n = 1; n < often; n += 1) bars.push(...block);
      }
      from = bars.length;
      ending = null;
      return;
    }
    if (/^\|*$/.test(piece)) {
      // Lines with room between them are a bar that holds what was before; side by side they are one double line.
      const isRoom = cut[i]!.length > 0 && piece === '' && cut[i - 1] === '|' && cut[i + 1] === '|';
      if (isRoom && bars.length > 0) bars.push([]);
      return;
    }
    const isLast = i === pieces.length - 1;
    const only = countOf(piece);
    if (only !== null) {
      if (isLast && !/^:\|/.test(pieces[i - 1] ?? '')) times = only;
      return;
    }
    const number = /^([12])\.\s*/.exec(piece);
    if (number) ending = number[1] === '1' ? bars.length : null;
    const read = wordsIn(number ? piece.slice(number[0].length) : piece);
    notes.push(...read.notes);
    const inside = read.words.filter((w) => !SEPARATOR.test(w) || HOLDS.test(w));
    const often = isLast ? countOf(inside.at(-1) ?? '') : null;
    if (often !== null) {
      times = often;
      inside.pop();
      if (inside.length === 0) return;
    }
    if (inside.length === 1 && (SAME.test(inside[0]!) || /^\/$/.test(inside[0]!))) {
      bars.push(bars.at(-1) ?? []);
      return;
    }
    bars.push(barOf(inside, { ...ground, asks, wrong, read: reader.read }));
  });
  return { bars: settled(bars), times, notes, asks, wrong };
}

/** A first bar that holds nothing is silent. */
function settled(bars: readonly TypedBar[]): readonly TypedBar[] {
  const [first, ...rest] = bars;
  if (!first || first.some((c) => c.at === 0)) return bars;
  return [[{ at: 0, chord: 'N.C.', guess: true }, ...first], ...rest];
}

/** The words of a stretch; groups in brackets that hold no chord are notes. */
function wordsIn(text: string): { readonly words: readonly string[]; readonly notes: readonly string[] } {
  const notes: string[] = [];
  const left = text.replace(/\(([^()]*)\)/g, (whole, inside: string, at: number) => {
    const behind = at > 0 && /\S/.test(text[at - 1]!);
    const words = inside.trim().split(/\s+/);
    if (behind || COUNT.test(whole) || COUNT.test(inside.trim())) return whole;
    if (words.every((w) => chordOf(w, { small: true }) !== null || SEPARATOR.test(w))) return whole;
    notes.push(inside.trim());
    return ' ';
  });
  return { words: left.split(/\s+/).filter((w) => w !== ''), notes };
}

/** `x4`, `(4x)`; null for other words. */
export function countOf(word: string): number | null {
  const match = COUNT.exec(word.trim());
  if (!match) return null;
  const often = Number(match[1] ?? match[2]);
  return often >= 1 && often <= 99 ? often : null;
}

interface BarGround extends Ground {
  readonly asks: string[];
  readonly wrong: string[];
  readonly read: (word: string) => { symbol: string; read: string | null } | null;
}

/** One bar from its words: chords, and marks that hold the one before. */
function barOf(words: readonly string[], ground: BarGround): TypedBar {
  const starts = placesOf(words, ground);
  return words.flatMap((word, i): TypedBarChord[] => {
    if (HOLDS.test(word) || SAME.test(word)) return [];
    if (i > 0 && starts[i] === starts[i - 1]) {
      ground.asks.push(`there is no room for ${word} in a bar with ${words.length} chords; it is left out`);
      return [];
    }
    return [chordAt(word, starts[i]!, ground)];
  });
}

function chordAt(word: string, at: number, { read, asks, wrong }: BarGround): TypedBarChord {
  const chord = read(word);
  if (chord === null) {
    wrong.push(word);
    return { at, chord: 'N.C.', guess: true };
  }
  if (chord.read !== null) asks.push(chord.read);
  return { at, chord: chord.symbol };
}

/**
 * Where the words of a bar stand: evenly where they divide it on its beats; else one beat each at the end, and the first
 * one lasts until then, which is asked about.
 */
function placesOf(words: readonly string[], { meter, asks }: BarGround): readonly number[] {
  const n = words.length;
  const ticks = barTicks(meter);
  const counted = countedBeats(meter);
  const isEven = (units: number) => units % n === 0 || n % units === 0;
  if (n === 1 || isEven(counted) || isEven(meter.beats)) return words.map((_, i) => (ticks * i) / n);
  const unit = n <= meter.beats ? beatTicks(meter) : beatTicks(meter) / 2;
  const units = Math.round(ticks / unit);
  if (n > units) return words.map((_, i) => (Math.floor((i * units * 2) / n) * unit) / 2);
  asks.push(
    `${numberWord(n)} chords in a bar: the first lasts ${units - n + 1} ${unit === countedBeatTicks(meter) ? 'beats' : unitWord(unit)}, the others one each; is that meant?`,
  );
  return words.map((_, i) => (i === 0 ? 0 : (units - n + i) * unit));
}

/** "eighths", "sixteenths" for a stretch of ticks. */
function unitWord(ticks: number): string {
  const words: Readonly<Record<number, string>> = {
    2: 'halves',
    4: 'quarters',
    8: 'eighths',
    16: 'sixteenths',
  };
  return words[(TICKS_PER_QUARTER * 4) / ticks] ?? '32nds';
}

function numberWord(n: number): string {
  return ['', '', 'two', 'three', 'four', 'five', 'six', 'seven'][n] ?? String(n);
}

/** Chords one after the other without bar lines: one for each bar. */
function inARow(whole: string, ground: Ground): TypedBars | null {
  const { words: loose, notes } = wordsIn(whole);
  const words = loose.flatMap((word) => joined(word));
  const reader = wordReader(
    words.map((w) => w.replace(/^\(+|\)+$/g, '')).filter((w) => w !== ''),
    ground,
    false,
  );
  if (reader.content.length === 0) return null;
  const isMost = reader.found * 3 >= reader.content.length * 2 && reader.found >= 2;
  const isAll = reader.found === reader.content.length;
  const looksSo = reader.content.every((w) => w.length <= 9 && /^[([]?[A-Ha-h]/.test(w));
  const isExpected = ground.expected && reader.found > 0 && reader.found * 2 >= reader.content.length;
  // Far apart, as names over a line of words: half of them are enough.
  const isSpaced = /\S\s{3,}\S/.test(whole) && reader.found * 2 >= reader.content.length && reader.found > 0;
  if (!isAll && !((isMost || isSpaced) && looksSo) && !isExpected) return null;
  if (reader.isDegrees && ground.key === null)
    return { bars: [], times: null, notes, asks: [NO_KEY], wrong: [] };
  const asks: string[] = [];
  const wrong: string[] = [];
  const of: BarGround = { ...ground, asks, wrong, read: reader.read };
  const strokes = words.filter((w) => w === '/').length;
  if (strokes > 0 && strokes >= reader.content.length) return { ...strummed(words, of), notes, asks, wrong };
  const groups = whole
    .split(/[,;]/)
    .map((part) => part.trim())
    .filter((part) => part !== '');
  const inGroups = groups.map((part) => wordsIn(part).words.filter((w) => countOf(w) === null));
  if (groups.length > 1 && inGroups.some((g) => g.length > 1) && inGroups.every((g) => g.length > 0)) {
    if (inGroups.every((g) => g.every((w) => !SEPARATOR.test(w) && w !== '/'))) {
      asks.push('what stands between commas is read as one bar');
      const last = countOf(wordsIn(groups.at(-1)!).words.at(-1) ?? '');
      return { bars: inGroups.map((g) => barOf(g, of)), times: last, notes, asks, wrong };
    }
  }
  return { ...oneEach(words, of), notes, asks, wrong };
}

/** `Dm-Bb-F` as its chords; any other word alone. */
function joined(word: string): readonly string[] {
  const parts = word.split(/(?<=[A-Ga-gm\d])[-–,](?=\(?[A-Ga-g])/);
  return parts.length > 1 && parts.every((p) => chordOf(p, { small: true }) !== null) ? parts : [word];
}

/** `Em / / / C / G /`: a chord and its strokes are a beat each. */
function strummed(words: readonly string[], ground: BarGround): Pick<TypedBars, 'bars' | 'times'> {
  const { meter } = ground;
  const beat = barTicks(meter) / countedBeats(meter);
  const bars: TypedBarChord[][] = [];
  let at = 0;
  let times: number | null = null;
  for (const word of words) {
    const often = countOf(word);
    if (often !== null) times = often;
    else if (!SEPARATOR.test(word)) {
      const bar = Math.floor(at / barTicks(meter));
      while (bars.length <= bar) bars.push([]);
      if (word !== '/') bars[bar]!.push(chordAt(word, at - bar * barTicks(meter), ground));
      at += beat;
    }
  }
  return { bars: settled(bars), times };
}

/** One bar for each chord; `Em x2` lasts two of them where more than the whole is counted, `(Em D) x3` comes three times. */
function oneEach(words: readonly string[], ground: BarGround): Pick<TypedBars, 'bars' | 'times'> {
  const counts = words.filter((w) => countOf(w) !== null).length;
  const bars: TypedBar[] = [];
  let times: number | null = null;
  let open = -1;
  let closed: number | null = null;
  words.forEach((word, i) => {
    const often = countOf(word);
    if (often !== null) {
      const isEnd = i === words.length - 1;
      if (i === 0 || bars.length === 0) times = often;
      else if (closed !== null && closed < bars.length && (closed > 0 || !isEnd)) {
        const block = bars.slice(closed);
        for (let n = 1; n < often; n += 1) bars.push(...block);
      } else if (isEnd && counts === 1) times = often;
      else for (let n = 1; n < often; n += 1) bars.push(bars.at(-1)!);
      closed = null;
      return;
    }
    if (SEPARATOR.test(word) || word === '/') return;
    if (word === '%' || word === '.') {
      bars.push(bars.at(-1) ?? []);
      return;
    }
    if (word.startsWith('(')) open = bars.length;
    bars.push([chordAt(word, 0, ground)]);
    if (word.endsWith(')') && open >= 0) {
      closed = open;
      open = -1;
    } else closed = null;
  });
  return { bars: settled(bars), times };
}
