import type { KeyboardEvent } from 'react';

/** Letters jump to a chip, arrows step along, Escape leaves. */
export function moveAmong(event: KeyboardEvent<HTMLDivElement>, leave: () => void): void {
  const chips = [...event.currentTarget.querySelectorAll<HTMLButtonElement>('[data-letter]')];
  const at = chips.indexOf(document.activeElement as HTMLButtonElement);
  const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
  const lettered =
    event.ctrlKey || event.metaKey || event.altKey
      ? undefined
      : chips.find((c) => c.dataset.letter === event.key);
  if (event.key === 'Escape') {
    leave();
    (document.activeElement as HTMLElement).blur();
  } else if (step !== undefined) chips[(at + step + chips.length) % chips.length]?.focus();
  else if (lettered) lettered.focus();
  else return;
  event.preventDefault();
  event.stopPropagation();
}
