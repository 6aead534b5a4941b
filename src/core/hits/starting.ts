import { barTicks, TICKS_PER_QUARTER, type Meter } from '../time/index';
import type { StrokeWay } from './strokes';

/** A pattern to begin with, for a bar of any metre. */
export interface StartingPattern {
  readonly name: string;
  /** What it is and when to use it, in plain words. */
  readonly words: string;
  /** How it is usually struck; null leaves the player's way. */
  readonly strokes: StrokeWay | null;
  /** One bar; `strings` is how many the instrument has. */
  readonly bar: (meter: Meter, strings: number) => string;
}

/** Our own small set, all common practice. */
export const STARTING_PATTERNS: readonly StartingPattern[] = [
  {
    name: 'Straight eighths',
    words:
      'Every eighth rings, all down-strokes, the beats a little louder. Drives without getting in the way.',
    strokes: 'down',
    bar: (meter) => eighths(meter, (i) => (onBeat(i, meter) ? 'O' : 'o')),
  },
  {
    name: 'Gallop',
    words: 'One long and two short on every beat, palm-muted. Heavy and forward.',
    strokes: 'alternate',
    bar: (meter) => sixteenths(meter, (i) => ['M', '-', 'm', 'm'][i % 4]!),
  },
  {
    name: 'Push on four',
    words:
      'Strike the beats, then the last off-beat rings over the bar line: the next bar seems to come early.',
    strokes: 'alternate',
    bar: (meter) => {
      const n = count(meter, 2);
      return eighths(meter, (i) => (i === n - 1 ? 'O' : i === n - 2 ? '-' : i % 2 === 0 ? 'O' : '-'));
    },
  },
  {
    name: 'Backbeat chop',
    words: 'Only a short stroke with the snare on the second and fourth beat. Leaves all the room there is.',
    strokes: 'down',
    bar: (meter) => eighths(meter, (i) => (i % 4 === 2 ? 'O' : '.')),
  },
  {
    name: 'Three-three-two',
    words: 'Strokes three, three and two eighths apart: leans against the beat and lands with it.',
    strokes: 'alternate',
    bar: (meter) => eighths(meter, (i) => ([0, 3, 6].includes(i % 8) ? 'O' : '-')),
  },
  {
    name: 'Long notes',
    words: 'One stroke, left to ring. Room for a lick or a busy voice.',
    strokes: 'down',
    bar: (meter) => eighths(meter, (i) => (i === 0 ? 'O' : '-')),
  },
  {
    name: 'Broken chord up',
    words: 'The held grip one string at a time from low to high, over and over.',
    strokes: 'alternate',
    bar: (meter, strings) => eighths(meter, (i) => String(climb(i, strings))),
  },
  {
    name: 'Broken chord up and down',
    words: 'The held grip one string at a time, up to the highest string and back.',
    strokes: 'alternate',
    bar: (meter, strings) =>
      eighths(meter, (i) => {
        const turn = 2 * (strings - 2);
        const at = i % turn;
        return String(at < strings - 1 ? climb(at, strings) : at - strings + 3);
      }),
  },
  {
    name: 'Tremolo',
    words: 'Every sixteenth, down and up, as even as you can. One long note that never dies away.',
    strokes: 'alternate',
    bar: (meter) => sixteenths(meter, (i) => (i % 4 === 0 ? 'O' : 'o')),
  },
];

/** The string (1 = highest) a climbing broken chord picks; the lowest string is left to the bass player. */
function climb(i: number, strings: number): number {
  const run = strings - 1;
  return run - (i % run);
}

function onBeat(eighth: number, meter: Meter): boolean {
  return meter.unit === 8 && meter.beats % 3 === 0 ? eighth % 3 === 0 : eighth % 2 === 0;
}

/** Places of the bar with `perQuarter` to the quarter note. */
function count(meter: Meter, perQuarter: number): number {
  return Math.max(1, Math.floor((barTicks(meter) * perQuarter) / TICKS_PER_QUARTER));
}

/** A bar of eighths; in metres that no eighths divide, of sixteenths. */
function eighths(meter: Meter, symbol: (place: number) => string): string {
  if (!Number.isInteger((barTicks(meter) * 2) / TICKS_PER_QUARTER)) return sixteenths(meter, symbol);
  return Array.from({ length: count(meter, 2) }, (_, i) => symbol(i)).join('');
}

function sixteenths(meter: Meter, symbol: (place: number) => string): string {
  return Array.from({ length: count(meter, 4) }, (_, i) => symbol(i)).join('');
}
