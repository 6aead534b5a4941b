import { memo } from 'react';
import type { Player } from '../core/form/index';
import { formatStep } from '../core/line/index';
import type { RightHandPart, Strike, Stroke } from '../core/song/index';
import { barTicks } from '../core/time/index';
import { xOf, type HitsTime } from './hits-time';
import { PLAYER_FILL, PLAYER_TEXT } from './player-look';

/** Vertical places of a lane, in pixels from its top. */
export interface LaneShape {
  readonly height: number;
  /** Top and bottom of the swing, middle of the ribbons. */
  readonly top: number;
  readonly bottom: number;
  readonly ribbon: number;
}

export function laneShape(height: number): LaneShape {
  return { height, top: height * 0.16, bottom: height * 0.52, ribbon: height * 0.79 };
}

interface Props {
  readonly player: Player;
  readonly part: RightHandPart;
  readonly marks: readonly Strike[];
  /** Once-repeated strokes of a delay. */
  readonly repeats: readonly { readonly at: number; readonly ticks: number }[];
  readonly time: HitsTime;
  readonly shape: LaneShape;
  readonly y: number;
  readonly strings: number;
}

/**
 * One player's right hand: a thin path that swings down and up, a mark where it meets the strings, and under it a
 * ribbon for as long as the sound lasts.
 */
export const HitsLane = memo(function HitsLane(props: Props) {
  const { player, part, marks, repeats, time, shape, y, strings } = props;
  const from = time.firstBar * barTicks(time.meter);
  const to = from + time.bars * barTicks(time.meter);
  const seen = (at: number, end: number) => at < to && Math.max(end, at + 1) > from;
  return (
    <g transform={`translate(0 ${y})`} className={PLAYER_TEXT[player]} data-lane={player}>
      <path
        d={swingPath(part, time, shape)}
        fill="none"
        stroke="currentColor"
        strokeWidth="1.4"
        opacity="0.38"
      />
      {repeats.map((r, i) =>
        seen(r.at, r.at + r.ticks) ? (
          <rect
            key={i}
            x={Math.max(time.left, xOf(time, r.at))}
            y={shape.ribbon + 6}
            width={Math.max(2, xOf(time, Math.min(to, r.at + r.ticks)) - xOf(time, Math.max(from, r.at)) - 3)}
            height="5"
            fill="none"
            stroke="currentColor"
            strokeDasharray="2 2"
            opacity="0.6"
          />
        ) : null,
      )}
      {marks.map((m) =>
        seen(m.at, m.end) ? (
          <Ribbon key={keyOf(m)} strike={m} {...{ time, shape, strings, from, to }} />
        ) : null,
      )}
      {part.strokes.map((s) =>
        s.strike.at >= from && s.strike.at < to ? (
          <Contact
            key={keyOf(s.strike)}
            stroke={s}
            x={xOf(time, s.strike.at)}
            shape={shape}
            player={player}
          />
        ) : null,
      )}
    </g>
  );
});

function keyOf(strike: Strike): string {
  return `${strike.at} ${strike.strings?.join('') ?? ''}`;
}

/** Down to the strings and up again, bar by bar in the division the hand needs. */
function swingPath(part: RightHandPart, time: HitsTime, shape: LaneShape): string {
  const length = barTicks(time.meter);
  const points: string[] = [];
  for (let b = 0; b < time.bars; b += 1) {
    const bar = time.firstBar + b;
    const division = part.divisions[bar] ?? length;
    const half = part.way === 'down' ? division / 2 : division;
    for (let i = 0; i * half <= length; i += 1) {
      if (i * half === length && b < time.bars - 1) break;
      const low = i % 2 === 0;
      points.push(`${xOf(time, bar * length + i * half).toFixed(1)},${low ? shape.bottom : shape.top}`);
    }
  }
  return `M${points.join(' L')}`;
}

function Ribbon(props: {
  strike: Strike;
  time: HitsTime;
  shape: LaneShape;
  strings: number;
  from: number;
  to: number;
}) {
  const { strike, time, shape, strings, from, to } = props;
  const left = xOf(time, Math.max(from, strike.at));
  const mid = shape.ribbon;
  if (strike.kind === 'dead') {
    return (
      <path
        d={`M${left - 5},${mid - 6} l10,12 m0,-12 l-10,12`}
        stroke="currentColor"
        strokeWidth="2.6"
        fill="none"
      />
    );
  }
  const right = xOf(time, Math.min(to, strike.end));
  const muted = strike.kind === 'mute';
  const { strings: struck } = strike;
  const picked = struck !== null;
  const height = picked ? 3.4 + 4 * (struck[0]! - struck.at(-1)!) : muted ? 7 : strike.weak ? 12 : 20;
  // Strings picked alone or in groups ring on beside each other, the highest on top.
  const middle = picked ? mid + ((struck[0]! + struck.at(-1)!) / 2 - (strings + 1) / 2) * 4 : mid;
  const width = muted ? Math.min(18, right - left - 2) : Math.max(3, right - left - 3);
  const text = strike.step === null ? null : formatStep(strike.step, strings);
  return (
    <g>
      <rect
        x={left}
        y={middle - height / 2}
        width={Math.max(2, width)}
        height={height}
        rx="2"
        fill="currentColor"
        opacity={muted || picked ? 0.9 : 0.34}
      />
      {strike.end > to && (
        <path d={`M${right - 3},${mid - 5} l6,5 l-6,5`} fill="currentColor" opacity="0.7" />
      )}
      {text !== null && right - left > (muted ? 30 : 18) && (
        <text
          x={left + (muted ? width + 4 : 4)}
          y={mid + 5}
          className="fill-ink font-mono text-[13px] font-bold"
        >
          {(muted ? right - left - width : width) < text.length * 8 + 4 ? text.replace(/@.*/, '') : text}
        </text>
      )}
    </g>
  );
}

/** Where the hand meets the strings: at the foot of the swing going down, at its head going up. */
function Contact({
  stroke,
  x,
  shape,
  player,
}: {
  stroke: Stroke;
  x: number;
  shape: LaneShape;
  player: Player;
}) {
  const { strike, direction } = stroke;
  const down = direction === 'down';
  const y = down ? shape.bottom : shape.top;
  const r = strike.weak ? 5.5 : 8.5;
  const label = strike.strings?.join('') ?? '';
  if (strike.kind === 'dead') {
    const w = strike.weak ? 5 : 7;
    return (
      <path
        d={`M${x - w},${y - w} l${2 * w},${2 * w} m0,${-2 * w} l${-2 * w},${2 * w}`}
        className="stroke-ink"
        strokeWidth="2.6"
        fill="none"
      />
    );
  }
  const tip = down ? y + r * 0.9 : y - r * 0.9;
  const base = down ? y - r * 0.75 : y + r * 0.75;
  const hollow = strike.kind === 'mute';
  return (
    <g>
      <polygon
        points={`${x - r},${base} ${x + r},${base} ${x},${tip}`}
        className={hollow ? 'fill-sheet' : PLAYER_FILL[player]}
        stroke="currentColor"
        strokeWidth={hollow ? 2 : 0.5}
      />
      {label !== '' && (
        <text x={x + r + 1} y={y + 4} className="fill-ink text-[12px] font-bold">
          {label}
        </text>
      )}
    </g>
  );
}
