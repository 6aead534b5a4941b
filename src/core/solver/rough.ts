import { NTHS, type Chain, type Joint, type Nth, type Option, type Stage } from './chain';
import type { Kept } from './lattice';
import { cheap } from './seats';

/** How many options of each lane make an answer. */
export interface Many {
  /** Options of a lane that has many of them, and of one that has few. */
  readonly wide: number;
  readonly narrow: number;
}

/** Lanes with at most so many options in a stage count as narrow. */
const NARROW = 60;

/** How many options of a lane make an answer: as many as a wide lane's where it is wide in any stage. */
export function mostOf<T extends Option>(stages: readonly Stage<T>[], lane: Nth, many: Many): number {
  return stages.some((stage) => stage.choices[lane].options.length > NARROW) ? many.wide : many.narrow;
}

/** What no whole choice costs less than: the cheapest options by themselves; together and from step to step nothing is below 0. */
export function leastOwn<T extends Option>(stages: readonly Stage<T>[]): number {
  let sum = 0;
  for (const { choices } of stages) {
    for (const { points } of choices) sum += points.reduce((a, b) => Math.min(a, b), Infinity);
  }
  return sum;
}

/** Pairs of options whose costs together are looked at in the first round at most (measured by us). */
const MOST_PAIRS = 700_000;
const SMALLEST_REACH = 60;

/**
 * Points above the cheapest up to which options should take part at first: `reach`, or less where so many stages differ that
 * it would be a great deal to look at.
 */
export function nearEnough<T extends Option>({ stages }: Chain<T>, reach: number): number {
  let near = reach;
  while (near > SMALLEST_REACH && pairsAt(stages, near) > MOST_PAIRS) near = Math.floor(near * 0.8);
  return near;
}

function pairsAt<T extends Option>(stages: readonly Stage<T>[], reach: number): number {
  const counts = new Map<object, number>();
  return pairsIn(stages, (s, p) => {
    const choices = stages[s]!.choices[p];
    let count = counts.get(choices);
    if (count === undefined) counts.set(choices, (count = cheap(choices.points, reach).length));
    return count;
  });
}

/** Pairs of options in stages that cost something else together than those before. */
export function pairsIn<T extends Option>(
  stages: readonly Stage<T>[],
  count: (s: number, p: Nth) => number,
): number {
  const seen = new Map<Joint<T>, Set<string>>();
  let sum = 0;
  stages.forEach(({ joint }, s) => {
    const [a, b, c] = [count(s, 0), count(s, 1), count(s, 2)];
    const key = `${a} ${b} ${c}`;
    const known = seen.get(joint) ?? new Set<string>();
    seen.set(joint, known);
    if (known.has(key)) return;
    known.add(key);
    sum += a * b + a * c + b * c;
  });
  return sum;
}

/** The options that are cheapest by themselves; the same in tied stages and where a lane holds. */
export function cheapest<T extends Option>({ stages, ties = [] }: Chain<T>, many: Many): Kept {
  const kept = stages.map((): [number[], number[], number[]] => [[], [], []]);
  for (const p of NTHS) {
    const most = mostOf(stages, p, many);
    for (const group of groupsOf(stages, ties, p)) {
      const lists = group.map((s) => stages[s]!.choices[p].points);
      const sums = lists[0]!.map((_, k) => lists.reduce((sum, points) => sum + points[k]!, 0));
      const order = sums.map((_, k) => k).sort((x, y) => sums[x]! - sums[y]! || x - y);
      const list = order.slice(0, most).sort((x, y) => x - y);
      for (const s of group) kept[s]![p] = list;
    }
  }
  return kept;
}

/** Stages in which a lane has one and the same option: held ones, and tied ones with those they are held over. */
export function groupsOf<T extends Option>(
  stages: Chain<T>['stages'],
  ties: NonNullable<Chain<T>['ties']>,
  lane: Nth,
): readonly (readonly number[])[] {
  const groups = new Map<number, number[]>();
  const first = new Map<number, number>();
  for (const tie of ties) if (tie.lane === lane) for (const s of tie.stages) first.set(s, tie.stages[0]!);
  let start = 0;
  stages.forEach((stage, s) => {
    if (!stage.held[lane]) start = first.get(s) ?? s;
    const group = groups.get(start);
    if (group) group.push(s);
    else groups.set(start, [s]);
  });
  return [...groups.values()];
}
