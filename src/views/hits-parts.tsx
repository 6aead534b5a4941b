import { PLAYER_WORDS, PLAYERS, type Player } from '../core/form/index';
import type { RightHandPart, Strikes } from '../core/song/index';
import { barTicks, countedBeatTicks } from '../core/time/index';
import { countAt, xOf, type HitsTime } from './hits-time';
import { PLAYER_TEXT, PlayerShape } from './player-look';

/** Something the right hands do together that is worth a frame, in ticks from the start of the section. */
export interface HitsFrame {
  readonly from: number;
  readonly to: number;
  readonly look: 'clash' | 'watch' | 'clean';
  readonly words: string;
}

/** A chord name over its bar; `early` is where it is struck when it is pushed. */
export interface HitsChord {
  readonly at: number;
  readonly early: number;
  readonly text: string;
}

/** Where somebody is not sure, and of what. */
export interface HitsGuess {
  readonly at: number;
  readonly words: string;
}

export interface HitsDrawingProps {
  readonly time: HitsTime;
  readonly height: number;
  /** What each bar on view is called: "bar 3". */
  readonly barNames: readonly string[];
  /** Every how many beats the pulse is felt: 2 in half time. */
  readonly pulse: number;
  readonly chords: readonly HitsChord[];
  readonly marks: Strikes;
  readonly parts: Readonly<Record<Player, RightHandPart>>;
  readonly strings: Readonly<Record<Player, number>>;
  readonly repeats: Readonly<Record<Player, readonly { readonly at: number; readonly ticks: number }[]>>;
  /** What stands under a player's name: "all down", "with Guitar 1". */
  readonly hands: Readonly<Record<Player, string>>;
  /** Changes that come early, by player: from and to where they are written. */
  readonly pushes: Readonly<Record<Player, readonly { readonly at: number; readonly early: number }[]>>;
  readonly guesses: Readonly<Record<Player, readonly HitsGuess[]>>;
  /** Bars, by where they begin, in which it is a guess where somebody sings. */
  readonly voiceGuesses: readonly number[];
  /** Where somebody sings, and where a fill has room. */
  readonly sung: readonly { readonly from: number; readonly to: number }[];
  readonly holes: readonly { readonly from: number; readonly to: number }[];
  readonly frames: readonly HitsFrame[];
  readonly cursor: { readonly player: Player; readonly tick: number };
  readonly onCursor: (player: Player, tick: number) => void;
  /** Strikes at an empty place, or takes a stroke away. */
  readonly onStrike: (player: Player, tick: number) => void;
  readonly onMove: (player: Player, from: number, to: number) => void;
  /** Lets a stroke sound until another tick. */
  readonly onHold: (player: Player, stroke: number, until: number) => void;
  /** The chords over a tick are to be written. */
  readonly onChords: (tick: number) => void;
  readonly onSing: (from: number, to: number, sings: boolean) => void;
}

/** Names have room before the first bar; where they have none they stand beside the drawing. */
function hasNames({ left }: HitsTime): boolean {
  return left > 60;
}

/** Pixels of the counts above the lanes, and of the voice's lane. */
export const HEAD = 46;
export const VOICE = 30;

/** What is being dragged: a stroke, the end of a ribbon, or the voice. */
export interface Drag {
  readonly kind: 'move' | 'hold' | 'sing' | 'hide';
  readonly player: Player | null;
  readonly from: number;
  readonly to: number;
}

/** Bar lines, beats, counts and chord names. */
export function Paper({ time, barNames, chords, pulse, bottom }: HitsDrawingProps & { bottom: number }) {
  const length = barTicks(time.meter);
  const beat = countedBeatTicks(time.meter);
  const from = time.firstBar * length;
  const places = Array.from(
    { length: (time.bars * length) / time.division },
    (_, i) => from + i * time.division,
  );
  const left = xOf(time, from) - 10;
  const right = xOf(time, from + time.bars * length);
  return (
    <g>
      <rect
        x={left}
        y={HEAD - 22}
        width={right - left}
        height={bottom - HEAD + 22}
        rx="3"
        className="fill-sheet stroke-line"
      />
      {places.map((tick) => {
        const isBar = tick % length === 0;
        const onBeat = tick % beat === 0;
        const x = xOf(time, tick);
        const felt = onBeat && ((tick % length) / beat) % pulse === 0;
        return (
          <g key={tick}>
            <line
              x1={x}
              x2={x}
              y1={HEAD}
              y2={bottom}
              className={isBar ? 'stroke-soft' : 'stroke-line'}
              strokeWidth={isBar ? 1.6 : onBeat ? 1.4 : 0.8}
              opacity={isBar ? 0.8 : onBeat ? 1 : 0.55}
            />
            <text
              x={x}
              y={HEAD - 8}
              textAnchor="middle"
              className={felt ? 'fill-ink text-[14px] font-bold' : 'fill-soft text-[12px]'}
            >
              {countAt(tick, time.meter)}
            </text>
          </g>
        );
      })}
      {barNames.map((name, i) => (
        <text
          key={name}
          x={xOf(time, from + (i + 1) * length) - 14}
          y={14}
          textAnchor="end"
          className="fill-soft text-[13px]"
        >
          {name}
        </text>
      ))}
      {chords.map((c) =>
        c.at >= from && c.at < from + time.bars * length ? (
          <text key={c.at} x={xOf(time, c.at) - 4} y={16} className="fill-ink text-[17px] font-bold">
            {c.early < c.at ? '‹' : ''}
            {c.text}
          </text>
        ) : null,
      )}
    </g>
  );
}

export function Cursor({ time, cursor, y, lane }: HitsDrawingProps & { y: number; lane: number }) {
  const left = xOf(time, cursor.tick);
  const right = xOf(time, cursor.tick + time.division);
  const half = Math.min(14, (right - left) / 2);
  return (
    <rect
      data-cursor={cursor.tick}
      x={left - half}
      y={y + 2}
      width={2 * half}
      height={lane - 4}
      rx="4"
      className="fill-well stroke-ink"
      strokeWidth="1.6"
    />
  );
}

export function PlayerLabel({
  player,
  y,
  hand,
  chosen,
  time,
}: {
  player: Player;
  y: number;
  hand: string;
  chosen: boolean;
  time: HitsTime;
}) {
  if (!hasNames(time)) return null;
  return (
    <g className={PLAYER_TEXT[player]}>
      <PlayerShape player={player} x={20} y={y - 5} size={12} />
      <text x={32} y={y} fill="currentColor" className={`text-[15px] font-bold ${chosen ? 'underline' : ''}`}>
        {PLAYER_WORDS[player]}
      </text>
      <text x={14} y={y + 18} className="fill-soft text-[13px]">
        {hand}
      </text>
    </g>
  );
}

export function VoiceLane({ time, sung, holes, voiceGuesses }: HitsDrawingProps) {
  const length = barTicks(time.meter);
  const from = time.firstBar * length;
  const to = from + time.bars * length;
  const y = HEAD + VOICE / 2;
  const cut = (s: { from: number; to: number }) => ({ from: Math.max(from, s.from), to: Math.min(to, s.to) });
  return (
    <g>
      {hasNames(time) && (
        <text x={14} y={y + 5} className="fill-soft text-[15px] font-bold">
          Voice
        </text>
      )}
      {sung
        .map(cut)
        .map((s) =>
          s.to > s.from ? (
            <rect
              key={s.from}
              x={xOf(time, s.from) - 4}
              y={y - 8}
              width={xOf(time, s.to) - xOf(time, s.from)}
              height={16}
              rx={8}
              className="fill-voice"
              opacity="0.45"
            />
          ) : null,
        )}
      {voiceGuesses.map((at) =>
        at >= from && at < to ? (
          <GuessMark key={at} x={xOf(time, at) + 4} y={y + 5} words="where the voice sings is a guess" />
        ) : null,
      )}
      {holes.map(cut).map((h) =>
        h.to > h.from ? (
          <text
            key={h.from}
            x={(xOf(time, h.from) + xOf(time, h.to)) / 2}
            y={y + 4}
            textAnchor="middle"
            className="fill-soft text-[12px] italic"
          >
            room for a fill
          </text>
        ) : null,
      )}
    </g>
  );
}

/** The sign of a guess, at the head of a lane. */
export function GuessMark({ x, y, words }: { x: number; y: number; words: string }) {
  return (
    <text x={x} y={y} className="fill-ink text-[15px] font-bold" data-guess>
      <title>{words}</title>≈
    </text>
  );
}

/** An arrow from where a change is written to where it is struck. */
export function PushMark({ x, to, y }: { x: number; to: number; y: number }) {
  return (
    <g className="text-ink">
      <path d={`M${to},${y} L${x + 3},${y}`} stroke="currentColor" strokeWidth="1.2" strokeDasharray="3 2" />
      <path
        d={`M${x + 8},${y - 4} L${x + 2},${y} L${x + 8},${y + 4}`}
        stroke="currentColor"
        strokeWidth="1.4"
        fill="none"
      />
    </g>
  );
}

/** Common strikes stand tall, lonely ones low; stops are framed, and so is what does not fit together. */
export function TogetherLane({
  time,
  marks,
  frames,
  y,
  height,
}: HitsDrawingProps & { y: number; height: number }) {
  const length = barTicks(time.meter);
  const from = time.firstBar * length;
  const to = from + time.bars * length;
  const strikes = new Map<number, { players: Set<Player>; dead: number }>();
  for (const player of PLAYERS) {
    for (const { at, kind } of marks[player]) {
      if (at < from || at >= to) continue;
      const here = strikes.get(at) ?? { players: new Set<Player>(), dead: 0 };
      here.players.add(player);
      strikes.set(at, { ...here, dead: here.dead + (kind === 'dead' ? 1 : 0) });
    }
  }
  const base = y + height - 8;
  const tall = height - 26;
  return (
    <g data-lane="together">
      <line x1={12} x2={time.width} y1={y} y2={y} className="stroke-line" />
      {hasNames(time) && (
        <>
          <text x={14} y={y + 22} className="fill-ink text-[15px] font-bold">
            Together
          </text>
          <text x={14} y={y + 39} className="fill-soft text-[12px]">
            <tspan x={14}>common strikes</tspan>
            <tspan x={14} dy="14">
              stand tall
            </tspan>
          </text>
        </>
      )}
      <line
        x1={time.left - 10}
        x2={xOf(time, to)}
        y1={base}
        y2={base}
        className="stroke-line"
        strokeWidth="1.4"
      />
      {frames.map((f) => {
        const [a, b] = [Math.max(from, f.from), Math.min(to, f.to)];
        if (b <= a && !(f.from === f.to && f.from >= from && f.from < to)) return null;
        const left = xOf(time, a) - 8;
        const width = Math.max(22, xOf(time, Math.max(a, b)) - xOf(time, a) + (b > a ? 2 : 16));
        const look = {
          clash: 'fill-clash/12 stroke-clash',
          watch: 'fill-watch/12 stroke-watch',
          clean: 'fill-none stroke-soft',
        }[f.look];
        const ink = { clash: 'fill-clash', watch: 'fill-watch', clean: 'fill-soft' }[f.look];
        return (
          <g key={`${f.from} ${f.words}`}>
            <rect
              x={left}
              y={y + 4}
              width={width}
              height={height - 8}
              className={look}
              strokeWidth="1.5"
              strokeDasharray={f.look === 'clash' ? undefined : '4 3'}
            />
            <text x={left + 5} y={y + 16} className={`text-[12px] font-bold ${ink}`}>
              {f.words}
            </text>
          </g>
        );
      })}
      {[...strikes].map(([at, { players, dead }]) => {
        const h = [0, 0.34, 0.64, 1][players.size]! * tall;
        const hollow = dead === players.size;
        return (
          <rect
            key={at}
            x={xOf(time, at) - 5}
            y={base - h}
            width="10"
            height={h}
            rx="1.5"
            className={hollow ? 'fill-none stroke-ink' : 'fill-ink'}
            strokeWidth={hollow ? 2 : 0}
            opacity={[0, 0.42, 0.7, 1][players.size]}
          />
        );
      })}
    </g>
  );
}

export function DragGhost({ drag, time, y, lane }: { drag: Drag; time: HitsTime; y: number; lane: number }) {
  const left = xOf(time, drag.kind === 'move' ? drag.to : drag.from);
  const right = drag.kind === 'move' ? left : xOf(time, drag.to);
  return (
    <rect
      x={left - 6}
      y={y + 2}
      width={Math.max(12, right - left)}
      height={lane - 4}
      rx="4"
      className="fill-ink/10 stroke-ink"
      strokeDasharray="4 3"
      pointerEvents="none"
    />
  );
}
