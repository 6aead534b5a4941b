import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { safeStorage } from '../safe-storage';
import type { ShelfLook } from './shelf-order';

/** How the shelf was left: what was looked for, in which order, how far down, and which song was opened. */
export interface ShelfView extends ShelfLook {
  readonly scroll: number;
  readonly opened: string | null;
  readonly change: (part: Partial<Omit<ShelfView, 'change'>>) => void;
}

/** Remembered for this visit of the tab, through reloads. */
export const useShelfView = create<ShelfView>()(
  persist(
    (set) => ({
      find: '',
      order: 'recent',
      set: null,
      scroll: 0,
      opened: null,
      change: (part) => set(part),
    }),
    { name: 'orchestron.shelf', storage: createJSONStorage(() => safeStorage('session')) },
  ),
);
