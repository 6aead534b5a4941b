import { pitchClass, type ChordSymbol } from '../pitch/index';
import type { Joint } from '../solver/index';
import { classesOf, type Candidate } from './candidate';
import { sumOf, type CostName, type Costs } from './costs';
import { pairPoints, type PairOf } from './pair-costs';
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
      const altered = isAltered(chord, tone) ? w.ALTERED : 1;
      const floor = tellsApart(tone.pc) ? Math.max(points, APART_FLOOR) * w.TELLS_APART : points * altered;
      return { pc: tone.pc, name, points: Math.round(floor) };
    });
}

/** A ninth, eleventh or thirteenth that is raised or lowered: nobody writes it without wanting to hear it. */
function isAltered({ tones }: ChordSymbol, { above }: ChordSymbol['tones'][number]): boolean {
  const has = (other: number) => tones.some((tone) => tone.above === other);
  return above === 1 || (above === 3 && has(4)) || (above === 6 && has(7)) || (above === 8 && has(7));
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

/**
 * What two or three players cost together in a slot, as the solver asks for it. Only pitches matter, so what is alike is
 * worked out once.
 */
export function jointOf(seats: Seats, plan: Pick<Plan, 'separation' | 'above'>, all: All): Joint<Candidate> {
  const [a, b, c] = seats;
  const guitars = pairsOf({ a, b, plan });
  const firstAndBass = pairsOf({ a, b: c, plan });
  const secondAndBass = pairsOf({ a: b, b: c, plan });
  const { has: hasOf, byLow, byTones } = decided(all);
  return {
    table: ([A, B, C]) => {
      const table = new Float64Array(A.length * B.length * C.length);
      const bc = B.map((y) => Float64Array.from(C, (z) => secondAndBass(y, z)));
      const [lowB, lowC] = [B.map(lowIndex), Int32Array.from(C, lowIndex)];
      const [hasB, hasC] = [B.map(hasOf), Int32Array.from(C, hasOf)];
      let k = 0;
      for (const x of A) {
        const ac = Float64Array.from(C, (z) => firstAndBass(x, z));
        const [lowA, hasA] = [lowIndex(x), hasOf(x)];
        for (let j = 0; j < B.length; j += 1) {
          const both = guitars(x, B[j]!);
          const low = Math.min(lowA, lowB[j]!);
          const has = hasA | hasB[j]!;
          const row = bc[j]!;
          for (let i = 0; i < C.length; i += 1) {
            const lowest = low < lowC[i]! ? low : lowC[i]!;
            const three = lowest === NOBODY_LOW ? 0 : byLow[lowest]! + byTones[has | hasC[i]!]!;
            table[k] = both + ac[i]! + row[i]! + three;
            k += 1;
          }
        }
      }
      return table;
    },
  };
}

/** A slot at the end of another section: what it costs there is not ours to change. */
export const NO_JOINT: Joint<Candidate> = {
  table: ([A, B, C]) => new Float64Array(A.length * B.length * C.length),
};

/** Points of two players, remembered by what is alike. */
function pairsOf(of: PairOf): (x: Candidate, y: Candidate) => number {
  const known = new Map<number, Map<number, number>>();
  return (x, y) => {
    let row = known.get(x.alike);
    if (!row) known.set(x.alike, (row = new Map()));
    let points = row.get(y.alike);
    if (points === undefined) row.set(y.alike, (points = pairPoints(x, y, of)));
    return points;
  };
}

/** Above every pitch: nobody plays. */
const NOBODY_LOW = 128;

function lowIndex({ low }: Candidate): number {
  return low < NOBODY_LOW ? low : NOBODY_LOW;
}

/** `togetherCosts` as two small tables: by the lowest note, and by which of the named tones are there (a bit each). */
function decided(all: All): {
  readonly has: (c: Candidate) => number;
  readonly byLow: Float64Array;
  readonly byTones: Float64Array;
} {
  const { named } = all;
  const everything = named.reduce((bits, { pc }) => bits | (1 << pc), 0);
  const sum = (low: number, has: number) => sumOf(togetherCosts(low, has, all));
  const byLow = Float64Array.from({ length: NOBODY_LOW }, (_, low) => sum(low, everything));
  const byTones = Float64Array.from({ length: 2 ** named.length }, (_, bits) => {
    const has = named.reduce((set, { pc }, i) => (bits & (1 << i) ? set | (1 << pc) : set), 0);
    return sum(0, has) - sum(0, everything);
  });
  return {
    has: (c) => {
      const classes = classesOf(c);
      return named.reduce((bits, { pc }, i) => (classes & (1 << pc) ? bits | (1 << i) : bits), 0);
    },
    byLow,
    byTones,
  };
}
