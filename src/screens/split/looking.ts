import type { MouseEvent } from 'react';
import type { Edit } from '../../core/song/index';

/**
 * Handlers that show an edit everywhere while somebody points at it or has it focused. A button that only appears
 * under a resting pointer shows nothing until the pointer moves.
 */
export function lookingAt(edit: Edit, show: (preview: Edit | null) => void) {
  return {
    onMouseMove: (event: MouseEvent<HTMLElement>) => {
      if (event.currentTarget.dataset.looked === 'true') return;
      event.currentTarget.dataset.looked = 'true';
      show(edit);
    },
    onMouseLeave: (event: MouseEvent<HTMLElement>) => {
      delete event.currentTarget.dataset.looked;
      show(null);
    },
    onFocus: () => show(edit),
    onBlur: () => show(null),
  };
}
