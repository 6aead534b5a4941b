import Dexie, { type Table } from 'dexie';
import { cardOf } from './song-card';
import {
  StorageProblem,
  versionOf,
  type BinnedSong,
  type DeskMemory,
  type JournalEntry,
  type SetList,
  type SongCard,
  type SongFace,
  type SongStorage,
  type StoredSong,
  type Unsaved,
} from './storage';

type Tables = Dexie & {
  songs: Table<StoredSong, string>;
  journal: Table<JournalEntry, number, Unsaved>;
  desks: Table<DeskMemory, string>;
  cards: Table<SongCard, string>;
  bin: Table<BinnedSong & { readonly id: string }, string>;
  faces: Table<SongFace, string>;
  sets: Table<SetList, string>;
};

/** Songs in the browser's IndexedDB. `name` is the database; other tabs with the same name are told of saves. */
export function createDexieStorage(name = 'orchestron'): SongStorage {
  // Strict: a save is told as done when it is on the disk, not when the browser has heard of it.
  const db = new Dexie(name, { chromeTransactionDurability: 'strict' }) as Tables;
  db.version(1).stores({ songs: 'id, updatedAt' });
  db.version(2).stores({ songs: 'id, updatedAt', journal: '++seq, song', desks: 'id' });
  db.version(3).stores({ cards: 'id', bin: 'id, deletedAt', faces: 'id', sets: 'id' });
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
    cards: () =>
      guarded(() =>
        db.transaction('rw', db.songs, db.cards, async () => {
          const [ids, known] = await Promise.all([db.songs.toCollection().primaryKeys(), db.cards.toArray()]);
          // Records that came here by another way than `put` have no card yet; cards without a record are old.
          const there = new Set(ids);
          const stale = known.filter((card) => !there.has(card.id));
          for (const { id } of known) there.delete(id);
          const missing = (await db.songs.bulkGet([...there])).flatMap((s) => (s ? [cardOf(s)] : []));
          if (missing.length > 0) await db.cards.bulkPut(missing);
          if (stale.length > 0) await db.cards.bulkDelete(stale.map((card) => card.id));
          const cards = [...known.filter((card) => !stale.includes(card)), ...missing];
          return cards.sort((a, b) => b.updatedAt - a.updatedAt);
        }),
      ),
    put: (song, expected, clears = []) =>
      guarded(async () => {
        const tables = [db.songs, db.journal, db.cards, db.bin];
        const outcome = await db.transaction('rw', tables, async () => {
          const theirs = (await db.songs.get(song.id)) ?? null;
          if (versionOf(theirs) !== expected) return { kind: 'conflict', theirs } as const;
          const stored = { ...song, version: expected + 1 };
          await db.songs.put(stored);
          await db.cards.put(cardOf(stored));
          if (expected === 0) await db.bin.delete(song.id);
          const held = await db.journal.where('song').equals(song.id).toArray();
          const covered = held.filter((e) => e.tab === song.by && e.at <= song.updatedAt).map((e) => e.seq);
          if (covered.length + clears.length > 0) await db.journal.bulkDelete([...covered, ...clears]);
          return { kind: 'saved', version: expected + 1 } as const;
        });
        if (outcome.kind === 'saved') channel?.postMessage(song.id);
        return outcome;
      }),
    remove: (id, at) =>
      guarded(async () => {
        await db.transaction('rw', db.songs, db.cards, db.bin, async () => {
          const stored = await db.songs.get(id);
          if (stored) await db.bin.put({ id, stored, deletedAt: at });
          await db.songs.delete(id);
          await db.cards.delete(id);
        });
        channel?.postMessage(id);
      }),
    bin: () =>
      guarded(async () => {
        const rows = await db.bin.orderBy('deletedAt').reverse().toArray();
        return rows.map(({ stored, deletedAt }) => ({ stored, deletedAt }));
      }),
    restore: (id) =>
      guarded(async () => {
        const isBack = await db.transaction('rw', db.songs, db.cards, db.bin, async () => {
          const row = await db.bin.get(id);
          if (!row || (await db.songs.get(id))) return false;
          await db.songs.put(row.stored);
          await db.cards.put(cardOf(row.stored));
          await db.bin.delete(id);
          return true;
        });
        if (isBack) channel?.postMessage(id);
        return isBack;
      }),
    discard: (ids) =>
      guarded(() =>
        db.transaction('rw', [db.songs, db.bin, db.desks, db.faces, db.journal], async () => {
          await db.bin.bulkDelete([...ids]);
          // A song that was put back meanwhile keeps what belongs to it.
          const back = new Set(await db.songs.where('id').anyOf(ids).primaryKeys());
          const gone = ids.filter((id) => !back.has(id));
          await db.desks.bulkDelete(gone);
          await db.faces.bulkDelete(gone);
          await db.journal.where('song').anyOf(gone).delete();
        }),
      ),
    faces: (ids) =>
      guarded(async () => (await db.faces.bulkGet([...ids])).flatMap((face) => (face ? [face] : []))),
    keepFace: (face) => guarded(async () => void (await db.faces.put(face))),
    setLists: () => guarded(() => db.sets.toArray()),
    async keepSetList(list) {
      await guarded(() => db.sets.put(list));
      channel?.postMessage(list.id);
    },
    async removeSetList(id) {
      await guarded(() => db.sets.delete(id));
      channel?.postMessage(id);
    },
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
