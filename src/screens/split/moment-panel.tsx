import { memo, useMemo } from 'react';
import { PLAYERS } from '../../core/form/index';
import { keepingOf, nameIn, soundingParts } from '../../core/clash/index';
import { intervalWords, pretty, thirdOf, pitchClass, spell } from '../../core/pitch/index';
import { useBig, useWidth } from '../../ui/index';
import { MomentLadder, type LadderLink, type LadderNote } from '../../views/index';
import { voicePitches } from '../lane-blocks';
import { usePorts } from '../ports';
import { FindingList } from './finding-list';
import { findingWords } from './finding-words';
import { KeepDialog } from './keep-dialog';
import type { SplitModel } from './model';

interface Props {
  readonly model: SplitModel;
  /** Id of the finding somebody is giving a reason to keep. */
  readonly keeping: string | null;
  readonly onKeep: (id: string | null) => void;
}

/** This moment: what sounds on a ladder of pitch, what it is called, and what to do about what clashes. */
export const MomentPanel = memo(function MomentPanel(props: Props) {
  return (
    <aside
      aria-label="This moment"
      className="flex min-h-0 flex-col gap-2 overflow-y-auto border-l border-line bg-sheet p-3"
    >
      <div className="flex items-baseline gap-2">
        <h2 className="font-bold">This moment</h2>
        <span className="text-soft">{momentPlace(props.model)}</span>
      </div>
      <MomentPitches model={props.model} />
      <MomentFindings {...props} />
    </aside>
  );
});

/** "Verse (2. time) · bar 3 · F5". */
export function momentPlace({ playing, selection, moment }: SplitModel): string {
  const time = selection.pass > 1 ? ` (${selection.pass}. time)` : '';
  return `${playing.section.name}${time} · bar ${moment.bar + 1} · ${pretty(moment.chordText)}`;
}

/** Every note that sounds on a ladder of pitch, and what they are called together. */
export function MomentPitches({ model }: { readonly model: SplitModel }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const isBig = useBig();
  const notes = useMemo((): readonly LadderNote[] => [...notesOf(model), ...leftOver(model)], [model]);
  const links = useMemo(() => linksOf(model), [model]);
  return (
    <>
      <div ref={ref}>
        {width > 0 && (
          <MomentLadder
            notes={notes}
            links={links}
            voice={voicePitches(model.playing.section.voice ?? model.song.voice)}
            sung={model.moment.sung}
            width={width}
            height={isBig ? 520 : 318}
          />
        )}
      </div>
      <p>
        <b>Together: {pretty(model.together)}</b> <span className="text-soft">{facts(model)}</span>
      </p>
    </>
  );
}

/** What clashes here, with the ways out of it. */
export function MomentFindings({ model, keeping, onKeep }: Props) {
  const { desk } = usePorts();
  const kept = model.hereNow.find((f) => f.id === keeping) ?? model.causes.find((f) => f.id === keeping);
  return (
    <>
      <FindingList model={model} onKeep={onKeep} />
      <KeepDialog
        finding={kept ?? null}
        onClose={() => onKeep(null)}
        onKeep={(reason, reach) => {
          if (kept)
            desk.getState().edit(
              {
                kind: 'keep',
                finding: keepingOf(model.song, kept, {
                  reason,
                  reach,
                  shift: shiftOf(model, kept.playing),
                }),
              },
              { label: `keep the ${findingWords(kept.kind)} in ${kept.section}, bar ${kept.bar}` },
            );
          onKeep(null);
        }}
      />
    </>
  );
}

/** Semitones a playing is moved by. */
function shiftOf(model: SplitModel, playing: number): number {
  return model.playings.find((p) => p.index === playing)?.shift ?? 0;
}

function notesOf({ scene }: SplitModel): readonly LadderNote[] {
  return soundingParts(scene).flatMap((part) =>
    part.pitches.map((pitch) => ({ player: part.player, pitch, name: nameIn(scene, pitch), isLeft: false })),
  );
}

/** What sounds on from before: open strings, held notes, repeats of a delay. */
function leftOver(model: SplitModel): readonly LadderNote[] {
  const sounding = new Set(notesOf(model).map((n) => `${n.player} ${n.pitch}`));
  return model.here.flatMap((f): LadderNote[] => {
    const [pitch] = f.pitches;
    if ((f.kind !== 'ring-over' && f.kind !== 'delay') || f.kept !== null || pitch === undefined) return [];
    // Which of the players holds it cannot be two: the one who does not sound the other note.
    const player =
      f.players.find((p) => f.pitches.slice(1).every((q) => !sounding.has(`${p} ${q}`))) ?? f.players[0]!;
    if (sounding.has(`${player} ${pitch}`)) return [];
    return [{ player, pitch, name: nameIn(model.scene, pitch), isLeft: true }];
  });
}

function linksOf(model: SplitModel): readonly LadderLink[] {
  return model.here.flatMap((f): LadderLink[] => {
    if (f.level === 'note' || f.kept !== null || !LINKED.has(f.kind) || f.pitches.length < 2) return [];
    const [low, high] = [Math.min(...f.pitches), Math.max(...f.pitches)];
    return [{ low, high, level: f.level, label: intervalWords(high - low) }];
  });
}

const LINKED: ReadonlySet<string> = new Set(['rub', 'mud', 'ring-over', 'delay']);

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
      : [who.length === 0 ? 'no one has the third' : `third: ${who.map((p) => short[p]).join(', ')}`]),
    `lowest: ${pretty(spell(lowest.pitches[0]!, scene.key))} (${short[lowest.player]})`,
  ];
  return words.join(' · ');
}
