import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import type { SheetForm } from '../../core/sheet/index';
import { safeStorage } from '../safe-storage';

/** Paper a sheet is printed on. */
export type PaperSize = 'A4' | 'Letter';

/** How sheets are shown and printed in this browser. */
export interface SheetSettings {
  readonly view: 'music' | 'text';
  readonly form: SheetForm;
  readonly size: 'usual' | 'large';
  /** Notes on five lines above the tab. */
  readonly staff: boolean;
  /** Pictures of the grips that are used. */
  readonly grips: boolean;
  readonly paper: PaperSize;
}

const USUAL: SheetSettings = {
  view: 'music',
  form: 'as-before',
  size: 'usual',
  staff: false,
  grips: true,
  paper: 'A4',
};

/** Remembered in this browser, not in a song: they are about eyes and printers. */
export const useSheetSettings = create<SheetSettings & { set: (change: Partial<SheetSettings>) => void }>()(
  persist((set) => ({ ...USUAL, set: (change) => set(change) }), {
    name: 'orchestron.sheets',
    storage: createJSONStorage(() => safeStorage('local')),
    partialize: ({ set: _set, ...settings }) => settings,
    merge: (stored, now) => ({ ...now, ...sound(stored) }),
  }),
);

/** What of a stored record can be used. */
function sound(stored: unknown): Partial<SheetSettings> {
  if (typeof stored !== 'object' || stored === null) return {};
  const known: Readonly<Record<keyof SheetSettings, readonly unknown[]>> = {
    view: ['music', 'text'],
    form: ['as-before', 'written-out'],
    size: ['usual', 'large'],
    staff: [true, false],
    grips: [true, false],
    paper: ['A4', 'Letter'],
  };
  return Object.fromEntries(
    Object.entries(stored).filter(([name, value]) => known[name as keyof SheetSettings]?.includes(value)),
  );
}
