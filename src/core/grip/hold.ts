import { fail, ok, type Result } from '../base/index';
import type { Fret, Instrument } from '../instrument/index';
import { missingFret, type Grip } from './grip';
import { handOfAnyWidth, spreadLimitMm, stretchedHand, type Hand } from './hand';
import { findPresses, found, mmBetween, reachFor, SILENT, THUMB, type Reach } from './press';

/** 1 index … 4 little finger; 'T' the thumb over the neck. */
export type Finger = 1 | 2 | 3 | 4 | 'T';

/** One finger pressing one string, or several at one fret (a barre). Strings count from 0, the lowest. */
export interface Press {
  readonly finger: Finger;
  readonly fret: Fret;
  readonly from: number;
  readonly to: number;
}

/** A grip as a hand holds it. */
export interface Hold {
  /** By fret from the nut; the thumb, where it frets, first. */
  readonly presses: readonly Press[];
  /** Finger on each string, lowest first; null where the string is open or silent. */
  readonly fingers: readonly (Finger | null)[];
  /** Distance along the neck between the outermost fretting fingers, in mm. */
  readonly reachMm: number;
}

/**
 * The most natural fingering of a grip, or why no hand can hold it: a fret that is not there, more than four fingers,
 * or two fingers too far apart (in mm, against the hand's limit for that pair).
 */
export function holdGrip(grip: Grip, instrument: Instrument, hand: Hand): Result<Hold> {
  const missing = missingFret(grip, instrument);
  if (missing) {
    const last = instrument.frets - instrument.capo;
    const behind = instrument.capo > 0 ? ` above the capo at ${instrument.capo}` : '';
    return fail(`fret ${missing.fret} is not there: this neck ends at fret ${last}${behind}`);
  }
  const reach = reachFor(instrument, hand);
  const frets = fretArray(grip);
  if (findPresses(frets, reach) === Infinity) return fail(refusal(frets, reach));
  return ok(holdFound(frets.length, reach));
}

/** Whether a hand holds a grip at ease, at full stretch, or would have to be wider. */
export type ReachGrade = 'ease' | 'stretch' | 'out';

/** How a grip is held, or would be by a wider hand of as many fingers; fails as `holdGrip` where fingers or frets are missing. */
export function holdWithin(
  grip: Grip,
  instrument: Instrument,
  hand: Hand,
): Result<{ readonly hold: Hold; readonly reach: ReachGrade; readonly hand: Hand }> {
  const hands = [
    ['ease', hand],
    ['stretch', stretchedHand(hand)],
    ['out', handOfAnyWidth(hand)],
  ] as const;
  let refused: Result<Hold> | null = null;
  for (const [reach, tried] of hands) {
    const held = holdGrip(grip, instrument, tried);
    if (held.ok) return ok({ hold: held.value, reach, hand: tried });
    refused ??= held;
  }
  return refused as Result<never>;
}

/** A grip as the fret array of the search. */
export function fretArray(grip: Grip): Int8Array {
  return Int8Array.from(grip, (fret) => fret ?? SILENT);
}

/** The fingering the search found last, as typed values. */
export function holdFound(strings: number, reach: Reach): Hold {
  const presses: Press[] = [];
  const fingers: (Finger | null)[] = Array.from({ length: strings }, () => null);
  let low = 99;
  let high = 0;
  // A barre lies under the fingers beyond it: later presses, on higher frets, have the string.
  for (let i = 0; i < found.count; i += 1) {
    const finger = (found.finger[i] === THUMB ? 'T' : found.finger[i]!) as Finger;
    const fret = found.fret[i]! as Fret;
    const press = { finger, fret, from: found.from[i]!, to: found.to[i]! };
    if (finger === 'T') presses.unshift(press);
    else presses.push(press);
    for (let s = press.from; s <= press.to; s += 1) fingers[s] = finger;
    low = Math.min(low, fret);
    high = Math.max(high, fret);
  }
  return { presses, fingers, reachMm: high === 0 ? 0 : mmBetween(reach, low, high) };
}

/** The nearest miss in words. */
function refusal(frets: Int8Array, reach: Reach): string {
  if (findPresses(frets, reach, true) === Infinity) return 'needs more than four fingers';
  const { presses } = holdFound(frets.length, reach);
  let worst: { over: number; words: string } | null = null;
  for (const a of presses) {
    for (const b of presses) {
      if (a === b || a.fret > b.fret) continue;
      const mm = mmBetween(reach, a.fret, b.fret);
      const limit = spreadLimitMm(reach.hand, a.finger as number, b.finger as number);
      if (mm - limit > (worst?.over ?? 0)) {
        const words = `reach ${Math.round(mm)} mm from fret ${a.fret} to ${b.fret}, over ${limit} mm for fingers ${a.finger} and ${b.finger}`;
        worst = { over: mm - limit, words };
      }
    }
  }
  return worst?.words ?? 'needs more than four fingers';
}
