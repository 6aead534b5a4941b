import type { Midi } from '../pitch/index';
import { DIRT, DIRT_DRIVES, DIRT_LOW_NOTES } from './dirt-table';
import { driveOf } from './gain';

/** What a saturated power chord has too, and nobody minds (a saturated fifth = 1). */
const FINE = 0.6;
/** What is left of a fourth or fifth, which only turn a power chord over. */
const FIFTH_SHARE = 0.15;
/** What is left of a second or seventh: stacked fifths, suspended and added tones stay clear (common practice). */
const SECOND_SHARE = 0.2;
const CLOSE_SECOND_SHARE = 0.35;

/**
 * How much rougher one amplifier at `gain` (0–10) makes an interval above `low` than a clean one; a saturated fifth = 1.
 * Between the table's low notes and drives it is interpolated, beyond two octaves an octave is taken off. Never falls
 * with gain.
 */
export function dyadDirt(low: Midi, semitones: number, gain: number): number {
  if (semitones <= 0) return 0;
  let column = semitones;
  while (column > WIDEST) column -= 12;
  const place = Math.log2(driveOf(gain) / DIRT_DRIVES[0]);
  if (place <= 0) return 0;
  const last = DIRT.length - 1;
  const below = Math.min(last - 1, Math.floor(place));
  const share = Math.min(1, place - below);
  const [a, b] = [atLow(below, low, column), atLow(below + 1, low, column)];
  return a * (1 - share) + b * share;
}

const WIDEST = 24;

function atLow(drive: number, low: Midi, column: number): number {
  const rows = DIRT[drive]!;
  const last = DIRT_LOW_NOTES.length - 1;
  if (low <= DIRT_LOW_NOTES[0]) return rows[0]![column - 1]!;
  if (low >= DIRT_LOW_NOTES[last]!) {
    // Above the table it goes on falling as it fell.
    return rows[last]![column - 1]! * 2 ** (-(low - DIRT_LOW_NOTES[last]!) / HALVES_EVERY);
  }
  const above = DIRT_LOW_NOTES.findIndex((n) => n >= low);
  const [a, b] = [DIRT_LOW_NOTES[above - 1]!, DIRT_LOW_NOTES[above]!];
  const share = (low - a) / (b - a);
  return rows[above - 1]![column - 1]! * (1 - share) + rows[above]![column - 1]! * share;
}

/** Semitones in which dirt halves up the neck. */
const HALVES_EVERY = 18;

/**
 * What one amplifier at `gain` makes of a grip's pitches held for a bar, for a player's ear: from 1 on it would stop a
 * rehearsal, from 0.5 on it is worth watching, below a third nobody minds. 0 for single notes, power chords and up to gain
 * 2. Continuous and never falling in gain. Pitches in any order.
 *
 * The measured dirt of its pairs gives the slope over gain; how bad a saturated grip of that sort is heard is set with
 * the table of docs/decisions.md (common practice): a dyad by how low it lies, a whole chord nearly the same whatever
 * it is, unless its third lies low.
 */
export function gripDirt(pitches: readonly Midi[], gain: number): number {
  const saturated = measured(pitches, MOST_GAIN);
  if (saturated <= 0) return 0;
  const here = measured(pitches, gain);
  return (SATURATED * heard(pitches, saturated) * here) / saturated;
}

const MOST_GAIN = 10;
/** What a whole chord that counts 1 comes to at gain 10. */
const SATURATED = 1.8;

/** The worst pair of a dyad with its octaves, or all pairs of a chord shared out over its notes. */
function measured(pitches: readonly Midi[], gain: number): number {
  const isDyad = tonesOf(pitches).size <= 2;
  let sum = 0;
  for (let i = 0; i < pitches.length; i += 1) {
    for (let j = i + 1; j < pitches.length; j += 1) {
      const low = Math.min(pitches[i]!, pitches[j]!) as Midi;
      const distance = Math.abs(pitches[j]! - pitches[i]!);
      if (distance % 12 === 0) continue;
      const over = shareOf(distance) * Math.max(0, dyadDirt(low, distance, gain) - FINE);
      if (isDyad) sum = Math.max(sum, over / 2);
      else sum += over / pitches.length;
    }
  }
  return sum;
}

function tonesOf(pitches: readonly Midi[]): ReadonlySet<number> {
  return new Set(pitches.map((p) => p % 12));
}

function shareOf(distance: number): number {
  switch (distance % 12) {
    case 5:
    case 7:
      return FIFTH_SHARE;
    case 2:
      return distance === 2 ? CLOSE_SECOND_SHARE : SECOND_SHARE;
    case 10:
      return SECOND_SHARE;
    default:
      return 1;
  }
}

/** How bad a saturated grip is, by its measured dirt; points between which it runs straight. */
const DYAD_HEARD = [
  [0, 0],
  [0.5, 0.3],
  [1.25, 0.46],
  [1.4, 0.68],
  [1.9, 0.76],
  [2.2, 1.6],
  [2.8, 1.7],
] as const;
const CHORD_HEARD = [
  [0, 0],
  [0.45, 0.28],
  [1, 0.74],
  [3, 0.95],
] as const;
/** A tritone is heard wherever it lies. */
const TRITONE_HEARD = 0.75;
/** How much worse a chord is whose third or sixth lies at the bottom, below about E3. */
const LOW_THIRD = 1.65;
const LOW_THIRD_FROM = 48;
const LOW_THIRD_TO = 52;

function heard(pitches: readonly Midi[], saturated: number): number {
  if (tonesOf(pitches).size <= 2) {
    const isTritone = pitches.some(
      (p) => (p - pitches[0]!) % 12 !== 0 && Math.abs(p - pitches[0]!) % 12 === 6,
    );
    return Math.max(along(DYAD_HEARD, saturated), isTritone ? TRITONE_HEARD : 0);
  }
  const low = 1 + (LOW_THIRD - 1) * lowThird(pitches);
  return along(CHORD_HEARD, saturated) * low;
}

/** 1 where a third stands directly on the lowest note with its upper note below C3, 0 from E3 up. */
function lowThird(pitches: readonly Midi[]): number {
  const sorted = [...pitches].sort((a, b) => a - b);
  let most = 0;
  for (let i = 0; i + 1 < sorted.length; i += 1) {
    const [low, high] = [sorted[i]!, sorted[i + 1]!];
    if (![3, 4, 6].includes(high - low)) continue;
    most = Math.max(most, Math.min(1, Math.max(0, (LOW_THIRD_TO - high) / (LOW_THIRD_TO - LOW_THIRD_FROM))));
  }
  return most;
}

function along(points: readonly (readonly [x: number, y: number])[], x: number): number {
  const next = points.findIndex(([at]) => at >= x);
  if (next === 0) return points[0]![1];
  if (next < 0) return points.at(-1)![1];
  const [[x0, y0], [x1, y1]] = [points[next - 1]!, points[next]!];
  return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
}
