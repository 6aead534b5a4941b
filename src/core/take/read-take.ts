import type { PlannedPart, PlannedStroke } from '../heard/index';
import type { AlignedTake, Match } from './align';
import { hearHolds, type OtherNotes } from './chords';
import type { HeardTake } from './onsets';

/** What was not as it is written; `ms` and `percent` never below 0. */
export type Remarked =
  | { readonly what: 'early' | 'late'; readonly ms: number }
  | { readonly what: 'missed' }
  | { readonly what: 'extra' }
  | { readonly what: 'rings'; readonly ms: number }
  /** Rings where a mute is written. */
  | { readonly what: 'open' }
  | { readonly what: 'chord'; readonly other: OtherNotes; readonly chord: string | null }
  | {
      readonly what: 'tempo';
      readonly percent: number;
      readonly isFaster: boolean;
      /** Quarters a minute: as written, and as it was played. */
      readonly written: number;
      readonly played: number;
      readonly bars: number;
    };

/** One thing to say of a take, at its bar. */
export type TakeRemark = Remarked & {
  /** Plainly, or perhaps. */
  readonly isSure: boolean;
  /** Seconds of the recording, and of the plan. */
  readonly at: number;
  readonly planned: number;
  /** Places of the strokes it is about, in the plan; for a strike too many, the one before. */
  readonly strokes: readonly number[];
  readonly playing: number;
  readonly pass: number;
  readonly section: string;
  readonly bar: number;
  /** Felt beats from 1 where it is in the bar; a fraction between them. */
  readonly beats: readonly number[];
};

/** What this recording does not allow to be said, and why. */
export type TakeLimit =
  | { readonly what: 'notFound' }
  /** The others are so many dB under the player: no missed or extra strikes, or no extra ones alone. */
  | { readonly what: 'bleed'; readonly db: number; readonly forbids: 'missed' | 'extra' }
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
/** Louder than this, missed and extra strikes cannot be told; quieter than the second, extra ones can, in dB. */
const BLEED_DB = -15;
const QUIET_DB = -25;
/** A stop that falls less than this within 0.3 s rang over; silence so long is a stop. */
const FALL_DB = 12;
const SILENT_S = 0.2;
/** A dead hit itself is heard so long. */
const DEAD_S = 0.06;
/** What ended less than this before still sounds where the next is struck. */
const AGAIN_S = 0.03;
/** A mute that falls less than this in 160 ms was none. */
const MUTE_DB = 5;
const MUTE_S = 0.19;
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
  const canExtra = bleedDb !== null && bleedDb <= QUIET_DB;
  if (bleedDb === null) limits.push({ what: 'noRest' });
  else if (!canMiss) limits.push({ what: 'bleed', db: Math.round(bleedDb), forbids: 'missed' });
  else if (!canExtra) limits.push({ what: 'bleed', db: Math.round(bleedDb), forbids: 'extra' });
  const stops = stopsOf(heard, aligned, part, { others: of.others ?? [], bleedDb });
  if (stops.untold > 0) limits.push({ what: 'stops', count: stops.untold });
  const holds = hearHolds(audio, rate, part, aligned);
  const tempi = tempiOf(aligned, part);
  const played = tempi.map((t) => t.played);
  const remarks = [
    ...together(offTime(aligned, part, canMiss ? OFF_MS : OFF_ROUGH_MS)),
    ...(canMiss ? together(missedOf(aligned, part, bleedDb !== null)) : []),
    ...(canExtra ? extrasOf(aligned, part) : []),
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

/** Of what is weak, slurred or dead it is never said that it is missing. */
export function isTold({ weak, slurred, kind }: PlannedStroke): boolean {
  return !weak && !slurred && kind !== 'dead';
}

type Placed = Pick<TakeRemark, 'at' | 'planned' | 'playing' | 'pass' | 'section' | 'bar' | 'beats'>;

function placed(stroke: PlannedStroke, aligned: AlignedTake): Placed {
  const { playing, pass, section, bar, beat } = stroke;
  return { at: aligned.timeOf(stroke.at), planned: stroke.at, playing, pass, section, bar, beats: [beat] };
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

/** Plain strikes, as loud as others, far from all that is written. */
function extrasOf(aligned: AlignedTake, part: PlannedPart): readonly TakeRemark[] {
  const louds = aligned.matches.map((m) => m.onset.loudDb).sort((a, b) => a - b);
  const usual = louds[louds.length >> 1] ?? 0;
  const times = part.strokes.map((s) => aligned.timeOf(s.at));
  const first = times[0] ?? 0;
  const last = aligned.timeOf(part.seconds);
  return aligned.extras.flatMap((onset): TakeRemark[] => {
    if (onset.plain < 0.5 || onset.loudDb < usual - 8 || onset.riseDb < 0) return [];
    if (onset.at < first || onset.at > last) return [];
    if (times.some((t) => Math.abs(t - onset.at) < 0.08)) return [];
    let before = 0;
    while (before + 1 < times.length && times[before + 1]! < onset.at) before += 1;
    const stroke = part.strokes[before]!;
    const next = part.strokes[before + 1];
    const gap = next && next.bar === stroke.bar ? times[before + 1]! - times[before]! : null;
    const beat =
      gap === null
        ? stroke.beat
        : stroke.beat + ((onset.at - times[before]!) / gap) * (next!.beat - stroke.beat);
    return [
      {
        what: 'extra',
        ...placed(stroke, aligned),
        at: onset.at,
        beats: [Math.round(4 * beat) / 4],
        isSure: false,
        strokes: [before],
      },
    ];
  });
}

/** Where a stop is written: whether it rang over it, or whether that cannot be told. */
function stopsOf(
  heard: HeardTake,
  aligned: AlignedTake,
  part: PlannedPart,
  of: { readonly others: readonly PlannedPart[]; readonly bleedDb: number | null },
): { readonly remarks: readonly TakeRemark[]; readonly judged: number; readonly untold: number } {
  const met = new Set(aligned.matches.map((m) => m.stroke));
  const louds = aligned.matches.map((m) => m.onset.loudDb).sort((a, b) => a - b);
  const usual = louds[louds.length >> 1] ?? 0;
  const remarks: TakeRemark[] = [];
  let [judged, untold] = [0, 0];
  part.strokes.forEach((stroke, i) => {
    // Strokes together are one, and a mute stops by itself.
    const next = part.strokes.find((s) => s.at > stroke.at + 0.02)?.at ?? part.seconds;
    const isFirst = !part.strokes.some((s, k) => k < i && Math.abs(s.at - stroke.at) < 0.02);
    const end = stroke.kind === 'dead' ? stroke.at + DEAD_S : stroke.end;
    if (stroke.kind === 'mute' || !isFirst || next - end < SILENT_S) return;
    // A dead hit that stops what rings may be missing, and that is the fault.
    const stopped = part.strokes
      .slice(Math.max(0, i - 3), i)
      .some((s) => s.kind === 'ring' && s.end > stroke.at - 0.03);
    if (stroke.kind === 'dead' ? !stopped : !met.has(i)) return;
    const playOn = of.others.some((o) => o.strokes.some((s) => s.at < end + 0.3 && s.end > end + 0.05));
    if (playOn && (of.bleedDb === null || of.bleedDb > BLEED_DB)) {
      untold += 1;
      return;
    }
    const stop = aligned.timeOf(end);
    const until = aligned.timeOf(next) - 0.03;
    const begun = stroke.kind === 'dead' ? -Infinity : aligned.timeOf(stroke.at) + 0.02;
    const before = levelBetween(heard, Math.max(begun, stop - 0.16), stop - 0.02);
    const after = levelBetween(heard, stop + 0.12, Math.min(stop + 0.32, until));
    if (before === null || after === null || before < usual - FALL_DB - 6) return;
    judged += 1;
    if (before - after >= FALL_DB) return;
    let silent = stop;
    const rings = () => (levelBetween(heard, silent, silent + 0.03) ?? -140) > before - FALL_DB;
    while (silent < until && rings()) silent += heard.stepS;
    const ms = 10 * Math.round(100 * (silent - stop));
    remarks.push({ what: 'rings', ms, ...placed(stroke, aligned), at: stop, isSure: true, strokes: [i] });
  });
  return { remarks, judged, untold };
}

/** Mutes that go on sounding as if there was none. */
function openMutes(heard: HeardTake, aligned: AlignedTake, part: PlannedPart): readonly TakeRemark[] {
  return aligned.matches.flatMap(({ stroke: i, onset }): TakeRemark[] => {
    const stroke = part.strokes[i]!;
    const next = part.strokes[i + 1];
    if (stroke.kind !== 'mute' || (next && next.at - stroke.at < MUTE_S)) return [];
    const struck = levelBetween(heard, onset.at + 0.015, onset.at + 0.045);
    const later = levelBetween(heard, onset.at + 0.14, onset.at + 0.175);
    if (struck === null || later === null || struck - later >= MUTE_DB) return [];
    return [{ what: 'open', ...placed(stroke, aligned), isSure: false, strokes: [i] }];
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

/**
 * How loud it is where the player is silent, against what is struck, in dB: in rests during which the others sound, if there
 * are any. Short rests are rung into, and say too much rather than too little.
 */
function bleedOf(
  heard: HeardTake,
  aligned: AlignedTake,
  part: PlannedPart,
  others: readonly PlannedPart[],
): number | null {
  const louds = aligned.matches.map((m) => m.onset.loudDb).sort((a, b) => a - b);
  const loud = louds[louds.length >> 1];
  if (loud === undefined) return null;
  const rests: { readonly level: number; readonly isLong: boolean; readonly isOver: boolean }[] = [];
  let sounding = -Infinity;
  for (const [i, stroke] of part.strokes.entries()) {
    const next = part.strokes[i + 1]?.at ?? part.seconds;
    sounding = Math.max(sounding, stroke.kind === 'dead' ? stroke.at + DEAD_S : stroke.end);
    const isLong = next - sounding > 0.33;
    const [from, to] = [sounding + (isLong ? 0.2 : 0.12), next - 0.04];
    if (to - from < 0.05) continue;
    const level = levelBetween(heard, aligned.timeOf(from), aligned.timeOf(to));
    const isOver = others.some((o) => o.strokes.some((s) => s.at < to && s.end > from));
    if (level !== null) rests.push({ level, isLong, isOver });
  }
  for (const kind of [
    rests.filter((r) => r.isLong && r.isOver),
    rests.filter((r) => r.isOver),
    rests.filter((r) => r.isLong),
    rests,
  ]) {
    // Some rests may be rung over: the quieter ones say what the others do.
    const levels = kind.map((r) => r.level).sort((x, y) => x - y);
    if (levels.length > 0) return Math.min(0, levels[Math.floor(levels.length / 4)]! - loud);
  }
  return null;
}

/** Median level between two moments of the recording, in dB; null when there is none. */
function levelBetween({ levels, stepS }: HeardTake, from: number, to: number): number | null {
  const part = levels.slice(Math.max(0, Math.round(from / stepS)), Math.max(0, Math.round(to / stepS)));
  if (part.length === 0) return null;
  part.sort();
  return part[part.length >> 1]!;
}

/** Share of samples at full scale. */
function clippedShare(audio: Float32Array): number {
  let count = 0;
  for (const x of audio) if (Math.abs(x) >= 0.999) count += 1;
  return count / Math.max(1, audio.length);
}
