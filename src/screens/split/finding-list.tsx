import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import {
  keptList,
  overviewWords,
  sectionOverview,
  songWords,
  type Cause,
  type Finding,
} from '../../core/clash/index';
import { PLAYER_WORDS } from '../../core/form/index';
import type { KeptFinding } from '../../core/song/index';
import { beatName } from '../../core/time/index';
import type { Cure } from '../../core/offers/index';
import { Button } from '../../ui/index';
import { HearButton } from '../listening/index';
import { usePorts } from '../ports';
import { findingWords, heardAs, KIND_WORDS } from './finding-words';
import { goTo, placeOf } from './go-to';
import { tryThenTake } from '../try-then-take';
import { useCures, type SplitModel } from './model';

type Tab = 'here' | 'song' | 'whole' | 'kept';

const TABS: readonly (readonly [Tab, string])[] = [
  ['here', 'Here'],
  ['song', 'All'],
  ['whole', 'The whole'],
  ['kept', 'Kept'],
];

/** What there is to say: about this moment with ways out, about the whole song, about how it is shared, what is kept. */
export function FindingList({ model, onKeep }: { model: SplitModel; onKeep: (id: string) => void }) {
  const [tab, setTab] = useState<Tab>('here');
  const { causes } = model;
  const open = causes.filter((f) => f.kept === null && f.level !== 'note').length;
  const counts: Record<Tab, number> = {
    here: model.hereNow.length,
    song: causes.length,
    whole: 0,
    kept: model.song.kept.length,
  };
  return (
    <>
      <div role="group" aria-label="Which findings" className="flex items-center gap-0.5 text-[0.875rem]">
        {TABS.map(([value, words]) => (
          <Button
            key={value}
            look={tab === value ? 'plain' : 'quiet'}
            aria-pressed={tab === value}
            className="!px-2"
            onClick={() => setTab(value)}
          >
            {words}
            {counts[value] > 0 && <span className="text-soft">{counts[value]}</span>}
          </Button>
        ))}
      </div>
      {tab === 'here' && <Here model={model} onKeep={onKeep} />}
      {tab === 'song' && (
        <>
          <p className="text-[0.875rem] text-soft">
            {open === 0 ? 'Nothing clashes.' : `${open} to look at.`}
          </p>
          <ul className="flex flex-col gap-2">
            {worstFirst(causes).map((cause) => (
              <CauseCard key={cause.id} cause={cause} model={model} onKeep={onKeep} />
            ))}
          </ul>
        </>
      )}
      {tab === 'whole' && <Whole model={model} />}
      {tab === 'kept' && <Kept model={model} />}
    </>
  );
}

function Here({ model, onKeep }: { model: SplitModel; onKeep: (id: string) => void }) {
  const cures = useCures(model.hereNow);
  // While a change is looked at, what is there stays in place and says what would become of it.
  const then = new Set(model.here.map((f) => f.id));
  const now = new Set(model.hereNow.map((f) => f.id));
  const coming = model.here.filter((f) => !now.has(f.id) && f.level !== 'note');
  return (
    <>
      <ul className="flex flex-col gap-2">
        {model.hereNow.map((f) => (
          <FindingCard
            key={`${f.playing}${f.id}`}
            finding={f}
            cures={cures.get(f.id) ?? null}
            model={model}
            onKeep={onKeep}
            fate={then.has(f.id) ? null : 'would be gone'}
          />
        ))}
        {coming.map((f) => (
          <FindingCard
            key={`${f.playing}${f.id}`}
            finding={f}
            cures={[]}
            model={model}
            onKeep={onKeep}
            fate="would come"
          />
        ))}
      </ul>
      {model.hereNow.length === 0 && (
        <p className="text-soft">
          {model.scene.complete
            ? 'Nothing to say about this moment.'
            : 'Some grips are still open: split the section to hear it whole.'}
        </p>
      )}
    </>
  );
}

/** How the section and the song share the work, without a score. */
function Whole({ model }: { model: SplitModel }) {
  const section = overviewWords(sectionOverview(model.song, model.playing), model.playing.key);
  const song = songWords(model.song);
  return (
    <div className="flex flex-col gap-3 text-[0.875rem]">
      {(
        [
          [model.playing.section.name, section],
          ['The whole song', song],
        ] as const
      ).map(([title, sentences]) => (
        <section key={title} aria-label={title}>
          <h3 className="font-bold">{title}</h3>
          <ul className="mt-1 flex flex-col gap-1">
            {sentences.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function Kept({ model }: { model: SplitModel }) {
  const { desk } = usePorts();
  const list = keptList(model.song);
  if (list.length === 0) {
    return (
      <p className="text-soft">
        Nothing is kept on purpose yet. What you keep is listed here and comes back when its cause changes.
      </p>
    );
  }
  return (
    <ul className="flex flex-col gap-2 text-[0.875rem]">
      {list.map(({ kept, applies }) => (
        <li
          key={`${kept.section ?? '*'}${kept.pass ?? ''}${kept.bar ?? ''}${kept.beat ?? ''}${kept.kind}${kept.players.join()}${kept.notes.join()}`}
          className="rounded-md border border-line bg-ground px-3 py-2"
        >
          <b>{KIND_WORDS[kept.kind]}</b> <span className="text-soft">{placeWords(kept)}</span>
          <p>{kept.reason === '' ? 'meant' : `“${kept.reason}”`}</p>
          {!applies && <p className="text-soft">Its cause has changed, so it keeps nothing now.</p>}
          <Button
            className="mt-1"
            onClick={() =>
              desk.getState().edit(
                { kind: 'unkeep', finding: kept },
                {
                  label: `no longer keep the ${findingWords(kept.kind)} in ${placeWords(kept)}`,
                },
              )
            }
          >
            No longer keep it
          </Button>
        </li>
      ))}
    </ul>
  );
}

function placeWords(kept: KeptFinding): string {
  const pass = kept.pass === null ? '' : `, time ${kept.pass}`;
  const players = kept.players.map((p) => PLAYER_WORDS[p]).join(', ');
  const where = kept.section ?? 'the whole song';
  const bar = kept.bar === null ? (kept.section === null ? '' : ', everywhere') : `, bar ${kept.bar}`;
  return `${where}${pass}${bar}${players === '' ? '' : ` · ${players}`}`;
}

const EDGE = { clash: 'border-clash', watch: 'border-watch', note: 'border-line' } as const;
const TITLE = { clash: 'text-clash', watch: 'text-watch', note: 'text-soft' } as const;

function FindingCard(props: {
  finding: Finding;
  /** Null while they are being looked for. */
  cures: readonly Cure[] | null;
  model: SplitModel;
  onKeep: (id: string) => void;
  /** What the change that is looked at does to it. */
  fate: 'would be gone' | 'would come' | null;
}) {
  const { finding: f, cures, model, onKeep, fate } = props;
  return (
    <li className={`rounded-md border border-l-[6px] bg-ground px-3 py-2 ${EDGE[f.level]}`}>
      <p>
        <b className={TITLE[f.level]}>{KIND_WORDS[f.kind]}</b>{' '}
        {fate !== null && (
          <span
            className={`rounded px-1 text-[0.75rem] font-bold text-on-mark ${fate === 'would come' ? 'bg-watch' : 'bg-good'}`}
          >
            {fate}
          </span>
        )}{' '}
        <span className="text-[0.8125rem] text-soft">beat {beatName(f.beat)}</span>{' '}
        <span className="text-[0.875rem]">{f.text}</span>
      </p>
      {f.kept !== null && <p className="mt-1 text-[0.875rem] text-good">Kept: {f.kept || 'meant'}</p>}
      {f.kept === null && f.level !== 'note' && fate !== 'would come' && model.editable && (
        <div className="mt-1 flex flex-wrap gap-1 text-[0.875rem]">
          {cures === null && <span className="text-soft">looking for a way out …</span>}
          {(cures ?? []).map((cure) => (
            <span key={cure.words} className="flex">
              <CureButton cure={cure} finding={f} />
              <HearButton other={cure.edit} label={cure.words} at={placeOf(model, f)} {...heardAs(f)} />
            </span>
          ))}
          <Button onClick={() => onKeep(f.id)}>Keep it, it’s meant</Button>
          <HearButton
            other={null}
            label={`the ${findingWords(f.kind)}`}
            at={placeOf(model, f)}
            {...heardAs(f)}
          />
        </div>
      )}
    </li>
  );
}

const RANK = { clash: 0, watch: 1, note: 2 } as const;

/** What stops a rehearsal first, what is only told last; else in the order of the song, what is kept at the end. */
function worstFirst(causes: readonly Cause[]): readonly Cause[] {
  const rank = (c: Cause) => (c.kept === null ? RANK[c.level] : RANK.note + 1);
  return [...causes].sort((a, b) => rank(a) - rank(b));
}

/** One cause with its places, stepped through inside. */
function CauseCard({
  cause,
  model,
  onKeep,
}: {
  cause: Cause;
  model: SplitModel;
  onKeep: (id: string) => void;
}) {
  const { desk } = usePorts();
  const { select } = desk.getState();
  const [at, setAt] = useState(0);
  const { places, level } = cause;
  const count = places.length;
  const here = places[Math.min(at, count - 1)]!;
  const step = (by: 1 | -1) => {
    const next = (at + by + count) % count;
    setAt(next);
    goTo(model, places[next]!, select);
  };
  return (
    <li className={`rounded-md border border-l-[6px] bg-ground px-3 py-2 ${EDGE[level]}`}>
      <p>
        <b className={TITLE[level]}>{KIND_WORDS[cause.kind]}</b>{' '}
        <button type="button" className="text-soft underline" onClick={() => goTo(model, here, select)}>
          {here.section}, bar {here.bar}
          {here.pass > 1 && ` (${here.pass}. time)`}
        </button>{' '}
        <span className="text-[0.875rem]">{cause.text}</span>
      </p>
      {cause.kept !== null && <p className="mt-1 text-[0.875rem] text-good">Kept: {cause.kept || 'meant'}</p>}
      {(count > 1 || (cause.kept === null && level !== 'note')) && (
        <div className="mt-1 flex flex-wrap items-center gap-1 text-[0.875rem]">
          {count > 1 && (
            <>
              <Button aria-label="Place before" className="!px-2" onClick={() => step(-1)}>
                <ChevronLeft size={16} aria-hidden />
              </Button>
              <span className="tabular-nums">
                {Math.min(at, count - 1) + 1} of {count}
              </span>
              <Button aria-label="Next place" className="!px-2" onClick={() => step(1)}>
                <ChevronRight size={16} aria-hidden />
              </Button>
            </>
          )}
          {cause.kept === null && level !== 'note' && (
            <Button onClick={() => onKeep(cause.id)}>Keep it, it’s meant</Button>
          )}
        </div>
      )}
    </li>
  );
}

/** A way out: shown while pointed at, taken by a click. */
export function CureButton({
  cure,
  finding,
  compact = false,
}: {
  cure: Cure;
  finding: Finding;
  /** What else it changes is only said when it is pointed at. */
  compact?: boolean;
}) {
  const { desk } = usePorts();
  const { show, edit, say } = desk.getState();
  return (
    <Button
      data-cure
      title={effectWords(cure)}
      aria-description={effectWords(cure)}
      {...tryThenTake(cure.edit, {
        show,
        say,
        take: () =>
          edit(cure.edit, {
            label: `cure the ${findingWords(finding.kind)} in bar ${finding.bar}: ${cure.words}`,
            decided: 'cure',
          }),
      })}
      onKeyDown={(e) => {
        if (e.key === 'Escape') e.currentTarget.blur();
      }}
    >
      <span className="text-left">
        {cure.words}
        {!compact && <span className="block text-[0.75rem] text-soft">{effectWords(cure)}</span>}
      </span>
    </Button>
  );
}

/** "cures 2 stops, push; brings crowded". */
function effectWords({ cures, brings }: Pick<Cure, 'cures' | 'brings'>): string {
  const cured = counted(cures.filter((f) => f.level !== 'note'));
  const brought = counted(brings);
  return [
    ...(cured === '' ? [] : [`cures ${cured}`]),
    brought === '' ? 'brings nothing new' : `brings ${brought}`,
  ].join('; ');
}

/** "mud, 2 × rub". */
function counted(findings: readonly Finding[]): string {
  const kinds = [...new Set(findings.map((f) => f.kind))];
  return kinds
    .map((kind) => {
      const n = findings.filter((f) => f.kind === kind).length;
      return n === 1 ? findingWords(kind) : `${n} × ${findingWords(kind)}`;
    })
    .join(', ');
}
