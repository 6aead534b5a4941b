import { useEffect, useRef } from 'react';
import { useKeySettings, usualKey } from './key-settings';
import { isSign } from './meanings';
import { isByPointer } from './pointed';

/**
 * Listens for single keys of a screen. `press` does what a usual key stands for and says whether it stands for anything;
 * with shift arrows and digits come as `Shift+ArrowUp`, `Shift+3`. None fires while typing, with a command key, or while
 * something is open above the screen; space belongs to the button that has the focus, unless the pointer gave it that.
 */
export function useSingleKeys(press: (key: string) => boolean): void {
  const latest = useRef(press);
  useEffect(() => {
    latest.current = press;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (
        event.defaultPrevented ||
        isTyping(event.target) ||
        (event.key === ' ' && isButton(event.target) && !isByPointer()) ||
        document.querySelector('[role="dialog"],[role="menu"]')
      )
        return;
      // Brackets and the like are typed with AltGr on many keyboards, which comes as Ctrl and Alt on some of them.
      const isTyped = event.getModifierState('AltGraph');
      if (!isTyped && (event.ctrlKey || event.metaKey || event.altKey)) return;
      const { isOn, moved } = useKeySettings.getState();
      if (!isOn && isSign(event.key)) return;
      if (namesOf(event).some((name) => done(usualKey(name, moved)))) {
        event.preventDefault();
        // Where the pointer left the focus on a button, space would press it when it is let go.
        if (event.key === ' ') window.addEventListener('keyup', (up) => up.preventDefault(), { once: true });
      }
    };
    const done = (name: string | null) => name !== null && latest.current(name);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}

/** What a key may be called: as it is typed, then digits with shift by their place on the keyboard. */
function namesOf(event: KeyboardEvent): readonly string[] {
  if (event.shiftKey && event.key.startsWith('Arrow')) return [`Shift+${event.key}`];
  const digit = event.shiftKey ? /^Digit(\d)$/.exec(event.code)?.[1] : undefined;
  return digit === undefined ? [event.key] : [event.key, `Shift+${digit}`];
}

/** A button that space would press: not a link, and a cell of a grid is only gone to. */
function isButton(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement) || target.closest('[role="gridcell"]')) return false;
  return target.closest('button, summary') !== null;
}

/** Whether keys belong to what has the focus. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}
