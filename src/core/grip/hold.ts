import { fail, ok, type Result } from '../base/index';
import { spanMm, type Fret, type Instrument } from '../instrument/index';
import { missingFret, type Grip } from './grip';
import { spreadLimitMm, type Hand } from './hand';

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
  const notes = frettedNotes(grip);
  if (notes.length === 0) return ok({ presses: [], fingers: grip.map(() => null), reachMm: 0 });
  const search = { grip, notes, instrument, hand };
  const presses = finger(search, 'within-limits') ?? (hand.thumb ? withThumb(grip, instrument, hand) : null);
  if (presses === null) return fail(refusal(search));
  return ok({ presses, fingers: fingersOf(grip, presses), reachMm: reachOf(presses, instrument) });
}

interface Note {
  readonly fret: Fret;
  readonly string: number;
}

interface Search {
  readonly grip: Grip;
  readonly notes: readonly Note[];
  readonly instrument: Instrument;
  readonly hand: Hand;
}

/** Fretted strings by fret, then from the lowest string up: the order in which fingers are given out. */
function frettedNotes(grip: Grip): readonly Note[] {
  const notes: Note[] = [];
  grip.forEach((fret, string) => {
    if (fret !== null && fret > 0) notes.push({ fret, string });
  });
  return notes.sort((a, b) => a.fret - b.fret || a.string - b.string);
}

/**
 * Depth-first over single presses and barres, fingers rising with the frets and along one fret from the lowest string
 * up; cut where it already costs more than the best. `at-any-reach` weighs what is over the limits instead of
 * refusing it, to find the nearest miss. Null when four fingers are not enough.
 */
function finger(search: Search, mode: 'within-limits' | 'at-any-reach'): readonly Press[] | null {
  const { grip, notes, instrument, hand } = search;
  let best: readonly Press[] | null = null;
  let bestCost = Infinity;
  const presses: Press[] = [];

  const next = (from: number, cost: number): void => {
    if (cost >= bestCost) return;
    if (from === notes.length) {
      best = [...presses];
      bestCost = cost;
      return;
    }
    const { fret, string } = notes[from]!;
    const last = presses.at(-1);
    const first = last === undefined ? 1 : (last.finger as number) + 1;
    for (let to = from; to < notes.length && notes[to]!.fret === fret; to += 1) {
      const end = notes[to]!.string;
      if (to > from && !canBarre(grip, fret, string, end)) break;
      for (let f = first; f <= 4; f += 1) {
        const press: Press = { finger: f as Finger, fret, from: string, to: end };
        let over = 0;
        for (const other of presses) {
          const mm = spanMm(instrument, other.fret, fret) - spreadLimitMm(hand, other.finger as number, f);
          if (mm > over) over = mm;
        }
        if (over > 0 && mode === 'within-limits') continue;
        presses.push(press);
        next(to + 1, cost + awkwardness(press, last, grip) + 100 * over);
        presses.pop();
      }
    }
  };
  next(0, 0);
  return best;
}

/** A barre may pass strings fretted higher, never an open, a silent or a lower one. */
function canBarre(grip: Grip, fret: Fret, from: number, to: number): boolean {
  for (let s = from; s <= to; s += 1) {
    const here = grip[s] ?? null;
    if (here === null || here < fret) return false;
  }
  return true;
}

/** Unnatural spacing, barres away from the first finger, and starting late on the hand all cost (common practice). */
function awkwardness(press: Press, before: Press | undefined, grip: Grip): number {
  const f = press.finger as number;
  const strings = press.to - press.from + 1;
  let cost = 0.6;
  if (strings > 1) {
    cost += f === 1 ? 0.8 : f === 2 ? 2.5 : strings === 2 ? 1 : 1.2;
    // A barre that must leave a higher open string alone is pressed with the fingertip only.
    if (grip.indexOf(0 as Fret, press.to + 1) >= 0) cost += 1;
  }
  if (before === undefined) return cost + 0.3 * (f - 1);
  cost += 0.5 * Math.abs(f - (before.finger as number) - Math.max(1, press.fret - before.fret));
  // Two fingers side by side at one fret lie badly on strings far apart.
  if (press.fret === before.fret) cost += 0.2 * Math.max(0, press.from - before.to - 2);
  return cost;
}

/** The nearest miss in words. */
function refusal(search: Search): string {
  const presses = finger(search, 'at-any-reach');
  if (presses === null) return 'needs more than four fingers';
  let worst: { over: number; words: string } | null = null;
  for (const a of presses) {
    for (const b of presses) {
      if (a === b || a.fret > b.fret) continue;
      const mm = spanMm(search.instrument, a.fret, b.fret);
      const limit = spreadLimitMm(search.hand, a.finger as number, b.finger as number);
      if (mm - limit > (worst?.over ?? 0)) {
        const words = `reach ${Math.round(mm)} mm from fret ${a.fret} to ${b.fret}, over ${limit} mm for fingers ${a.finger} and ${b.finger}`;
        worst = { over: mm - limit, words };
      }
    }
  }
  return worst?.words ?? 'needs more than four fingers';
}

/** Thumb on the lowest string, the rest by fingers; only within 45 mm of the first finger (common practice). */
function withThumb(grip: Grip, instrument: Instrument, hand: Hand): readonly Press[] | null {
  const low = grip[0] ?? null;
  if (low === null || low === 0 || instrument.kind !== 'guitar') return null;
  const rest = [null, ...grip.slice(1)];
  const presses = finger({ grip: rest, notes: frettedNotes(rest), instrument, hand }, 'within-limits');
  if (presses === null || presses.length === 0) return null;
  const first = Math.min(...presses.map((press) => press.fret));
  if (spanMm(instrument, first, low) > THUMB_MM) return null;
  return [{ finger: 'T', fret: low, from: 0, to: 0 }, ...presses];
}

/** How far along the neck the thumb may lie from the lowest finger. */
const THUMB_MM = 45;

function fingersOf(grip: Grip, presses: readonly Press[]): (Finger | null)[] {
  return grip.map((fret, string) => {
    if (fret === null || fret === 0) return null;
    return presses.find((p) => p.fret === fret && p.from <= string && string <= p.to)?.finger ?? null;
  });
}

function reachOf(presses: readonly Press[], instrument: Instrument): number {
  const frets = presses.map((press) => press.fret);
  return spanMm(instrument, Math.min(...frets), Math.max(...frets));
}
