/**
 * split: choosing grips for open cells within a plan, and what else a player could do in a cell.
 * It proposes; only an edit changes the song. Start with plan.ts and candidate.ts (what costs what), then problem.ts
 * and solve.ts (how the best is found and proven: dual.ts is the bound, lattice.ts the exact step).
 */
export { DEFAULT_PLAN, PLANS, type Plan, type Role } from './plan';
export {
  finish,
  splitSong,
  type Proposal,
  type SplitProgress,
  type SplitTarget,
  type SplitWork,
} from './split';
export {
  alternativesFor,
  alternativesInSteps,
  wordsFor,
  type Alternative,
  type CellChoice,
} from './alternatives';
export { followersOf, followingFor, groundOf, type Following, type Ground } from './follow';
export { differentSplits, type Different } from './different';
export { curesFor, curesInSteps, type Cure } from './cures';
export { connectionCures } from './connection-cures';
export { foldGuitars, type Folded } from './fold';
export { tunedPlan } from './tune';
export { pushEdit } from './push-edit';
export { RightHands } from './right-hand';
export { effectOf, type Effect } from './effect';
export { drivenIn, planOf, problemOf, type Slot, type SplitProblem } from './problem';
export { solve, type Solution } from './solve';
export { hasThirdOf, pairPoints, sumOf, togetherCosts, wayPoints, type Candidate } from './candidate';
