import type { PlannedPart } from '../heard/index';
import type { AlignedTake, Match } from './align';
import { hearHolds } from './chords';
import { BLEED_DB, bleedOf, clippedShare } from './levels';
import { looksLikeAnEnd, type HeardTake } from './onsets';
import { isTold, placed, type TakeRemark } from './remark';
import { openMutes, stopsOf } from './stops';

/** What this recording does not allow to be said, and why. */
export type TakeLimit =
  | { readonly what: 'notFound' }
  /** The others are so many dB under the player: no missed or extra strikes, or none too many near what they strike. */
  | { readonly what: 'bleed'; readonly db: number; readonly forbids: 'missed' | 'near' }
  /** More is struck that nobody is to play than one player adds: no strikes too many. */
  | { readonly what: 'strangers' }
  /** Nowhere a rest in which the others could be measured. */
  | { readonly what: 'noRest' }
  /** So many stops at which the others play too loudly on. */
  | { readonly what: 'stops'; readonly count: number }
  | { readonly what: 'clipped'; readonly share: number };

/** A take, read. */
export interface TakeReading {
  readonly remarks: readonly TakeRemark[];
  readonly limits: readonly TakeLimit[];
  /** How loud it is where the player is silent, against the player's strikes, in dB; null: never silent long enough. */
  readonly bleedDb: number | null;
  /** Strong strikes that were met, of all there are; the others may be there and not be heard. */
  readonly met: number;
  readonly of: number;
  readonly stops: { readonly judged: number; readonly of: number };
  readonly holds: number;
  /** Slowest and fastest four bars, in quarters a minute; null: too little was met. */
  readonly tempo: { readonly from: number; readonly to: number } | null;
}

/** Early or late by less is never said, in ms (of synthetic takes: the error is 6 to 9 ms). */
const OFF_MS = 20;
const OFF_ROUGH_MS = 30;
/** Where the others are quieter than this, in dB, whatever is struck is the player's. */
const QUIET_DB = -25;
/** Strikes too many are so much softer than the player's others at most: where it is quiet, and where others may be heard. */
const EXTRA_DB = 12;
const EXTRA_AMONG_DB = 8;
/** Nearer than this to what is written for the player, or to what somebody else strikes, it is that. */
const WRITTEN_S = 0.08;
const THEIRS_S = 0.06;
/** Where more than this share of all strikes is nobody's, others are heard that nothing is known of. */
const MOST_EXTRA = 0.15;
/** A strike gets louder by this, in dB; what is plainly one by less (on the takes of docs/rehearsing.md nothing else does). */
const RISE_DB = 1.3;
const RISE_PLAIN_DB = 0.5;
const PLAINLY = 1.5;
/** What ended less than this before still sounds where the next is struck. */
const AGAIN_S = 0.03;
/** Nearer than this by so much, something else was played. */
const MARGIN = { all: -0.06, third: -0.06, noThird: -0.08, note: -0.08 } as const;
/** Tempo is said from so many percent, over so many bars. */
const TEMPO_PERCENT = 1;
const TEMPO_BARS = 4;
/** So many strikes have to be met around a place to judge time there. */
const LEAST_AROUND = 4;

/** Everything that may be said of a recording that was laid against its plan; `others`: what the others play meanwhile. */
export function readTake(
  of: {
    readonly audio: Float32Array;
    readonly rate: number;
    readonly heard: HeardTake;
    readonly aligned: AlignedTake;
    readonly others?: readonly PlannedPart[];
  },
  part: PlannedPart,
): TakeReading {
  const { audio, rate, heard, aligned } = of;
  const isStrong = (i: number) => isTold(part.strokes[i]!);
  const met = aligned.matches.filter((m) => isStrong(m.stroke)).length;
  const strikes = met + aligned.unheard.filter(isStrong).length;
  const clipped = clippedShare(audio);
  const limits: TakeLimit[] = clipped > 0.001 ? [{ what: 'clipped', share: clipped }] : [];
  if (!aligned.isFound) {
    return {
      remarks: [],
      limits: [{ what: 'notFound' }, ...limits],
      bleedDb: null,
      met,
      of: strikes,
      stops: { judged: 0, of: 0 },
      holds: 0,
      tempo: null,
    };
  }
  const bleedDb = bleedOf(heard, aligned, part, of.others ?? []);
  const canMiss = bleedDb === null || bleedDb <= BLEED_DB;
  const isQuiet = bleedDb !== null && bleedDb <= QUIET_DB;
  const extras = canMiss ? extrasOf(aligned, part, { others: of.others ?? [], isQuiet }) : [];
  if (bleedDb === null) limits.push({ what: 'noRest' });
  else if (!canMiss) limits.push({ what: 'bleed', db: Math.round(bleedDb), forbids: 'missed' });
  else if (!isQuiet) limits.push({ what: 'bleed', db: Math.round(bleedDb), forbids: 'near' });
  if (extras === null) limits.push({ what: 'strangers' });
  const stops = stopsOf(heard, aligned, part, { others: of.others ?? [], bleedDb });
  if (stops.untold > 0) limits.push({ what: 'stops', count: stops.untold });
  const holds = hearHolds(audio, rate, part, aligned);
  const tempi = tempiOf(aligned, part);
  const played = tempi.map((t) => t.played);
  const remarks = [
    ...together(offTime(aligned, part, canMiss ? OFF_MS : OFF_ROUGH_MS)),
    ...(canMiss ? together(missedOf(aligned, part, bleedDb !== null)) : []),
    ...(extras ?? []),
    ...stops.remarks,
    ...(bleedDb !== null && bleedDb <= -20 ? together(openMutes(heard, aligned, part)) : []),
    ...holds.flatMap(({ strokes, margin, other }): TakeRemark[] => {
      if (margin > MARGIN[other.kind]) return [];
      const first = part.strokes[strokes[0]!]!;
      const isSure = other.kind === 'all' || other.kind === 'third';
      const { chord } = first;
      return [{ what: 'chord', other, chord, ...placed(first, aligned), isSure, strokes }];
    }),
    ...tempi.flatMap(({ remark }) => remark ?? []),
  ];
  return {
    remarks: remarks.sort((a, b) => a.planned - b.planned),
    limits,
    bleedDb,
    met,
    of: strikes,
    stops: { judged: stops.judged, of: stops.judged + stops.untold },
    holds: holds.length,
    tempo: played.length > 0 ? { from: Math.min(...played), to: Math.max(...played) } : null,
  };
}

/** Remarks of one kind in one bar are one. */
function together<T extends TakeRemark>(remarks: readonly T[]): readonly T[] {
  const bars = new Map<string, T>();
  for (const remark of remarks) {
    const key = [remark.what, remark.playing, remark.pass, remark.bar].join();
    const before = bars.get(key);
    if (!before) {
      bars.set(key, remark);
      continue;
    }
    const ms = 'ms' in remark && 'ms' in before ? { ms: Math.max(remark.ms, before.ms) } : {};
    bars.set(key, {
      ...before,
      ...ms,
      isSure: before.isSure && remark.isSure,
      strokes: [...before.strokes, ...remark.strokes],
      beats: [...before.beats, ...remark.beats],
    });
  }
  return [...bars.values()];
}

function offTime(aligned: AlignedTake, part: PlannedPart, least: number): readonly TakeRemark[] {
  return aligned.matches.flatMap((m): TakeRemark[] => {
    const stroke = part.strokes[m.stroke]!;
    const ms = Math.abs(m.lateMs);
    if (ms <= least || stroke.weak || around(aligned.matches, stroke.at) < LEAST_AROUND) return [];
    const what = m.lateMs > 0 ? 'late' : 'early';
    return [
      {
        what,
        ms: Math.round(ms),
        ...placed(stroke, aligned),
        at: m.onset.at,
        isSure: false,
        strokes: [m.stroke],
      },
    ];
  });
}

/** How many strikes were met within two seconds. */
function around(matches: readonly Match[], planned: number): number {
  return matches.filter((m) => Math.abs(m.planned - planned) < 2).length;
}

/**
 * Strong strikes for which nothing is heard. The same chord struck again while it rings hardly gets louder through a driven
 * amplifier: of it that is said perhaps.
 */
function missedOf(aligned: AlignedTake, part: PlannedPart, isSure: boolean): readonly TakeRemark[] {
  return aligned.unheard.flatMap((i): TakeRemark[] => {
    const stroke = part.strokes[i]!;
    if (!isTold(stroke)) return [];
    const before = part.strokes[i - 1];
    const isAgain = before?.kind === 'ring' && before.end > stroke.at - AGAIN_S;
    return [{ what: 'missed', ...placed(stroke, aligned), isSure: isSure && !isAgain, strokes: [i] }];
  });
}

/**
 * Plain strikes, nearly as loud as the player's others, far from all that is written; where others are heard or may be, far
 * from what they strike too. Null: so many that they are somebody else's.
 */
function extrasOf(
  aligned: AlignedTake,
  part: PlannedPart,
  of: { readonly others: readonly PlannedPart[]; readonly isQuiet: boolean },
): readonly TakeRemark[] | null {
  const louds = aligned.matches.map((m) => m.onset.loudDb).sort((a, b) => a - b);
  const usual = louds[louds.length >> 1] ?? 0;
  const least = usual - (of.isQuiet ? EXTRA_DB : EXTRA_AMONG_DB);
  const times = part.strokes.map((s) => aligned.timeOf(s.at));
  const theirs = of.isQuiet ? [] : of.others.flatMap((o) => o.strokes.map((s) => aligned.timeOf(s.at)));
  const first = times[0] ?? 0;
  const last = aligned.timeOf(part.seconds);
  const isNear = (at: number, list: readonly number[], by: number) => list.some((t) => Math.abs(t - at) < by);
  const found = aligned.extras.filter((onset) => {
    if (onset.at < first || onset.at > last || onset.loudDb < least || looksLikeAnEnd(onset)) return false;
    if (onset.riseDb < (onset.plain > PLAINLY ? RISE_PLAIN_DB : RISE_DB)) return false;
    return !isNear(onset.at, times, WRITTEN_S) && !isNear(onset.at, theirs, THEIRS_S);
  });
  if (!of.isQuiet && found.length > MOST_EXTRA * aligned.matches.length) return null;
  return found.map((onset): TakeRemark => {
    let before = 0;
    while (before + 1 < times.length && times[before + 1]! < onset.at) before += 1;
    const stroke = part.strokes[before]!;
    const next = part.strokes[before + 1];
    const gap = next && next.bar === stroke.bar ? times[before + 1]! - times[before]! : null;
    const beat =
      gap === null
        ? stroke.beat
        : stroke.beat + ((onset.at - times[before]!) / gap) * (next!.beat - stroke.beat);
    return {
      what: 'extra',
      ...placed(stroke, aligned),
      at: onset.at,
      beats: [Math.round(4 * beat) / 4],
      isSure: false,
      strokes: [before],
    };
  });
}

/** The pulse of every four bars against what is written; a remark where it is another. */
function tempiOf(
  aligned: AlignedTake,
  part: PlannedPart,
): readonly { readonly played: number; readonly remark: TakeRemark | null }[] {
  const tempi: { played: number; remark: TakeRemark | null }[] = [];
  for (let from = 0; from < part.bars.length;) {
    const { section, tempo: written } = part.bars[from]!;
    let to = from + 1;
    while (to < part.bars.length && to - from < TEMPO_BARS && part.bars[to]!.section === section) to += 1;
    const [begins, ends] = [part.bars[from]!.at, part.bars[to]?.at ?? part.seconds];
    const bars = to - from;
    const inside = aligned.matches.filter((m) => m.planned >= begins - 0.05 && m.planned < ends);
    const first = part.strokes.find((s) => s.at >= begins - 0.05 && s.at < ends);
    from = to;
    const slope = slopeOf(inside);
    if (bars < 2 || !first || slope === null) continue;
    const percent = Math.abs(100 * (1 / slope - 1));
    const played = Math.round((10 * written) / slope) / 10;
    const remark: TakeRemark = {
      what: 'tempo',
      percent: Math.round(10 * percent) / 10,
      isFaster: slope < 1,
      written: Math.round(10 * written) / 10,
      played,
      bars,
      ...placed(first, aligned),
      beats: [],
      isSure: true,
      strokes: [],
    };
    tempi.push({ played, remark: percent < TEMPO_PERCENT ? null : remark });
  }
  return tempi;
}

/** How much longer a planned second took, by a straight line through what was met; null: too little was. */
function slopeOf(matches: readonly Match[]): number | null {
  if (matches.length < 2 * LEAST_AROUND) return null;
  const n = matches.length;
  const [mx, my] = [
    matches.reduce((sum, m) => sum + m.planned, 0) / n,
    matches.reduce((sum, m) => sum + m.onset.at, 0) / n,
  ];
  let [xx, xy] = [0, 0];
  for (const m of matches) {
    xx += (m.planned - mx) ** 2;
    xy += (m.planned - mx) * (m.onset.at - my);
  }
  return xx < 4 ? null : xy / xx;
}
