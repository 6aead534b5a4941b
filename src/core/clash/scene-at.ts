import { PLAYERS, type Section } from '../form/index';
import type { Key, Midi } from '../pitch/index';
import { rigIn, type Moment, type Song } from '../song/index';
import { TICKS_PER_QUARTER } from '../time/index';
import { toneCount, type Part, type Scene } from './scene';
import { staysIn } from './stays';

/** Where a moment stands: the moments of its section on that pass, and which of them it is. */
export interface MomentPlace {
  readonly moments: readonly Moment[];
  readonly index: number;
}

/** What is judged with it. */
export interface SceneGround {
  readonly key: Key;
  readonly section: Pick<Section, 'sounds'>;
  /** Thirds in a driven amplifier are wanted in this section. */
  readonly dirtMeant?: boolean;
  /** A beat as it is felt, in ticks; left out: a quarter. */
  readonly beatTicks?: number;
}

/** What sounds at a moment of a section, ready to be judged. */
export function sceneAt(
  song: Pick<Song, 'players' | 'down'>,
  { moments, index }: MomentPlace,
  { key, section, dirtMeant = false, beatTicks = TICKS_PER_QUARTER }: SceneGround,
): Scene {
  const moment = moments[index]!;
  const { pitches: held, stands, stays } = staysIn(moments, song.players);
  const parts: Part[] = [];
  let complete = true;
  for (const player of PLAYERS) {
    const cell = moment.cells[player];
    complete &&= cell.kind !== 'open';
    if (cell.kind !== 'grip') continue;
    const pitches = held[player][index]!;
    const { ticks, first, last } = stands[player][index]!;
    const tones = toneCount(pitches);
    const before = held[player][first - 1] ?? null;
    const after = held[player][last + 1] ?? null;
    parts.push({
      player,
      pitches,
      soundTicks: moment.soundTicks[player],
      totalTicks: moment.totalTicks[player],
      touch: moment.touch[player],
      isLine: cell.step !== undefined && cell.step.notes.length <= 2,
      gain: rigIn(song, player, { section, bar: moment }).gain,
      standTicks: ticks,
      moving: isMoving({ ticks, tones, isAlone: before === null && after === null }, beatTicks),
      figure: tones === 2 && [before, after].some((other) => other !== null && isStepOf(pitches, other)),
      dirtMeant,
    });
  }
  return {
    chord: moment.chord,
    key,
    parts,
    complete,
    overlapTicks: moment.overlapTicks,
    totalTicks: moment.totalTicks,
    ticks: moment.ticks,
    stays: stays[index]!,
    ...(song.down === undefined ? {} : { down: song.down }),
  };
}

/** A line moves in beats or faster, at least in quarters (common practice). */
function isMoving(of: { ticks: number; tones: number; isAlone: boolean }, beatTicks: number): boolean {
  return of.ticks <= Math.max(TICKS_PER_QUARTER, beatTicks) && of.tones <= 2 && !of.isAlone;
}

/** Two notes over a root that another dyad on the same root comes before or after (common practice). */
function isStepOf(pitches: readonly Midi[], other: readonly Midi[]): boolean {
  return other[0] === pitches[0] && toneCount(other) <= 2 && Math.abs(other.at(-1)! - pitches.at(-1)!) <= 3;
}
