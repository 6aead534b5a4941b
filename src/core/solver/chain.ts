/** A lane's place among the three that are solved together. */
export type Nth = 0 | 1 | 2;
/** One for each lane, in order. */
export type PerLane<T> = [T, T, T];
export const NTHS: readonly Nth[] = [0, 1, 2];

/** What a lane may be given in a stage. The solver knows it by these three and nothing else. */
export interface Option {
  /** The same for options that cost the same together with whatever the other lanes have. */
  readonly alike: number;
  /** A small integer from 0: `Steps.kinds` knows what a step costs at least from kind to kind. */
  readonly kind: number;
  /** Steps between options of the same id cost nothing. */
  readonly id: number;
}

/** Everything a lane may be given in a stage, each with what it costs by itself (integers). */
export interface Choices<T extends Option> {
  readonly options: readonly T[];
  readonly points: readonly number[];
}

/** Options of the three lanes in one stage. */
export type Three<T> = readonly [readonly T[], readonly T[], readonly T[]];

/**
 * What three options cost together in a stage: integers from 0, for every combination, index (a·B + b)·C + c, as a new
 * table each time. Stages that cost the same together share one object; tables are kept by it.
 */
export interface Joint<T extends Option> {
  readonly table: (three: Three<T>) => Float64Array;
}

/**
 * What a lane's step into a stage costs: integers from 0, nothing between options of the same id. `kinds` is a lower
 * bound, row by row of the kind it comes from, 0 from a kind to itself; all steps of a chain know the same kinds. Equal
 * steps share one object.
 */
export interface Steps<T extends Option> {
  readonly between: (from: T, to: T) => number;
  /** The same many at a time, row by row of where they come from; left out where that is no quicker. */
  readonly table?: (from: readonly T[], to: readonly T[]) => Float64Array;
  readonly kinds: Float64Array;
}

/** One stage of the chain. */
export interface Stage<T extends Option> {
  readonly choices: Readonly<PerLane<Choices<T>>>;
  /** True where a lane goes on with what it had in the stage before: then the same option (index) must stand. */
  readonly held: Readonly<PerLane<boolean>>;
  readonly joint: Joint<T>;
  /** Of each lane from the stage before; null where it is free. */
  readonly steps: Readonly<PerLane<Steps<T> | null>>;
}

/** One lane that must have the same option in several stages. */
export interface Tie {
  readonly lane: Nth;
  /** Two or more stages in order, none of them held there; their choices have one and the same list of options. */
  readonly stages: readonly number[];
}

/** Three coupled chains of stages, and where a lane must agree with itself. */
export interface Chain<T extends Option> {
  readonly stages: readonly Stage<T>[];
  readonly ties?: readonly Tie[];
}

/** Stands for "cannot be": greater than any cost of a whole chain, small enough to be added twice. */
export const NEVER = 1e9;

/** How many kinds a table of steps knows. */
export function kindsOf<T extends Option>(steps: Steps<T>): number {
  return Math.round(Math.sqrt(steps.kinds.length));
}

/** Points of one step of one lane: `NEVER` where a held option would change. */
export function stepInto<T extends Option>(stage: Stage<T>, lane: Nth, [from, to]: readonly [T, T]): number {
  if (stage.held[lane]) return from === to ? 0 : NEVER;
  return stage.steps[lane]?.between(from, to) ?? 0;
}

/** Points of a whole choice by the plain definition, with no table and no shortcut. */
export function costOf<T extends Option>(
  stages: readonly Stage<T>[],
  chosen: readonly (readonly [T, T, T])[],
): number {
  let cost = 0;
  stages.forEach((stage, s) => {
    const three = chosen[s]!;
    cost += stage.joint.table([[three[0]], [three[1]], [three[2]]])[0]!;
    for (const lane of NTHS) {
      const { options, points } = stage.choices[lane];
      cost += points[options.indexOf(three[lane])]!;
      if (s > 0) cost += stepInto(stage, lane, [chosen[s - 1]![lane], three[lane]]);
    }
  });
  return cost;
}
