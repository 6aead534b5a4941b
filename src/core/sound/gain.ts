/** How dirty an amplifier is, in three words. */
export type GainClass = 'clean' | 'crunch' | 'high';

/** Gain 0–2 clean, above 2 crunch, from 6 high (common practice; an amp dial, not a measure). */
export function gainClass(gain: number): GainClass {
  if (gain <= 2) return 'clean';
  return gain < 6 ? 'crunch' : 'high';
}

/**
 * How hard a gain of 0, 1 … 10 drives the wave of the dirt tables (common practice: up to 2 nothing is heard, 4 is the
 * edge, 6 crunch, 8 driven, 10 saturated; set with the table of docs/decisions.md).
 */
const DRIVE_AT = [0.05, 0.2, 0.5, 0.9, 1.2, 2.15, 2.35, 3.6, 5, 9, 30] as const;

/** The drive of a gain, 0 to 10; between whole numbers it rises evenly in octaves. */
export function driveOf(gain: number): number {
  const within = Math.min(10, Math.max(0, gain));
  const below = Math.min(9, Math.floor(within));
  const share = within - below;
  return DRIVE_AT[below]! * (DRIVE_AT[below + 1]! / DRIVE_AT[below]!) ** share;
}
