import { useSyncExternalStore } from 'react';

const BIG = '(min-width: 1900px) and (min-height: 1000px)';
const LOW = '(max-height: 830px)';

/** True on a screen with room to spare, where drawings may grow to be read from further away. */
export function useBig(): boolean {
  return useMedia(BIG);
}

/** True on a screen so low that drawings leave room for what is written. */
export function useLow(): boolean {
  return useMedia(LOW);
}

function useMedia(media: string): boolean {
  return useSyncExternalStore(
    (changed) => {
      const query = window.matchMedia(media);
      query.addEventListener('change', changed);
      return () => query.removeEventListener('change', changed);
    },
    () => window.matchMedia(media).matches,
  );
}
