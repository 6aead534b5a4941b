import type { ReactNode, Ref } from 'react';
import { PLAYER_WORDS, type Player } from '../../core/form/index';
import type { Edit } from '../../core/song/index';
import { HearButton } from '../listening/index';
import { usePorts } from '../ports';
import { tryThenTake } from '../try-then-take';
import { moveAmong } from './move-among';

/** A row of what else could be played: letters and arrows go among its chips, Escape leaves. */
export function ChipRow({
  label,
  ref,
  children,
}: {
  readonly label: string;
  readonly ref?: Ref<HTMLDivElement>;
  readonly children: ReactNode;
}) {
  const { desk } = usePorts();
  return (
    <div
      ref={ref}
      role="group"
      aria-label={label}
      id="alternatives"
      className="flex h-[4.6rem] min-w-0 flex-1 gap-1.5 overflow-x-auto pt-1 max-lg:h-auto max-lg:flex-wrap max-lg:overflow-visible"
      onKeyDown={(e) => moveAmong(e, () => desk.getState().show(null))}
    >
      {children}
    </div>
  );
}

/** One grip that could be played: shown, then taken; what is now is only shown as that. */
export function GripChip(props: {
  /** Its place in the row, from 0: 0 is reached by `a`. */
  readonly place: number;
  readonly change: Edit;
  /** What the history calls taking it. */
  readonly label: string;
  readonly player: Player;
  readonly isLocked: boolean;
  readonly isNow?: boolean;
  /** What is heard with it, where it can be heard. */
  readonly heard?: string;
  readonly children: ReactNode;
}) {
  const { place, change, label, player, isLocked, isNow = false, heard, children } = props;
  const { desk } = usePorts();
  const { edit, show, say } = desk.getState();
  const take = () => {
    if (isLocked) say(`${PLAYER_WORDS[player]} is locked here; unlock it first`);
    else edit(change, { label, decided: 'grip' });
  };
  return (
    <span className="flex shrink-0">
      <button
        type="button"
        data-letter={String.fromCharCode(97 + place)}
        data-alternative
        aria-pressed={isNow}
        className={`flex shrink-0 flex-col rounded-md border bg-sheet px-2.5 py-0.5 text-left leading-tight ${isNow ? 'border-2 border-ink' : 'border-line hover:border-ink'}`}
        {...(isNow ? {} : tryThenTake(change, { show, say, take }))}
      >
        {children}
      </button>
      {!isNow && heard !== undefined && <HearButton other={change} label={heard} />}
    </span>
  );
}
