import Dexie, { type Table } from 'dexie';
import { StorageProblem, type SongStorage, type StoredSong } from './storage';

/** Songs in the browser's IndexedDB. `name` is the database; other tabs with the same name are told of saves. */
export function createDexieStorage(name = 'orchestron'): SongStorage {
  const db = new Dexie(name) as Dexie & { songs: Table<StoredSong, string> };
  db.version(1).stores({ songs: 'id, updatedAt' });
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(name);
  const guarded = async <T>(work: () => Promise<T>): Promise<T> => {
    try {
      return await work();
    } catch (error) {
      throw new StorageProblem(isFull(error) ? 'full' : 'refused', error);
    }
  };
  return {
    list: () => guarded(() => db.songs.orderBy('updatedAt').reverse().toArray()),
    get: (id) => guarded(async () => (await db.songs.get(id)) ?? null),
    put: (song, expected) =>
      guarded(async () => {
        const outcome = await db.transaction('rw', db.songs, async () => {
          const theirs = (await db.songs.get(song.id)) ?? null;
          if ((theirs?.version ?? 0) !== expected) return { kind: 'conflict', theirs } as const;
          await db.songs.put({ ...song, version: expected + 1 });
          return { kind: 'saved', version: expected + 1 } as const;
        });
        if (outcome.kind === 'saved') channel?.postMessage(song.id);
        return outcome;
      }),
    remove: (id) =>
      guarded(async () => {
        await db.songs.delete(id);
        channel?.postMessage(id);
      }),
    watch(onChange) {
      const listen = (event: MessageEvent) => onChange(String(event.data));
      channel?.addEventListener('message', listen);
      return () => channel?.removeEventListener('message', listen);
    },
  };
}

function isFull(error: unknown): boolean {
  const names = [error, (error as { inner?: unknown } | null)?.inner].map(
    (e) => (e as { name?: string } | null)?.name,
  );
  return names.includes('QuotaExceededError');
}
