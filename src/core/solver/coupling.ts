import type { Nth, PerLane } from './chain';

/**
 * The two loops over what three lanes cost together that everything else waits for. Tables are indexed (a·B + b)·C + c
 * by the lanes' classes. Plain twins are in the solver's tests: the whole is checked against brute force there.
 */

/** Least of together + chains through each class of each lane. */
export function wholes(table: Float64Array, m: PerLane<Float64Array>): PerLane<Float64Array> {
  const [ma, mb, mc] = m;
  const [A, B, C] = [ma.length, mb.length, mc.length];
  const [wa, wb, wc] = [
    new Float64Array(A),
    new Float64Array(B).fill(Infinity),
    new Float64Array(C).fill(Infinity),
  ];
  let k = 0;
  for (let a = 0; a < A; a += 1) {
    let leastA = Infinity;
    for (let b = 0; b < B; b += 1) {
      const both = ma[a]! + mb[b]!;
      let leastB = Infinity;
      for (let c = 0; c < C; c += 1) {
        const v = table[k]! + both + mc[c]!;
        if (v < leastB) leastB = v;
        if (v < wc[c]!) wc[c] = v;
        k += 1;
      }
      if (leastB < leastA) leastA = leastB;
      if (leastB < wb[b]!) wb[b] = leastB;
    }
    wa[a] = leastA;
  }
  return [wa, wb, wc];
}

/** The greatest potentials one lane may have beside those of the other two. */
export function residual(table: Float64Array, phi: PerLane<Float64Array>, to: Nth): Float64Array {
  const [A, B, C] = [phi[0].length, phi[1].length, phi[2].length];
  const [fa, fb, fc] = phi;
  const rest = new Float64Array(phi[to].length).fill(Infinity);
  let k = 0;
  for (let a = 0; a < A; a += 1) {
    const base = to === 0 ? 0 : fa[a]!;
    for (let b = 0; b < B; b += 1) {
      const both = to === 1 ? base : base + fb[b]!;
      if (to === 2) {
        for (let c = 0; c < C; c += 1) {
          const v = table[k]! - both;
          if (v < rest[c]!) rest[c] = v;
          k += 1;
        }
        continue;
      }
      let least = Infinity;
      for (let c = 0; c < C; c += 1) {
        const v = table[k]! - fc[c]!;
        if (v < least) least = v;
        k += 1;
      }
      const i = to === 0 ? a : b;
      if (least - both < rest[i]!) rest[i] = least - both;
    }
  }
  return rest;
}
