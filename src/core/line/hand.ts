import { shiftSeconds, type Hand } from '../grip/index';
import { spanMm, usableFrets, type Instrument } from '../instrument/index';
import type { LineStep } from './line';

/** A change of the hand's place within a line: from the step before to step `to`. */
export interface LineMove {
  readonly to: number;
  /** Frets the index finger goes, and how far that is. */
  readonly frets: number;
  readonly mm: number;
  /** Least time it takes, in seconds. */
  readonly seconds: number;
}

/** Where the hand is over a line: the fret of the index finger at each step (null: it does not matter). */
export interface LineHand {
  readonly places: readonly (number | null)[];
  readonly moves: readonly LineMove[];
}

/** A stretched little finger costs as much as going this far (common practice: shift rather than strain). */
const STRETCH_MM = 12;
/** Letting go and landing costs as much as this even where the way is short; a slide is this share of a shift (taste, ours). */
const LANDING_MM = 4;
const SLIDE_SHARE = 0.25;

/**
 * The way over the neck with the least shifting: a finger a fret from the index on, the little finger one fret further
 * when the hand is wide enough; open strings, harmonics and dead notes ask for nothing; a slide takes the hand along.
 * `steps` are all of them in time order, over bar lines.
 */
export function lineHand(steps: readonly LineStep[], instrument: Instrument, hand: Hand): LineHand {
  const last = Math.max(1, usableFrets(instrument));
  // Cheapest cost to be at each fret, and where it came from, step by step.
  let costs: number[] = Array.from({ length: last + 1 }, () => 0);
  const from: number[][] = [];
  const needs = steps.map(fretsOf);
  for (const [i, frets] of needs.entries()) {
    const slid = steps[i]!.notes.some((n) => n.reached === 'slide');
    const next = Array.from({ length: last + 1 }, () => Infinity);
    const came = Array.from({ length: last + 1 }, () => 0);
    for (let place = 1; place <= last; place += 1) {
      const own = placeCost(frets, place, { instrument, hand });
      if (own === Infinity) continue;
      for (let before = 1; before <= last; before += 1) {
        const way =
          before === place ? 0 : spanMm(instrument, before, place) * (slid ? SLIDE_SHARE : 1) + LANDING_MM;
        const cost = costs[before]! + way + own;
        if (cost < next[place]!) {
          next[place] = cost;
          came[place] = before;
        }
      }
    }
    // Two notes no hand reaches at once: stay wherever we are; the findings say that it cannot be held.
    if (next.every((c) => c === Infinity)) from.push(costs.map((_, p) => p));
    else {
      costs = next;
      from.push(came);
    }
  }
  const path: number[] = [];
  let at = costs.indexOf(Math.min(...costs.slice(1)), 1);
  for (let i = steps.length - 1; i >= 0; i -= 1) {
    path[i] = at;
    at = from[i]![at]!;
  }
  const places = path.map((p, i) => (needs[i]!.length === 0 ? null : p));
  const moves = path.flatMap((place, i): LineMove[] => {
    const before = path[i - 1];
    if (before === undefined || before === place || steps[i]!.notes.some((n) => n.reached === 'slide'))
      return [];
    const mm = spanMm(instrument, before, place);
    return [{ to: i, frets: Math.abs(place - before), mm, seconds: shiftSeconds(mm, 1) }];
  });
  return { places, moves };
}

/** Frets a finger must press for a step, a trill's second one included. */
function fretsOf(step: LineStep): readonly number[] {
  return step.notes.flatMap((note) => {
    if (note.fret === null || note.fret === 0 || note.harmonic === 'natural') return [];
    return note.trill === null || note.trill === 0 ? [note.fret] : [note.fret, note.trill];
  });
}

function placeCost(
  frets: readonly number[],
  place: number,
  { instrument, hand }: { instrument: Instrument; hand: Hand },
): number {
  let cost = 0;
  for (const fret of frets) {
    if (fret < place) return Infinity;
    if (spanMm(instrument, place, fret) > hand.spreadMm['14']) return Infinity;
    if (fret > place + 4) return Infinity;
    if (fret === place + 4) cost += STRETCH_MM;
  }
  return cost;
}
