import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { ArrowDown, ArrowUp, GripVertical } from 'lucide-react';
import { Link } from 'react-router';
import { PLAYER_WORDS, PLAYERS } from '../../core/form/index';
import { tuningWords } from '../../core/instrument/index';
import { pretty } from '../../core/pitch/index';
import { soundsOf, turningsBetween, turningWords } from '../../core/set/index';
import { songLength, type Song } from '../../core/song/index';
import { formatDuration } from '../../core/time/index';
import { Button } from '../../ui/index';
import { PLAYER_TEXT, PlayerMark } from '../../views/index';
import type { SetSong } from './use-set';

/** The songs in their order, with what everybody turns before each; moved by dragging, by keys or by the arrows. */
export function SetOrderList(props: {
  readonly songs: readonly SetSong[];
  readonly onOrder: (ids: readonly string[], title: string) => void;
}) {
  const { songs, onOrder } = props;
  const ids = songs.map((one) => one.id);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const move = (from: number, to: number) => {
    if (to < 0 || to >= ids.length || from === to) return;
    onOrder(arrayMove(ids, from, to), songs[from]!.title);
  };
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (over) move(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        <ol className="flex flex-col" aria-label="Songs in their order">
          {songs.map((one, i) => (
            <Row
              key={one.id}
              one={one}
              place={i + 1}
              before={songs.slice(0, i).findLast((was) => was.song !== null)?.song ?? null}
              isLast={i === songs.length - 1}
              onMove={(by) => move(i, i + by)}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

function Row(props: {
  readonly one: SetSong;
  readonly place: number;
  readonly before: Song | null;
  readonly isLast: boolean;
  readonly onMove: (by: number) => void;
}) {
  const { one, place, before, isLast, onMove } = props;
  const { id, title, song } = one;
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id });
  const turnings = before && song ? turningsBetween(before, song) : [];
  const sounds = song && soundsOf(song);
  return (
    <li
      ref={setNodeRef}
      data-set-song={title}
      style={{
        transform: transform ? `translate3d(0, ${Math.round(transform.y)}px, 0)` : undefined,
        transition,
      }}
      className="pb-1.5"
    >
      {turnings.length > 0 && (
        <p data-turned className="border-l-4 border-watch py-0.5 pl-2 text-[0.875rem]">
          Before it: {turnings.map(turningWords).join('; ')}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-lg border border-line bg-sheet px-2 py-1.5">
        <button
          type="button"
          className="min-h-9 min-w-7 cursor-grab touch-none max-sm:min-h-11 max-sm:min-w-11"
          {...attributes}
          {...listeners}
          aria-label={`Move ${title}`}
        >
          <GripVertical size={18} aria-hidden className="mx-auto" />
        </button>
        <span className="min-w-48 flex-1">
          <b>
            {place}. <Link to={`/song/${id}/split`}>{title}</Link>
          </b>
          {song && (
            <span className="text-[0.875rem] text-soft">
              {' '}
              {formatDuration(songLength(song).seconds)} · {pretty(song.key)} · {song.tempo} bpm
            </span>
          )}
          {!song && <span className="text-[0.875rem] text-clash"> cannot be read</span>}
        </span>
        {song && sounds && (
          <ul
            className="flex flex-wrap gap-x-3 text-[0.8125rem]"
            aria-label={`Tunings and sounds of ${title}`}
          >
            {PLAYERS.map((player) => (
              <li key={player}>
                <span className={PLAYER_TEXT[player]}>
                  <PlayerMark player={player} />
                </span>
                <span className="sr-only">{PLAYER_WORDS[player]}: </span>{' '}
                {pretty(tuningWords(song.players[player]))}
                {song.players[player].capo > 0 && `, capo ${song.players[player].capo}`}
                <span className="text-soft"> · {sounds[player].join(', ')}</span>
              </li>
            ))}
          </ul>
        )}
        <span className="flex gap-1">
          <Button
            look="quiet"
            className="max-sm:min-h-11 max-sm:min-w-11"
            aria-label={`${title} one up`}
            disabled={place === 1}
            onClick={() => onMove(-1)}
          >
            <ArrowUp size={16} aria-hidden />
          </Button>
          <Button
            look="quiet"
            className="max-sm:min-h-11 max-sm:min-w-11"
            aria-label={`${title} one down`}
            disabled={isLast}
            onClick={() => onMove(1)}
          >
            <ArrowDown size={16} aria-hidden />
          </Button>
        </span>
      </div>
    </li>
  );
}
