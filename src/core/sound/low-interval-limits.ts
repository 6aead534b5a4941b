import { midi, parseNote, type Midi } from '../pitch/index';
import type { GainClass } from './gain';

/**
 * Lowest usable lower note of each interval, by semitones 1 … 19; null = no limit, `never` = not at all.
 * Source: arranging handbooks, from memory (clean); the gain columns are ours, a fallback and cross-check.
 */
const LIMITS: Readonly<Record<number, readonly [clean: string, crunch: string, high: string] | null>> = {
  1: ['E3', 'B3', 'never'],
  2: ['Eb3', 'G3', 'C4'],
  3: ['C3', 'E3', 'D4'],
  4: ['Bb2', 'D3', 'C4'],
  5: ['Bb2', 'Bb2', 'C3'],
  6: ['B2', 'E3', 'Eb4'],
  7: ['Bb1', 'Bb1', 'Bb1'],
  8: ['G2', 'C3', 'G3'],
  9: ['F2', 'Bb2', 'F3'],
  10: ['F2', 'A2', 'Eb3'],
  11: ['F2', 'C3', 'C#4'],
  12: null,
  13: ['E2', 'C3', 'E4'],
  14: ['Eb2', 'G2', 'B2'],
  15: ['C2', 'F#2', 'E3'],
  16: ['Bb1', 'E2', 'D3'],
  17: ['Bb1', 'Bb1', 'C2'],
  18: ['B1', 'F2', 'Eb3'],
  19: null,
};

const COLUMN: Readonly<Record<GainClass, 0 | 1 | 2>> = { clean: 0, crunch: 1, high: 2 };

/**
 * Lowest lower note at which an interval (in semitones, 1 and up) stays clear; null when it always does.
 * Beyond a twelfth an octave is taken off and the limit lies an octave lower.
 */
export function lowestClear(semitones: number, gain: GainClass = 'clean'): Midi | null {
  if (semitones <= 0) return null;
  let interval = semitones;
  let octaves = 0;
  while (interval > 19) {
    interval -= 12;
    octaves += 1;
  }
  const limit = PITCHES[gain][interval];
  if (limit === null || limit === undefined) return null;
  return limit === NEVER ? limit : midi(Math.max(0, limit - 12 * octaves));
}

const NEVER = midi(127);

function pitchesFor(gain: GainClass): readonly (Midi | null)[] {
  return Array.from({ length: 20 }, (_, interval) => {
    const name = LIMITS[interval]?.[COLUMN[gain]];
    if (name === undefined) return null;
    if (name === 'never') return NEVER;
    const note = parseNote(name);
    if (!note.ok) throw new RangeError(note.error);
    return note.value;
  });
}

const PITCHES: Readonly<Record<GainClass, readonly (Midi | null)[]>> = {
  clean: pitchesFor('clean'),
  crunch: pitchesFor('crunch'),
  high: pitchesFor('high'),
};
