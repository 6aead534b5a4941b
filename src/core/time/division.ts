import { TICKS_PER_QUARTER } from './ticks';

/** Something written in a bar, with how it begins: `at` in places of the bar, which has `places` of them. */
export interface Divided<T> {
  readonly items: readonly { readonly item: T; readonly at: number }[];
  readonly places: number;
}

/** How many places a group takes: three in the time of two, five to seven in the time of four (the rule of tuplets). */
function timeOf(count: number): number {
  let time = 1;
  while (time * 2 < count) time *= 2;
  return time;
}

/**
 * Words that divide a bar evenly; those between `{` and `}` stand in the time of fewer. `open` and `close` say whether a
 * word begins or ends such a group. Null where a group is not closed, or holds one or none.
 */
export function dividedBy<T>(
  words: readonly T[],
  group: { readonly open: (word: T) => boolean; readonly close: (word: T) => boolean },
): Divided<T> | null {
  const items: { item: T; at: number }[] = [];
  let places = 0;
  for (let i = 0; i < words.length; i += 1) {
    if (!group.open(words[i]!)) {
      if (group.close(words[i]!)) return null;
      items.push({ item: words[i]!, at: places });
      places += 1;
      continue;
    }
    const end = words.findIndex((word, n) => n >= i && group.close(word));
    if (end <= i || words.slice(i + 1, end + 1).some(group.open)) return null;
    const inside = words.slice(i, end + 1);
    const time = timeOf(inside.length);
    inside.forEach((item, n) => items.push({ item, at: places + (n * time) / inside.length }));
    places += time;
    i = end;
  }
  return { items, places };
}

/** True for a place that is a quarter, an eighth, … a 32nd, one of them in three, or several of them long. */
export function isUsualStep(ticks: number): boolean {
  const q = TICKS_PER_QUARTER;
  if (ticks % (q / 2) === 0 || ticks % (q / 3) === 0) return true;
  return [4, 6, 8, 12].some((n) => ticks === q / n);
}

/**
 * The bar as words, what stands between the starts held by `.`; in the time of fewer where that needs fewer words. Null
 * where nothing shorter than `most` words reaches every start.
 */
export function groupedWords(
  starts: readonly { readonly at: number; readonly text: string }[],
  barTicks: number,
  most: number,
): string | null {
  // Eighths and sixteenths need no group, twelve of them in a bar neither.
  const value = TICKS_PER_QUARTER / (barTicks / most);
  if (Number.isInteger(value) && isPower(value)) return null;
  const textAt = (tick: number) => starts.find(({ at }) => Math.abs(at - tick) < 0.01)?.text ?? '.';
  let best: string | null = null;
  let fewest = most;
  for (let places = 2; places < most; places *= 2) {
    for (const count of [places, (places * 3) / 2]) {
      if (!Number.isInteger(count) || count >= fewest) continue;
      const words = inPlaces(starts, { barTicks, count, textAt });
      if (words === null || words.length >= fewest) continue;
      fewest = words.length;
      best = words.join(' ');
    }
  }
  return best;
}

/**
 * Words of a bar of `count` places, as few as there can be: a word for a place, or three in the time of two. Null where
 * that does not reach every start.
 */
function inPlaces(
  starts: readonly { readonly at: number }[],
  of: { barTicks: number; count: number; textAt: (tick: number) => string },
): readonly string[] | null {
  const { barTicks, count, textAt } = of;
  const place = barTicks / count;
  const third = (2 * place) / 3;
  const isOn = (from: number, long: number, step: number) =>
    starts.every(({ at }) => at < from || at >= from + long || (at - from) % step === 0);
  // The fewest words from each place on, the last place first.
  const from: (readonly string[] | null)[] = [];
  from[count] = [];
  for (let i = count - 1; i >= 0; i -= 1) {
    const tick = i * place;
    const after = isOn(tick, place, place) ? from[i + 1]! : null;
    const one = after && [textAt(tick), ...after];
    const canGroup = i + 2 <= count && Number.isInteger(third) && isOn(tick, 2 * place, third);
    const rest = canGroup ? from[i + 2]! : null;
    const [first, second, last] = [0, 1, 2].map((n) => textAt(tick + n * third));
    const three = rest && [`{${first!}`, second!, `${last!}}`, ...rest];
    from[i] = three && (!one || three.length < one.length) ? three : one;
  }
  return from[0]!;
}

/** A bar in fives or sevens as one group; of more than seven words as several where that goes. */
export function asGroup(words: readonly string[]): string {
  const size = [5, 7].find((n) => words.length % n === 0 && isPower(words.length / n));
  if (size === undefined) return words.join(' ');
  const groups = Array.from({ length: words.length / size }, (_, g) => {
    const inside = words.slice(g * size, (g + 1) * size);
    return `{${inside.join(' ')}}`;
  });
  return groups.join(' ');
}

function isPower(n: number): boolean {
  return n > 0 && (n & (n - 1)) === 0;
}

/** True when every start stands on one division of the bar into at most so many places. */
export function isDivided(starts: readonly number[], barTicks: number, most: number): boolean {
  if (starts.some((tick) => !Number.isInteger(tick))) return false;
  const step = starts.reduce((gcd, tick) => greatestDivisor(gcd, tick), barTicks);
  return barTicks / step <= most;
}

/** The greatest whole number that divides both whole numbers; the other one where one is 0 (Euclid). */
export function greatestDivisor(a: number, b: number): number {
  return b === 0 ? a : greatestDivisor(b, a % b);
}
