import { pitchClass, type ChordSymbol } from '../pitch/index';
import type { Joint, Three } from '../solver/index';
import type { Candidate } from './candidate';
import type { CostName, Costs } from './costs';
import { pairPoints } from './pair-costs';
import { bySound, type Plan } from './plan';
import type { Seats } from './seat';
import * as w from './weights';

/** A tone that a symbol names, and what it costs when nobody sounds it. */
export interface Named {
  readonly pc: number;
  readonly name: Extract<CostName, 'third' | 'colour'>;
  readonly points: number;
}

/** What all three decide together in one slot. */
export interface All {
  readonly chord: ChordSymbol | null;
  readonly named: readonly Named[];
}

/** Semitones above the root that every chord has; anything else that a symbol names is a colour. */
const PLAIN = new Set([0, 7]);

/**
 * The tones of a symbol that should be heard, with what they are worth under a plan in this sound: its third, and every
 * colour it names (seventh, ninth, sixth, fourth, an altered fifth). What tells it from the chord before or after it on
 * the same root is worth more.
 */
export function namedTones(
  chord: ChordSymbol | null,
  of: {
    plan: Pick<Plan, 'missingThird' | 'missingColour'>;
    gain: number;
    beside: readonly (ChordSymbol | null)[];
  },
): readonly Named[] {
  if (chord === null) return [];
  const others = of.beside.filter((c) => c !== null && c.rootPc === chord.rootPc && c.text !== chord.text);
  const tellsApart = (pc: number) => others.some((c) => !c!.tones.some((t) => t.pc === pc));
  return chord.tones
    .filter((tone) => !PLAIN.has(tone.above))
    .map((tone): Named => {
      const name = tone.degree === 3 || tone.degree === 10 ? 'third' : 'colour';
      const points = bySound(name === 'third' ? of.plan.missingThird : of.plan.missingColour, of.gain);
      const floor = tellsApart(tone.pc) ? Math.max(points, APART_FLOOR) * w.TELLS_APART : points;
      return { pc: tone.pc, name, points: Math.round(floor) };
    });
}

/** Also a plan that does without a third sounds it where it is all that changes. */
const APART_FLOOR = 90;

/** Points for what only all three together decide: the lowest note, and what the symbol names. `has` is a 12-bit set. */
export function togetherCosts(low: number, has: number, { chord, named }: All): Costs {
  if (chord === null || low > 900) return {};
  const costs: Costs = { lowest: pitchClass(low) === chord.bassPc ? 0 : w.WRONG_LOWEST_POINTS };
  for (const { pc, name, points } of named) {
    if ((has & (1 << pc)) === 0) costs[name] = (costs[name] ?? 0) + points;
  }
  return costs;
}

/** Pitch classes as a 12-bit set. */
export function classesOf({ pitches }: Candidate): number {
  let bits = 0;
  for (const pitch of pitches) bits |= 1 << pitchClass(pitch);
  return bits;
}

/**
 * What two or three players cost together in a slot, as the solver asks for it. Only pitches matter, so what is alike is
 * worked out once.
 */
export function jointOf(seats: Seats, plan: Pick<Plan, 'separation' | 'above'>, all: All): Joint<Candidate> {
  const [a, b, c] = seats;
  const pairs = [
    { of: { a, b, plan }, known: new Map<string, number>() },
    { of: { a, b: c, plan }, known: new Map<string, number>() },
    { of: { a: b, b: c, plan }, known: new Map<string, number>() },
  ];
  const pair = (n: number, x: Candidate, y: Candidate): number => {
    const { of, known } = pairs[n]!;
    const key = `${x.alike}|${y.alike}`;
    let points = known.get(key);
    if (points === undefined) known.set(key, (points = pairPoints(x, y, of)));
    return points;
  };
  const byLow = new Map<number, number>();
  const three = (low: number, has: number): number => {
    const key = low * 4096 + has;
    let points = byLow.get(key);
    if (points === undefined) {
      points = 0;
      const costs = togetherCosts(low, has, all);
      for (const name in costs) points += costs[name as CostName]!;
      byLow.set(key, points);
    }
    return points;
  };
  let wanted = 0;
  for (const { pc } of all.named) wanted |= 1 << pc;
  return { table: (lists) => tableOf(lists, { pair, three, wanted }) };
}

/** A slot at the end of another section: what it costs there is not ours to change. */
export const NO_JOINT: Joint<Candidate> = {
  table: ([A, B, C]) => new Float64Array(A.length * B.length * C.length),
};

function tableOf(
  [A, B, C]: Three<Candidate>,
  of: {
    pair: (n: number, x: Candidate, y: Candidate) => number;
    three: (low: number, has: number) => number;
    wanted: number;
  },
): Float64Array {
  const table = new Float64Array(A.length * B.length * C.length);
  const ac = A.map((a) => Float64Array.from(C, (c) => of.pair(1, a, c)));
  const bc = B.map((b) => Float64Array.from(C, (c) => of.pair(2, b, c)));
  const [hasA, hasB, hasC] = [A, B, C].map((list) => list.map((x) => classesOf(x) & of.wanted));
  let k = 0;
  for (let a = 0; a < A.length; a += 1) {
    for (let b = 0; b < B.length; b += 1) {
      const both = of.pair(0, A[a]!, B[b]!);
      const low = Math.min(A[a]!.low, B[b]!.low);
      const has = hasA![a]! | hasB![b]!;
      for (let c = 0; c < C.length; c += 1) {
        table[k] = both + ac[a]![c]! + bc[b]![c]! + of.three(Math.min(low, C[c]!.low), has | hasC![c]!);
        k += 1;
      }
    }
  }
  return table;
}
