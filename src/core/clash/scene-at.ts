import { PLAYERS, type Player, type Section } from '../form/index';
import type { Key, Midi } from '../pitch/index';
import { cellPitches, rigIn, type Moment, type Song } from '../song/index';
import { TICKS_PER_QUARTER } from '../time/index';
import { tonesOf, type Part, type Scene } from './scene';

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
  const parts = PLAYERS.flatMap((player): Part[] => {
    const cell = moment.cells[player];
    if (cell.kind !== 'grip') return [];
    const instrument = rigIn(song, player, { section, bar: moment });
    const pitches = cellPitches(cell, instrument);
    const stand = standOf(song, { moments, index }, player);
    const part = {
      player,
      pitches,
      soundTicks: moment.soundTicks[player],
      totalTicks: moment.totalTicks[player],
      touch: moment.touch[player],
      ...(cell.step ? { isLine: true } : {}),
      gain: instrument.gain,
      standTicks: stand.ticks,
    };
    return [
      {
        ...part,
        ...(isMoving(part, stand, beatTicks) ? { moving: true } : {}),
        ...(isFigure(part, stand) ? { figure: true } : {}),
        ...(dirtMeant ? { dirtMeant } : {}),
      },
    ];
  });
  const complete = PLAYERS.every((player) => moment.cells[player].kind !== 'open');
  return {
    chord: moment.chord,
    key,
    parts,
    complete,
    overlapTicks: moment.overlapTicks,
    totalTicks: moment.totalTicks,
    ticks: moment.ticks,
    ...(song.down === undefined ? {} : { down: song.down }),
  };
}

/** How long a player stays on the same pitches around a moment, and what comes before and after. */
interface Stand {
  readonly ticks: number;
  readonly before: readonly Midi[] | null;
  readonly after: readonly Midi[] | null;
}

/** Under one chord: what is struck early for the next one is a short note here. */
function standOf(song: Pick<Song, 'players'>, { moments, index }: MomentPlace, player: Player): Stand {
  const now = moments[index]!;
  const here = pitchesIn(song, now, player)!;
  let ticks = now.ticks;
  const goesOn = (moment: Moment | undefined) => {
    if (moment?.chordText !== now.chordText) return false;
    const other = pitchesIn(song, moment, player);
    return other !== null && samePitches(other, here);
  };
  let first = index - 1;
  for (; goesOn(moments[first]); first -= 1) ticks += moments[first]!.ticks;
  let last = index + 1;
  for (; goesOn(moments[last]); last += 1) ticks += moments[last]!.ticks;
  return {
    ticks,
    before: pitchesIn(song, moments[first], player),
    after: pitchesIn(song, moments[last], player),
  };
}

function pitchesIn(
  song: Pick<Song, 'players'>,
  moment: Moment | undefined,
  player: Player,
): readonly Midi[] | null {
  const cell = moment?.cells[player];
  return cell?.kind === 'grip' ? cellPitches(cell, song.players[player]) : null;
}

function samePitches(a: readonly Midi[], b: readonly Midi[]): boolean {
  return a === b || (a.length === b.length && a.every((p, i) => p === b[i]));
}

/** A line moves in beats or faster, at least in quarters (common practice). */
function isMoving(part: Pick<Part, 'pitches'>, { ticks, before, after }: Stand, beatTicks: number): boolean {
  return (
    ticks <= Math.max(TICKS_PER_QUARTER, beatTicks) &&
    tonesOf(part).size <= 2 &&
    (before !== null || after !== null)
  );
}

/** Two notes over a root that another dyad on the same root comes before or after (common practice). */
function isFigure(part: Pick<Part, 'pitches'>, { before, after }: Stand): boolean {
  const { pitches } = part;
  if (tonesOf(part).size !== 2) return false;
  return [before, after].some(
    (other) =>
      other !== null &&
      other[0] === pitches[0] &&
      tonesOf({ pitches: other }).size <= 2 &&
      Math.abs(other.at(-1)! - pitches.at(-1)!) <= 3,
  );
}
