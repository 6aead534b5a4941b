import { PLAYERS, type Cell, type Player } from '../form/index';
import { gripPitches } from '../grip/index';
import type { Midi } from '../pitch/index';
import { cellPitches, type Moment, type PlayerPair, type Song } from '../song/index';
import type { Scene, Stay } from './scene';

/** How long a player stays on the same pitches under one chord, in ticks, and in which moments (from 0). */
export interface Stand {
  ticks: number;
  readonly first: number;
  last: number;
}

/** What everybody holds in each moment of a section, and for how long. */
export interface Stays {
  /** Null where a player has no grip. */
  readonly pitches: Readonly<Record<Player, readonly (readonly Midi[] | null)[]>>;
  /** Under one chord: what is struck early for the next one is a short note here. */
  readonly stands: Readonly<Record<Player, readonly (Stand | null)[]>>;
  readonly stays: readonly NonNullable<Scene['stays']>[];
}

/** Remembered with the moments, for the players it was last asked for. */
export function staysIn(moments: readonly Moment[], players: Song['players']): Stays {
  const hit = cache.get(moments);
  if (hit?.players === players) return hit.found;
  const found = findStays(moments, players);
  cache.set(moments, { players, found });
  return found;
}

const cache = new WeakMap<readonly Moment[], { players: Song['players']; found: Stays }>();

function findStays(moments: readonly Moment[], players: Song['players']): Stays {
  const each = <T>(of: (player: Player) => T) =>
    ({ guitar1: of('guitar1'), guitar2: of('guitar2'), bass: of('bass') }) as const;
  const pitches = each((player) =>
    moments.map(({ cells, strings }) => heardPitches(cells[player], players[player], strings?.[player])),
  );
  const stands = each((player) => standsOf(moments, pitches[player]));
  const stays = moments.map((): Partial<Record<Player | PlayerPair, Stay>> => ({}));
  PLAYERS.forEach((a, i) => {
    addStays(stays, moments, { key: a, a: stands[a], b: stands[a] });
    for (const b of PLAYERS.slice(i + 1))
      addStays(stays, moments, { key: `${a} ${b}` as PlayerPair, a: stands[a], b: stands[b] });
  });
  return { pitches, stands, stays };
}

/** What a player's cell sounds, lowest first: all of it, or the strings that are struck; null where there is no grip. */
function heardPitches(
  cell: Cell,
  rig: Song['players'][Player],
  strings: readonly number[] | undefined,
): readonly Midi[] | null {
  if (cell.kind !== 'grip') return null;
  if (strings === undefined || cell.step) return cellPitches(cell, rig);
  const struck = cell.grip.map((fret, string) => (strings.includes(cell.grip.length - string) ? fret : null));
  return gripPitches(struck, rig).toSorted((a, b) => a - b);
}

function standsOf(
  moments: readonly Moment[],
  pitches: readonly (readonly Midi[] | null)[],
): readonly (Stand | null)[] {
  let now: Stand | null = null;
  return moments.map((moment, i) => {
    const here = pitches[i]!;
    if (here === null) return (now = null);
    const before = now === null ? null : pitches[i - 1]!;
    const goesOn = before !== null && moment.chordText === moments[i - 1]!.chordText && same(before, here);
    if (now === null || !goesOn) return (now = { ticks: moment.ticks, first: i, last: i });
    now.ticks += moment.ticks;
    now.last = i;
    return now;
  });
}

function same(a: readonly Midi[], b: readonly Midi[]): boolean {
  return a === b || (a.length === b.length && a.every((p, i) => p === b[i]));
}

/** Stays of one player, or of two at once: as long as neither changes. */
function addStays(
  into: Partial<Record<Player | PlayerPair, Stay>>[],
  moments: readonly Moment[],
  of: {
    readonly key: Player | PlayerPair;
    readonly a: readonly (Stand | null)[];
    readonly b: readonly (Stand | null)[];
  },
): void {
  const { key, a, b } = of;
  for (let first = 0; first < moments.length;) {
    const [x, y] = [a[first]!, b[first]!];
    if (x === null || y === null) {
      first += 1;
      continue;
    }
    const last = Math.min(x.last, y.last);
    let [ticks, heard] = [0, 0];
    for (let i = first; i <= last; i += 1) {
      ticks += moments[i]!.ticks;
      heard += moments[i]!.totalTicks[key];
    }
    addRuns(into, moments, { key, first, last, ticks, heard });
    first = last + 1;
  }
}

/** What sounds on from moment to moment is heard as one; a moment it does not fill ends it. */
function addRuns(
  into: Partial<Record<Player | PlayerPair, Stay>>[],
  moments: readonly Moment[],
  of: { key: Player | PlayerPair; first: number; last: number; ticks: number; heard: number },
): void {
  const { key, first, last, ticks, heard } = of;
  const isFull = (i: number) => longestOf(moments[i]!, key) >= moments[i]!.ticks;
  for (let i = first; i <= last;) {
    let through = longestOf(moments[i]!, key);
    let end = i;
    if (isFull(i)) {
      while (end < last && isFull(end + 1)) {
        end += 1;
        through += longestOf(moments[end]!, key);
      }
      if (i > first) through += longestOf(moments[i - 1]!, key);
      if (end < last) through += longestOf(moments[end + 1]!, key);
    }
    const stay: Stay = { ticks, heard, through };
    for (; i <= end; i += 1) into[i]![key] = stay;
  }
}

/** How long one player, or two at once, sound in a moment without a break, in ticks. */
function longestOf({ soundTicks, overlapTicks }: Moment, key: Player | PlayerPair): number {
  return key === 'guitar1' || key === 'guitar2' || key === 'bass' ? soundTicks[key] : overlapTicks[key];
}
