import { FolderOpen, Mic, Square, Wand } from 'lucide-react';
import { useEffect, useId, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { plannedPart } from '../../../core/heard/index';
import type { Player } from '../../../core/form/index';
import { unfold, type Song } from '../../../core/song/index';
import { NEVER_SAID } from '../../../core/take/index';
import { Button, Banner } from '../../../ui/index';
import { useDesk, usePorts } from '../../ports';
import { WhoPick } from '../../rig/who-pick';
import { KeptTakes } from './kept-takes';
import type { Heard } from './recording-now';
import { spansOfTake, takeWords, type TakeOf } from './taking';
import { TakeResult } from './take-result';

const HEARD: readonly { readonly value: Heard; readonly words: string }[] = [
  { value: 'count', words: 'the count-in, then nothing' },
  { value: 'drums', words: 'drums all through' },
  { value: 'band', words: 'drums and the other two' },
];

/** One player recorded, or a recording opened, and what of it was not as it is written. */
export function TakeCheck({ song }: { readonly song: Song }) {
  const { taking } = usePorts();
  const id = useDesk((s) => s.id);
  const selection = useDesk((s) => s.selection);
  const { phase, held, trouble } = useStore(taking);
  const own = held?.song === id ? held : null;
  const [player, setPlayer] = useState<Player>(own?.player ?? selection.player);
  const [playing, setPlaying] = useState<number | null>(selection.playing);
  const [bpm, setBpm] = useState<number | null>(null);
  const [heard, setHeard] = useState<Heard>('count');
  const file = useRef<HTMLInputElement>(null);
  const names = useId();
  // Whoever goes elsewhere has played enough, or does not want to any more.
  useEffect(
    () => () => {
      const { phase: now, enough, letGo } = taking.getState();
      if (now === 'recording') enough();
      else if (now === 'opening') letGo();
    },
    [taking],
  );
  if (song.sections.length === 0)
    return <p className="text-soft">There is nothing to play before the song has sections.</p>;
  const playings = unfold(song);
  const part = plannedPart(song, player, { spans: spansOfTake(song, playing) });
  const usual = Math.round(part.tempo);
  const of: TakeOf = { player, playing, tempoShare: bpm === null ? 1 : bpm / part.tempo };
  const isBusy = phase !== 'still';
  const isSilent = part.strokes.length === 0;
  return (
    <>
      <section
        aria-label="What is recorded"
        className="flex flex-col gap-2 rounded-lg border border-line bg-sheet p-3 text-[0.9375rem]"
      >
        <fieldset disabled={isBusy} className="flex flex-col gap-2">
          <WhoPick name={`${names}-who`} label="Who plays" value={player} onPick={setPlayer} />
          <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
            <label className="flex items-center gap-2">
              <span className="text-soft">What</span>
              <select
                className="min-h-9 max-w-64 rounded border border-line bg-ground px-2 max-sm:min-h-11"
                value={playing ?? 'all'}
                onChange={(e) => setPlaying(e.target.value === 'all' ? null : Number(e.target.value))}
              >
                {playings.map((_, i) => (
                  <option key={i} value={i}>
                    {i + 1}. {takeWords(song, i)}
                  </option>
                ))}
                <option value="all">the whole song</option>
              </select>
            </label>
            <label className="flex items-center gap-2">
              <span className="text-soft">at</span>
              <input
                type="number"
                className="min-h-9 w-20 rounded border border-line bg-ground px-2 max-sm:min-h-11"
                min={Math.ceil(0.4 * usual)}
                max={Math.floor(1.2 * usual)}
                value={bpm ?? usual}
                onChange={(e) => setBpm(inRange(e.target.valueAsNumber, usual))}
              />
              bpm
            </label>
            <label className="flex items-center gap-2">
              <span className="text-soft">Heard meanwhile</span>
              <select
                className="min-h-9 rounded border border-line bg-ground px-2 max-sm:min-h-11"
                value={heard}
                onChange={(e) => setHeard(e.target.value as Heard)}
              >
                {HEARD.map(({ value, words }) => (
                  <option key={value} value={value}>
                    {words}
                  </option>
                ))}
              </select>
            </label>
          </div>
        </fieldset>
        {heard !== 'count' && (
          <p className="text-soft">Wear headphones: what the microphone hears of it counts as the others.</p>
        )}
        <div className="flex flex-wrap items-center gap-2">
          {phase === 'recording' ? (
            <RecordingNow />
          ) : (
            <>
              <Button
                look="strong"
                className="min-h-11 !px-4"
                disabled={isBusy || isSilent}
                onClick={() => void taking.getState().record(of, heard)}
              >
                <Mic size={18} aria-hidden /> Record
              </Button>
              <Button
                className="max-sm:min-h-11"
                disabled={isBusy || isSilent}
                onClick={() => file.current?.click()}
              >
                <FolderOpen size={16} aria-hidden /> Open a recording
              </Button>
              <Button
                look="quiet"
                className="max-sm:min-h-11"
                disabled={isBusy || isSilent}
                title="Somebody who is not there plays it, with mistakes put in: to see what is found"
                onClick={() => void taking.getState().demo(of)}
              >
                <Wand size={16} aria-hidden /> Try it on a demo take
              </Button>
              <input
                ref={file}
                type="file"
                data-take-file
                accept="audio/*,.wav"
                className="hidden"
                tabIndex={-1}
                aria-label="A recording"
                onChange={(e) => {
                  const [one] = e.target.files ?? [];
                  if (one) void taking.getState().open(one, of);
                  e.target.value = '';
                }}
              />
            </>
          )}
        </div>
        {isSilent && <p className="text-soft">There is nothing for this player to play here.</p>}
        {part.strokes.some((s) => s.slurred) && (
          <p className="text-[0.875rem] text-soft">What the fretting hand sounds alone is not judged.</p>
        )}
        <p className="text-[0.875rem] text-soft">
          {NEVER_SAID} The recording stays in this browser, for this visit, unless you keep it.
        </p>
      </section>
      {trouble !== null && <Banner tone="watch">{trouble}</Banner>}
      {(phase === 'listening' || phase === 'opening') && (
        <p role="status" className="flex items-center gap-3">
          {phase === 'opening' ? 'Opening …' : 'Listening to it …'}
          <Button onClick={() => taking.getState().letGo()}>Stop</Button>
        </p>
      )}
      {own?.checked && phase === 'still' && (
        <TakeResult key={own.made} song={song} held={own} checked={own.checked} />
      )}
      <KeptTakes song={song} held={own} />
    </>
  );
}

function inRange(bpm: number, usual: number): number | null {
  if (!Number.isFinite(bpm)) return null;
  return Math.min(Math.floor(1.2 * usual), Math.max(Math.ceil(0.4 * usual), Math.round(bpm)));
}

const SOFTEST_DB = -60;

/** How far it is, how loud, and its end. */
function RecordingNow() {
  const { taking } = usePorts();
  const meter = useStore(taking, (s) => s.meter);
  const { seconds, of, db, isMusic, until } = meter;
  const isTooLoud = db > -1;
  return (
    <>
      <Button look="strong" className="min-h-11 !px-4" onClick={() => taking.getState().enough()}>
        <Square size={16} aria-hidden /> That was it
      </Button>
      <span role="timer" className="tabular-nums" data-recording>
        {isMusic
          ? `Recording: ${Math.floor(seconds)} of ${Math.ceil(of)} s`
          : `Counting in … ${until === null ? '' : Math.ceil(until)}`}
      </span>
      <meter
        aria-label="How loud"
        className="h-3 w-40"
        min={SOFTEST_DB}
        max={0}
        high={-3}
        value={Math.max(SOFTEST_DB, db)}
      />
      <span className="text-[0.875rem]">
        {isTooLoud ? 'too loud' : db < -40 && isMusic ? 'hardly heard' : ''}
      </span>
    </>
  );
}
