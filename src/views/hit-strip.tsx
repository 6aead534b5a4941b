import { memo } from 'react';
import type { Player } from '../core/form/index';
import type { Strike } from '../core/song/index';
import { PLAYER_TEXT } from './player-look';

interface Props {
  readonly player: Player;
  readonly marks: readonly Strike[];
  /** The stretch drawn, in ticks from the start of the section. */
  readonly from: number;
  readonly to: number;
}

/**
 * What is struck and how long it sounds: a stem where the hand meets the strings and a ribbon behind it.
 * A long ribbon rings, a stub is palm-muted, a cross is dead.
 */
export const HitStrip = memo(function HitStrip({ player, marks, from, to }: Props) {
  const x = (tick: number) => ((tick - from) / (to - from)) * 100;
  return (
    <svg
      viewBox="0 0 100 18"
      preserveAspectRatio="none"
      className={`block h-[18px] w-full big:h-[44px] ${PLAYER_TEXT[player]}`}
      aria-hidden="true"
    >
      {marks.map((mark) => {
        const dead = mark.kind === 'dead';
        if ((dead ? mark.at < from : mark.end <= from) || mark.at >= to) return null;
        const left = Math.max(0, x(mark.at));
        const width = Math.min(100, x(mark.end)) - left;
        const struckHere = mark.at >= from;
        const height = mark.weak ? 9 : 15;
        if (dead) {
          return (
            <path
              key={`${mark.at} ${mark.strings?.join('') ?? ''}`}
              d={`M${left},3 l4,12 m0,-12 l-4,12`}
              stroke="currentColor"
              strokeWidth="1.5"
              fill="none"
              vectorEffect="non-scaling-stroke"
            />
          );
        }
        const muted = mark.kind === 'mute';
        return (
          <g key={`${mark.at} ${mark.strings?.join('') ?? ''}`} fill="currentColor">
            <rect
              x={left}
              y={11}
              width={muted ? Math.min(3.5, width) : Math.max(1, width - 0.8)}
              height={4}
              opacity={muted ? 0.9 : 0.35}
            />
            {struckHere && (
              <rect x={left} y={15 - height} width="1.6" height={height} opacity={muted ? 0.75 : 1} />
            )}
          </g>
        );
      })}
    </svg>
  );
});
