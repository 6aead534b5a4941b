import { useEffect, useMemo, useState } from 'react';
import {
  causesOf,
  playingFindings,
  sceneAt,
  songFindings,
  soundingParts,
  type Cause,
  type Finding,
  type Scene,
} from '../../core/clash/index';
import {
  barsOnPass,
  differingBars,
  PLAYER_WORDS,
  PLAYERS,
  type Bar,
  type Player,
  type Section,
} from '../../core/form/index';
import { spokenNames, type Midi } from '../../core/pitch/index';
import {
  applyEdit,
  momentsOf,
  strikesOf,
  unfold,
  type CellAddress,
  type Moment,
  type Playing,
  type Song,
  type Strikes,
} from '../../core/song/index';
import { alternativesInSteps, curesInSteps, type Alternative, type Cure } from '../../core/offers/index';
import { planOf, type Plan } from '../../core/split/index';
import type { Selection } from '../../store/index';
import { useDesk } from '../ports';

/** Everything the Split screen draws, worked out from the song and the selection. */
export interface SplitModel {
  /** The song with the previewed change, if there is one. */
  readonly song: Song;
  readonly selection: Selection;
  readonly playings: readonly Playing[];
  readonly playing: Playing;
  readonly bars: readonly Bar[];
  readonly moments: readonly Moment[];
  readonly moment: Moment;
  readonly momentIndex: number;
  readonly plan: Plan;
  readonly marks: Strikes;
  readonly findings: readonly Finding[];
  /** The same, one for each cause. */
  readonly causes: readonly Cause[];
  /** Findings of the section and pass on view. */
  readonly inSection: readonly Finding[];
  /** Findings of this moment, the worst first: with the previewed change, and as the song is without it. */
  readonly here: readonly Finding[];
  readonly hereNow: readonly Finding[];
  readonly scene: Scene;
  /** What all players together are called. */
  readonly together: string;
  /** Passes that can be looked at, with whether they differ. */
  readonly passes: readonly { readonly pass: number; readonly differs: readonly number[] }[];
  /** False where a section is only moved into another key: change it where it was written. */
  readonly editable: boolean;
}

/** Whether a section has cells that nobody has chosen yet. */
export function isOpenIn({ bars }: Section): boolean {
  return bars.some((bar) => PLAYERS.some((p) => bar.cells[p].some((c) => c.cell.kind === 'open')));
}

/** Why nothing can be chosen for the right hand at the selection, or null. */
export function closedHand({ bars, moment, selection, playing, editable }: SplitModel): string | null {
  const { player } = selection;
  if (!editable) return 'This section follows another one; change it there.';
  if (bars[moment.bar]?.lines?.[player])
    return 'A line stands here; its notes are struck as they are written.';
  const leader = playing.section.hands?.[player]?.with;
  if (leader) return `${PLAYER_WORDS[player]} strikes with ${PLAYER_WORDS[leader]} here.`;
  return moment.cells[player].kind === 'rest' ? `${PLAYER_WORDS[player]} rests here.` : null;
}

/** Null while the song has no section to show. */
export function useSplitModel(): SplitModel | null {
  const song = useDesk((s) => s.song)!;
  const preview = useDesk((s) => s.preview);
  const selection = useDesk((s) => s.selection);
  const shown = useMemo(() => (preview ? applyEdit(song, preview) : song), [song, preview]);
  const findings = useMemo(() => songFindings(shown), [shown]);
  const now = useMemo(() => modelOf(song, selection, songFindings(song)), [song, selection]);
  return useMemo(() => {
    const model = shown === song ? now : modelOf(shown, selection, findings);
    return model && { ...model, hereNow: now?.here ?? [] };
  }, [shown, song, now, selection, findings]);
}

/** The same without the screen, for a song without a preview. */
export function modelOf(song: Song, selection: Selection, findings: readonly Finding[]): SplitModel | null {
  const playings = unfold(song);
  const playing = playings[selection.playing];
  if (!playing) return null;
  const { section } = playing;
  const moments = momentsOf(section, { pass: selection.pass, meter: playing.meter });
  const momentIndex = Math.min(selection.moment, moments.length - 1);
  const moment = moments[momentIndex];
  if (!moment) return null;
  const bars = barsOnPass(section, selection.pass);
  const own = playingFindings(song, playing);
  const different = differingBars(section, selection.pass);
  const inSection = own.filter(
    (f) => f.pass === selection.pass || (f.pass === 1 && !different.includes(f.bar - 1)),
  );
  const here = inSection.filter((f) => isAt(f, moment)).sort((a, b) => b.score - a.score);
  const scene = sceneAt(song, { moments, index: momentIndex }, playing);
  return {
    song,
    selection,
    playings,
    playing,
    bars,
    moments,
    moment,
    momentIndex,
    plan: planOf(song, section.name),
    marks: strikesOf(bars, playing.meter),
    findings,
    causes: causesOf(song, findings),
    inSection,
    here,
    hereNow: here,
    scene,
    together: togetherName(scene),
    passes: Array.from({ length: playing.entry.times }, (_, i) => ({
      pass: i + 1,
      differs: i === 0 ? [] : differingBars(section, i + 1).map((b) => b + 1),
    })),
    editable: playing.shift === 0,
  };
}

/** Whether a finding is about something that sounds in this moment. */
export function isAt(finding: Finding, moment: Moment): boolean {
  const to = Math.max(finding.to, finding.from + 1);
  return finding.from < moment.start + moment.ticks && to > moment.start;
}

/** The moment of a finding on the pass it was found on. */
export function momentOf(finding: Finding, moments: readonly Moment[]): number {
  const index = moments.findIndex((m) => isAt(finding, m));
  return index < 0 ? 0 : index;
}

/** Where the player's cell that sounds now is written. */
export function addressNow(model: SplitModel, player: Player): CellAddress | null {
  const place = model.moment.places[player];
  if (!place) return null;
  const { entry, index } = model.playing;
  const on = { section: entry.section, pass: model.selection.pass, times: entry.times, entry: index };
  return { ...on, player, ...place };
}

/**
 * How long somebody must stay at a moment before what else could be played there is worked out: stepping on quickly
 * costs nothing then. Far less than it takes to look.
 */
const STAY_MS = 80;

/** How long what is worked out beside the look goes on before the page gets its turn. */
const SLICE_MS = 12;

/** The selected cell's alternatives, worked out when somebody stays there; null while that is going on. */
export function useAlternatives(): readonly Alternative[] | null {
  const song = useDesk((s) => s.song)!;
  const selection = useDesk((s) => s.selection);
  const [found, setFound] = useState<{
    song: Song;
    selection: Selection;
    list: readonly Alternative[];
  } | null>(null);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const begin = () => {
      const playing = unfold(song)[selection.playing];
      if (playing) {
        const own = playing.entry.variants ? { entry: playing.index } : {};
        goOn(alternativesInSteps(song, { ...selection, section: playing.section.name, ...own }));
      } else setFound({ song, selection, list: [] });
    };
    const goOn = (work: ReturnType<typeof alternativesInSteps>) => {
      const until = performance.now() + SLICE_MS;
      let step = work.next();
      while (!step.done && performance.now() < until) step = work.next();
      if (step.done) setFound({ song, selection, list: step.value });
      else timer = setTimeout(goOn, 0, work);
    };
    timer = setTimeout(begin, STAY_MS);
    return () => clearTimeout(timer);
  }, [song, selection]);
  return found && found.song === song && found.selection === selection ? found.list : null;
}

/** Cures for each clash and watch of the moment, by finding id; one finding after the other, each in a task of its own. */
export function useCures(findings: readonly Finding[]): ReadonlyMap<string, readonly Cure[]> {
  const song = useDesk((s) => s.song)!;
  const key = findings.map((f) => f.id).join('\n');
  const [found, setFound] = useState<{
    song: Song;
    key: string;
    map: ReadonlyMap<string, readonly Cure[]>;
  } | null>(null);
  useEffect(() => {
    const left = findings.filter((f) => f.level !== 'note' && f.kept === null);
    let map: ReadonlyMap<string, readonly Cure[]> = new Map();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const next = () => {
      const f = left.shift();
      if (f) goOn(f, curesInSteps(song, f));
    };
    const goOn = (f: Finding, work: ReturnType<typeof curesInSteps>) => {
      const until = performance.now() + SLICE_MS;
      let step = work.next();
      while (!step.done && performance.now() < until) step = work.next();
      if (!step.done) {
        timer = setTimeout(goOn, 0, f, work);
        return;
      }
      map = new Map([...map, [f.id, step.value]]);
      setFound({ song, key, map });
      timer = setTimeout(next, 0);
    };
    timer = setTimeout(next, STAY_MS);
    return () => clearTimeout(timer);
    // The findings are new objects at every look; their ids say whether they changed.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [song, key]);
  return found && found.song === song && found.key === key ? found.map : NONE;
}

const NONE: ReadonlyMap<string, readonly Cure[]> = new Map();

function togetherName(scene: Scene): string {
  const pitches = soundingParts(scene).flatMap((part) => part.pitches as Midi[]);
  const names = spokenNames(pitches, scene.key);
  const wanted = scene.chord?.text;
  return names.find((name) => name === wanted) ?? names[0] ?? 'silence';
}
