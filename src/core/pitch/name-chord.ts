import { ChordType } from 'tonal';
import { remember } from '../base/index';
import { intervalWords } from './interval';
import { parseChord, toneName } from './chord';
import { flatsOf, spell, tonicOf, type Key } from './key';
import { pitchClass, type Midi } from './midi';

/** What a set of notes is called: symbol spelled in the key, and whether a third is missing from it. */
export interface ChordName {
  readonly symbol: string;
  readonly noThird: boolean;
}

/** A chord type of the dictionary: intervals as a 12-bit set (bit n = n semitones above the root). */
interface TypeEntry {
  readonly bits: number;
  readonly suffix: string;
  /** How far-fetched the type is: everyday symbols come first. */
  readonly rank: number;
}

/** The symbols bands write every day, most usual first (common practice); `tonal` names in front. */
const EVERYDAY: readonly (readonly [string, string])[] = [
  ['M', ''],
  ['m', 'm'],
  ['5', '5'],
  ['7', '7'],
  ['m7', 'm7'],
  ['maj7', 'maj7'],
  ['sus4', 'sus4'],
  ['sus2', 'sus2'],
  ['Madd9', 'add9'],
  ['madd9', 'madd9'],
  ['6', '6'],
  ['m6', 'm6'],
  ['7sus4', '7sus4'],
  ['dim', 'dim'],
  ['aug', 'aug'],
  ['9', '9'],
  ['m9', 'm9'],
  ['maj9', 'maj9'],
  ['m7b5', 'm7b5'],
  ['dim7', 'dim7'],
  ['6add9', '6/9'],
  ['9sus4', '9sus4'],
  ['m/ma7', 'mMaj7'],
  ['madd4', 'madd4'],
  ['7#9', '7#9'],
  ['7b9', '7b9'],
];

const THIRDS = (1 << 3) | (1 << 4);
const FIFTH = 1 << 7;

const entries = remember((): readonly TypeEntry[] => {
  const everyday = new Map(EVERYDAY.map(([name, suffix], i) => [name, { suffix, rank: i }]));
  return [
    ...WRITTEN_OUT,
    ...ChordType.all().map((type): TypeEntry => {
      const bits = [...type.chroma].reduce((sum, bit, i) => (bit === '1' ? sum | (1 << i) : sum), 0);
      const known = type.aliases.map((a) => everyday.get(a)).find((k) => k !== undefined);
      return {
        bits,
        suffix: known?.suffix ?? spoken(type.aliases[0]!),
        rank: known?.rank ?? 40 + type.intervals.length,
      };
    }),
  ];
});

/** What a moved shape with open strings above it is called; the dictionary has no such types (common practice). */
const WRITTEN_OUT: readonly TypeEntry[] = [
  { bits: bitsOf(0, 4, 5, 7, 10), suffix: '7(11)', rank: 26 },
  { bits: bitsOf(0, 3, 5, 7, 10), suffix: 'm7(11)', rank: 26 },
];

function bitsOf(...semitones: readonly number[]): number {
  return semitones.reduce((sum, n) => sum | (1 << n), 0);
}

/** maj7 rather than M7 (common practice). */
function spoken(suffix: string): string {
  return suffix.replace(/^M(?=\d)/, 'maj').replace(/^mM(?=\d)/, 'mMaj');
}

/**
 * Names of notes sounding together, best first: every root among them, every type of the dictionary, whole, without its
 * fifth, which nobody says, or its third ("(no3)"), with a slash bass when another note is lowest; a simple chord over a
 * bass before an altered heap. One pitch class is a bare note name, in several octaves an octave; a root with its flat
 * fifth is "E(b5)". An empty list has no name. The order of the upper notes does not matter.
 */
export function nameNotes(notes: readonly Midi[], key: Key): readonly ChordName[] {
  if (notes.length === 0) return [];
  const lowest = pitchClass(Math.min(...notes));
  const pcs = [...new Set(notes.map((n) => pitchClass(n) as number))];
  if (pcs.length === 1) {
    const isAlone = new Set(notes).size === 1;
    return [{ symbol: `${spell(lowest, key)}${isAlone ? '' : ' octave'}`, noThird: true }];
  }
  if (pcs.length === 2 && pcs.every((pc) => [0, 6].includes(pitchClass(pc - lowest))))
    return [{ symbol: `${spell(lowest, key)}(b5)`, noThird: true }];
  const found: { symbol: string; score: number; noThird: boolean }[] = [];
  for (const root of pcs) {
    const bits = pcs.reduce((sum, pc) => sum | (1 << pitchClass(pc - root)), 0);
    for (const { suffix, rank, left } of matches(bits)) {
      const name = rootName(root, suffix, key) + suffix;
      const slash = root === lowest ? '' : `/${bassName(name, lowest, key)}`;
      const symbol = name + (left === '(no5)' ? '' : left) + slash;
      const score =
        rank +
        (root === lowest ? 0 : 22 - standing(root, key)) +
        (left === '' ? 0 : pcs.length === 2 ? 30 : 14);
      found.push({ symbol, score, noThird: (bits & THIRDS) === 0 });
    }
  }
  found.push(...slashed(notes, lowest, key));
  found.sort((a, b) => a.score - b.score || (a.symbol < b.symbol ? -1 : 1));
  const once = found.filter((one, i) => found.findIndex((two) => two.symbol === one.symbol) === i);
  if (once.length > 0) return once.map(({ symbol, noThird }) => ({ symbol, noThird }));
  const over = upperOver(notes, lowest, key);
  if (over !== null) return [over];
  // No dictionary chord, however much is left out: name it by its notes, lowest first.
  const symbol = [lowest, ...pcs.filter((pc) => pc !== lowest)].map((pc) => spell(pc, key)).join('·');
  return [{ symbol, noThird: true }];
}

/**
 * What a bandmate would call some notes, best name first: a bare note, an octave, a pair by its interval, everything
 * else by its symbol. An empty list has no name.
 */
export function spokenNames(notes: readonly Midi[], key: Key): readonly string[] {
  const sorted = [...new Set(notes)].sort((a, b) => a - b);
  const low = sorted[0];
  const high = sorted.at(-1);
  if (low === undefined || high === undefined) return [];
  const symbols = nameNotes(sorted, key).map((n) => n.symbol.replace(/\(no(\d)\)/, ' (no $1)'));
  if (sorted.length === 1) return [spell(low, key)];
  const distance = high - low;
  if (sorted.every((n) => (n - low) % 12 === 0)) {
    return [`${spell(low, key)} ${distance === 12 ? 'octave' : 'octaves'}`];
  }
  if (sorted.length > 2) return symbols;
  const pair = `${spell(low, key)}–${spell(high, key)}, ${intervalWords(distance)}`;
  if (distance % 12 === 6) return [`${spell(low, key)} tritone`, pair, ...symbols];
  const isPower = distance % 12 === 7 || distance % 12 === 5;
  return isPower ? [symbols[0]!, pair, ...symbols.slice(1)] : [pair, ...symbols];
}

/**
 * How much a root that is not the lowest note gains by its place in the key: A–C–E–G over G is a sixth chord in C
 * and a minor seventh in A minor (common practice).
 */
function standing(root: number, key: Key): number {
  return root === tonicOf(key) ? 14 : 0;
}

/** A plain triad over a bass note that nobody else plays: "Gm/F" rather than "Gm7/F" (common practice). */
function slashed(
  notes: readonly Midi[],
  lowest: number,
  key: Key,
): { symbol: string; score: number; noThird: boolean }[] {
  if (notes.filter((n) => pitchClass(n) === lowest).length > 1) return [];
  const upper = [...new Set(notes.map((n) => pitchClass(n) as number))].filter((pc) => pc !== lowest);
  return upper.flatMap((root) => {
    const bits = upper.reduce((sum, pc) => sum | (1 << pitchClass(pc - root)), 0);
    const triad = TRIADS.get(bits);
    return triad === undefined
      ? []
      : [
          {
            symbol: over(rootName(root, triad, key) + triad, lowest, key),
            score: (triad.endsWith('7') ? 34 : 20) - standing(root, key),
            noThird: false,
          },
        ];
  });
}

function over(name: string, lowest: number, key: Key): string {
  return `${name}/${bassName(name, lowest, key)}`;
}

/**
 * A root as it is spelled in the key; of a minor or diminished chord with a sharp where flats would need a double one,
 * unless the key has them anyway: C♯m in C, not D♭m (common practice).
 */
function rootName(root: number, suffix: string, key: Key): string {
  const name = spell(root, key);
  const isMinor = /^(m(?!aj)|dim)/.test(suffix);
  return isMinor && SHARPER[name] && flatsOf(key) < MANY_FLATS ? SHARPER[name] : name;
}

const SHARPER: Readonly<Record<string, string>> = { Db: 'C#', Gb: 'F#', Ab: 'G#' };
/** A flat major and F minor: from here on flats are at home (common practice). */
const MANY_FLATS = 4;

/** The bass as the chord spells it where it is one of its tones, else as the key does: A/C♯; never by a name like E♯. */
function bassName(name: string, lowest: number, key: Key): string {
  const inKey = spell(lowest, key);
  const chord = parseChord(name);
  if (!chord.ok) return inKey;
  const tone = toneName(chord.value, lowest);
  if (tone !== null) return UNUSUAL.test(tone) ? inKey : tone;
  const isSharp = chord.value.tones.some((t) => t.name.includes('#'));
  return isSharp && SHARPER[inKey] ? SHARPER[inKey] : inKey;
}

const UNUSUAL = /##|bb|[EB]#|[FC]b/;

/** Two names for what has none: the notes above the lowest, over it. */
function upperOver(notes: readonly Midi[], lowest: number, key: Key): ChordName | null {
  const upper = notes.filter((n) => pitchClass(n) !== lowest);
  const [best] = upper.length > 0 ? nameNotes(upper, key) : [];
  if (!best || /[·/]/.test(best.symbol)) return null;
  return { symbol: `${best.symbol.replace(' octave', '')}/${spell(lowest, key)}`, noThird: best.noThird };
}

const TRIADS: ReadonlyMap<number, string> = new Map([
  [(1 << 0) | (1 << 4) | (1 << 7), ''],
  [(1 << 0) | (1 << 3) | (1 << 7), 'm'],
  [(1 << 0) | (1 << 4) | (1 << 7) | (1 << 10), '7'],
  [(1 << 0) | (1 << 3) | (1 << 7) | (1 << 10), 'm7'],
  [(1 << 0) | (1 << 4) | (1 << 7) | (1 << 11), 'maj7'],
]);

function matches(bits: number): { suffix: string; rank: number; left: string }[] {
  const list: { suffix: string; rank: number; left: string }[] = [];
  const hasThird = (bits & THIRDS) !== 0;
  for (const { bits: type, suffix, rank } of entries('')) {
    if (type === bits) list.push({ suffix, rank, left: '' });
    else if ((bits & FIFTH) === 0 && type === (bits | FIFTH) && suffix !== '5') {
      list.push({ suffix, rank, left: '(no5)' });
    } else if (!hasThird && popCount(type) > 3 && (type & ~THIRDS) === bits && (type & THIRDS) !== THIRDS) {
      list.push({ suffix, rank: rank + 4, left: '(no3)' });
    }
  }
  return list;
}

function popCount(bits: number): number {
  let n = 0;
  for (let b = bits; b !== 0; b &= b - 1) n += 1;
  return n;
}
