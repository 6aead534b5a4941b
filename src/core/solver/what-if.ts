import { agree, only } from './agree';
import { NTHS, type Chain, type Nth, type Option } from './chain';
import { Lattice, type Kept } from './lattice';
import type { Solution } from './solve';

/** An option that could stand in a stage, and the best choice with it. */
export interface WhatIf<T extends Option> {
  readonly option: T;
  /** Points of the best choice with it against the best there is: 0 for the best. */
  readonly regret: number;
  readonly chosen: Solution<T>['chosen'];
}

/**
 * What else a lane could have in a stage when everything else may follow, in the order of the exact cost of the best
 * choice with it: only what costs at most `slack` more than the best, which must be no more than the solution was asked
 * for. Empty where the proof did not close. The stage must not be a held one.
 */
export function* whatIfs<T extends Option>(
  chain: Chain<T>,
  solution: Solution<T>,
  at: { stage: number; lane: Nth; slack: number; most: number },
): Generator<undefined, readonly WhatIf<T>[]> {
  const { given, cost } = solution;
  if (solution.kept === null) return [];
  const { stage, lane, slack } = at;
  let ground = grounds.get(solution) as Known<T> | undefined;
  if (!ground) grounds.set(solution, (ground = yield* tightened(chain, solution, slack)));
  const { kept, lattice } = ground;
  const tie = chain.ties?.find((t) => t.lane === lane && t.stages.includes(stage));
  const stages = tie?.stages ?? [stage];
  const list = kept[stage]![lane].map((k, index) => ({ k, least: lattice.costWith(stage, lane, index) }))
    .filter(({ least }) => least <= cost + slack)
    .sort((a, b) => a.least - b.least || a.k - b.k);
  const found: (WhatIf<T> & { readonly k: number })[] = [];
  for (const { k, least } of list) {
    // What costs at least as much as the dearest of enough others is not among the first.
    const enough = found.length >= at.most ? found[at.most - 1]!.regret + cost : Infinity;
    if (least > enough) break;
    const { chosen, cost: with_ } = yield* agree(chain, only(kept, { lane, stages }, k), {
      upper: cost + slack + 1,
      given,
      most: MOST_NODES,
    });
    if (chosen === null) continue;
    found.push({ option: chain.stages[stage]!.choices[lane].options[k]!, k, regret: with_ - cost, chosen });
    found.sort((a, b) => a.regret - b.regret || a.k - b.k);
  }
  return found.slice(0, at.most);
}

/** Lattices for each answer: enough for sections, and a bound for whole songs. */
const MOST_NODES = 40;

/** What is asked again and again of one solution. */
interface Known<T extends Option> {
  readonly kept: Kept;
  readonly lattice: Lattice<T>;
}

const grounds = new WeakMap<object, unknown>();

/** Only what is in some choice that costs at most `slack` more than the best, as far as one lattice tells. */
function* tightened<T extends Option>(
  { stages, ties = [] }: Chain<T>,
  { kept, given, cost }: Solution<T>,
  slack: number,
): Generator<undefined, Known<T>> {
  const lattice = yield* Lattice.inSteps(stages, kept!, given);
  const tight = kept!.map((three, s) =>
    NTHS.map((lane) => three[lane].filter((_, i) => lattice.costWith(s, lane, i) <= cost + slack)),
  );
  for (const { lane, stages: tied } of ties) {
    const sets = tied.map((s) => new Set(tight[s]![lane]));
    for (const s of tied) tight[s]![lane] = tight[s]![lane]!.filter((k) => sets.every((set) => set.has(k)));
  }
  // A lane that holds on has what it had.
  stages.forEach(({ held }, s) => {
    for (const lane of NTHS) if (held[lane]) tight[s]![lane] = tight[s - 1]![lane]!;
  });
  const list = tight as unknown as Kept;
  return { kept: list, lattice: yield* Lattice.inSteps(stages, list, given) };
}
