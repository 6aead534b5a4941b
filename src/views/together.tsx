import { memo } from 'react';
import { PLAYERS } from '../core/form/index';
import type { Strikes } from '../core/song/index';

/** A stretch where the right hands do not agree, in ticks from the start of the section. */
export interface Trouble {
  readonly from: number;
  readonly to: number;
  readonly level: 'clash' | 'watch';
  readonly words: string;
}

interface Props {
  readonly troubles: readonly Trouble[];
  readonly marks: Strikes;
  readonly from: number;
  readonly to: number;
}

/** Who strikes when: common strikes stand tall, lonely ones low, dead ones hollow; where hands disagree is framed. */
export const Together = memo(function Together({ marks, troubles, from, to }: Props) {
  const strikes = new Map<number, { count: number; dead: number }>();
  for (const player of PLAYERS) {
    for (const { at: start, kind } of marks[player]) {
      if (start < from || start >= to) continue;
      const here = strikes.get(start) ?? { count: 0, dead: 0 };
      strikes.set(start, { count: here.count + 1, dead: here.dead + (kind === 'dead' ? 1 : 0) });
    }
  }
  return (
    <svg
      viewBox="0 0 100 26"
      preserveAspectRatio="none"
      className="block h-[26px] w-full text-ink big:h-[48px]"
      aria-hidden="true"
    >
      <line x1="0" x2="100" y1="25" y2="25" className="stroke-line" vectorEffect="non-scaling-stroke" />
      {troubles.map((t) => {
        const left = Math.max(0, ((t.from - from) / (to - from)) * 100);
        const right = Math.min(100, ((t.to - from) / (to - from)) * 100);
        if (right <= left) return null;
        return (
          <rect
            key={`${t.words}${t.from}`}
            x={left}
            y="0.75"
            width={Math.max(1.5, right - left)}
            height="24.5"
            className={t.level === 'clash' ? 'fill-clash/15 stroke-clash' : 'fill-watch/15 stroke-watch'}
            strokeWidth="1.5"
            strokeDasharray={t.level === 'clash' ? undefined : '4 3'}
            vectorEffect="non-scaling-stroke"
          />
        );
      })}
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
