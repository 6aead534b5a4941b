import { ArrowRight, BookmarkPlus, Play, Square } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { hearRecording, type HeardRecording } from '../../../audio/index';
import { PLAYER_WORDS } from '../../../core/form/index';
import { spanOfBars } from '../../../core/heard/index';
import type { Song } from '../../../core/song/index';
import {
  limitWords,
  plantedWords,
  remarkWords,
  type CheckedTake,
  type TakeRemark,
} from '../../../core/take/index';
import { Button } from '../../../ui/index';
import { useListening } from '../../listening/index';
import { usePorts } from '../../ports';
import { usePlaceLink } from './use-place-link';
import { placeWords } from '../place';
import { withFailure } from '../today';
import { TakePicture } from './take-picture';
import type { HeldTake } from './taking';

/** A take is heard from so long before a remark's bar on. */
const BEFORE_S = 0.25;

/** What was found in a take: how much of it was met, what could not be told, and remark after remark. */
export function TakeResult({
  song,
  held,
  checked,
}: {
  readonly song: Song;
  readonly held: HeldTake;
  readonly checked: CheckedTake;
}) {
  const { taking } = usePorts();
  const heading = useRef<HTMLHeadingElement>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  useEffect(() => heading.current?.focus(), []);
  const sound = useTakeSound(held);
  const { remarks, limits, met, of, stops, tempo } = checked;
  const untaken = checked.isFound ? checked.bars.filter(({ at }) => at > checked.seconds).length : 0;
  const choose = (i: number) => {
    setChosen(i);
    document.getElementById(`take-remark-${i}`)?.scrollIntoView({ block: 'nearest' });
  };
  return (
    <section aria-label="What was heard" className="flex flex-col gap-3">
      <h2 ref={heading} tabIndex={-1} className="text-[1.125rem] font-bold" data-take-read>
        {PLAYER_WORDS[held.player]}, {held.words}
        {checked.isFound && (
          <span className="font-normal">
            {' '}
            · {met} of {of} strong strikes met
            {tempo !== null && ` · ${tempoWords(tempo)}`}
            {stops.judged > 0 && ` · ${stops.judged} ${stops.judged === 1 ? 'stop' : 'stops'} heard`} ·{' '}
            {remarks.length === 0
              ? 'nothing to remark'
              : `${remarks.length} ${remarks.length === 1 ? 'remark' : 'remarks'}`}
          </span>
        )}
      </h2>
      {checked.offStart !== null && (
        <p>
          It does not begin where it was said, but {Math.abs(checked.offStart).toFixed(1)} s{' '}
          {checked.offStart > 0 ? 'later' : 'earlier'}.
        </p>
      )}
      {untaken > 0 && (
        <p>
          {untaken === 1 ? 'The last bar is' : `The last ${untaken} bars are`} not on it; nothing is said of{' '}
          {untaken === 1 ? 'it' : 'them'}.
        </p>
      )}
      {held.jumps > 0 && (
        <p>
          The microphone lost {held.lostMs} ms in {held.jumps} {held.jumps === 1 ? 'place' : 'places'};
          silence stands for it. What is said there may be wrong.
        </p>
      )}
      <TakePicture
        held={held}
        checked={checked}
        chosen={chosen}
        onChoose={choose}
        onMark={(at) => void taking.getState().mark(at)}
      />
      {limits.length > 0 && (
        <ul aria-label="What cannot be told" className="list-disc pl-5 text-[0.9375rem]">
          {limits.map((limit, i) => (
            <li key={i}>{limitWords(limit)}</li>
          ))}
        </ul>
      )}
      {remarks.length > 0 && (
        <ol aria-label="Remarks" className="flex flex-col gap-1.5">
          {remarks.map((remark, i) => (
            <Remark
              key={i}
              song={song}
              held={held}
              remark={remark}
              number={i + 1}
              isChosen={chosen === i}
              onChoose={() => setChosen(i)}
              span={barOf(checked, remark)}
              sound={sound}
            />
          ))}
        </ol>
      )}
      {held.planted !== null && (
        <details className="text-[0.9375rem]">
          <summary className="min-h-8 cursor-pointer">
            Put into this demo take: {held.planted.length} mistakes
          </summary>
          <ul className="list-disc pl-5">
            {held.planted.map((planted, i) => (
              <li key={i}>
                {placeWords({ ...planted, bar: planted.bar + 1 })}, beat{' '}
                {Math.round(100 * planted.beat) / 100}: {plantedWords(planted)}
              </li>
            ))}
          </ul>
        </details>
      )}
      <p className="text-[0.875rem] text-soft">
        What is said rests on recordings made by the program itself, in three rooms; real ones still have to
        confirm it. If it is wrong about you, believe your ears.
      </p>
    </section>
  );
}

function tempoWords({ from, to }: NonNullable<CheckedTake['tempo']>): string {
  const [low, high] = [Math.round(from), Math.round(to)];
  return low === high ? `${low} bpm` : `${low} to ${high} bpm`;
}

interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** The remark's bar in the recording, in seconds; of a tempo all its bars. */
function barOf({ bars, seconds }: CheckedTake, remark: TakeRemark): Stretch {
  let i = 0;
  while (i + 1 < bars.length && bars[i + 1]!.at <= remark.at + 0.15) i += 1;
  const last = Math.min(bars.length, i + (remark.what === 'tempo' ? remark.bars : 1));
  return { from: Math.max(0, (bars[i]?.at ?? 0) - BEFORE_S), to: bars[last]?.at ?? seconds };
}

/** One stretch of the recording at a time. */
function useTakeSound(held: HeldTake): {
  readonly at: number | null;
  hear(number: number, stretch: Stretch): void;
  stop(): void;
} {
  const { desk, listening } = usePorts();
  const [at, setAt] = useState<number | null>(null);
  const heard = useRef<HeardRecording | null>(null);
  const stop = () => {
    heard.current?.stop();
    heard.current = null;
    setAt(null);
  };
  useEffect(() => () => heard.current?.stop(), []);
  return {
    at,
    stop,
    hear(number, { from, to }) {
      stop();
      listening.getState().stop();
      const mine = hearRecording(held, { from, to, onEnd: () => heard.current === own && stop() });
      const own = mine.ok ? mine.value : null;
      if (!mine.ok) return desk.getState().say(mine.error);
      heard.current = own;
      setAt(number);
    },
  };
}

function Remark(props: {
  readonly song: Song;
  readonly held: HeldTake;
  readonly remark: TakeRemark;
  readonly number: number;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
  readonly span: Stretch;
  readonly sound: ReturnType<typeof useTakeSound>;
}) {
  const { song, held, remark, number, isChosen, onChoose, span, sound } = props;
  const { desk, listening } = usePorts();
  const link = usePlaceLink();
  const [isNoted, setNoted] = useState(false);
  const place = { section: remark.section, pass: remark.pass, bar: remark.bar + 1 };
  const words = remarkWords(remark);
  const title = `as written: ${placeWords(place)}`;
  const isPlan = useListening((s) => s.kind !== 'still' && s.question?.title === title);
  const at = { playing: remark.playing, pass: remark.pass, moment: 0 };
  const isThere = spanOfBars(song, { ...at, from: remark.bar, to: remark.bar }).length > 0;
  const hearPlan = () => {
    sound.stop();
    if (isPlan) return listening.getState().stop();
    const bars = remark.what === 'tempo' ? remark.bars : 1;
    listening.getState().ask({
      title,
      labels: ['as written'],
      versions: [{ song }],
      spans: spanOfBars(song, { ...at, from: remark.bar, to: remark.bar + bars - 1 }),
      at,
      only: [held.player],
      tempoShare: held.tempoShare,
      loop: false,
    });
  };
  const isHeard = sound.at === number;
  return (
    <li
      id={`take-remark-${number - 1}`}
      data-remark={remark.what}
      className={`flex flex-wrap items-center gap-x-3 gap-y-1 rounded-lg border bg-sheet px-3 py-1.5 ${isChosen ? 'border-ink' : 'border-line'}`}
    >
      <button type="button" className="min-h-8 min-w-56 flex-1 text-left max-sm:min-h-11" onClick={onChoose}>
        <b className="tabular-nums">{number}.</b> <b>{placeWords(place)}</b>
        <br />
        {words}
      </button>
      <span className="flex flex-wrap gap-1">
        <Button
          className="max-sm:min-h-11"
          aria-label={isHeard ? `Stop the take, remark ${number}` : `Hear the take, remark ${number}`}
          onClick={() => {
            onChoose();
            if (isHeard) sound.stop();
            else sound.hear(number, span);
          }}
        >
          {isHeard ? <Square size={14} aria-hidden /> : <Play size={14} aria-hidden />} the take
        </Button>
        <Button
          className="max-sm:min-h-11"
          disabled={!isThere}
          aria-label={isPlan ? `Stop, remark ${number}` : `Hear it as written, remark ${number}`}
          onClick={() => {
            onChoose();
            hearPlan();
          }}
        >
          {isPlan ? <Square size={14} aria-hidden /> : <Play size={14} aria-hidden />} as written
        </Button>
        <Button
          className="max-sm:min-h-11"
          disabled={!isThere}
          aria-label={`Go there: ${placeWords(place)}`}
          onClick={() => link(remark, held.player)}
        >
          Go there <ArrowRight size={14} aria-hidden />
        </Button>
        <Button
          look="quiet"
          className="max-sm:min-h-11"
          disabled={isNoted || !isThere}
          aria-label={`Into the log: ${words}, ${placeWords(place)}`}
          title="Into today’s rehearsal, as something that failed: it comes up when you practise"
          onClick={() => {
            setNoted(true);
            desk.getState().edit(
              withFailure(song, {
                section: remark.section,
                into: null,
                bar: remark.bar + 1,
                player: held.player,
                words: `${words} (take)`,
              }),
              { label: `into the log: ${words}` },
            );
          }}
        >
          <BookmarkPlus size={14} aria-hidden /> {isNoted ? 'In the log' : 'Into the log'}
        </Button>
      </span>
    </li>
  );
}
