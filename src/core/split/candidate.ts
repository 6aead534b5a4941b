import { DEVICES, handFret, isUsualShape, type Device, type KnownGrip } from '../grip/index';
import type { Midi } from '../pitch/index';
import type { Rig } from '../song/index';
import type { Option } from '../solver/index';

/** One thing a player could do in a slot: a grip, a line over its steps, or nothing. */
export interface Candidate extends Option {
  /** Null for a rest, and for a line. */
  readonly known: KnownGrip | null;
  /** Sounding pitches, lowest first; all of a line's. */
  readonly pitches: readonly Midi[];
  /** The lowest note (999 for a rest); of a line the lowest where it begins. */
  readonly low: number;
  readonly top: number;
  /** Lowest fretted fret, 0 for open strings alone. */
  readonly hand: number;
  /** Which family of shapes it belongs to. */
  readonly family: number;
  /** What a line plays one after the other, with the share of the time each step takes. */
  readonly steps: readonly Step[] | null;
  /** Frets in five bits a string from the lowest: silent 0, open 1. Also the solver's id. */
  readonly id: number;
}

export interface Step {
  readonly candidate: Candidate;
  readonly share: number;
}

/** A rest is of a kind of its own: coming from it and going to it is free. */
export const REST_KIND = DEVICES.length;

export const REST: Candidate = {
  known: null,
  pitches: [],
  low: 999,
  top: 0,
  hand: 0,
  family: -1,
  steps: null,
  alike: 0,
  kind: REST_KIND,
  id: 0,
};

const known = new WeakMap<KnownGrip, Candidate>();

/** Remembered per grip, so that the same grip is the same candidate in every slot. */
export function candidateOf(grip: KnownGrip): Candidate {
  const hit = known.get(grip);
  if (hit) return hit;
  const pitches = [...grip.pitches].sort((a, b) => a - b);
  const made: Candidate = {
    known: grip,
    pitches,
    low: pitches[0]!,
    top: pitches.at(-1)!,
    hand: handFret(grip.grip) ?? 0,
    family: familyOf(grip.device),
    steps: null,
    alike: soundOf(pitches),
    kind: DEVICES.indexOf(grip.device),
    id: packedFrets(grip),
  };
  known.set(grip, made);
  return made;
}

/** A number for each set of pitches, from 1. */
function soundOf(pitches: readonly Midi[]): number {
  const key = pitches.join();
  let sound = sounds.get(key);
  if (sound === undefined) sounds.set(key, (sound = sounds.size + 1));
  return sound;
}

const sounds = new Map<string, number>();

function packedFrets({ grip }: KnownGrip): number {
  let bits = 0;
  grip.forEach((fret, s) => {
    if (fret !== null) bits |= (fret + 1) << (5 * s);
  });
  return bits;
}

/** Grips fit in thirty bits: lines are numbered beyond them. */
const LINES_FROM = 2 ** 31;

/** What a player does over several steps that are decided: one candidate, the same for the same place (`nth`). */
export function lineOf(steps: readonly Step[], nth: number): Candidate {
  if (steps.length === 1 || steps.every((s) => s.candidate === steps[0]!.candidate))
    return steps[0]!.candidate;
  const pitches = [...new Set(steps.flatMap((s) => s.candidate.pitches))].sort((a, b) => a - b);
  const sounding = steps.find((s) => s.candidate.pitches.length > 0)?.candidate ?? REST;
  return {
    known: null,
    pitches,
    low: sounding.low,
    top: pitches.at(-1) ?? 0,
    hand: sounding.hand,
    family: -1,
    steps,
    alike: -1 - nth,
    kind: REST_KIND,
    id: LINES_FROM + nth,
  };
}

/** What a player comes from, or goes to: the grip itself, or a line's last or first step. */
export function endOf(candidate: Candidate, which: 'first' | 'last'): Candidate {
  const { steps } = candidate;
  return steps === null ? candidate : which === 'first' ? steps[0]!.candidate : steps.at(-1)!.candidate;
}

/** Pitch classes as a 12-bit set. */
export function classesOf({ pitches }: Candidate): number {
  let bits = 0;
  for (const pitch of pitches) bits |= 1 << (pitch % 12);
  return bits;
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

/** Whether a guitar's grip is a shape that players know by name. */
export function isUsual(grip: KnownGrip, instrument: Rig, rootPc: number): boolean {
  return instrument.kind === 'guitar' && isUsualShape(grip.grip, instrument, rootPc);
}
