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

/** What is left of a fourth that only turns the fifth of a power chord over (root, fifth, octave stays clear). */
const POWER_FOURTH_SHARE = 0.15;
/** What is left of a ninth that is two stacked fifths. */
const STACKED_FIFTHS_SHARE = 0.3;

/**
 * Dirt one driven amplifier makes of a grip's pitches: Σ over its dyads of what exceeds a power chord.
 * The dyad sum is too hard on power chords and stacked fifths, which are credited (common practice).
 * 0 for single notes, for clean amps and for an empty grip; bad from about 0.8.
 */
export function gripDirt(pitches: readonly Midi[], gain: GainClass): number {
  if (gain === 'clean' || pitches.length < 2) return 0;
  const bare = new Set(pitches.map((p) => p % 12)).size === 2;
  let sum = 0;
  for (let i = 0; i < pitches.length; i += 1) {
    for (let j = i + 1; j < pitches.length; j += 1) {
      const low = Math.min(pitches[i]!, pitches[j]!) as Midi;
      const distance = Math.abs(pitches[j]! - pitches[i]!);
      let share = 1;
      if (bare && (distance % 12 === 5 || distance % 12 === 7)) share = POWER_FOURTH_SHARE;
      else if (distance === 14 && pitches.includes((low + 7) as Midi)) share = STACKED_FIFTHS_SHARE;
      sum += share * Math.max(0, dyadDirt(low, distance, gain) - FINE);
    }
  }
  return gain === 'crunch' ? sum * CRUNCH_WEIGHT : sum;
}
