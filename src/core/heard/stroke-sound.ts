import type { Player } from '../form/index';
import type { Strike } from '../song/index';
import type { Damping } from '../sound/index';

/** How a stroke makes a string sound. */
export interface Touch {
  readonly amp: number;
  readonly beta: number;
  readonly widthMs: number;
  readonly noise: number;
  readonly damp: Damping;
}

const PALM: Damping = { t60: 0.34, t60At3k: 0.09 };
const DEAD: Damping = { t60: 0.05, t60At3k: 0.035 };
/** One string, struck as usual. */
const LOUD = 0.1;
/** A weak stroke against a strong one. */
const WEAK = 0.5;

/**
 * A stroke by what it is: palm mutes die in a third of a second and are struck near the bridge, dead hits are a knock with
 * next to no pitch, slaps and pops are hard. Rates are common practice and measured (docs/listening.md).
 */
export function touchOf(
  player: Player,
  hz: number,
  { kind, weak, technique, gain }: Pick<Strike, 'kind' | 'weak' | 'technique'> & { readonly gain: number },
): Touch {
  const isBass = player === 'bass';
  const loud = LOUD * (isBass ? 1.25 : 1) * (weak ? WEAK : 1);
  const base = { beta: isBass ? 0.2 : 0.13, widthMs: (isBass ? 0.9 : 0.35) * (weak ? 1.4 : 1), noise: 0.04 };
  const hard =
    technique === 'slap' || technique === 'pop'
      ? { amp: loud * 1.35, beta: technique === 'pop' ? 0.07 : 0.12, widthMs: 0.15, noise: 0.14 }
      : { amp: loud, ...base };
  switch (kind) {
    case 'ring':
      return { ...hard, damp: ringing(player, hz) };
    case 'mute':
      return { ...hard, amp: hard.amp * 1.05, beta: 0.09, widthMs: hard.widthMs * 1.3, damp: PALM };
    case 'dead': {
      // An amplifier without gain hardly lifts a knock.
      const lift = gain < 3 ? 1.6 : 1.1;
      return { amp: loud * lift, beta: 0.1, widthMs: 0.3, noise: 0.5, damp: DEAD };
    }
  }
}

/** An open string rings for eight seconds at the bottom and for two at the top (measured by others, common practice). */
export function ringing(player: Player, hz: number): Damping {
  const t60 = Math.min(8, Math.max(1.8, 7 * (82 / hz) ** 0.5));
  return { t60, t60At3k: player === 'bass' ? 0.7 : Math.min(1.1, t60 / 2) };
}
