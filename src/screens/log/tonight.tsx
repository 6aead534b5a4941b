import { useState } from 'react';
import { practiceFor, type PracticeItem } from '../../core/log/index';
import type { Song } from '../../core/song/index';
import { TEMPO_RANGE } from '../../core/time/index';
import { Button } from '../../ui/index';
import { useListening } from '../listening/index';
import { useDesk, usePorts } from '../ports';
import { placeOf, placeWords } from './place';
import { withFailure, withReached } from './today';

const WHY: Readonly<Record<Listed['why'], string>> = {
  join: 'join',
  failed: 'failed',
  near: 'close to its tempo',
  far: 'on its way',
  new: 'new',
  done: 'done',
};
const STEP_BPM = 2;

/** What to do tonight, in order, each with its loop, its tempo and the ladder one touch away. */
export function Tonight({ song }: { readonly song: Song }) {
  const now = practiceFor(song);
  const { items, isMoved, anew } = useHeldOrder(song, now);
  if (song.sections.length === 0)
    return <p className="text-soft">There is nothing to practise before the song has sections.</p>;
  if (items.length === 0)
    return <p>Everything went clean at its tempo. Play the song through, or write down below how it went.</p>;
  return (
    <>
      <ol className="flex flex-col gap-2" aria-label="What to practise, in order">
        {items.map((item, i) => (
          <Item key={keyOf(item)} song={song} item={item} place={i + 1} />
        ))}
      </ol>
      {isMoved && (
        <p>
          <Button className="max-sm:min-h-11" onClick={anew}>
            Put it in order anew
          </Button>
        </p>
      )}
    </>
  );
}

/** As it is listed: `done` is what needs no more practice since the list was looked at first. */
type Listed = Omit<PracticeItem, 'why'> & { readonly why: PracticeItem['why'] | 'done' };

const keyOf = ({ section, into }: Pick<PracticeItem, 'section' | 'into'>) => `${section}\n${into ?? ''}`;

/**
 * The list in the order it had when it was looked at first: nothing moves away under the finger that writes down how
 * something went. What is done stays, and what is new comes last, until it is put in order anew.
 */
function useHeldOrder(song: Song, now: readonly PracticeItem[]) {
  const [held, setHeld] = useState(now);
  const known = new Set(held.map(keyOf));
  const fresh = now.filter((item) => !known.has(keyOf(item)));
  if (fresh.length > 0) setHeld([...held, ...fresh]);
  const current = new Map(now.map((item) => [keyOf(item), item]));
  const isThere = (name: string | null) => name === null || song.sections.some((s) => s.name === name);
  const items = held.flatMap((item): readonly Listed[] => {
    const one = current.get(keyOf(item));
    if (one) return [one];
    if (!isThere(item.section) || !isThere(item.into)) return [];
    return [{ ...item, why: 'done', words: 'went clean at its tempo' }];
  });
  const isMoved = items.map(keyOf).join() !== now.map(keyOf).join();
  return { items, isMoved, anew: () => setHeld(now) };
}

function Item({ song, item, place }: { readonly song: Song; readonly item: Listed; readonly place: number }) {
  const { desk, listening } = usePorts();
  const words = placeWords(item);
  const log = song.log?.rehearsals.at(-1);
  const last = log?.reached.find((r) => r.section === item.section && r.into === item.into);
  const [tempo, setTempo] = useState(last?.tempo ?? item.from);
  const at = placeOf(song, item);
  const here = useListening((s) => s.kind !== 'still' && s.question === null && s.ladder !== null);
  const playing = useDesk((s) => s.selection.playing);
  const isHere = here && at !== null && playing === at.playing;
  const go = () => {
    if (!at) return;
    desk.getState().select(at);
    const { climb, play, setMark } = listening.getState();
    setMark(item.into !== null ? 'join' : item.bar !== null ? 'bar' : 'section');
    climb(item.from / item.wanted);
    play();
  };
  const reached = (clean: boolean) =>
    desk
      .getState()
      .edit(withReached(song, { section: item.section, into: item.into, tempo, clean }, item.wanted), {
        label: `${words}: ${tempo} bpm, ${clean ? 'clean' : 'not clean yet'}`,
      });
  const turn = (by: number) =>
    setTempo(Math.min(TEMPO_RANGE.max, Math.max(TEMPO_RANGE.min, Math.round(tempo) + by)));
  return (
    <li
      data-practice={words}
      className="flex flex-wrap items-center gap-x-3 gap-y-1.5 rounded-lg border border-line bg-sheet px-3 py-2"
    >
      <span className="min-w-56 flex-1">
        <b>
          {place}. {words}
        </b>{' '}
        <span className="text-[0.875rem] text-soft">{WHY[item.why]}</span>
        <br />
        <span className="text-[0.875rem]">{item.words}</span>
      </span>
      <Button look="strong" className="max-sm:min-h-11" disabled={at === null} onClick={go}>
        {isHere ? 'Once more' : 'Go round'}: {item.from} → {item.wanted} bpm
      </Button>
      <span
        role="group"
        aria-label={`How ${words} went`}
        className="flex flex-wrap items-center gap-x-3 gap-y-1.5"
      >
        <span className="flex items-center gap-1">
          <Button
            className="max-sm:min-h-11 max-sm:min-w-11"
            aria-label={`${STEP_BPM} slower`}
            onClick={() => turn(-STEP_BPM)}
          >
            −
          </Button>
          <output className="min-w-16 text-center tabular-nums">{Math.round(tempo)} bpm</output>
          <Button
            className="max-sm:min-h-11 max-sm:min-w-11"
            aria-label={`${STEP_BPM} faster`}
            onClick={() => turn(STEP_BPM)}
          >
            +
          </Button>
        </span>
        <span className="flex items-center gap-1">
          <Button className="max-sm:min-h-11" onClick={() => reached(true)}>
            Went clean
          </Button>
          <Button className="max-sm:min-h-11" onClick={() => reached(false)}>
            Not yet
          </Button>
          <Button
            look="quiet"
            className="max-sm:min-h-11"
            onClick={() =>
              desk.getState().edit(
                withFailure(song, {
                  section: item.section,
                  into: item.into,
                  bar: item.bar,
                  player: null,
                  words: '',
                }),
                { label: `${words} failed` },
              )
            }
          >
            Failed
          </Button>
        </span>
      </span>
    </li>
  );
}
