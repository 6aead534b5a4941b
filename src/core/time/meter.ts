import { fail, ok, type Result } from '../base/index';
import { TICKS_PER_QUARTER } from './ticks';

/** A time signature: `beats` of note value 1/`unit` make a bar. */
export interface Meter {
  readonly beats: number;
  readonly unit: 2 | 4 | 8 | 16;
}

export const COMMON_TIME: Meter = { beats: 4, unit: 4 };

/** Reads `4/4`, `6/8`, `7/8`. Fails with what was expected. */
export function parseMeter(text: string): Result<Meter> {
  const match = /^(\d{1,2})\s*\/\s*(2|4|8|16)$/.exec(text.trim());
  const beats = Number(match?.[1]);
  if (!match || beats < 1 || beats > 24) {
    return fail(`"${text.trim()}" is no meter; expected beats over note value, like 4/4, 3/4 or 6/8`);
  }
  return ok({ beats, unit: Number(match[2]) as Meter['unit'] });
}

export function formatMeter(meter: Meter): string {
  return `${meter.beats}/${meter.unit}`;
}

/** Length of a bar in ticks. */
export function barTicks(meter: Meter): number {
  return meter.beats * beatTicks(meter);
}

/** Length of one beat (one `unit` note) in ticks. */
export function beatTicks(meter: Meter): number {
  return (TICKS_PER_QUARTER * 4) / meter.unit;
}

/** A beat as it is felt, in ticks: a dotted quarter in 6/8, 9/8 and 12/8 (their like in sixteenths), else a quarter. */
export function feltBeatTicks(meter: Meter): number {
  const isCompound = meter.unit >= 8 && meter.beats > 3 && meter.beats % 3 === 0;
  return isCompound ? 3 * beatTicks(meter) : TICKS_PER_QUARTER;
}
