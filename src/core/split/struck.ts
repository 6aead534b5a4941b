import { barsOnPass, PLAYERS, type Player, type Section } from '../form/index';
import { hitsOf } from '../hits/index';
import { barTicks, TICKS_PER_QUARTER, type Meter } from '../time/index';

/** What written hits ask of the left hand while a grip is held. */
export interface Struck {
  /** Strings (1 = highest) that are picked one after the other. */
  readonly picked: readonly number[];
  /** It is cut short or choked again and again: the hand must be able to lift off every string. */
  readonly choked: boolean;
}

export const UNSTRUCK: Struck = { picked: [], choked: false };

/** Strokes of a section that ask something of the left hand, with their ticks from its start. */
export type StruckIn = Readonly<
  Record<Player, readonly { readonly at: number; readonly string: number | null }[]>
>;

/** Cut short: silent within less than a quarter. */
const SHORT = TICKS_PER_QUARTER;
/** Fewer short strokes than this under a grip the picking hand stops by itself. */
const CHOKED_FROM = 2;

/** What is picked string by string or cut short in a section on a pass. */
export function struckIn(section: Section, of: { pass: number; meter: Meter }): StruckIn {
  const bars = barsOnPass(section, of.pass);
  const length = barTicks(of.meter);
  const list = (player: Player): StruckIn[Player] =>
    bars.flatMap((bar, b) => {
      const pattern = bar.hits[player];
      if (pattern === null || player === 'bass' || !/[1-6.xX]/.test(pattern)) return [];
      const hits = hitsOf(pattern, of.meter);
      return hits.flatMap(({ atTick, strings, kind }, i): StruckIn[Player] => {
        const at = b * length + atTick;
        if (strings?.length === 1) return [{ at, string: strings[0]! }];
        const next = hits.slice(i + 1).find((h) => h.kind !== 'hold');
        const isCut = kind === 'ring' && next?.kind === 'silent' && next.atTick - atTick < SHORT;
        return kind === 'dead' || isCut ? [{ at, string: null }] : [];
      });
    });
  return { guitar1: list('guitar1'), guitar2: list('guitar2'), bass: [] };
}

/** The same for each player between two ticks. */
export function struckOver(struck: StruckIn, from: number, to: number): Readonly<Record<Player, Struck>> {
  const of = (player: Player): Struck => {
    const here = struck[player].filter(({ at }) => at >= from && at < to);
    if (here.length === 0) return UNSTRUCK;
    return {
      picked: [...new Set(here.flatMap(({ string }) => string ?? []))],
      choked: here.filter(({ string }) => string === null).length >= CHOKED_FROM,
    };
  };
  const [guitar1, guitar2, bass] = PLAYERS.map(of) as [Struck, Struck, Struck];
  return { guitar1, guitar2, bass };
}
