const MAJORS = ['Cb', 'Gb', 'Db', 'Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#'] as const;
const MINORS = ['Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#', 'G#', 'D#', 'A#'] as const;

/** The key of so many sharps (flats below 0), −7 to 7, as charts write it: the circle of fifths. Null outside. */
export function keyOfFifths(fifths: number, minor: boolean): string | null {
  const name = (minor ? MINORS : MAJORS)[fifths + 7];
  return name === undefined ? null : minor ? `${name}m` : name;
}
