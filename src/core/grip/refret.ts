import { openStrings, usableFrets, type Fret, type Instrument } from '../instrument/index';
import type { Midi } from '../pitch/index';
import { handFret, type Grip } from './grip';
import type { Hand } from './hand';
import { fretArray } from './hold';
import { findPresses, found, mmBetween, reachFor, SILENT } from './press';

/** One way to hold some pitches, and how far from the wanted place and how awkward it is (lower is better). */
interface Fretting {
  readonly grip: Grip;
  readonly cost: number;
}

/**
 * The same pitches on this instrument, held as near as possible to fret `near` (null: as low as possible).
 * Null when a hand cannot hold them anywhere. `pitches` are taken lowest first, one string each.
 */
export function refret(
  pitches: readonly Midi[],
  options: { instrument: Instrument; hand: Hand; near: number | null },
): Grip | null {
  return allFrettings(pitches, options)[0] ?? null;
}

/** Every way this hand can hold the pitches on this instrument, nearest to fret `near` and least awkward first. */
export function allFrettings(
  pitches: readonly Midi[],
  options: { instrument: Instrument; hand: Hand; near: number | null },
): readonly Grip[] {
  const { instrument, hand, near } = options;
  const reach = reachFor(instrument, hand);
  const open = openStrings(instrument).map((m) => m + instrument.capo);
  const highest = usableFrets(instrument);
  const sorted = [...pitches].sort((a, b) => a - b);
  const grip: (Fret | null)[] = open.map(() => null);
  const ways: Fretting[] = [];

  const place = (note: number, fromString: number): void => {
    if (note === sorted.length) {
      if (findPresses(fretArray(grip), reach) === Infinity) return;
      const at = handFret(grip) ?? 0;
      const opensUnderHand = grip.includes(0 as Fret) && at > OPEN_BESIDE_UP_TO ? OPEN_UNDER_HAND : 0;
      const cost = Math.abs(at - (near ?? 0)) + reachOfFound(reach) / 50 + 2 * gaps(grip) + opensUnderHand;
      ways.push({ grip: [...grip], cost });
      return;
    }
    for (let s = fromString; s < open.length; s += 1) {
      const fret = sorted[note]! - open[s]!;
      if (fret < 0 || fret > highest) continue;
      grip[s] = fret as Fret;
      place(note + 1, s + 1);
      grip[s] = null;
    }
  };
  if (sorted.length <= open.length) place(0, 0);
  return ways.sort((a, b) => a.cost - b.cost || compare(a.grip, b.grip)).map((way) => way.grip);
}

/** An open string beside a hand higher up than this is a last resort for notes that had no open string. */
const OPEN_BESIDE_UP_TO = 4;
const OPEN_UNDER_HAND = 5;

function reachOfFound(reach: Parameters<typeof mmBetween>[0]): number {
  if (found.count === 0) return 0;
  let low = found.fret[0]!;
  let high = low;
  for (let i = 1; i < found.count; i += 1) {
    low = Math.min(low, found.fret[i]!);
    high = Math.max(high, found.fret[i]!);
  }
  return mmBetween(reach, low, high);
}

function gaps(grip: Grip): number {
  const heard = grip.flatMap((fret, s) => (fret === null ? [] : [s]));
  return heard.length === 0 ? 0 : heard.at(-1)! - heard[0]! + 1 - heard.length;
}

function compare(a: Grip, b: Grip): number {
  for (let s = 0; s < a.length; s += 1) {
    const d = (a[s] ?? SILENT) - (b[s] ?? SILENT);
    if (d !== 0) return d;
  }
  return 0;
}
