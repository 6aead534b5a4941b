import type { Midi } from '../pitch/index';
import { DIRT, DIRT_LOW_NOTES } from './dirt-table';
import type { GainClass } from './gain';

/** Roughness excess up to here is what a power chord has too, and nobody minds (common practice; fifth = 1). */
const FINE = 1.4;
/** Crunch counts this much of high gain. */
const CRUNCH_WEIGHT = 0.4;

/**
 * Excess roughness of one interval above `low` through one amplifier, the fifth = 1; between the table's low notes
 * it is interpolated, beyond two octaves an octave is taken off.
 */
export function dyadDirt(low: Midi, semitones: number, gain: GainClass): number {
  if (gain === 'clean' || semitones <= 0) return 0;
  let column = semitones;
  while (column > 24) column -= 12;
  const rows = DIRT[gain];
  const last = DIRT_LOW_NOTES.length - 1;
  if (low <= DIRT_LOW_NOTES[0]) return rows[0]![column - 1]!;
  if (low >= DIRT_LOW_NOTES[last]!) return rows[last]![column - 1]!;
  const above = DIRT_LOW_NOTES.findIndex((n) => n >= low);
  const a = DIRT_LOW_NOTES[above - 1]!;
  const b = DIRT_LOW_NOTES[above]!;
  const share = (low - a) / (b - a);
  return rows[above - 1]![column - 1]! * (1 - share) + rows[above]![column - 1]! * share;
}

/**
 * Dirt one driven amplifier makes of a grip's pitches: Σ over its dyads of what exceeds a power chord.
 * 0 for single notes, for clean amps and for an empty grip; bad from about 0.8.
 */
export function gripDirt(pitches: readonly Midi[], gain: GainClass): number {
  let sum = 0;
  for (let i = 0; i < pitches.length; i += 1) {
    for (let j = i + 1; j < pitches.length; j += 1) {
      const low = Math.min(pitches[i]!, pitches[j]!) as Midi;
      sum += Math.max(0, dyadDirt(low, Math.abs(pitches[j]! - pitches[i]!), gain) - FINE);
    }
  }
  return gain === 'crunch' ? sum * CRUNCH_WEIGHT : sum;
}
