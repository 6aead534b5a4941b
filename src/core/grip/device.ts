import { belongs, pitchClass, type ChordSymbol, type Midi } from '../pitch/index';

/** What kind of thing a grip is; the field's words are in `deviceWords`. */
export type Device =
  | 'single'
  | 'power2'
  | 'power3'
  | 'fifth-bass'
  | 'octave'
  | 'third'
  | 'fourth'
  | 'fifth'
  | 'sixth'
  | 'tritone'
  | 'seventh'
  | 'tenth'
  | 'triad'
  | 'sus'
  | 'shell'
  | 'full'
  | 'wide-fifth'
  | 'mixed';

const WORDS: Readonly<Record<Device, string>> = {
  single: 'single note',
  power2: 'root·fifth',
  power3: 'root·fifth·octave',
  'fifth-bass': 'fifth below root',
  octave: 'octave',
  third: 'third',
  fourth: 'fourth',
  fifth: 'fifth',
  sixth: 'sixth',
  tritone: 'tritone',
  seventh: 'seventh',
  tenth: 'tenth',
  triad: 'triad',
  sus: 'sus triad',
  shell: 'shell',
  full: 'full voicing',
  'wide-fifth': 'wide, no third',
  mixed: 'other voicing',
};

export function deviceWords(device: Device): string {
  return WORDS[device];
}

/**
 * The device of some sounding pitches under a chord symbol (null: judged by the notes alone, the lowest as root).
 * Pitches may come in any order; an empty list is a RangeError.
 */
export function deviceOf(pitches: readonly Midi[], chord: ChordSymbol | null): Device {
  const sorted = [...pitches].sort((a, b) => a - b);
  const low = sorted[0];
  if (low === undefined) throw new RangeError('A device needs at least one note');
  if (sorted.length === 1) return 'single';
  const root = chord?.rootPc ?? pitchClass(sorted.length >= 2 ? rootByNotes(sorted) : low);
  const above = sorted.map((m) => pitchClass(m - root) as number);
  if (sorted.length === 2) return dyad(sorted[1]! - low, above);
  const distinct = new Set(above);
  const isFifths = above.every((a) => a === 0 || a === 7) && distinct.size === 2;
  if (isFifths) {
    if (sorted.length >= 4) return above[0] === 0 ? 'wide-fifth' : 'fifth-bass';
    if (above[0] === 7) return 'fifth-bass';
    return above[1] === 7 && sorted[2]! - low === 12 ? 'power3' : 'mixed';
  }
  if (distinct.size === 1) return 'octave';
  if (sorted.length === 3 && distinct.size === 3) return threeNotes(sorted, above, chord);
  if (distinct.size >= 3) return sorted.length === 3 ? 'mixed' : 'full';
  return 'mixed';
}

function dyad(semitones: number, above: readonly number[]): Device {
  switch (semitones) {
    case 7:
      return above[0] === 0 ? 'power2' : 'fifth';
    case 3:
    case 4:
      return 'third';
    case 5:
      return above[0] === 7 ? 'fifth-bass' : 'fourth';
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

/** Intervals above the root of major, minor, diminished and augmented triads and of the two sus triads. */
const TRIADS = new Set(['0,4,7', '0,3,7', '0,3,6', '0,4,8']);
const SUS = new Set(['0,2,7', '0,5,7']);

function threeNotes(sorted: readonly Midi[], above: readonly number[], chord: ChordSymbol | null): Device {
  const pcs = sorted.map((m) => pitchClass(m) as number);
  const shapes = pcs.map((root) =>
    pcs
      .map((pc) => pitchClass(pc - root) as number)
      .sort((a, b) => a - b)
      .join(','),
  );
  if (shapes.some((shape) => TRIADS.has(shape))) return 'triad';
  const rooted = [...above].sort((a, b) => a - b).join(',');
  if (SUS.has(rooted) || (chord === null && shapes.some((shape) => SUS.has(shape)))) return 'sus';
  if (chord !== null && pcs.some((pc) => !belongs(chord, pc))) return 'mixed';
  return 'shell';
}

/** Root of a bare pair or stack: the lower note of a fifth, the upper note of a fourth. */
function rootByNotes(sorted: readonly Midi[]): number {
  for (const a of sorted) if (sorted.some((b) => pitchClass(b - a) === 7)) return a;
  return sorted[0]!;
}
