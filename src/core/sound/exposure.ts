/** Two common rules for how long a level is borne in a day, each halving the time for so many more decibels. */
export const EXPOSURE_RULES = {
  /** NIOSH 98-126 (1998): 85 dBA for eight hours, half the time for every 3 dB more. */
  strict: { at: 85, halves: 3 },
  /** OSHA 29 CFR 1910.95, table G-16: 90 dBA for eight hours, half the time for every 5 dB more. */
  usual: { at: 90, halves: 5 },
} as const;

/** Hours a day by a rule, for a level in dBA. */
export function hoursAt(
  dba: number,
  { at, halves }: (typeof EXPOSURE_RULES)[keyof typeof EXPOSURE_RULES],
): number {
  return 8 / 2 ** ((dba - at) / halves);
}

/** "2.5 h", "15 min", "40 s"; a day at most. */
export function timeAllowedWords(hours: number): string {
  if (hours >= 1) return `${Math.round(10 * Math.min(24, hours)) / 10} h`;
  if (hours >= 1 / 60) return `${Math.round(60 * hours)} min`;
  return `${Math.round(3600 * hours)} s`;
}
