import { openStrings, type Instrument } from './instrument';

/** A string that sounds otherwise than before; counted from the lowest, from 0. */
export interface TurnedString {
  readonly string: number;
  readonly from: string;
  readonly to: string;
  /** Semitones it goes up. */
  readonly by: number;
}

/** The strings that are turned from one tuning to another, the capo not counted; null where the strings are not as many. */
export function turnedStrings(from: Instrument, to: Instrument): readonly TurnedString[] | null {
  const [before, after] = [openStrings(from), openStrings(to)];
  if (before.length !== after.length) return null;
  return before.flatMap((was, string) => {
    const by = after[string]! - was;
    return by === 0 ? [] : [{ string, from: from.tuning[string]!, to: to.tuning[string]!, by }];
  });
}

/**
 * Frets of root, fifth and octave on the three lowest strings, from the fret of the root: 0 2 2 in standard tuning, 0 0 0
 * with the lowest string a whole tone down (common practice; arithmetic). Null for fewer than three strings.
 */
export function powerShape(instrument: Instrument): readonly [number, number, number] | null {
  const [low, second, third] = openStrings(instrument);
  if (low === undefined || second === undefined || third === undefined) return null;
  return [0, 7 - (second - low), 12 - (third - low)];
}

/** What the hand does for a power chord on the lowest strings of this tuning, in words. */
export function powerShapeWords(instrument: Instrument): string | null {
  const shape = powerShape(instrument);
  if (!shape) return null;
  const [, fifth, octave] = shape;
  if (fifth === 0 && octave === 0) return 'power chords on the lowest strings with one finger across';
  const at = (frets: number) =>
    frets === 0 ? 'at the same fret' : `${frets > 0 ? `${frets} up` : `${-frets} down`}`;
  return `power chords on the lowest strings: the fifth ${at(fifth)}, the octave ${at(octave)}`;
}
