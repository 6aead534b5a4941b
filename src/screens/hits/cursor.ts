import { useEffect, useState } from 'react';
import type { Player } from '../../core/form/index';
import { barTicks } from '../../core/time/index';
import { useListening } from '../listening/index';
import { useDesk, usePorts } from '../ports';
import type { HitsPlace } from './actions';
import type { HitsScope } from './scope';

/** Where the right hand is being written: the player everybody shares, and a place of its own inside the bar. */
export function useCursor(scope: HitsScope | null): {
  readonly cursor: HitsPlace;
  readonly go: (player: Player, tick: number) => void;
} {
  const { desk } = usePorts();
  const player = useDesk((s) => s.selection.player);
  const moment = useDesk((s) => s.selection.moment);
  const [place, setPlace] = useState<{ id: string; tick: number } | null>(null);
  const id = scope?.id ?? '';
  const start = scope?.connection ? 0 : (scope?.moments[moment]?.start ?? 0);
  const end = scope ? scope.bars.length * barTicks(scope.meter) : 0;
  // What is heard leads; where the hand was before is left then.
  const isPlaying = useListening((s) => s.kind === 'playing' && s.question === null);
  if (isPlaying && place !== null) setPlace(null);
  const kept = place?.id === id && place.tick < end ? place.tick : null;
  const tick = kept ?? start;
  const now = scope?.moments.findLastIndex((m) => m.start <= tick) ?? -1;
  // The moment everybody shares follows the hand, so that Split opens where one was.
  useEffect(() => {
    if (kept === null || scope?.connection || now < 0) return;
    if (desk.getState().selection.moment !== now) desk.getState().select({ moment: now });
  }, [desk, kept, now, scope?.connection]);
  return {
    cursor: { player, tick },
    go: (next, to) => {
      if (next !== player) desk.getState().select({ player: next });
      setPlace({ id, tick: Math.max(0, Math.min(to, end - 1)) });
    },
  };
}
