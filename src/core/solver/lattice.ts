import { finished } from '../base/index';
import { carried, EMPTY, sizes, type Ways } from './carry';
import type { Nth, Option, PerLane, Stage, Three } from './chain';
import { argLeast, leastOf } from './seats';
import { wayTable } from './way-table';

/** Some options of every stage; indices into the stage's choices, per lane. */
export type Kept = readonly (readonly [readonly number[], readonly number[], readonly number[]])[];

/** Points on top of an option's own (by its index), for each stage and lane. */
export type Given = readonly Readonly<PerLane<ReadonlyMap<number, number>>>[];

/** For each stage, the chosen index of each lane into its kept list. */
export type Path = readonly (readonly [number, number, number])[];

/**
 * The exact dynamic programme over the combinations of some options: state = one option for each lane, a step
 * is taken one lane after the other, so it costs 3·K⁴ instead of K⁶. `forward[s][state]` is the least cost of the
 * stages up to and with s that end in the state, `backward` that of the stages after it.
 */
export class Lattice<T extends Option> {
  readonly stages: readonly Stage<T>[];
  readonly kept: Kept;
  readonly three: readonly Three<T>[];
  readonly forward: readonly Float64Array[];
  readonly cost: number;
  readonly #own: readonly Float64Array[];
  readonly #ways: readonly Ways[];
  #backward: Float64Array[] | null = null;

  private constructor(stages: readonly Stage<T>[], kept: Kept, tables: LatticeTables<T>) {
    this.stages = stages;
    this.kept = kept;
    this.three = tables.three;
    this.forward = tables.forward;
    this.#own = tables.own;
    this.#ways = tables.ways;
    const last = this.forward.at(-1);
    this.cost = last === undefined ? 0 : leastOf(last);
  }

  /** Builds it stage by stage; yields after each, so that the caller can stop or let others work. */
  static *inSteps<T extends Option>(
    stages: readonly Stage<T>[],
    kept: Kept,
    given: Given = [],
  ): Generator<undefined, Lattice<T>> {
    const three: Three<T>[] = [];
    const own: Float64Array[] = [];
    const ways: Ways[] = [];
    const forward: Float64Array[] = [];
    for (const [s, stage] of stages.entries()) {
      const here = threeOf(stage, kept[s]!);
      const before = three[s - 1];
      const table = (p: Nth) => (before ? wayTable(before[p], here[p], { stage, lane: p }) : EMPTY);
      three.push(here);
      const points = stagePoints(stage, { kept: kept[s]!, three: here, given: given[s] });
      own.push(points);
      ways.push([table(0), table(1), table(2)]);
      if (before) {
        const reached = carried(forward[s - 1]!, { from: before, to: here, ways: ways[s]!, back: false });
        forward.push(reached.map((v, i) => v + points[i]!));
      } else forward.push(points.slice());
      yield;
    }
    return new Lattice(stages, kept, { three, own, ways, forward });
  }

  /** The same at once. */
  static of<T extends Option>(stages: readonly Stage<T>[], kept: Kept): Lattice<T> {
    return finished(Lattice.inSteps(stages, kept));
  }

  /** The cheapest path; of equal ones always the same. Yields after each stage. */
  *best(): Generator<undefined, Path> {
    const path: [number, number, number][] = [];
    let state = -1;
    for (let s = this.stages.length - 1; s >= 0; s -= 1) {
      state = state < 0 ? argLeast(this.forward[s]!) : this.#cameFrom(s + 1, state);
      path.push(this.#decode(s, state));
      yield;
    }
    return path.reverse();
  }

  /** Least cost of a whole path that has this option (index into the kept list) in a stage. */
  costWith(stage: number, lane: Nth, option: number): number {
    const state = this.#bestStateWith(stage, lane, option);
    return this.forward[stage]![state]! + this.backward[stage]![state]!;
  }

  /** The cheapest path that has this option in a stage. */
  bestWith(stage: number, lane: Nth, option: number): Path {
    const start = this.#bestStateWith(stage, lane, option);
    const path: [number, number, number][] = [this.#decode(stage, start)];
    for (let s = stage, state = start; s > 0; s -= 1) {
      state = this.#cameFrom(s, state);
      path.push(this.#decode(s - 1, state));
    }
    path.reverse();
    for (let s = stage, state = start; s < this.stages.length - 1; s += 1) {
      state = this.#goesTo(s, state);
      path.push(this.#decode(s + 1, state));
    }
    return path;
  }

  get backward(): readonly Float64Array[] {
    if (this.#backward === null) {
      const list: Float64Array[] = [];
      for (let s = this.stages.length - 1; s >= 0; s -= 1) {
        const after = list[0];
        if (after === undefined) list.unshift(new Float64Array(this.forward[s]!.length));
        else
          list.unshift(
            carried(
              after.map((v, i) => v + this.#own[s + 1]![i]!),
              { from: this.three[s]!, to: this.three[s + 1]!, ways: this.#ways[s + 1]!, back: true },
            ),
          );
      }
      this.#backward = list;
    }
    return this.#backward;
  }

  #bestStateWith(stage: number, lane: Nth, option: number): number {
    const [A, B, C] = sizes(this.three[stage]!);
    const [forward, backward] = [this.forward[stage]!, this.backward[stage]!];
    let best = -1;
    let cost = Infinity;
    const [a0, a1] = lane === 0 ? [option, option + 1] : [0, A];
    const [b0, b1] = lane === 1 ? [option, option + 1] : [0, B];
    const [c0, c1] = lane === 2 ? [option, option + 1] : [0, C];
    for (let a = a0; a < a1; a += 1) {
      for (let b = b0; b < b1; b += 1) {
        for (let c = c0; c < c1; c += 1) {
          const state = (a * B + b) * C + c;
          const v = forward[state]! + backward[state]!;
          if (v < cost) {
            cost = v;
            best = state;
          }
        }
      }
    }
    return best;
  }

  /** The state of stage s − 1 from which a state of stage s is reached best; the first of equals. */
  #cameFrom(s: number, state: number): number {
    const [a2, b2, c2] = this.#decode(s, state);
    return this.#bestOver(s - 1, this.forward[s - 1]!, (p, k) => {
      const [wa, wb, wc] = this.#ways[s]!;
      const [A2, B2, C2] = sizes(this.three[s]!);
      return p === 0 ? wa[k * A2 + a2]! : p === 1 ? wb[k * B2 + b2]! : wc[k * C2 + c2]!;
    });
  }

  #goesTo(s: number, state: number): number {
    const [a, b, c] = this.#decode(s, state);
    const values = this.backward[s + 1]!.map((v, i) => v + this.#own[s + 1]![i]!);
    return this.#bestOver(s + 1, values, (p, k) => {
      const [wa, wb, wc] = this.#ways[s + 1]!;
      const [A2, B2, C2] = sizes(this.three[s + 1]!);
      return p === 0 ? wa[a * A2 + k]! : p === 1 ? wb[b * B2 + k]! : wc[c * C2 + k]!;
    });
  }

  #bestOver(s: number, values: Float64Array, way: (lane: Nth, option: number) => number): number {
    const [A, B, C] = sizes(this.three[s]!);
    const wb = Array.from({ length: B }, (_, b) => way(1, b));
    const wc = Array.from({ length: C }, (_, c) => way(2, c));
    let best = 0;
    let cost = Infinity;
    let state = 0;
    for (let a = 0; a < A; a += 1) {
      const wa = way(0, a);
      for (let b = 0; b < B; b += 1) {
        const both = wa + wb[b]!;
        for (let c = 0; c < C; c += 1) {
          const v = values[state]! + both + wc[c]!;
          if (v < cost) {
            cost = v;
            best = state;
          }
          state += 1;
        }
      }
    }
    return best;
  }

  #decode(s: number, state: number): [number, number, number] {
    const [, B, C] = sizes(this.three[s]!);
    return [Math.floor(state / (B * C)), Math.floor(state / C) % B, state % C];
  }
}

/** What a lattice is made of, stage by stage. */
interface LatticeTables<T extends Option> {
  readonly three: readonly Three<T>[];
  readonly own: readonly Float64Array[];
  readonly ways: readonly Ways[];
  readonly forward: readonly Float64Array[];
}

function threeOf<T extends Option>(stage: Stage<T>, kept: Kept[number]): Three<T> {
  const list = (p: Nth): readonly T[] => kept[p].map((k) => stage.choices[p].options[k]!);
  return [list(0), list(1), list(2)];
}

/** Own, pair and three-way points of every combination in a stage. */
function stagePoints<T extends Option>(
  stage: Stage<T>,
  of: { kept: Kept[number]; three: Three<T>; given: Given[number] | undefined },
): Float64Array {
  const table = stage.joint.table(of.three);
  const own = (p: Nth) => of.kept[p].map((k) => stage.choices[p].points[k]! + (of.given?.[p].get(k) ?? 0));
  const [one, two, last] = [own(0), own(1), own(2)];
  let k = 0;
  for (const a of one) for (const b of two) for (const c of last) table[k++]! += a + b + c;
  return table;
}
