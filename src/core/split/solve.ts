import { pitchClass, thirdOf } from '../pitch/index';
import { missingThirdPoints, pairPoints, togetherPoints, wayPoints, type Candidate } from './candidate';
import type { Slot, SplitProblem } from './problem';

/** The cheapest choice for every slot among the candidates kept, and what is proven about it. */
export interface Solution {
  /** For each slot the chosen candidate of guitar 1, guitar 2 and bass. */
  readonly chosen: readonly (readonly [Candidate, Candidate, Candidate])[];
  /** Points of the whole. */
  readonly cost: number;
  /** No choice over the full vocabulary costs less than this. */
  readonly bound: number;
}

/**
 * Exact dynamic programme over the kept candidates: state = one candidate for each player; a step is taken one
 * player after the other, so it costs 3·K⁴ instead of K⁶. Yields its progress (0 … 1) after every slot, so the
 * caller can stop it or let others work.
 */
export function* solve(problem: SplitProblem): Generator<number, Solution> {
  const { slots, plan } = problem;
  if (slots.length === 0) return { chosen: [], cost: 0, bound: 0 };
  const backs: Back[] = [];
  let value = slotCosts(slots[0]!, plan);
  for (let i = 1; i < slots.length; i += 1) {
    const step = advance(value, slots[i - 1]!, slots[i]!);
    const own = slotCosts(slots[i]!, plan);
    value = step.value.map((v, s) => v + own[s]!);
    backs.push(step.back);
    yield i / slots.length;
  }
  let state = argMin(value);
  const cost = value[state]!;
  const chosen: (readonly [Candidate, Candidate, Candidate])[] = [];
  for (let i = slots.length - 1; i >= 0; i -= 1) {
    chosen.unshift(decode(slots[i]!, state));
    if (i > 0) state = goBack(backs[i - 1]!, state, slots[i - 1]!, slots[i]!);
  }
  return { chosen, cost, bound: Math.min(cost, lowerBound(slots)) };
}

const sizes = (slot: Slot) => slot.choices.map((c) => c.candidates.length) as [number, number, number];

/** Own, pair and three-way points of every combination in a slot; index = (a·B + b)·C + c. */
function slotCosts(slot: Slot, plan: SplitProblem['plan']): Float64Array {
  const [A, B, C] = sizes(slot);
  const [one, two, three] = slot.choices;
  const [seatA, seatB, seatC] = slot.seats;
  const pairs = (
    x: Slot['choices'][number],
    y: Slot['choices'][number],
    seats: Parameters<typeof pairPoints>[2],
  ) => x.candidates.map((a) => Float64Array.from(y.candidates, (b) => pairPoints(a, b, seats)));
  const separation = plan.separation;
  const ab = pairs(one, two, { a: seatA, b: seatB, separation });
  const ac = pairs(one, three, { a: seatA, b: seatC, separation });
  const bc = pairs(two, three, { a: seatB, b: seatC, separation });
  const chord = slot.moment.chord;
  const third = chord ? thirdOf(chord) : null;
  const holds = (c: Candidate) => c.pitches.some((p) => pitchClass(p) === third);
  const thirds = slot.choices.map((choices) => choices.candidates.map(holds));
  const missingThird = missingThirdPoints(plan, slot.seats);
  const cost = new Float64Array(A * B * C);
  let s = 0;
  for (let a = 0; a < A; a += 1) {
    for (let b = 0; b < B; b += 1) {
      const base = one.points[a]! + two.points[b]! + ab[a]![b]!;
      for (let c = 0; c < C; c += 1) {
        const low = Math.min(one.candidates[a]!.low, two.candidates[b]!.low, three.candidates[c]!.low);
        const has = { third: thirds[0]![a]! || thirds[1]![b]! || thirds[2]![c]! };
        const together = low > 900 ? 0 : togetherPoints(pitchClass(low), has, { chord, missingThird });
        cost[s] = base + three.points[c]! + ac[a]![c]! + bc[b]![c]! + together;
        s += 1;
      }
    }
  }
  return cost;
}

/** For each player's turn, which candidate of the slot before was best (see `goBack`). */
interface Back {
  readonly turns: readonly [Uint8Array, Uint8Array, Uint8Array];
}

/** Best value of reaching every combination of `to`, moving guitar 1, then guitar 2, then bass. */
function advance(value: Float64Array, from: Slot, to: Slot): { value: Float64Array; back: Back } {
  const [A, B, C] = sizes(from);
  const [A2, B2, C2] = sizes(to);
  const ways = ([0, 1, 2] as const).map((n) => wayTable(from, to, n));
  const first = moveAxis(value, { outer: 1, from: A, inner: B * C, to: A2, way: ways[0]! });
  const second = moveAxis(first.value, { outer: A2, from: B, inner: C, to: B2, way: ways[1]! });
  const third = moveAxis(second.value, { outer: A2 * B2, from: C, inner: 1, to: C2, way: ways[2]! });
  return { value: third.value, back: { turns: [first.back, second.back, third.back] } };
}

function moveAxis(
  value: Float64Array,
  axis: { outer: number; from: number; inner: number; to: number; way: Float64Array },
): { value: Float64Array; back: Uint8Array } {
  const { outer, from, inner, to, way } = axis;
  const next = new Float64Array(outer * to * inner).fill(Infinity);
  const back = new Uint8Array(outer * to * inner);
  for (let o = 0; o < outer; o += 1) {
    for (let t = 0; t < to; t += 1) {
      const target = (o * to + t) * inner;
      for (let f = 0; f < from; f += 1) {
        const points = way[f * to + t]!;
        if (points === Infinity) continue;
        const source = (o * from + f) * inner;
        for (let i = 0; i < inner; i += 1) {
          const v = value[source + i]! + points;
          if (v < next[target + i]!) {
            next[target + i] = v;
            back[target + i] = f;
          }
        }
      }
    }
  }
  return { value: next, back };
}

function goBack({ turns }: Back, state: number, from: Slot, to: Slot): number {
  const [, B, C] = sizes(from);
  const [, B2, C2] = sizes(to);
  const c2 = state % C2;
  const b2 = Math.floor(state / C2) % B2;
  const a2 = Math.floor(state / (C2 * B2));
  const c = turns[2][(a2 * B2 + b2) * C2 + c2]!;
  const b = turns[1][(a2 * B2 + b2) * C + c]!;
  const a = turns[0][(a2 * B + b) * C + c]!;
  return (a * B + b) * C + c;
}

/** Points of going from each candidate to each; Infinity where a held cell would change. */
function wayTable(from: Slot, to: Slot, player: 0 | 1 | 2): Float64Array {
  const before = from.choices[player].candidates;
  const after = to.choices[player].candidates;
  const seat = to.seats[player];
  const way = { instrument: seat.instrument, seconds: to.secondsBefore, moving: seat.role.moving };
  const table = new Float64Array(before.length * after.length);
  let k = 0;
  for (let f = 0; f < before.length; f += 1) {
    for (let t = 0; t < after.length; t += 1) {
      if (to.held[player]) table[k] = f === t ? 0 : Infinity;
      else table[k] = wayPoints(before[f]!, after[t]!, way);
      k += 1;
    }
  }
  return table;
}

function decode(slot: Slot, state: number): readonly [Candidate, Candidate, Candidate] {
  const [, B, C] = sizes(slot);
  const a = Math.floor(state / (B * C));
  const b = Math.floor(state / C) % B;
  return [
    slot.choices[0].candidates[a]!,
    slot.choices[1].candidates[b]!,
    slot.choices[2].candidates[state % C]!,
  ];
}

function argMin(values: Float64Array): number {
  let best = 0;
  for (let i = 1; i < values.length; i += 1) if (values[i]! < values[best]!) best = i;
  return best;
}

/**
 * Valid for the full vocabulary: each player's own chain alone, everything pruned standing as one candidate with the
 * cheapest pruned points and free ways; what players cost each other is never negative and is left out.
 */
function lowerBound(slots: readonly Slot[]): number {
  let sum = 0;
  for (const player of [0, 1, 2] as const) {
    let value: number[] = [];
    slots.forEach((slot, i) => {
      const { points, prunedFrom } = slot.choices[player];
      const all = [...points, prunedFrom];
      if (i === 0) {
        value = all;
        return;
      }
      const way = wayTable(slots[i - 1]!, slot, player);
      const wild = value.length - 1;
      const cheapest = Math.min(...value);
      value = all.map((own, t) => {
        if (t === points.length) return own + cheapest;
        let best = value[wild]!;
        for (let f = 0; f < wild; f += 1) best = Math.min(best, value[f]! + way[f * points.length + t]!);
        return own + best;
      });
    });
    sum += Math.min(...value);
  }
  return sum;
}
