import type { FocusEvent, MouseEvent, PointerEvent } from 'react';
import type { Edit } from '../core/song/index';

/**
 * Handlers of a button that offers a change. Under a mouse or with the focus it is shown everywhere, and pressed it is
 * taken. A finger has nothing to point with: its first tap shows, the second takes. A button that only appears under a
 * resting pointer shows nothing until the pointer moves.
 */
export function tryThenTake(
  edit: Edit,
  does: {
    readonly show: (preview: Edit | null) => void;
    readonly take: () => void;
    readonly say: (words: string) => void;
  },
) {
  const { show, take, say } = does;
  return {
    'data-tries': '',
    onMouseMove: (event: MouseEvent<HTMLElement>) => {
      if (event.currentTarget.dataset.looked === 'true') return;
      event.currentTarget.dataset.looked = 'true';
      show(edit);
    },
    onMouseLeave: (event: MouseEvent<HTMLElement>) => {
      delete event.currentTarget.dataset.looked;
      // Browsers make up a mouse that follows the finger; what was tapped stays shown until something else is.
      if (event.currentTarget.dataset.tapped !== 'true') show(null);
    },
    onFocus: () => show(edit),
    onBlur: (event: FocusEvent<HTMLElement>) => {
      delete event.currentTarget.dataset.tapped;
      show(null);
    },
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      event.currentTarget.dataset.by = event.pointerType;
    },
    onClick: (event: MouseEvent<HTMLElement>) => {
      const button = event.currentTarget;
      // Without a count it was pressed by key, or by what reads the screen.
      const byFinger = button.dataset.by === 'touch' && event.detail > 0;
      if (byFinger && button.dataset.tapped !== 'true') {
        // Not every browser gives a button the focus that was tapped.
        button.focus();
        button.dataset.tapped = 'true';
        show(edit);
        say('Shown everywhere; one more tap takes it');
        return;
      }
      delete button.dataset.tapped;
      take();
      // What is offered next has the place of the button: it is not looked at before somebody looks.
      if (button.closest('[role="dialog"]') === null) focusOnGrip();
    },
  };
}

/** The grip that was changed has the focus then. */
function focusOnGrip(): void {
  document.querySelector<HTMLElement>('[role="gridcell"][data-now="true"]')?.focus({ preventScroll: true });
}
