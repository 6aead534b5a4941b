import { nanoid } from 'nanoid';
import { useCallback, useEffect, useState } from 'react';
import {
  freeTitle,
  readBin,
  renameSong,
  type BinnedSong,
  type SetList,
  type SongCard,
  type SongStorage,
} from '../../store/index';
import { arriving } from '../arriving';
import { useOpenedPorts, useShelfPorts } from '../shelf-ports';
import type { SetChange } from './use-import';

/** What stands on the shelf, and what can be done with it; every deed can be taken back. */
export interface Shelf {
  /** Null until they are read. */
  readonly cards: readonly SongCard[] | null;
  readonly bin: readonly BinnedSong[];
  readonly sets: readonly SetList[];
  refresh(): Promise<void>;
  rename(card: SongCard, title: string): Promise<void>;
  /** Gives the copy's title; null where the song cannot be read. */
  duplicate(card: SongCard): Promise<string | null>;
  remove(card: SongCard): Promise<void>;
  restore(song: BinnedSong): Promise<boolean>;
  discard(songs: readonly BinnedSong[]): Promise<void>;
  /** Songs, and set lists, that were put on the shelf just now: one deed. */
  added(ids: readonly string[], label: string, sets?: readonly SetChange[]): void;
  /** Gives how many were missing. */
  bringDemo(): Promise<number>;
  newSet(name: string): Promise<SetList>;
  changeSet(list: SetList, now: SetList | null, label: string): Promise<void>;
}

const work = () => import('./shelf-work');

const WELCOMED = 'orchestron.welcomed';

/** `attempt` does the work and says what storage refuses. */
export function useShelf(attempt: (work: () => Promise<void>) => Promise<void>): Shelf {
  const { storage, deeds } = useShelfPorts();
  const desk = useOpenedPorts()?.desk ?? null;
  const [cards, setCards] = useState<readonly SongCard[] | null>(null);
  const [bin, setBin] = useState<readonly BinnedSong[]>([]);
  const [sets, setSets] = useState<readonly SetList[]>([]);

  const refresh = useCallback(async () => {
    const now = await storage.cards();
    setCards(now);
    const [binned, lists] = await Promise.all([readBin(storage, Date.now()), storage.setLists()]);
    setBin(binned);
    setSets(lists);
  }, [storage]);

  useEffect(() => {
    void attempt(async () => {
      // What is typed on the open song stands on the shelf too; nothing waits for it.
      if (desk) void desk.getState().saveNow().then(refresh);
      if (!welcomed() && (await storage.cards()).length === 0) await addDemo(storage, []);
      await refresh();
    });
    return storage.watch(() => void attempt(refresh));
  }, [attempt, desk, refresh, storage]);

  const { did } = deeds.getState();
  const putAway = (id: string) => {
    if (desk?.getState().id === id) desk.getState().close();
  };
  const remove = async (ids: readonly string[]) => {
    for (const id of ids) {
      await storage.remove(id, Date.now());
      putAway(id);
    }
    await refresh();
  };
  const restore = async (ids: readonly string[]) => {
    for (const id of ids) await storage.restore(id);
    await refresh();
  };
  const rename = async (id: string, title: string) => {
    const isDone = await renameSong(storage, { id, title, now: Date.now() });
    putAway(id);
    await refresh();
    return isDone;
  };
  const keep = async (list: SetList) => {
    await storage.keepSetList(list);
    await refresh();
  };
  const drop = async ({ id }: SetList) => {
    await storage.removeSetList(id);
    await refresh();
  };

  return {
    cards,
    bin,
    sets,
    refresh,
    async rename({ id, title: was }, typed) {
      const title = typed.trim();
      if (title === '' || title === was || !(await rename(id, title))) return;
      did({
        label: `rename ${was}`,
        undo: async () => void (await rename(id, was)),
        redo: async () => void (await rename(id, title)),
      });
    },
    async duplicate({ id }) {
      const { addSong, shelfEntry } = await arriving(work);
      const entry = await shelfEntry(storage, id);
      if (!entry?.song) return null;
      const title = freeTitle(
        entry.title,
        (cards ?? []).map((c) => c.title),
      );
      const options = { now: Date.now(), draft: entry.stored.draft };
      const copy = await addSong(storage, { ...entry.song, title }, options);
      await refresh();
      did({
        label: `duplicate ${entry.title}`,
        undo: () => remove([copy]),
        redo: () => restore([copy]),
      });
      return title;
    },
    async remove({ id, title }) {
      await remove([id]);
      did({ label: `delete ${title}`, undo: () => restore([id]), redo: () => remove([id]) });
    },
    async restore({ stored }) {
      const isBack = await storage.restore(stored.id);
      await refresh();
      return isBack;
    },
    async discard(songs) {
      await storage.discard(songs.map(({ stored }) => stored.id));
      await refresh();
    },
    added(ids, label, sets = []) {
      if (ids.length === 0 && sets.length === 0) return;
      did({
        label,
        undo: async () => {
          for (const { was, now } of [...sets].reverse())
            await (was === null ? storage.removeSetList(now.id) : storage.keepSetList(was));
          await remove(ids);
        },
        redo: async () => {
          for (const { now } of sets) await storage.keepSetList(now);
          await restore(ids);
        },
      });
    },
    async bringDemo() {
      const added = await addDemo(
        storage,
        (cards ?? []).map((c) => c.title),
      );
      await refresh();
      if (added.length > 0)
        did({ label: 'bring the demo songs back', undo: () => remove(added), redo: () => restore(added) });
      return added.length;
    },
    async newSet(name) {
      const list: SetList = { id: nanoid(12), name, songs: [] };
      await keep(list);
      did({ label: `new set list ${name}`, undo: () => drop(list), redo: () => keep(list) });
      return list;
    },
    async changeSet(list, now, label) {
      const go = () => (now === null ? drop(list) : keep(now));
      await go();
      did({ label, undo: () => keep(list), redo: go });
    },
  };
}

/** Gives the ids of what was missing. */
async function addDemo(storage: SongStorage, titles: readonly string[]): Promise<readonly string[]> {
  const { addSong, demoSongs } = await arriving(work);
  const missing = demoSongs().filter((song) => !titles.includes(song.title));
  const ids: string[] = [];
  for (const [i, song] of missing.entries()) ids.push(await addSong(storage, song, { now: Date.now() + i }));
  try {
    localStorage.setItem(WELCOMED, 'yes');
  } catch {
    // Asked again next time then.
  }
  return ids;
}

function welcomed(): boolean {
  try {
    return localStorage.getItem(WELCOMED) !== null;
  } catch {
    return false;
  }
}
