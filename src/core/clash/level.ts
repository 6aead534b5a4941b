import type { Level } from './scene';
import { CLASH_FROM, WATCH_FROM } from './thresholds';

/** A score as a level: 1 is a clash, 0.5 worth watching. */
export function levelOf(score: number): Level {
  if (score >= CLASH_FROM) return 'clash';
  return score >= WATCH_FROM ? 'watch' : 'note';
}
