import type { Instrument, Millimetres } from './instrument';

/**
 * Distance from the nut to fret `n` in mm: L·(1 − 2^(−n/12)).
 * Source: equal temperament; the twelfth fret stands at exactly half the scale.
 */
export function fretMm(scaleMm: number, n: number): Millimetres {
  return (scaleMm * (1 - (FRACTIONS[n] ?? 2 ** (-n / 12)))) as Millimetres;
}

/** Distance along the neck between two grip frets in mm, the capo counted. Fret 0 is the nut or capo. */
export function spanMm(
  { scaleMm, capo }: Pick<Instrument, 'scaleMm' | 'capo'>,
  from: number,
  to: number,
): Millimetres {
  return Math.abs(fretMm(scaleMm, capo + to) - fretMm(scaleMm, capo + from)) as Millimetres;
}

/** 2^(−n/12) for the frets any neck has; computed once because the grip search asks often. */
const FRACTIONS: readonly number[] = Array.from({ length: 40 }, (_, n) => 2 ** (-n / 12));
