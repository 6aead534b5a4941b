import type { Onset } from './onsets';

/** How many percent slower or faster than planned somebody may begin. */
const TEMPO_OFF = 0.07;
/** A start is looked for with so many seconds of strokes. */
const FIRST_S = 9;
/** Of the first strokes so many at least must be met. */
const LEAST_MET = 0.45;
/** What is heard before the beginning counts against it, each so much. */
const UNPLANNED = 0.12;
/** A weak stroke is often not heard: so much of a strong one. */
const WEAK = 0.25;
/** So many places are tried where nothing is said of the beginning, this far from each other at least, in seconds. */
const MOST_LINES = 8;
const LINES_APART_S = 0.25;

/** A stroke that can be heard as a strike: its place in the list, and when it is meant to be, in seconds of the plan. */
export interface Struck {
  readonly index: number;
  readonly at: number;
  readonly weak: boolean;
}

/** A beginning and a pulse. */
export interface Line {
  /** Where the music begins in the recording, and how much longer a second takes. */
  readonly start: number;
  readonly stretch: number;
}

/** The starts and pulses that meet most of the first strokes, the best first, one for each place. */
export function firstLines(
  onsets: readonly Onset[],
  struck: readonly Struck[],
  of: { readonly start: number | null; readonly spreadS?: number; readonly seconds: number },
): readonly Line[] {
  const first = struck.filter((s) => s.at - struck[0]!.at < FIRST_S);
  const spread = of.spreadS ?? 0.15;
  const [from, to] =
    of.start === null ? [-struck[0]!.at, of.seconds / 2] : [of.start - spread, of.start + spread];
  const strengths = onsets.map((o) => o.strength).sort((a, b) => a - b);
  const usual = strengths[strengths.length >> 1]!;
  const strong = first.filter((s) => !s.weak).length;
  const least = LEAST_MET * (strong + WEAK * (first.length - strong));
  const all: (Line & { score: number })[] = [];
  for (let start = from; start <= to + 1e-9; start += 0.01) {
    let best: (Line & { score: number }) | null = null;
    for (let stretch = 1 - TEMPO_OFF; stretch <= 1 + TEMPO_OFF + 1e-9; stretch += 0.005) {
      let score = 0;
      for (const s of first) {
        const near = nearest(onsets, start + s.at * stretch);
        if (!near) continue;
        const off = Math.abs(near.at - start - s.at * stretch);
        const sure = s.weak ? WEAK : 1;
        if (off < 0.06)
          score += sure * Math.exp(-((off / 0.025) ** 2)) * Math.min(1.5, near.strength / usual);
      }
      score -= 1.5 * Math.abs(stretch - 1);
      // Little of the player's comes before the first stroke: what is played again and again begins where it is first heard.
      if (of.start === null) score -= UNPLANNED * countBefore(onsets, start + (first[0]!.at - 0.1) * stretch);
      if (best === null || score > best.score) best = { start, stretch, score };
    }
    if (best && best.score >= least) all.push(best);
  }
  all.sort((a, b) => b.score - a.score);
  const lines: Line[] = [];
  for (const line of all) {
    if (lines.length >= (of.start === null ? MOST_LINES : 1)) break;
    if (lines.every((other) => Math.abs(other.start - line.start) >= LINES_APART_S)) lines.push(line);
  }
  return lines;
}

/** How many are heard before a moment. */
function countBefore(onsets: readonly Onset[], at: number): number {
  let low = 0;
  let high = onsets.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (onsets[middle]!.at < at) low = middle + 1;
    else high = middle;
  }
  return low;
}

function nearest(onsets: readonly Onset[], at: number): Onset | null {
  const low = countBefore(onsets, at);
  const [a, b] = [onsets[low - 1], onsets[low]];
  if (!a || !b) return a ?? b ?? null;
  return at - a.at <= b.at - at ? a : b;
}
