import type { PlannedPart } from '../heard/index';
import type { AlignedTake } from './align';
import { BLEED_DB, DEAD_S, levelBetween } from './levels';
import type { HeardTake } from './onsets';
import { placed, type TakeRemark } from './remark';

/** A stop that falls less than this within 0.3 s rang over; silence so long is a stop. */
const FALL_DB = 12;
const SILENT_S = 0.2;
/** A mute that falls less than this in 160 ms was none. */
const MUTE_DB = 5;
const MUTE_S = 0.19;

/** Where a stop is written: whether it rang over it, or whether that cannot be told. */
export function stopsOf(
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
export function openMutes(heard: HeardTake, aligned: AlignedTake, part: PlannedPart): readonly TakeRemark[] {
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
