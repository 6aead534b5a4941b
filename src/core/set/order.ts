import { PLAYERS } from '../form/index';
import { openStrings } from '../instrument/index';
import { turningsBetween, type Tuned } from './turning';

/** What an order asks of the hands between songs; compared one after the other. */
export interface TurningCost {
  /** Instruments that are turned, over all neighbours. */
  readonly instruments: number;
  readonly strings: number;
  /** Capos that are moved. */
  readonly capos: number;
}

/** Songs put in order, and what that asks of the hands. */
export interface SetOrder {
  /** Places of the songs in the list that was given, in their new order. */
  readonly order: readonly number[];
  readonly cost: TurningCost;
  /** Whether no other order asks for less. */
  readonly proven: boolean;
}

/** So many different rigs are put in order by looking at every order (2^n n² steps); more are put nearest to nearest. */
const MOST_PROVEN = 15;
/** One more instrument weighs more than any strings and capos of a set, one more string more than any capos. */
const INSTRUMENT = 1_000_000;
const STRING = 1000;

/** What an order of songs asks for. */
export function turningCost(songs: readonly Tuned[]): TurningCost {
  let [instruments, strings, capos] = [0, 0, 0];
  for (const [i, song] of songs.slice(1).entries()) {
    for (const turning of turningsBetween(songs[i]!, song)) {
      // Another instrument is taken up without turning a peg, but it is a change.
      if (turning.strings === null || turning.strings.length > 0) instruments += 1;
      strings += turning.strings?.length ?? 0;
      if (turning.capo !== null) capos += 1;
    }
  }
  return { instruments, strings, capos };
}

/**
 * The order with the fewest instruments turned, of those with the fewest strings, then capos. `first` and `last`: songs
 * (places in the list) that keep the beginning and the end. Of orders that ask for as little, the one nearest to the list
 * as it is. Exact up to fifteen different rigs: turning is a distance, so songs that are tuned alike stand together in
 * some best order, and the rigs are few; put in order by dynamic programming over sets of rigs
 * (Held & Karp, J. SIAM 10 (1962) 196).
 */
export function leastTurning(
  songs: readonly Tuned[],
  { first = null, last = null }: { readonly first?: number | null; readonly last?: number | null } = {},
): SetOrder {
  const free = songs.map((_, i) => i).filter((i) => i !== first && i !== last);
  const groups = alike(songs, free);
  const rigs = groups.map((group) => songs[group[0]!]!);
  const between = (a: Tuned | null, b: Tuned | null) => (a && b ? weight(turningCost([a, b])) : 0);
  const ends = {
    from: rigs.map((rig) => between(first === null ? null : songs[first]!, rig)),
    to: rigs.map((rig) => between(rig, last === null || last === first ? null : songs[last]!)),
  };
  const table = rigs.map((a) => rigs.map((b) => between(a, b)));
  const proven = rigs.length <= MOST_PROVEN;
  const path = proven ? cheapest(table, ends) : nearest(table, ends);
  const middle = path.flatMap((group) => groups[group]!);
  const order = [
    ...(first === null ? [] : [first]),
    ...middle,
    ...(last === null || last === first ? [] : [last]),
  ];
  return { order, cost: turningCost(order.map((i) => songs[i]!)), proven };
}

function weight({ instruments, strings, capos }: TurningCost): number {
  return INSTRUMENT * instruments + STRING * strings + capos;
}

/** Songs with the same strings and capos, in the order in which the first of them comes. */
function alike(songs: readonly Tuned[], places: readonly number[]): readonly (readonly number[])[] {
  const groups = new Map<string, number[]>();
  for (const place of places) {
    const { players } = songs[place]!;
    const key = PLAYERS.map((p) => `${openStrings(players[p]).join()}/${players[p].capo}`).join(' ');
    const group = groups.get(key);
    if (group) group.push(place);
    else groups.set(key, [place]);
  }
  return [...groups.values()];
}

interface Ends {
  readonly from: readonly number[];
  readonly to: readonly number[];
}

/** The cheapest way through all, of equal ones the one that takes the earlier rig first. */
function cheapest(table: readonly (readonly number[])[], { from, to }: Ends): readonly number[] {
  const n = table.length;
  if (n === 0) return [];
  const all = 2 ** n;
  /** What is still to be paid from rig `at` when `done` (bits) are played. */
  const left = new Float64Array(all * n).fill(Infinity);
  for (let done = all - 1; done > 0; done -= 1) {
    for (let at = 0; at < n; at += 1) {
      if (!(done & (1 << at))) continue;
      let best = done === all - 1 ? to[at]! : Infinity;
      for (let next = 0; next < n; next += 1) {
        if (done & (1 << next)) continue;
        best = Math.min(best, table[at]![next]! + left[(done | (1 << next)) * n + next]!);
      }
      left[done * n + at] = best;
    }
  }
  const path: number[] = [];
  let done = 0;
  for (let step = 0; step < n; step += 1) {
    const at = path.at(-1);
    const paid = (next: number) =>
      (at === undefined ? from[next]! : table[at]![next]!) + left[(done | (1 << next)) * n + next]!;
    let best = -1;
    for (let next = 0; next < n; next += 1)
      if (!(done & (1 << next)) && (best < 0 || paid(next) < paid(best))) best = next;
    path.push(best);
    done |= 1 << best;
  }
  return path;
}

/** From each rig to the nearest one left: for more rigs than any evening has. */
function nearest(table: readonly (readonly number[])[], { from }: Ends): readonly number[] {
  const left = new Set(table.keys());
  const path: number[] = [];
  while (left.size > 0) {
    const costs = path.length === 0 ? from : table[path.at(-1)!]!;
    const next = [...left].reduce((a, b) => (costs[b]! < costs[a]! ? b : a));
    path.push(next);
    left.delete(next);
  }
  return path;
}
