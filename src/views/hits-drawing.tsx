import { useRef, useState, type PointerEvent } from 'react';
import { PLAYERS, type Player } from '../core/form/index';
import { barTicks } from '../core/time/index';
import { HitsLane, laneShape } from './hits-lane';
import {
  Cursor,
  DragGhost,
  GuessMark,
  HEAD,
  Paper,
  PlayerLabel,
  PushMark,
  TogetherLane,
  VOICE,
  VoiceLane,
  type Drag,
  type HitsDrawingProps,
} from './hits-parts';
import { hitsLanes } from './hits-lanes';
import { tickAt, xOf } from './hits-time';

/**
 * Bars of right hands one above the other: the voice, each player's swinging hand with its ribbons, and what they do
 * together. A click goes to a place, a double click strikes there or takes the stroke away; a contact is dragged to
 * another place, the end of a ribbon to another length, and the voice lane is painted.
 */
export function HitsDrawing(props: HitsDrawingProps) {
  const { time, height, marks, parts, cursor } = props;
  const svg = useRef<SVGSVGElement>(null);
  const [drag, drawDrag] = useState<Drag | null>(null);
  // Moves may come faster than drawings; what counts on letting go is the last of them.
  const dragged = useRef<Drag | null>(null);
  const setDrag = (next: Drag | null) => {
    dragged.current = next;
    drawDrag(next);
  };
  const { together, lane } = hitsLanes(height);
  const shape = laneShape(lane);
  const laneY = (player: Player) => HEAD + VOICE + PLAYERS.indexOf(player) * lane;
  const length = barTicks(time.meter);
  const from = time.firstBar * length;
  const to = from + time.bars * length;
  const bottom = HEAD + VOICE + 3 * lane + together;

  const at = (event: PointerEvent | React.MouseEvent) => {
    const box = svg.current!.getBoundingClientRect();
    const x = event.clientX - box.left;
    const y = event.clientY - box.top;
    const index = Math.floor((y - HEAD - VOICE) / lane);
    return { x, y, player: PLAYERS[index] ?? null, voice: y >= HEAD && y < HEAD + VOICE };
  };
  /** The stroke under a point, or the one whose ribbon ends there. */
  const grasp = (x: number, y: number, player: Player): Drag | null => {
    const inRibbon = y - laneY(player) > (shape.bottom + shape.ribbon) / 2;
    const list = marks[player].filter(
      (m) => m.at >= from && m.at < to && m.kind !== 'dead' && m.step === null,
    );
    if (inRibbon) {
      const held = list.find(
        (m) => m.kind === 'ring' && Math.abs(xOf(time, Math.min(to, m.end)) - 4 - x) < 8,
      );
      return held ? { kind: 'hold', player, from: held.at, to: held.end } : null;
    }
    const struck = marks[player].find(
      (m) => m.at >= from && m.step === null && Math.abs(xOf(time, m.at) - x) < 10,
    );
    return struck ? { kind: 'move', player, from: struck.at, to: struck.at } : null;
  };
  const edge = (x: number) => {
    const place = tickAt(time, x);
    return x > xOf(time, place) ? place + time.division : place;
  };
  const onPointerDown = (event: PointerEvent) => {
    if (event.button !== 0) return;
    const { x, y, player, voice } = at(event);
    if (x < time.left - 8) {
      if (player) props.onCursor(player, cursor.tick);
      return;
    }
    if (voice) {
      const tick = tickAt(time, x);
      const sings = props.sung.some((s) => tick >= s.from && tick < s.to);
      setDrag({ kind: sings ? 'hide' : 'sing', player: null, from: tick, to: tick + time.division });
      svg.current!.setPointerCapture(event.pointerId);
      return;
    }
    if (!player) return;
    const held = grasp(x, y, player);
    props.onCursor(player, held && held.kind === 'move' ? held.from : tickAt(time, x));
    if (held) {
      setDrag(held);
      svg.current!.setPointerCapture(event.pointerId);
    }
  };
  const onPointerMove = (event: PointerEvent) => {
    const held = dragged.current;
    if (!held) return;
    const { x } = at(event);
    const target = held.kind === 'move' ? tickAt(time, x) : edge(x);
    const least = held.kind === 'move' ? from : held.from + time.division;
    setDrag({ ...held, to: Math.max(least, Math.min(to, target)) });
  };
  const onPointerUp = () => {
    const done = dragged.current;
    if (!done) return;
    setDrag(null);
    const { kind, player } = done;
    if (kind === 'sing' || kind === 'hide') props.onSing(done.from, done.to, kind === 'sing');
    else if (player && kind === 'move' && done.to !== done.from) props.onMove(player, done.from, done.to);
    else if (player && kind === 'hold') props.onHold(player, done.from, done.to);
  };
  const onDoubleClick = (event: React.MouseEvent) => {
    const { x, y, player } = at(event);
    if (y < HEAD && x >= time.left - 8) props.onChords(tickAt(time, x));
    else if (player && x >= time.left - 8) props.onStrike(player, tickAt(time, x));
  };

  return (
    <svg
      ref={svg}
      width={time.width}
      height={height}
      className="block touch-manipulation text-ink select-none"
      role="group"
      aria-label={`Right hands, ${props.barNames.join(' and ')}`}
      data-hits-drawing
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
      onPointerCancel={() => setDrag(null)}
      onDoubleClick={onDoubleClick}
    >
      <Paper {...props} bottom={bottom} />
      <Cursor {...props} y={laneY(cursor.player)} lane={lane} />
      <VoiceLane {...props} />
      {PLAYERS.map((player) => (
        <g key={player}>
          <line
            x1={12}
            x2={time.width}
            y1={laneY(player)}
            y2={laneY(player)}
            className="stroke-line"
            opacity="0.7"
          />
          <HitsLane
            player={player}
            part={parts[player]}
            marks={marks[player]}
            repeats={props.repeats[player]}
            time={time}
            shape={shape}
            y={laneY(player)}
            strings={props.strings[player]}
          />
          <PlayerLabel
            {...{ player, y: laneY(player) + shape.top + 10, time }}
            hand={props.hands[player]}
            chosen={cursor.player === player}
          />
          {props.guesses[player].map((g) =>
            g.at >= from && g.at < to ? (
              <GuessMark key={g.at} x={xOf(time, g.at) + 4} y={laneY(player) + 15} words={g.words} />
            ) : null,
          )}
          {props.pushes[player].map((p) =>
            p.early >= from - length && p.at < to && p.at >= from ? (
              <PushMark
                key={p.at}
                x={xOf(time, Math.max(from, p.early))}
                to={xOf(time, p.at)}
                y={laneY(player) + shape.ribbon + 14}
              />
            ) : null,
          )}
        </g>
      ))}
      <TogetherLane {...props} y={HEAD + VOICE + 3 * lane} height={together} />
      {drag && (
        <DragGhost
          drag={drag}
          time={time}
          y={drag.player ? laneY(drag.player) : HEAD}
          lane={drag.player ? lane : VOICE}
        />
      )}
    </svg>
  );
}
