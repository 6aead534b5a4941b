import { fail, ok, problemIn, type Problem, type Result } from '../base/index';
import { readSong } from './read-saved';
import { saveSong } from './saved';
import type { Song } from './song';

/**
 * The song if a song file of it gives the same song back, else what is in the way. Whatever comes from outside is
 * checked here before it is stored: what cannot be opened again must not be kept in the first place.
 */
export function validateStorable(song: Song): Result<Song, readonly Problem[]> {
  const saved = JSON.stringify(saveSong(song));
  const read = readSong(JSON.parse(saved));
  if (!read.ok) return read;
  if (sorted(saveSong(read.value)) === sorted(JSON.parse(saved))) return ok(song);
  return fail([problemIn('song', 'a song file would give another song back; expected the same one')]);
}

/** As text, the keys of every object in order, so that only values count. */
function sorted(value: unknown): string {
  return JSON.stringify(value, (_key, v: unknown) =>
    typeof v === 'object' && v !== null && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v,
  );
}
