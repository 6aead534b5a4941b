import type { Choices, Option } from './chain';

export const ZERO = new Float64Array(0);

/** One lane in one stage: the options that take part, and what is known of them. */
export interface Seated<T extends Option> {
  /** Active options, as indices into the choices. */
  readonly active: Int32Array;
  readonly options: readonly T[];
  /** Points by themselves, with what the stages a lane is tied over have given each other: that sums up to nothing. */
  readonly own: Float64Array;
  readonly given: Float64Array;
  /** The class of each active option, and one option for each class. */
  readonly cls: Int32Array;
  readonly reps: readonly T[];
  phi: Float64Array;
  forward: Float64Array;
  backward: Float64Array;
  marginal: Float64Array;
}

export const NOBODY: Seated<never> = {
  active: new Int32Array(0),
  options: [],
  own: ZERO,
  given: ZERO,
  cls: new Int32Array(0),
  reps: [],
  phi: ZERO,
  forward: ZERO,
  backward: ZERO,
  marginal: ZERO,
};

/** The options of a seat without what is known of them; the same object where the same choices stand. */
export type Active<T extends Option> = Pick<Seated<T>, 'active' | 'options' | 'cls' | 'reps'>;

/** Options that cost at most `reach` more than the cheapest by themselves. */
export function cheap(points: readonly number[], reach: number): number[] {
  const least = points.reduce((a, b) => Math.min(a, b), Infinity);
  return points.flatMap((v, k) => (v <= least + reach ? [k] : []));
}

/** The options of these indices, with the classes of those that are alike. */
export function activeOf<T extends Option>({ options }: Choices<T>, indices: readonly number[]): Active<T> {
  const classes = new Map<number, number>();
  const reps: T[] = [];
  const list = indices.map((k) => options[k]!);
  const cls = Int32Array.from(list, (option) => {
    let id = classes.get(option.alike);
    if (id === undefined) {
      classes.set(option.alike, (id = reps.length));
      reps.push(option);
    }
    return id;
  });
  return { active: Int32Array.from(indices), options: list, cls, reps };
}

/** A seat of these options with their points (and what tied stages gave), nothing else known of it. */
export function seated<T extends Option>(
  active: Active<T>,
  { points }: Choices<T>,
  given: Float64Array = new Float64Array(active.active.length),
): Seated<T> {
  return {
    ...active,
    own: Float64Array.from(active.active, (k, i) => points[k]! + given[i]!),
    given,
    phi: new Float64Array(active.reps.length),
    forward: ZERO,
    backward: ZERO,
    marginal: ZERO,
  };
}

/** A seat with only some of its options; potentials stay. */
export function thinned<T extends Option>(
  seat: Seated<T>,
  keep: readonly boolean[],
  choices: Choices<T>,
): Seated<T> {
  const stays = Array.from(seat.active).filter((_, i) => keep[i]);
  const active = activeOf(choices, stays);
  const phiOf = new Map(seat.reps.map((rep, c) => [rep.alike, seat.phi[c]!]));
  return {
    ...seated(
      active,
      choices,
      seat.given.filter((_, i) => keep[i]),
    ),
    phi: Float64Array.from(active.reps, (rep) => phiOf.get(rep.alike)!),
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
