import { useStore } from 'zustand';
import { usePorts } from '../ports';
import { useSingleKeys } from '../keys/index';
import type { Listening } from './listening';

/** A part of what all screens share about listening; the component draws again when it changes. */
export function useListening<T>(select: (state: Listening) => T): T {
  return useStore(usePorts().listening, select);
}

/** Space plays from here and stops, on every screen of a song. */
export function usePlayKey(): void {
  const { listening } = usePorts();
  useSingleKeys((key) => {
    if (key !== ' ') return false;
    listening.getState().toggle();
    return true;
  });
}
