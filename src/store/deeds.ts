import { createStore, type StoreApi } from 'zustand/vanilla';

/** Something done on the shelf, and how it is taken back and done again. */
export interface Deed {
  /** What was done: "delete Salt Lamp". */
  readonly label: string;
  readonly undo: () => Promise<void>;
  readonly redo: () => Promise<void>;
}

export interface Deeds {
  readonly past: readonly Deed[];
  readonly future: readonly Deed[];
  /** Remembers what was done. */
  did(deed: Deed): void;
  /** Takes the last deed back; gives its label, or null where there is none. */
  undo(): Promise<string | null>;
  redo(): Promise<string | null>;
}

const MOST = 100;

/** What was done on the shelf in this visit. A deed that cannot be taken back (storage refuses) stays where it was. */
export function createDeeds(): StoreApi<Deeds> {
  return createStore<Deeds>()((set, get) => ({
    past: [],
    future: [],
    did: (deed) => set({ past: [...get().past, deed].slice(-MOST), future: [] }),
    async undo() {
      const deed = get().past.at(-1);
      if (!deed) return null;
      await deed.undo();
      set({ past: get().past.filter((d) => d !== deed), future: [...get().future, deed] });
      return deed.label;
    },
    async redo() {
      const deed = get().future.at(-1);
      if (!deed) return null;
      await deed.redo();
      set({ past: [...get().past, deed], future: get().future.filter((d) => d !== deed) });
      return deed.label;
    },
  }));
}
