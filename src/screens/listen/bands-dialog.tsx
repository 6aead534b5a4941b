import { lazy, Suspense, useEffect, useState } from 'react';
import { PLAYER_WORDS, PLAYERS } from '../../core/form/index';
import { Dialog, DialogEnd } from '../../ui/index';
import type { Bands } from '../../core/heard/index';
import { spansOf } from '../listening/index';
import { usePorts } from '../ports';
import type { SplitModel } from '../split/model';
import { hzWords, sharedWords } from './shared-bands';

const BandsChart = lazy(async () => ({ default: (await import('./bands-chart')).BandsChart }));

/** Where the players' energy is in the section one is in, as a picture, in sentences and in figures. */
export function BandsDialog({ model, onClose }: { model: SplitModel; onClose: () => void }) {
  const { sound } = usePorts();
  const { song, selection, playing } = model;
  const [bands, setBands] = useState<Bands | 'failed' | null>(null);
  useEffect(() => {
    let isWanted = true;
    sound
      .bands(song, spansOf(song, 'section', selection).slice(0, 1))
      .then((result) => isWanted && setBands(result.ok ? result.value : 'failed'))
      .catch(() => isWanted && setBands('failed'));
    return () => {
      isWanted = false;
      sound.cancel();
    };
    // What is measured is what it was opened for.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [sound]);
  const name = playing.section.name;
  return (
    <Dialog open onClose={onClose} title={`Who fills which bands in ${name}`} wide>
      {bands === null && <p role="status">Measuring {name} …</p>}
      {bands === 'failed' && <p role="alert">This could not be measured; nothing was changed.</p>}
      {bands !== null && bands !== 'failed' && (
        <>
          <Suspense fallback={<p className="h-80">Drawing …</p>}>
            <BandsChart bands={bands} />
          </Suspense>
          <ul className="my-2 list-disc pl-5">
            {sharedWords(bands).map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
          <p className="text-[0.875rem] text-soft">
            As they sound by themselves, without the room. Shaded: two players within 6 dB of each other where
            both are loud. What is shared crowds; shared below 200 Hz it is mud.
          </p>
          <details className="my-2 text-[0.875rem]">
            <summary className="cursor-pointer">The same in figures</summary>
            <div className="overflow-x-auto">
              <table className="mt-1 tabular-nums">
                <thead>
                  <tr>
                    <th scope="col" className="pr-3 text-left">
                      Band
                    </th>
                    {PLAYERS.map((player) => (
                      <th key={player} scope="col" className="px-3 text-right">
                        {PLAYER_WORDS[player]}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {bands.hz.map((hz, i) => (
                    <tr key={hz}>
                      <th scope="row" className="pr-3 text-left font-normal">
                        {hzWords(hz)}
                      </th>
                      {PLAYERS.map((player) => (
                        <td key={player} className="px-3 text-right">
                          {bands.levels[player][i]! < -90
                            ? 'silent'
                            : `${Math.round(bands.levels[player][i]!)} dB`}
                        </td>
                      ))}
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </details>
        </>
      )}
      <DialogEnd onClose={onClose} />
    </Dialog>
  );
}
