import type { Chain, Nth, Option, Tie } from './chain';
import { Lattice, type Given, type Kept, type Path } from './lattice';

/** What was found among some options: null where nothing is cheaper than asked for. */
export interface Agreed<T extends Option> {
  readonly cost: number;
  readonly chosen: readonly (readonly [T, T, T])[] | null;
  /** Nothing made of these options that agrees costs less; `upper` where nothing is cheaper. */
  readonly bound: number;
}

/**
 * The cheapest choice made of some options whose ties agree, if it costs less than `upper`: an exact lattice, and where
 * a tied lane differs from itself, one branch for each option it could have throughout, the most promising first.
 * `given` (what tied stages have given each other) only makes it quicker. After `most` lattices it stops with the best
 * so far. Yields after each stage of each lattice.
 */
export function* agree<T extends Option>(
  { stages, ties = [] }: Chain<T>,
  kept: Kept,
  of: { upper: number; given?: Given; most: number; isEnough?: () => boolean },
): Generator<undefined, Agreed<T>> {
  let cost = of.upper;
  let chosen: Agreed<T>['chosen'] = null;
  let nodes = 0;
  const plunged = yield* plunge(stages, ties, kept, of.given);
  if (plunged.cost < cost) ({ cost, chosen } = plunged);
  /** The least a branch that was not looked into may cost. */
  let open = Infinity;
  const stack: { readonly kept: Kept; readonly least: number }[] = [{ kept, least: -Infinity }];
  while (stack.length > 0) {
    const node = stack.pop()!;
    if (node.least >= cost) continue;
    if (nodes >= of.most || (nodes > 0 && of.isEnough?.())) {
      open = Math.min(open, node.least);
      continue;
    }
    nodes += 1;
    const lattice = yield* Lattice.inSteps(stages, node.kept, of.given);
    if (lattice.cost >= cost) continue;
    const path = yield* lattice.best();
    const differing = ties.filter((tie) => differs(tie, node.kept, path));
    if (differing.length === 0) {
      cost = lattice.cost;
      chosen = chosenOf(lattice, path);
      continue;
    }
    const branches = differing.map((tie) => ({ tie, worth: worthOf(lattice, tie) }));
    // The tie that costs most to make agree is decided first.
    branches.sort((x, y) => leastWorth(y.worth) - leastWorth(x.worth));
    const { tie, worth } = branches[0]!;
    const list = [...worth].sort((x, y) => y[1] - x[1] || y[0] - x[0]);
    for (const [k, least] of list) if (least < cost) stack.push({ kept: only(node.kept, tie, k), least });
  }
  return { cost, chosen, bound: Math.min(cost, open) };
}

/**
 * A choice that agrees, found at once: every tie that differs gets the option that promises most throughout, until none
 * does.
 */
function* plunge<T extends Option>(
  stages: Chain<T>['stages'],
  ties: readonly Tie[],
  from: Kept,
  given: Given | undefined,
): Generator<undefined, { cost: number; chosen: Agreed<T>['chosen'] }> {
  let kept = from;
  for (;;) {
    const lattice = yield* Lattice.inSteps(stages, kept, given);
    const path = yield* lattice.best();
    const differing = ties.filter((tie) => differs(tie, kept, path));
    if (differing.length === 0) return { cost: lattice.cost, chosen: chosenOf(lattice, path) };
    for (const tie of differing) {
      const [best] = [...worthOf(lattice, tie)].sort((x, y) => x[1] - y[1] || x[0] - y[0]);
      if (best === undefined) return { cost: Infinity, chosen: null };
      kept = only(kept, tie, best[0]);
    }
  }
}

function differs({ lane, stages }: Tie, kept: Kept, path: Path): boolean {
  const at = (s: number) => kept[s]![lane][path[s]![lane]];
  return stages.some((s) => at(s) !== at(stages[0]!));
}

/** For each option all tied stages have: the least of a whole choice with it in the stage where it costs most. */
function worthOf<T extends Option>(lattice: Lattice<T>, { lane, stages }: Tie): ReadonlyMap<number, number> {
  const worth = new Map<number, number>();
  for (const k of lattice.kept[stages[0]!]![lane]) {
    let most = -Infinity;
    for (const s of stages) {
      const at = lattice.kept[s]![lane].indexOf(k);
      most = Math.max(most, at < 0 ? Infinity : lattice.costWith(s, lane, at));
    }
    if (most < Infinity) worth.set(k, most);
  }
  return worth;
}

function leastWorth(worth: ReadonlyMap<number, number>): number {
  return Math.min(Infinity, ...worth.values());
}

/** The same with one option alone in the tied stages. */
export function only(
  kept: Kept,
  { lane, stages }: { lane: Nth; stages: readonly number[] },
  k: number,
): Kept {
  const tied = new Set(stages);
  return kept.map((three, s) =>
    tied.has(s) ? (three.map((list, p) => (p === lane ? [k] : list)) as unknown as Kept[number]) : three,
  );
}

function chosenOf<T extends Option>(lattice: Lattice<T>, path: Path): NonNullable<Agreed<T>['chosen']> {
  return path.map(([a, b, c], s) => {
    const three = lattice.three[s]!;
    return [three[0][a]!, three[1][b]!, three[2][c]!];
  });
}
