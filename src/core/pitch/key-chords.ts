import { spell, tonicOf, type Key } from './key';

/** A chord of a key by its degree. */
export interface DegreeChord {
  /** As harmony books number it: small where the chord is minor. */
  readonly degree: string;
  readonly symbol: string;
}

/** Semitones above the tonic and what stands on them: triads of the scale, and those bands borrow for it (common practice). */
const MAJOR = [
  [0, '', 'I'],
  [2, 'm', 'ii'],
  [4, 'm', 'iii'],
  [5, '', 'IV'],
  [7, '', 'V'],
  [9, 'm', 'vi'],
  [10, '', '♭VII'],
] as const;
const MINOR = [
  [0, 'm', 'i'],
  [3, '', 'III'],
  [5, 'm', 'iv'],
  [7, 'm', 'v'],
  [7, '', 'V'],
  [8, '', 'VI'],
  [10, '', 'VII'],
] as const;

/** Chords that songs in a key are mostly made of, from the tonic up: in Am, `Am C Dm Em E F G`. */
export function chordsOfKey(key: Key): readonly string[] {
  return degreesOfKey(key).map((d) => d.symbol);
}

/** The same with their degrees: in Am, `i Am`, `III C` … */
export function degreesOfKey(key: Key): readonly DegreeChord[] {
  const steps = key.mode === 'major' ? MAJOR : MINOR;
  return steps.map(([semitones, quality, degree]) => ({
    degree,
    symbol: spell(tonicOf(key) + semitones, key) + quality,
  }));
}
