import { holdWithin, shiftBetween, shiftSeconds, handFret, type Grip, type Hand } from '../grip/index';
import { openStrings, usableFrets, type Fret, type Instrument } from '../instrument/index';

/** Notes that are struck at once, and when. */
export interface PitchesAt {
  readonly seconds: number;
  /** One to as many as there are strings; the same pitch twice is two strings. */
  readonly pitches: readonly number[];
}

/** Where notes lie: the string (from 0, the lowest) and fret of each pitch, in the order they were given. */
export type Fretted = readonly { readonly string: number; readonly fret: Fret }[];

/**
 * Strings and frets for notes of which only the pitches are known: of all ways to play them on this instrument the one that
 * costs the hand least, exactly (dynamic programming over every way each chord can be held; what takes longer than there is
 * time costs most). Null for a chord that no hand holds. Costs are taste, ours: low positions, little reach, few moves.
 */
export function fretNotes(
  list: readonly PitchesAt[],
  { instrument, hand }: { instrument: Instrument; hand: Hand },
): readonly (Fretted | null)[] {
  const known = new Map<string, readonly Way[]>();
  const ways = list.map(({ pitches }) => {
    const id = pitches.join(' ');
    let found = known.get(id);
    if (!found) known.set(id, (found = waysFor(pitches, instrument, hand)));
    return found;
  });
  // Over open strings the hand waits where it is fretting elsewhere.
  const places = list.map((_, i): readonly Place[] => placesFor(ways, i));
  let costs: readonly number[] = [];
  let last = -1;
  const from: (readonly number[])[] = [];
  places.forEach((here, i) => {
    if (here.length === 0) {
      from.push([]);
      return;
    }
    const before = last < 0 ? null : places[last]!;
    const time = last < 0 ? Infinity : list[i]!.seconds - list[last]!.seconds;
    const came: number[] = [];
    costs = here.map((place, n) => {
      if (before === null) {
        came[n] = -1;
        return place.way.cost + PLACE_COST * place.hand;
      }
      let best = Infinity;
      before.forEach((was, k) => {
        const cost = costs[k]! + place.way.cost + moveCost(was, place, { instrument, hand, time });
        if (cost < best) {
          best = cost;
          came[n] = k;
        }
      });
      return best;
    });
    from.push(came);
    last = i;
  });
  const chosen: (Fretted | null)[] = list.map(() => null);
  let at = costs.indexOf(Math.min(...costs));
  for (let i = list.length - 1; i >= 0; i -= 1) {
    const place = places[i]![at];
    if (!place) continue;
    chosen[i] = place.way.fretted;
    at = from[i]![at]!;
  }
  return chosen;
}

/** What a choice costs in all; for comparing with other ways. Infinity where one of the chords cannot be held so. */
export function costOfFretted(
  list: readonly PitchesAt[],
  chosen: readonly Fretted[],
  { instrument, hand }: { instrument: Instrument; hand: Hand },
): number {
  const same = (a: Fretted, b: Fretted) =>
    a.length === b.length && a.every((one, i) => one.string === b[i]!.string && one.fret === b[i]!.fret);
  const ways = list.map(({ pitches }, i) =>
    waysFor(pitches, instrument, hand).filter((way) => same(way.fretted, chosen[i]!)),
  );
  if (ways.some((w) => w.length === 0)) return Infinity;
  const places = ways.map((_, i) => placesFor(ways, i));
  let costs = places[0]!.map((place) => place.way.cost + PLACE_COST * place.hand);
  for (let i = 1; i < places.length; i += 1) {
    const time = list[i]!.seconds - list[i - 1]!.seconds;
    costs = places[i]!.map((place) =>
      Math.min(
        ...places[i - 1]!.map(
          (was, k) => costs[k]! + place.way.cost + moveCost(was, place, { instrument, hand, time }),
        ),
      ),
    );
  }
  return Math.min(...costs);
}

interface Way {
  readonly fretted: Fretted;
  readonly grip: Grip;
  /** The lowest fretted fret; null where all strings are open. */
  readonly hand: number | null;
  readonly cost: number;
}

interface Place {
  readonly way: Way;
  readonly hand: number;
}

/** Most ways that are looked at for one chord, the cheapest first: no chord of six strings has more that are worth it. */
const MOST_WAYS = 16;
/** Taste, ours: a fret up the neck, a mm of reach, a string between, an open string beside a hand far up, a finger. */
const HIGH_COST = 0.6;
const REACH_COST = 0.25;
const GAP_COST = 8;
const OPEN_COST = 3;
const STRETCH_COST = 60;
/** A mm of a move that the fingers do, of one that moves the hand, a string that is crossed. */
const NEAR_COST = 0.3;
const FAR_COST = 1;
const STRING_COST = 4;
/** Of where the hand begins. */
const PLACE_COST = 0.2;
/** What a move costs that takes longer than there is time for it, for every tenth of the time. */
const LATE_COST = 25;

/** Every way to hold some pitches, the cheapest first. */
function waysFor(pitches: readonly number[], instrument: Instrument, hand: Hand): readonly Way[] {
  const open = openStrings(instrument).map((pitch) => pitch + instrument.capo);
  const last = usableFrets(instrument);
  if (pitches.length > open.length) return [];
  const ways: Way[] = [];
  const taken: { string: number; fret: Fret }[] = [];
  const place = (note: number): void => {
    if (note === pitches.length) {
      const way = wayOf([...taken], { instrument, hand, strings: open.length });
      if (way) ways.push(way);
      return;
    }
    open.forEach((base, string) => {
      const fret = pitches[note]! - base;
      if (fret < 0 || fret > last || taken.some((one) => one.string === string)) return;
      if (!isNear(taken, fret)) return;
      taken.push({ string, fret: fret as Fret });
      place(note + 1);
      taken.pop();
    });
  };
  place(0);
  return ways.sort((a, b) => a.cost - b.cost).slice(0, MOST_WAYS);
}

/** Farther apart than this no hand holds two frets. */
const WIDEST = 7;

function isNear(taken: readonly { readonly fret: number }[], fret: number): boolean {
  return fret === 0 || taken.every((one) => one.fret === 0 || Math.abs(one.fret - fret) <= WIDEST);
}

function wayOf(
  fretted: Fretted,
  { instrument, hand, strings }: { instrument: Instrument; hand: Hand; strings: number },
): Way | null {
  const grip: (Fret | null)[] = Array.from({ length: strings }, () => null);
  for (const { string, fret } of fretted) grip[string] = fret;
  const held = fretted.length === 1 ? null : holdWithin(grip, instrument, hand);
  if (held && (!held.ok || held.value.reach === 'out')) return null;
  const at = handFret(grip);
  const used = fretted.map((one) => one.string);
  const gaps = Math.max(...used) - Math.min(...used) + 1 - used.length;
  const opens = fretted.filter((one) => one.fret === 0).length;
  const reach = held?.ok ? held.value.hold.reachMm : 0;
  const cost =
    HIGH_COST * (at ?? 0) +
    REACH_COST * reach +
    (held?.ok && held.value.reach === 'stretch' ? STRETCH_COST : 0) +
    GAP_COST * gaps +
    OPEN_COST * opens * Math.max(0, (at ?? 0) - 4);
  return { fretted, grip, hand: at, cost };
}

/** A way with the fret the hand is at; where all strings are open it may wait wherever it is needed before or after. */
function placesFor(ways: readonly (readonly Way[])[], i: number): readonly Place[] {
  const waits = new Set<number>([1]);
  for (const side of [-1, 1]) {
    for (let n = i + side; n >= 0 && n < ways.length; n += side) {
      const hands = ways[n]!.flatMap((way) => (way.hand === null ? [] : [way.hand]));
      hands.forEach((fret) => waits.add(fret));
      if (hands.length > 0) break;
    }
  }
  return ways[i]!.flatMap((way) =>
    way.hand !== null ? [{ way, hand: way.hand }] : [...waits].map((hand) => ({ way, hand })),
  );
}

function moveCost(
  was: Place,
  next: Place,
  { instrument, hand, time }: { instrument: Instrument; hand: Hand; time: number },
): number {
  const [a, b] = [heldAt(was), heldAt(next)];
  const shift = shiftBetween(a, b, instrument);
  const isClose = shift.mm <= hand.spreadMm['14'] * 0.8;
  const strings = Math.abs(meanString(was.way) - meanString(next.way));
  const needed = shift.mm === 0 ? 0 : shiftSeconds(shift.mm, next.way.fretted.length);
  const late = needed > time ? LATE_COST * Math.min(20, (10 * (needed - time)) / Math.max(0.02, time)) : 0;
  return shift.mm * (isClose ? NEAR_COST : FAR_COST) + STRING_COST * strings + late;
}

/** A grip that stands for where the hand is: its own, or one finger where it waits. */
function heldAt({ way, hand }: Place): Grip {
  return way.hand !== null ? way.grip : [hand as Fret, ...way.grip.slice(1).map(() => null)];
}

function meanString({ fretted }: Way): number {
  return fretted.reduce((sum, one) => sum + one.string, 0) / fretted.length;
}
