import { feltBeatTicks, type Meter } from './meter';
import { TICKS_PER_QUARTER } from './ticks';

/** Slowest and fastest tempo accepted, in beats per minute (common practice of metronomes). */
export const TEMPO_RANGE = { min: 20, max: 400 } as const;

/** Quarter notes a minute of a tempo in beats a minute: a beat of 6/8, 9/8 and 12/8 is a dotted quarter. */
export function quartersAMinute(bpm: number, meter: Meter): number {
  return (bpm * feltBeatTicks(meter)) / TICKS_PER_QUARTER;
}

/** The other way round, as a metronome is set. */
export function beatsAMinute(quarters: number, meter: Meter): number {
  return (quarters * TICKS_PER_QUARTER) / feltBeatTicks(meter);
}

/** Seconds that `ticks` last at `bpm` quarter notes per minute. */
export function ticksToSeconds(ticks: number, bpm: number): number {
  return (ticks / TICKS_PER_QUARTER) * (60 / bpm);
}

/** `3:28`: minutes and whole seconds, rounded to the nearest second. */
export function formatDuration(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}
