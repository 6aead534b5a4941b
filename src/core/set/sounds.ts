import type { Player } from '../form/index';
import type { Song } from '../song/index';

/** The sounds a player changes between in a song, the usual one first: "gain 7, clean, lead". */
export function soundsOf(song: Pick<Song, 'players'>): Readonly<Record<Player, readonly string[]>> {
  const of = (player: Player) => {
    const { gain, sounds } = song.players[player];
    return [`gain ${gain}`, ...(sounds ?? []).map((sound) => sound.name)];
  };
  return { guitar1: of('guitar1'), guitar2: of('guitar2'), bass: of('bass') };
}
