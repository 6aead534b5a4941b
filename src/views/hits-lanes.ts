import { HEAD, VOICE } from './hits-parts';

/** How high the lanes of a drawing of right hands are, in pixels. */
export interface HitsLanes {
  /** Where the first player's lane begins. */
  readonly top: number;
  /** Height of a player's lane, and of what all do together. */
  readonly lane: number;
  readonly together: number;
}

/** The lanes of a drawing of that height. */
export function hitsLanes(height: number): HitsLanes {
  const top = HEAD + VOICE;
  const together = Math.max(70, Math.round((height - top) * 0.2));
  return { top, lane: Math.floor((height - top - together) / 3), together };
}
