import type { PlannedPart } from '../heard/index';
import type { AlignedTake } from './align';
import type { HeardTake } from './onsets';

/** A dead hit itself is heard so long. */
export const DEAD_S = 0.06;

/** Where the others are louder than this, missed strikes and stops they play over cannot be told, in dB. */
export const BLEED_DB = -19;
/** A rest louder than this is so by the others only where so many of their strikes in it are heard: as loud they would be. */
const RUNG_DB = -12;
const HEARD_SHARE = 0.5;
/** A strike of theirs is heard when something is within this. */
const NEAR_S = 0.06;

/**
 * How loud it is where the player is silent, against what is struck, in dB: in rests during which the others sound, if there
 * are any. Short rests are rung into, and say too much rather than too little; a loud one in which nothing is struck where the
 * others strike is rung over, and says nothing.
 */
export function bleedOf(
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
    const theirs = others.flatMap((o) => o.strokes.filter((s) => s.at > from && s.at < to && !s.slurred));
    const isHeard = (at: number) => heard.onsets.some((o) => Math.abs(o.at - aligned.timeOf(at)) < NEAR_S);
    const count = theirs.filter((s) => isHeard(s.at)).length;
    const isRungOver = level !== null && level - loud > RUNG_DB && count <= HEARD_SHARE * theirs.length;
    if (level !== null && !isRungOver) rests.push({ level, isLong, isOver });
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
export function levelBetween({ levels, stepS }: HeardTake, from: number, to: number): number | null {
  const part = levels.slice(Math.max(0, Math.round(from / stepS)), Math.max(0, Math.round(to / stepS)));
  if (part.length === 0) return null;
  part.sort();
  return part[part.length >> 1]!;
}

/** Share of samples at full scale. */
export function clippedShare(audio: Float32Array): number {
  let count = 0;
  for (const x of audio) if (Math.abs(x) >= 0.999) count += 1;
  return count / Math.max(1, audio.length);
}
