import { PLAYERS, type Player, type Section } from '../form/index';
import type { Key, Midi } from '../pitch/index';
import { cellPitches, rigIn, type Moment, type PlayerPair, type Song } from '../song/index';
import { TICKS_PER_QUARTER } from '../time/index';
import { tonesOf, type Part, type Scene, type Stay } from './scene';

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
  const stands: [Player, Stand][] = [];
  const parts = PLAYERS.flatMap((player): Part[] => {
    const cell = moment.cells[player];
    if (cell.kind !== 'grip') return [];
    const instrument = rigIn(song, player, { section, bar: moment });
    const pitches = cellPitches(cell, instrument);
    const stand = standOf(song, { moments, index }, player);
    stands.push([player, stand]);
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
    stays: staysOf(moments, index, stands),
    ...(song.down === undefined ? {} : { down: song.down }),
  };
}

/** How long a player stays on the same pitches around a moment, and what comes before and after. */
interface Stand {
  readonly ticks: number;
  /** The moments it lasts, from and to. */
  readonly first: number;
  readonly last: number;
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
    first: first + 1,
    last: last - 1,
    before: pitchesIn(song, moments[first], player),
    after: pitchesIn(song, moments[last], player),
  };
}

/** How everybody, and each two, go on with what they hold. */
function staysOf(
  moments: readonly Moment[],
  index: number,
  stands: readonly (readonly [Player, Stand])[],
): NonNullable<Scene['stays']> {
  const stays: Partial<Record<Player | PlayerPair, Stay>> = {};
  stands.forEach(([a, stand], i) => {
    stays[a] = stayOf(moments, index, { key: a, ...stand });
    for (const [b, { first, last }] of stands.slice(i + 1))
      stays[`${a} ${b}` as PlayerPair] = stayOf(moments, index, {
        key: `${a} ${b}` as PlayerPair,
        first: Math.max(first, stand.first),
        last: Math.min(last, stand.last),
      });
  });
  return stays;
}

function stayOf(
  moments: readonly Moment[],
  index: number,
  { key, first, last }: { key: Player | PlayerPair; first: number; last: number },
): Stay {
  let [ticks, heard] = [0, 0];
  for (let i = first; i <= last; i += 1) {
    ticks += moments[i]!.ticks;
    heard += moments[i]!.totalTicks[key];
  }
  const longest = (i: number) => longestOf(moments[i]!, key);
  let through = longest(index);
  for (let i = index; i > first && longest(i) >= moments[i]!.ticks; i -= 1) through += longest(i - 1);
  for (let i = index; i < last && longest(i) >= moments[i]!.ticks; i += 1) through += longest(i + 1);
  return { ticks, heard, through };
}

/** How long one player, or two at once, sound in a moment without a break, in ticks. */
function longestOf({ soundTicks, overlapTicks }: Moment, key: Player | PlayerPair): number {
  return key === 'guitar1' || key === 'guitar2' || key === 'bass' ? soundTicks[key] : overlapTicks[key];
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
