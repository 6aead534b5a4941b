import { useSyncExternalStore } from 'react';

/** A phone held upright, a tablet or half a screen, a desk with room for two columns. */
export type ScreenSize = 'phone' | 'tablet' | 'desk';

const PHONE = '(max-width: 39.99rem)';
const NARROW = '(max-width: 63.99rem)';

/** How much room there is, kept up to date. The same limits as the style classes `max-sm` and `max-lg`. */
export function useScreenSize(): ScreenSize {
  return useSyncExternalStore(subscribe, sizeNow);
}

function sizeNow(): ScreenSize {
  if (window.matchMedia(PHONE).matches) return 'phone';
  return window.matchMedia(NARROW).matches ? 'tablet' : 'desk';
}

function subscribe(changed: () => void): () => void {
  const queries = [PHONE, NARROW].map((query) => window.matchMedia(query));
  for (const query of queries) query.addEventListener('change', changed);
  return () => {
    for (const query of queries) query.removeEventListener('change', changed);
  };
}
