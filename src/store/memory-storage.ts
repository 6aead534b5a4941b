import { cardOf } from './song-card';
import {
  versionOf,
  type BinnedSong,
  type DeskMemory,
  type JournalEntry,
  type SetList,
  type SongFace,
  type SongStorage,
  type StoredSong,
} from './storage';

/** Songs that live as long as the tab: for tests and where the browser refuses storage. */
export function createMemoryStorage(): SongStorage {
  const rows = new Map<string, StoredSong>();
  const desks = new Map<string, DeskMemory>();
  const bin = new Map<string, BinnedSong>();
  const faces = new Map<string, SongFace>();
  const sets = new Map<string, SetList>();
  const watchers = new Set<(id: string) => void>();
  let journal: readonly JournalEntry[] = [];
  let seq = 0;
  return {
    list: async () => [...rows.values()].sort((a, b) => b.updatedAt - a.updatedAt),
    cards: async () => [...rows.values()].map(cardOf).sort((a, b) => b.updatedAt - a.updatedAt),
    get: async (id) => rows.get(id) ?? null,
    async put(song, expected, clears = []) {
      const theirs = rows.get(song.id) ?? null;
      if (versionOf(theirs) !== expected) return { kind: 'conflict', theirs };
      rows.set(song.id, structuredClone({ ...song, version: expected + 1 }));
      if (expected === 0) bin.delete(song.id);
      journal = journal.filter(
        (e) =>
          !clears.includes(e.seq) && !(e.song === song.id && e.tab === song.by && e.at <= song.updatedAt),
      );
      return { kind: 'saved', version: expected + 1 };
    },
    async remove(id, at) {
      const stored = rows.get(id);
      if (stored) bin.set(id, { stored, deletedAt: at });
      rows.delete(id);
    },
    bin: async () => [...bin.values()].sort((a, b) => b.deletedAt - a.deletedAt),
    async restore(id) {
      const row = bin.get(id);
      if (!row || rows.has(id)) return false;
      rows.set(id, row.stored);
      bin.delete(id);
      return true;
    },
    async discard(ids) {
      for (const id of ids) bin.delete(id);
      for (const id of ids.filter((one) => !rows.has(one))) {
        desks.delete(id);
        faces.delete(id);
        journal = journal.filter((entry) => entry.song !== id);
      }
    },
    faces: async (ids) => ids.flatMap((id) => faces.get(id) ?? []),
    async keepFace(face) {
      faces.set(face.id, structuredClone(face));
    },
    setLists: async () => [...sets.values()],
    async keepSetList(list) {
      sets.set(list.id, structuredClone(list));
    },
    async removeSetList(id) {
      sets.delete(id);
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
