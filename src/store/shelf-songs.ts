import { nanoid } from 'nanoid';
import { formatProblem } from '../core/base/index';
import { saveSong, validateStorable, type Song } from '../core/song/index';
import { StorageProblem, type SongStorage, type StoredSong } from './storage';
import { understoodRecord } from './stored';

/** A song on the shelf. `song` is null when what is stored cannot be read; `trouble` then says why. */
export interface ShelfEntry {
  readonly id: string;
  readonly title: string;
  readonly song: Song | null;
  readonly trouble: string | null;
  /** What else of the record is damaged. */
  readonly remarks: readonly string[];
  readonly updatedAt: number;
  readonly stored: StoredSong;
}

/** Everything on the shelf, newest first. */
export async function readShelf(storage: SongStorage): Promise<readonly ShelfEntry[]> {
  return (await storage.list()).map(entryOf);
}

/** Puts a new song on the shelf and gives its id. Throws StorageProblem, also where the song could not be opened again. */
export async function addSong(
  storage: SongStorage,
  song: Song,
  options: { now: number; draft?: string | null; clears?: readonly number[] },
): Promise<string> {
  const stored = validateStorable(song);
  if (!stored.ok) throw new StorageProblem('unreadable', formatProblem(stored.error[0]!));
  const id = nanoid(12);
  await storage.put(
    { id, title: song.title, saved: saveSong(song), draft: options.draft ?? null, updatedAt: options.now },
    0,
    options.clears,
  );
  return id;
}

/** One song of the shelf; null when it is not there. */
export async function shelfEntry(storage: SongStorage, id: string): Promise<ShelfEntry | null> {
  const stored = await storage.get(id);
  return stored && entryOf(stored);
}

function entryOf(stored: StoredSong): ShelfEntry {
  const { title, song, trouble, remarks, updatedAt } = understoodRecord(stored);
  return { id: stored.id, title, song, trouble, remarks, updatedAt, stored };
}
