import {
  barTicks,
  countedBeatTicks,
  isCompound,
  swungTick,
  type Meter,
  type Swing,
} from '../core/time/index';

/** The stretch a drawing of right hands shows, and where a tick stands in it. */
export interface HitsTime {
  readonly meter: Meter;
  readonly swing: Swing | null;
  /** First bar from 0, and how many. */
  readonly firstBar: number;
  readonly bars: number;
  /** The finest step of the grid that is drawn and stepped through, in ticks. */
  readonly division: number;
  /** Pixels before the first bar line and of the whole drawing. */
  readonly left: number;
  readonly width: number;
}

/** Empty paper right of the last bar line. */
const RIGHT = 16;

export function xOf(time: HitsTime, tick: number): number {
  const length = barTicks(time.meter);
  const from = time.firstBar * length;
  const share = (swungTick(tick, time.swing) - from) / (time.bars * length);
  return time.left + share * (time.width - time.left - RIGHT);
}

/** The place of the grid nearest to a point, kept within the bars on view. */
export function tickAt(time: HitsTime, x: number): number {
  const from = time.firstBar * barTicks(time.meter);
  const count = (time.bars * barTicks(time.meter)) / time.division;
  let best = 0;
  for (let i = 1; i < count; i += 1) {
    const here = Math.abs(xOf(time, from + i * time.division) - x);
    if (here < Math.abs(xOf(time, from + best * time.division) - x)) best = i;
  }
  return from + best * time.division;
}

/** How one counts aloud at a tick: `1`, `&`, `e`, `a`, in compound metres `1`, `&`, `a`; a dot inside triplets and finer. */
export function countAt(tick: number, meter: Meter): string {
  const inBar = tick % barTicks(meter);
  const beat = countedBeatTicks(meter);
  const number = Math.floor(inBar / beat) + 1;
  const share = (inBar % beat) / beat;
  if (share === 0) return String(number);
  if (isCompound(meter)) return inBar % beat === beat / 3 ? '&' : inBar % beat === (2 * beat) / 3 ? 'a' : '·';
  if (meter.unit === 8 || meter.unit === 16) return share === 0.5 ? '&' : '·';
  return { 0.25: 'e', 0.5: '&', 0.75: 'a' }[share] ?? '·';
}
