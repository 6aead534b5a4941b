import {
  closestCenter,
  DndContext,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { rectSortingStrategy, SortableContext, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Lock, Plus } from 'lucide-react';
import { memo, useMemo, useRef, type KeyboardEvent } from 'react';
import { flushSync } from 'react-dom';
import {
  asPlayed,
  barsOnPass,
  isLocked,
  PLAYER_WORDS,
  PLAYERS,
  type Bar,
  type FormEntry,
  type Player,
  type Section,
} from '../../../core/form/index';
import { pretty } from '../../../core/pitch/index';
import { PLAYER_TEXT, PlayerMark } from '../../../views/index';
import { usePorts } from '../../ports';
import { dropChord, isBlank, type Spot } from './touches';
import { useCards, useSpotIn } from './use-cards';

interface Props {
  readonly entry: number;
  readonly played: FormEntry;
  readonly section: Section;
  readonly again: boolean;
  /** How long a bar is. */
  readonly ticks: number;
}

/** The bars of a section, four to a line; the last box is the bar that is not there yet. */
export function BarBoxes({ entry, played, section, again, ticks }: Props) {
  const { state, point, touch } = useCards();
  const spot = useSpotIn(entry);
  const { listening } = usePorts();
  const list = useRef<HTMLDivElement>(null);
  // As it is played the first time round here.
  const bars = useMemo(() => barsOnPass(asPlayed(section, played), 1), [section, played]);
  const ids = useMemo(() => section.bars.map((_, i) => `bar-${i}`), [section.bars]);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 8 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
  );
  const { name } = section;
  const isHere = spot !== null;
  const move = (from: number, to: number) => {
    if (from === to || to < 0 || to >= section.bars.length) return;
    touch(
      { kind: 'setBars', section: name, change: { what: 'move', from, to } },
      `${name}: bar ${from + 1} moved to ${to + 1}`,
      { entry, bar: to, chord: 0 },
    );
  };
  const drop = ({ active, over }: DragEndEvent) => {
    if (over) move(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
  };
  const go = (bar: number) => {
    const to = Math.min(Math.max(0, bar), again ? section.bars.length - 1 : section.bars.length);
    point({ entry, bar: to, chord: 0 });
    list.current?.querySelector<HTMLElement>(`[data-box="${to}"]`)?.focus();
  };
  const press = (event: KeyboardEvent) => {
    const box = (event.target as HTMLElement).closest<HTMLElement>('[data-box]');
    if (!box || event.ctrlKey || event.metaKey) return;
    const bar = Number(box.dataset.box);
    const isThere = bar < section.bars.length;
    const steps: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -4, ArrowDown: 4 };
    const step = steps[event.key];
    if (event.altKey) {
      if (again || !isThere || (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight')) return;
      event.preventDefault();
      move(bar, bar + step!);
      setTimeout(() =>
        list.current
          ?.querySelector<HTMLElement>(
            `[data-box="${Math.min(Math.max(0, bar + step!), section.bars.length - 1)}"]`,
          )
          ?.focus(),
      );
      return;
    }
    if (step !== undefined) {
      event.preventDefault();
      return go(bar + step);
    }
    if (event.key === 'Home' || event.key === 'End') {
      event.preventDefault();
      return go(event.key === 'Home' ? 0 : section.bars.length);
    }
    if ((event.key === 'Delete' || event.key === 'Backspace') && isThere) {
      event.preventDefault();
      const here = { entry, bar, chord: 0 };
      if (event.shiftKey || again || section.bars.length === 1)
        touch(dropChord(state.getState().song, here), `${name}, bar ${bar + 1}: a chord less`);
      else
        touch(
          { kind: 'setBars', section: name, change: { what: 'remove', from: bar, count: 1 } },
          `${name}: bar ${bar + 1} taken out`,
          { ...here, bar: Math.min(bar, section.bars.length - 2) },
        );
      return;
    }
    // A bar is gone to, not pressed: space plays from it.
    if (event.key === ' ') {
      event.preventDefault();
      point({ entry, bar, chord: 0 });
      listening.getState().toggle();
      return;
    }
    // What is typed on a bar is typed into it.
    if (event.key === 'Enter' || /^[A-Ha-h.%|/NnIiVv]$/.test(event.key)) {
      event.preventDefault();
      // At once, so that what is typed right after it goes there too.
      flushSync(() => point({ entry, bar, chord: 0 }));
      const field = document.querySelector<HTMLInputElement>('[data-bar-field]');
      if (!field) return;
      field.focus();
      if (event.key === 'Enter') field.select();
      else typeInto(field, event.key);
    }
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
      <SortableContext items={ids} strategy={rectSortingStrategy}>
        <div
          ref={list}
          className="flex items-end gap-1"
          onKeyDown={press}
          onKeyUp={(e) => e.key === ' ' && e.preventDefault()}
        >
          <ol aria-label={`Bars of ${name}`} className="grid min-w-0 flex-1 grid-cols-2 gap-1 sm:grid-cols-4">
            {section.bars.map((_, i) => (
              <BarBox
                key={i}
                id={ids[i]!}
                entry={entry}
                number={i}
                bar={bars[i] ?? null}
                ticks={ticks}
                isSorted={!again}
                isHere={isHere && spot.bar === i}
                chord={isHere && spot.bar === i ? spot.chord : null}
                onPoint={point}
              />
            ))}
          </ol>
          {!again && (
            <button
              type="button"
              data-box={section.bars.length}
              tabIndex={isHere && spot.bar < section.bars.length ? -1 : 0}
              aria-label={`A bar more in ${name}`}
              aria-pressed={isHere && spot.bar >= section.bars.length}
              className={`flex min-h-13 w-16 shrink-0 scroll-mt-16 scroll-mb-[54vh] lg:scroll-mb-4 flex-col items-center justify-center rounded border-2 border-dashed text-[0.875rem] text-soft hover:border-ink ${isHere && spot.bar >= section.bars.length ? 'border-ink bg-well text-ink' : 'border-line'}`}
              onClick={() => point({ entry, bar: section.bars.length, chord: 0 })}
            >
              <Plus size={18} aria-hidden />
              {isBlank(section) ? 'first' : 'bar'}
            </button>
          )}
        </div>
      </SortableContext>
    </DndContext>
  );
}

/** Puts a first letter into a field, as if it was typed there. */
function typeInto(field: HTMLInputElement, text: string): void {
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!;
  set.call(field, text);
  field.dispatchEvent(new Event('input', { bubbles: true }));
}

interface BoxProps {
  readonly id: string;
  readonly entry: number;
  readonly number: number;
  readonly bar: Bar | null;
  readonly ticks: number;
  readonly isSorted: boolean;
  readonly isHere: boolean;
  readonly chord: number | null;
  readonly onPoint: (spot: Spot) => void;
}

/** One bar: its chords as wide as they last, and who has something written in it. */
const BarBox = memo(function BarBox(props: BoxProps) {
  const { id, entry, number, bar, ticks, isSorted, isHere, chord, onPoint } = props;
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({
    id,
    disabled: !isSorted,
  });
  if (!bar) return null;
  const names = bar.chords.map((c) => pretty(c.chord));
  const { chords } = bar;
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={isDragging ? 'z-10' : ''}
    >
      <button
        type="button"
        {...(isSorted ? listeners : {})}
        data-box={number}
        data-bar={number + 1}
        aria-pressed={isHere}
        tabIndex={isHere || number === 0 ? 0 : -1}
        data-chords={names.join(', ')}
        className={`flex min-h-13 w-full scroll-mt-16 scroll-mb-[54vh] lg:scroll-mb-4 flex-col rounded border bg-ground px-1.5 py-0.5 text-left ${isHere ? 'border-2 border-ink' : 'border-line hover:border-ink'} ${isDragging ? 'opacity-70' : ''}`}
        onClick={(e) => {
          const at = (e.target as HTMLElement).closest<HTMLElement>('[data-chord]');
          onPoint({ entry, bar: number, chord: at ? Number(at.dataset.chord) : 0 });
        }}
      >
        <span className="flex w-full items-baseline gap-1 text-[0.6875rem] text-soft">
          <span>
            <span className="sr-only">Bar </span>
            {number + 1}
          </span>
          <span className="flex flex-1 flex-wrap gap-x-1.5">
            {PLAYERS.map((player) => (
              <Written key={player} player={player} bar={bar} />
            ))}
          </span>
          {bar.remarks?.band !== undefined && (
            <span className="min-w-0 truncate text-[0.75rem] italic" title={bar.remarks.band}>
              “{bar.remarks.band}”
            </span>
          )}
        </span>
        <span className="flex w-full">
          {chords.length === 0 && (
            <span className="text-soft">
              …<span className="sr-only"> the chord before goes on</span>
            </span>
          )}
          {chords[0] && chords[0].at > 0 && (
            <span style={{ flexGrow: chords[0].at / ticks }} className="basis-0 text-soft">
              …
            </span>
          )}
          {chords.map((c, i) => (
            <span
              key={c.at}
              data-chord={i}
              style={{ flexGrow: ((chords[i + 1]?.at ?? ticks) - c.at) / ticks }}
              className={`min-w-0 basis-0 truncate text-[1rem] font-bold ${i > 0 ? 'border-l border-line pl-1' : ''} ${chord === i && chords.length > 1 ? 'underline decoration-2 underline-offset-4' : ''} ${c.chord === 'N.C.' ? 'font-normal text-soft' : ''}`}
              title={names[i]}
            >
              {c.push > 0 && '‹'}
              {c.chord === 'N.C.' ? '–' : names[i]}
              {c.guess && <span className="text-watch">?</span>}
            </span>
          ))}
        </span>
      </button>
    </li>
  );
});

/** A player's shape where something is written for them, with a lock where it is locked; open cells show nothing. */
function Written({ player, bar }: { readonly player: Player; readonly bar: Bar }) {
  const written = bar.cells[player].filter((c) => c.cell.kind !== 'open');
  if (written.length === 0) return null;
  const locked = written.some((c) => isLocked(c.cell));
  return (
    <span
      className={PLAYER_TEXT[player]}
      title={`${PLAYER_WORDS[player]}: written${locked ? ', locked' : ''}`}
    >
      <PlayerMark player={player} />
      {locked && <Lock size={11} aria-label="locked" className="inline" />}
    </span>
  );
}
