import { memo } from 'react';
import { PLAYERS, type Player } from '../core/form/index';
import type { HitMark } from './hit-marks';

interface Props {
  readonly marks: Readonly<Record<Player, readonly HitMark[]>>;
  readonly from: number;
  readonly to: number;
}

/** Who strikes when: common strikes stand tall, lonely ones low, dead ones hollow. */
export const Together = memo(function Together({ marks, from, to }: Props) {
  const strikes = new Map<number, { count: number; dead: number }>();
  for (const player of PLAYERS) {
    for (const { start, kind } of marks[player]) {
      if (start < from || start >= to) continue;
      const here = strikes.get(start) ?? { count: 0, dead: 0 };
      strikes.set(start, { count: here.count + 1, dead: here.dead + (kind === 'dead' ? 1 : 0) });
    }
  }
  return (
    <svg
      viewBox="0 0 100 26"
      preserveAspectRatio="none"
      className="block h-[26px] w-full text-ink"
      aria-hidden="true"
    >
      <line x1="0" x2="100" y1="25" y2="25" className="stroke-line" vectorEffect="non-scaling-stroke" />
      {[...strikes].map(([start, { count, dead }]) => {
        const height = [0, 8, 15, 24][count]!;
        const hollow = dead === count;
        return (
          <rect
            key={start}
            x={((start - from) / (to - from)) * 100}
            y={25 - height}
            width="2"
            height={height}
            fill={hollow ? 'none' : 'currentColor'}
            stroke={hollow ? 'currentColor' : 'none'}
            vectorEffect="non-scaling-stroke"
            opacity={[0, 0.4, 0.65, 1][count]}
          />
        );
      })}
    </svg>
  );
});
