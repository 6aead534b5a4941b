import type { Bar, Player } from '../core/form/index';
import { hitsOf } from '../core/hits/index';
import { barTicks, type Meter } from '../core/time/index';

/** One strike of a player and how long it sounds, in ticks from the start of the section. */
export interface HitMark {
  readonly start: number;
  ticks: number;
  readonly kind: 'ring' | 'mute' | 'dead';
  readonly weak: boolean;
}

/**
 * All strikes of a player over some bars. Bars without hits strike each grip once and let it ring; what is held (`-`)
 * goes on over bar lines; a rest or a silent place ends the sound.
 */
export function hitMarksOf(bars: readonly Bar[], player: Player, meter: Meter): readonly HitMark[] {
  const length = barTicks(meter);
  const marks: HitMark[] = [];
  let sounding: HitMark | null = null;
  let resting = false;
  const strike = (mark: HitMark) => {
    marks.push(mark);
    sounding = mark.kind === 'dead' ? null : mark;
  };
  bars.forEach((bar, b) => {
    const begin = b * length;
    const cells = bar.cells[player];
    const restsAt = (tick: number) => {
      const cell = cells.findLast((c) => c.at <= tick)?.cell;
      return cell ? cell.kind !== 'grip' : resting;
    };
    const pattern = bar.hits[player];
    if (pattern !== null) {
      for (const hit of hitsOf(pattern, meter)) {
        const start = begin + hit.atTick;
        if (hit.kind === 'silent' || restsAt(hit.atTick)) sounding = null;
        else if (hit.kind === 'hold') {
          if (sounding) (sounding as HitMark).ticks += hit.ticks;
        } else strike({ start, ticks: hit.ticks, kind: hit.kind, weak: hit.weak });
      }
    } else {
      const cuts = [...new Set([0, ...cells.map((c) => c.at), length])];
      cuts.slice(0, -1).forEach((at, i) => {
        const ticks = cuts[i + 1]! - at;
        if (restsAt(at)) sounding = null;
        else if (cells.some((c) => c.at === at))
          strike({ start: begin + at, ticks, kind: 'ring', weak: false });
        else if (sounding) (sounding as HitMark).ticks += ticks;
      });
    }
    resting = restsAt(length);
  });
  return marks;
}
