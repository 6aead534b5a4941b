import { TICKS_PER_QUARTER } from './ticks';

/** Slowest and fastest tempo accepted, in quarter notes per minute (common practice of metronomes). */
export const TEMPO_RANGE = { min: 20, max: 400 } as const;

/** Seconds that `ticks` last at `bpm` quarter notes per minute. */
export function ticksToSeconds(ticks: number, bpm: number): number {
  return (ticks / TICKS_PER_QUARTER) * (60 / bpm);
}

/** `3:28`: minutes and whole seconds, rounded to the nearest second. */
export function formatDuration(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}
