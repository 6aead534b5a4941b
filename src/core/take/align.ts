import type { PlannedPart, PlannedStroke } from '../heard/index';
import { firstLines, type Line, type Struck } from './first-lines';
import { looksLikeAnEnd, type HeardTake, type Onset } from './onsets';
import { gated, softness, type Met } from './softness';

/** A planned stroke and what was heard for it. */
export interface Match {
  /** Place in the list of planned strokes. */
  readonly stroke: number;
  /** When it is meant to be, in seconds of the plan. */
  readonly planned: number;
  readonly onset: Onset;
  /** How much later than the player's own tempo wants it, in ms; below 0: earlier. */
  readonly lateMs: number;
}

/** A recording laid against what was planned. */
export interface AlignedTake {
  readonly matches: readonly Match[];
  /** Strokes for which nothing was heard. */
  readonly unheard: readonly number[];
  /** What was heard beside what was planned. */
  readonly extras: readonly Onset[];
  /** When in the recording a second of the plan comes, at the player's own tempo. */
  readonly timeOf: (planned: number) => number;
  /** Whether it could be laid against the plan at all. */
  readonly isFound: boolean;
}

/** Strokes nearer to each other than this are one for the ear. */
const TOGETHER_S = 0.03;
/** A strike so near to the end of the recording may be cut off. */
const ENDS_S = 0.1;
const WIDE_S = 0.11;
const NARROW_S = 0.075;
/** Strokes of so many seconds around a place say how fast it went there. */
const OWN_TEMPO_S = 1.6;
/** So many strikes at least. */
const LEAST_OWN = 8;
/** Over all of a take, so much of a missed stroke. */
const STRANGE = 0.5;
/** Where a strike is wanted this near, what is faint is one too; so faint at least. */
const WANTED_S = 0.045;
const LEAST_FAINT = -2.5;
/** What is faint is the player's only where it is hardly softer: a strike that was missed leaves less behind. */
const GATE_FAINT_DB = 5;

/** Places are as good as the best one where this much less is met, of all strokes. */
const AS_GOOD = 0.1;

/**
 * Lays a recording against what was planned. `start`: where the music begins in it, in seconds, known within `spreadS`;
 * null: it is looked for in all of it before its last bars.
 */
export function alignTake(
  heard: HeardTake,
  part: PlannedPart,
  of: { readonly start: number | null; readonly spreadS?: number },
): AlignedTake {
  return alignments(heard, part, of)[0]!;
}

/**
 * The same in every place that meets about as much as the best one, the best first; never none. What is played again and again
 * fits in more than one.
 */
export function alignments(
  heard: HeardTake,
  part: PlannedPart,
  of: { readonly start: number | null; readonly spreadS?: number },
): readonly AlignedTake[] {
  const struck = audible(part.strokes);
  const { onsets } = heard;
  const nothing: AlignedTake = {
    matches: [],
    unheard: struck.map(({ index }) => index),
    extras: onsets,
    timeOf: (t) => t + (of.start ?? 0),
    isFound: false,
  };
  if (struck.length === 0 || onsets.length === 0) return [nothing];
  const lines = firstLines(onsets, struck, { ...of, seconds: heard.seconds });
  const laid = lines.map((line) => {
    // Along the take, the pulse follows what is met.
    const rough = followed(onsets, struck, line);
    // Who stopped earlier has missed nothing after that.
    const end = heard.seconds - ENDS_S;
    const strong = struck.filter((s) => !s.weak && line.start + s.at * line.stretch < end);
    return {
      rough,
      share: shareOf(rough, strong, onsets, line),
      isFound: rough.length >= 0.25 * strong.length,
    };
  });
  const found = laid.filter(({ isFound }) => isFound).sort((a, b) => b.share - a.share);
  const best = found[0];
  if (!best) return [nothing];
  return found
    .filter(({ share }) => share >= best.share - AS_GOOD)
    .map(({ rough }) => alongOwnTempo(heard, part, struck, rough));
}

/** How well strokes and strikes go together, at most 1: what is met, less what is struck and not planned. */
function shareOf(
  met: readonly Met[],
  strong: readonly Struck[],
  onsets: readonly Onset[],
  line: Line,
): number {
  if (strong.length === 0) return 0;
  const own = new Set(met.map((m) => m.stroke));
  const used = new Set(met.map((m) => m.onset));
  const strange = onsets.filter((o) => o.plain > 0 && !used.has(o) && !looksLikeAnEnd(o)).length;
  const before = strong.filter((s) => line.start + s.at * line.stretch < 0).length;
  const missed = strong.filter((s) => !own.has(s.index)).length - before;
  return 1 - (missed + STRANGE * strange) / strong.length;
}

/** What was met in the rough, met anew at the player's own tempo. */
function alongOwnTempo(
  heard: HeardTake,
  part: PlannedPart,
  struck: readonly Struck[],
  rough: readonly Met[],
): AlignedTake {
  const isOnTape = (at: number) => at > 0 && at < heard.seconds - ENDS_S;
  const curve = ownTempo(rough);
  const softBy = softness(rough, part.strokes);
  const kept = gated(heard.onsets, rough, { strokes: part.strokes, softBy });
  const met = metAround(kept, struck, curve);
  const again = ownTempo(met.length >= 4 ? met : rough);
  const plain = metAround(kept, struck, again);
  const isOwn = (s: Struck, onset: Onset) =>
    s.weak || (softBy(onset, part.strokes[s.index]!.kind).here < GATE_FAINT_DB && !looksLikeAnEnd(onset));
  const final = withFaint(plain, { struck, faint: heard.faint, timeOf: again, isOwn });
  const used = new Set(final.map((m) => m.onset));
  const matched = new Set(final.map((m) => m.stroke));
  return {
    matches: final.map(({ stroke, onset, planned }) => ({
      stroke,
      planned,
      onset,
      lateMs: 1000 * (onset.at - again(planned)),
    })),
    unheard: struck.flatMap(({ index, at }) => (matched.has(index) || !isOnTape(again(at)) ? [] : [index])),
    extras: kept.filter((onset) => !used.has(onset)),
    timeOf: again,
    isFound: true,
  };
}

/** What can be heard as a strike: not slurred; of several at once the first. */
function audible(strokes: readonly PlannedStroke[]): readonly Struck[] {
  const list: Struck[] = [];
  strokes.forEach((stroke, index) => {
    if (stroke.slurred) return;
    const last = list.at(-1);
    if (last && stroke.at - last.at < TOGETHER_S) return;
    list.push({ index, at: stroke.at, weak: stroke.weak });
  });
  return list;
}

/** Stroke after stroke, the pulse corrected by each that is met. */
function followed(onsets: readonly Onset[], struck: readonly Struck[], line: Line): readonly Met[] {
  const met: Met[] = [];
  let { start, stretch } = line;
  let last = struck[0]!.at;
  let taken = -Infinity;
  for (const s of struck) {
    const wanted = start + s.at * stretch;
    const onset = bestNear(onsets, wanted, WIDE_S, taken);
    if (!onset) continue;
    taken = onset.at;
    met.push({ stroke: s.index, planned: s.at, onset });
    const off = onset.at - wanted;
    const gap = Math.max(0.1, s.at - last);
    last = s.at;
    const turn = Math.min(0.02, Math.max(-0.02, (0.06 * off) / gap));
    // The place follows quickly, the pulse slowly.
    stretch = Math.min(1.15, Math.max(0.87, stretch + turn));
    start = wanted + 0.35 * off - s.at * stretch;
  }
  return met;
}

/** The onset that is near, strong and later than what was taken. */
function bestNear(onsets: readonly Onset[], wanted: number, window: number, after: number): Onset | null {
  let best: Onset | null = null;
  let most = -Infinity;
  for (const onset of onsets) {
    if (onset.at <= after + 0.02 || onset.at < wanted - window) continue;
    if (onset.at > wanted + window) break;
    const score = -(((onset.at - wanted) / (0.5 * window)) ** 2) + Math.min(1, onset.strength * 2);
    if (score > most) [best, most] = [onset, score];
  }
  return best;
}

/**
 * The player's own tempo: a straight line through what was met around each place, what lies far off counting little; where
 * few strikes are, from further around.
 */
function ownTempo(met: readonly Met[]): (planned: number) => number {
  return (planned) => {
    const wide = Math.max(OWN_TEMPO_S, 0.6 * distanceTo(met, planned, LEAST_OWN));
    let weights = [0, 0, 0, 0, 0];
    const line = (slope: number | null, zero: number) => {
      weights = [0, 0, 0, 0, 0];
      for (const m of met) {
        const d = m.planned - planned;
        if (Math.abs(d) > 3 * wide) continue;
        const off = slope === null ? 0 : m.onset.at - zero - slope * d;
        const w = Math.exp(-((d / wide) ** 2)) / (1 + (off / 0.02) ** 2);
        weights[0]! += w;
        weights[1]! += w * d;
        weights[2]! += w * d * d;
        weights[3]! += w * m.onset.at;
        weights[4]! += w * d * m.onset.at;
      }
      const [n, sx, sxx, sy, sxy] = weights as [number, number, number, number, number];
      const under = n * sxx - sx * sx;
      if (under < 1e-6) return null;
      const k = (n * sxy - sx * sy) / under;
      return { slope: k, zero: (sy - k * sx) / n };
    };
    const first = line(null, 0);
    if (!first) {
      const near = met.reduce((a, b) =>
        Math.abs(b.planned - planned) < Math.abs(a.planned - planned) ? b : a,
      );
      return near.onset.at + planned - near.planned;
    }
    const second = line(first.slope, first.zero) ?? first;
    const third = line(second.slope, second.zero) ?? second;
    return third.zero;
  };
}

/** How far the so-many-th nearest strike is, in seconds of the plan; of fewer the farthest. */
function distanceTo(met: readonly Met[], planned: number, nth: number): number {
  const distances = met.map((m) => Math.abs(m.planned - planned)).sort((a, b) => a - b);
  return distances[Math.min(nth, distances.length) - 1] ?? 0;
}

/** With what is faint, where a stroke is wanted and nothing plain was heard. */
function withFaint(
  met: readonly Met[],
  of: {
    readonly struck: readonly Struck[];
    readonly faint: readonly Onset[];
    readonly timeOf: (planned: number) => number;
    readonly isOwn: (stroke: Struck, onset: Onset) => boolean;
  },
): readonly Met[] {
  const { struck, faint, timeOf, isOwn } = of;
  const has = new Set(met.map((m) => m.stroke));
  const taken = new Set<Onset>();
  const more = struck.flatMap((s): Met[] => {
    if (has.has(s.index)) return [];
    const wanted = timeOf(s.at);
    const near = faint
      .filter((o) => Math.abs(o.at - wanted) < WANTED_S && o.plain >= LEAST_FAINT && !taken.has(o))
      .filter((o) => isOwn(s, o))
      .sort((a, b) => b.plain - a.plain)[0];
    // What was met already does not click twice.
    if (!near || met.some((m) => Math.abs(m.onset.at - near.at) < 0.05)) return [];
    taken.add(near);
    return [{ stroke: s.index, planned: s.at, onset: near }];
  });
  return [...met, ...more].sort((a, b) => a.planned - b.planned);
}

/** What lies near each stroke at the player's own tempo, each onset once, the nearest first. */
function metAround(
  onsets: readonly Onset[],
  struck: readonly Struck[],
  timeOf: (planned: number) => number,
): readonly Met[] {
  const pairs = struck.flatMap((s) => {
    const wanted = timeOf(s.at);
    return onsets
      .filter((onset) => Math.abs(onset.at - wanted) < NARROW_S && (s.weak || !looksLikeAnEnd(onset)))
      .map((onset) => ({
        stroke: s.index,
        planned: s.at,
        onset,
        cost: Math.abs(onset.at - wanted) - 0.02 * Math.min(1, onset.strength * 2),
      }));
  });
  pairs.sort((a, b) => a.cost - b.cost);
  const [strokes, taken] = [new Set<number>(), new Set<Onset>()];
  const met: Met[] = [];
  for (const pair of pairs) {
    if (strokes.has(pair.stroke) || taken.has(pair.onset)) continue;
    strokes.add(pair.stroke);
    taken.add(pair.onset);
    met.push(pair);
  }
  return met.sort((a, b) => a.planned - b.planned);
}
