import { spell, tonicOf, type Key } from './key';

/** Semitones above the tonic and what stands on them: triads of the scale, and those bands borrow for it (common practice). */
const MAJOR = [
  [0, ''],
  [2, 'm'],
  [4, 'm'],
  [5, ''],
  [7, ''],
  [9, 'm'],
  [10, ''],
] as const;
const MINOR = [
  [0, 'm'],
  [3, ''],
  [5, 'm'],
  [7, 'm'],
  [7, ''],
  [8, ''],
  [10, ''],
] as const;

/** Chords that songs in a key are mostly made of, from the tonic up: in Am, `Am C Dm Em E F G`. */
export function chordsOfKey(key: Key): readonly string[] {
  const steps = key.mode === 'major' ? MAJOR : MINOR;
  return steps.map(([semitones, quality]) => spell(tonicOf(key) + semitones, key) + quality);
}
