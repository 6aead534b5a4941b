import { hasThirdOf, pairPoints, sumOf, togetherCosts, type Candidate } from './candidate';
import type { Slot } from './problem';

/** Candidates of the three players in one slot. */
export type Three = readonly [readonly Candidate[], readonly Candidate[], readonly Candidate[]];

/**
 * Points that two or three players cost together in a slot, for every combination; index (a·B + b)·C + c. A slot that
 * only stands at the end of another section has none: what it costs there is not ours to change.
 */
export function togetherTable(slot: Slot, [A, B, C]: Three): Float64Array {
  if (slot.isEnd) return new Float64Array(A.length * B.length * C.length);
  const [seatA, seatB, seatC] = slot.seats;
  const separation = slot.plan.separation;
  const ab = new Float64Array(A.length * B.length);
  A.forEach((a, i) => {
    B.forEach((b, j) => (ab[i * B.length + j] = pairPoints(a, b, { a: seatA, b: seatB, separation })));
  });
  const ac = pairsWith(A, C, { a: seatA, b: seatC, separation });
  const bc = pairsWith(B, C, { a: seatB, b: seatC, separation });
  const chord = slot.moment.chord;
  const thirds = [A, B, C].map((list) => list.map((c) => hasThirdOf(c, chord)));
  const table = new Float64Array(A.length * B.length * C.length);
  // What all three cost depends on the lowest pitch and whether somebody has the third.
  const cost = new Map<number, number>();
  const three = (low: number, third: boolean): number => {
    const key = 2 * low + Number(third);
    let points = cost.get(key);
    if (points === undefined) {
      points = sumOf(togetherCosts(low, { third }, { chord, missingThird: slot.missingThird }));
      cost.set(key, points);
    }
    return points;
  };
  let k = 0;
  for (let a = 0; a < A.length; a += 1) {
    for (let b = 0; b < B.length; b += 1) {
      const low = Math.min(A[a]!.low, B[b]!.low);
      const third = thirds[0]![a]! || thirds[1]![b]!;
      const both = ab[a * B.length + b]!;
      for (let c = 0; c < C.length; c += 1) {
        const all = three(Math.min(low, C[c]!.low), third || thirds[2]![c]!);
        table[k] = both + ac[a * C.length + c]! + bc[b * C.length + c]! + all;
        k += 1;
      }
    }
  }
  return table;
}

function pairsWith(
  list: readonly Candidate[],
  bass: readonly Candidate[],
  seats: Parameters<typeof pairPoints>[2],
): Float64Array {
  const table = new Float64Array(list.length * bass.length);
  let k = 0;
  for (const a of list) {
    for (const c of bass) {
      table[k] = pairPoints(a, c, seats);
      k += 1;
    }
  }
  return table;
}
