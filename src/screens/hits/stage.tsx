import { useEffect, useMemo, useRef, useState } from 'react';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import {
  HitsDrawing,
  hitsLanes,
  PLAYER_SHORT,
  PLAYER_TEXT,
  PlayerMark,
  type HitsTime,
} from '../../views/index';
import { holdUntil, moveStroke, strikeOrNot, type HitsPlace, type Outcome } from './actions';
import { drawingOf } from './drawing-parts';
import type { HitsScope } from './scope';
import { sing } from './voice-actions';

interface Props {
  readonly time: HitsTime;
  readonly scope: HitsScope;
  readonly cursor: HitsPlace;
  readonly barNames: readonly string[];
  /** The bar is longer than the screen: it is scrolled under a finger, with the players' names beside it. */
  readonly isScrolled: boolean;
  readonly onCursor: (player: Player, tick: number) => void;
  readonly onChords: (tick: number) => void;
  readonly onDo: (outcome: Outcome) => void;
}

/** The drawing of the right hands, as high as there is room. */
export function Stage(props: Props) {
  const { time, scope, cursor, barNames, isScrolled, onCursor, onChords, onDo } = props;
  const [box, height] = useHeight();
  const scroller = useRef<HTMLDivElement>(null);
  const drawing = useMemo(() => drawingOf(scope), [scope]);
  useEffect(() => {
    // The place that is written at stays in view.
    const here = scroller.current?.querySelector('[data-cursor]');
    if (isScrolled) here?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [cursor.tick, isScrolled]);
  const picture = height > 0 && (
    <HitsDrawing
      time={time}
      height={height}
      barNames={barNames}
      pulse={scope.playing.entry.feel === 'half' ? 2 : 1}
      marks={scope.marks}
      parts={scope.parts}
      repeats={scope.together.repeats}
      holes={scope.together.holes}
      {...drawing}
      cursor={cursor}
      onCursor={onCursor}
      onChords={onChords}
      onStrike={(player, tick) => onDo(strikeOrNot(scope, { player, tick }))}
      onMove={(player, from, to) => onDo(moveStroke(scope, player, from, to))}
      onHold={(player, from, until) => onDo(holdUntil(scope, player, from, until))}
      onSing={(from, to, sings) => onDo(sing(scope, from, to, sings))}
    />
  );
  if (!isScrolled)
    return (
      <div ref={box} className="min-h-[460px] flex-1">
        {picture}
      </div>
    );
  const lanes = hitsLanes(height);
  return (
    <div ref={box} className="flex min-h-[460px] flex-1">
      <div className="relative w-14 shrink-0 border-r border-line bg-ground">
        {PLAYERS.map((player, i) => (
          <button
            key={player}
            type="button"
            aria-label={`${PLAYER_SHORT[player]}: ${PLAYER_WORDS[player]}`}
            aria-pressed={cursor.player === player}
            className={`absolute right-0 left-0 flex flex-col items-center justify-center border-t border-line ${PLAYER_TEXT[player]} ${cursor.player === player ? 'bg-sheet font-bold' : ''}`}
            style={{ top: lanes.top + i * lanes.lane, height: lanes.lane }}
            onClick={() => onCursor(player, cursor.tick)}
          >
            <PlayerMark player={player} />
            {PLAYER_SHORT[player]}
          </button>
        ))}
        <span
          className="absolute right-1 left-1 text-center text-[0.6875rem] leading-tight text-soft"
          style={{ top: lanes.top + 3 * lanes.lane + 8 }}
        >
          all to-gether
        </span>
      </div>
      <div
        ref={scroller}
        className="min-w-0 flex-1 overflow-x-auto"
        tabIndex={0}
        role="group"
        aria-label="The bar, longer than the screen"
        data-hits-scroller
      >
        {picture}
      </div>
    </div>
  );
}

/** Height in pixels of an element, kept up to date; 0 before it is laid out. */
function useHeight() {
  const box = useRef<HTMLDivElement>(null);
  const [height, setHeight] = useState(0);
  useEffect(() => {
    const element = box.current;
    if (!element) return undefined;
    const measure = () => setHeight(element.clientHeight);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [box, height] as const;
}
