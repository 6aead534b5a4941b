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

type Group = Omit<Press, 'finger'>;

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
  const fretted = grip.flatMap((fret, string) => (fret !== null && fret > 0 ? [{ fret, string }] : []));
  if (fretted.length === 0) return ok({ presses: [], fingers: grip.map(() => null), reachMm: 0 });

  let best: { presses: readonly Press[]; cost: number } | null = null;
  let refusal: Refusal | null = null;
  for (const groups of groupings(grip)) {
    const answer = assign(groups, { grip, instrument, hand });
    if ('cost' in answer) {
      if (best === null || answer.cost < best.cost) best = answer;
    } else if (refusal === null || answer.overMm < refusal.overMm) refusal = answer;
  }
  if (best === null && hand.thumb) best = withThumb(grip, instrument, hand);
  if (best === null) return fail(refusal?.reason ?? 'needs more than four fingers');
  const presses = best.presses;
  return ok({ presses, fingers: fingersOf(grip, presses), reachMm: reachOf(presses, instrument) });
}

interface Refusal {
  readonly reason: string;
  readonly overMm: number;
}

/**
 * Every way to cover the fretted strings with single presses and barres. A barre may pass strings fretted higher,
 * never an open, a silent or a lower one.
 */
function groupings(grip: Grip): readonly (readonly Group[])[] {
  const byFret = new Map<Fret, number[]>();
  grip.forEach((fret, string) => {
    if (fret !== null && fret > 0) byFret.set(fret, [...(byFret.get(fret) ?? []), string]);
  });
  let all: Group[][] = [[]];
  for (const [fret, strings] of [...byFret].sort((a, b) => a[0] - b[0])) {
    const ways = runs(strings, (from, to) => canBarre(grip, fret, from, to));
    all = all.flatMap((done) =>
      ways.map((way) => [...done, ...way.map(([from, to]): Group => ({ fret, from, to }))]),
    );
  }
  return all.filter((groups) => groups.length <= 5);
}

/** All cuts of a list of strings into consecutive runs, each run allowed by `may` when it holds more than one. */
function runs(strings: readonly number[], may: (from: number, to: number) => boolean): [number, number][][] {
  if (strings.length === 0) return [[]];
  const list: [number, number][][] = [];
  for (let n = 1; n <= strings.length; n += 1) {
    const from = strings[0]!;
    const to = strings[n - 1]!;
    if (n > 1 && !may(from, to)) break;
    for (const rest of runs(strings.slice(n), may)) list.push([[from, to], ...rest]);
  }
  return list;
}

function canBarre(grip: Grip, fret: Fret, from: number, to: number): boolean {
  for (let s = from; s <= to; s += 1) {
    const here = grip[s] ?? null;
    if (here === null || here < fret) return false;
  }
  return true;
}

/** Fingers rise with the frets, and along one fret from the lowest string to the highest. */
function assign(
  groups: readonly Group[],
  context: { grip: Grip; instrument: Instrument; hand: Hand },
): { presses: readonly Press[]; cost: number } | Refusal {
  const { grip, instrument, hand } = context;
  if (groups.length > 4) return { reason: 'needs more than four fingers', overMm: 1000 + groups.length };
  let best: { presses: readonly Press[]; cost: number } | null = null;
  let refusal: Refusal = { reason: 'needs more than four fingers', overMm: 1000 };
  for (const fingers of CHOICES[groups.length]!) {
    const presses = groups.map((group, i): Press => ({ ...group, finger: fingers[i]! }));
    const tooWide = firstTooWide(presses, instrument, hand);
    if (tooWide) {
      if (tooWide.overMm < refusal.overMm) refusal = tooWide;
      continue;
    }
    const cost = awkwardness(presses, grip);
    if (best === null || cost < best.cost) best = { presses, cost };
  }
  return best ?? refusal;
}

function firstTooWide(presses: readonly Press[], instrument: Instrument, hand: Hand): Refusal | null {
  let worst: Refusal | null = null;
  for (let i = 0; i < presses.length; i += 1) {
    for (let j = i + 1; j < presses.length; j += 1) {
      const a = presses[i]!;
      const b = presses[j]!;
      if (a.finger === 'T' || b.finger === 'T') continue;
      const mm = spanMm(instrument, a.fret, b.fret);
      const limit = spreadLimitMm(hand, a.finger, b.finger);
      if (mm > limit && (worst === null || mm - limit > worst.overMm)) {
        worst = {
          overMm: mm - limit,
          reason: `reach ${Math.round(mm)} mm from fret ${a.fret} to ${b.fret}, over ${limit} mm for fingers ${a.finger} and ${b.finger}`,
        };
      }
    }
  }
  return worst;
}

/** Unnatural spacing, barres away from the first finger, and starting late on the hand all cost (common practice). */
function awkwardness(presses: readonly Press[], grip: Grip): number {
  let cost = 0;
  presses.forEach((press, i) => {
    const finger = press.finger as number;
    const strings = press.to - press.from + 1;
    if (strings > 1) {
      cost += finger === 1 ? 0.8 : finger === 2 ? 2.5 : strings === 2 ? 1 : 1.2;
      // A barre that must leave a higher open string alone is pressed with the fingertip only.
      if (grip.slice(press.to + 1).includes(0 as Fret)) cost += 1;
    }
    if (i === 0) cost += 0.3 * (finger - 1);
    else {
      const before = presses[i - 1]!;
      cost += 0.5 * Math.abs(finger - (before.finger as number) - Math.max(1, press.fret - before.fret));
      // Two fingers side by side at one fret lie badly on strings far apart.
      if (press.fret === before.fret) cost += 0.2 * Math.max(0, press.from - before.to - 2);
    }
    cost += 0.6;
  });
  return cost;
}

/** Thumb on the lowest string, the rest by fingers; only within 45 mm of the first finger (common practice). */
function withThumb(
  grip: Grip,
  instrument: Instrument,
  hand: Hand,
): { presses: readonly Press[]; cost: number } | null {
  const low = grip[0] ?? null;
  if (low === null || low === 0 || instrument.kind !== 'guitar') return null;
  const rest = holdGrip([null, ...grip.slice(1)], instrument, { ...hand, thumb: false });
  if (!rest.ok || rest.value.presses.length === 0) return null;
  const first = Math.min(...rest.value.presses.map((press) => press.fret));
  if (spanMm(instrument, first, low) > 45) return null;
  return { presses: [{ finger: 'T', fret: low, from: 0, to: 0 }, ...rest.value.presses], cost: 5 };
}

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

/** Increasing fingers for 0 … 4 presses. */
const CHOICES: readonly (readonly (readonly Finger[])[])[] = [
  [[]],
  [[1], [2], [3], [4]],
  [
    [1, 2],
    [1, 3],
    [1, 4],
    [2, 3],
    [2, 4],
    [3, 4],
  ],
  [
    [1, 2, 3],
    [1, 2, 4],
    [1, 3, 4],
    [2, 3, 4],
  ],
  [[1, 2, 3, 4]],
];
