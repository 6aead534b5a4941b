import { nanoid } from 'nanoid';
import { createContext, useContext } from 'react';
import { useStore, type StoreApi } from 'zustand';
import {
  createDeeds,
  createDesk,
  createDexieStorage,
  createMemoryStorage,
  type Deeds,
  type Desk,
  type DeskPorts,
  type DeskState,
  type SongStorage,
} from '../store/index';
import { createPlayer, silentDevice, type Player as SoundPlayer } from '../audio/index';
import {
  createSoundClient,
  createSplitClient,
  inlineService,
  splitWorker,
  type SoundService,
  type SplitService,
} from '../workers/index';
import { createListening, type ListeningStore } from './listening/listening';

/** What every screen works with. */
export interface Ports {
  readonly storage: SongStorage;
  readonly desk: Desk;
  /** What was done on the shelf in this visit. */
  readonly deeds: StoreApi<Deeds>;
  /** Heavy work away from the page. */
  readonly client: SplitService;
  /** What is heard, the same on every screen. */
  readonly listening: ListeningStore;
  readonly player: SoundPlayer;
  readonly sound: SoundService;
  /** False when the browser refuses storage and songs live in this tab only. */
  readonly lasting: boolean;
}

/** Opens the browser's storage; where that is refused, songs live in the tab. */
export async function openPorts(): Promise<Ports> {
  let storage = createDexieStorage();
  let lasting = true;
  try {
    await storage.cards();
  } catch {
    storage = createMemoryStorage();
    lasting = false;
  }
  const client = createSplitClient({
    worker: splitWorker,
    inline: inlineService,
    say: (words) => desk.getState().say(words),
  });
  const desk: Desk = createDesk({
    storage,
    client,
    now: () => Date.now(),
    lastResort: lastResortOf(),
    tab: thisTab(),
  });
  const sound = createSoundClient();
  const player = createPlayer({
    open: async () => {
      const speakers = await import('../audio/speakers').catch(() => {
        throw new Error(
          'The part that makes sound did not arrive: reload the page when the network is back.',
        );
      });
      return speakers.openSpeakers();
    },
    instead: silentDevice,
    renders: sound,
    say: (words) => desk.getState().say(words),
  });
  const listening = createListening({ desk, player, storage: lastResortOf(), nextFrame });
  return { storage, desk, deeds: createDeeds(), client, player, sound, listening, lasting };
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

const VISIT = 'orchestron visit ';
const VISIT_KEY = 'orchestron.visit';

/**
 * This visit, known to other tabs by a lock it holds until it ends, however it ends. Where the browser has no locks
 * (pages that are not served securely) every other visit counts as over. What this very tab was before a reload is over
 * too, even if its lock is not free yet.
 */
function thisTab(): DeskPorts['tab'] {
  const id = nanoid(10);
  const locks = typeof navigator === 'undefined' ? undefined : (navigator.locks as LockManager | undefined);
  const before = sessionOf()?.getItem(VISIT_KEY) ?? null;
  sessionOf()?.setItem(VISIT_KEY, id);
  void locks?.request(VISIT + id, () => new Promise<void>(() => undefined)).catch(() => undefined);
  return {
    id,
    async alive() {
      const held = (await locks?.query())?.held ?? [];
      const visits = held.flatMap(({ name }) => (name?.startsWith(VISIT) ? [name.slice(VISIT.length)] : []));
      return new Set(visits.filter((visit) => visit !== before));
    },
  };
}

function sessionOf(): Storage | null {
  try {
    return window.sessionStorage;
  } catch {
    return null;
  }
}

function lastResortOf(): Storage | null {
  try {
    return window.localStorage;
  } catch {
    return null;
  }
}

function nextFrame(work: () => void): () => void {
  const frame = requestAnimationFrame(work);
  return () => cancelAnimationFrame(frame);
}
