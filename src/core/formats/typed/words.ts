import { isNoChord, parseChord, spell, tonicOf, type Key } from '../../pitch/index';

/** A chord as somebody typed it, in our spelling; `read` says what was taken for granted. */
export interface TypedChord {
  readonly symbol: string;
  /** `H` read as B; null where nothing was. */
  readonly read: string | null;
}

/** Words that would be chords, and are hardly meant so outside bar lines. */
const LYRIC_WORDS = /^(?:go|do|bo|add|be|dad|ego)$/i;

/**
 * The chord a word stands for, with brackets and points around it taken off: `(Dm)`, `A7,`, `am` where small letters may
 * be chords, `Hm`. Null where it is none.
 */
export function chordOf(word: string, { small = false }: { small?: boolean } = {}): TypedChord | null {
  if (isNoChord(word.replace(/[,;]$/, '')) || /^\(?tacet[).,]?$/i.test(word))
    return { symbol: 'N.C.', read: null };
  const bare = bareWord(word);
  if (bare === '' || LYRIC_WORDS.test(bare)) return null;
  const spelled = bare
    .replace(/\/([a-g][b#♭♯]?)$/, (_, bass: string) => `/${capital(bass)}`)
    .replace(/-?minor$/i, 'm')
    .replace(/-?major$/i, '')
    .replace(/dom(?=7)/, '');
  const first = small && /^[a-h]/.test(spelled) ? capital(spelled) : spelled;
  const isGerman = /^H(?![a-z]{2})/.test(first);
  const symbol = isGerman ? `B${first.slice(1)}` : first;
  if (!parseChord(symbol).ok) return null;
  return { symbol, read: isGerman ? `${bare} is read as ${symbol}: H is B here` : null };
}

/** Without the brackets, points and stars around a word; brackets that belong to it stay: `C7(b9)`. */
function bareWord(word: string): string {
  let bare = word.replace(/^[([{"'“‘]+/, '').replace(/[,;:.!"'”’*]+$/, '');
  while (/[)\]}]$/.test(bare) && count(bare, /[)\]}]/g) > count(bare, /[([{]/g)) bare = bare.slice(0, -1);
  return bare.replace(/[*,;:.]+$/, '');
}

function count(text: string, what: RegExp): number {
  return text.match(what)?.length ?? 0;
}

/** The word with its first letter large. */
export function capital(word: string): string {
  return word === '' ? word : word[0]!.toUpperCase() + word.slice(1);
}

const ROMAN =
  /^([b#♭♯]?)(VII|VI|IV|V|III|II|I|vii|vi|iv|v|iii|ii|i)(maj7|M7|m7|7|°|o|sus4|sus2|add9|5|6|9)?,?$/;
const NUMBER = /^([b#♭♯]?)([1-7])(-7|-|m7|m|maj7|7|sus4|sus2|5)?,?$/;
const ROMANS = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'];
const MAJOR_STEPS = [0, 2, 4, 5, 7, 9, 11];
const MINOR_STEPS = [0, 2, 3, 5, 7, 8, 10];
/** Triads on the steps of a major and of a natural minor key (common practice). */
const MAJOR_KINDS = ['', 'm', 'm', '', '', 'm', 'dim'];
const MINOR_KINDS = ['m', 'dim', '', 'm', 'm', '', ''];

/** A degree in Roman figures, `vi`, `bVII`, `V7`; whether it is a chord needs a key. */
export function isRoman(word: string): boolean {
  return ROMAN.test(word);
}

/** A degree as a number, `4`, `6-`, `b7`; whether it is a chord needs a key. */
export function isNumber(word: string): boolean {
  return NUMBER.test(word);
}

/** The chord a degree stands for in a key: `vi`, `bVII`, `6-`, `4`; null where it is none. */
export function degreeOf(word: string, key: Key): string | null {
  const roman = ROMAN.exec(word);
  const number = roman ? null : NUMBER.exec(word);
  const match = roman ?? number;
  if (!match) return null;
  const step = roman ? ROMANS.indexOf(match[2]!.toUpperCase()) : Number(match[2]) - 1;
  const sign = /[b♭]/.test(match[1]!) ? -1 : match[1] === '' ? 0 : 1;
  const steps = key.mode === 'major' ? MAJOR_STEPS : MINOR_STEPS;
  const root = spell(tonicOf(key) + steps[step]! + sign, key);
  const kinds = key.mode === 'major' ? MAJOR_KINDS : MINOR_KINDS;
  const more = match[3] ?? '';
  if (number) return root + (more === '' ? (sign === 0 ? kinds[step]! : '') : more.replace('-', 'm'));
  const isSmall = match[2] === match[2]!.toLowerCase();
  if (/^[°o]$/.test(more)) return `${root}dim`;
  return root + (isSmall && !more.startsWith('m') ? 'm' : '') + more;
}
