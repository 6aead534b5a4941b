import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { SetList, SongCard } from '../../store/index';
import { Button } from '../../ui/index';
import type { RowDoes } from './row-items';
import { useShelfView } from './shelf-view';
import { SongRow } from './song-row';

/** About how high a row is with its gap, before it is measured, in pixels. */
const ROW = 172;

/** The songs in view, and a few around them: a shelf of hundreds costs as much as a shelf of ten. */
export function ShelfList(props: {
  readonly cards: readonly SongCard[];
  readonly sets: readonly SetList[];
  readonly does: RowDoes;
  /** Said where no song is shown. */
  readonly nothing: string;
  readonly onAll: () => void;
}) {
  const { cards, sets, does, nothing, onAll } = props;
  const list = useRef<HTMLUListElement>(null);
  const [top, setTop] = useState(0);
  useLayoutEffect(() => {
    const box = list.current;
    if (box) setTop(box.getBoundingClientRect().top + window.scrollY);
  }, [cards]);
  const rows = useWindowVirtualizer({
    count: cards.length,
    estimateSize: () => ROW,
    overscan: 3,
    scrollMargin: top,
    getItemKey: (i) => cards[i]!.id,
  });
  usePlaceKept(cards);

  const onKeyDown = (event: KeyboardEvent) => {
    const link = (event.target as HTMLElement).closest<HTMLElement>('[data-song]');
    const by = { ArrowDown: 1, ArrowUp: -1, Home: -cards.length, End: cards.length }[event.key];
    if (!link || by === undefined) return;
    event.preventDefault();
    const at = cards.findIndex((card) => card.id === link.dataset.song);
    const to = Math.min(cards.length - 1, Math.max(0, at + by));
    rows.scrollToIndex(to, { align: 'auto' });
    focusSoon(`[data-song="${CSS.escape(cards[to]!.id)}"]`);
  };

  if (cards.length === 0)
    return (
      <p className="rounded-lg border border-dashed border-line bg-sheet p-6 text-soft" data-nothing-found>
        {nothing}{' '}
        <Button className="ml-2" onClick={onAll}>
          Show all songs
        </Button>
      </p>
    );
  const items = rows.getVirtualItems();
  const first = items[0];
  const last = items.at(-1);
  return (
    <ul
      ref={list}
      aria-label="Songs"
      onKeyDown={onKeyDown}
      style={{
        paddingTop: first ? first.start - top : 0,
        paddingBottom: last ? rows.getTotalSize() - (last.end - top) : 0,
      }}
    >
      {items.map(({ index, key }) => {
        const card = cards[index]!;
        return (
          <li
            key={key}
            ref={rows.measureElement}
            data-index={index}
            aria-setsize={cards.length}
            aria-posinset={index + 1}
            className="pb-3"
          >
            <div className="rounded-lg border border-line bg-sheet p-3">
              <SongRow card={card} sets={sets} does={does} />
            </div>
          </li>
        );
      })}
    </ul>
  );
}

/** Keeps how far down the shelf was, and gives the focus back to the song that was opened. */
function usePlaceKept(cards: readonly SongCard[]): void {
  const isThere = cards.length > 0;
  const begun = useRef(false);
  useEffect(() => {
    if (!isThere || begun.current) return undefined;
    begun.current = true;
    const { scroll, opened, change } = useShelfView.getState();
    const frame = requestAnimationFrame(() => {
      window.scrollTo(0, scroll);
      if (opened !== null) focusSoon(`[data-song="${CSS.escape(opened)}"]`);
      change({ opened: null });
    });
    return () => cancelAnimationFrame(frame);
  }, [isThere]);
  // At once when the shelf goes: the page that follows begins at its top, which is not where the shelf was.
  useLayoutEffect(() => {
    const keep = (event: MouseEvent) => {
      const link = (event.target as HTMLElement | null)?.closest<HTMLElement>('[data-song]');
      if (link) useShelfView.getState().change({ scroll: window.scrollY, opened: link.dataset.song ?? null });
    };
    const { change } = useShelfView.getState();
    const scrolled = () => change({ scroll: window.scrollY });
    document.addEventListener('click', keep, true);
    window.addEventListener('scrollend', scrolled);
    return () => {
      document.removeEventListener('click', keep, true);
      window.removeEventListener('scrollend', scrolled);
    };
  }, []);
}

/** How often is looked for a row that is still to be drawn, in frames. */
const MOST_FRAMES = 20;

function focusSoon(selector: string, left = MOST_FRAMES): void {
  const found = document.querySelector<HTMLElement>(selector);
  if (found) found.focus({ preventScroll: left === MOST_FRAMES });
  else if (left > 0) requestAnimationFrame(() => focusSoon(selector, left - 1));
}
