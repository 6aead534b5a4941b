import { useState, type ReactNode } from 'react';
import { formatTune, PLAN_NAMES, PLAYER_WORDS, type PlanName, type PlanTune } from '../../core/form/index';
import { DEFAULT_PLAN, drivenIn, PLANS, tunedPlan } from '../../core/split/index';
import { Button, Dialog } from '../../ui/index';
import { useDesk, usePorts } from '../ports';
import { HearPlan } from './hear-plan';
import { PlanPicture } from './plan-picture';

/** Chooses a plan for a section with its picture, tunes it, and keeps tunings under a name. */
export function PlanDialog({ section, onClose }: { section: string | null; onClose: () => void }) {
  return (
    <Dialog open={section !== null} onClose={onClose} title={`A plan for ${section ?? ''}`}>
      {section !== null && <Plans section={section} onClose={onClose} />}
    </Dialog>
  );
}

function Plans({ section, onClose }: { section: string; onClose: () => void }) {
  const { desk } = usePorts();
  const song = useDesk((s) => s.song)!;
  const entry = song.form.findIndex((e) => e.section === section);
  const now = song.form[entry];
  const plan = now?.plan ?? DEFAULT_PLAN;
  const tune = now?.tune ?? {};
  const [name, setName] = useState('');
  const { edit } = desk.getState();
  const choose = (next: PlanName, tuning: PlanTune) =>
    edit(
      { kind: 'setPlan', entry, plan: next, tune: tuning },
      { label: `plan ${PLANS[next].words} for ${section}${wordsOf(tuning)}` },
    );
  const put = (part: PlanTune) => {
    const next = { ...tune, ...part };
    const left = Object.fromEntries(Object.entries(next).filter(([, v]) => v !== undefined));
    choose(plan, left as PlanTune);
  };
  const driven = drivenIn(song, section);
  return (
    <div className="flex flex-col gap-3">
      <div role="radiogroup" aria-label="Plans" className="grid grid-cols-1 gap-1 sm:grid-cols-2">
        {PLAN_NAMES.map((value) => (
          <button
            key={value}
            type="button"
            role="radio"
            aria-checked={value === plan}
            data-plan={value}
            className={`flex items-start gap-2 rounded-md border px-2 py-1.5 text-left ${value === plan ? 'border-2 border-ink' : 'border-line hover:border-ink'}`}
            onClick={() => choose(value, value === plan ? tune : {})}
          >
            <PlanPicture plan={tunedPlan(value, value === plan ? tune : {}, driven)} driven={driven} />
            <span>
              <b>{PLANS[value].words}</b>
              <span className="block text-[0.8125rem] leading-snug text-soft">{PLANS[value].useWhen}</span>
            </span>
          </button>
        ))}
      </div>
      <HearPlan section={section} label={`${PLANS[plan].words}${wordsOf(tune)}`} />
      <h3 className="font-bold">Tune {PLANS[plan].words.toLowerCase()}</h3>
      <Row words="Power chords">
        <Pick
          value={tune.power}
          items={[
            ['two', 'two strings'],
            ['three', 'three strings'],
          ]}
          onPick={(power) => put({ power })}
        />
      </Row>
      <Row words="Thirds under gain">
        <Pick
          value={tune.thirds}
          items={[
            ['yes', 'allowed'],
            ['no', 'left out'],
          ]}
          onPick={(thirds) => put({ thirds })}
        />
      </Row>
      <Row words="Open low string under a higher shape">
        <Pick
          value={tune.low}
          items={[
            ['rings', 'may ring'],
            ['stopped', 'stays silent'],
          ]}
          onPick={(low) => put({ low })}
        />
      </Row>
      <Row words="The guitars keep">
        <Pick
          value={tune.apart}
          items={[
            ['close', 'close together'],
            ['wide', 'far apart'],
          ]}
          onPick={(apart) => put({ apart })}
        />
      </Row>
      <Row words="Thumb over the neck for the low note">
        {(['guitar1', 'guitar2'] as const).map((player) => (
          <label key={player} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={song.players[player].hand.thumb}
              onChange={(e) =>
                edit(
                  { kind: 'setThumb', player, thumb: e.target.checked },
                  {
                    label: `${PLAYER_WORDS[player]}’s thumb ${e.target.checked ? 'may fret' : 'stays behind'}`,
                  },
                )
              }
            />
            {PLAYER_WORDS[player]}
          </label>
        ))}
        <span className="text-[0.8125rem] text-soft">in the whole song</span>
      </Row>
      <form
        className="flex flex-wrap items-center gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          const words = name.trim().replace(/[=;]/g, ' ').trim();
          if (words === '') return;
          edit({ kind: 'savePlan', plan: { name: words, plan, tune } }, { label: `plan “${words}” kept` });
          setName('');
        }}
      >
        <label className="flex items-center gap-2">
          Keep this tuning as
          <input
            value={name}
            aria-label="Name of the plan"
            autoComplete="off"
            className="w-40 rounded border border-line bg-ground px-2 py-1"
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <Button type="submit" disabled={name.trim() === ''}>
          Keep
        </Button>
      </form>
      {(song.plans ?? []).length > 0 && (
        <ul aria-label="Plans of your own" className="flex flex-wrap gap-1">
          {song.plans!.map((own) => (
            <li key={own.name} className="flex items-center gap-1 rounded-md border border-line pl-2">
              <button
                type="button"
                className="font-bold hover:underline"
                onClick={() => choose(own.plan, own.tune)}
              >
                {own.name}
              </button>
              <span className="text-[0.8125rem] text-soft">
                {PLANS[own.plan].words}
                {wordsOf(own.tune)}
              </span>
              <Button
                look="quiet"
                aria-label={`Drop the plan ${own.name}`}
                className="!min-h-6 !px-1.5 !py-0"
                onClick={() =>
                  edit({ kind: 'dropPlan', name: own.name }, { label: `plan “${own.name}” dropped` })
                }
              >
                ×
              </Button>
            </li>
          ))}
        </ul>
      )}
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Close</Button>
        <Button
          look="strong"
          onClick={() => {
            void desk.getState().split(section, { reopen: true });
            onClose();
          }}
        >
          Re-split with it
        </Button>
      </div>
    </div>
  );
}

function wordsOf(tune: PlanTune): string {
  const words = formatTune(tune);
  return words === '' ? '' : ` (${words})`;
}

function Row({ words, children }: { words: string; children: ReactNode }) {
  return (
    <div className="flex flex-wrap items-center gap-2 text-[0.875rem]">
      <span className="w-64">{words}</span>
      {children}
    </div>
  );
}

/** One of two, or as the plan has it. */
function Pick<T extends string>(props: {
  value: T | undefined;
  items: readonly (readonly [T, string])[];
  onPick: (value: T | undefined) => void;
}) {
  const { value, items, onPick } = props;
  const all: readonly (readonly [T | undefined, string])[] = [[undefined, 'as the plan'], ...items];
  return (
    <span className="flex flex-wrap gap-1">
      {all.map(([item, words]) => (
        <Button
          key={words}
          aria-pressed={item === value}
          className={`!min-h-7 !py-0.5 ${item === value ? '!border-2 !border-ink font-bold' : ''}`}
          onClick={() => onPick(item)}
        >
          {words}
        </Button>
      ))}
    </span>
  );
}
