import type { DrawnBar } from '../core/sheet/index';
import { isCompound, TICKS_PER_QUARTER } from '../core/time/index';

/** Notes with flags within one beat hang together: places in the list of notes, run by run, two at least. */
export function beamed(bar: DrawnBar): readonly (readonly number[])[] {
  const { meter } = bar.at;
  const beat = isCompound(meter) ? 1.5 * TICKS_PER_QUARTER : TICKS_PER_QUARTER;
  const runs: number[][] = [];
  let run: number[] = [];
  let now: string | null = null;
  const close = () => {
    if (run.length > 1) runs.push(run);
    run = [];
  };
  bar.notes.forEach((note, i) => {
    const place = `${Math.floor(note.at / beat + 0.001)} ${note.group}`;
    if (note.stroke === null || note.base < 8 || place !== now) close();
    now = place;
    if (note.stroke !== null && note.base >= 8) run.push(i);
  });
  close();
  return runs;
}
