/** A way up to a tempo: the rungs, where one stands, and how many clean rounds one has played there. */
export interface Ladder {
  /** Beats a minute, rising; the last one is the song's. */
  readonly rungs: readonly number[];
  readonly at: number;
  readonly clean: number;
}

/** So many clean rounds before the next rung (common practice). */
export const CLEAN_ROUNDS = 3;
const STEP_BPM = 5;

/** Rungs of 5 bpm up to a tempo, from a share of it on (0.4 … 1). */
export function ladderTo(bpm: number, from: number): Ladder {
  const lowest = Math.max(0.4 * bpm, from * bpm);
  const rungs = [Math.round(bpm)];
  while (rungs[0]! - STEP_BPM >= lowest - 0.5) rungs.unshift(rungs[0]! - STEP_BPM);
  if (rungs[0]! > lowest + 1) rungs.unshift(Math.ceil(lowest));
  return { rungs, at: 0, clean: 0 };
}

/** One more clean round; on the last of them one rung up, if there is one. */
export function cleanRound(ladder: Ladder): Ladder {
  const clean = ladder.clean + 1;
  if (clean < CLEAN_ROUNDS) return { ...ladder, clean };
  return ladder.at + 1 < ladder.rungs.length
    ? { ...ladder, at: ladder.at + 1, clean: 0 }
    : { ...ladder, clean: CLEAN_ROUNDS };
}

/** It was not clean: counted anew on the same rung. */
export function againOn(ladder: Ladder): Ladder {
  return { ...ladder, clean: 0 };
}

/** The same ladder from another rung on; beyond its ends the nearest. */
export function rung(ladder: Ladder, at: number): Ladder {
  return { ...ladder, at: Math.min(ladder.rungs.length - 1, Math.max(0, at)), clean: 0 };
}
