import { belongs, pitchClass, type ChordSymbol, type Midi } from '../pitch/index';
import type { Grip } from './grip';

/** What kind of thing a grip is, with the field's words for it. */
const WORDS = {
  single: 'single note',
  power2: 'root·fifth',
  power3: 'root·fifth·octave',
  'fifth-bass': 'fifth below root',
  octave: 'octave',
  second: 'second',
  third: 'third',
  fourth: 'fourth',
  fifth: 'fifth',
  sixth: 'sixth',
  tritone: 'tritone',
  seventh: 'seventh',
  tenth: 'tenth',
  'held-note': 'note over a held string',
  triad: 'triad',
  sus: 'sus triad',
  shell: 'shell',
  full: 'full voicing',
  'wide-fifth': 'wide, no third',
  drone: 'drone, open string rings',
  mixed: 'other voicing',
} as const;
export type Device = keyof typeof WORDS;
export const DEVICES = Object.keys(WORDS) as readonly Device[];

export function deviceWords(device: Device): string {
  return WORDS[device];
}

/** A shape this far up the neck with an open string beside it lives by the drone (common practice). */
const DRONE_FROM_FRET = 5;

/**
 * The device of a grip: by its notes (`deviceOf`), and by what its open strings do, where they are not part of a chord
 * shape at the nut. `pitches` are the sounding strings', lowest string first.
 */
export function deviceOfGrip(grip: Grip, pitches: readonly Midi[], chord: ChordSymbol | null): Device {
  let opens = 0;
  let hand = 99;
  for (const fret of grip) {
    if (fret === 0) opens += 1;
    else if (fret !== null && fret < hand) hand = fret;
  }
  return deviceFound(pitches, chord, { opens, hand: hand === 99 ? 0 : hand });
}

/** As `deviceOfGrip`, with the open strings and the lowest fretted fret (0: none) counted already. */
export function deviceFound(
  pitches: readonly Midi[],
  chord: ChordSymbol | null,
  shape: { opens: number; hand: number },
): Device {
  const plain = deviceOf(pitches, chord);
  const isDrone = shape.opens > 0 && shape.hand >= DRONE_FROM_FRET;
  if (isDrone && pitches.length > 2) return 'drone';
  return plain === 'mixed' && pitches.length === 2 && shape.opens === 1 && shape.hand > 0
    ? 'held-note'
    : plain;
}

/**
 * The device of some sounding pitches under a chord symbol (null: judged by the notes alone, the lowest as root).
 * Pitches may come in any order; an empty list is a RangeError.
 */
export function deviceOf(pitches: readonly Midi[], chord: ChordSymbol | null): Device {
  if (pitches.length === 0) throw new RangeError('A device needs at least one note');
  if (pitches.length === 1) return 'single';
  const sorted = inOrder(pitches) ? pitches : [...pitches].sort((a, b) => a - b);
  const low = sorted[0]!;
  const root = chord?.rootPc ?? pitchClass(rootByNotes(sorted));
  if (sorted.length === 2) return dyad(sorted[1]! - low, pitchClass(low - root));
  let above = 0;
  for (const pitch of sorted) above |= 1 << pitchClass(pitch - root);
  const lowest = pitchClass(low - root) as number;
  const count = sorted.length;
  if (above === FIFTHS) {
    if (lowest !== 0) return 'fifth-bass';
    if (count >= 4) return 'wide-fifth';
    return pitchClass(sorted[1]! - root) === 7 && sorted[2]! - low === 12 ? 'power3' : 'mixed';
  }
  const distinct = bitCount(above);
  if (distinct === 1) return 'octave';
  if (distinct === 2) return 'mixed';
  if (count > 3) return 'full';
  return threeNotes(sorted, above, chord);
}

const FIFTHS = (1 << 0) | (1 << 7);

function dyad(semitones: number, lowAboveRoot: number): Device {
  switch (semitones) {
    case 2:
      return 'second';
    case 7:
      return lowAboveRoot === 0 ? 'power2' : 'fifth';
    case 3:
    case 4:
      return 'third';
    case 5:
      return lowAboveRoot === 7 ? 'fifth-bass' : 'fourth';
    case 6:
      return 'tritone';
    case 8:
    case 9:
      return 'sixth';
    case 10:
    case 11:
      return 'seventh';
    case 12:
    case 24:
      return 'octave';
    case 15:
    case 16:
      return 'tenth';
    default:
      return 'mixed';
  }
}

/** Intervals above some note as 12-bit sets: major, minor, diminished, augmented triads; sus2 and sus4. */
const TRIADS = [bits(0, 4, 7), bits(0, 3, 7), bits(0, 3, 6), bits(0, 4, 8)];
const SUS = [bits(0, 2, 7), bits(0, 5, 7)];
const isTriad = table(TRIADS);
const isSus = table(SUS);

function threeNotes(sorted: readonly Midi[], above: number, chord: ChordSymbol | null): Device {
  if (isTriad[above] === 1) return 'triad';
  if (SUS.includes(above) || (chord === null && isSus[above] === 1)) return 'sus';
  if (chord !== null && sorted.some((p) => !belongs(chord, p))) return 'mixed';
  return 'shell';
}

/** Which sets are one of `shapes` on any root. */
function table(shapes: readonly number[]): Uint8Array {
  const flags = new Uint8Array(4096);
  for (const shape of shapes) {
    for (let up = 0; up < 12; up += 1) flags[((shape << up) | (shape >> (12 - up))) & 4095] = 1;
  }
  return flags;
}

function bits(...intervals: number[]): number {
  return intervals.reduce((sum, n) => sum | (1 << n), 0);
}

/** How many there are in a set of bits. */
export function bitCount(set: number): number {
  let n = 0;
  for (let b = set; b !== 0; b &= b - 1) n += 1;
  return n;
}

function inOrder(pitches: readonly Midi[]): boolean {
  for (let i = 1; i < pitches.length; i += 1) if (pitches[i]! < pitches[i - 1]!) return false;
  return true;
}

/** Root of a bare pair or stack: the lower note of a fifth, the upper note of a fourth. */
function rootByNotes(sorted: readonly Midi[]): number {
  for (const a of sorted) if (sorted.some((b) => pitchClass(b - a) === 7)) return a;
  return sorted[0]!;
}
