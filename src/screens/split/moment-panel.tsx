import { useMemo, useState } from 'react';
import { PLAYERS } from '../../core/form/index';
import { nameIn, soundingParts, type Finding } from '../../core/clash/index';
import { intervalWords, pretty, thirdOf, pitchClass, spell } from '../../core/pitch/index';
import { momentsOf, type KeptFinding } from '../../core/song/index';
import type { Cure } from '../../core/split/index';
import { Button, Dialog, useWidth } from '../../ui/index';
import { MomentLadder, type LadderLink, type LadderNote } from '../../views/index';
import { voicePitches } from '../lane-blocks';
import { usePorts } from '../ports';
import { momentOf, useCures, type SplitModel } from './model';

interface Props {
  readonly model: SplitModel;
  /** Id of the finding somebody is giving a reason to keep. */
  readonly keeping: string | null;
  readonly onKeep: (id: string | null) => void;
}

/** This moment: what sounds on a ladder of pitch, what it is called, and what to do about what clashes. */
export function MomentPanel({ model, keeping, onKeep }: Props) {
  const { desk } = usePorts();
  const [ref, width] = useWidth<HTMLDivElement>();
  const [all, setAll] = useState(false);
  const cures = useCures(model.here);
  const { scene, here, moment, playing, selection } = model;
  const notes = useMemo(
    (): readonly LadderNote[] =>
      soundingParts(scene).flatMap((part) =>
        part.pitches.map((pitch) => ({ player: part.player, pitch, name: nameIn(scene, pitch) })),
      ),
    [scene],
  );
  const links = useMemo(() => linksOf(model), [model]);
  const kept = here.find((f) => f.id === keeping) ?? model.findings.find((f) => f.id === keeping);
  return (
    <aside
      aria-label="This moment"
      className="flex min-h-0 flex-col gap-2 overflow-y-auto border-l border-line bg-sheet p-3"
    >
      <div className="flex items-baseline gap-2">
        <h2 className="font-bold">This moment</h2>
        <span className="text-soft">
          {playing.section.name}
          {selection.pass > 1 && ` (${selection.pass}. time)`} · bar {moment.bar + 1} ·{' '}
          {pretty(moment.chordText)}
        </span>
      </div>
      <div ref={ref}>
        {width > 0 && (
          <MomentLadder
            notes={notes}
            links={links}
            voice={voicePitches(model.song)}
            sung={moment.sung}
            width={width}
            height={318}
          />
        )}
      </div>
      <p>
        <b>Together: {pretty(model.together)}</b> <span className="text-soft">{facts(model)}</span>
      </p>
      <FindingsHead model={model} all={all} onAll={setAll} />
      <ul className="flex flex-col gap-2">
        {(all ? model.findings : here).map((f) => (
          <FindingCard
            key={`${f.playing}${f.id}`}
            finding={f}
            where={all}
            cures={all ? [] : (cures.get(f.id) ?? null)}
            model={model}
            onKeep={() => onKeep(f.id)}
          />
        ))}
      </ul>
      {!all && here.length === 0 && (
        <p className="text-soft">
          {scene.complete
            ? 'Nothing to say about this moment.'
            : 'Some cells are still open: split the section to hear it whole.'}
        </p>
      )}
      <KeepDialog
        finding={kept ?? null}
        onClose={() => onKeep(null)}
        onKeep={(reason) => {
          if (kept)
            desk
              .getState()
              .edit(
                { kind: 'keep', finding: keptFrom(kept, reason) },
                { label: `keep the ${kept.kind} in ${kept.section}, bar ${kept.bar}` },
              );
          onKeep(null);
        }}
      />
    </aside>
  );
}

function FindingsHead({
  model,
  all,
  onAll,
}: {
  model: SplitModel;
  all: boolean;
  onAll: (all: boolean) => void;
}) {
  const open = model.findings.filter((f) => f.kept === null && f.level !== 'note').length;
  const total = model.findings.length;
  return (
    <div role="group" aria-label="Which findings" className="flex items-center gap-1 text-[14px]">
      <Button look={all ? 'quiet' : 'plain'} aria-pressed={!all} onClick={() => onAll(false)}>
        Here
      </Button>
      <Button look={all ? 'plain' : 'quiet'} aria-pressed={all} onClick={() => onAll(true)}>
        Whole song ({total})
      </Button>
      <span className="ml-auto text-soft">{open} to look at</span>
    </div>
  );
}

const EDGE = { clash: 'border-clash', watch: 'border-watch', note: 'border-line' } as const;
const TITLE = { clash: 'text-clash', watch: 'text-watch', note: 'text-soft' } as const;
const KIND_WORDS: Readonly<Record<string, string>> = {
  mud: 'Mud',
  rub: 'Rub',
  gain: 'Gain',
  'wrong-bass': 'Wrong lowest note',
  'missing-third': 'No third',
  crowding: 'Crowded',
  doubling: 'Doubling',
  reach: 'Stretch',
  range: 'No such fret',
};

function FindingCard(props: {
  finding: Finding;
  where: boolean;
  /** Null while they are being looked for. */
  cures: readonly Cure[] | null;
  model: SplitModel;
  onKeep: () => void;
}) {
  const { finding: f, where, cures, model, onKeep } = props;
  const { desk } = usePorts();
  const state = desk.getState();
  const seeking = cures === null && f.level !== 'note' && f.kept === null;
  return (
    <li className={`rounded-md border border-l-[6px] bg-ground px-3 py-2 ${EDGE[f.level]}`}>
      <p>
        <b className={TITLE[f.level]}>{KIND_WORDS[f.kind] ?? f.kind}</b>{' '}
        {where && (
          <button type="button" className="text-soft underline" onClick={() => goTo(model, f, state.select)}>
            {f.section}, bar {f.bar}
            {f.pass > 1 && ` (${f.pass}. time)`}
          </button>
        )}{' '}
        <span className="text-[14px]">{f.text}</span>
      </p>
      {f.kept !== null ? (
        <p className="mt-1 flex items-center gap-2 text-[14px]">
          <span className="text-good">Kept: {f.kept || 'meant'}</span>
          {model.song.kept.some((k) => matches(k, f)) && (
            <Button
              look="quiet"
              className="!min-h-7 !py-0"
              onClick={() => {
                const k = model.song.kept.find((one) => matches(one, f))!;
                state.edit(
                  { kind: 'unkeep', finding: k },
                  { label: `no longer keep the ${f.kind} in ${f.section}, bar ${f.bar}` },
                );
              }}
            >
              No longer
            </Button>
          )}
        </p>
      ) : (
        f.level !== 'note' &&
        !where &&
        model.editable && (
          <div className="mt-1 flex flex-wrap gap-1 text-[14px]">
            {seeking && <span className="text-soft">looking for a way out …</span>}
            {(cures ?? []).map((cure) => (
              <Button
                key={cure.words}
                data-cure
                title={effect(cure)}
                onMouseEnter={() => state.show(cure.change)}
                onMouseLeave={() => state.show(null)}
                onFocus={() => state.show(cure.change)}
                onBlur={() => state.show(null)}
                onClick={() =>
                  state.edit(
                    { kind: 'setCells', changes: [cure.change] },
                    { label: `cure the ${f.kind} in bar ${f.bar}: ${cure.words}` },
                  )
                }
              >
                <span className="text-left">
                  {cure.words}
                  <span className="block text-[12px] text-soft">{effect(cure)}</span>
                </span>
              </Button>
            ))}
            <Button onClick={onKeep}>Keep it, it’s meant</Button>
          </div>
        )
      )}
    </li>
  );
}

function KeepDialog({
  finding,
  onClose,
  onKeep,
}: {
  finding: Finding | null;
  onClose: () => void;
  onKeep: (reason: string) => void;
}) {
  return (
    <Dialog open={finding !== null} onClose={onClose} title="Keep it on purpose">
      {finding && (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            onKeep(String(new FormData(e.currentTarget).get('reason') ?? '').trim());
          }}
        >
          <p className="mb-2">{finding.text}</p>
          <label className="block">
            Why is it meant?
            <input
              name="reason"
              autoFocus
              autoComplete="off"
              placeholder="the bite is the point"
              className="mt-1 block w-full rounded border border-ink bg-ground px-2 py-1.5"
            />
          </label>
          <div className="mt-4 flex justify-end gap-2">
            <Button onClick={onClose}>Leave it</Button>
            <Button type="submit" look="strong">
              Keep
            </Button>
          </div>
        </form>
      )}
    </Dialog>
  );
}

/** "cures 2, brings crowding". */
function effect(cure: Pick<Cure, 'cures' | 'brings'>): string {
  const cured = [
    ...new Set(cure.cures.filter((j) => j.level !== 'note').map((j) => KIND_WORDS[j.kind] ?? j.kind)),
  ];
  const brought = [...new Set(cure.brings.map((j) => KIND_WORDS[j.kind] ?? j.kind))];
  const words = [
    ...(cured.length > 0 ? [`cures ${cured.join(', ').toLowerCase()}`] : []),
    brought.length > 0 ? `brings ${brought.join(', ').toLowerCase()}` : 'brings nothing new',
  ];
  return words.join(', ');
}

function linksOf(model: SplitModel): readonly LadderLink[] {
  return model.here.flatMap((f): LadderLink[] => {
    if (f.level === 'note' || f.kept !== null || (f.kind !== 'rub' && f.kind !== 'mud')) return [];
    const named = new Map(
      soundingParts(model.scene).flatMap((part) =>
        part.pitches.map((p) => [nameIn(model.scene, p), p as number]),
      ),
    );
    const pitches = f.notes.flatMap((name) => named.get(name) ?? []);
    const [low, high] = [Math.min(...pitches), Math.max(...pitches)];
    return pitches.length < 2 ? [] : [{ low, high, level: f.level, label: intervalWords(high - low) }];
  });
}

/** "third: G2 only · lowest: B♭ (bass)". */
function facts(model: SplitModel): string {
  const { scene } = model;
  const parts = soundingParts(scene);
  if (parts.length === 0 || !scene.chord) return '';
  const third = thirdOf(scene.chord);
  const who = PLAYERS.filter((p) =>
    parts.some((part) => part.player === p && part.pitches.some((n) => pitchClass(n) === third)),
  );
  const short = { guitar1: 'Guitar 1', guitar2: 'Guitar 2', bass: 'bass' } as const;
  const lowest = parts.reduce((low, part) => (part.pitches[0]! < low.pitches[0]! ? part : low));
  const words = [
    ...(third === null
      ? []
      : [who.length === 0 ? 'nobody has the third' : `third: ${who.map((p) => short[p]).join(', ')}`]),
    `lowest: ${pretty(spell(lowest.pitches[0]!, scene.key))} (${short[lowest.player]})`,
  ];
  return words.join(' · ');
}

function keptFrom(f: Finding, reason: string): KeptFinding {
  return {
    section: f.section,
    pass: f.pass === 1 ? null : f.pass,
    bar: f.bar,
    kind: f.kind,
    players: f.players,
    reason,
  };
}

function matches(k: KeptFinding, f: Finding): boolean {
  return (
    k.section === f.section && k.bar === f.bar && k.kind === f.kind && k.players.join() === f.players.join()
  );
}

/** Selects the moment of a finding. */
export function goTo(
  model: SplitModel,
  f: Finding,
  select: (s: { playing: number; pass: number; moment: number; player?: Finding['players'][number] }) => void,
): void {
  const playing = model.playings.findIndex((p) => p.index === f.playing);
  const moments = momentsOf(model.playings[playing]!.section, { pass: f.pass, meter: model.song.meter });
  const player = f.players.at(-1);
  select({ playing, pass: f.pass, moment: momentOf(f, moments, model.song), ...(player ? { player } : {}) });
}
