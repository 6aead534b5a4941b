import { fail, ok, problemIn, sameData, type Problem, type Result } from '../base/index';
import { readSong } from './read-saved';
import { saveSong } from './saved';
import type { Song } from './song';

/**
 * The song, if saving it as a song file and reading that gives the same song; otherwise every problem with its path.
 * Imported and pasted songs are validated here before they are stored, so that nothing is stored that cannot be opened.
 */
export function validateStorable(song: Song): Result<Song, readonly Problem[]> {
  const saved: unknown = JSON.parse(JSON.stringify(saveSong(song)));
  const read = readSong(saved);
  if (!read.ok) return read;
  if (sameData(saveSong(read.value), saved)) return ok(song);
  return fail([problemIn('song', 'a song file would give a different song back; expected the same one')]);
}
