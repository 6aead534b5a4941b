import { lowestClear } from '../sound/index';
import type { Midi } from '../pitch/index';
import { BASS_COMPOUND_LOWER, EDGE_GAIN, MUD_SEMITONES } from './thresholds';

/** The worst pair of one player's own notes against the low interval limits. */
export interface Mud {
  /** 1 is a clash. */
  readonly score: number;
  readonly low: Midi;
  readonly high: Midi;
  readonly limit: Midi;
}

/** G2: the third at the bottom of an open G is how that chord sounds (common practice). */
const OPEN_G = 43;

/**
 * A fifth at the bottom of a bass is a boom, not a clash; spread tones over a drop-tuned root are accepted when driven
 * (common practice).
 */
function scoreOf(
  under: number,
  { isBass, of, isFifth, bare }: { isBass: boolean; of: { gain: number }; isFifth: boolean; bare: boolean },
): number {
  const score = under / MUD_SEMITONES;
  if (isBass && isFifth) return under > 0 ? BASS_FIFTH : 0;
  if (!isBass && bare && of.gain > EDGE_GAIN) return Math.min(score, SPREAD_MOST);
  return score;
}

/** The lowest note from which an interval stays clear, on this instrument with this gain. */
function limitOf(
  interval: number,
  { clear, isBass, gain }: { clear: Midi; isBass: boolean; gain: number },
): Midi {
  if (isBass && interval > 12) return (clear - BASS_COMPOUND_LOWER) as Midi;
  if (isBass && interval === 7) return BASS_FIFTH_CLEAR as Midi;
  const isThird = interval === 3 || interval === 4;
  return !isBass && isThird && gain <= EDGE_GAIN ? (Math.min(clear, OPEN_G) as Midi) : clear;
}

const BASS_FIFTH = 0.7;
/** D2: from here up a bass's own fifth is clear. */
const BASS_FIFTH_CLEAR = 38;
const SPREAD_MOST = 0.4;

/** Null when every interval lies high enough. `pitches` in any order. */
export function mudOf(pitches: readonly Midi[], of: { isBass: boolean; gain: number }): Mud | null {
  const { isBass } = of;
  let worst: Mud | null = null;
  // The fourth inside root, fifth and octave only turns the fifth over (common practice).
  const bare = new Set(pitches.map((p) => p % 12)).size <= 2;
  for (let i = 0; i < pitches.length; i += 1) {
    for (let j = i + 1; j < pitches.length; j += 1) {
      const low = Math.min(pitches[i]!, pitches[j]!) as Midi;
      const high = Math.max(pitches[i]!, pitches[j]!) as Midi;
      // A guitar's fourth is a fifth turned over, down to its open strings (common practice).
      if (!isBass && (bare || high - low === 5) && (high - low) % 12 === 5) continue;
      const clear = lowestClear(high - low);
      if (clear === null) continue;
      const limit = limitOf(high - low, { clear, isBass, gain: of.gain });
      const score = scoreOf(limit - low, { isBass, of, isFifth: high - low === 7, bare });
      if (score > 0 && (worst === null || score > worst.score)) worst = { score, low, high, limit };
    }
  }
  return worst;
}
