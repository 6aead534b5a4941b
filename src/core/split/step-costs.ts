import { remember } from '../base/index';
import { bitCount, DEVICES } from '../grip/index';
import { spanMm, type Instrument } from '../instrument/index';
import type { Steps } from '../solver/index';
import { endOf, familyOf, REST_KIND, type Candidate } from './candidate';
import type { Costs } from './costs';
import type { Role } from './plan';
import * as w from './weights';

/** What a step of one player depends on besides the two candidates. */
export interface WayOf {
  readonly instrument: Instrument;
  readonly seconds: number;
  readonly role: Pick<Role, 'moving' | 'leading'>;
}

/** How little time a step has: half a second counts 1. */
function hurryOf(seconds: number): number {
  const { min, max } = w.HURRY_RANGE;
  return Math.min(max, Math.max(min, w.SHIFT_SECONDS / Math.max(0.05, seconds)));
}

/** What it costs to go from one candidate to the next, by name; nothing to and from a rest, or to the same grip. */
export function wayCosts(before: Candidate, after: Candidate, way: WayOf): Costs {
  const [from, to] = [endOf(before, 'last'), endOf(after, 'first')];
  if (from.known === null || to.known === null || from.id === to.id) return {};
  const { instrument, seconds, role } = way;
  const mm =
    from.hand === 0 || to.hand === 0 || from.hand === to.hand ? 0 : spanMm(instrument, from.hand, to.hand);
  const [a, b] = [from.known.grip, to.known.grip];
  let fresh = 0;
  b.forEach((fret, s) => {
    if (fret !== null && fret !== 0 && fret !== a[s]) fresh += 1;
  });
  const costs: Costs = {
    moving: role.moving,
    shift: Math.round(w.SHIFT_POINTS_PER_MM * mm * hurryOf(seconds)),
    fingers: w.NEW_STRING_POINTS * fresh,
    family: familyPoints(from, to),
    top: role.leading * Math.min(12, Math.abs(from.top - to.top)),
  };
  if (instrument.kind === 'bass') costs.leap = leapPoints(from, to);
  return costs;
}

function leapPoints(from: Candidate, to: Candidate): number {
  return w.LEAP_POINTS * Math.max(0, Math.min(12, Math.abs(from.low - to.low)) - w.LEAP_FROM);
}

function familyPoints(from: Candidate, to: Candidate): number {
  if (from.kind === to.kind) return 0;
  return w.DEVICE_CHANGE_POINTS + (from.family === to.family ? 0 : w.FAMILY_CHANGE_POINTS);
}

const { NEW_STRING_POINTS, DEVICE_CHANGE_POINTS, FAMILY_CHANGE_POINTS } = w;

/** Fast twin of `wayCosts` (see the tests), from numbers alone. */
function stepPoints(
  before: Candidate,
  after: Candidate,
  { role, spans, isBass }: { role: WayOf['role']; spans: Float64Array; isBass: boolean },
): number {
  const a = before.steps === null ? before : before.steps.at(-1)!.candidate;
  const b = after.steps === null ? after : after.steps[0]!.candidate;
  if (a.id === b.id || a.known === null || b.known === null) return 0;
  const up = a.top > b.top ? a.top - b.top : b.top - a.top;
  const hands = ((a.hand > HIGHEST ? HIGHEST : a.hand) << 5) + (b.hand > HIGHEST ? HIGHEST : b.hand);
  let points = role.moving + spans[hands]! + role.leading * (up > 12 ? 12 : up);
  if (a.kind !== b.kind) {
    points += DEVICE_CHANGE_POINTS + (a.family === b.family ? 0 : FAMILY_CHANGE_POINTS);
  }
  if (isBass) points += leapPoints(a, b);
  // A string counts when it is fretted (2 and up in its five bits) and was not fretted there before.
  let here = b.id;
  let differs = here ^ a.id;
  while (differs !== 0) {
    if ((here & 31) > 1 && (differs & 31) !== 0) points += NEW_STRING_POINTS;
    here >>>= 5;
    differs >>>= 5;
  }
  return points;
}

/** What steps from and to some candidates depend on, in columns: a table of steps is made many at a time. */
interface Ends {
  readonly id: Int32Array;
  readonly top: Int32Array;
  readonly low: Int32Array;
  readonly hand: Int32Array;
  readonly kind: Int32Array;
  readonly family: Int32Array;
  /** Fretted strings, the lowest of each string's five bits. */
  readonly fretted: Int32Array;
  readonly plays: Int32Array;
}

function endsOf(list: readonly Candidate[], which: 'first' | 'last'): Ends {
  const column = () => new Int32Array(list.length);
  const ends: Ends = {
    id: column(),
    top: column(),
    low: column(),
    hand: column(),
    kind: column(),
    family: column(),
    fretted: column(),
    plays: column(),
  };
  for (let i = 0; i < list.length; i += 1) {
    const one = list[i]!;
    const { id, top, low, hand, kind, family, known } = one.steps === null ? one : endOf(one, which);
    ends.id[i] = id;
    ends.top[i] = top;
    ends.low[i] = low;
    ends.hand[i] = hand > HIGHEST ? HIGHEST : hand;
    ends.kind[i] = kind;
    ends.family[i] = family;
    ends.fretted[i] = frettedIn(id);
    ends.plays[i] = known === null ? 0 : 1;
  }
  return ends;
}

/** Two and up in its five bits is a fretted string. */
function frettedIn(id: number): number {
  return ((id >>> 1) | (id >>> 2) | (id >>> 3) | (id >>> 4)) & EACH_STRING;
}

const EACH_STRING = 0b00001_00001_00001_00001_00001_00001;

/** The table of `stepPoints`, row by row of where a step comes from. */
function stepTable(
  from: readonly Candidate[],
  to: readonly Candidate[],
  { role, spans, isBass }: { role: WayOf['role']; spans: Float64Array; isBass: boolean },
): Float64Array {
  const table = new Float64Array(from.length * to.length);
  const [a, b] = [endsOf(from, 'last'), endsOf(to, 'first')];
  const { moving, leading } = role;
  let k = 0;
  for (let i = 0; i < from.length; i += 1, k = i * to.length) {
    if (a.plays[i] === 0) continue;
    const [id, top, low, kind, family] = [a.id[i]!, a.top[i]!, a.low[i]!, a.kind[i]!, a.family[i]!];
    const row = a.hand[i]! << 5;
    for (let j = 0; j < to.length; j += 1, k += 1) {
      const differs = id ^ b.id[j]!;
      if (differs === 0 || b.plays[j] === 0) continue;
      const up = Math.min(12, Math.abs(top - b.top[j]!));
      let points = moving + spans[row + b.hand[j]!]! + leading * up;
      if (kind !== b.kind[j]) {
        points += DEVICE_CHANGE_POINTS + (family === b.family[j] ? 0 : FAMILY_CHANGE_POINTS);
      }
      if (isBass)
        points += w.LEAP_POINTS * Math.max(0, Math.min(12, Math.abs(low - b.low[j]!)) - w.LEAP_FROM);
      const fresh =
        (differs | (differs >>> 1) | (differs >>> 2) | (differs >>> 3) | (differs >>> 4)) & b.fretted[j]!;
      table[k] = points + NEW_STRING_POINTS * bitCount(fresh);
    }
  }
  return table;
}

/** The highest fret of a table of spans: what no neck has costs as much. */
const HIGHEST = 31;

/** Points of a shift between any two hand positions, row by row of 32; none from or to open strings. */
function spansOf({ scaleMm, capo }: Instrument, hurry: number): Float64Array {
  return spansFor(`${scaleMm} ${capo} ${hurry}`);
}

/** By scale, capo and hurry: equal necks share their table. */
const spansFor = remember((key: string): Float64Array => {
  const [scaleMm, capo, hurry] = key.split(' ').map(Number) as [number, number, number];
  const spans = new Float64Array(32 * 32);
  for (let a = 1; a < 32; a += 1) {
    for (let b = 1; b < 32; b += 1) {
      const span = spanMm({ scaleMm, capo }, a, b);
      if (a !== b) spans[a * 32 + b] = Math.round(w.SHIFT_POINTS_PER_MM * span * hurry);
    }
  }
  return spans;
}, 400);

const known = new WeakMap<Instrument, Map<string, Steps<Candidate>>>();

/** A player's steps as the solver asks for them; equal ones are one object. */
export function stepsOf({ instrument, seconds, role }: WayOf): Steps<Candidate> {
  const hurry = hurryOf(seconds);
  let of = known.get(instrument);
  if (!of) known.set(instrument, (of = new Map()));
  const key = `${hurry} ${role.moving} ${role.leading}`;
  let steps = of.get(key);
  if (!steps) {
    const fast = { role, spans: spansOf(instrument, hurry), isBass: instrument.kind === 'bass' };
    steps = {
      between: (a, b) => stepPoints(a, b, fast),
      table: (from, to) => stepTable(from, to, fast),
      kinds: kindSteps(role.moving),
    };
    of.set(key, steps);
  }
  return steps;
}

const byMoving = new Map<number, Float64Array>();

/** Least points of a step between two devices whose grips are different; to and from a rest or a line nothing. */
function kindSteps(moving: number): Float64Array {
  let table = byMoving.get(moving);
  if (!table) {
    const kinds = REST_KIND + 1;
    table = new Float64Array(kinds ** 2);
    for (const [i, a] of DEVICES.entries()) {
      for (const [j, b] of DEVICES.entries()) {
        const family = familyOf(a) === familyOf(b) ? 0 : w.FAMILY_CHANGE_POINTS;
        if (i !== j) table[i * kinds + j] = moving + w.DEVICE_CHANGE_POINTS + family;
      }
    }
    byMoving.set(moving, table);
  }
  return table;
}
