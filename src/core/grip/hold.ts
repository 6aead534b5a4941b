import { fail, ok, type Result } from '../base/index';
import type { Fret, Instrument } from '../instrument/index';
import { pressesOf, type Finger, type Fingering, type Press } from './fingering';
import { missingFret, type Grip } from './grip';
import { handOfAnyWidth, HANDS, spreadLimitMm, stretchedHand, THUMB_MM, type Hand } from './hand';
import { findPresses, found, mmBetween, reachFor, SILENT, THUMB, type Reach } from './press';

/** A grip as a hand holds it. */
export interface Hold {
  /** By fret from the nut; the thumb, where it frets, first. */
  readonly presses: readonly Press[];
  /** Finger on each string, lowest first; null where the string is open or silent. */
  readonly fingers: Fingering;
  /** Distance along the neck between the outermost fretting fingers, in mm. */
  readonly reachMm: number;
}

/**
 * The most natural fingering of a grip, or the player's own; or why no hand can hold it: a fret that is not there, more
 * than four fingers, or two fingers too far apart (in mm, against the hand's limit for that pair).
 */
export function holdGrip(grip: Grip, instrument: Instrument, hand: Hand, own?: Fingering): Result<Hold> {
  const missing = missingFret(grip, instrument);
  if (missing) {
    const last = instrument.frets - instrument.capo;
    const behind = instrument.capo > 0 ? ` above the capo at ${instrument.capo}` : '';
    return fail(`fret ${missing.fret} is not there: this neck ends at fret ${last}${behind}`);
  }
  const reach = reachFor(instrument, hand);
  if (own) return holdAs(grip, own, reach);
  const frets = fretArray(grip);
  if (findNatural(frets, reach) === Infinity) return fail(refusal(frets, reach));
  return ok(holdFound(frets, reach));
}

/** As `findPresses`; where that finds nothing, a barre over strings that something else keeps silent. */
export function findNatural(frets: Int8Array, reach: Reach): number {
  const cost = findPresses(frets, reach);
  return cost < Infinity ? cost : findPresses(frets, reach, { overSilent: true });
}

function holdAs(grip: Grip, own: Fingering, reach: Reach): Result<Hold> {
  const read = pressesOf(grip, own);
  if (!read.ok) return read;
  const presses = read.value;
  const wide = widestOver(presses, reach);
  if (wide !== null) return fail(wide);
  const places = presses.map((p) => p.fret);
  const reachMm = places.length === 0 ? 0 : mmBetween(reach, Math.min(...places), Math.max(...places));
  return ok({ presses, fingers: own, reachMm });
}

/** Whether a hand holds a grip at ease, at full stretch, or would have to be wider. */
export type ReachGrade = 'ease' | 'stretch' | 'out';

/** How a grip is held, or would be by a wider hand of as many fingers; fails as `holdGrip` where fingers or frets are missing. */
export function holdWithin(
  grip: Grip,
  instrument: Instrument,
  hand: Hand,
  own?: Fingering,
): Result<{ readonly hold: Hold; readonly reach: ReachGrade; readonly hand: Hand }> {
  const hands = [
    ['ease', hand],
    ['stretch', stretchedHand(hand)],
    ['out', handOfAnyWidth(hand)],
  ] as const;
  let refused: Result<Hold> | null = null;
  for (const [reach, tried] of hands) {
    const held = holdGrip(grip, instrument, tried, own);
    if (held.ok) return ok({ hold: held.value, reach, hand: tried });
    refused ??= held;
  }
  return refused as Result<never>;
}

/** A grip as the fret array of the search. */
export function fretArray(grip: Grip): Int8Array {
  return Int8Array.from(grip, (fret) => fret ?? SILENT);
}

/** The fingering the search found last for these frets, as typed values. */
export function holdFound(frets: Int8Array, reach: Reach): Hold {
  const presses: Press[] = [];
  const fingers: (Finger | null)[] = Array.from(frets, () => null);
  let low = 99;
  let high = 0;
  // A barre lies under the fingers beyond it: later presses, on higher frets, have the string.
  for (let i = 0; i < found.count; i += 1) {
    const finger = (found.finger[i] === THUMB ? 'T' : found.finger[i]!) as Finger;
    const fret = found.fret[i]! as Fret;
    const press = { finger, fret, from: found.from[i]!, to: found.to[i]! };
    if (finger === 'T') presses.unshift(press);
    else presses.push(press);
    for (let s = press.from; s <= press.to; s += 1) if (frets[s] !== SILENT) fingers[s] = finger;
    low = Math.min(low, fret);
    high = Math.max(high, fret);
  }
  return { presses, fingers, reachMm: high === 0 ? 0 : mmBetween(reach, low, high) };
}

/** The nearest miss in words. */
function refusal(frets: Int8Array, reach: Reach): string {
  if (findPresses(frets, reach, { atAnyReach: true }) === Infinity) return 'needs more than four fingers';
  return widestOver(holdFound(frets, reach).presses, reach) ?? 'needs more than four fingers';
}

/** What is furthest over a limit of the hand, in words; null when nothing is. */
function widestOver(presses: readonly Press[], reach: Reach): string | null {
  let worst: { over: number; words: string } | null = null;
  // The thumb lies near the lowest finger, wherever the others are.
  const lowest = presses.find((p) => p.finger !== 'T');
  const isFar = (a: Press, b: Press) => [a, b].some((p) => p.finger === 'T') && a !== lowest && b !== lowest;
  for (const a of presses) {
    for (const b of presses) {
      if (a === b || a.fret > b.fret || isFar(a, b)) continue;
      const mm = mmBetween(reach, a.fret, b.fret);
      const limit = Math.round(limitMm(reach.hand, a.finger, b.finger));
      if (mm - limit > (worst?.over ?? 0)) {
        const fingers = [a.finger, b.finger].map((f) => (f === 'T' ? 'thumb' : `${f}`)).join(' and ');
        const words = `reach ${Math.round(mm)} mm from fret ${a.fret} to ${b.fret}, over ${limit} mm for fingers ${fingers}`;
        worst = { over: mm - limit, words };
      }
    }
  }
  return worst?.words ?? null;
}

/** The thumb's limit grows with the hand. */
function limitMm(hand: Hand, a: Finger, b: Finger): number {
  if (a !== 'T' && b !== 'T') return spreadLimitMm(hand, a, b);
  return (THUMB_MM * hand.spreadMm['14']) / HANDS[hand.size].spreadMm['14'];
}
