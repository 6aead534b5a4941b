import { useEffect, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { useGlance, useShelfPorts } from './shelf-ports';
import { useWhere } from './where';

/** What comes faster than this is not said one by one: only where it ends, in milliseconds. */
const QUIET_MS = 220;

/** What the last key or click did, for who cannot see it; the same again is said again. */
export function LiveRegion() {
  const { told } = useShelfPorts();
  const { id } = useWhere();
  const onSong = useGlance((s) => s.said);
  const onShelf = useStore(told, (s) => s.said);
  const said = id === null ? onShelf : onSong;
  const step = useGlance((s) => s.selection);
  const [shown, setShown] = useState('');
  const again = useRef(false);
  useEffect(() => {
    const timer = setTimeout(() => {
      again.current = !again.current;
      setShown(said === '' ? '' : `${said}${again.current ? '\u00a0' : ''}`);
    }, QUIET_MS);
    return () => clearTimeout(timer);
    // A step that says the same words (the same grip a bar on) is a step all the same.
  }, [said, step]);
  return (
    <div aria-live="polite" role="status" className="sr-only" data-said>
      {shown}
    </div>
  );
}
