import { stepInto, type Nth, type Option } from './chain';
import type { Chains } from './chains';
import { cheapestOut, leastStep, type Out } from './left-out';
import { leastOf, ZERO } from './seats';

/** Least costs of a chain up to a stage, and over the step to the next one. */
interface Reached {
  /** By each active option, and by those left out of each kind. */
  readonly values: Float64Array;
  readonly wild: Float64Array;
  /** Arriving at each kind from anybody, and from those left out. */
  readonly arrive: Float64Array;
  readonly wildArrive: Float64Array;
}

/**
 * One lane's chain with what was left out standing in it: its least cost with active options alone, and what each
 * option left out costs in it at least. Steps between two that were left out cost as little as their kinds let them.
 * Steps to and from the active ones are worked out only for the cheapest; `refine` does it for another one.
 */
export class WildChain<T extends Option> {
  /** Least cost with active options alone. */
  readonly alone: number;
  readonly out: readonly (readonly Out[])[];
  readonly #chains: Chains<T>;
  readonly #lane: Nth;
  readonly #before: Reached[] = [];
  readonly #after: Reached[] = [];

  private constructor(chains: Chains<T>, lane: Nth, out: readonly (readonly Out[])[]) {
    this.#chains = chains;
    this.#lane = lane;
    this.out = out;
    this.alone = leastOf(chains.values(chains.stages.length - 1, lane));
  }

  /** Made stage by stage; yields after each. */
  static *inSteps<T extends Option>(
    chains: Chains<T>,
    lane: Nth,
    out: readonly (readonly Out[])[],
  ): Generator<undefined, WildChain<T>> {
    const made = new WildChain(chains, lane, out);
    yield* made.#forward();
    yield* made.#backward();
    return made;
  }

  /** Works out the steps to and from an option that was left out in a stage. */
  refine(one: Out, s: number): void {
    const last = this.#chains.stages.length - 1;
    if (!one.isForwardExact && s > 0) one.forward = this.#stepTo(s, one, this.#before[s]!);
    if (!one.isBackwardExact && s < last) one.backward = this.#stepFrom(s, one, this.#after[s]!);
    one.isForwardExact = true;
    one.isBackwardExact = true;
  }

  *#forward(): Generator<undefined, void> {
    const [chains, p] = [this.#chains, this.#lane];
    let from = start(chains.kinds);
    for (let s = 0; s < chains.stages.length; s += 1) {
      if (s > 0) from = this.#arriving(from, chains.kindSteps(s, p), chains.seats[s - 1]![p].options);
      this.#before.push(from);
      const reached = s === 0 ? null : chains.stepInto(s, p, from.values);
      const here = from;
      for (const one of this.out[s]!) one.forward = here.arrive[one.kind]!;
      const wild = cheapestOut(this.out[s]!, {
        kinds: chains.kinds,
        rough: (one) => one.forward,
        exact: (one) => {
          one.isForwardExact = true;
          one.forward = s === 0 ? 0 : this.#stepTo(s, one, here);
          return one.forward;
        },
      });
      from = this.#reached(s, { reached, from, wild });
      yield;
    }
  }

  *#backward(): Generator<undefined, void> {
    const [chains, p] = [this.#chains, this.#lane];
    const last = chains.stages.length - 1;
    let from = start(chains.kinds);
    for (let s = last; s >= 0; s -= 1) {
      if (s < last) from = this.#arriving(from, chains.kindSteps(s + 1, p), chains.seats[s + 1]![p].options);
      this.#after[s] = from;
      const reached = s === last ? null : chains.stepOut(s, p, from.values);
      const here = from;
      for (const one of this.out[s]!) one.backward = here.arrive[one.kind]!;
      const wild = cheapestOut(this.out[s]!, {
        kinds: chains.kinds,
        rough: (one) => one.backward,
        exact: (one) => {
          one.isBackwardExact = true;
          one.backward = s === last ? 0 : this.#stepFrom(s, one, here);
          return one.backward;
        },
      });
      from = this.#reached(s, { reached, from, wild });
      yield;
    }
  }

  /** What is reached by the active options of a stage, when those left out before it step as their kind lets them. */
  #reached(s: number, of: { reached: Float64Array | null; from: Reached; wild: Float64Array }): Reached {
    const seat = this.#chains.seats[s]![this.#lane];
    const { reached, from } = of;
    const values = seat.own.map((v, i) => {
      const way = reached ? Math.min(from.wildArrive[seat.options[i]!.kind]!, reached[i]!) : 0;
      return v + seat.phi[seat.cls[i]!]! + way;
    });
    return { ...start(this.#chains.kinds), values, wild: of.wild };
  }

  /** The least with which each kind is arrived at over a step, by those left out and by anybody. */
  #arriving(from: Reached, steps: Float64Array | null, active: readonly T[]): Reached {
    const { kinds } = this.#chains;
    const byActive = new Float64Array(kinds).fill(Infinity);
    active.forEach(({ kind }, i) => {
      byActive[kind] = Math.min(byActive[kind]!, from.values[i]!);
    });
    const wildArrive = new Float64Array(kinds).fill(Infinity);
    const arrive = new Float64Array(kinds).fill(Infinity);
    for (let k = 0; k < kinds; k += 1) {
      if (from.wild[k] === Infinity && byActive[k] === Infinity) continue;
      for (let to = 0; to < kinds; to += 1) {
        const step = steps === null ? 0 : steps[k * kinds + to]!;
        wildArrive[to] = Math.min(wildArrive[to]!, from.wild[k]! + step);
        arrive[to] = Math.min(arrive[to]!, Math.min(from.wild[k]!, byActive[k]!) + step);
      }
    }
    return { ...from, arrive, wildArrive };
  }

  #stepTo(s: number, one: Out, from: Reached): number {
    if (one.isRest) return from.arrive[one.kind]!;
    const stage = this.#chains.stages[s]!;
    const to = stage.choices[this.#lane].options[one.index]!;
    return leastStep(
      this.#chains.seats[s - 1]![this.#lane].options,
      { values: from.values, least: from.wildArrive[one.kind]! },
      (k) => stepInto(stage, this.#lane, [k, to]),
    );
  }

  #stepFrom(s: number, one: Out, to: Reached): number {
    if (one.isRest) return to.arrive[one.kind]!;
    const from = this.#chains.stages[s]!.choices[this.#lane].options[one.index]!;
    return leastStep(
      this.#chains.seats[s + 1]![this.#lane].options,
      { values: to.values, least: to.wildArrive[one.kind]! },
      (k) => stepInto(this.#chains.stages[s + 1]!, this.#lane, [from, k]),
    );
  }
}

function start(kinds: number): Reached {
  return {
    values: ZERO,
    wild: new Float64Array(kinds).fill(Infinity),
    arrive: new Float64Array(kinds),
    wildArrive: new Float64Array(kinds),
  };
}
