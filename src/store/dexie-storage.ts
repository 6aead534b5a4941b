import Dexie, { type Table } from 'dexie';
import {
  StorageProblem,
  versionOf,
  type DeskMemory,
  type JournalEntry,
  type SongStorage,
  type StoredSong,
  type Unsaved,
} from './storage';

type Tables = Dexie & {
  songs: Table<StoredSong, string>;
  journal: Table<JournalEntry, number, Unsaved>;
  desks: Table<DeskMemory, string>;
};

/** Songs in the browser's IndexedDB. `name` is the database; other tabs with the same name are told of saves. */
export function createDexieStorage(name = 'orchestron'): SongStorage {
  // Strict: a save is told as done when it is on the disk, not when the browser has heard of it.
  const db = new Dexie(name, { chromeTransactionDurability: 'strict' }) as Tables;
  db.version(1).stores({ songs: 'id, updatedAt' });
  db.version(2).stores({ songs: 'id, updatedAt', journal: '++seq, song', desks: 'id' });
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(name);
  const guarded = async <T>(work: () => Promise<T>): Promise<T> => {
    try {
      return await work();
    } catch (error) {
      throw new StorageProblem(isFull(error) ? 'full' : 'refused', error);
    }
  };
  return {
    // Not through the index: a record without its time would be missing there.
    list: () => guarded(async () => (await db.songs.toArray()).sort((a, b) => timeOf(b) - timeOf(a))),
    get: (id) => guarded(async () => (await db.songs.get(id)) ?? null),
    put: (song, expected, clears = []) =>
      guarded(async () => {
        const outcome = await db.transaction('rw', db.songs, db.journal, async () => {
          const theirs = (await db.songs.get(song.id)) ?? null;
          if (versionOf(theirs) !== expected) return { kind: 'conflict', theirs } as const;
          await db.songs.put({ ...song, version: expected + 1 });
          const held = await db.journal.where('song').equals(song.id).toArray();
          const covered = held.filter((e) => e.tab === song.by && e.at <= song.updatedAt).map((e) => e.seq);
          if (covered.length + clears.length > 0) await db.journal.bulkDelete([...covered, ...clears]);
          return { kind: 'saved', version: expected + 1 } as const;
        });
        if (outcome.kind === 'saved') channel?.postMessage(song.id);
        return outcome;
      }),
    remove: (id) =>
      guarded(async () => {
        await db.transaction('rw', db.songs, db.desks, async () => {
          await db.songs.delete(id);
          await db.desks.delete(id);
        });
        channel?.postMessage(id);
      }),
    append: (entry) =>
      guarded(() =>
        db.transaction('rw', db.journal, async () => {
          const before = await db.journal.where('song').equals(entry.song).toArray();
          await db.journal.add(entry);
          const older = before.filter((e) => e.tab === entry.tab).map((e) => e.seq);
          if (older.length > 0) await db.journal.bulkDelete(older);
        }),
      ),
    unsaved: (song) => guarded(() => db.journal.where('song').equals(song).sortBy('seq')),
    forget: (seqs) => guarded(() => db.journal.bulkDelete([...seqs])),
    keepDesk: (memory) => guarded(async () => void (await db.desks.put(memory))),
    desk: (id) => guarded(async () => (await db.desks.get(id)) ?? null),
    watch(onChange) {
      const listen = (event: MessageEvent) => onChange(String(event.data));
      channel?.addEventListener('message', listen);
      return () => channel?.removeEventListener('message', listen);
    },
  };
}

function timeOf({ updatedAt }: StoredSong): number {
  return typeof updatedAt === 'number' ? updatedAt : 0;
}

function isFull(error: unknown): boolean {
  const names = [error, (error as { inner?: unknown } | null)?.inner].map(
    (e) => (e as { name?: string } | null)?.name,
  );
  return names.includes('QuotaExceededError');
}
