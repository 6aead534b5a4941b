import type { Brand } from '../base/index';

/** A place or length in time, in integer ticks, 960 to the quarter note. */
export type Tick = Brand<number, 'Tick'>;

/** Divides evenly into 32nds, triplets and quintuplets. */
export const TICKS_PER_QUARTER = 960;

/** Checked maker. Throws RangeError unless `n` is a whole number of at least 0. */
export function tick(n: number): Tick {
  if (!Number.isInteger(n) || n < 0) throw new RangeError(`A tick is a whole number from 0: ${n}`);
  return n as Tick;
}
