import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { safeStorage } from '../safe-storage';
import { capOf, isMovable, isSign, MEANINGS } from './meanings';

/** How single keys are set in this browser. */
export interface KeySettings {
  /** False: signs typed alone do nothing. Arrows, space, and what is done with Ctrl stay. */
  readonly isOn: boolean;
  /** The key in use for a usual one, where another was chosen. */
  readonly moved: Readonly<Record<string, string>>;
}

interface KeyState extends KeySettings {
  readonly setOn: (isOn: boolean) => void;
  /** Chooses another key for a usual one; what had that key gets this one's. */
  readonly move: (usual: string, to: string) => void;
  readonly reset: () => void;
}

export const useKeySettings = create<KeyState>()(
  persist(
    (set, get) => ({
      isOn: true,
      moved: {},
      setOn: (isOn) => set({ isOn }),
      move: (usual, to) => set({ moved: movedTo(get().moved, usual, to) }),
      reset: () => set({ moved: {} }),
    }),
    {
      name: 'orchestron.keys',
      storage: createJSONStorage(() => safeStorage('local')),
      partialize: ({ isOn, moved }) => ({ isOn, moved }),
      merge: (stored, now) => ({ ...now, ...sound(stored) }),
    },
  ),
);

/** The chosen keys with one more; two keys change places rather than stand for the same. */
export function movedTo(moved: KeySettings['moved'], usual: string, to: string): KeySettings['moved'] {
  const keys = MEANINGS.map((m) => m.key);
  if (!isMovable(usual) || !isMovable(to) || !keys.includes(usual)) return moved;
  const inUse = (key: string) => moved[key] ?? key;
  const other = keys.find((key) => inUse(key) === to && key !== usual);
  const next = { ...moved, [usual]: to, ...(other === undefined ? {} : { [other]: inUse(usual) }) };
  return Object.fromEntries(Object.entries(next).filter(([key, now]) => key !== now));
}

/** The usual key a typed one stands for: null where it stands for none, because its meaning was given another. */
export function usualKey(typed: string, moved: KeySettings['moved']): string | null {
  const from = Object.entries(moved).find(([, now]) => now === typed);
  if (from) return from[0];
  return moved[typed] === undefined ? typed : null;
}

/** What stands on the key that is in use for a usual one; empty while it is switched off. */
export function useCap(): (usual: string) => string {
  const moved = useKeySettings((s) => s.moved);
  const isOn = useKeySettings((s) => s.isOn);
  return (usual) => (isOn || !isSign(usual) ? capOf(moved[usual] ?? usual) : '');
}

/** What can be used of a stored setting, whoever wrote it. */
function sound(stored: unknown): Partial<KeySettings> {
  if (typeof stored !== 'object' || stored === null) return {};
  const { isOn, moved } = stored as { isOn?: unknown; moved?: unknown };
  let keys: KeySettings['moved'] = {};
  if (typeof moved === 'object' && moved !== null)
    for (const [usual, to] of Object.entries(moved))
      if (typeof to === 'string' && (keys[usual] ?? usual) !== to) keys = movedTo(keys, usual, to);
  return { moved: keys, ...(typeof isOn === 'boolean' ? { isOn } : {}) };
}
