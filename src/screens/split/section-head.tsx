import { ChevronDown } from 'lucide-react';
import { ordinal } from '../../core/base/index';
import { formatTune } from '../../core/form/index';
import { pretty } from '../../core/pitch/index';
import { freeName, occurrenceAt } from '../../core/song/index';
import { DEFAULT_PLAN, PLANS } from '../../core/split/index';
import { Button, Menu } from '../../ui/index';
import { usePorts } from '../ports';
import type { Command } from './commands';
import { isOpenIn, type SplitModel } from './model';

/** Name, passes and plan of a section, and what is done with it as a whole. */
export function SectionHead({
  model,
  more,
  onPlan,
}: {
  model: SplitModel;
  /** What stands behind More. */
  more: readonly Command[];
  onPlan: () => void;
}) {
  const { desk } = usePorts();
  const { playing, selection, passes, editable } = model;
  const { section } = playing;
  const name = section.name;
  const open = isOpenIn(section);
  const said = headWords(model);
  const first = model.song.form.find((e) => e.section === name);
  const tuned = first?.tune ? formatTune(first.tune) : '';
  return (
    <div
      className={`mb-1 flex flex-wrap items-center gap-x-3 gap-y-1 ${passes.length > 3 ? '' : 'lg:flex-nowrap'}`}
    >
      <h2 className="min-w-0 truncate text-lg font-bold" title={name}>
        {name}
      </h2>
      <span className="min-w-0 text-soft lg:truncate" title={said}>
        {said}
      </span>
      {passes.length > 1 && (
        <span role="group" aria-label="Which time" className="flex shrink-0 gap-1 whitespace-nowrap">
          {passes.map(({ pass, differs }) => (
            <Button
              key={pass}
              aria-pressed={pass === selection.pass}
              className={pass === selection.pass ? '!border-ink !border-2 font-bold' : ''}
              onClick={() => desk.getState().select({ pass, moment: 0 })}
            >
              {ordinal(pass)} time
              {differs.length > 0 &&
                `: bar ${differs.length > 2 ? `${differs[0]}–${differs.at(-1)}` : differs.join(', ')} differs`}
            </Button>
          ))}
        </span>
      )}
      <span className="ml-auto flex flex-wrap items-center gap-1 lg:shrink-0 lg:whitespace-nowrap">
        {editable ? (
          <>
            <Button look="quiet" aria-haspopup="dialog" data-plan-button onClick={onPlan} title={tuned}>
              <span className="text-soft max-sm:sr-only">Plan:</span>{' '}
              <b>{PLANS[first?.plan ?? DEFAULT_PLAN].words}</b>
              {tuned !== '' && <span className="text-[0.8125rem] text-soft">tuned</span>}
              <ChevronDown size={16} />
            </Button>
            <Button
              look={open ? 'strong' : 'plain'}
              onClick={() => void desk.getState().split(name, { reopen: !open })}
            >
              {open ? 'Split' : 'Re-split'}
              <span className="max-sm:sr-only">{name}</span>
            </Button>
          </>
        ) : (
          <>
            <span className="text-[0.875rem] text-soft">Follows {name} as written; change it there.</span>
            <Button
              onClick={() =>
                desk.getState().edit(
                  {
                    kind: 'detach',
                    entry: playing.index,
                    name: freeName(
                      name,
                      model.song.sections.map((x) => x.name),
                    ),
                  },
                  { label: `a section of its own for ${name}` },
                )
              }
            >
              Make it a section of its own
            </Button>
          </>
        )}
        <Menu
          label="More"
          items={more.map((c) => ({
            label: c.name,
            ...(c.hint === undefined ? {} : { hint: c.hint }),
            onSelect: c.run,
          }))}
        />
      </span>
    </div>
  );
}

/** How long the section is, how it is played here, and which time it comes. */
function headWords({ song, playing }: SplitModel): string {
  const { entry, section, index, key, bpm, shift } = playing;
  const { which, count } = occurrenceAt(song, index);
  return [
    `${section.bars.length} ${section.bars.length === 1 ? 'bar' : 'bars'}`,
    ...(entry.times > 1 ? [`played ${entry.times === 2 ? 'twice' : `${entry.times} times`}`] : []),
    ...(which > 1 ? [`${ordinal(which)} of ${count} in the song`] : []),
    ...(shift === 0 ? [] : [`moved to ${pretty(key.text)}`]),
    ...(bpm === song.tempo ? [] : [`${bpm} bpm`]),
    ...(entry.feel ? [`${entry.feel}-time feel`] : []),
  ].join(', ');
}
