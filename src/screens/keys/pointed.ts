/** The button the pointer pressed last, while the focus has not gone on by key. */
let pointed: Element | null = null;

const BUTTON = 'button, summary, a, [role="button"]';

if (typeof window !== 'undefined') {
  window.addEventListener(
    'pointerdown',
    (event) => {
      pointed = event.target instanceof Element ? event.target.closest(BUTTON) : null;
    },
    true,
  );
  window.addEventListener(
    'keydown',
    (event) => {
      if (event.key === 'Tab') pointed = null;
    },
    true,
  );
}

/** Whether something has the focus because it was clicked: whoever did that is not going about by keys. */
export function isPointed(target: EventTarget | null): boolean {
  return target instanceof Element && pointed !== null && target.closest(BUTTON) === pointed;
}
