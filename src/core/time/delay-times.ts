import { DELAY_RANGE_MS, DELAY_VALUES, type Delay } from './delay';
import { TICKS_PER_QUARTER } from './ticks';

/** A note value and how long it lasts at a tempo, exactly and a little slower. */
export interface DelayTime {
  /** As players write it: `1/8.`. */
  readonly name: string;
  /** As they say it. */
  readonly words: string;
  readonly ms: number;
  readonly slowerMs: number;
}

/** So much slower than the tempo some players set a delay, so that it does not feel rushed (common practice). */
export const SLOWER_RANGE = { min: 0, max: 0.06, usual: 0.03 } as const;

const WORDS: Readonly<Record<string, string>> = {
  '1/16': 'sixteenth',
  '1/8t': 'eighth triplet',
  '1/8': 'eighth',
  '1/4t': 'quarter triplet',
  '1/8.': 'dotted eighth',
  '1/4': 'quarter',
  '1/4.': 'dotted quarter',
  '1/2': 'half',
};

/**
 * How long every note value lasts at `bpm` quarters a minute, the shortest first; `slower`: the share a delay lags behind
 * the tempo. Source: a quarter is 60000/bpm ms (definition; 120 bpm: 500 ms, its dotted eighth 375).
 */
export function delayTimes(bpm: number, slower: number): readonly DelayTime[] {
  return Object.entries(DELAY_VALUES).map(([name, ticks]) => {
    const ms = (ticks / TICKS_PER_QUARTER) * (60_000 / bpm);
    return { name, words: WORDS[name]!, ms, slowerMs: ms * (1 + slower) };
  });
}

/** The delay of a note value: locked to the tempo, or so much slower in whole milliseconds; null beyond what a pedal does. */
export function delayOf(name: string, bpm: number, slower: number): Delay | null {
  const ticks = Object.hasOwn(DELAY_VALUES, name) ? DELAY_VALUES[name]! : null;
  if (ticks === null) throw new RangeError(`No note value ${name}`);
  const ms = Math.round((ticks / TICKS_PER_QUARTER) * (60_000 / bpm) * (1 + slower));
  if (ms < DELAY_RANGE_MS.min || ms > DELAY_RANGE_MS.max) return null;
  return slower === 0 ? { kind: 'ticks', ticks } : { kind: 'ms', ms };
}
