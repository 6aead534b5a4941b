import type { Joint, PerLane } from '../../solver/index';
import { formatMeter } from '../../time/index';
import { fullPoints, pairHandCosts, sumOfHand, type HandSeat } from './hand-costs';
import type { HandOption } from './option';
import type { HandPlan } from './wants';

/** Joint costs and pairs of a plan, by what they depend on. */
interface Known {
  readonly joints: Map<string, Joint<HandOption>>;
  readonly pairs: Map<string, Pair>;
}

const known = new WeakMap<HandPlan, Known>();
/** Places in bars at which grips come differ little: so many are remembered for each plan. */
const MOST_KNOWN = 200;

/**
 * What three right hands cost together in the bars of a section under a plan. Bars in which the same grips come at the same
 * time share one object, in all sections of that metre and tempo; what two options cost is remembered by what is alike.
 */
export function jointsOf(plan: HandPlan): (seats: PerLane<HandSeat>) => Joint<HandOption> {
  let of = known.get(plan);
  if (!of || of.joints.size > MOST_KNOWN || of.pairs.size > MOST_KNOWN) {
    known.set(plan, (of = { joints: new Map(), pairs: new Map() }));
  }
  const { joints, pairs } = of;
  const pairFor = (a: HandSeat, b: HandSeat): Pair => {
    // Of the seats only this much matters to two (see pairHandCosts).
    const key = `${formatMeter(a.meter)} ${a.player} ${b.player} ${b.changes.join()}`;
    let pair = pairs.get(key);
    if (!pair) pairs.set(key, (pair = pairOf({ a, b, plan })));
    return pair;
  };
  return (seats) => {
    const [a, b, c] = seats;
    const key = `${formatMeter(a.meter)} ${a.tempo} ${seats.map((seat) => seat.changes.join()).join(' ')}`;
    let joint = joints.get(key);
    if (!joint) {
      joint = jointOf([pairFor(a, b), pairFor(a, c), pairFor(b, c)], a);
      joints.set(key, joint);
    }
    return joint;
  };
}

type Pair = (x: HandOption, y: HandOption) => number;

function jointOf([ab, ac, bc]: readonly [Pair, Pair, Pair], seat: HandSeat): Joint<HandOption> {
  return {
    table: ([A, B, C]) => {
      const table = new Float64Array(A.length * B.length * C.length);
      const most = 3 * Math.max(...[...A, ...B, ...C].map((o) => o.strokes.length));
      const full = Float64Array.from({ length: most + 1 }, (_, strokes) => fullPoints(strokes, seat));
      const right = B.map((y) => C.map((z) => bc(y, z)));
      let k = 0;
      for (const x of A) {
        const low = C.map((z) => ac(x, z));
        B.forEach((y, j) => {
          const both = ab(x, y);
          const strokes = x.strokes.length + y.strokes.length;
          const row = right[j]!;
          for (let i = 0; i < C.length; i += 1) {
            table[k] = both + low[i]! + row[i]! + full[strokes + C[i]!.strokes.length]!;
            k += 1;
          }
        });
      }
      return table;
    },
  };
}

function pairOf(of: { a: HandSeat; b: HandSeat; plan: HandPlan }): Pair {
  const known = new Map<number, Map<number, number>>();
  return (x, y) => {
    let row = known.get(x.alike);
    if (!row) known.set(x.alike, (row = new Map()));
    let points = row.get(y.alike);
    if (points === undefined) row.set(y.alike, (points = sumOfHand(pairHandCosts(x, y, of))));
    return points;
  };
}
