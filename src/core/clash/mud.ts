import { lowestClear } from '../sound/index';
import type { Midi } from '../pitch/index';
import { BASS_COMPOUND_LOWER, MUD_SEMITONES } from './thresholds';

/** The worst pair of one player's own notes against the low interval limits. */
export interface Mud {
  /** 1 is a clash. */
  readonly score: number;
  readonly low: Midi;
  readonly high: Midi;
  readonly limit: Midi;
}

/** Null when every interval lies high enough. `pitches` in any order. */
export function mudOf(pitches: readonly Midi[], isBass: boolean): Mud | null {
  let worst: Mud | null = null;
  // The fourth inside root, fifth and octave only turns the fifth over (common practice).
  const bare = new Set(pitches.map((p) => p % 12)).size <= 2;
  for (let i = 0; i < pitches.length; i += 1) {
    for (let j = i + 1; j < pitches.length; j += 1) {
      const low = Math.min(pitches[i]!, pitches[j]!) as Midi;
      const high = Math.max(pitches[i]!, pitches[j]!) as Midi;
      if (bare && !isBass && (high - low) % 12 === 5) continue;
      const clear = lowestClear(high - low);
      if (clear === null) continue;
      const limit = (isBass && high - low > 12 ? clear - BASS_COMPOUND_LOWER : clear) as Midi;
      const score = (limit - low) / MUD_SEMITONES;
      if (score > 0 && (worst === null || score > worst.score)) worst = { score, low, high, limit };
    }
  }
  return worst;
}
