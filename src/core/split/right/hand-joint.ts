import type { Joint, PerLane } from '../../solver/index';
import { fullPoints, pairHandCosts, sumOfHand, type HandSeat } from './hand-costs';
import type { HandOption } from './option';
import type { HandPlan } from './wants';

/** What three right hands cost together; remembered by what is alike. */
export function jointOf(seats: PerLane<HandSeat>, plan: HandPlan): Joint<HandOption> {
  const [a, b, c] = seats;
  const pairs = [pairsOf({ a, b, plan }), pairsOf({ a, b: c, plan }), pairsOf({ a: b, b: c, plan })] as const;
  return {
    table: ([A, B, C]) => {
      const table = new Float64Array(A.length * B.length * C.length);
      let k = 0;
      for (const x of A) {
        for (const y of B) {
          const both = pairs[0](x, y);
          for (const z of C) {
            const strokes = x.strokes.length + y.strokes.length + z.strokes.length;
            table[k] = both + pairs[1](x, z) + pairs[2](y, z) + fullPoints(strokes, a);
            k += 1;
          }
        }
      }
      return table;
    },
  };
}

function pairsOf(of: { a: HandSeat; b: HandSeat; plan: HandPlan }): (x: HandOption, y: HandOption) => number {
  const known = new Map<number, Map<number, number>>();
  return (x, y) => {
    let row = known.get(x.alike);
    if (!row) known.set(x.alike, (row = new Map()));
    let points = row.get(y.alike);
    if (points === undefined) row.set(y.alike, (points = sumOfHand(pairHandCosts(x, y, of))));
    return points;
  };
}
