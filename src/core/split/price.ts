import { DEVICES } from '../grip/index';
import type { Candidate } from './candidate';
import { stepBetween, type Chains, type StepKind } from './chains';
import { residual } from './coupling';
import { leastOf, NTHS, ZERO, type Nth, type PerPlayer } from './seats';
import { NEVER } from './way-table';

/** What pricing found: the bound over the whole vocabulary, and who may cost less than asked for. */
export interface Priced {
  readonly bound: number;
  readonly found: readonly PerPlayer<readonly number[]>[];
}

/**
 * Pricing: how little could a whole song cost with a candidate that takes no part? The potentials say how much of what
 * players cost together it could be spared; the chains say what the way to it and on from it costs at least.
 */
export class Pricing {
  readonly #chains: Chains;

  constructor(chains: Chains) {
    this.#chains = chains;
  }

  /**
   * The least a whole song can cost with any candidate that is not active, over the whole vocabulary, and for each slot
   * and player those that may cost less than `upper`. Where there are none, nothing that was left out matters.
   */
  *price(upper: number): Generator<undefined, Priced> {
    yield* this.#condition(upper);
    const margins = this.#chains.slots.map((): PerPlayer<number> => [
      PRICE_MARGIN,
      PRICE_MARGIN,
      PRICE_MARGIN,
    ]);
    const priced = (s: number, p: Nth) => this.#pricedOut(s, p, { upper, margin: margins[s]![p] });
    const out: (readonly Out[])[][] = [[], [], []];
    for (const p of NTHS) {
      for (let s = 0; s < margins.length; s += 1) {
        out[p]!.push(priced(s, p));
        yield;
      }
    }
    for (;;) {
      const chains: WildChain[] = [];
      for (const p of NTHS) chains.push(yield* this.#wildChain(p, out[p]!));
      // Three chains that each cost `alone` or more never cost less than `upper` unless one is this near to its own.
      const gap = upper - chains[0]!.alone - chains[1]!.alone - chains[2]!.alone;
      const rough = new Set<string>();
      /** Those that may matter among active ones alone: with them in, most of the others no longer may. */
      const first = this.#chains.slots.map((): PerPlayer<number[]> => [[], [], []]);
      const found: PerPlayer<number[]>[] = [];
      for (let s = 0; s < margins.length; s += 1) {
        const of = (p: Nth) => {
          const chain = chains[p]!;
          const most = chain.alone + gap;
          return chain.out[s]!.flatMap((o) => {
            if (costOf(o) < most) chain.refine(o, s);
            const cost = costOf(o);
            if (cost >= most) return [];
            if (!o.isRest) {
              if (this.#aloneWith(s, p, o) < most) first[s]![p].push(o.index);
              return [o.index];
            }
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
      // A chain is of active candidates alone, or has one that was left out.
      const all = chains.map((chain) => {
        let cheapest = chain.alone;
        for (const list of chain.out) for (const o of list) cheapest = Math.min(cheapest, costOf(o));
        return cheapest;
      });
      const some = first.some((three) => three.some((list) => list.length > 0));
      return { bound: all[0]! + all[1]! + all[2]!, found: some ? first : found };
    }
  }

  /**
   * Takes back what is given to candidates that are out of the question anyway, so that the greatest potentials stay
   * small: those say how little a candidate that was left out may get. Costs the bound nothing worth speaking of.
   */
  *#condition(upper: number): Generator<undefined, void> {
    const n = this.#chains.slots.length;
    yield* this.#chains.passBackAll();
    yield* this.#chains.passForwardAll();
    const least = NTHS.map((p) => leastOf(this.#chains.values(n - 1, p)));
    const gap = Math.max(0, upper - least[0]! - least[1]! - least[2]!);
    const most = gap + SPARE;
    // One slot after the other, so that the least chain stays what it is.
    for (let s = 0; s < n; s += 1) {
      this.#chains.passForward(s);
      for (const p of NTHS) {
        const seat = this.#chains.seats[s]![p];
        const lowest = new Float64Array(seat.phi.length).fill(Infinity);
        seat.own.forEach((own, i) => {
          const c = seat.cls[i]!;
          lowest[c] = Math.min(lowest[c]!, own + seat.forward[i]! + seat.backward[i]!);
        });
        lowest.forEach((v, c) => {
          const slack = v + seat.phi[c]! - least[p]!;
          if (slack > most) seat.phi[c]! -= Math.floor(slack - most);
        });
      }
      yield;
    }
    yield* this.#chains.passBackAll();
    yield* this.#chains.passForwardAll();
  }

  /**
   * One chain with what was left out standing in it: its least cost with active candidates alone, and what each
   * candidate left out costs in it at least. Steps between two that were left out are free. Steps to and from the
   * active ones are worked out only for the cheapest; `refine` does it for another one.
   */
  *#wildChain(p: Nth, out: readonly (readonly Out[])[]): Generator<undefined, WildChain> {
    const n = this.#chains.slots.length;
    const before: Reached[] = [];
    const after: Reached[] = [];
    let from = START;
    for (let s = 0; s < n; s += 1) {
      if (s > 0)
        from = this.#arriving(from, this.#chains.deviceSteps(s, p), this.#chains.seats[s - 1]![p].candidates);
      before.push(from);
      const reached = s === 0 ? null : this.#chains.stepInto(s, p, from.values);
      for (const one of out[s]!) one.forward = from.arrive[one.device]!;
      const wild = cheapestOut(
        out[s]!,
        (one) => one.forward,
        (one) => {
          one.isForwardExact = true;
          one.forward = s === 0 ? 0 : this.#stepTo(s, p, one, from);
          return one.forward;
        },
      );
      from = this.#reached(s, p, { reached, from, wild });
      yield;
    }
    from = START;
    for (let s = n - 1; s >= 0; s -= 1) {
      if (s < n - 1)
        from = this.#arriving(
          from,
          this.#chains.deviceSteps(s + 1, p),
          this.#chains.seats[s + 1]![p].candidates,
        );
      after[s] = from;
      const reached = s === n - 1 ? null : this.#chains.stepOut(s, p, from.values);
      for (const one of out[s]!) one.backward = from.arrive[one.device]!;
      const wild = cheapestOut(
        out[s]!,
        (one) => one.backward,
        (one) => {
          one.isBackwardExact = true;
          one.backward = s === n - 1 ? 0 : this.#stepFrom(s, p, one, from);
          return one.backward;
        },
      );
      from = this.#reached(s, p, { reached, from, wild });
      yield;
    }
    const alone = leastOf(this.#chains.values(n - 1, p));
    const refine = (one: Out, s: number) => {
      if (!one.isForwardExact && s > 0) one.forward = this.#stepTo(s, p, one, before[s]!);
      if (!one.isBackwardExact && s < n - 1) one.backward = this.#stepFrom(s, p, one, after[s]!);
      one.isForwardExact = true;
      one.isBackwardExact = true;
    };
    return { alone, out, refine };
  }

  /** What is reached by the active candidates of a slot, when those left out before it step as their device lets them. */
  #reached(
    s: number,
    p: Nth,
    of: { reached: Float64Array | null; from: Reached; wild: Float64Array },
  ): Reached {
    const seat = this.#chains.seats[s]![p];
    const { reached, from } = of;
    const values = seat.own.map((v, i) => {
      const way = reached
        ? Math.min(from.wildArrive[seat.candidates[i]!.device] ?? from.wildLeast, reached[i]!)
        : 0;
      return v + seat.phi[seat.cls[i]!]! + way;
    });
    return { ...START, values, wild: of.wild };
  }

  /** The least with which each device is arrived at over a step, by those left out and by anybody. */
  #arriving(from: Reached, steps: Float64Array | null, active: readonly Candidate[]): Reached {
    const D = DEVICES.length;
    const byActive = new Float64Array(D).fill(Infinity);
    let rest = Infinity; // a rest has no device
    active.forEach((c, i) => {
      const v = from.values[i]!;
      if (c.device < 0) rest = Math.min(rest, v);
      else byActive[c.device] = Math.min(byActive[c.device]!, v);
    });
    const wildArrive = new Float64Array(D).fill(Infinity);
    const arrive = new Float64Array(D).fill(rest);
    for (let d = 0; d < D; d += 1) {
      if (from.wild[d] === Infinity && byActive[d] === Infinity) continue;
      for (let to = 0; to < D; to += 1) {
        const step = steps === null ? 0 : steps[d * D + to]!;
        wildArrive[to] = Math.min(wildArrive[to]!, from.wild[d]! + step);
        arrive[to] = Math.min(arrive[to]!, Math.min(from.wild[d]!, byActive[d]!) + step);
      }
    }
    return { ...from, arrive, wildArrive, wildLeast: leastOf(wildArrive) };
  }

  /** Points + φ of what was left out in a slot, as low as the potentials allow; closely where it may matter. */
  #pricedOut(s: number, p: Nth, { upper, margin }: { upper: number; margin: number }): Out[] {
    const { candidates, points } = this.#chains.slots[s]!.choices[p];
    const seats = this.#chains.seats[s]!;
    if (candidates.length === seats[p].active.length) return [];
    const n = this.#chains.slots.length;
    const here = new Set(seats[p].active);
    const top = NTHS.map((q) => greatest(seats[q].phi));
    const over = Math.max(0, top[0]! + top[1]! + top[2]!);
    // Two that were left out, or three, together: nobody costs less than nothing.
    const cap = top[p]! - over / 2;
    // One with active ones: at worst they cost nothing together.
    const crude = Math.floor(top[p]! - over);
    const least = NTHS.map((q) => leastOf(this.#chains.values(n - 1, q)));
    const gap = Math.max(0, upper - least[0]! - least[1]! - least[2]!);
    const before = s === 0 ? 0 : leastOf(this.#chains.values(s - 1, p));
    const after = s === n - 1 ? 0 : this.#leastSuffix(s, p);
    const matters = least[p]! + gap + margin - before - after - crude;
    const out: Out[] = [];
    const exact = new Map<string, number>();
    /** The cheapest of each device that is far from mattering stands for its like. */
    const rest = new Map<number, number>();
    for (let k = 0; k < candidates.length; k += 1) {
      if (here.has(k)) continue;
      const { sound, device } = candidates[k]!;
      if (points[k]! >= matters) {
        const known = rest.get(device);
        if (known === undefined || points[k]! < points[known]!) rest.set(device, k);
        continue;
      }
      let phi = exact.get(sound);
      if (phi === undefined) {
        phi = Math.floor(Math.min(cap, this.#exactPhi(s, p, candidates[k]!)));
        exact.set(sound, phi);
      }
      out.push(outOf({ index: k, device, value: points[k]! + phi, isRest: false }));
    }
    for (const [device, k] of rest) {
      out.push(outOf({ index: k, device, value: points[k]! + crude, isRest: true }));
    }
    return out.sort((x, y) => x.value - y.value || x.index - y.index);
  }

  /** What a candidate that was left out costs its chain when all others in it are active. */
  #aloneWith(s: number, p: Nth, one: Out): number {
    const n = this.#chains.slots.length;
    const to = this.#chains.slots[s]!.choices[p].candidates[one.index]!;
    const step = (t: number, values: Float64Array, way: (c: Candidate, steps: StepKind) => number) => {
      const steps = this.#chains.steps(Math.max(s, t), p);
      return leastStep(this.#chains.seats[t]![p].candidates, { values, least: Infinity }, (c) =>
        way(c, steps),
      );
    };
    const before =
      s === 0 ? 0 : step(s - 1, this.#chains.values(s - 1, p), (c, steps) => stepBetween(c, to, steps));
    if (s === n - 1) return before + one.value;
    const next = this.#chains.seats[s + 1]![p];
    const after = next.own.map((v, i) => v + next.phi[next.cls[i]!]! + next.backward[i]!);
    return before + one.value + step(s + 1, after, (c, steps) => stepBetween(to, c, steps));
  }

  #leastSuffix(s: number, p: Nth): number {
    const seat = this.#chains.seats[s + 1]![p];
    let best = Infinity;
    for (let i = 0; i < seat.own.length; i += 1) {
      best = Math.min(best, seat.own[i]! + seat.phi[seat.cls[i]!]! + seat.backward[i]!);
    }
    return best;
  }

  /** The greatest potential a candidate may have beside the active ones of the other two. */
  #exactPhi(s: number, p: Nth, candidate: Candidate): number {
    const seats = this.#chains.seats[s]!;
    const table = this.#chains.tables.withOne(this.#chains.slots[s]!, this.#chains.three(s), {
      p,
      candidate,
    });
    const phi = NTHS.map((q) => (q === p ? ZERO_ONE : seats[q].phi)) as PerPlayer<Float64Array>;
    return leastOf(residual(table, phi, p));
  }

  #stepTo(s: number, p: Nth, one: Out, from: Reached): number {
    if (one.isRest) return from.arrive[one.device]!;
    const slot = this.#chains.slots[s]!;
    const to = slot.choices[p].candidates[one.index]!;
    const steps = this.#chains.steps(s, p);
    return leastStep(
      this.#chains.seats[s - 1]![p].candidates,
      { values: from.values, least: from.wildArrive[one.device]! },
      (k) => stepBetween(k, to, steps),
    );
  }

  #stepFrom(s: number, p: Nth, one: Out, to: Reached): number {
    if (one.isRest) return to.arrive[one.device]!;
    const from = this.#chains.slots[s]!.choices[p].candidates[one.index]!;
    const steps = this.#chains.steps(s + 1, p);
    return leastStep(
      this.#chains.seats[s + 1]![p].candidates,
      { values: to.values, least: to.wildArrive[one.device]! },
      (k) => stepBetween(from, k, steps),
    );
  }
}

/** A candidate that was left out, with what it costs one chain at least. */
interface Out {
  readonly index: number;
  readonly device: number;
  readonly value: number;
  forward: number;
  backward: number;
  isForwardExact: boolean;
  isBackwardExact: boolean;
  /** Stands for all that are far from mattering: its steps are free. */
  readonly isRest: boolean;
}

function outOf(of: Pick<Out, 'index' | 'device' | 'value' | 'isRest'>): Out {
  return { ...of, forward: 0, backward: 0, isForwardExact: false, isBackwardExact: false };
}

function costOf(one: Out): number {
  return one.value + one.forward + one.backward;
}

/** Least costs of a chain up to a slot, and over the step to the next one. */
interface Reached {
  /** By each active candidate, and by those left out of each device. */
  readonly values: Float64Array;
  readonly wild: Float64Array;
  /** Arriving at each device from anybody, and from those left out. */
  readonly arrive: Float64Array;
  readonly wildArrive: Float64Array;
  readonly wildLeast: number;
}

interface WildChain {
  /** Least cost with active candidates alone. */
  readonly alone: number;
  readonly out: readonly (readonly Out[])[];
  readonly refine: (one: Out, s: number) => void;
}

/** The least of those left out with their step, for each device; only steps that may be the least are worked out. */
function cheapestOut(
  out: readonly Out[],
  rough: (one: Out) => number,
  exact: (one: Out) => number,
): Float64Array {
  const best = new Float64Array(DEVICES.length).fill(Infinity);
  for (const one of out) {
    if (one.value + rough(one) >= best[one.device]!) continue;
    best[one.device] = Math.min(best[one.device]!, one.value + exact(one));
  }
  return best;
}

const ZERO_ONE = new Float64Array(1);
const START: Reached = {
  values: ZERO,
  wild: new Float64Array(DEVICES.length).fill(Infinity),
  arrive: new Float64Array(DEVICES.length),
  wildArrive: new Float64Array(DEVICES.length),
  wildLeast: 0,
};
/** Candidates keep at least so much more than the least chain when potentials are taken back. */
const SPARE = 50;
/** Candidates this much beyond what can matter are priced closely too, so that the bound stays near. */
const PRICE_MARGIN = 60;

function leastStep(
  active: readonly Candidate[],
  { values, least }: { values: Float64Array; least: number },
  way: (candidate: Candidate) => number,
): number {
  let best = least;
  for (let i = 0; i < active.length; i += 1) {
    if (values[i]! >= best) continue; // ways cost nothing at least
    const v = values[i]! + way(active[i]!);
    if (v < best) best = v;
  }
  return best;
}

/** The greatest potential that is one; 0 for none. */
export function greatest(values: Float64Array): number {
  let most = -Infinity;
  for (const v of values) if (v < NEVER / 2 && v > most) most = v;
  return most === -Infinity ? 0 : most;
}
