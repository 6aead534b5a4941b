/** Where keys stand for something; `line` is Hits in a bar with notes instead of a grip, where letters write notes. */
export type KeyScreen =
  'songs' | 'chart' | 'split' | 'hits' | 'line' | 'listen' | 'sheets' | 'rig' | 'log' | 'stand';

/** One key and what it stands for, on every screen that has it. */
export interface KeyMeaning {
  readonly key: string;
  readonly words: string;
  readonly on: readonly KeyScreen[];
}

const SONG: readonly KeyScreen[] = ['chart', 'split', 'hits', 'line', 'listen', 'sheets', 'rig', 'log'];
const HANDS: readonly KeyScreen[] = ['hits', 'line'];

/**
 * Every single key of the application. A letter means one thing wherever it exists; in a line letters write notes, as
 * they write words in a text. `use-single-keys.ts` knows no other keys than these.
 */
export const MEANINGS: readonly KeyMeaning[] = [
  // Going about.
  { key: 'ArrowLeft', words: 'back: a moment, a place, a bar', on: ['split', 'hits', 'line', 'listen'] },
  { key: 'ArrowRight', words: 'on: a moment, a place, a bar', on: ['split', 'hits', 'line', 'listen'] },
  { key: 'ArrowUp', words: 'player above', on: ['split', 'hits', 'line'] },
  { key: 'ArrowDown', words: 'player below', on: ['split', 'hits', 'line'] },
  { key: 'PageUp', words: 'bar before', on: HANDS },
  { key: 'PageDown', words: 'next bar', on: HANDS },
  { key: '[', words: 'section before', on: ['split', 'hits', 'line', 'listen'] },
  { key: ']', words: 'next section', on: ['split', 'hits', 'line', 'listen'] },
  {
    key: '1',
    words: 'Guitar 1: its part; when listening softer, silent, as it is',
    on: ['split', 'hits', 'listen'],
  },
  { key: '2', words: 'Guitar 2, the same', on: ['split', 'hits', 'listen'] },
  { key: '3', words: 'bass, the same', on: ['split', 'hits', 'listen'] },
  { key: '4', words: 'drums: softer, silent, as they are', on: ['listen'] },
  { key: '5', words: 'voice: softer, silent, as it is', on: ['listen'] },
  { key: 'n', words: 'next finding', on: ['split', 'hits', 'line'] },
  { key: 'j', words: 'join: into the next section, and back', on: HANDS },
  { key: '/', words: 'find: a command, on the shelf a song', on: ['songs', 'split', 'hits', 'line'] },
  { key: '?', words: 'the keys of this screen', on: ['songs', ...SONG, 'stand'] },
  { key: 'M', words: 'moves by itself: the stand turns with the tempo', on: ['stand'] },
  // Hearing.
  { key: ' ', words: 'play from here, or stop', on: SONG },
  {
    key: 'e',
    words: 'hear this bar round and round; of two things the other one',
    on: ['split', 'hits', 'line', 'listen'],
  },
  { key: 'R', words: 'what goes round: the song, the bar, the section, the join', on: ['listen'] },
  { key: '-', words: 'slower', on: ['listen'] },
  { key: '+', words: 'faster', on: ['listen'] },
  { key: 'C', words: 'count in a bar, or not', on: ['listen'] },
  { key: 'I', words: 'the part I play: Guitar 1, Guitar 2, bass, none', on: ['listen'] },
  { key: 'm', words: 'that round was clean', on: ['listen'] },
  // Choosing and keeping.
  {
    key: 'a',
    words: 'what else could be played: grips on Split, patterns on Hits',
    on: ['split', 'hits', 'line'],
  },
  { key: 'A', words: 'what else the right hand could do in this bar', on: ['split'] },
  { key: 's', words: 'split the section (again: everything not locked)', on: ['split'] },
  { key: 'l', words: 'lock or unlock the grip', on: ['split'] },
  { key: 'k', words: 'keep the finding here on purpose', on: ['split', 'hits', 'line'] },
  { key: '~', words: 'a guess, or not', on: ['split', 'hits', 'line'] },
  { key: '=', words: 'either: another way kept beside this one, and swapped', on: ['split', 'hits', 'line'] },
  {
    key: '|',
    words: 'this bar in writing: chords, voice, grips, notes, hits',
    on: ['split', 'hits', 'line'],
  },
  { key: "'", words: 'remarks: told to everybody or one player', on: ['split', 'hits', 'line'] },
  { key: 'P', words: 'choose or tune the plan', on: ['split'] },
  { key: 'G', words: 'gain and sound of the player, in the section or the bar', on: ['split'] },
  { key: 'V', words: 'versions: keep this split, compare, go back', on: ['split'] },
  { key: 'T', words: 'paste tab from this bar on', on: ['split'] },
  { key: 'o', words: 'form: times, tempo, key, endings', on: HANDS },
  { key: 'i', words: 'grid: the next finer one', on: HANDS },
  // Writing.
  { key: 'f', words: 'strike; in a line the same fret again', on: HANDS },
  { key: 'd', words: 'palm mute', on: HANDS },
  { key: 'x', words: 'dead', on: HANDS },
  { key: 'g', words: 'go on: what sounds is held', on: HANDS },
  { key: 'r', words: 'rest: the grip, or the strings from here on', on: ['split', 'hits', 'line'] },
  { key: 'w', words: 'weak or strong', on: HANDS },
  { key: 'q', words: 'down or up: as the hand goes, down, up', on: HANDS },
  { key: 'y', words: 'how: the grip is come to, the strings are struck', on: ['split', 'hits'] },
  { key: 't', words: 'one string: alone, each in turn, then the whole grip', on: ['hits'] },
  {
    key: 'u',
    words: 'mute low: the lowest string muted while the others ring, one more, none',
    on: ['hits'],
  },
  ...[1, 2, 3, 4, 5, 6].map((n): KeyMeaning => ({
    key: `Shift+${n}`,
    words: `string ${n}: struck here with the others, or not`,
    on: ['hits'],
  })),
  { key: ',', words: 'push: the change comes an eighth early, a sixteenth, on its place', on: ['hits'] },
  { key: ';', words: 'all push: the change an eighth early for everybody', on: ['hits'] },
  { key: ':', words: 'no push: the change comes on its place for all', on: ['hits'] },
  { key: 'p', words: 'repeat: what stands before here, to the end of the bar', on: ['hits'] },
  { key: 'h', words: 'three in two: three strokes in the time of two places', on: ['hits'] },
  { key: 'c', words: 'copy this bar’s hits', on: ['hits'] },
  { key: 'v', words: 'put the copied bar here', on: ['hits'] },
  { key: 'b', words: 'line: notes instead of a grip in this bar, and back', on: HANDS },
  { key: 'z', words: 'voice: sings here or not', on: HANDS },
  { key: 'Z', words: 'voice: a guess in this bar, or not', on: HANDS },
  { key: 'Backspace', words: 'back one place and silence it', on: HANDS },
];

/** Keys for which another can be chosen: one sign, typed alone. */
export function isMovable(key: string): boolean {
  return /^[^\s\d]$/.test(key);
}

/** Keys that type a sign, with shift too; these can be switched off. Arrows, space and the like stay. */
export function isSign(key: string): boolean {
  return ([...key].length === 1 && key !== ' ') || /^Shift\+\d$/.test(key);
}

const CAPS: Readonly<Record<string, string>> = {
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓',
  PageUp: 'PgUp',
  PageDown: 'PgDn',
  Backspace: '⌫',
  ' ': 'space',
};

/** A key as it is printed: `f`, `←`, `⇧3`. */
export function capOf(key: string): string {
  return CAPS[key] ?? key.replace(/^Shift\+(.*)$/, (_, name: string) => `⇧${CAPS[name] ?? name}`);
}
