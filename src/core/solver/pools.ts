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
  readonly #pools: (Pool | null)[];

  constructor(ties: readonly Tie[]) {
    this.#ties = ties;
    this.#pools = ties.map(() => null);
    for (const [tie, { lane, stages }] of ties.entries()) {
      stages.forEach((s, nth) => this.#at.set(`${s} ${lane}`, { tie, nth }));
    }
  }

  /** Gives a stage what is under way to it, and takes on what it can spare. Works on `own` and `given`. */
  agree(seats: PerLane<Seated<T>>, s: number, way: 'forward' | 'back'): void {
    for (const lane of [0, 1, 2] as const) {
      const place = this.#at.get(`${s} ${lane}`);
      if (!place) continue;
      const { stages } = this.#ties[place.tie]!;
      const seat = seats[lane];
      take(this.#pools[place.tie] ?? null, seat);
      const left = way === 'forward' ? stages.length - 1 - place.nth : place.nth;
      this.#pools[place.tie] = left === 0 ? null : spare(seat, left / (left + 1));
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

/** What is under way between two stages of a tie. */
interface Pool {
  /** Options, as indices into the choices. */
  readonly active: Int32Array;
  readonly points: Float64Array;
}

function take<T extends Option>(pool: Pool | null, { active, own, given }: Seated<T>): void {
  if (pool === null) return;
  const isSame = pool.active === active || sameList(pool.active, active);
  const at = isSame ? null : new Map(Array.from(pool.active, (k, i) => [k, i]));
  for (let i = 0; i < active.length; i += 1) {
    const from = at === null ? i : at.get(active[i]!);
    if (from === undefined) continue;
    own[i]! += pool.points[from]!;
    given[i]! += pool.points[from]!;
  }
}

/** Takes on a share of what each option costs more than the best. */
function spare<T extends Option>(seat: Seated<T>, share: number): Pool {
  const { active, own, given, phi, cls, forward, backward } = seat;
  const points = new Float64Array(active.length);
  let least = Infinity;
  for (let i = 0; i < points.length; i += 1) {
    const whole = own[i]! + phi[cls[i]!]! + forward[i]! + backward[i]!;
    points[i] = whole;
    if (whole < least) least = whole;
  }
  for (let i = 0; i < points.length; i += 1) {
    const spared = Math.floor(share * (points[i]! - least));
    points[i] = spared > 0 && spared <= MOST_SPARED ? spared : 0;
    own[i]! -= points[i]!;
    given[i]! -= points[i]!;
  }
  return { active, points };
}

function sameList(a: Int32Array, b: Int32Array): boolean {
  return a.length === b.length && a.every((k, i) => k === b[i]);
}
