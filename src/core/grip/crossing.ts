import type { Grip } from './grip';
import type { Hold } from './hold';
import { stopsOf, type Stop } from './stops';

/** What one stroke goes across; strings count from 0, the lowest. */
export interface Crossing {
  readonly from: number;
  readonly to: number;
  /** Silent strings on its way and what stops each. */
  readonly stops: readonly Stop[];
  /** Silent strings on its way that nothing stops: they would sound. */
  readonly open: readonly number[];
}

/**
 * The strings a stroke crosses from the lowest sounding to the highest it strikes (`strings`, 1 = highest; null: the whole
 * grip); null where none of them sounds.
 */
export function crossingOf(grip: Grip, hold: Hold, strings: readonly number[] | null): Crossing | null {
  const sounding = grip.flatMap((fret, s) =>
    fret === null || (strings !== null && !strings.includes(grip.length - s)) ? [] : [s],
  );
  if (sounding.length === 0) return null;
  const [from, to] = [sounding[0]!, sounding.at(-1)!];
  const stops = stopsOf(grip, hold).filter((s) => s.string > from && s.string < to);
  return { from, to, stops, open: stops.filter((s) => s.by === 'nothing').map((s) => s.string) };
}
