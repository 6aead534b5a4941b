import type { PerLane, Three } from './chain';

/**
 * Values of all combinations of three lanes carried over the step between two stages, one lane after the other: 3·K⁴
 * steps instead of K⁶. The plain twin is in the tests: the lattice is checked against every choice there.
 */
export const EMPTY = new Float64Array(0);

/** Points of each lane's step, row by row of the earlier stage. */
export type Ways = Readonly<PerLane<Float64Array>>;

/** Values carried over the step between two stages, forward, or back to the earlier one. */
export function carried(
  values: Float64Array,
  step: { from: Three<unknown>; to: Three<unknown>; ways: Ways; back: boolean },
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

/** How many options each lane has. */
export function sizes(three: Three<unknown>): [number, number, number] {
  return [three[0].length, three[1].length, three[2].length];
}

/**
 * Moves one axis of a table of values: next[o][t][i] = min over f of value[o][f][i] + way. `way` is row by row of the
 * earlier stage; going back the roles of its rows and columns change.
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
