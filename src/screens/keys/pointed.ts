/** What somebody last went about with. */
let last: 'pointer' | 'key' = 'pointer';
/** Whether what has the focus got it by key. */
let byKey = false;

if (typeof window !== 'undefined') {
  window.addEventListener('pointerdown', () => (last = 'pointer'), true);
  window.addEventListener('keydown', () => (last = 'key'), true);
  window.addEventListener('focusin', () => (byKey = last === 'key'), true);
  // A click on what has the focus already is a click all the same.
  window.addEventListener('click', (event) => (byKey &&= event.detail === 0), true);
}

/** Whether the focus is where it is because of a click: whoever made that is not going about by keys. */
export function isByPointer(): boolean {
  return !byKey;
}
