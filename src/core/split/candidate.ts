import { energyOf, mudOf, overlap, rubBetween, type Part } from '../clash/index';
import { DIRT_UNIT } from '../clash/index';
import type { Player } from '../form/index';
import { shiftBetween, type KnownGrip } from '../grip/index';
import type { Instrument } from '../instrument/index';
import type { Rig } from '../song/index';
import { pitchClass, thirdOf, type ChordSymbol, type Midi } from '../pitch/index';
import { gainClass, gripDirt } from '../sound/index';
import { OTHER_DEVICE, type Plan, type Role } from './plan';
import * as w from './weights';

/** One thing a player could do in a slot: a grip, or nothing (`known` null). */
export interface Candidate {
  readonly known: KnownGrip | null;
  /** Sounding pitches, lowest first. */
  readonly pitches: readonly Midi[];
  readonly low: number;
  readonly top: number;
}

export const REST: Candidate = { known: null, pitches: [], low: 999, top: 0 };

const known = new WeakMap<KnownGrip, Candidate>();

/** Remembered per grip, so that the same grip is the same candidate in every slot. */
export function candidateOf(grip: KnownGrip): Candidate {
  const hit = known.get(grip);
  if (hit) return hit;
  const pitches = grip.pitches;
  const made: Candidate = {
    known: grip,
    pitches,
    low: Math.min(...pitches),
    top: Math.max(...pitches),
  };
  known.set(grip, made);
  return made;
}

/** What is the same for all candidates of one player in one slot. */
export interface Seat {
  readonly player: Player;
  readonly instrument: Rig;
  readonly role: Role;
  readonly chord: ChordSymbol | null;
  readonly ticks: number;
  /** The singer's range while someone sings, else null. */
  readonly voice: { readonly low: number; readonly high: number } | null;
}

/** Points of one candidate by itself. Never negative. */
export function ownPoints(c: Candidate, seat: Seat): number {
  if (c.known === null)
    return seat.chord === null || Object.keys(seat.role.devices).length === 0 ? 0 : w.REST_POINTS;
  const { role, chord, instrument } = seat;
  const isBass = instrument.kind === 'bass';
  let points = w.EFFORT_POINTS * c.known.effort + (role.devices[c.known.device] ?? OTHER_DEVICE);
  points +=
    w.OUTSIDE_POINTS * outside(c.low, role.lowest) + w.ABOVE_TOP_POINTS * Math.max(0, c.top - role.top);
  points += (w.CLASH_POINTS * (mudOf(c.pitches, isBass)?.score ?? 0)) | 0;
  points += (w.CLASH_POINTS * gripDirt(c.pitches, gainClass(instrument.gain))) / DIRT_UNIT;
  if (seat.voice && !isBass && c.top >= seat.voice.low && c.top <= seat.voice.high)
    points += w.IN_VOICE_POINTS;
  if (chord) {
    const inside = rubBetween(partOf(c, seat), partOf(c, seat), chord);
    points += w.CLASH_POINTS * (inside?.score ?? 0) * 0.5;
    if (isBass) points += pitchClass(c.low) === chord.bassPc ? 0 : w.BASS_NOT_ROOT_POINTS;
    else if (!c.pitches.some((p) => pitchClass(p) === chord.rootPc)) points += w.NO_ROOT_POINTS / 2;
  }
  return Math.round(points);
}

/** Points of two players' candidates together in one slot. Never negative. */
export function pairPoints(
  a: Candidate,
  b: Candidate,
  seats: { a: Seat; b: Seat; separation: number },
): number {
  if (a.known === null || b.known === null) return 0;
  const chord = seats.a.chord;
  const rub = rubBetween(partOf(a, seats.a), partOf(b, seats.b), chord);
  let points = w.CLASH_POINTS * (rub?.score ?? 0);
  const hasBass = seats.b.player === 'bass';
  if (hasBass) {
    if (a.low < b.low) points += w.BELOW_BASS_POINTS;
  } else {
    const shared = overlap(energyFor(a), energyFor(b));
    points +=
      seats.separation >= 0
        ? seats.separation * Math.max(0, shared - w.FREE_OVERLAP)
        : -seats.separation * (1 - shared);
  }
  return Math.round(points);
}

/** What a missing third costs under a plan: half as much when a guitar is driven, where leaner is often meant. */
export function missingThirdPoints(
  plan: Pick<Plan, 'missingThird'>,
  seats: readonly Pick<Seat, 'instrument'>[],
): number {
  const driven = seats.some(
    (seat) => seat.instrument.kind === 'guitar' && gainClass(seat.instrument.gain) === 'high',
  );
  return driven ? plan.missingThird / 2 : plan.missingThird;
}

/** Points for what only all three together decide. `third` tells whether a part holds the chord's third. */
export function togetherPoints(
  lowestPc: number,
  has: { third: boolean },
  slot: { chord: ChordSymbol | null; missingThird: number },
): number {
  if (slot.chord === null) return 0;
  let points = lowestPc === slot.chord.bassPc ? 0 : w.WRONG_LOWEST_POINTS;
  if (!has.third && thirdOf(slot.chord) !== null) points += slot.missingThird;
  return points;
}

/** Points for going from one candidate to the next in `seconds`. Never negative; 0 to and from a rest. */
export function wayPoints(
  from: Candidate,
  to: Candidate,
  way: { instrument: Instrument; seconds: number; moving: number },
): number {
  if (from.known === null || to.known === null || from.known === to.known) return 0;
  const shift = shiftBetween(from.known.grip, to.known.grip, way.instrument);
  const hurry = Math.min(3, Math.max(0.4, w.SHIFT_SECONDS / Math.max(0.05, way.seconds)));
  let points = way.moving + w.SHIFT_POINTS_PER_MM * shift.mm * hurry;
  if (from.known.device !== to.known.device) points += w.DEVICE_CHANGE_POINTS;
  points += w.VOICE_LEADING_POINTS * Math.min(12, Math.abs(from.top - to.top));
  return Math.round(points);
}

function outside(value: number, [from, to]: readonly [number, number]): number {
  return Math.max(0, from - value, value - to);
}

function partOf(c: Candidate, seat: Seat): Part {
  return { player: seat.player, pitches: c.pitches, soundTicks: seat.ticks, gain: seat.instrument.gain };
}

/** Energy is only worked out for candidates that survive pruning, and then kept. */
function energyFor(c: Candidate): Float64Array {
  let energy = energies.get(c);
  if (!energy) energies.set(c, (energy = energyOf(c.pitches)));
  return energy;
}

const energies = new WeakMap<Candidate, Float64Array>();
