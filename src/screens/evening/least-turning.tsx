import { useMemo, useState } from 'react';
import { leastTurning, turningCost, type TurningCost } from '../../core/set/index';
import type { Song } from '../../core/song/index';
import { Button } from '../../ui/index';

/** The order with the fewest retunings, against the order as it is; opener and last song may keep their places. */
export function LeastTurning(props: {
  readonly songs: readonly { readonly id: string; readonly title: string; readonly song: Song }[];
  readonly onTake: (ids: readonly string[]) => void;
}) {
  const { songs, onTake } = props;
  const [holds, setHolds] = useState({ first: true, last: true });
  const list = useMemo(() => songs.map((one) => one.song), [songs]);
  const now = useMemo(() => turningCost(list), [list]);
  const best = useMemo(
    () =>
      leastTurning(list, {
        first: holds.first && list.length > 0 ? 0 : null,
        last: holds.last && list.length > 1 ? list.length - 1 : null,
      }),
    [list, holds],
  );
  if (songs.length < 2) return null;
  const isBest = sameCost(now, best.cost);
  const hold = (what: 'first' | 'last', title: string) => (
    <label className="flex min-h-6 items-center gap-1.5">
      <input
        type="checkbox"
        checked={holds[what]}
        onChange={(e) => setHolds({ ...holds, [what]: e.target.checked })}
      />
      {title} stays {what}
    </label>
  );
  return (
    <section
      aria-label="Retunings"
      data-turning
      className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1 rounded-lg border border-line bg-sheet px-3 py-2 text-[0.9375rem]"
    >
      <p>
        As it is: <b>{costWords(now)}</b>.{' '}
        {isBest
          ? best.proven
            ? 'No order asks for less.'
            : 'No better order was found.'
          : `In another order: ${costWords(best.cost)}${best.proven ? ', and no order asks for less' : ''}.`}
      </p>
      <span className="flex flex-wrap gap-x-4 text-[0.875rem]">
        {hold('first', songs[0]!.title)}
        {hold('last', songs.at(-1)!.title)}
      </span>
      {!isBest && (
        <Button look="strong" onClick={() => onTake(best.order.map((i) => songs[i]!.id))}>
          Take that order
        </Button>
      )}
    </section>
  );
}

function sameCost(a: TurningCost, b: TurningCost): boolean {
  return a.instruments === b.instruments && a.strings === b.strings && a.capos === b.capos;
}

function costWords({ instruments, strings, capos }: TurningCost): string {
  const count = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;
  if (instruments + strings + capos === 0) return 'nobody retunes';
  return [
    ...(instruments > 0
      ? [
          `${count(instruments, 'retuning', 'retunings')}${strings > 0 ? ` (${count(strings, 'string', 'strings')})` : ''}`,
        ]
      : []),
    ...(capos > 0 ? [`${count(capos, 'capo', 'capos')} moved`] : []),
  ].join(', ');
}
