import { barTicks, type Meter } from '../time/index';
import { allowedPlaces, hitsOf, placesOf } from './pattern';

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
  const order = [has, ...allowed.filter((n) => n % has === 0), ...allowed];
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

/** The same sound on `places` places, or null when a stroke would be lost or the division does not fit. */
export function divided(pattern: string, meter: Meter, places: number): string | null {
  const now = placesOf(pattern);
  if (!allowedPlaces(meter).includes(places)) return null;
  if (places % now.length === 0) return refined(pattern, places / now.length).join('');
  const bar = barTicks(meter);
  const hits = hitsOf(pattern, meter);
  const step = bar / places;
  // Where a stroke, or the beginning of a silence, does not stand on the coarser grid it would be lost.
  const changes = hits.some(
    (hit, i) =>
      hit.atTick % step !== 0 &&
      hit.kind !== 'hold' &&
      !(hit.kind === 'silent' && (hits[i - 1]?.kind === 'silent' || hits[i - 1]?.kind === 'dead')),
  );
  if (changes) return null;
  return Array.from({ length: places }, (_, i) => {
    const tick = i * step;
    const symbol = symbolAt(pattern, meter, tick);
    const starts = (tick * now.length) % bar === 0;
    return starts || !isStrike(symbol) ? symbol : /[Xx]/.test(symbol) ? '.' : '-';
  }).join('');
}

/** The same sound on `times` as many places: what rings is held, what is short or silent is followed by silence. */
function refined(pattern: string, times: number): readonly string[] {
  return placesOf(pattern).flatMap((symbol) => [
    symbol,
    ...Array.from({ length: times - 1 }, () => (/[.Xx]/.test(symbol) ? '.' : '-')),
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
  return hitsOf(end, meter)
    .map((hit, i) => (hit.atTick >= from && hit.atTick < to ? symbol : places[i]!))
    .join('');
}

/** True when the symbol strikes something, dead hits included. */
export function isStrike(symbol: string): boolean {
  return /[OoMmXx1-6]/.test(symbol);
}
