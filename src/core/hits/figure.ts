import { fail, type Result } from '../base/index';
import { barTicks, type Meter } from '../time/index';
import { divided } from './change';
import { allowedPlaces } from './division';
import { parseHits } from './pattern';
import { isStrike, placeOf, placesOf } from './place';
import type { HitsProblem } from './shorthand';

/**
 * The bar in which what stands before `tick` comes again and again to the bar line, cut off there. Null when nothing is
 * struck before it, or no division we know reaches the tick.
 */
export function repeatedFigure(pattern: string, meter: Meter, tick: number): string | null {
  const bar = barTicks(meter);
  if (tick <= 0 || tick >= bar) return null;
  const has = placesOf(pattern).length;
  const order = [has, ...allowedPlaces(meter).filter((n) => n % has === 0)];
  for (const fine of order) {
    const count = (tick * fine) / bar;
    const same = Number.isInteger(count) ? divided(pattern, meter, fine) : null;
    if (same === null) continue;
    const figure = placesOf(same).slice(0, count);
    if (!figure.some(isStrike)) return null;
    return Array.from({ length: fine }, (_, i) => figure[i % count]!).join('');
  }
  return null;
}

/**
 * A bar with a stroke where each group of so many places begins, `ticks` long each: `3+3+2`, again and again where the
 * groups fill a part of the bar that goes into it. Fails where they do not fill it.
 */
export function groupedHits(
  groups: string,
  of: { readonly meter: Meter; readonly ticks: number; readonly symbol: string },
): Result<string, HitsProblem> {
  const { meter, ticks, symbol } = of;
  const sizes = groups.split('+').map((size) => Number(size.trim()));
  const places = barTicks(meter) / ticks;
  const wrong = (message: string) => fail({ offset: 0, message });
  if (sizes.length < 2 || sizes.some((size) => !Number.isInteger(size) || size < 1))
    return wrong(`"${groups.trim()}" are no groups; expected how many places each has, like 3+3+2`);
  const sum = sizes.reduce((a, b) => a + b, 0);
  if (places % sum !== 0)
    return wrong(`${sizes.join('+')} is ${sum} places of ${places}; expected groups that fill the bar`);
  if (placeOf(symbol)?.kind !== 'struck') return wrong(`"${symbol}" is no stroke`);
  return parseHits(`(${symbol}{${sizes.join('+')}})x${places / sum}`, meter);
}
