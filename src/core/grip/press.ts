import { spanMm, usableFrets, type Instrument } from '../instrument/index';
import { spreadLimitMm, THUMB_MM, type Hand } from './hand';

/**
 * The search for a fingering, on numbers alone, because the enumeration asks it thousands of times for one chord.
 * Only `hold.ts` and `enumerate.ts` use it; what leaves this room are the typed values of `hold.ts`.
 */

/** In a fret array of this search: a silent string. Never leaves the grip room. */
export const SILENT = -1;
/** Finger number of the thumb over the neck. */
export const THUMB = 5;

/** What one hand reaches on one neck: distances between frets and limits between fingers, both in mm. */
export interface Reach {
  readonly instrument: Instrument;
  readonly hand: Hand;
  readonly frets: number;
  readonly span: Float64Array;
  readonly limit: Float64Array;
}

const ROW = 32;
const known = new WeakMap<Instrument, WeakMap<Hand, Reach>>();

/** Distances in mm for a neck and a hand. Remembered with both. */
export function reachFor(instrument: Instrument, hand: Hand): Reach {
  let hands = known.get(instrument);
  if (!hands) known.set(instrument, (hands = new WeakMap()));
  const cached = hands.get(hand);
  if (cached) return cached;
  const frets = usableFrets(instrument);
  const span = new Float64Array(ROW * ROW);
  for (let a = 0; a <= frets; a += 1) {
    for (let b = 0; b <= frets; b += 1) span[a * ROW + b] = spanMm(instrument, a, b);
  }
  const limit = new Float64Array(25);
  for (let a = 1; a <= 4; a += 1) {
    for (let b = 1; b <= 4; b += 1) if (a !== b) limit[a * 5 + b] = spreadLimitMm(hand, a, b);
  }
  const reach = { instrument, hand, frets, span, limit };
  hands.set(hand, reach);
  return reach;
}

/** Along the neck from fret `a` to fret `b` (0 to 24), in millimetres; unsigned. */
export function mmBetween(reach: Reach, a: number, b: number): number {
  return reach.span[a * ROW + b]!;
}

/** The fingering found last, one entry a press. Overwritten by the next search: read it at once. */
export interface Presses {
  count: number;
  readonly finger: Int8Array;
  readonly fret: Int8Array;
  readonly from: Int8Array;
  readonly to: Int8Array;
}

const newPresses = (): Presses => ({
  count: 0,
  finger: new Int8Array(8),
  fret: new Int8Array(8),
  from: new Int8Array(8),
  to: new Int8Array(8),
});

/** Result of the last search. */
export const found: Presses = newPresses();
const trial: Presses = newPresses();

/** Fretted notes by fret, then from the lowest string up: the order in which fingers are given out. */
const noteFret = new Int8Array(8);
const noteString = new Int8Array(8);
/** How many different frets there are from a note on: at least so many fingers are still to come. */
const levels = new Int8Array(9);
let notes = 0;
let frets: Int8Array = new Int8Array(0);
let reach: Reach;
let anyReach = false;
let mayCrossSilent = false;
let highestOpen = -1;
let best = Infinity;

/**
 * Leaves the most natural fingering in `found` and tells its awkwardness, or Infinity when there is none.
 * Fingers rise with the frets and along one fret from the lowest string up. `atAnyReach` weighs what is over the
 * limits instead of refusing it, to find the nearest miss; `overSilent` lets a barre lie over silent strings, which
 * another finger or the picking hand has to stop. Frets must exist on the neck.
 */
export function findPresses(
  grip: Int8Array,
  on: Reach,
  { atAnyReach = false, overSilent = false }: { atAnyReach?: boolean; overSilent?: boolean } = {},
): number {
  reach = on;
  anyReach = atAnyReach;
  mayCrossSilent = overSilent;
  const plain = searchFrom(grip, 0);
  if (!on.hand.thumb || atAnyReach || on.instrument.kind !== 'guitar' || grip[0]! <= 0) return plain;
  return withThumb(grip, plain);
}

function searchFrom(grip: Int8Array, firstString: number): number {
  frets = grip;
  notes = 0;
  highestOpen = -1;
  for (let s = firstString; s < grip.length; s += 1) {
    const fret = grip[s]!;
    if (fret === 0) highestOpen = s;
    if (fret <= 0) continue;
    let at = notes;
    while (at > 0 && noteFret[at - 1]! > fret) {
      noteFret[at] = noteFret[at - 1]!;
      noteString[at] = noteString[at - 1]!;
      at -= 1;
    }
    noteFret[at] = fret;
    noteString[at] = s;
    notes += 1;
  }
  levels[notes] = 0;
  for (let i = notes - 1; i >= 0; i -= 1) {
    levels[i] = levels[i + 1]! + (i === notes - 1 || noteFret[i] !== noteFret[i + 1] ? 1 : 0);
  }
  best = Infinity;
  trial.count = 0;
  found.count = 0;
  place(0, 0);
  return best;
}

/** Thumb on the lowest string, the fingers on the rest, when that lies better (common practice). */
function withThumb(grip: Int8Array, plain: number): number {
  const kept = { count: found.count, rows: copyRows(found) };
  const thumbed = searchFrom(grip, 1) + THUMB_COST;
  const first = found.count > 0 ? found.fret[0]! : 0;
  const near = first > 0 && mmBetween(reach, first, grip[0]!) <= THUMB_MM;
  if (thumbed < plain && near) {
    const at = found.count;
    found.finger[at] = THUMB;
    found.fret[at] = grip[0]!;
    found.from[at] = 0;
    found.to[at] = 0;
    found.count = at + 1;
    return thumbed;
  }
  found.count = kept.count;
  found.finger.set(kept.rows.finger);
  found.fret.set(kept.rows.fret);
  found.from.set(kept.rows.from);
  found.to.set(kept.rows.to);
  return plain;
}

const THUMB_COST = 1.4;

function copyRows(p: Presses) {
  return { finger: p.finger.slice(), fret: p.fret.slice(), from: p.from.slice(), to: p.to.slice() };
}

/** Depth-first over single presses and barres, cut where it already costs more than the best. */
function place(from: number, cost: number): void {
  const depth = trial.count;
  if (from === notes) {
    if (cost >= best) return;
    best = cost;
    found.count = depth;
    for (let i = 0; i < depth; i += 1) {
      found.finger[i] = trial.finger[i]!;
      found.fret[i] = trial.fret[i]!;
      found.from[i] = trial.from[i]!;
      found.to[i] = trial.to[i]!;
    }
    return;
  }
  const fret = noteFret[from]!;
  const string = noteString[from]!;
  const first = depth === 0 ? 1 : trial.finger[depth - 1]! + 1;
  trial.count = depth + 1;
  for (let to = from; to < notes && noteFret[to]! === fret; to += 1) {
    const end = noteString[to]!;
    if (to > from && !canBarre(fret, noteString[to - 1]! + 1, end)) break;
    const toCome = levels[to + 1]!;
    for (let f = first; f <= 4 - toCome; f += 1) {
      const soFar = cost + awkwardness(depth, fret, string, end, f);
      if (soFar + PRESS_COST * toCome >= best) continue;
      let over = 0;
      for (let i = 0; i < depth; i += 1) {
        const mm = reach.span[trial.fret[i]! * ROW + fret]! - reach.limit[trial.finger[i]! * 5 + f]!;
        if (mm > over) over = mm;
      }
      if (over > 0 && !anyReach) continue;
      trial.finger[depth] = f;
      trial.fret[depth] = fret;
      trial.from[depth] = string;
      trial.to[depth] = end;
      place(to + 1, soFar + 100 * over);
      trial.count = depth + 1;
    }
  }
  trial.count = depth;
}

/**
 * A barre may pass strings fretted higher, never an open or a lower one; a silent one when it is asked for, and a finger
 * beside it, above the barre, touches it.
 */
function canBarre(fret: number, from: number, to: number): boolean {
  for (let s = from; s <= to; s += 1) {
    if (frets[s]! >= fret) continue;
    const touched = (frets[s - 1] ?? 0) > fret || (frets[s + 1] ?? 0) > fret;
    if (!mayCrossSilent || frets[s] !== SILENT || !touched) return false;
  }
  return true;
}

/** Every finger that presses costs this much at least. */
const PRESS_COST = 0.6;

/** Unnatural spacing, barres away from the first finger, and starting late on the hand all cost (common practice). */
function awkwardness(depth: number, fret: number, from: number, to: number, finger: number): number {
  let cost = PRESS_COST;
  if (to > from) {
    cost += finger === 1 ? 0.8 : finger === 2 ? 2.5 : to === from + 1 ? 1 : 1.2;
    // A barre that must leave a higher open string alone is pressed with the fingertip only.
    if (highestOpen > to) cost += 1;
  }
  if (depth === 0) return cost + 0.3 * (finger - 1);
  const before = depth - 1;
  const apart = Math.max(1, fret - trial.fret[before]!);
  cost += 0.5 * Math.abs(finger - trial.finger[before]! - apart);
  // Two fingers side by side at one fret lie badly on strings far apart.
  if (fret === trial.fret[before]!) cost += 0.2 * Math.max(0, from - trial.to[before]! - 2);
  return cost;
}
