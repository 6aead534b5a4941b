import type { SongStorage, StoredSong } from './storage';

/** Songs that live as long as the tab: for tests and where the browser refuses storage. */
export function createMemoryStorage(): SongStorage {
  const rows = new Map<string, StoredSong>();
  const watchers = new Set<(id: string) => void>();
  return {
    list: async () => [...rows.values()].sort((a, b) => b.updatedAt - a.updatedAt),
    get: async (id) => rows.get(id) ?? null,
    async put(song, expected) {
      const theirs = rows.get(song.id) ?? null;
      if ((theirs?.version ?? 0) !== expected) return { kind: 'conflict', theirs };
      rows.set(song.id, structuredClone({ ...song, version: expected + 1 }));
      return { kind: 'saved', version: expected + 1 };
    },
    async remove(id) {
      rows.delete(id);
    },
    watch(onChange) {
      watchers.add(onChange);
      return () => watchers.delete(onChange);
    },
  };
}
