import { shiftSeconds, stretchedHand, type Hand } from '../grip/index';
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

/** A note that the hand reaches only at a stretch from where it is. */
export interface LineStretch {
  readonly at: number;
  /** The fret of the index finger and of the note, and how far they are apart. */
  readonly place: number;
  readonly fret: number;
  readonly mm: number;
  /** How long going there instead would take at least, in seconds. */
  readonly seconds: number;
}

/** Where the hand is over a line: the fret of the index finger at each step (null: it does not matter). */
export interface LineHand {
  readonly places: readonly (number | null)[];
  readonly moves: readonly LineMove[];
  readonly stretches: readonly LineStretch[];
}

/** A little finger one fret further out costs as much as going this far, at a stretch as much as that (common practice). */
const STRETCH_MM = 12;
const WIDE_MM = 30;
/** So far the hand glides under the note before it, without letting go (common practice). */
const GLIDE_MM = 20;
/** Letting go and landing costs as much as this even where the way is short; a slide is this share of a shift (taste, ours). */
const LANDING_MM = 4;
const SLIDE_SHARE = 0.25;

/**
 * The way over the neck with the least shifting: a finger a fret from the index on, the little finger one fret further
 * when the hand is wide enough or stretches; open strings, harmonics and dead notes ask for nothing; a slide takes the
 * hand along. `steps` are all of them in time order, over bar lines.
 */
export function lineHand(steps: readonly LineStep[], instrument: Instrument, hand: Hand): LineHand {
  const last = Math.max(1, usableFrets(instrument));
  const xs = Array.from({ length: last + 1 }, (_, fret) => spanMm(instrument, 0, fret));
  const needs = steps.map(fretsOf);
  const stay = Uint8Array.from(xs, (_, fret) => fret);
  // Cheapest cost to be at each fret, and where it came from, step by step.
  let costs = new Float64Array(last + 1);
  const from: Uint8Array[] = [];
  for (const [i, frets] of needs.entries()) {
    const slid = steps[i]!.notes.some((n) => n.reached === 'slide');
    const came = stay.slice();
    const way = cheapestWays(costs, came, { xs, share: slid ? SLIDE_SHARE : 1 });
    let isReached = false;
    for (let place = 1; place <= last; place += 1) {
      way[place]! += placeCost(frets, place, { xs, hand });
      isReached ||= way[place]! < Infinity;
    }
    // Two notes no hand reaches at once: stay wherever we are; the findings say that it cannot be held.
    from.push(isReached ? came : stay);
    if (isReached) costs = way;
  }
  const path: number[] = [];
  let at = costs.indexOf(Math.min(...costs.slice(1)), 1);
  for (let i = steps.length - 1; i >= 0; i -= 1) {
    path[i] = at;
    at = from[i]![at]!;
  }
  const places = path.map((p, i) => (needs[i]!.length === 0 ? null : p));
  // While nothing is fretted the hand is on its way: a move goes from one fretted note to the next.
  const moves: LineMove[] = [];
  let before: number | null = null;
  for (const [i, place] of places.entries()) {
    if (place === null) continue;
    const slid = steps[i]!.notes.some((n) => n.reached === 'slide');
    if (before !== null && before !== place && !slid) {
      const mm = Math.abs(xs[place]! - xs[before]!);
      const seconds = shiftSeconds(Math.max(0, mm - GLIDE_MM), 1);
      moves.push({ to: i, frets: Math.abs(place - before), mm, seconds });
    }
    before = place;
  }
  const stretches = path.flatMap((place, i): LineStretch[] => {
    const fret = Math.max(0, ...needs[i]!);
    const mm = fret <= place ? 0 : xs[fret]! - xs[place]!;
    if (mm <= hand.spreadMm['14']) return [];
    const nearer = xs.findIndex((x) => xs[fret]! - x <= hand.spreadMm['14']);
    return [{ at: i, place, fret, mm, seconds: shiftSeconds(xs[nearer]! - xs[place]!, 1) }];
  });
  return { places, moves, stretches };
}

/** The cheapest way to each fret from wherever it is cheapest to have been; `came` takes from where, of equal ones the lower. */
function cheapestWays(
  costs: Float64Array<ArrayBuffer>,
  came: Uint8Array,
  { xs, share }: { readonly xs: readonly number[]; readonly share: number },
): Float64Array<ArrayBuffer> {
  const last = xs.length - 1;
  const way = costs.slice();
  // What comes from below, fret by fret, then what comes from above.
  let [cost, origin] = [Infinity, 0];
  for (let fret = 2; fret <= last; fret += 1) {
    if (costs[fret - 1]! < cost) [cost, origin] = [costs[fret - 1]!, fret - 1];
    cost += (xs[fret]! - xs[fret - 1]!) * share;
    if (cost + LANDING_MM <= way[fret]!) [way[fret], came[fret]] = [cost + LANDING_MM, origin];
  }
  [cost, origin] = [Infinity, 0];
  for (let fret = last - 1; fret >= 1; fret -= 1) {
    if (costs[fret + 1]! <= cost) [cost, origin] = [costs[fret + 1]!, fret + 1];
    cost += (xs[fret + 1]! - xs[fret]!) * share;
    if (cost + LANDING_MM < way[fret]!) [way[fret], came[fret]] = [cost + LANDING_MM, origin];
  }
  return way;
}

/** Frets a finger must press for a step, a trill's second one and a short note before it included; taps are the other hand's. */
function fretsOf(step: LineStep): readonly number[] {
  return step.notes.flatMap((note) => {
    if (note.fret === null || note.harmonic === 'natural' || note.reached === 'tap') return [];
    return [note.fret, note.trill ?? 0, note.grace?.reached === 'slide' ? 0 : (note.grace?.fret ?? 0)].filter(
      (fret) => fret > 0,
    );
  });
}

function placeCost(
  frets: readonly number[],
  place: number,
  { xs, hand }: { xs: readonly number[]; hand: Hand },
): number {
  const ease = hand.spreadMm['14'];
  const most = stretchedHand(hand).spreadMm['14'];
  let cost = 0;
  for (const fret of frets) {
    if (fret < place || fret > place + 4) return Infinity;
    const mm = xs[fret]! - xs[place]!;
    if (mm > most) return Infinity;
    if (mm > ease) cost += WIDE_MM;
    else if (fret === place + 4) cost += STRETCH_MM;
  }
  return cost;
}
