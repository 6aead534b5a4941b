import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import {
  createDesk,
  createDexieStorage,
  createMemoryStorage,
  type Desk,
  type DeskState,
  type SongStorage,
} from '../store/index';
import { createSplitClient, type SplitService } from '../workers/index';

/** What every screen works with. */
export interface Ports {
  readonly storage: SongStorage;
  readonly desk: Desk;
  /** Heavy work away from the page. */
  readonly client: SplitService;
  /** False when the browser refuses storage and songs live in this tab only. */
  readonly lasting: boolean;
}

/** Opens the browser's storage; where that is refused, songs live in the tab. */
export async function openPorts(): Promise<Ports> {
  let storage = createDexieStorage();
  let lasting = true;
  try {
    await storage.list();
  } catch {
    storage = createMemoryStorage();
    lasting = false;
  }
  const client = createSplitClient();
  const desk = createDesk({
    storage,
    client,
    now: () => Date.now(),
    journal: journalOf(),
  });
  return { storage, desk, client, lasting };
}

export const PortsContext = createContext<Ports | null>(null);

export function usePorts(): Ports {
  const ports = useContext(PortsContext);
  if (!ports) throw new RangeError('Screens live inside PortsContext');
  return ports;
}

/** A part of the desk's state; the component draws again when it changes. */
export function useDesk<T>(select: (state: DeskState) => T): T {
  return useStore(usePorts().desk, select);
}

function journalOf(): Storage | null {
  try {
    return window.localStorage;
  } catch {
    return null;
  }
}
