import { useCallback, useEffect, useState } from 'react';
import type { Song } from '../../core/song/index';
import { storageWords, type SetList } from '../../store/index';
import { arriving } from '../arriving';
import { useShelfPorts } from '../shelf-ports';

/** A song of a set list; `song` null where it cannot be read. */
export interface SetSong {
  readonly id: string;
  readonly title: string;
  readonly song: Song | null;
}

export interface OpenSet {
  /** Null: there is no such list; left out: it is not read yet. */
  readonly list: SetList | null | undefined;
  readonly songs: readonly SetSong[];
  /** What went wrong with storage. */
  readonly trouble: string | null;
  /** Another order; can be taken back. */
  reorder(ids: readonly string[], label: string): void;
}

const work = () => import('../songs/shelf-work');

/** A set list with its songs, as they are on the shelf. */
export function useSet(id: string): OpenSet {
  const { storage, deeds } = useShelfPorts();
  const [list, setList] = useState<SetList | null | undefined>(undefined);
  const [songs, setSongs] = useState<readonly SetSong[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const refresh = useCallback(async () => {
    const found = (await storage.setLists()).find((one) => one.id === id) ?? null;
    const { shelfEntry } = await arriving(work);
    const entries = await Promise.all((found?.songs ?? []).map((song) => shelfEntry(storage, song)));
    setSongs(entries.flatMap((e) => (e ? [{ id: e.id, title: e.title, song: e.song }] : [])));
    setList(found);
  }, [storage, id]);
  useEffect(() => {
    const read = () => void refresh().catch((error: unknown) => setTrouble(storageWords(error)));
    read();
    return storage.watch(read);
  }, [refresh, storage]);
  return {
    list,
    songs,
    trouble,
    reorder(ids, label) {
      if (!list) return;
      const keep = async (order: readonly string[]) => {
        await storage.keepSetList({ ...list, songs: order });
        await refresh();
      };
      // Songs that are not on the shelf any more keep standing behind.
      const next = [...ids, ...list.songs.filter((one) => !ids.includes(one))];
      void keep(next)
        .then(() => deeds.getState().did({ label, undo: () => keep(list.songs), redo: () => keep(next) }))
        .catch((error: unknown) => setTrouble(storageWords(error)));
    },
  };
}
