import { barsOnPass, type Player, type Section } from '../form/index';
import {
  directionAt,
  fastestDowns,
  handDivision,
  type Direction,
  type DownRun,
  type StrokeWay,
} from '../hits/index';
import { barTicks, swungTick, ticksToSeconds, type Meter } from '../time/index';
import type { Rig } from './song';
import { isSwung, strikesOf, type Strike } from './strikes';

/** A stroke with the way the hand goes through the strings. */
export interface Stroke {
  readonly strike: Strike;
  readonly direction: Direction;
}

/** The right hand of one player over a section on one pass. */
export interface RightHandPart {
  readonly way: StrokeWay;
  /** What the hand swings by in each bar, in ticks. */
  readonly divisions: readonly number[];
  /** Every stroke in time order; what is hammered, pulled, slid to, tapped, slapped or popped has none. */
  readonly strokes: readonly Stroke[];
}

/** The way a player strikes in a section: the section's, else the player's own. */
export function strokeWay(section: Section, player: Player, rig: Rig): StrokeWay {
  return section.hands?.[player]?.strokes ?? rig.strokes;
}

export function rightHand(
  section: Section,
  of: { pass: number; meter: Meter; player: Player; rig: Rig },
): RightHandPart {
  const { pass, meter, player, rig } = of;
  const bars = barsOnPass(section, pass);
  const length = barTicks(meter);
  const way = strokeWay(section, player, rig);
  // Several strings struck otherwise at one place are one stroke.
  const struck = strikesOf(bars, meter)[player].filter(
    (s, i, all) => isSwung(s) && !(all[i - 1]?.at === s.at && isSwung(all[i - 1]!)),
  );
  const barAt = (strike: Strike) => Math.floor(strike.at / length);
  const byBar = new Map<number, Strike[]>();
  for (const s of struck) {
    const list = byBar.get(barAt(s));
    if (list) list.push(s);
    else byBar.set(barAt(s), [s]);
  }
  const divisionOf = (bar: number) =>
    handDivision(
      (byBar.get(bar) ?? []).map((s) => s.at - bar * length),
      meter,
    );
  const divisions = bars.map((_, b) => divisionOf(b));
  const strokes = struck.map((strike): Stroke => {
    const bar = barAt(strike);
    const stroke = { tick: strike.at - bar * length, written: strike.direction };
    return {
      strike,
      direction: directionAt(stroke, way, { division: divisions[bar] ?? divisionOf(bar), meter }),
    };
  });
  return { way, divisions, strokes };
}

/** The fastest run of down-strokes of a part at a tempo, the section's swing counted; null when there is none. */
export function fastestRun(
  part: RightHandPart,
  section: Section,
  tempo: number,
): (DownRun & { readonly from: Strike; readonly to: Strike }) | null {
  const swing = section.swing ?? null;
  const run = fastestDowns(
    part.strokes.map(({ strike, direction }) => ({
      at: ticksToSeconds(swungTick(strike.at, swing), tempo),
      direction,
    })),
  );
  if (run === null) return null;
  return {
    ...run,
    from: part.strokes[run.first]!.strike,
    to: part.strokes[run.first + run.strokes - 1]!.strike,
  };
}
