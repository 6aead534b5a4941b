import { energyOf, lengthShare, mudOf, overlap, rubBetween, rubScore, type Part } from '../clash/index';
import type { Player } from '../form/index';
import { DEVICES, handFret, type Device, type KnownGrip } from '../grip/index';
import { spanMm, type Instrument } from '../instrument/index';
import { pitchClass, thirdOf, type ChordSymbol, type Midi } from '../pitch/index';
import type { Rig } from '../song/index';
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
  /** Lowest fretted fret, 0 for open strings alone. */
  readonly hand: number;
  /** Which family of shapes it belongs to. */
  readonly family: number;
  /** The same for candidates that sound the same. */
  readonly sound: string;
  /** The device's place among `DEVICES`, and the frets in five bits a string from the lowest: silent 0, open 1. */
  readonly device: number;
  readonly packed: number;
}

export const REST: Candidate = {
  known: null,
  pitches: [],
  low: 999,
  top: 0,
  hand: 0,
  family: -1,
  sound: '',
  device: -1,
  packed: 0,
};

const known = new WeakMap<KnownGrip, Candidate>();

/** Remembered per grip, so that the same grip is the same candidate in every slot. */
export function candidateOf(grip: KnownGrip): Candidate {
  const hit = known.get(grip);
  if (hit) return hit;
  const pitches = [...grip.pitches].sort((a, b) => a - b);
  const low = pitches[0]!;
  const top = pitches.at(-1)!;
  const family = familyOf(grip.device);
  const device = DEVICES.indexOf(grip.device);
  const sound = pitches.join();
  const hand = handFret(grip.grip) ?? 0;
  const made = { known: grip, pitches, low, top, hand, family, sound, device, packed: packedFrets(grip) };
  known.set(grip, made);
  return made;
}

function packedFrets({ grip }: KnownGrip): number {
  let bits = 0;
  grip.forEach((fret, s) => {
    if (fret !== null) bits |= (fret + 1) << (5 * s);
  });
  return bits;
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

/** Why something costs: the names are what explanations speak of. */
export type CostName =
  | 'effort'
  | 'device'
  | 'register'
  | 'mud'
  | 'dirt'
  | 'voice'
  | 'rub'
  | 'root'
  | 'rich'
  | 'rest'
  | 'below-bass'
  | 'separation'
  | 'lowest'
  | 'third'
  | 'moving'
  | 'shift'
  | 'fingers'
  | 'family'
  | 'top';

/** Points by name; a sum of them is what the solver sees. All integers. */
export type Costs = Partial<Record<CostName, number>>;

export function sumOf(costs: Costs): number {
  let sum = 0;
  for (const name in costs) sum += costs[name as CostName]!;
  return sum;
}

/** Points of one candidate by itself. */
export function ownPoints(c: Candidate, seat: Seat): number {
  return sumOf(ownCosts(c, seat));
}

export function ownCosts(c: Candidate, seat: Seat): Costs {
  const { role, chord, instrument } = seat;
  if (c.known === null) {
    const wanted = chord !== null && Object.keys(role.devices).length > 0;
    return { rest: wanted ? w.REST_POINTS : 0 };
  }
  const isBass = instrument.kind === 'bass';
  const drive = gainClass(instrument.gain);
  const [from, to] = role.lowest;
  const outside = Math.max(0, from - c.low, c.low - to);
  const inVoice = seat.voice !== null && !isBass && c.top >= seat.voice.low && c.top <= seat.voice.high;
  const costs: Costs = {
    effort: Math.round(w.EFFORT_POINTS * c.known.effort) + w.GAP_POINTS * gapsIn(c),
    device: role.devices[c.known.device] ?? OTHER_DEVICE,
    register: w.OUTSIDE_POINTS * outside + w.ABOVE_TOP_POINTS * Math.max(0, c.top - role.top),
    mud: Math.round(w.CLASH_POINTS * (mudOf(c.pitches, { isBass, gain: instrument.gain })?.score ?? 0)),
    dirt: Math.round(w.CLASH_POINTS * gripDirt(c.pitches, instrument.gain) * lengthShare(seat.ticks)),
    voice: inVoice ? w.IN_VOICE_POINTS : 0,
  };
  if (chord === null) return costs;
  const part = partOf(c, seat);
  const inside = rubBetween(part, part, chord)?.score ?? 0;
  costs.rub = Math.round(w.CLASH_POINTS * w.INNER_RUB_SHARE * inside);
  if (isBass) costs.root = pitchClass(c.low) === chord.bassPc ? 0 : w.BASS_NOT_ROOT_POINTS;
  else {
    costs.root = c.pitches.some((p) => pitchClass(p) === chord.rootPc) ? 0 : w.NO_ROOT_POINTS;
    if (drive === 'clean' && c.pitches.length > 2) {
      const heard = new Set(c.pitches.map((p) => pitchClass(p)));
      const missing = chord.tones.filter((t) => !heard.has(t.pc)).length;
      costs.rich = w.RICH_POINTS * missing;
    }
  }
  return costs;
}

/** Silent strings inside a grip of more than two notes: they must be damped while everything around them rings. */
function gapsIn(c: Candidate): number {
  if (c.pitches.length < 3) return 0;
  const { grip } = c.known!;
  const first = grip.findIndex((fret) => fret !== null);
  const last = grip.findLastIndex((fret) => fret !== null);
  return last - first + 1 - c.pitches.length;
}

/** What two players' candidates cost together in one slot depends on this much besides them. */
export interface PairOf {
  readonly a: Seat;
  readonly b: Seat;
  readonly separation: number;
}

/** Points of two players' candidates together in one slot. Never negative. */
export function pairPoints(a: Candidate, b: Candidate, seats: PairOf): number {
  if (a.known === null || b.known === null) return 0;
  const isBass = seats.b.player === 'bass';
  return (
    rubPoints(a, b, seats) + (isBass ? (a.low < b.low ? w.BELOW_BASS_POINTS : 0) : apartPoints(a, b, seats))
  );
}

export function pairCosts(a: Candidate, b: Candidate, seats: PairOf): Costs {
  if (a.known === null || b.known === null) return {};
  const rub = rubPoints(a, b, seats);
  if (seats.b.player !== 'bass') return { rub, separation: apartPoints(a, b, seats) };
  return { rub, 'below-bass': a.low < b.low ? w.BELOW_BASS_POINTS : 0 };
}

function rubPoints(a: Candidate, b: Candidate, seats: PairOf): number {
  const score = rubScore(a.pitches, b.pitches, {
    chord: seats.a.chord,
    withBass: seats.b.player === 'bass',
    gain: Math.max(seats.a.instrument.gain, seats.b.instrument.gain),
    ticks: Math.min(seats.a.ticks, seats.b.ticks),
  });
  return Math.round(w.CLASH_POINTS * score);
}

function apartPoints(a: Candidate, b: Candidate, { separation }: PairOf): number {
  if (separation === 0) return 0;
  const shared = overlap(energyFor(a), energyFor(b));
  return Math.round(
    separation > 0 ? separation * Math.max(0, shared - w.FREE_OVERLAP) : -separation * (1 - shared),
  );
}

/** What a missing third costs under a plan: half as much when a guitar is driven, where leaner is often meant. */
export function missingThirdPoints(
  plan: Pick<Plan, 'missingThird'>,
  seats: readonly Pick<Seat, 'instrument'>[],
): number {
  const driven = seats.some(
    (seat) => seat.instrument.kind === 'guitar' && gainClass(seat.instrument.gain) === 'high',
  );
  return Math.round(driven ? plan.missingThird / 2 : plan.missingThird);
}

/** Points for what only all three together decide. `third` tells whether a part holds the chord's third. */
export function togetherCosts(
  low: number,
  has: { third: boolean },
  slot: { chord: ChordSymbol | null; missingThird: number },
): Costs {
  if (slot.chord === null || low > 900) return {};
  return {
    lowest: pitchClass(low) === slot.chord.bassPc ? 0 : w.WRONG_LOWEST_POINTS,
    third: !has.third && thirdOf(slot.chord) !== null ? slot.missingThird : 0,
  };
}

export function hasThirdOf(c: Candidate, chord: ChordSymbol | null): boolean {
  const third = chord ? thirdOf(chord) : null;
  return third !== null && c.pitches.some((p) => pitchClass(p) === third);
}

/** What a step of one player depends on besides the two candidates. */
export interface WayOf {
  readonly instrument: Instrument;
  readonly seconds: number;
  readonly moving: number;
}

/** How little time a step has: half a second counts 1. */
export function hurryOf(seconds: number): number {
  const { min, max } = w.HURRY_RANGE;
  return Math.min(max, Math.max(min, w.SHIFT_SECONDS / Math.max(0.05, seconds)));
}

/** Points for going from one candidate to the next. Never negative; none to and from a rest, or to the same grip. */
export function wayPoints(from: Candidate, to: Candidate, way: WayOf): number {
  if (from.known === null || to.known === null || from.packed === to.packed) return 0;
  return (
    way.moving +
    shiftPoints(from, to, way) +
    freshPoints(from.known, to.known) +
    familyPoints(from, to) +
    topPoints(from, to)
  );
}

export function wayCosts(from: Candidate, to: Candidate, way: WayOf): Costs {
  if (from.known === null || to.known === null || from.packed === to.packed) return {};
  return {
    moving: way.moving,
    shift: shiftPoints(from, to, way),
    fingers: freshPoints(from.known, to.known),
    family: familyPoints(from, to),
    top: topPoints(from, to),
  };
}

function shiftPoints(from: Candidate, to: Candidate, way: WayOf): number {
  if (from.hand === 0 || to.hand === 0 || from.hand === to.hand) return 0;
  const mm = spans(way.instrument)[from.hand * 32 + to.hand]!;
  return Math.round(w.SHIFT_POINTS_PER_MM * mm * hurryOf(way.seconds));
}

function freshPoints(from: KnownGrip, to: KnownGrip): number {
  let fresh = 0;
  const [a, b] = [from.grip, to.grip];
  for (let s = 0; s < b.length; s += 1) if (b[s] !== null && b[s] !== 0 && b[s] !== a[s]) fresh += 1;
  return w.NEW_STRING_POINTS * fresh;
}

function familyPoints(from: Candidate, to: Candidate): number {
  if (from.known!.device === to.known!.device) return 0;
  return w.DEVICE_CHANGE_POINTS + (from.family === to.family ? 0 : w.FAMILY_CHANGE_POINTS);
}

function topPoints(from: Candidate, to: Candidate): number {
  return w.VOICE_LEADING_POINTS * Math.min(12, Math.abs(from.top - to.top));
}

const spanTables = new WeakMap<Instrument, Float64Array>();

/** Distance between any two frets of a neck in mm, row by row of 32. */
function spans(instrument: Instrument): Float64Array {
  let table = spanTables.get(instrument);
  if (!table) {
    table = new Float64Array(32 * 32);
    for (let a = 1; a < 32; a += 1)
      for (let b = 1; b < 32; b += 1) table[a * 32 + b] = spanMm(instrument, a, b);
    spanTables.set(instrument, table);
  }
  return table;
}

/** Shapes that make one sound in a phrase (common practice): fifths, octaves, lines, thirds and sixths, chords. */
const FAMILIES: readonly (readonly Device[])[] = [
  ['power2', 'power3', 'fifth-bass', 'fifth', 'fourth', 'wide-fifth'],
  ['octave'],
  ['single'],
  ['third', 'sixth', 'tenth', 'tritone'],
];

export function familyOf(device: Device): number {
  const index = FAMILIES.findIndex((f) => f.includes(device));
  return index < 0 ? FAMILIES.length : index;
}

function partOf(c: Candidate, seat: Seat): Part {
  return { player: seat.player, pitches: c.pitches, soundTicks: seat.ticks, gain: seat.instrument.gain };
}

/** Energy is only worked out for candidates that are compared, and then kept. */
function energyFor(c: Candidate): Float64Array {
  let energy = energies.get(c);
  if (!energy) energies.set(c, (energy = energyOf(c.pitches)));
  return energy;
}

const energies = new WeakMap<Candidate, Float64Array>();
