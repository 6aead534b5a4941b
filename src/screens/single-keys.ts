import { useEffect, useRef } from 'react';
import { usePorts } from './ports';

/**
 * Listens for single keys of a screen. `press` does what a key stands for and says whether it stands for anything;
 * arrows with shift come as `Shift+ArrowUp`. None fires while typing, with a command key, or while something is open
 * above the screen; space belongs to the button that has the focus. Undo and redo are the same everywhere.
 */
export function useSingleKeys(press: (key: string) => boolean): void {
  const { desk } = usePorts();
  const latest = useRef(press);
  useEffect(() => {
    latest.current = press;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (
        event.defaultPrevented ||
        isTyping(event.target) ||
        (event.key === ' ' && isButton(event.target)) ||
        document.querySelector('[role="dialog"],[role="menu"]')
      )
        return;
      // Brackets and the like are typed with AltGr on many keyboards, which comes as Ctrl and Alt on some of them.
      const isTyped = event.getModifierState('AltGraph');
      const command = !isTyped && (event.ctrlKey || event.metaKey);
      if (command && event.key.toLowerCase() === 'z') {
        event.preventDefault();
        if (event.shiftKey) desk.getState().redo();
        else desk.getState().undo();
        return;
      }
      if (command || (event.altKey && !isTyped)) return;
      const name = event.shiftKey && event.key.startsWith('Arrow') ? `Shift+${event.key}` : event.key;
      if (latest.current(name)) event.preventDefault();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [desk]);
}

/** A button that space would press: not a link, and a cell of a grid is only gone to. */
function isButton(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement) || target.closest('[role="gridcell"]')) return false;
  return target.closest('button, summary') !== null;
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}
