const WORDS = [
  'unison',
  'semitone',
  'whole tone',
  'minor third',
  'major third',
  'fourth',
  'tritone',
  'fifth',
  'minor sixth',
  'major sixth',
  'minor seventh',
  'major seventh',
] as const;
const COMPOUND: Record<number, string> = {
  12: 'octave',
  13: 'minor ninth',
  14: 'ninth',
  15: 'minor tenth',
  16: 'tenth',
  17: 'eleventh',
  19: 'twelfth',
};

/** A bandmate's words for a distance in semitones: "major seventh", "minor ninth", "fifth and 2 octaves". */
export function intervalWords(semitones: number): string {
  const n = Math.abs(semitones);
  if (n < 12) return WORDS[n]!;
  const compound = COMPOUND[n];
  if (compound) return compound;
  const octaves = Math.floor(n / 12);
  if (n % 12 === 0) return `${octaves} octaves`;
  return `${WORDS[n % 12]} and ${octaves === 1 ? 'an octave' : `${octaves} octaves`}`;
}
