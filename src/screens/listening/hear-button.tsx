import { Volume2 } from 'lucide-react';
import { applyEdit, type Edit, type Song, type SongPlace } from '../../core/song/index';
import { Button } from '../../ui/index';
import { usePorts } from '../ports';
import { otherAt, spansOf, type Mark } from './mark';
import { useListening } from './use-listening';

interface Props {
  /** What it would be with: a change, or another song; null: only as it is. */
  readonly other: Edit | Song | null;
  /** What the other is called. */
  readonly label: string;
  /** Where; left out: where one is. */
  readonly at?: SongPlace;
  /** `before`: with the bar before, where what is heard begins there. */
  readonly mark?: Exclude<Mark, 'song'> | 'before';
  /** What the hand could stop rings on. */
  readonly ringsFree?: boolean;
  /** Words beside the sign; left out: the sign alone. */
  readonly children?: string;
}

/** Plays a place round and round, with a change first; pressed again, without it; and then it is still. */
export function HearButton({ other, label, at, mark = 'bar', ringsFree = false, children }: Props) {
  const { desk, listening } = usePorts();
  const title = `${mark === 'section' ? 'section' : 'bar'}: ${label}`;
  const isMine = useListening((s) => s.kind !== 'still' && s.question?.title === title);
  const isWith = useListening((s) => isMine && s.version === (other === null ? 0 : 1));
  const press = () => {
    const { song, selection } = desk.getState();
    if (!song) return;
    const { ask, setVersion, stop } = listening.getState();
    if (isMine) {
      if (isWith && other !== null) setVersion(0);
      else stop();
      return;
    }
    const place = at ?? selection;
    const with_ = other === null ? null : 'kind' in other ? applyEdit(song, other) : other;
    ask({
      title,
      labels: with_ === null ? [label] : ['as it is', label],
      versions: (with_ === null ? [song] : [song, with_]).map((one) => ({
        song: one,
        ringsFree,
        spans: spansOf(one, mark, otherAt(song, one, place)),
      })),
      spans: spansOf(song, mark, place),
      at: place,
      only: null,
      version: with_ === null ? 0 : 1,
    });
  };
  const words = isMine ? (isWith && other !== null ? 'Hear it as it is' : 'Stop') : `Hear ${label}`;
  const shown = children === undefined ? null : isMine ? (isWith ? label : 'as it is') : children;
  return (
    <Button
      look={isMine ? 'strong' : 'quiet'}
      className={children === undefined ? '!min-w-8 !justify-center !px-1.5' : ''}
      aria-label={shown === null ? words : `${shown}: ${words}`}
      title={words}
      data-hear
      onClick={press}
    >
      <Volume2 size={16} aria-hidden />
      {shown}
    </Button>
  );
}
