import { barTicks, feltBeatTicks, isCompound, TICKS_PER_QUARTER, type Meter } from '../time/index';
import type { Direction } from './place';

/** How a player strikes where nothing is written by hand. */
export const STROKE_WAYS = ['alternate', 'down'] as const;
/** Down and up in turn with the beat, or down-strokes only. */
export type StrokeWay = (typeof STROKE_WAYS)[number];

/** Down-strokes a second that a practised player keeps up in a run: eighths at 195 bpm (common practice). */
export const DOWNS_A_SECOND = 6.5;
export const DOWNS_RANGE = { min: 2, max: 16 } as const;

/** Fewest strokes that make a run: with fewer the hand can gather itself before and after (common practice). */
const RUN = 4;

/**
 * The coarsest steady division, in ticks, on which the hand can swing and meet every stroke of the bar: quarters to
 * 32nds, in three where the strokes stand in three. Ticks count from the bar line; at least eighths.
 */
export function handDivision(strokeTicks: readonly number[], meter: Meter): number {
  const q = TICKS_PER_QUARTER;
  const even = [q / 2, q / 4, q / 8];
  const three = [q / 3, q / 6, q / 12];
  const finest = q / 24;
  const fits = (division: number) =>
    barTicks(meter) % division === 0 && strokeTicks.every((tick) => tick % division === 0);
  return [...even.slice(0, 1), three[0]!, even[1]!, three[1]!, even[2]!, three[2]!].find(fits) ?? finest;
}

/**
 * Down or up for a stroke: as written; else always down, or with the swing of the hand, which goes down on every other
 * division from the bar line (in 4/4 sixteenths: 1 down, e up, & down, a up). In compound metres the swing begins anew
 * on every dotted beat: down up down, down up down (common practice).
 */
export function directionAt(
  stroke: { tick: number; written: Direction | null },
  way: StrokeWay,
  of: { division: number; meter: Meter },
): Direction {
  if (stroke.written !== null) return stroke.written;
  if (way === 'down') return 'down';
  const { division, meter } = of;
  const inBeat = isCompound(meter)
    ? stroke.tick - Math.floor(stroke.tick / feltBeatTicks(meter)) * feltBeatTicks(meter)
    : stroke.tick;
  return Math.round(inBeat / division) % 2 === 0 ? 'down' : 'up';
}

/** The fastest run of down-strokes. */
export interface DownRun {
  /** Strokes a second. */
  readonly perSecond: number;
  readonly strokes: number;
  /** Index of its first stroke in the list. */
  readonly first: number;
}

/**
 * The fastest run of at least four down-strokes in a row, up-strokes ending a run; null when there is none.
 * `at` in seconds, in time order.
 */
export function fastestDowns(
  strokes: readonly { readonly at: number; readonly direction: Direction }[],
): DownRun | null {
  let best: DownRun | null = null;
  for (let i = 0; i + RUN <= strokes.length; i += 1) {
    const run = strokes.slice(i, i + RUN);
    if (run.some((s) => s.direction === 'up')) continue;
    const seconds = run.at(-1)!.at - run[0]!.at;
    const perSecond = (RUN - 1) / seconds;
    if (seconds > 0 && perSecond > (best?.perSecond ?? 0)) best = { perSecond, strokes: RUN, first: i };
  }
  if (best === null) return null;
  // How long it goes on like that.
  const gap = 1 / best.perSecond;
  let last = best.first + RUN - 1;
  while (strokes[last + 1]?.direction === 'down' && strokes[last + 1]!.at - strokes[last]!.at <= gap * 1.01) {
    last += 1;
  }
  return { ...best, strokes: last - best.first + 1 };
}

/**
 * A plain statement of a run against a player's ceiling (down-strokes a second) at a tempo in beats a minute,
 * with the fastest tempo at which it still goes.
 */
export function downsWords(
  run: DownRun | null,
  against: { ceiling: number; tempo: number },
): { readonly words: string; readonly tooFast: boolean } {
  if (run === null) return { words: 'no run of down-strokes', tooFast: false };
  const { ceiling, tempo } = against;
  const rate = run.perSecond.toFixed(1);
  const tooFast = run.perSecond > ceiling * 1.005;
  const most = Math.floor((tempo * ceiling) / run.perSecond);
  const words = tooFast
    ? `fastest run of downs: ${rate} a second, over your ceiling of ${ceiling}; goes up to ${most} bpm, or alternate`
    : `fastest run of downs: ${rate} a second, your ceiling ${ceiling}`;
  return { words, tooFast };
}
