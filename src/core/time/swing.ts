import { fail, ok, type Result } from '../base/index';
import { TICKS_PER_QUARTER } from './ticks';

/**
 * How a pair of equal notes is played: the first takes `percent` of the pair (50 straight, 67 a triplet), the second
 * the rest. `unit` says which notes: 8 eighths, 16 sixteenths.
 */
export interface Swing {
  readonly percent: number;
  readonly unit: 8 | 16;
}

/** From straight to a dotted note and a short one (common practice). */
export const SWING_RANGE = { min: 50, max: 75 } as const;

/** Reads `62%`, `67% 16ths` or `straight`. Fails with what was expected. */
export function parseSwing(text: string): Result<Swing | null> {
  const value = text.trim();
  if (value === 'straight') return ok(null);
  const match = /^(\d{1,2})\s*%?(?:\s+(8|16)ths)?$/.exec(value);
  const percent = Number(match?.[1]);
  if (!match || percent < SWING_RANGE.min || percent > SWING_RANGE.max) {
    return fail(
      `"${value}" is no swing; expected straight or ${SWING_RANGE.min}% to ${SWING_RANGE.max}%, like 62% or 62% 16ths`,
    );
  }
  return ok(percent === SWING_RANGE.min ? null : { percent, unit: match[2] === '16' ? 16 : 8 });
}

export function formatSwing(swing: Swing | null): string {
  if (swing === null) return 'straight';
  return `${swing.percent}%${swing.unit === 16 ? ' 16ths' : ''}`;
}

/** When a written tick is played, in ticks: the first half of each pair is stretched, the second pressed together. */
export function swungTick(tick: number, swing: Swing | null): number {
  if (swing === null) return tick;
  const pair = (TICKS_PER_QUARTER * 8) / swing.unit;
  const start = Math.floor(tick / pair) * pair;
  const inside = (tick - start) / pair;
  const first = swing.percent / 100;
  return start + pair * (inside < 0.5 ? inside * 2 * first : first + (inside - 0.5) * 2 * (1 - first));
}
