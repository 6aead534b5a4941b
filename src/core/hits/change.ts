import { barTicks, type Meter } from '../time/index';
import { allowedPlaces, hitsOf } from './pattern';

/** The symbol of the place `tick` ticks after the bar line; `.` past either end of the bar. */
export function symbolAt(pattern: string, meter: Meter, tick: number): string {
  return pattern[Math.floor((tick * pattern.length) / barTicks(meter))] ?? '.';
}

/**
 * The pattern with another symbol at `tick`, divided more finely where that is needed to reach the tick.
 * Null when no division we know reaches it, or it lies outside the bar.
 */
export function withSymbol(
  pattern: string,
  meter: Meter,
  change: { tick: number; symbol: string },
): string | null {
  const { tick, symbol } = change;
  const bar = barTicks(meter);
  if (tick < 0 || tick >= bar) return null;
  const places = [pattern.length, ...allowedPlaces(meter).filter((n) => n % pattern.length === 0)];
  const fine = places.find((n) => Number.isInteger((tick * n) / bar));
  if (fine === undefined) return null;
  const at = (tick * fine) / bar;
  const full = refined(pattern, fine / pattern.length);
  return full.slice(0, at) + symbol + full.slice(at + 1);
}

/** The same sound on `times` as many places: what rings is held, what is short or silent is followed by silence. */
function refined(pattern: string, times: number): string {
  return [...pattern].map((symbol) => symbol + (/[.Xx]/.test(symbol) ? '.' : '-').repeat(times - 1)).join('');
}

/**
 * The pattern with one symbol in all places from `from` to `to` ticks after the bar line (`.` silences, `-` holds on);
 * null when the ticks cannot be reached.
 */
export function filled(
  pattern: string,
  meter: Meter,
  fill: { from: number; to: number; symbol: string },
): string | null {
  const { from, to, symbol } = fill;
  if (to <= from) return pattern;
  const start = withSymbol(pattern, meter, { tick: from, symbol });
  const kept = start === null || to >= barTicks(meter) ? null : symbolAt(start, meter, to);
  const end = start === null || kept === null ? start : withSymbol(start, meter, { tick: to, symbol: kept });
  if (end === null) return null;
  return hitsOf(end, meter)
    .map((hit, i) => (hit.atTick >= from && hit.atTick < to ? symbol : end[i]!))
    .join('');
}

/** True when the symbol strikes something, dead hits included. */
export function isStrike(symbol: string): boolean {
  return /[OoMmXx1-6]/.test(symbol);
}
