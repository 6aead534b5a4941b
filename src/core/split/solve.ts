import type { Candidate } from './candidate';
import { Dual } from './dual';
import { Lattice, type Kept, type Path } from './lattice';
import type { SplitProblem } from './problem';

/** The cheapest choice for every slot, and what is proven about it. */
export interface Solution {
  /** For each slot the chosen candidate of guitar 1, guitar 2 and bass. */
  readonly chosen: readonly (readonly [Candidate, Candidate, Candidate])[];
  /** Points of the whole. */
  readonly cost: number;
  /** No choice over the whole vocabulary costs less than this. */
  readonly bound: number;
  /** Every song that costs at most `slack` points more than the best is in here; null when the proof did not close. */
  readonly lattice: Lattice | null;
}

/** How far the work is, 0 … 1, and the best song so far. */
export interface Progress {
  readonly share: number;
  readonly cost: number;
  readonly chosen: Solution['chosen'];
}

export interface SolveOptions {
  /** Songs this much dearer than the best stay in the lattice, for alternatives that are answered at once. */
  readonly slack?: number;
}

/**
 * Points above the cheapest candidate of a player in a slot up to which candidates take part at first; the pricing of
 * the others says which more may matter. This and the next numbers are measured by us: they change the way, not the
 * result.
 */
const REACH = 520;
/** Sweeps at most before the others are priced, and the share of the gap a sweep must close to be worth another. */
const MOST_SWEEPS = 8;
const WORTH_A_SWEEP = 0.2;
/** How often candidates that may matter are taken in. */
const MOST_ROUNDS = 24;
const TRIED = { guitar: 8, bass: 4 };
/** Combinations a slot may have for the exact step. */
const MOST_STATES = 40_000;
const EASY_STATES = 3_000;
const MOST_PRUNINGS = 60;

/**
 * The best split of a chain of slots over the whole vocabulary: a lower bound by dual ascent on the candidates that are
 * cheap by themselves, pricing of all others until none can matter, dropping what the bound rules out, and an exact
 * dynamic programme over the rest. Yields its progress, so the caller can stop it or let others work; the first answer
 * comes early. Where the proof does not close, the bound says how far off the answer may be.
 */
export function* solve(
  problem: SplitProblem,
  { slack = 0 }: SolveOptions = {},
): Generator<Progress, Solution> {
  const { slots } = problem;
  if (slots.length === 0) return { chosen: [], cost: 0, bound: 0, lattice: null };
  let best: { cost: number; chosen: Solution['chosen'] } = { cost: Infinity, chosen: [] };
  let share = 0.02;
  const progress = (): Progress => ({ share, ...best });
  /** Every slot gone through brings the work on a little; how often they all are is not known before. */
  function* through<T>(work: Generator<undefined, T>): Generator<Progress, T> {
    let step = work.next();
    while (!step.done) {
      share += (0.97 - share) / (slots.length * PASSES_USUAL);
      yield progress();
      step = work.next();
    }
    return step.value;
  }
  yield progress();
  const dual = yield* through(Dual.inSteps(slots, REACH));
  function* attempt(many: { guitar: number; bass: number }): Generator<Progress, void> {
    const lattice = yield* through(Lattice.inSteps(slots, yield* through(promising(dual, many))));
    if (lattice.cost < best.cost) {
      const chosen = chosenOf(lattice, yield* through(lattice.best()));
      best = { cost: lattice.cost, chosen };
    }
  }

  let bound = -Infinity;
  let isComplete = false;
  for (let round = 0; round < MOST_ROUNDS && !isComplete; round += 1) {
    for (let n = 0; n < MOST_SWEEPS; n += 1) {
      const rose = yield* through(dual.sweep());
      yield* attempt({ guitar: TRIED.guitar + 2 * (n + round), bass: TRIED.bass + round });
      yield progress();
      const gap = best.cost - dual.bound;
      if (gap <= 0 || rose < WORTH_A_SWEEP * gap) break;
    }
    const priced = yield* through(dual.price(best.cost + slack));
    bound = Math.max(bound, Math.min(priced.bound, best.cost));
    isComplete = priced.found.every((three) => three.every((list) => list.length === 0));
    if (!isComplete) yield* through(dual.grow(priced.found));
    yield progress();
  }
  if (!isComplete) return { ...best, bound, lattice: null };

  // Nothing left out can matter: drop what the bound rules out, and solve the rest exactly.
  for (let n = 0; n < MOST_PRUNINGS; n += 1) {
    yield* through(dual.prune(best.cost + slack));
    if (dual.states <= EASY_STATES) break;
    const rose = yield* through(dual.sweep());
    if (rose < 1 && dual.states <= MOST_STATES) break;
  }
  if (dual.states > MOST_STATES) {
    yield* attempt({ guitar: 22, bass: 8 });
    return { ...best, bound: Math.min(best.cost, Math.max(bound, dual.bound)), lattice: null };
  }
  const lattice = yield* through(Lattice.inSteps(slots, dual.kept));
  const chosen = chosenOf(lattice, yield* through(lattice.best()));
  return { chosen, cost: lattice.cost, bound: lattice.cost, lattice };
}

/** How often a usual split goes through all its slots, for telling how far it is (measured by us). */
const PASSES_USUAL = 30;

export function chosenOf(lattice: Lattice, path: Path): Solution['chosen'] {
  return path.map(([a, b, c], s) => {
    const three = lattice.three[s]!;
    return [three[0][a]!, three[1][b]!, three[2][c]!];
  });
}

/** The active candidates that promise most, by the least whole song with each. A held cell keeps the same everywhere. */
function* promising(dual: Dual, many: { guitar: number; bass: number }): Generator<undefined, Kept> {
  const kept: [number[], number[], number[]][] = dual.slots.map(() => [[], [], []]);
  const active = dual.kept;
  for (const p of [0, 1, 2] as const) {
    const most = p === 2 ? many.bass : many.guitar;
    for (let s = 0; s < dual.slots.length; s += 1) {
      if (dual.slots[s]!.held[p]) {
        kept[s]![p] = kept[s - 1]![p];
        continue;
      }
      let last = s;
      while (dual.slots[last + 1]?.held[p]) last += 1;
      const worth = new Map<number, number>();
      for (let t = s; t <= last; t += 1) {
        const marginals = dual.marginals(t, p);
        active[t]![p].forEach((k, i) => worth.set(k, Math.max(worth.get(k) ?? -Infinity, marginals[i]!)));
      }
      kept[s]![p] = [...worth]
        .sort((x, y) => x[1] - y[1] || x[0] - y[0])
        .slice(0, most)
        .map(([k]) => k)
        .sort((x, y) => x - y);
      yield;
    }
  }
  return kept;
}
