import { useEffect, useRef } from 'react';
import { isTyping } from './use-single-keys';

/** What can be taken back where one is. */
export interface Steps {
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly undo: () => void;
  readonly redo: () => void;
}

/**
 * Ctrl+Z, Ctrl+Shift+Z and Ctrl+Y (with ⌘ too) on every screen. In a field they belong to what is typed in it; in a
 * dialog only where its changes are made at once (`DialogEnd`), so that nothing changes unseen under it.
 */
export function useUndoKeys(steps: Steps): void {
  const latest = useRef(steps);
  useEffect(() => {
    latest.current = steps;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const key = event.key.toLowerCase();
      if (event.defaultPrevented || event.altKey || !(event.ctrlKey || event.metaKey)) return;
      if ((key !== 'z' && key !== 'y') || isText(event.target) || isClosed()) return;
      event.preventDefault();
      if (key === 'y' || event.shiftKey) latest.current.redo();
      else latest.current.undo();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}

/** Something open above the screen that is not about the song at once. */
function isClosed(): boolean {
  const open = [...document.querySelectorAll('[role="dialog"],[role="menu"]')].at(-1);
  return open !== undefined && open.querySelector('[data-at-once]') === null;
}

/** A field with an undo of its own: a list, a box to tick or a slider has none. */
function isText(target: EventTarget | null): boolean {
  if (!isTyping(target)) return false;
  if (target instanceof HTMLSelectElement) return false;
  return !(
    target instanceof HTMLInputElement && /^(checkbox|radio|range|button|file|color)$/.test(target.type)
  );
}
