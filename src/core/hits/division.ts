import { barTicks, TICKS_PER_QUARTER, type Meter } from '../time/index';

/** Numbers of places a bar of this metre may be divided into, smallest first. */
export function allowedPlaces(meter: Meter): readonly number[] {
  const bar = barTicks(meter);
  const straight = [2, 4, 8, 12].map((n) => (bar * n) / TICKS_PER_QUARTER);
  const all = new Set([8, 12, 16, 24, 32, ...straight]);
  return [...all].filter((n) => Number.isInteger(n) && bar % n === 0).sort((a, b) => a - b);
}
