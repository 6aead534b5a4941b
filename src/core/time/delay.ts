import { fail, ok, type Result } from '../base/index';
import { TICKS_PER_QUARTER } from './ticks';

/** Time between a note and its repeat: locked to the tempo, or fixed. */
export type Delay =
  { readonly kind: 'ticks'; readonly ticks: number } | { readonly kind: 'ms'; readonly ms: number };

export const DELAY_RANGE_MS = { min: 20, max: 2000 } as const;

/** Note values a delay is set to, as players write them, the shortest first; `t` of a triplet. */
export const DELAY_VALUES: Readonly<Record<string, number>> = {
  '1/16': TICKS_PER_QUARTER / 4,
  '1/8t': TICKS_PER_QUARTER / 3,
  '1/8': TICKS_PER_QUARTER / 2,
  '1/4t': (TICKS_PER_QUARTER * 2) / 3,
  '1/8.': (TICKS_PER_QUARTER * 3) / 4,
  '1/4': TICKS_PER_QUARTER,
  '1/4.': (TICKS_PER_QUARTER * 3) / 2,
  '1/2': TICKS_PER_QUARTER * 2,
};

/** Reads `1/8.`, `380 ms` or `off`. Fails with what was expected. */
export function parseDelay(text: string): Result<Delay | null> {
  const value = text.trim();
  if (value === 'off') return ok(null);
  const ticks = Object.hasOwn(DELAY_VALUES, value) ? DELAY_VALUES[value] : undefined;
  if (ticks !== undefined) return ok({ kind: 'ticks', ticks });
  const ms = /^(\d+)\s*ms$/.exec(value);
  const n = ms ? Number(ms[1]) : 0;
  if (n < DELAY_RANGE_MS.min || n > DELAY_RANGE_MS.max) {
    const values = Object.keys(DELAY_VALUES).join(', ');
    return fail(
      `"${value}" is no delay; expected off, ${values} or a time like 380 ms (${DELAY_RANGE_MS.min} to ${DELAY_RANGE_MS.max})`,
    );
  }
  return ok({ kind: 'ms', ms: n });
}

export function formatDelay(delay: Delay | null): string {
  if (delay === null) return 'off';
  if (delay.kind === 'ms') return `${delay.ms} ms`;
  return Object.entries(DELAY_VALUES).find(([, ticks]) => ticks === delay.ticks)?.[0] ?? '1/4';
}

/** Ticks from a note to its repeat at `bpm` quarter notes per minute, rounded. */
export function delayTicks(delay: Delay, bpm: number): number {
  return delay.kind === 'ticks' ? delay.ticks : Math.round((delay.ms / 60_000) * bpm * TICKS_PER_QUARTER);
}

/** Milliseconds from a note to its repeat: 60000/bpm for a quarter (arithmetic; 120 bpm: 500 ms). */
export function delayMs(delay: Delay, bpm: number): number {
  return delay.kind === 'ms' ? delay.ms : (delay.ticks / TICKS_PER_QUARTER) * (60_000 / bpm);
}
