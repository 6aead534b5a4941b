import { Slider } from 'radix-ui';
import { TEMPO_SHARES } from '../../core/heard/index';
import { Button } from '../../ui/index';
import { CLEAN_ROUNDS, MARKS, useListening } from '../listening/index';
import { usePorts } from '../ports';
import type { SplitModel } from '../split/model';

/** What is played, how fast, and the way up to the song's tempo. */
export function GoingRound({ model }: { model: SplitModel }) {
  const { listening } = usePorts();
  // While a question is heard, nothing else goes round.
  const mark = useListening((s) => (s.kind !== 'still' && s.question ? null : s.mark));
  const kind = useListening((s) => s.kind);
  const round = useListening((s) => s.round);
  const title = useListening((s) => s.title);
  const countIn = useListening((s) => s.countIn);
  const share = useListening((s) => s.tempoShare);
  const { setMark, setTempo, setCountIn, toggle } = listening.getState();
  const bpm = Math.round(model.song.tempo * share);
  return (
    <section aria-label="What is played" className="flex flex-col gap-2 border-t border-line px-4 py-2">
      <div className="flex flex-wrap items-center gap-1">
        <Button look="strong" onClick={toggle}>
          {kind === 'still' ? 'Play (space)' : 'Stop (space)'}
        </Button>
        <span role="group" aria-label="How far" className="flex flex-wrap gap-1">
          {MARKS.map(([value, words]) => (
            <Button
              key={value}
              look={mark === value ? 'plain' : 'quiet'}
              className={mark === value ? '!border-ink font-bold' : ''}
              aria-pressed={mark === value}
              onClick={() => setMark(value)}
            >
              {words}
            </Button>
          ))}
        </span>
        <Button
          look={countIn > 0 ? 'plain' : 'quiet'}
          className={countIn > 0 ? '!border-ink font-bold' : ''}
          aria-pressed={countIn > 0}
          onClick={() => setCountIn(countIn > 0 ? 0 : 1)}
        >
          count in a bar
        </Button>
        <span className="ml-auto text-[0.875rem] text-soft" data-round={round}>
          {kind === 'still' ? '' : `${title}${round > 0 ? ` · round ${round + 1}` : ''}`}
        </span>
      </div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <span className="flex flex-wrap items-center gap-2 text-[0.875rem]">
          <span id="tempo-words">Tempo</span>
          <Slider.Root
            className="relative flex h-8 w-40 touch-none sm:w-56 items-center select-none"
            min={100 * TEMPO_SHARES.min}
            max={100 * TEMPO_SHARES.max}
            step={1}
            value={[Math.round(100 * share)]}
            onValueChange={([value]) => setTempo(value! / 100)}
          >
            <Slider.Track className="relative h-1.5 grow rounded-full bg-line">
              <Slider.Range className="absolute h-full rounded-full bg-ink" />
            </Slider.Track>
            <Slider.Thumb
              aria-labelledby="tempo-words"
              aria-valuetext={`${Math.round(100 * share)} percent, ${bpm} beats a minute`}
              className="block size-6 rounded-full border-2 border-ink bg-sheet"
            />
          </Slider.Root>
          <b className="w-20 tabular-nums">{bpm} bpm</b>
          <span className="w-10 text-soft tabular-nums">{Math.round(100 * share)}%</span>
          {share !== 1 && (
            <Button look="quiet" onClick={() => setTempo(1)}>
              our tempo, {model.song.tempo}
            </Button>
          )}
        </span>
        <LadderPart tempo={model.song.tempo} />
      </div>
    </section>
  );
}

/** Rungs of 5 bpm; three clean rounds lead to the next. */
function LadderPart({ tempo }: { tempo: number }) {
  const { listening } = usePorts();
  const ladder = useListening((s) => s.ladder);
  const share = useListening((s) => s.tempoShare);
  const { climb, goToRung, wasClean } = listening.getState();
  if (ladder === null) {
    return (
      <Button onClick={() => climb(share < 1 ? share : 0.6)} title="Rungs of 5 bpm, three clean rounds each">
        Climb from {Math.round(tempo * (share < 1 ? share : 0.6))} to {tempo} bpm
      </Button>
    );
  }
  const first = Math.max(0, Math.min(ladder.rungs.length - SHOWN, ladder.at - 2));
  return (
    <div role="group" aria-label="Tempo ladder" className="flex flex-wrap items-end gap-1 text-[0.875rem]">
      {first > 0 && <span className="pb-1 text-soft">…</span>}
      {ladder.rungs.slice(first, first + SHOWN).map((bpm, i) => {
        const at = first + i;
        const isHere = at === ladder.at;
        return (
          <button
            key={bpm}
            type="button"
            aria-current={isHere ? 'step' : undefined}
            aria-label={`${bpm} bpm${isHere ? `, ${ladder.clean} of ${CLEAN_ROUNDS} rounds clean` : ''}`}
            onClick={() => goToRung(at)}
            className={`flex w-14 flex-col items-center rounded-md border tabular-nums ${isHere ? 'border-ink bg-ink font-bold text-ground' : at < ladder.at ? 'border-transparent bg-well text-soft' : 'border-line bg-sheet'}`}
            style={{ marginBottom: i * 3 }}
          >
            {bpm}
            <span className="text-[0.6875rem] leading-3" aria-hidden="true">
              {isHere ? '●'.repeat(ladder.clean) + '○'.repeat(CLEAN_ROUNDS - ladder.clean) : '\u00a0'}
            </span>
          </button>
        );
      })}
      {first + SHOWN < ladder.rungs.length && <span className="pb-1 text-soft">… {tempo}</span>}
      <Button onClick={() => wasClean(true)}>that was clean (m)</Button>
      <Button look="quiet" onClick={() => wasClean(false)}>
        it was not
      </Button>
      <Button look="quiet" onClick={() => climb(null)}>
        leave the ladder
      </Button>
    </div>
  );
}

const SHOWN = 6;
