import { fail, ok, type Result } from '../base/index';
import { HARMONIES, type Harmony } from '../line/index';
import { PLAYERS, type Player } from './cell';

/** How a part follows another one: the same notes, octaves away, or an interval within the key. */
export interface Like {
  readonly player: Player;
  /** Null: the same pitches. */
  readonly interval: { readonly harmony: Harmony; readonly side: 'above' | 'below' } | null;
}

const EXPECTED = 'guitar1, guitar1 octave below or guitar1 third above';

/** Reads `guitar1`, `guitar1 octave up`, `guitar1 third above` behind `guitar2 like`. */
export function parseLike(text: string, follower: Player): Result<Like> {
  const [name = '', what, where, ...more] = text.trim().split(/\s+/);
  const player = PLAYERS.find((p) => p === name && p !== follower);
  if (!player) return fail(`"${name}" cannot be followed; expected ${EXPECTED}`);
  if (what === undefined || (what === 'unison' && where === undefined)) return ok({ player, interval: null });
  const harmony = HARMONIES.find((h) => h === what);
  const side =
    where === 'above' || where === 'up' ? 'above' : where === 'below' || where === 'down' ? 'below' : null;
  if (!harmony || !side || more.length > 0)
    return fail(`"${text.trim()}" is no way to follow; expected ${EXPECTED} (${HARMONIES.join(', ')})`);
  return ok({ player, interval: { harmony, side } });
}

/** As `parseLike` reads it: `guitar1 third above`. */
export function formatLike({ player, interval }: Like): string {
  return interval === null ? player : `${player} ${interval.harmony} ${interval.side}`;
}
