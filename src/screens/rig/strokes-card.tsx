import { useEffect, useRef, useState } from 'react';
import { PLAYER_WORDS, type Player } from '../../core/form/index';
import { DOWNS_RANGE, KEPT_UP_MS, strokesKeptUp } from '../../core/hits/index';
import { openTaping, TAPE } from '../../audio/index';
import { Button } from '../../ui/index';
import { usePorts } from '../ports';
import type { Ground } from '../ground/use-ground';
import { Card } from './card';
import { WhoPick } from './who-pick';

const TRIAL_MS = 8000;
/** A wrist does not stop at once: strokes right after the trial do not begin another one. */
const REST_MS = 2000;

/** How fast somebody keeps up down-strokes, tried on a key. */
export function StrokesCard({ ground }: { readonly ground: Ground }) {
  const [who, setWho] = useState<Player>('guitar1');
  const [times, setTimes] = useState<readonly number[] | null>(null);
  const [isOver, setOver] = useState(false);
  const timer = useRef(0);
  /** Ends what the microphone hears; `isGone` when nobody looks at this any more. */
  const visit = useRef<{ isGone: boolean; end: (() => void) | null }>({ isGone: false, end: null });
  useEffect(() => {
    const now = visit.current;
    now.isGone = false;
    return () => {
      clearTimeout(timer.current);
      now.isGone = true;
      now.end?.();
    };
  }, []);
  /** `now`: when it was struck, in ms; a busy page hears of it later. */
  const strike = (now: number) => {
    if (isOver && now - (times?.[0] ?? 0) < TRIAL_MS + REST_MS) return;
    if (times === null || isOver) {
      setTimes([now]);
      setOver(false);
      clearTimeout(timer.current);
      timer.current = window.setTimeout(() => setOver(true), TRIAL_MS);
    } else setTimes([...times, now]);
  };
  const { player, listening, takes } = usePorts();
  const [playing, setPlaying] = useState<'still' | 'opening' | 'recording' | 'listening'>('still');
  const [trouble, setTrouble] = useState<string | null>(null);
  /** The same by playing: what the microphone hears for so long. */
  const play = async () => {
    setTrouble(null);
    setPlaying('opening');
    listening.getState().stop();
    const taping = await openTaping(player);
    if (!taping.ok) {
      setPlaying('still');
      return setTrouble(`${taping.error} The key counts too.`);
    }
    if (visit.current.isGone) return taping.value.end();
    const { head, samples } = taping.value.start(TRIAL_MS / 1000);
    setPlaying('recording');
    await new Promise<void>((resolve) => {
      visit.current.end = resolve;
      setTimeout(resolve, TRIAL_MS + 200);
    });
    visit.current.end = null;
    taping.value.end();
    if (visit.current.isGone) return;
    setPlaying('listening');
    const audio = samples.slice(0, Atomics.load(head, TAPE.written));
    const struck = await takes.strikes(audio, taping.value.rate).catch(() => []);
    setPlaying('still');
    if (struck.length < 2)
      return setTrouble('No strikes were heard: nearer to the microphone, or by the key.');
    setTimes(struck);
    setOver(true);
  };
  const kept = times && isOver ? strokesKeptUp(times) : null;
  const downs = kept === null ? null : Math.min(DOWNS_RANGE.max, Math.max(DOWNS_RANGE.min, kept));
  return (
    <Card title="Down-strokes one keeps up">
      <p className="text-[0.875rem]">
        Palm mutes, down-strokes alone, as fast as they stay even: play them into the microphone, or press the
        button with its key or a finger, for eight seconds. The fastest {KEPT_UP_MS / 1000} seconds in a row
        count. A key is lighter than a string: take a little less if you know better.
      </p>
      <WhoPick name="strokes-who" label="Whose" value={who} onPick={setWho} />
      <div className="flex flex-wrap items-center gap-2 text-[0.875rem]">
        <Button
          data-strike
          look="strong"
          className="!min-h-14 !px-6 select-none"
          onPointerDown={(e) => {
            if (e.button === 0) strike(e.timeStamp);
          }}
          onKeyDown={(e) => {
            if ((e.key === 'Enter' || e.key === ' ') && !e.repeat) {
              e.preventDefault();
              strike(e.timeStamp);
            }
          }}
        >
          Strike
        </Button>
        <output aria-live={times !== null && !isOver ? 'off' : 'polite'}>
          {times === null
            ? `${PLAYER_WORDS[who]} now: ${ground.drafts[who].downs} a second.`
            : !isOver
              ? `${times.length} …`
              : kept === null
                ? `That did not go on for ${KEPT_UP_MS / 1000} seconds; once more.`
                : `${kept} a second, eighths at ${Math.round(30 * kept)} bpm.`}
        </output>
        <Button disabled={playing !== 'still'} className="max-sm:min-h-11" onClick={() => void play()}>
          {playing === 'recording'
            ? 'Play down-strokes now …'
            : playing === 'still'
              ? 'By playing, into the microphone'
              : 'A moment …'}
        </Button>
        {downs !== null && (
          <Button onClick={() => ground.put(who, { downs: String(downs) })}>
            Take {downs} for {PLAYER_WORDS[who]}
          </Button>
        )}
      </div>
      {trouble !== null && (
        <p role="alert" className="text-[0.875rem]">
          {trouble}
        </p>
      )}
    </Card>
  );
}
