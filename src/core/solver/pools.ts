import type { Option, PerLane, Tie } from './chain';
import type { Seated } from './seats';

/**
 * What makes a lane agree with itself over tied stages. Each stage spares what its options cost more than its best one
 * (the chain stays as cheap as it is) and gives a part of that to the next one: there the same options cost so much
 * more. What is given sums up to nothing over the stages of a tie, so a choice that agrees costs what it costs, and the
 * bound never falls.
 */
export class Pools<T extends Option> {
  readonly #ties: readonly Tie[];
  /** Ties by stage and lane, with the place of the stage in them. */
  readonly #at = new Map<string, { readonly tie: number; readonly nth: number }>();
  /** What is under way between two stages of each tie, by option. */
  readonly #pools: Map<number, number>[];

  constructor(ties: readonly Tie[]) {
    this.#ties = ties;
    this.#pools = ties.map(() => new Map());
    for (const [tie, { lane, stages }] of ties.entries()) {
      stages.forEach((s, nth) => this.#at.set(`${s} ${lane}`, { tie, nth }));
    }
  }

  /** Gives a stage what is under way to it, and takes on what it can spare. Works on `own` and `given`. */
  agree(seats: PerLane<Seated<T>>, s: number, way: 'forward' | 'back'): void {
    for (const lane of [0, 1, 2] as const) {
      const place = this.#at.get(`${s} ${lane}`);
      if (!place) continue;
      const pool = this.#pools[place.tie]!;
      const { stages } = this.#ties[place.tie]!;
      const seat = seats[lane];
      seat.active.forEach((k, i) => give(seat, i, pool.get(k) ?? 0));
      pool.clear();
      const left = way === 'forward' ? stages.length - 1 - place.nth : place.nth;
      if (left === 0) continue;
      const share = left / (left + 1);
      const whole = seat.own.map(
        (v, i) => v + seat.phi[seat.cls[i]!]! + seat.forward[i]! + seat.backward[i]!,
      );
      const least = Math.min(...whole);
      seat.active.forEach((k, i) => {
        const spared = Math.floor(share * (whole[i]! - least));
        if (!(spared > 0) || spared > MOST_SPARED) return;
        pool.set(k, spared);
        give(seat, i, -spared);
      });
    }
  }

  /** Tied stages take the same options in. */
  joinLists(lists: readonly PerLane<number[]>[]): void {
    for (const { lane, stages } of this.#ties) {
      const all = [...new Set(stages.flatMap((s) => lists[s]![lane]))];
      for (const s of stages) lists[s]![lane] = [...all];
    }
  }

  /** Tied stages keep only what all of them keep (null: everything). */
  keepCommon(kept: readonly (Set<number> | null)[][]): void {
    for (const { lane, stages } of this.#ties) {
      const sets = stages.flatMap((s) => kept[s]![lane] ?? []);
      const [first, ...others] = sets;
      if (!first) continue;
      const common = [...first].filter((k) => others.every((set) => set.has(k)));
      for (const s of stages) if (kept[s]![lane]) kept[s]![lane] = new Set(common);
    }
  }
}

/** More than this is "never": it is not passed on. */
const MOST_SPARED = 1e7;

function give<T extends Option>(seat: Seated<T>, i: number, points: number): void {
  seat.own[i]! += points;
  seat.given[i]! += points;
}
