import { unreachable } from '../base/index';
import type { Grip } from './grip';
import type { Finger } from './fingering';
import { fretArray, type Hold } from './hold';
import { SILENT, THUMB } from './press';

/** What keeps a silent string silent; strings count from 0, the lowest. */
export type Stop =
  | { readonly by: 'flat'; readonly finger: Finger; readonly string: number }
  | { readonly by: 'tip'; readonly finger: Finger; readonly string: number }
  | { readonly by: 'thumb'; readonly string: number }
  | { readonly by: 'picking-hand'; readonly string: number }
  | { readonly by: 'nothing'; readonly string: number };

/**
 * For each silent string, what can stop it (common practice): the flat of a finger that presses a lower string,
 * the tip of the finger on the next higher string, the thumb for the lowest string, the picking hand outside the grip.
 * `nothing` means it must not be strummed across.
 */
export function stopsOf(grip: Grip, hold: Hold): readonly Stop[] {
  const fingers = Int8Array.from(hold.fingers, (f) => (f === 'T' ? THUMB : (f ?? 0)));
  const codes = new Int8Array(grip.length);
  findStops(fretArray(grip), fingers, codes);
  return typedStops(codes);
}

/** Codes of the search: 0 for a sounding string, else one of these (plus the finger for flat and tip). */
const FLAT = 10;
const TIP = 20;
const BY_THUMB = 30;
const PICKING_HAND = 40;
export const NOTHING = 50;

/** Fills `codes` with what stops each string; `fingers` holds 1–4, `THUMB`, or 0 for none. Without allocation. */
export function findStops(frets: Int8Array, fingers: Int8Array, codes: Int8Array): void {
  let lowest = SILENT;
  let highest = SILENT;
  for (let s = 0; s < frets.length; s += 1) {
    if (frets[s] === SILENT) continue;
    if (lowest === SILENT) lowest = s;
    highest = s;
  }
  for (let s = 0; s < frets.length; s += 1) {
    codes[s] = frets[s] !== SILENT || lowest === SILENT ? 0 : stopFor(s, { frets, fingers, lowest, highest });
  }
}

function stopFor(
  s: number,
  on: { frets: Int8Array; fingers: Int8Array; lowest: number; highest: number },
): number {
  const { frets, fingers, lowest, highest } = on;
  const barre = barreOver(s, fingers);
  if (barre !== 0) return besideBarre(s, { fingers, barre });
  const above = s + 1 < frets.length ? fingers[s + 1]! : 0;
  if (s < lowest) {
    if (above !== 0) return TIP + above;
    return s === 0 ? BY_THUMB : PICKING_HAND;
  }
  const below = s > 0 ? fingers[s - 1]! : 0;
  if (below !== 0) return FLAT + below;
  if (firstFingerLiesAcross(s, frets, fingers)) return FLAT + 1;
  if (above !== 0) return TIP + above;
  return s > highest ? PICKING_HAND : NOTHING;
}

/** The finger that presses strings below and above this one, 0 for none. */
function barreOver(string: number, fingers: Int8Array): number {
  for (let low = 0; low < string; low += 1) {
    if (fingers[low] === 0) continue;
    for (let high = string + 1; high < fingers.length; high += 1) {
      if (fingers[high] === fingers[low]) return fingers[low]!;
    }
  }
  return 0;
}

/** A string under a barre sounds unless a finger above the barre touches it. */
function besideBarre(s: number, { fingers, barre }: { fingers: Int8Array; barre: number }): number {
  const [below, above] = [fingers[s - 1]!, fingers[s + 1]!];
  if (below !== 0 && below !== barre) return FLAT + below;
  return above !== 0 && above !== barre ? TIP + above : NOTHING;
}

/** A first finger on a lower string can lie across, as long as no open string would be choked on the way. */
function firstFingerLiesAcross(string: number, frets: Int8Array, fingers: Int8Array): boolean {
  for (let s = string - 1; s >= 0; s -= 1) {
    if (frets[s] === 0) return false;
    if (fingers[s] === 1) return true;
  }
  return false;
}

/** Codes as typed values, lowest string first. */
export function typedStops(codes: Int8Array): readonly Stop[] {
  const stops: Stop[] = [];
  codes.forEach((code, string) => {
    if (code === 0) return;
    if (code === NOTHING) stops.push({ by: 'nothing', string });
    else if (code === PICKING_HAND) stops.push({ by: 'picking-hand', string });
    else if (code === BY_THUMB) stops.push({ by: 'thumb', string });
    else {
      const n = code > TIP ? code - TIP : code - FLAT;
      stops.push({ by: code > TIP ? 'tip' : 'flat', finger: n === THUMB ? 'T' : (n as Finger), string });
    }
  });
  return stops;
}

/** "flat of finger 1", "tip of finger 2", "thumb", "picking hand", "nothing". */
export function stopWords(stop: Stop): string {
  switch (stop.by) {
    case 'flat':
      return `flat of ${fingerWords(stop.finger)}`;
    case 'tip':
      return `tip of ${fingerWords(stop.finger)}`;
    case 'thumb':
      return 'thumb';
    case 'picking-hand':
      return 'picking hand';
    case 'nothing':
      return 'nothing';
    default:
      return unreachable(stop);
  }
}

/** "finger 1", "thumb". */
export function fingerWords(finger: Finger): string {
  return finger === 'T' ? 'thumb' : `finger ${finger}`;
}

/** An open string of the grip before that goes on sounding because nothing of the next grip touches it. */
export interface RingingString {
  readonly string: number;
  /** Null when the picking hand can be laid on it; it must be done on purpose. */
  readonly stoppedBy: 'picking-hand' | 'thumb' | null;
}

/**
 * Open strings of the grip before that are not part of the next one and that its fretting fingers leave alone.
 * A fretted note ends when its finger lifts; an open string goes on until something touches it (common practice).
 */
export function ringsOn(before: Grip, now: { grip: Grip; hold: Hold } | null): readonly RingingString[] {
  if (now === null) {
    return before.flatMap((fret, string): RingingString[] =>
      fret === 0 ? [{ string, stoppedBy: 'picking-hand' }] : [],
    );
  }
  const stops = new Map(stopsOf(now.grip, now.hold).map((stop) => [stop.string, stop]));
  return before.flatMap((fret, string): RingingString[] => {
    if (fret !== 0 || now.grip[string] !== null) return [];
    const stop = stops.get(string);
    if (stop === undefined || stop.by === 'nothing') return [{ string, stoppedBy: null }];
    if (stop.by === 'picking-hand' || stop.by === 'thumb') return [{ string, stoppedBy: stop.by }];
    return [];
  });
}
