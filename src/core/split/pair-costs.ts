import { remember } from '../base/index';
import { energyOf, overlap, rubScore } from '../clash/index';
import { openStrings, type Instrument } from '../instrument/index';
import type { Midi } from '../pitch/index';
import { classesOf, type Candidate } from './candidate';
import { sumOf, type Costs } from './costs';
import { opennessOf, type Plan } from './plan';
import type { Seat } from './seat';
import * as w from './weights';

/** What two players' candidates cost together in one slot depends on this much besides them. */
export interface PairOf {
  readonly a: Seat;
  readonly b: Seat;
  readonly plan: Pick<Plan, 'separation' | 'above'>;
}

/** Points of two players' candidates together in one slot. Never negative. */
export function pairPoints(a: Candidate, b: Candidate, of: PairOf): number {
  if (a.steps !== null || b.steps !== null) return sumOf(pairCosts(a, b, of));
  if (a.pitches.length === 0 || b.pitches.length === 0) return 0;
  const costs = between(a, b, of);
  return (
    costs.rub! +
    (costs['below-bass'] ?? 0) +
    (costs.separation ?? 0) +
    (costs.above ?? 0) +
    (costs.again ?? 0) +
    (costs.doubled ?? 0)
  );
}

/** The same by name; what a line costs is what its steps do, by the time they take. */
export function pairCosts(a: Candidate, b: Candidate, of: PairOf): Costs {
  if (a.steps === null && b.steps === null) return between(a, b, of);
  const costs: Costs = {};
  for (const one of a.steps ?? [{ candidate: a, share: 1 }]) {
    for (const two of stepsBeside(b, a, one)) {
      const here = between(one.candidate, two.candidate, of);
      for (const name in here) {
        const key = name as keyof Costs;
        costs[key] = (costs[key] ?? 0) + here[key]! * two.share;
      }
    }
  }
  for (const name in costs) costs[name as keyof Costs] = Math.round(costs[name as keyof Costs]!);
  return costs;
}

/** What the other player has while one step lasts: two lines over the same slot go in step. */
function stepsBeside(
  b: Candidate,
  a: Candidate,
  one: { candidate: Candidate; share: number },
): readonly { candidate: Candidate; share: number }[] {
  if (b.steps === null) return [{ candidate: b, share: one.share }];
  if (a.steps === null) return b.steps;
  const nth = a.steps.findIndex((s) => s === one);
  return [{ candidate: b.steps[nth]!.candidate, share: one.share }];
}

function between(a: Candidate, b: Candidate, of: PairOf): Costs {
  if (a.pitches.length === 0 || b.pitches.length === 0) return {};
  const score = rubScore(a.pitches, b.pitches, {
    chord: of.a.chord,
    withBass: of.b.player === 'bass',
    gain: Math.max(of.a.instrument.gain, of.b.instrument.gain),
    ticks: Math.min(of.a.ticks, of.b.ticks),
  });
  const rub = Math.round(w.CLASH_POINTS * score);
  if (of.b.player === 'bass') return { rub, 'below-bass': a.low < b.low ? w.BELOW_BASS_POINTS : 0 };
  return { rub, ...guitarCosts(a, b, of) };
}

function guitarCosts(a: Candidate, b: Candidate, { a: one, b: two, plan }: PairOf): Costs {
  if (two.role.drones) return { again: droneInside(a, b) };
  if (plan.separation < 0) {
    return { doubled: doubledPoints(a, b, { one, two, separation: plan.separation }) };
  }
  if (plan.separation === 0) return {};
  const gain = Math.max(one.instrument.gain, two.instrument.gain);
  const open = opennessOf(gain);
  const share = w.CLEAN_SEPARATION_SHARE * open + (1 - open);
  const shared = overlap(energyFor(a), energyFor(b));
  const says = b.pitches.every((p) => a.pitches.includes(p)) ? w.SAID_AGAIN_POINTS : 0;
  const low = plan.above === null ? 0 : Math.max(0, a.low + plan.above - b.low);
  return {
    separation: Math.round(share * plan.separation * Math.max(0, shared - w.FREE_OVERLAP)),
    above: w.NOT_ABOVE_POINTS * low,
    again: says,
  };
}

/**
 * What it costs two guitars that should double each other not to. Clean ones on different necks (a capo, another tuning)
 * double a chord with the shapes that each of them has for it.
 */
function doubledPoints(
  a: Candidate,
  b: Candidate,
  { one, two, separation }: { one: Seat; two: Seat; separation: number },
): number {
  if (a.alike === b.alike) return a.id === b.id ? 0 : w.OTHER_SHAPE_POINTS;
  const shared = overlap(energyFor(a), energyFor(b));
  const apart = Math.round(-separation * (1 - shared)) + w.NOT_DOUBLED_POINTS;
  if (classesOf(a) !== classesOf(b) || isSameNeck(one.instrument, two.instrument)) return apart;
  const open = opennessOf(Math.max(one.instrument.gain, two.instrument.gain));
  return Math.round(open * w.OTHER_SHAPE_POINTS + (1 - open) * apart);
}

function isSameNeck(a: Instrument, b: Instrument): boolean {
  const [one, two] = [openStrings(a), openStrings(b)];
  return one.length === two.length && one.every((pitch, s) => pitch + a.capo === two[s]! + b.capo);
}

/** A drone is heard when it lies above what moves under it. */
function droneInside(a: Candidate, b: Candidate): number {
  const inside = b.pitches.some((p) => a.pitches.includes(p)) ? w.DRONE_INSIDE_POINTS : 0;
  return inside + w.DRONE_BELOW_POINTS * Math.min(12, Math.max(0, a.top + 1 - b.low));
}

/** Energy is only worked out for candidates that are compared, and then kept: one for all grips that sound the same. */
function energyFor(c: Candidate): Float64Array {
  let energy = energies.get(c);
  if (!energy) energies.set(c, (energy = energyOfSound(c.pitches.join(' '))));
  return energy;
}

const energies = new WeakMap<Candidate, Float64Array>();
const energyOfSound = remember((key) => energyOf(key.split(' ').map((pitch) => Number(pitch) as Midi)));
