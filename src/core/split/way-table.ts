import { spanMm, type Instrument } from '../instrument/index';
import { DEVICES } from '../grip/index';
import { familyOf, hurryOf, type Candidate, type WayOf } from './candidate';
import type { Slot } from './problem';
import * as w from './weights';

/** Stands for "cannot be": greater than any cost of a whole song, small enough to be added twice. */
export const NEVER = 1e9;

/**
 * Points of a player's step into a slot, row by row of where it comes from: `NEVER` where a held cell would change,
 * 0 where nothing is played before it.
 */
export function wayTable(
  from: readonly Candidate[],
  to: readonly Candidate[],
  into: { slot: Slot; player: 0 | 1 | 2 },
): Float64Array {
  const { slot, player } = into;
  const table = new Float64Array(from.length * to.length);
  if (slot.secondsBefore === null && !slot.held[player]) return table;
  const seat = slot.seats[player];
  const way: WayOf = {
    instrument: seat.instrument,
    seconds: slot.secondsBefore ?? 1,
    moving: seat.role.moving,
  };
  if (slot.held[player]) {
    from.forEach((a, i) => to.forEach((b, j) => (table[i * to.length + j] = a === b ? 0 : NEVER)));
    return table;
  }
  const step = stepsOf(way);
  let k = 0;
  for (const a of from) {
    for (const b of to) {
      table[k] = stepPoints(a, b, step);
      k += 1;
    }
  }
  return table;
}

/** What the steps of one player into a slot have in common. */
export interface Steps {
  readonly moving: number;
  /** Points of a shift between any two hand positions, row by row of 32; none from or to open strings. */
  readonly spans: Float64Array;
  /** What a step between two devices costs at least when the grips differ, row by row of `DEVICES`. */
  readonly devices: Float64Array;
}

/** Fast twin of `wayPoints` (see the tests), from numbers alone. */
export function stepPoints(a: Candidate, b: Candidate, { moving, spans }: Steps): number {
  if (a.packed === b.packed || a.known === null || b.known === null) return 0;
  const up = a.top > b.top ? a.top - b.top : b.top - a.top;
  let points = moving + spans[(a.hand << 5) + b.hand]! + w.VOICE_LEADING_POINTS * (up > 12 ? 12 : up);
  if (a.device !== b.device) {
    points += w.DEVICE_CHANGE_POINTS + (a.family === b.family ? 0 : w.FAMILY_CHANGE_POINTS);
  }
  // A string counts when it is fretted (2 and up in its five bits) and was not fretted there before.
  let here = b.packed;
  let differs = here ^ a.packed;
  while (differs !== 0) {
    if ((here & 31) > 1 && (differs & 31) !== 0) points += w.NEW_STRING_POINTS;
    here >>>= 5;
    differs >>>= 5;
  }
  return points;
}

const known = new WeakMap<Instrument, Map<number, Float64Array>>();

export function stepsOf(way: WayOf): Steps {
  const hurry = hurryOf(way.seconds);
  let tables = known.get(way.instrument);
  if (!tables) known.set(way.instrument, (tables = new Map()));
  let spans = tables.get(hurry);
  if (!spans) {
    spans = new Float64Array(32 * 32);
    for (let a = 1; a < 32; a += 1) {
      for (let b = 1; b < 32; b += 1) {
        if (a !== b)
          spans[a * 32 + b] = Math.round(w.SHIFT_POINTS_PER_MM * spanMm(way.instrument, a, b) * hurry);
      }
    }
    tables.set(hurry, spans);
  }
  return { moving: way.moving, spans, devices: deviceSteps(way.moving) };
}

const byMoving = new Map<number, Float64Array>();

/** Least points of a step between two devices whose grips are different. */
function deviceSteps(moving: number): Float64Array {
  let table = byMoving.get(moving);
  if (!table) {
    table = new Float64Array(DEVICES.length ** 2);
    for (const [i, a] of DEVICES.entries()) {
      for (const [j, b] of DEVICES.entries()) {
        const family = familyOf(a) === familyOf(b) ? 0 : w.FAMILY_CHANGE_POINTS;
        if (i !== j) table[i * DEVICES.length + j] = moving + w.DEVICE_CHANGE_POINTS + family;
      }
    }
    byMoving.set(moving, table);
  }
  return table;
}
