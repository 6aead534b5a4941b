import { useEffect, useState } from 'react';

const BIG = '(min-width: 1900px) and (min-height: 1000px)';

/** True on a screen with room to spare, where drawings may grow to be read from further away. */
export function useBig(): boolean {
  const [isBig, setBig] = useState(() => window.matchMedia(BIG).matches);
  useEffect(() => {
    const query = window.matchMedia(BIG);
    const listen = () => setBig(query.matches);
    query.addEventListener('change', listen);
    return () => query.removeEventListener('change', listen);
  }, []);
  return isBig;
}
