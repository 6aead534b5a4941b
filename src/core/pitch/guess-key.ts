import { parseChord } from './chord';
import { ALL_KEYS, type Key } from './key';
import { chordsOfKey } from './key-chords';
import { pitchClass } from './midi';

/** How much it counts that the first chord, or the last, is the tonic's. */
const FIRST = 1.5;
const LAST = 1;

/**
 * The key some chords are most likely in: the one that has most of them, with the tonic at the beginning and the end
 * counting for more. A power chord counts for either kind. Null where none is a chord.
 */
export function guessKey(symbols: readonly string[]): Key | null {
  const heard = symbols.flatMap((symbol) => {
    const chord = parseChord(symbol);
    if (!chord.ok) return [];
    const third = chord.value.tones.find((t) => t.degree === 3)?.above ?? null;
    return [{ root: chord.value.rootPc as number, isMinor: third === null ? null : third === 3 }];
  });
  if (heard.length === 0) return null;
  let best: { key: Key; score: number } | null = null;
  for (const key of ALL_KEYS) {
    const own = chordsOfKey(key).flatMap((symbol) => {
      const chord = parseChord(symbol);
      return chord.ok ? [{ root: chord.value.rootPc as number, isMinor: /m$/.test(symbol) }] : [];
    });
    const fits = ({ root, isMinor }: (typeof heard)[number]) =>
      own.some((one) => one.root === root && (isMinor === null || one.isMinor === isMinor));
    const isTonic = ({ root, isMinor }: (typeof heard)[number]) =>
      root === pitchClass(own[0]!.root) && (isMinor ?? own[0]!.isMinor) === own[0]!.isMinor;
    const score =
      heard.filter(fits).length / heard.length +
      ((isTonic(heard[0]!) ? FIRST : 0) + (isTonic(heard.at(-1)!) ? LAST : 0)) / heard.length;
    if (best === null || score > best.score + 1e-9) best = { key, score };
  }
  return best!.key;
}
