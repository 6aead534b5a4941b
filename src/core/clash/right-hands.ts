import { isSung, sungMarks, type Player, type Section } from '../form/index';
import type { Key } from '../pitch/index';
import type { Song } from '../song/index';
import { countedBeatTicks, delayTicks } from '../time/index';
import { stageOf, type Stage } from './stage';
import { stopsOf } from './stop';

/** What the right hands do together over a section, in ticks from its start: for drawing, without judgement. */
export interface HandsTogether {
  /** Who falls silent at once, and who rings on over it (null: the stop is clean). */
  readonly stops: readonly { readonly at: number; readonly ticks: number; readonly ringing: Player | null }[];
  /** Where the voice rests for two beats or more in a section where it sings: room for a fill. */
  readonly holes: readonly { readonly from: number; readonly to: number }[];
  /** When a delay repeats each stroke, once: enough to see where it falls. */
  readonly repeats: Readonly<Record<Player, readonly { readonly at: number; readonly ticks: number }[]>>;
}

/** Stops, holes of the voice and repeats of one pass of a section at `tempo` (quarter notes a minute). */
export function handsTogether(
  song: Song,
  of: { section: Section; key: Key; pass: number; times: number; tempo: number },
): HandsTogether {
  const stage = stageOf(song, { ...of, voice: null });
  return {
    stops: stopsOf(stage).map((s) => ({ at: s.at, ticks: s.ticks, ringing: s.ringing?.player ?? null })),
    holes: restsOfVoice(stage),
    repeats: {
      guitar1: repeatsOf(stage, 'guitar1'),
      guitar2: repeatsOf(stage, 'guitar2'),
      bass: repeatsOf(stage, 'bass'),
    },
  };
}

function repeatsOf(stage: Stage, player: Player): HandsTogether['repeats'][Player] {
  const { delay } = stage.players[player];
  if (delay === null) return [];
  const late = delayTicks(delay, stage.tempo);
  return stage.sounds[player].flatMap((s) =>
    s.end > s.at ? [{ at: s.at + late, ticks: Math.min(s.end - s.at, late) }] : [],
  );
}

/** Shortest rest of the voice that has room for a fill, in beats (common practice). */
const FILL_BEATS = 2;

function restsOfVoice(stage: Stage): HandsTogether['holes'] {
  if (!stage.bars.some((bar) => isSung(bar.voice))) return [];
  const holes: { from: number; to: number }[] = [];
  stage.bars.forEach((bar, b) => {
    const marks = sungMarks(bar.voice) || '.';
    const step = stage.barTicks / marks.length;
    [...marks].forEach((mark, i) => {
      if (mark === '~') return;
      const from = b * stage.barTicks + i * step;
      const last = holes.at(-1);
      if (last?.to === from) holes[holes.length - 1] = { from: last.from, to: from + step };
      else holes.push({ from, to: from + step });
    });
  });
  return holes.filter((h) => h.to - h.from >= FILL_BEATS * countedBeatTicks(stage.meter));
}
