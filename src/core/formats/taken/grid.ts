import { TICKS_PER_QUARTER } from '../../time/index';

/** Places a quarter is divided into, the usual ones first: those a bar can be written in. */
const DIVISIONS = [1, 2, 4, 3, 8, 6, 12] as const;
/** How much nearer a finer division must be to be taken, in ticks: nobody plays a 32nd by chance. */
const FINER_COSTS = 14;

/**
 * Times moved to places that can be written: each quarter gets the division its notes lie nearest to. What was exact stays as it
 * is.
 */
export function onGrid(times: readonly number[]): (time: number) => number {
  if (areWritten(times)) return (time) => Math.round(time);
  const beats = new Map<number, number[]>();
  for (const time of times) {
    const beat = Math.floor((time + EARLY) / TICKS_PER_QUARTER);
    beats.set(beat, [...(beats.get(beat) ?? []), time - beat * TICKS_PER_QUARTER]);
  }
  const steps = new Map([...beats].map(([beat, list]) => [beat, stepOf(list)]));
  return (time) => {
    const beat = Math.floor((time + EARLY) / TICKS_PER_QUARTER);
    const step = steps.get(beat) ?? TICKS_PER_QUARTER / 4;
    const inside = time - beat * TICKS_PER_QUARTER;
    return beat * TICKS_PER_QUARTER + Math.round(inside / step) * step;
  };
}

/** Share of times on places of 24ths and 16ths of a quarter from which they were written rather than played. */
const WRITTEN_SHARE = 0.95;

/** True where times stand where only a machine puts them. */
function areWritten(times: readonly number[]): boolean {
  const exact = times.filter(
    (time) => isOn(time, TICKS_PER_QUARTER / 24) || isOn(time, TICKS_PER_QUARTER / 16),
  );
  return exact.length >= times.length * WRITTEN_SHARE;
}

function isOn(time: number, step: number): boolean {
  return Math.abs(time - Math.round(time / step) * step) < 0.75;
}

/** A note a little before the beat belongs to it, in ticks. */
const EARLY = 40;

function stepOf(inside: readonly number[]): number {
  let best = TICKS_PER_QUARTER / 4;
  let least = Infinity;
  DIVISIONS.forEach((division, rank) => {
    const step = TICKS_PER_QUARTER / division;
    const off = inside.reduce((sum, tick) => sum + Math.abs(tick - Math.round(tick / step) * step), 0);
    const cost = off + rank * FINER_COSTS * 0.25 + (off < 1 ? 0 : FINER_COSTS);
    if (cost < least) {
      least = cost;
      best = step;
    }
  });
  return best;
}
