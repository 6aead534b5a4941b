import { finished } from '../base/index';
import type { Candidate } from './candidate';
import type { Slot } from './problem';
import { argLeast, leastOf } from './seats';
import { togetherTable, type Three } from './together-table';
import { wayTable } from './way-table';

/** Some candidates of every slot; indices into the slot's choices, per player. */
export type Kept = readonly (readonly [readonly number[], readonly number[], readonly number[]])[];

/** For each slot, the chosen index of each player into its kept list. */
export type Path = readonly (readonly [number, number, number])[];

/**
 * The exact dynamic programme over the combinations of some candidates: state = one candidate for each player, a step
 * is taken one player after the other, so it costs 3·K⁴ instead of K⁶. `forward[s][state]` is the least cost of the
 * slots up to and with s that end in the state, `backward` that of the slots after it.
 */
export class Lattice {
  readonly slots: readonly Slot[];
  readonly kept: Kept;
  readonly three: readonly Three[];
  readonly forward: readonly Float64Array[];
  readonly cost: number;
  readonly #own: readonly Float64Array[];
  readonly #ways: readonly Ways[];
  #backward: Float64Array[] | null = null;

  private constructor(slots: readonly Slot[], kept: Kept, tables: LatticeTables) {
    this.slots = slots;
    this.kept = kept;
    this.three = tables.three;
    this.forward = tables.forward;
    this.#own = tables.own;
    this.#ways = tables.ways;
    const last = this.forward.at(-1);
    this.cost = last === undefined ? 0 : leastOf(last);
  }

  /** Builds it slot by slot; yields after each, so that the caller can stop or let others work. */
  static *inSteps(slots: readonly Slot[], kept: Kept): Generator<undefined, Lattice> {
    const three: Three[] = [];
    const own: Float64Array[] = [];
    const ways: Ways[] = [];
    const forward: Float64Array[] = [];
    for (const [s, slot] of slots.entries()) {
      const here = threeOf(slot, kept[s]!);
      const before = three[s - 1];
      const table = (p: 0 | 1 | 2) => (before ? wayTable(before[p], here[p], { slot, player: p }) : EMPTY);
      three.push(here);
      const points = slotPoints(slot, kept[s]!, here);
      own.push(points);
      ways.push([table(0), table(1), table(2)]);
      if (before) {
        const reached = carried(forward[s - 1]!, { from: before, to: here, ways: ways[s]!, back: false });
        forward.push(reached.map((v, i) => v + points[i]!));
      } else forward.push(points.slice());
      yield;
    }
    return new Lattice(slots, kept, { three, own, ways, forward });
  }

  /** The same at once. */
  static of(slots: readonly Slot[], kept: Kept): Lattice {
    return finished(Lattice.inSteps(slots, kept));
  }

  /** The cheapest path; of equal ones always the same. Yields after each slot. */
  *best(): Generator<undefined, Path> {
    const path: [number, number, number][] = [];
    let state = -1;
    for (let s = this.slots.length - 1; s >= 0; s -= 1) {
      state = state < 0 ? argLeast(this.forward[s]!) : this.#cameFrom(s + 1, state);
      path.push(this.#decode(s, state));
      yield;
    }
    return path.reverse();
  }

  /** Least cost of a whole path that has this candidate (index into the kept list) in a slot. */
  costWith(slot: number, player: 0 | 1 | 2, candidate: number): number {
    const state = this.#bestStateWith(slot, player, candidate);
    return this.forward[slot]![state]! + this.backward[slot]![state]!;
  }

  /** The cheapest path that has this candidate in a slot. */
  bestWith(slot: number, player: 0 | 1 | 2, candidate: number): Path {
    const start = this.#bestStateWith(slot, player, candidate);
    const path: [number, number, number][] = [this.#decode(slot, start)];
    for (let s = slot, state = start; s > 0; s -= 1) {
      state = this.#cameFrom(s, state);
      path.push(this.#decode(s - 1, state));
    }
    path.reverse();
    for (let s = slot, state = start; s < this.slots.length - 1; s += 1) {
      state = this.#goesTo(s, state);
      path.push(this.#decode(s + 1, state));
    }
    return path;
  }

  get backward(): readonly Float64Array[] {
    if (this.#backward === null) {
      const list: Float64Array[] = [];
      for (let s = this.slots.length - 1; s >= 0; s -= 1) {
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

  #bestStateWith(slot: number, player: 0 | 1 | 2, candidate: number): number {
    const [A, B, C] = sizes(this.three[slot]!);
    const [forward, backward] = [this.forward[slot]!, this.backward[slot]!];
    let best = -1;
    let cost = Infinity;
    const [a0, a1] = player === 0 ? [candidate, candidate + 1] : [0, A];
    const [b0, b1] = player === 1 ? [candidate, candidate + 1] : [0, B];
    const [c0, c1] = player === 2 ? [candidate, candidate + 1] : [0, C];
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

  /** The state of slot s − 1 from which a state of slot s is reached best; the first of equals. */
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

  #bestOver(s: number, values: Float64Array, way: (player: 0 | 1 | 2, candidate: number) => number): number {
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

const EMPTY = new Float64Array(0);

type Ways = readonly [Float64Array, Float64Array, Float64Array];

/** What a lattice is made of, slot by slot. */
interface LatticeTables {
  readonly three: readonly Three[];
  readonly own: readonly Float64Array[];
  readonly ways: readonly Ways[];
  readonly forward: readonly Float64Array[];
}

/** Values carried over the step between two slots, forward, or back to the earlier one. */
function carried(
  values: Float64Array,
  step: { from: Three; to: Three; ways: Ways; back: boolean },
): Float64Array {
  const [A, B, C] = sizes(step.from);
  const [A2, B2, C2] = sizes(step.to);
  const [wa, wb, wc] = step.ways;
  const { back } = step;
  if (!back) {
    const one = moveAxis(values, { outer: 1, from: A, inner: B * C, to: A2, way: wa, back });
    const two = moveAxis(one, { outer: A2, from: B, inner: C, to: B2, way: wb, back });
    return moveAxis(two, { outer: A2 * B2, from: C, inner: 1, to: C2, way: wc, back });
  }
  const one = moveAxis(values, { outer: 1, from: A2, inner: B2 * C2, to: A, way: wa, back });
  const two = moveAxis(one, { outer: A, from: B2, inner: C2, to: B, way: wb, back });
  return moveAxis(two, { outer: A * B, from: C2, inner: 1, to: C, way: wc, back });
}

function threeOf(slot: Slot, kept: Kept[number]): Three {
  const list = (p: 0 | 1 | 2): readonly Candidate[] => kept[p].map((k) => slot.choices[p].candidates[k]!);
  return [list(0), list(1), list(2)];
}

function sizes(three: Three): [number, number, number] {
  return [three[0].length, three[1].length, three[2].length];
}

/** Own, pair and three-way points of every combination in a slot. */
function slotPoints(slot: Slot, kept: Kept[number], three: Three): Float64Array {
  const table = togetherTable(slot, three);
  const own = (p: 0 | 1 | 2) => kept[p].map((k) => slot.choices[p].points[k]!);
  const [one, two, last] = [own(0), own(1), own(2)];
  let k = 0;
  for (const a of one) for (const b of two) for (const c of last) table[k++]! += a + b + c;
  return table;
}

/**
 * Moves one axis of a table of values: next[o][t][i] = min over f of value[o][f][i] + way. `way` is row by row of the
 * earlier slot; going back the roles of its rows and columns change.
 */
function moveAxis(
  value: Float64Array,
  axis: { outer: number; from: number; inner: number; to: number; way: Float64Array; back: boolean },
): Float64Array {
  const { outer, from, inner, to, way, back } = axis;
  const next = new Float64Array(outer * to * inner).fill(Infinity);
  for (let o = 0; o < outer; o += 1) {
    for (let t = 0; t < to; t += 1) {
      const target = (o * to + t) * inner;
      for (let f = 0; f < from; f += 1) {
        const points = back ? way[t * from + f]! : way[f * to + t]!;
        const source = (o * from + f) * inner;
        for (let i = 0; i < inner; i += 1) {
          const v = value[source + i]! + points;
          if (v < next[target + i]!) next[target + i] = v;
        }
      }
    }
  }
  return next;
}
