import { versionOf, type DeskMemory, type JournalEntry, type SongStorage, type StoredSong } from './storage';

/** Songs that live as long as the tab: for tests and where the browser refuses storage. */
export function createMemoryStorage(): SongStorage {
  const rows = new Map<string, StoredSong>();
  const desks = new Map<string, DeskMemory>();
  const watchers = new Set<(id: string) => void>();
  let journal: readonly JournalEntry[] = [];
  let seq = 0;
  return {
    list: async () => [...rows.values()].sort((a, b) => b.updatedAt - a.updatedAt),
    get: async (id) => rows.get(id) ?? null,
    async put(song, expected, clears = []) {
      const theirs = rows.get(song.id) ?? null;
      if (versionOf(theirs) !== expected) return { kind: 'conflict', theirs };
      rows.set(song.id, structuredClone({ ...song, version: expected + 1 }));
      journal = journal.filter(
        (e) =>
          !clears.includes(e.seq) && !(e.song === song.id && e.tab === song.by && e.at <= song.updatedAt),
      );
      return { kind: 'saved', version: expected + 1 };
    },
    async remove(id) {
      rows.delete(id);
      desks.delete(id);
    },
    async append(entry) {
      seq += 1;
      const others = journal.filter((e) => e.song !== entry.song || e.tab !== entry.tab);
      journal = [...others, structuredClone({ ...entry, seq })];
    },
    unsaved: async (song) => journal.filter((e) => e.song === song),
    async forget(seqs) {
      journal = journal.filter((e) => !seqs.includes(e.seq));
    },
    async keepDesk(memory) {
      desks.set(memory.id, structuredClone(memory));
    },
    desk: async (id) => desks.get(id) ?? null,
    watch(onChange) {
      watchers.add(onChange);
      return () => watchers.delete(onChange);
    },
  };
}
