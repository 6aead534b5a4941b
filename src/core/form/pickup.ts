import { fail, ok, type Result } from '../base/index';
import { TICKS_PER_QUARTER } from '../time/index';

/** `1/4`, `3/8`: how long a pick-up is, in ticks. */
export function parsePickup(text: string): Result<number> {
  const match = /^(\d{1,2})\s*\/\s*(1|2|4|8|16|32)$/.exec(text.trim());
  const ticks = (Number(match?.[1]) * WHOLE_TICKS) / Number(match?.[2]);
  return match && ticks > 0
    ? ok(ticks)
    : fail(`"${text}" is no pick-up; expected its length, like 1/4 or 3/8`);
}

/** How long a pick-up of `ticks` is as a fraction of a whole note, `1/4` for a quarter; `parsePickup` reads it back. */
export function formatPickup(ticks: number): string {
  const unit = [4, 8, 16, 32, 1, 2].find((n) => Number.isInteger((ticks * n) / WHOLE_TICKS)) ?? 32;
  return `${Math.round((ticks * unit) / WHOLE_TICKS)}/${unit}`;
}

const WHOLE_TICKS = 4 * TICKS_PER_QUARTER;
