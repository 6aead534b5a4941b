import { barTicks, TICKS_PER_QUARTER, type Meter } from '../time/index';
import { allowedPlaces } from './division';
import { isShort, isStrike, placesOf } from './place';

/** The symbol of the place `tick` ticks after the bar line, its stroke included; `.` past either end of the bar. */
export function symbolAt(pattern: string, meter: Meter, tick: number): string {
  const places = placesOf(pattern);
  return places[Math.floor((tick * places.length) / barTicks(meter))] ?? '.';
}

/**
 * The pattern with another symbol at `tick`, divided more finely or otherwise where that is needed to reach the tick.
 * Null when no division we know reaches it without losing something, or it lies outside the bar.
 */
export function withSymbol(
  pattern: string,
  meter: Meter,
  change: { tick: number; symbol: string },
): string | null {
  const { tick, symbol } = change;
  const bar = barTicks(meter);
  if (tick < 0 || tick >= bar) return null;
  const has = placesOf(pattern).length;
  // The division it has, then finer ones of it, then any on which all it says can stand.
  const allowed = allowedPlaces(meter);
  const finer = allowed.filter((n) => n % has === 0 && n <= (bar * FINEST) / TICKS_PER_QUARTER);
  const order = [has, ...finer, ...allowed];
  for (const fine of order) {
    if (!Number.isInteger((tick * fine) / bar)) continue;
    const same = fine === has ? pattern : divided(pattern, meter, fine);
    if (same === null) continue;
    const full = [...placesOf(same)];
    full[(tick * fine) / bar] = symbol;
    return full.join('');
  }
  return null;
}

/** A division is made finer up to 32nds before another one is looked for. */
const FINEST = 8;

/** The same sound on `places` places, or null when a stroke would be lost or the division does not fit. */
export function divided(pattern: string, meter: Meter, places: number): string | null {
  const now = placesOf(pattern);
  if (!allowedPlaces(meter).includes(places)) return null;
  if (places % now.length === 0) return refined(pattern, places / now.length).join('');
  const bar = barTicks(meter);
  const step = bar / places;
  // Where a stroke, or the beginning of a silence, does not stand on the coarser grid it would be lost.
  const changes = now.some(
    (symbol, i) =>
      ((i * bar) / now.length) % step !== 0 &&
      symbol !== '-' &&
      !(symbol === '.' && isShort(now[i - 1] ?? '')),
  );
  if (changes) return null;
  return Array.from({ length: places }, (_, i) => {
    const tick = i * step;
    const symbol = symbolAt(pattern, meter, tick);
    const starts = (tick * now.length) % bar === 0;
    return starts || !isStrike(symbol) ? symbol : isShort(symbol) ? '.' : '-';
  }).join('');
}

/** The same sound on `times` as many places: what rings is held, what is short or silent is followed by silence. */
function refined(pattern: string, times: number): readonly string[] {
  return placesOf(pattern).flatMap((symbol) => [
    symbol,
    ...Array.from({ length: times - 1 }, () => (isShort(symbol) ? '.' : '-')),
  ]);
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
  const places = placesOf(end);
  return places
    .map((place, i) => {
      const tick = (i * barTicks(meter)) / places.length;
      return tick >= from && tick < to ? symbol : place;
    })
    .join('');
}
