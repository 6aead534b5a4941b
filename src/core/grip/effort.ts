import { spanMm, type Fret, type Instrument } from '../instrument/index';
import { handFret, type Grip } from './grip';
import type { Hold } from './hold';
import { found, mmBetween, SILENT, THUMB, type Reach } from './press';
import { NOTHING } from './stops';

/**
 * How hard the fingering in `found` is to hold, about 0 (one open string) to 3 (a wide four-finger barre), in
 * thousandths. Numbers of taste, common practice: reach counts most, then fingers, barres, strings nothing stops,
 * silent strings inside, and notes high up the neck.
 */
export function effortOfFound(frets: Int8Array, stops: Int8Array, reach: Reach): number {
  let low = 99;
  let high = 0;
  let barre = 0;
  for (let i = 0; i < found.count; i += 1) {
    const fret = found.fret[i]!;
    if (fret < low) low = fret;
    if (fret > high) high = fret;
    const wide = found.to[i]! - found.from[i]!;
    if (wide > 0) barre += (found.finger[i] === 1 ? 0.1 : 0.25) + 0.04 * wide;
  }
  let unstopped = 0;
  let sounding = 0;
  let lowest = SILENT;
  let highest = SILENT;
  for (let s = 0; s < frets.length; s += 1) {
    if (stops[s] === NOTHING) unstopped += 1;
    if (frets[s] === SILENT) continue;
    sounding += 1;
    if (lowest === SILENT) lowest = s;
    highest = s;
  }
  const inner = sounding === 0 ? 0 : highest - lowest + 1 - sounding;
  const share = high === 0 ? 0 : mmBetween(reach, low, high) / reach.hand.spreadMm['14'];
  const effort =
    1.2 * share * share +
    0.12 * found.count +
    barre +
    0.5 * unstopped +
    (sounding > 2 ? 0.5 : 0.25) * inner +
    Math.max(0, high - 7) * 0.025 +
    Math.max(0, high - 12) * 0.05;
  return Math.round(effort * 1000) / 1000;
}

/** Fingers on strings as numbers, from the fingering in `found`: 1–4, `THUMB`, 0 for none. */
export function fingersOfFound(into: Int8Array): void {
  into.fill(0);
  for (let i = 0; i < found.count; i += 1) {
    for (let s = found.from[i]!; s <= found.to[i]!; s += 1) into[s] = found.finger[i]!;
  }
}

/** How one finger gets to its place in the next grip. */
export interface FingerMove {
  readonly finger: number;
  readonly how: 'stays' | 'slides' | 'moves' | 'lands';
}

/** The way from one grip to the next. */
export interface Way {
  /** How far the hand moves along the neck, in mm and in frets; 0 when either grip needs no hand position. */
  readonly mm: number;
  readonly frets: number;
  /** Strings where a fretted note stays as it is. */
  readonly kept: number;
  /** Fingers of the next grip, the index first; the thumb counts as 5. */
  readonly moves: readonly FingerMove[];
  /** Least time it takes, in seconds. */
  readonly seconds: number;
}

/** The shift of the hand alone, without asking which fingers move. */
export interface Shift {
  readonly mm: number;
  readonly frets: number;
  readonly kept: number;
}

/** Where the hand sits is taken from the lowest fretted fret of each grip (the capo counted in mm). */
export function shiftBetween(from: Grip, to: Grip, instrument: Instrument): Shift {
  let kept = 0;
  for (let i = 0; i < from.length; i += 1) {
    const fret = from[i];
    if (fret !== null && fret !== undefined && fret > 0 && fret === to[i]) kept += 1;
  }
  const a = handFret(from);
  const b = handFret(to);
  if (a === null || b === null || a === b) return { mm: 0, frets: 0, kept };
  return { mm: spanMm(instrument, a, b), frets: Math.abs(a - b), kept };
}

/**
 * Shift, fingers and the least time from one held grip to the next. The time follows the law of aimed movements
 * (P. M. Fitts, Journal of Experimental Psychology 47, 1954: a + b·log2(distance / width + 1), here with a fret's
 * playable width of 15 mm); a and b and what each finger adds (a shape that moves as one counts as one) are ours, set so that what players do
 * every night goes (two frets in an eighth at 180, a power chord five frets away in an eighth at 150) and twelve frets in
 * a sixteenth at 140 do not (common practice).
 */
export function wayBetween(
  from: { grip: Grip; hold: Hold },
  to: { grip: Grip; hold: Hold },
  instrument: Instrument,
): Way {
  const shift = shiftBetween(from.grip, to.grip, instrument);
  const before = fingerPlaces(from.hold);
  const moves: FingerMove[] = [];
  for (const [finger, place] of fingerPlaces(to.hold)) {
    const was = before.get(finger);
    if (was === undefined) moves.push({ finger, how: 'lands' });
    else if (was.string !== place.string) moves.push({ finger, how: 'moves' });
    else moves.push({ finger, how: was.fret === place.fret ? 'stays' : 'slides' });
  }
  const asOne = keepsShape(from.hold, to.hold);
  return { ...shift, moves, seconds: secondsFor(shift, moves, asOne) };
}

const REACTION_S = 0.005;
const PER_BIT_S = 0.047;
const FRET_WIDTH_MM = 15;
const PER_FINGER_S = 0.006;

/** The same fingers in the same shape, on other strings or frets: the hand moves as one. */
function keepsShape(from: Hold, to: Hold): boolean {
  const [a, b] = [from.presses, to.presses];
  if (a.length === 0 || a.length !== b.length) return false;
  const frets = b[0]!.fret - a[0]!.fret;
  const strings = b[0]!.from - a[0]!.from;
  return a.every(
    (p, i) =>
      p.finger === b[i]!.finger &&
      b[i]!.fret - p.fret === frets &&
      b[i]!.from - p.from === strings &&
      b[i]!.to - p.to === strings,
  );
}

function secondsFor(shift: Shift, moves: readonly FingerMove[], asOne: boolean): number {
  const each = moves.filter((m) => m.how === 'moves' || m.how === 'lands').length;
  const placed = asOne ? Math.min(1, each) : each;
  const slid = moves.some((m) => m.how === 'slides');
  if (placed === 0 && !slid) return 0;
  return shiftSeconds(shift.mm, placed);
}

/** Least time, in seconds, for the hand to go `mm` along the neck and place `fingers`; see `wayBetween`. */
export function shiftSeconds(mm: number, fingers: number): number {
  return REACTION_S + PER_BIT_S * Math.log2(mm / FRET_WIDTH_MM + 1) + PER_FINGER_S * fingers;
}

/** "finger 1 slides, 3 and 4 stay" in the order of the fingers; null when nothing is fretted. */
export function moveWords(way: Way): string | null {
  const groups = (['stays', 'slides', 'moves', 'lands'] as const).flatMap((how) => {
    const fingers = way.moves.filter((m) => m.how === how).map((m) => (m.finger === THUMB ? 'T' : m.finger));
    return fingers.length === 0 ? [] : [{ how, fingers }];
  });
  if (groups.length === 0) return null;
  const words = { stays: 'stay', slides: 'slide', moves: 'change string', lands: 'come down' } as const;
  const one = { stays: 'stays', slides: 'slides', moves: 'changes string', lands: 'comes down' } as const;
  return groups
    .map(({ how, fingers }) => `${fingers.join(', ')} ${fingers.length === 1 ? one[how] : words[how]}`)
    .join('; ');
}

function fingerPlaces(hold: Hold): Map<number, { string: number; fret: Fret }> {
  const places = hold.presses.map((p): [number, { string: number; fret: Fret }] => [
    p.finger === 'T' ? THUMB : p.finger,
    { string: p.from, fret: p.fret },
  ]);
  return new Map(places.sort((a, b) => a[0] - b[0]));
}
