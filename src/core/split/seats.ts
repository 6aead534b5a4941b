import type { Candidate } from './candidate';
import type { Choices } from './problem';

/** A player's place among the three: guitar 1, guitar 2, bass. */
export type Nth = 0 | 1 | 2;
export type PerPlayer<T> = [T, T, T];
export const NTHS: readonly Nth[] = [0, 1, 2];
export const ZERO = new Float64Array(0);

/** One player in one slot: the candidates that take part, and what is known of them. */
export interface Seated {
  /** Active candidates, as indices into the choices. */
  readonly active: Int32Array;
  readonly candidates: readonly Candidate[];
  readonly own: Float64Array;
  /** The class of each active candidate, and one candidate for each class. */
  readonly cls: Int32Array;
  readonly reps: readonly Candidate[];
  phi: Float64Array;
  forward: Float64Array;
  backward: Float64Array;
  marginal: Float64Array;
}

export const NOBODY: Seated = {
  active: new Int32Array(0),
  candidates: [],
  own: ZERO,
  cls: new Int32Array(0),
  reps: [],
  phi: ZERO,
  forward: ZERO,
  backward: ZERO,
  marginal: ZERO,
};

/** The candidates of a seat without what is known of them; the same object where the same choices stand. */
export type Active = Pick<Seated, 'active' | 'candidates' | 'cls' | 'reps'>;

/** Candidates that cost at most `reach` more than the cheapest by themselves. */
export function cheap(points: readonly number[], reach: number): number[] {
  let least = Infinity;
  for (const v of points) if (v < least) least = v;
  return points.flatMap((v, k) => (v <= least + reach ? [k] : []));
}

export function activeOf({ candidates }: Choices, indices: readonly number[]): Active {
  const classes = new Map<string, number>();
  const reps: Candidate[] = [];
  const list = indices.map((k) => candidates[k]!);
  const cls = Int32Array.from(list, (c) => {
    const key = c.sound;
    let id = classes.get(key);
    if (id === undefined) {
      classes.set(key, (id = reps.length));
      reps.push(c);
    }
    return id;
  });
  return { active: Int32Array.from(indices), candidates: list, cls, reps };
}

export function seated(active: Active, { points }: Choices): Seated {
  return {
    ...active,
    own: Float64Array.from(active.active, (k) => points[k]!),
    phi: new Float64Array(active.reps.length),
    forward: ZERO,
    backward: ZERO,
    marginal: ZERO,
  };
}

/** A seat with only some of its candidates; potentials stay. */
export function thinned(seat: Seated, keep: readonly boolean[], choices: Choices): Seated {
  const stays = Array.from(seat.active).filter((_, i) => keep[i]);
  const active = activeOf(choices, stays);
  const phiOf = new Map(seat.reps.map((rep, c) => [rep.sound, seat.phi[c]!]));
  return {
    ...seated(active, choices),
    phi: Float64Array.from(active.reps, (rep) => phiOf.get(rep.sound)!),
    marginal: seat.marginal.filter((_, i) => keep[i]),
  };
}

/** The least of some values; Infinity for none. */
export function leastOf(values: Float64Array): number {
  let best = Infinity;
  for (const v of values) if (v < best) best = v;
  return best;
}

/** Where the least value stands, the first of equals. */
export function argLeast(values: Float64Array): number {
  let best = 0;
  for (let i = 1; i < values.length; i += 1) if (values[i]! < values[best]!) best = i;
  return best;
}
