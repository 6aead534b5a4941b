import { useState } from 'react';
import { practiceFor, type PracticeItem } from '../../core/log/index';
import type { Song } from '../../core/song/index';
import { TEMPO_RANGE } from '../../core/time/index';
import { Button } from '../../ui/index';
import { useListening } from '../listening/index';
import { useDesk, usePorts } from '../ports';
import { placeOf, placeWords } from './place';
import { withFailure, withReached } from './today';

const WHY: Readonly<Record<PracticeItem['why'], string>> = {
  join: 'join',
  failed: 'failed',
  near: 'close to its tempo',
  far: 'on its way',
  new: 'new',
};
const STEP_BPM = 2;

/** What to do tonight, in order, each with its loop, its tempo and the ladder one touch away. */
export function Tonight({ song }: { readonly song: Song }) {
  const items = practiceFor(song);
  if (song.sections.length === 0)
    return <p className="text-soft">There is nothing to practise before the song has sections.</p>;
  if (items.length === 0)
    return <p>Everything went clean at its tempo. Play the song through, or write down below how it went.</p>;
  return (
    <ol className="flex flex-col gap-2" aria-label="What to practise, in order">
      {items.map((item, i) => (
        <Item key={`${item.section} ${item.into ?? ''}`} song={song} item={item} place={i + 1} />
      ))}
    </ol>
  );
}

function Item({
  song,
  item,
  place,
}: {
  readonly song: Song;
  readonly item: PracticeItem;
  readonly place: number;
}) {
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
    desk.getState().edit(withReached(song, { section: item.section, into: item.into, tempo, clean }), {
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
      <span role="group" aria-label={`How ${words} went`} className="flex flex-wrap items-center gap-1">
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
    </li>
  );
}
