import { PLAYERS } from '../form/index';
import { retuned, tunedBy } from '../instrument/index';
import { refitSong } from './refit';
import type { Song } from './song';

/**
 * Semitones the whole band is tuned below the usual strings (below 0: above), where all do it alike; 0 else. A lowest
 * string that is dropped further counts with the others.
 */
export function bandTuning(song: Pick<Song, 'players'>): number {
  const [first, ...others] = PLAYERS.map((player) => tunedBy(song.players[player]));
  if (first === undefined || first === null || others.some((by) => by !== first)) return 0;
  return -first;
}

/**
 * The same song with everything named as it is fretted on usual strings, `down` semitones lower in sound; null where the
 * band is not tuned alike, or is named so already.
 */
export function namedAsFretted(song: Song): Song | null {
  const by = bandTuning(song);
  if (by <= 0 || song.down !== undefined) return null;
  return { ...retunedBy(song, by), down: by };
}

/** The same song with everything named as it sounds; null where it is already. */
export function namedAsSounding(song: Song): Song | null {
  if (song.down === undefined) return null;
  const { down, ...rest } = song;
  return retunedBy(rest, -down);
}

/** Strings and names so many semitones higher, every shape where it is. */
function retunedBy(song: Song, by: number): Song {
  const of = (player: (typeof PLAYERS)[number]) => retuned(song.players[player], by);
  const players = { guitar1: of('guitar1'), guitar2: of('guitar2'), bass: of('bass') };
  return refitSong(song, { key: null, players, keep: 'shapes' }).song;
}
