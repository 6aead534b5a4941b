/**
 * How often a law that takes long is tried in the usual run: half of it. `THOROUGH=1 npm test` tries all, and every plan on
 * every song.
 */
export function usually(runs: number): number {
  return isThorough ? runs : Math.ceil(runs / 2);
}

export const isThorough = Boolean(process.env.THOROUGH);
