import { useEffect, useRef, useState } from 'react';
import type { StandBar } from '../core/sheet/index';

/** Turning by tempo. */
export interface Run {
  readonly isOn: boolean;
  /** The beat of the count-in, from 1; null when it is over, or nothing runs. */
  readonly count: number | null;
  readonly toggle: () => void;
  /** Somebody went to another bar by hand: it goes on from there. */
  readonly shifted: (place: number) => void;
}

interface Started {
  /** Time (ms of the page's clock) at which bar `from` begins. */
  readonly at: number;
  readonly from: number;
}

/** Goes through the bars in their own time, after one bar counted in. Places are those of the song as it is played. */
export function useRun(bars: readonly StandBar[], place: number, onPlace: (place: number) => void): Run {
  const [started, setStarted] = useState<Started | null>(null);
  const [count, setCount] = useState<number | null>(null);
  const latest = useRef(onPlace);
  useEffect(() => {
    latest.current = onPlace;
  });
  useEffect(() => {
    if (started === null) return undefined;
    const tick = () => {
      const from = bars.findIndex((bar) => bar.place === started.from);
      const first = bars[from];
      if (!first) return setStarted(null);
      const passed = (performance.now() - started.at) / 1000;
      if (passed < 0) {
        const beat = first.seconds / Math.max(1, first.beats);
        setCount(Math.max(1, first.beats - Math.floor(-passed / beat)));
        return undefined;
      }
      setCount(null);
      let left = passed;
      let at = from;
      while (at < bars.length && left >= bars[at]!.seconds) {
        left -= bars[at]!.seconds;
        at += 1;
      }
      if (at >= bars.length) setStarted(null);
      else latest.current(bars[at]!.place);
      return undefined;
    };
    const timer = setInterval(tick, 40);
    return () => clearInterval(timer);
  }, [started, bars]);
  return {
    isOn: started !== null,
    count: started === null ? null : count,
    toggle: () => {
      if (started !== null) return setStarted(null);
      const first = bars.find((bar) => bar.place === place);
      if (!first) return;
      setCount(1);
      setStarted({ at: performance.now() + first.seconds * 1000, from: place });
    },
    shifted: (to) => {
      if (started !== null && count === null) setStarted({ at: performance.now(), from: to });
    },
  };
}
