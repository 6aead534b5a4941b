import { NEVER, NTHS, stepInto, type Nth, type Option, type PerLane, type Tie } from './chain';
import type { Chains } from './chains';
import { residual } from './coupling';
import { costWith, leastStep, outOf, type Out } from './left-out';
import { leastOf } from './seats';
import { WildChain } from './wild-chain';

/** What pricing found: the bound over the whole vocabulary, and who may cost less than asked for. */
export interface Priced {
  readonly bound: number;
  /** Nothing that was left out may cost less than asked for. */
  readonly isComplete: boolean;
  /** Otherwise: what to take in. */
  readonly found: readonly PerLane<readonly number[]>[];
}

/**
 * Pricing: how little could a whole choice cost with an option that takes no part? The potentials say how much of what
 * options cost together it could be spared; the chains say what the way to it and on from it costs at least.
 */
export class Pricing<T extends Option> {
  readonly #chains: Chains<T>;
  readonly #ties: readonly Tie[];

  constructor(chains: Chains<T>, ties: readonly Tie[]) {
    this.#chains = chains;
    this.#ties = ties;
  }

  /**
   * The least a whole choice can cost with any option that is not active, over the whole vocabulary, and for each stage
   * and player those that may cost less than `upper`. Where there are none, nothing that was left out matters.
   */
  *price(upper: number): Generator<undefined, Priced> {
    yield* this.#condition(upper);
    const margins = this.#chains.stages.map((): PerLane<number> => [
      PRICE_MARGIN,
      PRICE_MARGIN,
      PRICE_MARGIN,
    ]);
    const n = this.#chains.stages.length;
    const least = NTHS.map((p) => leastOf(this.#chains.values(n - 1, p)));
    const room = Math.max(0, upper - least[0]! - least[1]! - least[2]!);
    const priced = (s: number, p: Nth) => this.#pricedOut(s, p, { most: least[p]! + room + margins[s]![p] });
    const out: (readonly Out[])[][] = [[], [], []];
    for (const p of NTHS) {
      for (let s = 0; s < margins.length; s += 1) {
        out[p]!.push(priced(s, p));
        yield;
      }
    }
    for (;;) {
      const chains: WildChain<T>[] = [];
      for (const p of NTHS) chains.push(yield* WildChain.inSteps(this.#chains, p, out[p]!));
      // Three chains that each cost `alone` or more never cost less than `upper` unless one is this near to its own.
      const gap = upper - chains[0]!.alone - chains[1]!.alone - chains[2]!.alone;
      const rough = new Set<string>();
      /** Those that nearly matter among active ones alone: with them in, most of the others no longer may. */
      const near = this.#chains.stages.map((): PerLane<number[]> => [[], [], []]);
      const found: PerLane<number[]>[] = [];
      for (let s = 0; s < margins.length; s += 1) {
        const of = (p: Nth) => {
          const chain = chains[p]!;
          const most = chain.alone + gap;
          return chain.out[s]!.flatMap((o) => {
            if (costWith(o) < most + NEARLY) chain.refine(o, s);
            const cost = costWith(o);
            if (!o.isRest && cost < most + NEARLY && this.#aloneWith(s, p, o) < most + NEARLY) {
              near[s]![p].push(o.index);
            }
            if (cost >= most) return [];
            if (!o.isRest) return [o.index];
            // What stood for all the others may matter: look at more of them closely.
            margins[s]![p] += most - cost + PRICE_MARGIN;
            rough.add(`${s} ${p}`);
            return [];
          });
        };
        found.push([of(0), of(1), of(2)]);
        yield;
      }
      if (rough.size > 0) {
        for (const p of NTHS) {
          for (const [s, list] of out[p]!.entries()) {
            if (rough.has(`${s} ${p}`)) {
              out[p]![s] = priced(s, p);
              yield;
            } else for (const one of list) one.isForwardExact = one.isBackwardExact = false;
          }
        }
        continue;
      }
      // A chain is of active options alone, or has one that was left out.
      const all = chains.map((chain) => {
        let cheapest = chain.alone;
        for (const list of chain.out) for (const o of list) cheapest = Math.min(cheapest, costWith(o));
        return cheapest;
      });
      this.#keepCommon(near);
      this.#keepCommon(found);
      const isAny = (lists: typeof found) => lists.some((three) => three.some((list) => list.length > 0));
      const isComplete = !isAny(found);
      return { bound: all[0]! + all[1]! + all[2]!, isComplete, found: isAny(near) ? near : found };
    }
  }

  /** A tied option that does not matter in one of its stages matters in none: it would have to stand there too. */
  #keepCommon(lists: readonly PerLane<number[]>[]): void {
    for (const { lane, stages } of this.#ties) {
      const sets = stages.map((s) => new Set(lists[s]![lane]));
      const common = lists[stages[0]!]![lane].filter((k) => sets.every((set) => set.has(k)));
      for (const s of stages) lists[s]![lane] = common;
    }
  }

  /**
   * Takes back what is given to options that are out of the question anyway, so that the greatest potentials stay
   * small: those say how little an option that was left out may get. Costs the bound nothing worth speaking of.
   */
  *#condition(upper: number): Generator<undefined, void> {
    const n = this.#chains.stages.length;
    yield* this.#chains.passBackAll();
    const least = NTHS.map((p) => leastOf(this.#chains.valuesBack(0, p)));
    const gap = Math.max(0, upper - least[0]! - least[1]! - least[2]!);
    const most = gap + SPARE;
    // One stage after the other, so that the least chain stays what it is.
    for (let s = 0; s < n; s += 1) {
      this.#chains.passForward(s);
      for (const p of NTHS) {
        const seat = this.#chains.seats[s]![p];
        const lowest = new Float64Array(seat.phi.length).fill(Infinity);
        for (let i = 0; i < seat.own.length; i += 1) {
          const v = seat.own[i]! + seat.forward[i]! + seat.backward[i]!;
          if (v < lowest[seat.cls[i]!]!) lowest[seat.cls[i]!] = v;
        }
        for (let c = 0; c < lowest.length; c += 1) {
          const slack = lowest[c]! + seat.phi[c]! - least[p]!;
          if (slack > most) seat.phi[c]! -= Math.floor(slack - most);
        }
      }
      yield;
    }
    yield* this.#chains.passBackAll();
  }

  /** Points + φ of what was left out in a stage, as low as the potentials allow; closely where it may matter. */
  #pricedOut(s: number, p: Nth, { most }: { most: number }): Out[] {
    const { options, points } = this.#chains.stages[s]!.choices[p];
    const seats = this.#chains.seats[s]!;
    if (options.length === seats[p].active.length) return [];
    const n = this.#chains.stages.length;
    const here = new Set(seats[p].active);
    const top = NTHS.map((q) => greatest(seats[q].phi));
    const over = Math.max(0, top[0]! + top[1]! + top[2]!);
    // Two that were left out, or three, together: nobody costs less than nothing.
    const cap = top[p]! - over / 2;
    // One with active ones: at worst they cost nothing together.
    const crude = Math.floor(top[p]! - over);
    const before = s === 0 ? 0 : leastOf(this.#chains.values(s - 1, p));
    const after = s === n - 1 ? 0 : this.#leastSuffix(s, p);
    const matters = most - before - after - crude;
    const out: Out[] = [];
    const exact = new Map<number, number>();
    /** The cheapest of each device that is far from mattering stands for its like. */
    const rest = new Map<number, number>();
    for (let k = 0; k < options.length; k += 1) {
      if (here.has(k)) continue;
      const { alike, kind } = options[k]!;
      if (points[k]! >= matters) {
        const known = rest.get(kind);
        if (known === undefined || points[k]! < points[known]!) rest.set(kind, k);
        continue;
      }
      let phi = exact.get(alike);
      if (phi === undefined) {
        phi = Math.floor(Math.min(cap, this.#exactPhi(s, p, options[k]!)));
        exact.set(alike, phi);
      }
      out.push(outOf({ index: k, kind, value: points[k]! + phi, isRest: false }));
    }
    for (const [kind, k] of rest) {
      out.push(outOf({ index: k, kind, value: points[k]! + crude, isRest: true }));
    }
    return out.sort((x, y) => x.value - y.value || x.index - y.index);
  }

  /** What an option that was left out costs its chain when all others in it are active. */
  #aloneWith(s: number, p: Nth, one: Out): number {
    const { stages, seats } = this.#chains;
    const option = stages[s]!.choices[p].options[one.index]!;
    const least = { least: Infinity };
    const before =
      s === 0
        ? 0
        : leastStep(seats[s - 1]![p].options, { values: this.#chains.values(s - 1, p), ...least }, (from) =>
            stepInto(stages[s]!, p, [from, option]),
          );
    if (s === stages.length - 1) return before + one.value;
    const next = seats[s + 1]![p];
    const values = this.#chains.valuesBack(s + 1, p);
    const after = leastStep(next.options, { values, ...least }, (to) =>
      stepInto(stages[s + 1]!, p, [option, to]),
    );
    return before + one.value + after;
  }

  #leastSuffix(s: number, p: Nth): number {
    const seat = this.#chains.seats[s + 1]![p];
    let best = Infinity;
    for (let i = 0; i < seat.own.length; i += 1) {
      best = Math.min(best, seat.own[i]! + seat.phi[seat.cls[i]!]! + seat.backward[i]!);
    }
    return best;
  }

  /** The greatest potential an option may have beside the active ones of the other two. */
  #exactPhi(s: number, p: Nth, option: T): number {
    const seats = this.#chains.seats[s]!;
    const { joint } = this.#chains.stages[s]!;
    const table = this.#chains.tables.withOne(joint, this.#chains.three(s), { p, option });
    const phi = NTHS.map((q) => (q === p ? ZERO_ONE : seats[q].phi)) as PerLane<Float64Array>;
    return leastOf(residual(table, phi, p));
  }
}

const ZERO_ONE = new Float64Array(1);
/** What comes so near to mattering is taken in as well: it would matter soon. */
const NEARLY = 80;
/** Options keep at least so much more than the least chain when potentials are taken back. */
const SPARE = 0;
/** Options this much beyond what can matter are priced closely too, so that the bound stays near. */
const PRICE_MARGIN = 60;

/** The greatest potential that is one; 0 for none. */
export function greatest(values: Float64Array): number {
  let most = -Infinity;
  for (const v of values) if (v < NEVER / 2 && v > most) most = v;
  return most === -Infinity ? 0 : most;
}
