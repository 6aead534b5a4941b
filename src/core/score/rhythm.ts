import { beatTicks, isCompound, TICKS_PER_QUARTER, type Meter } from '../time/index';

/** A stretch of a bar that one stroke or one silence takes; `at` in ticks from the bar line. */
export interface Stretch {
  readonly at: number;
  readonly ticks: number;
  /** Silence: it is never written across a beat. */
  readonly rest: boolean;
}

/** A note value: 1 a whole note, 4 a quarter, 64 the shortest; with as many dots. */
export interface NoteValue {
  readonly base: 1 | 2 | 4 | 8 | 16 | 32 | 64;
  readonly dots: 0 | 1;
}

/** One written note or rest. A stretch that no value has is several of them, tied. */
export interface Written extends NoteValue {
  /** Which of the stretches it writes. */
  readonly item: number;
  readonly at: number;
  readonly ticks: number;
  /** The first and the last of its stretch. */
  readonly first: boolean;
  readonly last: boolean;
  /** Place in the list of groups, or null: as it is. */
  readonly group: number | null;
}

/** `actual` notes in the time of `normal` of the same value (three in the time of two). */
export interface Group {
  readonly from: number;
  readonly to: number;
  readonly actual: number;
  readonly normal: number;
  /** The value that is counted. */
  readonly unit: NoteValue;
}

/** A bar as it is written. */
export interface Rhythm {
  readonly written: readonly Written[];
  readonly groups: readonly Group[];
}

const Q = TICKS_PER_QUARTER;
const WHOLE = 4 * Q;
/** The shortest value, in ticks: a 64th. */
const SHORTEST = WHOLE / 64;
const NEAR = 0.02;

/**
 * Writes stretches that fill a bar (or its end, where `from` is not 0) as note values: beats are seen, what is longer than
 * a value is tied, what does not divide by two is a group. The rules of grouping are common practice. Starts that no
 * group reaches are moved to the nearest 64th.
 */
export function rhythmOf(stretches: readonly Stretch[], meter: Meter): Rhythm {
  const end = stretches.reduce((last, s) => Math.max(last, s.at + s.ticks), 0);
  const cells = cellsOf(stretches, meter, end);
  const groups = cells.flatMap((cell) => (cell.group === null ? [] : [cell.group]));
  const written = stretches.flatMap((stretch, item) => {
    const parts = partsOf(stretch, cells).flatMap(({ from, to, group }) =>
      group === null ? binary(from, to, { meter, rest: stretch.rest }) : grouped(from, to, group),
    );
    return parts.map((part, i): Written => ({
      item,
      at: part.at,
      ticks: part.ticks,
      ...part.value,
      first: i === 0,
      last: i === parts.length - 1,
      group: part.group === null ? null : groups.indexOf(part.group),
    }));
  });
  return { written, groups };
}

interface Cell {
  readonly from: number;
  readonly to: number;
  readonly group: Group | null;
}

interface Piece {
  readonly at: number;
  readonly ticks: number;
  readonly value: NoteValue;
  readonly group: Group | null;
}

/** Where the bar divides by two and where it stands in groups. */
function cellsOf(stretches: readonly Stretch[], meter: Meter, end: number): readonly Cell[] {
  const starts = stretches.map((s) => s.at);
  const cut = (from: number, to: number, depth: number): readonly Cell[] => {
    const inside = starts.filter((at) => at > from + NEAR && at < to - NEAR);
    if (inside.every(isBinary)) return [{ from, to, group: null }];
    const within = edgesAt(depth, meter, end).filter((at) => at > from && at < to);
    const isCrossed = within.some((edge) => crossesOddly(stretches, { from, to, edge }));
    if (within.length > 0 && !isCrossed) {
      const edges = [from, ...within, to];
      return edges.slice(1).flatMap((edge, i) => cut(edges[i]!, edge, depth + 1));
    }
    const group = within.length === 0 && depth < DEEPEST ? null : groupOf(inside, from, to);
    if (group) return [{ from, to, group }];
    if (within.length === 0) return depth < DEEPEST ? cut(from, to, depth + 1) : [{ from, to, group: null }];
    const edges = [from, ...within, to];
    return edges.slice(1).flatMap((edge, i) => cut(edges[i]!, edge, depth + 1));
  };
  return cut(0, end, 0);
}

/** Halves of the bar, its beats, quarters, eighths. */
const DEEPEST = 3;

function edgesAt(depth: number, meter: Meter, end: number): readonly number[] {
  if (depth === 0) return halves(meter, end);
  if (depth === 1) return beats(meter, end);
  const step = depth === 2 ? Q : Q / 2;
  return Array.from({ length: Math.ceil(end / step) }, (_, i) => i * step);
}

/** True when something sounds across an edge and begins or ends where no half of anything is. */
function crossesOddly(
  stretches: readonly Stretch[],
  { from, to, edge }: { from: number; to: number; edge: number },
): boolean {
  return stretches.some(({ at, ticks }) => {
    const until = at + ticks;
    if (at >= edge - NEAR || until <= edge + NEAR) return false;
    return (at > from && !isBinary(at)) || (until < to && !isBinary(until));
  });
}

function isBinary(tick: number): boolean {
  const places = tick / SHORTEST;
  return Math.abs(places - Math.round(places)) * SHORTEST < NEAR;
}

/** A group whose places all starts stand on: as few places as there can be. */
function groupOf(inside: readonly number[], from: number, to: number): Group | null {
  const long = to - from;
  for (const fine of [1, 2, 4]) {
    for (const odd of [3, 5, 7, 2, 4, 8, 9, 11, 13]) {
      const place = long / (odd * fine);
      const fits = inside.every((at) => {
        const n = (at - from) / place;
        return Math.abs(n - Math.round(n)) * place < NEAR;
      });
      if (!fits) continue;
      const unit = unitFor(long, odd);
      if (unit === null) continue;
      return { from, to, actual: odd, normal: Math.round(long / ticksOf(unit)), unit };
    }
  }
  return null;
}

/** The value of which `count` stand in a stretch that has a whole, smaller or larger number of them. */
function unitFor(long: number, count: number): NoteValue | null {
  const real = long / count;
  const up = VALUES.filter(({ dots }) => dots === 0).filter((v) => Number.isInteger(long / ticksOf(v)));
  return up.findLast((v) => ticksOf(v) >= real) ?? up.find((v) => ticksOf(v) < real) ?? null;
}

/** All values, the longest first. */
const VALUES: readonly NoteValue[] = ([1, 2, 4, 8, 16, 32, 64] as const).flatMap((base): NoteValue[] => [
  { base, dots: 1 },
  { base, dots: 0 },
]);

/** Length of a value in ticks. */
export function ticksOf({ base, dots }: NoteValue): number {
  return (WHOLE / base) * (dots === 1 ? 1.5 : 1);
}

function valueOf(ticks: number): NoteValue | null {
  return VALUES.find((v) => Math.abs(ticksOf(v) - ticks) < NEAR) ?? null;
}

/** The parts of a stretch between the edges of groups. */
function partsOf(
  { at, ticks }: Stretch,
  cells: readonly Cell[],
): readonly { from: number; to: number; group: Group | null }[] {
  const until = at + ticks;
  const parts: { from: number; to: number; group: Group | null }[] = [];
  for (const cell of cells) {
    const from = Math.max(at, cell.from);
    const to = Math.min(until, cell.to);
    if (to - from < NEAR) continue;
    const before = parts.at(-1);
    if (before?.group === null && cell.group === null) before.to = to;
    else parts.push({ from, to, group: cell.group });
  }
  return parts;
}

function binary(from: number, to: number, of: { meter: Meter; rest: boolean }): readonly Piece[] {
  const [a, b] = [from, to].map((tick) => Math.round(tick / SHORTEST) * SHORTEST) as [number, number];
  if (b <= a) return [];
  return split(a, b, of);
}

function split(a: number, b: number, of: { meter: Meter; rest: boolean }): readonly Piece[] {
  const value = valueOf(b - a);
  const inner = strongestInside(a, b, of.meter);
  if (value !== null && (inner === null || isClear(a, b, inner, of)))
    return [{ at: a, ticks: b - a, value, group: null }];
  // Every stretch longer than the shortest value has a place inside; this ends there.
  if (inner === null) return [];
  return [...split(a, inner, of), ...split(inner, b, of)];
}

/** Whether a value may stand across a place of the bar: it begins or ends where the bar is as strong. */
function isClear(
  a: number,
  b: number,
  inner: number,
  { meter, rest }: { meter: Meter; rest: boolean },
): boolean {
  const [before, after, over] = [a, b, inner].map((tick) => weight(tick, meter)) as [number, number, number];
  if (before >= over) return !rest || over < BEAT || before > BEAT || b - a <= 2 * Q;
  if (rest) return false;
  if (after >= over) return true;
  // A quarter between two eighths is read at once; across the middle of the bar it is not.
  return over <= BEAT && !isCompound(meter) && inner - a === b - inner && before === over - 1;
}

const BEAT = 3;

/** How strong a place of the bar is: 5 the bar line, 4 its middle, 3 a beat, then its halves. */
function weight(tick: number, meter: Meter): number {
  if (tick === 0 || tick % (meter.beats * beatTicks(meter)) === 0) return 5;
  const end = meter.beats * beatTicks(meter);
  if (halves(meter, end).includes(tick)) return 4;
  if (beats(meter, end).includes(tick)) return BEAT;
  const unit = isCompound(meter) || meter.unit >= 8 ? beatTicks(meter) : Q / 2;
  if (tick % unit === 0) return 2;
  if (tick % (unit / 2) === 0) return 1;
  return tick % (unit / 4) === 0 ? 0 : -1;
}

function strongestInside(a: number, b: number, meter: Meter): number | null {
  let best: number | null = null;
  let most = -Infinity;
  for (let tick = (Math.floor(a / SHORTEST) + 1) * SHORTEST; tick < b; tick += SHORTEST) {
    const strong = weight(tick, meter);
    if (strong <= most) continue;
    best = tick;
    most = strong;
  }
  return best;
}

/** The middle of the bar, where it has one: of four beats two and two, of five three and two, of six three and three. */
function halves(meter: Meter, end: number): readonly number[] {
  const all = beats(meter, end);
  const count = all.length + 1;
  if (count === 4) return [all[1]!];
  if (count === 5 || count === 6) return [all[2]!];
  return [];
}

/** Where beats begin inside a bar: dotted ones in compound metres, twos and at last a three where eighths are odd. */
function beats(meter: Meter, end: number): readonly number[] {
  const unit = beatTicks(meter);
  const step = isCompound(meter) ? 3 * unit : meter.unit >= 8 ? 2 * unit : meter.unit === 2 ? unit : Q;
  const list: number[] = [];
  for (let tick = step; tick < end; tick += step) {
    const isLastOdd = meter.unit >= 8 && !isCompound(meter) && end - tick < step;
    if (!isLastOdd) list.push(tick);
  }
  return list;
}

/** What stands in a group, as values of its own time. */
function grouped(from: number, to: number, group: Group): readonly Piece[] {
  const share = group.actual / group.normal;
  const unit = ticksOf(group.unit);
  const pieces: Piece[] = [];
  let at = (from - group.from) * share;
  const end = (to - group.from) * share;
  while (end - at > NEAR) {
    const left = end - at;
    const value =
      VALUES.find((v) => {
        const long = ticksOf(v);
        if (long > left + NEAR) return false;
        const isExact = Math.abs(long - left) < NEAR;
        return v.dots === 0 ? isExact || onPlace(at, long < unit ? long : unit) : isExact;
      }) ?? VALUES.at(-1)!;
    const long = Math.min(ticksOf(value), left);
    pieces.push({ at: group.from + at / share, ticks: long / share, value, group });
    at += long;
  }
  return pieces;
}

function onPlace(at: number, place: number): boolean {
  const n = at / place;
  return Math.abs(n - Math.round(n)) * place < NEAR;
}
