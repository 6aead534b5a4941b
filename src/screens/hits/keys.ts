import { useEffect, useRef } from 'react';
import { usePorts } from '../ports';

/** One key of the Hits screen: what it is called, what it does. */
export interface HitsKey {
  readonly key: string;
  /** As printed on the key: `f`, `,`, `←`. */
  readonly cap: string;
  readonly words: string;
  /** False: it does nothing here and the key goes on to the page. */
  readonly does: () => void;
  /** Shown in the legend beside the drawing; the others only in the key sheet. */
  readonly legend?: boolean;
}

/** Listens for single keys. None fires while typing, with a command key, or while something is open above. */
export function useHitsKeys(keys: readonly HitsKey[], onHelp: () => void): void {
  const { desk } = usePorts();
  const latest = useRef({ keys, onHelp });
  useEffect(() => {
    latest.current = { keys, onHelp };
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (
        event.defaultPrevented ||
        isTyping(event.target) ||
        document.querySelector('[role="dialog"],[role="menu"]')
      )
        return;
      const command = event.ctrlKey || event.metaKey;
      if (command && event.key.toLowerCase() === 'z') {
        event.preventDefault();
        if (event.shiftKey) desk.getState().redo();
        else desk.getState().undo();
        return;
      }
      if (command || event.altKey) return;
      if (event.key === '?') {
        event.preventDefault();
        latest.current.onHelp();
        return;
      }
      const name = event.shiftKey && event.key.startsWith('Arrow') ? `Shift+${event.key}` : event.key;
      const hit = latest.current.keys.find((k) => k.key === name);
      if (!hit) return;
      // Enter and space belong to the button that has the focus.
      event.preventDefault();
      hit.does();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [desk]);
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}
