import { format, parseISO } from 'date-fns';
import { nanoid } from 'nanoid';
import { lazy, Suspense, useMemo, useState } from 'react';
import { progressOf, type Progress } from '../../core/log/index';
import type { Failure, Rehearsal, Song } from '../../core/song/index';
import { PLAYER_WORDS } from '../../core/form/index';
import { Button } from '../../ui/index';
import { usePorts } from '../ports';
import { placeWords } from './place';
import { RehearsalForm } from './rehearsal-form';
import { putRehearsal, today, todays } from './today';

const ProgressChart = lazy(async () => ({ default: (await import('./progress-chart')).ProgressChart }));

/** Rehearsals, the last first, written in seconds; and how near everything came to its tempo. */
export function Rehearsals({ song }: { readonly song: Song }) {
  const { desk } = usePorts();
  const [open, setOpen] = useState<Rehearsal | null>(null);
  const rehearsals = song.log?.rehearsals ?? [];
  const progress = useMemo(() => progressOf(song), [song]);
  const keep = (rehearsal: Rehearsal) => {
    desk.getState().edit(putRehearsal(rehearsal), { label: `rehearsal of ${dayWords(rehearsal.date)}` });
    setOpen(null);
  };
  const isNew = open !== null && rehearsals.every((r) => r.id !== open.id);
  const form = (rehearsal: Rehearsal) => (
    <RehearsalForm
      key={rehearsal.id}
      song={song}
      rehearsal={rehearsal}
      onKeep={keep}
      onLeave={() => setOpen(null)}
    />
  );
  return (
    <>
      {open === null && (
        <div className="flex flex-wrap gap-2">
          <Button look="strong" className="max-sm:min-h-11" onClick={() => setOpen(todays(song))}>
            Write down today’s rehearsal
          </Button>
          <Button
            className="max-sm:min-h-11"
            onClick={() => setOpen({ ...todays(song), id: nanoid(10), reached: [], failed: [], notes: '' })}
          >
            Another one
          </Button>
        </div>
      )}
      {isNew && form(open)}
      {rehearsals.length === 0 && open === null && (
        <p className="text-soft">
          No rehearsal is written down yet. A tempo and what failed are enough: from them comes what to
          practise next.
        </p>
      )}
      {progress.length > 0 && <ProgressPart progress={progress} />}
      <ol className="flex flex-col gap-2" aria-label="Rehearsals, the last first">
        {[...rehearsals].reverse().map((r) => (
          <li key={r.id}>
            {open?.id === r.id ? form(open) : <Told rehearsal={r} onOpen={() => setOpen(r)} />}
          </li>
        ))}
      </ol>
    </>
  );
}

function ProgressPart({ progress }: { readonly progress: readonly Progress[] }) {
  return (
    <section aria-label="Progress" className="rounded-lg border border-line bg-sheet p-3">
      <h2 className="text-base font-bold">How near it came to its tempo</h2>
      <Suspense fallback={<p className="h-72">Drawing …</p>}>
        <ProgressChart progress={progress} />
      </Suspense>
      <p className="text-[0.875rem] text-soft">Hollow: not clean that day.</p>
      <details className="text-[0.875rem]">
        <summary className="cursor-pointer">The same in figures</summary>
        <div className="overflow-x-auto">
          <table className="mt-1 tabular-nums">
            <thead>
              <tr className="text-left">
                <th scope="col" className="pr-4">
                  What
                </th>
                <th scope="col" className="pr-4">
                  Wanted
                </th>
                <th scope="col" className="pr-4">
                  Best clean
                </th>
                <th scope="col">By day (clean, or as fast as it went)</th>
              </tr>
            </thead>
            <tbody>
              {progress.map((p) => (
                <tr key={placeWords(p)} className="border-t border-line">
                  <th scope="row" className="pr-4 text-left font-normal">
                    {placeWords(p)}
                  </th>
                  <td className="pr-4">{p.wanted} bpm</td>
                  <td className="pr-4">{p.best === null ? 'never' : `${p.best} bpm`}</td>
                  <td>{p.days.map((d) => `${d.date}: ${d.clean ?? `${d.tempo}, not clean`}`).join('; ')}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
    </section>
  );
}

function Told({ rehearsal, onOpen }: { readonly rehearsal: Rehearsal; readonly onOpen: () => void }) {
  const { desk } = usePorts();
  const { date, who, minutes, reached, failed, notes, id } = rehearsal;
  const head = [dayWords(date), who, minutes === null ? '' : `${minutes} min`].filter(Boolean).join(' · ');
  return (
    <article data-rehearsal={date} className="rounded-lg border border-line bg-sheet px-3 py-2">
      <div className="flex flex-wrap items-center gap-2">
        <b>{head}</b>
        <span className="ml-auto flex gap-1">
          <Button
            className="!min-h-7 !py-0 max-sm:!min-h-11"
            aria-label={`Change ${dayWords(date)}`}
            onClick={onOpen}
          >
            Change
          </Button>
          <Button
            look="quiet"
            className="!min-h-7 !py-0 max-sm:!min-h-11"
            aria-label={`Drop ${dayWords(date)}`}
            onClick={() =>
              desk
                .getState()
                .edit(
                  { kind: 'log', change: { what: 'dropRehearsal', id } },
                  { label: `rehearsal of ${dayWords(date)} dropped` },
                )
            }
          >
            Drop
          </Button>
        </span>
      </div>
      {reached.length > 0 && (
        <p className="text-[0.875rem]">
          {reached.map((r) => `${placeWords(r)} ${r.tempo} bpm${r.clean ? '' : ' (not clean)'}`).join(' · ')}
        </p>
      )}
      {failed.length > 0 && (
        <ul className="text-[0.875rem]" aria-label="What failed">
          {failed.map((f, i) => (
            <li key={i} className="border-l-4 border-watch pl-2">
              {failureWords(f)}
              {f.over && <span className="text-soft"> · went clean later that day</span>}
            </li>
          ))}
        </ul>
      )}
      {notes !== '' && <p className="text-[0.875rem] whitespace-pre-line">{notes}</p>}
    </article>
  );
}

function failureWords(f: Failure): string {
  const who = f.player === null ? '' : `, ${PLAYER_WORDS[f.player]}`;
  return `${placeWords(f)}${who}${f.words === '' ? '' : `: ${f.words}`}`;
}

function dayWords(date: string): string {
  return date === today() ? 'today' : format(parseISO(date), 'd MMM yyyy');
}
