import { useState } from 'react';
import { PLAYER_WORDS, type Player } from '../../core/form/index';
import type { Song } from '../../core/song/index';
import {
  beatsAMinute,
  delayOf,
  delayTimes,
  formatDelay,
  quartersAMinute,
  SLOWER_RANGE,
  TEMPO_RANGE,
} from '../../core/time/index';
import { Button } from '../../ui/index';
import type { Ground } from '../ground/use-ground';
import { usePorts } from '../ports';
import { Amount } from './amount';
import { Card } from './card';
import { useTaps } from './use-taps';
import { WhoPick } from './who-pick';

/** How long every note value lasts at the song's tempo, to set a delay by; and the tempo, tapped. */
export function DelayCard({ song, ground }: { readonly song: Song; readonly ground: Ground }) {
  const { desk } = usePorts();
  const [who, setWho] = useState<Player>('guitar2');
  const [slower, setSlower] = useState(0);
  const { taps, tempo, tap, forget } = useTaps();
  const quarters = quartersAMinute(song.tempo, song.meter);
  const times = delayTimes(quarters, slower);
  const isSet = (text: string) => ground.drafts[who].delay === text;
  // Taps are quarters, however the metre is felt.
  const tapped =
    tempo === null
      ? null
      : Math.min(TEMPO_RANGE.max, Math.max(TEMPO_RANGE.min, Math.round(beatsAMinute(tempo, song.meter))));
  return (
    <Card title="Delay, at this tempo">
      <div className="flex flex-wrap items-center gap-2 text-[0.875rem]">
        <Button onClick={tap} data-tap>
          Tap quarters
        </Button>
        <output aria-live="polite">
          {tempo === null
            ? taps === 0
              ? `The song: ${song.tempo} bpm.`
              : 'Go on …'
            : `Tapped: ${tempo} quarters a minute.`}
        </output>
        {tapped !== null && tapped !== song.tempo && (
          <Button
            onClick={() => {
              desk
                .getState()
                .edit({ kind: 'setHead', change: { tempo: tapped } }, { label: `tempo ${tapped}` });
              forget();
            }}
          >
            Make it the song’s: {tapped} bpm
          </Button>
        )}
      </div>
      <WhoPick name="delay-who" label="Set it for" value={who} onPick={setWho} />
      <Amount
        label="Slower than the tempo"
        value={Math.round(slower * 1000) / 10}
        min={100 * SLOWER_RANGE.min}
        max={100 * SLOWER_RANGE.max}
        step={0.5}
        words={slower === 0 ? 'exactly on it' : `${Math.round(slower * 1000) / 10} % slower`}
        onChange={(percent) => setSlower(percent / 100)}
      />
      <table className="w-full text-[0.875rem] tabular-nums">
        <caption className="sr-only">Delay times</caption>
        <thead>
          <tr className="text-left text-soft">
            <th scope="col" className="font-normal">
              Note
            </th>
            <th scope="col" className="text-right font-normal">
              on it, ms
            </th>
            {slower > 0 && (
              <th scope="col" className="text-right font-normal">
                slower, ms
              </th>
            )}
            <th scope="col">
              <span className="sr-only">Set it</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {times.map((time) => {
            const delay = delayOf(time.name, quarters, slower);
            const text = delay === null ? null : formatDelay(delay);
            return (
              <tr key={time.name} className="border-t border-line">
                <th scope="row" className="py-1 text-left font-normal">
                  {time.words} <span className="text-soft">{time.name}</span>
                </th>
                <td className="text-right">{oneDecimal(time.ms)}</td>
                {slower > 0 && <td className="text-right">{oneDecimal(time.slowerMs)}</td>}
                <td className="pl-3 text-right">
                  {text === null ? (
                    <span className="text-soft">too long</span>
                  ) : (
                    <Button
                      className="!min-h-7 !py-0"
                      aria-pressed={isSet(text)}
                      look={isSet(text) ? 'strong' : 'plain'}
                      aria-label={`${isSet(text) ? 'Set' : 'Set it'}: ${time.words} for ${PLAYER_WORDS[who]}`}
                      onClick={() => ground.put(who, { delay: isSet(text) ? 'off' : text })}
                    >
                      {isSet(text) ? 'Set' : 'Set it'}
                    </Button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="text-[0.8125rem] text-soft">
        Exactly on the tempo a delay follows the song when its tempo changes; a slower one is a time of its
        own. Some like it a few percent late, so that it does not feel rushed.
      </p>
    </Card>
  );
}

function oneDecimal(ms: number): string {
  return (Math.round(10 * ms) / 10).toFixed(1);
}
