import { Search, X } from 'lucide-react';
import { useState, type RefObject } from 'react';
import { Link } from 'react-router';
import type { SetList, SongCard } from '../../store/index';
import { Button, Choice, type ChoiceItem } from '../../ui/index';
import type { ShelfOrder } from './shelf-order';
import type { ShelfView } from './shelf-view';

const ORDERS: readonly ChoiceItem<ShelfOrder>[] = [
  { value: 'recent', label: 'last changed', hint: 'What you worked on last is on top.' },
  { value: 'name', label: 'name', hint: 'From A to Z.' },
  { value: 'key', label: 'key', hint: 'From C up by semitones, major before minor.' },
  { value: 'tempo', label: 'tempo', hint: 'The slowest first.' },
  { value: 'tuning', label: 'tuning', hint: 'Standard first, then alike beside alike: fewer retunings.' },
];
const IN_SET: ChoiceItem<ShelfOrder> = {
  value: 'set',
  label: 'set list',
  hint: 'As the songs were put on it.',
};

/** What is looked for, in which order, and on which set list. */
export function ShelfBar(props: {
  readonly look: ShelfView;
  readonly sets: readonly SetList[];
  readonly cards: readonly SongCard[];
  /** How many songs are shown. */
  readonly shown: number;
  readonly finder: RefObject<HTMLInputElement | null>;
  readonly onNewSet: (name: string) => void;
  readonly onRemoveSet: (list: SetList) => void;
}) {
  const { look, sets, cards, shown, finder, onNewSet, onRemoveSet } = props;
  const [naming, setNaming] = useState(false);
  const ids = new Set(cards.map((card) => card.id));
  const now = sets.find((s) => s.id === look.set) ?? null;
  const count = (list: SetList) => list.songs.filter((id) => ids.has(id)).length;
  const name = (typed: string) => {
    setNaming(false);
    if (typed.trim() !== '') onNewSet(typed.trim().slice(0, 60));
  };
  return (
    <div className="mb-3 flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-2">
        <label className="relative min-w-0 flex-1 basis-56">
          <span className="sr-only">Find a song by title, key, tempo or tuning</span>
          <Search
            size={16}
            aria-hidden
            className="pointer-events-none absolute top-1/2 left-2.5 -translate-y-1/2 text-soft"
          />
          <input
            ref={finder}
            type="search"
            value={look.find}
            placeholder="Title, key, tempo, tuning (/)"
            autoComplete="off"
            className="min-h-10 w-full rounded-md border border-line bg-sheet pr-9 pl-8"
            onChange={(e) => look.change({ find: e.target.value, scroll: 0 })}
            onKeyDown={(e) => {
              if (e.key === 'Escape') look.change({ find: '', scroll: 0 });
            }}
          />
          {look.find !== '' && (
            <button
              type="button"
              aria-label="Find nothing in particular"
              className="absolute top-0 right-0 h-full min-w-9"
              onClick={() => {
                look.change({ find: '', scroll: 0 });
                finder.current?.focus();
              }}
            >
              <X size={16} aria-hidden className="mx-auto" />
            </button>
          )}
        </label>
        <Choice
          label="By"
          value={look.order}
          items={now ? [...ORDERS, IN_SET] : ORDERS}
          onChoose={(order) => look.change({ order, scroll: 0 })}
        />
        <span role="status" className="text-[0.875rem] whitespace-nowrap text-soft" data-shown>
          {shown === cards.length
            ? `${shown} ${shown === 1 ? 'song' : 'songs'}`
            : `${shown} of ${cards.length} songs`}
        </span>
      </div>
      <div className="flex flex-wrap items-center gap-1.5" role="group" aria-label="Set lists">
        {sets.length > 0 && (
          <Pick
            isOn={now === null}
            words="All"
            count={cards.length}
            onPick={() => look.change({ set: null, order: 'recent', scroll: 0 })}
          />
        )}
        {sets.map((list) => (
          <Pick
            key={list.id}
            isOn={now?.id === list.id}
            words={list.name}
            count={count(list)}
            onPick={() => look.change({ set: list.id, order: 'set', scroll: 0 })}
          />
        ))}
        {naming ? (
          <input
            autoFocus
            aria-label="Name of the new set list"
            placeholder="Friday, cellar"
            className="min-h-9 w-48 rounded-md border border-ink bg-ground px-2"
            onBlur={(e) => name(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') e.currentTarget.blur();
              if (e.key !== 'Escape') return;
              e.currentTarget.value = '';
              e.currentTarget.blur();
            }}
          />
        ) : (
          <Button look="quiet" onClick={() => setNaming(true)}>
            New set list …
          </Button>
        )}
        {now && (
          <Link
            to={`/set/${now.id}`}
            className="inline-flex min-h-8 items-center rounded-md border border-line bg-sheet px-2.5 py-1 hover:border-ink max-sm:min-h-11"
          >
            The evening: order, tunings, sheets
          </Link>
        )}
        {now && (
          <Button look="quiet" onClick={() => onRemoveSet(now)}>
            Delete “{now.name}”
          </Button>
        )}
      </div>
    </div>
  );
}

function Pick(props: {
  readonly isOn: boolean;
  readonly words: string;
  readonly count: number;
  readonly onPick: () => void;
}) {
  const { isOn, words, count, onPick } = props;
  return (
    <button
      type="button"
      aria-pressed={isOn}
      onClick={onPick}
      className={`min-h-9 rounded-md border px-3 ${isOn ? 'border-ink bg-ink text-ground' : 'border-line bg-sheet hover:border-ink'}`}
    >
      {words} <span className={isOn ? '' : 'text-soft'}>{count}</span>
    </button>
  );
}
