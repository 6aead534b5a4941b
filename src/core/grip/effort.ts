import { fretMm, type Instrument } from '../instrument/index';
import { sameGrip, type Grip } from './grip';
import type { Hand } from './hand';
import type { Hold } from './hold';
import type { Stop } from './stops';

/**
 * How hard a grip is to hold, about 0 (one open string) to 3 (a wide four-finger barre). Numbers of taste,
 * common practice: reach counts most, then fingers, barres, strings nothing stops, and notes high up the neck.
 */
export function effortOf(
  hold: Hold,
  options: { stops: readonly Stop[]; instrument: Instrument; hand: Hand },
): number {
  const reach = hold.reachMm / options.hand.spreadMm['14'];
  const barred = hold.presses.filter((p) => p.to > p.from);
  const barre = barred.reduce((sum, p) => sum + (p.finger === 1 ? 0.1 : 0.25) + 0.04 * (p.to - p.from), 0);
  const unstopped = options.stops.filter((s) => s.by === 'nothing').length;
  const strings = options.stops.map((s) => s.string);
  const outer = sounding(hold.fingers.length, strings);
  const inner = strings.filter((s) => s > outer.lowest && s < outer.highest).length;
  const highest = Math.max(0, ...hold.presses.map((p) => p.fret));
  const high = Math.max(0, highest - 7) * 0.025 + Math.max(0, highest - 12) * 0.05;
  const effort =
    1.2 * reach * reach +
    0.12 * hold.presses.length +
    barre +
    0.5 * unstopped +
    (hold.fingers.length - strings.length > 2 ? 0.5 : 0.25) * inner +
    high;
  return Math.round(effort * 1000) / 1000;
}

/** Outermost sounding strings, from how many there are and which are silent. */
function sounding(count: number, silent: readonly number[]): { lowest: number; highest: number } {
  const heard = Array.from({ length: count }, (_, s) => s).filter((s) => !silent.includes(s));
  return { lowest: heard[0] ?? 0, highest: heard.at(-1) ?? 0 };
}

/** The way from one grip to the next. */
export interface Shift {
  /** How far the hand moves along the neck, in mm and in frets; 0 when either grip needs no hand position. */
  readonly mm: number;
  readonly frets: number;
  /** Strings where the same finger could stay on the same fret. */
  readonly kept: number;
}

/** Where the hand sits is taken from the lowest fretted fret of each grip (the capo counted in mm). */
export function shiftBetween(from: Grip, to: Grip, instrument: Instrument): Shift {
  if (sameGrip(from, to)) return { mm: 0, frets: 0, kept: from.filter((f) => f !== null && f > 0).length };
  const a = handFret(from);
  const b = handFret(to);
  const kept = from.filter((fret, i) => fret !== null && fret > 0 && fret === to[i]).length;
  if (a === null || b === null) return { mm: 0, frets: 0, kept };
  const { scaleMm, capo } = instrument;
  return {
    mm: Math.abs(fretMm(scaleMm, capo + a) - fretMm(scaleMm, capo + b)),
    frets: Math.abs(a - b),
    kept,
  };
}

/** Lowest fretted fret, or null when nothing is fretted. */
export function handFret(grip: Grip): number | null {
  let lowest: number | null = null;
  for (const fret of grip) if (fret !== null && fret > 0 && (lowest === null || fret < lowest)) lowest = fret;
  return lowest;
}
