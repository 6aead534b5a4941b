import { useState } from 'react';
import { tempoOfTaps } from '../../core/time/index';

/** Tapping a tempo: how many taps there are, and what they come to; null while they are too few. */
export function useTaps(): {
  readonly taps: number;
  readonly tempo: number | null;
  readonly tap: () => void;
  readonly forget: () => void;
} {
  const [times, setTimes] = useState<readonly number[]>([]);
  return {
    taps: times.length,
    tempo: tempoOfTaps(times),
    tap: () => setTimes((all) => [...all.slice(-64), performance.now()]),
    forget: () => setTimes([]),
  };
}
