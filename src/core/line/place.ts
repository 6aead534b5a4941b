import type { Hand } from '../grip/index';
import { openStrings, spanMm, usableFrets, type Fret, type Instrument } from '../instrument/index';
import type { Midi } from '../pitch/index';

/** A pitch on a string. */
export interface Spot {
  /** From 0, the lowest. */
  readonly string: number;
  readonly fret: Fret;
}

/** Taste, ours: crossing a string costs as much as going this many mm; staying near the nut a little less than going up. */
const STRING_MM = 6;
const UP_THE_NECK_MM = 0.6;
/** Up to this share of a hand's spread the fingers do it, at this share of what a move of the hand would cost. */
const CLOSE_SHARE = 0.8;
const FINGERS_SHARE = 0.3;
/** What is left of a move of the hand while an open string sounds. */
const OPEN_SHARE = 0.7;

/**
 * Strings and frets for a melody with the least way over the neck (within a hand, `hand.spreadMm['14']`, notes lie
 * close). Null when one of the pitches is not on this instrument. `near`: the fret to begin around, or null.
 */
export function placeMelody(
  pitches: readonly Midi[],
  options: { instrument: Instrument; hand: Hand; near: number | null },
): readonly Spot[] | null {
  const { instrument, hand, near } = options;
  const open = openStrings(instrument).map((m) => m + instrument.capo);
  const last = usableFrets(instrument);
  const all = pitches.map((pitch) =>
    open.flatMap((base, string): Spot[] => {
      const fret = pitch - base;
      return fret < 0 || fret > last ? [] : [{ string, fret: fret as Fret }];
    }),
  );
  if (all.some((list) => list.length === 0)) return null;
  // Over an open string the hand waits somewhere: wherever the line is fretted.
  const hands = [...new Set(all.flatMap((list) => list.map(({ fret }) => fret)))].filter((fret) => fret > 0);
  const choices = all.map((list) =>
    list.flatMap((spot): Place[] =>
      spot.fret > 0 || hands.length === 0
        ? [{ spot, hand: spot.fret }]
        : hands.map((hand) => ({ spot, hand })),
    ),
  );
  let costs: number[] = [];
  const from: number[][] = [];
  choices.forEach((list, i) => {
    const before = choices[i - 1];
    const next: number[] = [];
    const came: number[] = [];
    list.forEach(({ spot, hand: at }, n) => {
      const own = at * UP_THE_NECK_MM + (before || near === null ? 0 : mm(instrument, near, spot.fret));
      if (!before) {
        next[n] = own;
        came[n] = 0;
        return;
      }
      next[n] = Infinity;
      before.forEach((was, k) => {
        const far = mm(instrument, was.hand, at);
        // Within a hand the fingers do it; beyond, the hand must move, for which an open string leaves it time.
        const isClose = far <= hand.spreadMm['14'] * CLOSE_SHARE;
        const way = isClose ? far * FINGERS_SHARE : far * (spot.fret === 0 ? OPEN_SHARE : 1);
        const cost = costs[k]! + own + way + STRING_MM * Math.abs(spot.string - was.spot.string);
        if (cost < next[n]!) {
          next[n] = cost;
          came[n] = k;
        }
      });
    });
    costs = next;
    from.push(came);
  });
  const spots: Spot[] = [];
  let at = costs.indexOf(Math.min(...costs));
  for (let i = choices.length - 1; i >= 0; i -= 1) {
    spots[i] = choices[i]![at]!.spot;
    at = from[i]![at]!;
  }
  return spots;
}

/** A spot, and the fret around which the hand is meanwhile. */
interface Place {
  readonly spot: Spot;
  readonly hand: number;
}

function mm(instrument: Instrument, a: number, b: number): number {
  return a === b ? 0 : spanMm(instrument, Math.min(a, b), Math.max(a, b));
}
