/** How dirty an amplifier is, as far as the tables tell it apart. */
export type GainClass = 'clean' | 'crunch' | 'high';

/** Gain 0–2 clean, above 2 crunch, from 6 high (common practice; an amp dial, not a measure). */
export function gainClass(gain: number): GainClass {
  if (gain <= 2) return 'clean';
  return gain < 6 ? 'crunch' : 'high';
}
