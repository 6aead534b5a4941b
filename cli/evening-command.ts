import { leastTurning, turningCost, turningsBetween, turningWords } from '../src/core/set/index';
import { songLength, type Song } from '../src/core/song/index';
import { readSongFile } from './song-files';

/** `evening FILE FILE …`: lengths, what is turned, and the order with least turning. */
export async function eveningCommand(paths: readonly string[]): Promise<unknown> {
  const songs: Song[] = [];
  for (const path of paths) songs.push(await readSongFile(path));
  const last = songs.length - 1;
  const best = leastTurning(songs, { first: 0, last: last > 0 ? last : null });
  return {
    seconds: Math.round(songs.reduce((sum, song) => sum + songLength(song).seconds, 0)),
    songs: songs.map((song, i) => ({
      title: song.title,
      seconds: Math.round(songLength(song).seconds),
      turned: i === 0 ? [] : turningsBetween(songs[i - 1]!, song).map(turningWords),
    })),
    turning: turningCost(songs),
    best: {
      order: best.order.map((i) => songs[i]!.title),
      turning: best.cost,
      proven: best.proven,
    },
  };
}
