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

/** 6/8, 9/8, 12/8 and their like in sixteenths: three notes make one beat (common practice). */
export function isCompound(meter: Meter): boolean {
  return meter.unit >= 8 && meter.beats > 3 && meter.beats % 3 === 0;
}

/** What a tempo counts, in ticks: a dotted quarter in 6/8, 9/8 and 12/8 (their like in sixteenths), else a quarter. */
export function feltBeatTicks(meter: Meter): number {
  return isCompound(meter) ? 3 * beatTicks(meter) : TICKS_PER_QUARTER;
}

/** A beat as players number them in the bar, in ticks: the dotted ones in compound metres, else the metre's unit. */
export function countedBeatTicks(meter: Meter): number {
  return isCompound(meter) ? 3 * beatTicks(meter) : beatTicks(meter);
}

/** How many beats a bar is counted in: 2 in 6/8, 7 in 7/8. */
export function countedBeats(meter: Meter): number {
  return barTicks(meter) / countedBeatTicks(meter);
}

/** A place in a bar as players say it, from beat 1: `2`, `2½`, `1⅓`; what has no such name in hundredths. */
export function beatName(beat: number): string {
  const whole = Math.floor(beat + 0.001);
  const part = NAMED_PARTS.find(([share]) => Math.abs(beat - whole - share) < 0.002);
  return part ? `${whole}${part[1]}` : String(Math.round(beat * 100) / 100);
}

const NAMED_PARTS: readonly (readonly [number, string])[] = [
  [0, ''],
  [1 / 4, '¼'],
  [1 / 3, '⅓'],
  [1 / 2, '½'],
  [2 / 3, '⅔'],
  [3 / 4, '¾'],
];
