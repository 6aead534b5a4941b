import { nanoid } from 'nanoid';
import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import { createDesk, createTakeStorage, type Desk, type DeskPorts, type DeskState } from '../store/index';
import { createPlayer, silentDevice } from '../audio/index';
import {
  createSoundClient,
  createSplitClient,
  createTakeClient,
  inlineService,
  splitWorker,
} from '../workers/index';
import { createTaking } from './log/take/taking';
import { createListening } from './listening/listening';
import type { Ports, ShelfPorts } from './port-types';

export type { Ports } from './port-types';

/** The desk and all around it; made once, with the first song that is opened, and kept for the visit. */
export function openDesk(shelf: ShelfPorts): Ports {
  const known = shelf.opened.getState().ports;
  if (known) return known;
  const { storage } = shelf;
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
  const takes = createTakeClient();
  const keptTakes = createTakeStorage();
  const ports: Ports = {
    ...shelf,
    desk,
    client,
    player,
    sound,
    listening,
    takes,
    keptTakes,
    taking: createTaking({ desk, player, listening, takes, keptTakes }),
  };
  shelf.opened.setState({ ports });
  return ports;
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
