import { agree } from './agree';
import { NTHS, type Chain, type Option } from './chain';
import { Dual } from './dual';
import { cheapest, groupsOf, leastOwn, mostOf, nearEnough, type Many } from './rough';
import type { Given, Kept } from './lattice';

/** The cheapest choice for every stage, and what is proven about it. */
export interface Solution<T extends Option> {
  /** For each stage the chosen option of each lane. */
  readonly chosen: readonly (readonly [T, T, T])[];
  /** Points of the whole. */
  readonly cost: number;
  /** No choice over the whole vocabulary costs less than this. */
  readonly bound: number;
  /** Every choice that costs at most `slack` points more than the best is made of these; null when the proof did not close. */
  readonly kept: Kept | null;
  /** What tied stages have given each other: makes answers about what else could stand quicker. */
  readonly given: Given;
}

/** How far the work is, 0 … 1, and the best choice so far. */
export interface Progress<T extends Option> {
  readonly share: number;
  readonly cost: number;
  readonly chosen: Solution<T>['chosen'];
}

/** How far to look at first, what to keep for what-ifs (both in points), and when to stop. */
export interface SolveOptions {
  /** Choices this much dearer than the best stay among the kept, for answers about what else could stand. */
  readonly slack?: number;
  /** Points above the cheapest up to which options take part at first; left out: what suits hands on necks. */
  readonly reach?: number;
  /** Asked now and then: once it says so, the best choice so far is returned with what is proven by then. */
  readonly isEnough?: () => boolean;
}

/**
 * Points above the cheapest option of a lane in a stage up to which options take part at first; the pricing of
 * the others says which more may matter. This and the next numbers are measured by us: they change the way, not the
 * result.
 */
const REACH = 640;
/** Sweeps at most before the others are priced, and the share of the gap a sweep must close to be worth another. */
const MOST_SWEEPS = 8;
const WORTH_A_SWEEP = 0.2;
/** A gap this near, as a share of the reach: the pricing of the others is likely to end, and dropping goes on from there. */
const NEAR = 0.4;
/**
 * How often options that may matter are taken in: with them, where a lane lacks some, all that cost so many times the reach
 * more than the cheapest there, once more each time.
 */
const MOST_ROUNDS = 24;
/** In so many rounds an answer is looked for before the end. */
const TRIED_ROUNDS = 3;
const TRIED = { wide: 5, narrow: 3 };
/** Of a chain with a great deal to look at, so many cheap options make the first answer. */
const ROUGH: Many = { wide: 5, narrow: 3 };
/** Pairs of options that may have to be looked at once more were taken in; then the answer stands with its gap. */
const MOST_GROWN = 3_000_000;
/** Lattices for making lanes agree beyond the first plunge, on the way and at the end. */
const TRIED_NODES = 0;
const MOST_NODES = 400;
/** Combinations a stage may have for the exact step. */
const MOST_STATES = 40_000;
const EASY_STATES = 3_000;
/** With so few, the share of the gap a sweep must close to be worth another before the exact step. */
const EASY_RISE = 0.1;
const MOST_PRUNINGS = 60;

/**
 * The best choice for a chain over the whole vocabulary: a lower bound by dual ascent on the options that are
 * cheap by themselves, pricing of all others until none can matter, dropping what the bound rules out, and an exact
 * dynamic programme over the rest, branching where tied stages do not agree. Yields its progress, so the caller can stop
 * it or let others work; the first answer comes early. Where the proof does not close, the bound says how far off the
 * answer may be.
 */
export function* solve<T extends Option>(
  chain: Chain<T>,
  { slack = 0, reach = REACH, isEnough = () => false }: SolveOptions = {},
): Generator<Progress<T>, Solution<T>> {
  const { stages } = chain;
  if (stages.length === 0) return { chosen: [], cost: 0, bound: 0, kept: null, given: [] };
  let best: Pick<Solution<T>, 'cost' | 'chosen'> = { cost: Infinity, chosen: [] };
  let share = 0.02;
  const progress = (): Progress<T> => ({ share, ...best });
  /**
   * Every stage gone through brings the work on a little; how often they all are is not known before. Null where it took
   * long enough and there is an answer.
   */
  function* through<R>(work: Generator<undefined, R>): Generator<Progress<T>, R | null> {
    let step = work.next();
    while (!step.done) {
      share += (0.97 - share) / (stages.length * PASSES_USUAL);
      yield progress();
      if (best.chosen.length > 0 && isEnough()) return null;
      step = work.next();
    }
    return step.value;
  }
  function* attempt(kept: Kept | null, given?: Given): Generator<Progress<T>, void> {
    if (kept === null) return;
    const found = yield* through(
      agree(chain, kept, { upper: best.cost, most: TRIED_NODES, ...(given ? { given } : {}) }),
    );
    if (found && found.chosen !== null && found.cost < best.cost) {
      best = { cost: found.cost, chosen: found.chosen };
    }
  }
  /** What no choice can be below, before anything is proven; and after that. */
  let bound = leastOwn(stages);
  const stopped = (given: Given = []): Solution<T> => ({ ...best, bound, kept: null, given });

  yield progress();
  const near = nearEnough(chain, reach);
  if (near < reach) yield* attempt(cheapest(chain, ROUGH));
  const dual = yield* through(Dual.inSteps(chain, near));
  if (dual === null) return stopped();
  let isComplete = false;
  for (let round = 0; round < MOST_ROUNDS && !isComplete; round += 1) {
    for (let n = 0; n < MOST_SWEEPS; n += 1) {
      const rose = yield* through(dual.sweep());
      if (rose === null) return stopped(dual.given);
      if (n === 0 && round < TRIED_ROUNDS) {
        const many = { wide: TRIED.wide + 4 * round, narrow: TRIED.narrow + round };
        yield* attempt(yield* through(promising(dual, chain, many)), dual.given);
      }
      yield progress();
      const gap = best.cost - dual.bound;
      if (gap + slack <= NEAR * near || rose < WORTH_A_SWEEP * gap || isEnough()) break;
    }
    const priced = yield* through(dual.price(best.cost + slack));
    if (priced === null) return stopped(dual.given);
    bound = Math.max(bound, Math.min(priced.bound, best.cost));
    isComplete = priced.isComplete;
    if (isEnough()) return stopped(dual.given);
    if (!isComplete) {
      const hasRoom = yield* through(
        dual.grow(priced.found, { reach: near * (2 + round), most: MOST_GROWN }),
      );
      if (hasRoom !== true) return stopped(dual.given);
    }
    yield progress();
  }
  if (!isComplete) return stopped(dual.given);

  // Nothing left out can matter: drop what the bound rules out, and solve the rest exactly.
  for (let n = 0; n < MOST_PRUNINGS; n += 1) {
    yield* through(dual.prune(best.cost + slack));
    if (isEnough()) break;
    const rose = (yield* through(dual.sweep())) ?? 0;
    const gap = best.cost - dual.bound;
    const worth = dual.states <= EASY_STATES ? EASY_RISE * gap : 1;
    if (gap <= 0 || (rose < worth && dual.states <= MOST_STATES)) break;
  }
  const least = Math.min(best.cost, Math.max(bound, dual.bound));
  const { kept, given } = dual;
  if (dual.states > MOST_STATES) {
    yield* attempt(yield* through(promising(dual, chain, { wide: 22, narrow: 8 })), given);
    return { ...best, bound: least, kept: null, given };
  }
  const last = yield* through(agree(chain, kept, { upper: best.cost, given, most: MOST_NODES, isEnough }));
  if (last === null) return { ...best, bound: least, kept: null, given };
  if (last.chosen !== null) best = { cost: last.cost, chosen: last.chosen };
  const isProven = last.bound >= best.cost;
  return {
    ...best,
    bound: isProven ? best.cost : Math.max(Math.min(least, best.cost), last.bound),
    kept: isProven ? kept : null,
    given,
  };
}

/** An answer from the options that are cheapest by themselves: at once, and with no proof. */
export function* roughly<T extends Option>(
  chain: Chain<T>,
): Generator<undefined, Pick<Solution<T>, 'cost' | 'chosen'>> {
  const { cost, chosen } = yield* agree(chain, cheapest(chain, ROUGH), { upper: Infinity, most: 0 });
  return { cost, chosen: chosen ?? [] };
}

/** How often a usual chain is gone through, for telling how far it is (measured by us). */
const PASSES_USUAL = 30;

/** The active options that promise most, by the least whole choice with each; the same in tied stages and where a lane holds. */
function* promising<T extends Option>(
  dual: Dual<T>,
  { stages, ties = [] }: Chain<T>,
  many: Many,
): Generator<undefined, Kept> {
  const kept = stages.map((): [number[], number[], number[]] => [[], [], []]);
  const active = dual.kept;
  for (const p of NTHS) {
    const most = mostOf(stages, p, many);
    for (const group of groupsOf(stages, ties, p)) {
      const worth = new Map<number, number>();
      for (const s of group) {
        const marginals = dual.marginals(s, p);
        active[s]![p].forEach((k, i) => worth.set(k, Math.max(worth.get(k) ?? -Infinity, marginals[i]!)));
      }
      const list = [...worth]
        .sort((x, y) => x[1] - y[1] || x[0] - y[0])
        .slice(0, most)
        .map(([k]) => k)
        .sort((x, y) => x - y);
      for (const s of group) kept[s]![p] = list;
      yield;
    }
  }
  return kept;
}
