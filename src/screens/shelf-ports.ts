import { createContext, useContext } from 'react';
import { useStore, type StoreApi } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { createDeeds, createDexieStorage, createMemoryStorage, type DeskState } from '../store/index';
import type { Ports, ShelfPorts } from './port-types';

export type { ShelfPorts } from './port-types';

/** Opens the browser's storage; where that is refused, songs live in the tab. */
export async function openShelf(): Promise<ShelfPorts> {
  let storage = createDexieStorage();
  let lasting = true;
  try {
    await storage.cards();
  } catch {
    storage = createMemoryStorage();
    lasting = false;
  }
  return {
    storage,
    lasting,
    deeds: createDeeds(),
    told: createStore(() => ({ said: '' })),
    opened: createStore(() => ({ ports: null })),
  };
}

export const ShelfPortsContext = createContext<ShelfPorts | null>(null);

export function useShelfPorts(): ShelfPorts {
  const ports = useContext(ShelfPortsContext);
  if (!ports) throw new RangeError('Screens live inside ShelfPortsContext');
  return ports;
}

/** The desk and all around it; null before a song was opened. */
export function useOpenedPorts(): Ports | null {
  return useStore(useShelfPorts().opened, (s) => s.ports);
}

/** What the bar on top wants of the desk. */
type DeskGlance = Pick<DeskState, 'id' | 'song' | 'history' | 'selection' | 'said' | 'trouble'>;

const NO_DESK = createStore<DeskGlance>(() => ({
  id: null,
  song: null,
  history: { past: [], future: [] },
  selection: { playing: 0, pass: 1, moment: 0, player: 'guitar1' },
  said: '',
  trouble: null,
}));

/** A part of the desk's state, as of a desk with nothing on it before a song was opened. */
export function useGlance<T>(select: (state: DeskGlance) => T): T {
  const ports = useOpenedPorts();
  return useStore((ports?.desk ?? NO_DESK) as StoreApi<DeskGlance>, select);
}
