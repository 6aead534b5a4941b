import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { spansFrom } from '../../../core/heard/index';
import { momentsOf, unfold, type Song } from '../../../core/song/index';
import { barTicks, formatMeter } from '../../../core/time/index';
import { useSounding } from '../../listening/index';
import { usePorts } from '../../ports';
import { AddSection } from './add-section';
import { GroundStrip } from './ground-strip';
import { chordSong } from './hear-chord';
import { NextTouch } from './next-touch';
import { Palette } from './palette';
import { SectionCard } from './section-card';
import { sectionOf, type Spot } from './touches';
import { Cards, type CardsContext, type CardsState } from './use-cards';

/** The chart as cards of its sections, for hands that never saw the grammar. */
export function CardsView({ song, start }: { readonly song: Song; readonly start: Spot | null }) {
  const { desk, listening } = usePorts();
  const [state] = useState(() =>
    createStore<CardsState>(() => ({ song, spot: start === null ? null : within(song, start) })),
  );
  // Before anything is drawn: what is pointed at is of the song that is shown.
  useLayoutEffect(() => {
    if (state.getState().song !== song) state.setState({ song, spot: within(song, state.getState().spot) });
  }, [song, state]);
  const point = useCallback(
    (next: Spot | null) => {
      const { song: now, select } = desk.getState();
      const spot = now && within(now, next);
      state.setState({ spot });
      // Play begins there, and the other screens open there.
      if (now && spot) select({ playing: spot.entry, pass: 1, moment: momentOf(now, spot) });
    },
    [desk, state],
  );
  const spot = useStore(state, (s) => s.spot);
  const touch = useCallback<CardsContext['touch']>(
    (edit, label, next) => {
      if (edit === null) return;
      desk.getState().edit(edit, { label });
      if (next !== undefined) point(next);
    },
    [desk, point],
  );
  const hear = useCallback(
    (symbol: string) => {
      const one = chordSong(symbol);
      if (!one) return;
      const at = { playing: 0, pass: 1, moment: 0 };
      const spans = spansFrom(one, at);
      listening.getState().ask({
        title: `chord ${symbol}`,
        labels: [symbol],
        versions: [{ song: one, spans }],
        spans,
        at,
        only: ['guitar1', 'bass'],
        tempoShare: 1,
        loop: false,
        isApart: true,
      });
    },
    [listening],
  );
  // Whoever comes to write chords can type them at once; a box brings up no keyboard on a phone.
  useEffect(() => {
    if (start === null) return undefined;
    const selector = `[data-playing="${start.entry}"] [data-box="${start.bar}"]`;
    const timer = setTimeout(() => document.querySelector<HTMLElement>(selector)?.focus());
    return () => clearTimeout(timer);
  }, [start]);
  const cards = useMemo((): CardsContext => ({ state, point, touch, hear }), [state, point, touch, hear]);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const playings = unfold(song);
  const sections = useMemo(() => new Map(song.sections.map((s) => [s.name, s])), [song.sections]);
  const varied = useMemo(
    () => new Set(song.form.flatMap((e) => (e.variants === undefined ? [] : [e.section]))),
    [song.form],
  );
  const ids = useMemo(() => song.form.map((_, i) => `playing-${i}`), [song.form]);
  const drop = ({ active, over }: DragEndEvent) => {
    const [entry, to] = [active.id, over?.id].map((id) => ids.indexOf(String(id)));
    if (entry === undefined || to === undefined || entry < 0 || to < 0 || entry === to) return;
    touch({ kind: 'movePlaying', entry, to }, `${song.form[entry]!.section} moved`, null);
  };
  const ref = useRef<HTMLDivElement>(null);
  // What is pointed at stays in view above the chords.
  useEffect(() => {
    if (!spot) return;
    const box = ref.current?.querySelector(`[data-playing="${spot.entry}"] [data-box="${spot.bar}"]`);
    box?.scrollIntoView({ block: 'nearest' });
  }, [spot]);
  useSounding(ref, (root, { playing, bar }) => {
    const card = root.querySelector<HTMLElement>(`[data-playing="${playing.index}"]`);
    return card?.querySelector(`[data-bar="${bar + 1}"]`) ?? card?.querySelector('h2') ?? null;
  });
  return (
    <Cards value={cards}>
      <div className="flex min-h-0 flex-1 flex-col">
        <div ref={ref} className="min-h-0 flex-1 overflow-y-auto px-3 pt-1 pb-4" data-cards>
          <GroundStrip song={song} />
          <NextTouch />
          <DndContext
            sensors={sensors}
            collisionDetection={closestCenter}
            onDragEnd={drop}
            accessibility={{ announcements: said(song) }}
          >
            <SortableContext items={ids} strategy={verticalListSortingStrategy}>
              <ol className="flex flex-col gap-2" aria-label="Sections in played order">
                {song.form.map((played, i) => {
                  const section = sections.get(played.section);
                  const playing = playings[i];
                  if (!section || !playing) return null;
                  return (
                    <SectionCard
                      key={i}
                      entry={i}
                      id={ids[i]!}
                      played={played}
                      section={section}
                      firstBar={playing.firstBar}
                      keyText={playing.key.text}
                      again={!playing.first}
                      isVaried={section.variants.length > 0 || varied.has(played.section)}
                      meter={formatMeter(playing.meter)}
                      ticks={barTicks(playing.meter)}
                    />
                  );
                })}
              </ol>
            </SortableContext>
          </DndContext>
          <AddSection />
        </div>
        {spot && <Palette spot={spot} />}
      </div>
    </Cards>
  );
}

/** A spot that is still there, else none. */
function within(song: Song, spot: Spot | null): Spot | null {
  if (!spot) return null;
  const section = sectionOf(song, spot);
  return section && spot.bar <= section.bars.length ? spot : null;
}

/** The first moment (from 0) of a bar; of one that is not there yet, the last one. */
function momentOf(song: Song, { entry, bar }: Spot): number {
  const playing = unfold(song)[entry];
  if (!playing) return 0;
  const moments = momentsOf(playing.section, { pass: 1, meter: playing.meter });
  const first = moments.findIndex((m) => m.bar >= bar);
  return first < 0 ? Math.max(0, moments.length - 1) : first;
}

/** What a screen reader hears while a card is moved. */
function said(song: Song) {
  const name = (id: string | number) => song.form[Number(String(id).replace('playing-', ''))]?.section ?? '';
  const place = (id: string | number) => Number(String(id).replace('playing-', '')) + 1;
  return {
    onDragStart: ({ active }: { active: { id: string | number } }) =>
      `${name(active.id)} picked up, place ${place(active.id)}. Arrows move it, space puts it down, Escape leaves it.`,
    onDragOver: ({
      active,
      over,
    }: {
      active: { id: string | number };
      over: { id: string | number } | null;
    }) => (over ? `${name(active.id)} at place ${place(over.id)}` : undefined),
    onDragEnd: ({
      active,
      over,
    }: {
      active: { id: string | number };
      over: { id: string | number } | null;
    }) => (over ? `${name(active.id)} put down at place ${place(over.id)}` : undefined),
    onDragCancel: ({ active }: { active: { id: string | number } }) =>
      `${name(active.id)} stays where it was`,
  };
}
