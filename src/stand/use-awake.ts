import { useEffect, useState } from 'react';

/** Keeps the screen on while the stand is open; false where the browser does not do that. */
export function useAwake(): boolean {
  const [isAwake, setAwake] = useState(true);
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const ask = async () => {
      try {
        // Not there in older browsers, nor in a page from a file, whatever its type says.
        const keeper = (navigator as { wakeLock?: WakeLock }).wakeLock;
        if (!keeper) return setAwake(false);
        const got = await keeper.request('screen');
        if (gone) await got.release();
        else lock = got;
        setAwake(true);
      } catch {
        setAwake(document.visibilityState === 'hidden');
      }
    };
    // The browser lets go of it whenever the page is not seen.
    const again = () => {
      if (document.visibilityState === 'visible') void ask();
    };
    void ask();
    document.addEventListener('visibilitychange', again);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', again);
      void lock?.release();
    };
  }, []);
  return isAwake;
}
