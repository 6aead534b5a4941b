import { PLAYER_WORDS, PLAYERS, type Player } from '../form/index';
import { turnedStrings, tuningWords, type TurnedString } from '../instrument/index';
import { pretty } from '../pitch/index';
import type { Song } from '../song/index';

/** What a player changes on the instrument between two songs. */
export interface Turning {
  readonly player: Player;
  /** Strings to be turned; null: another instrument, as its strings are not as many. */
  readonly strings: readonly TurnedString[] | null;
  /** The tuning afterwards, as people call it. */
  readonly tuning: string;
  /** Where the capo goes; null: it stays. */
  readonly capo: number | null;
}

/** What of a song has to do with turning. */
export type Tuned = Pick<Song, 'players'>;

/** Who turns what, or moves a capo, from one song to the next; none: everybody plays on. */
export function turningsBetween(from: Tuned, to: Tuned): readonly Turning[] {
  return PLAYERS.flatMap((player): Turning[] => {
    const [was, is] = [from.players[player], to.players[player]];
    const strings = turnedStrings(was, is);
    const capo = was.capo === is.capo ? null : is.capo;
    if (strings?.length === 0 && capo === null) return [];
    return [{ player, strings, tuning: tuningWords(is), capo }];
  });
}

/** "Guitar 1 to drop D (E2 down to D2)", "Guitar 2 capo off". */
export function turningWords({ player, strings, tuning, capo }: Turning): string {
  const parts: string[] = [];
  if (strings === null) parts.push(`another instrument, ${pretty(tuning)}`);
  else if (strings.length > 0) {
    const single = strings.map(
      ({ from, to, by }) => `${pretty(from)} ${by < 0 ? 'down' : 'up'} to ${pretty(to)}`,
    );
    const words = strings.length > 3 ? `${strings.length} strings` : single.join(', ');
    parts.push(`to ${pretty(tuning)} (${words})`);
  }
  if (capo !== null) parts.push(capo === 0 ? 'capo off' : `capo to fret ${capo}`);
  return `${PLAYER_WORDS[player]} ${parts.join(', ')}`;
}
