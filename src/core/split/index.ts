/**
 * split: what a plan wants of hands, as choices and costs, and the best that is possible around whatever is locked.
 * It proposes; only an edit changes the song. How the best is found and proven is the solver's; what else could be
 * played is the offers' room. Start with plan.ts and plans.ts (what is wanted), own-costs.ts, pair-costs.ts, together.ts
 * and step-costs.ts (what costs what), then slots.ts and problem.ts.
 */
export { DEFAULT_PLAN, type Plan, type Role } from './plan';
export { PLANS } from './plans';
export { drivenIn, planOf } from './plan-of';
export { tunedPlan } from './tune';
export { changesOf, splitSong, type SplitOptions, type SplitTarget } from './split';
export { warmUp } from './warm';
export {
  editOf,
  filledWords,
  finish,
  reopening,
  type Hands,
  type Proposal,
  type SplitProgress,
  type SplitWork,
} from './proposal';
export { problemInSteps, problemOf, type Scope, type SplitProblem } from './problem';
export { addressOf, type Slot } from './slots';
export { seatsOf, type Seat, type Seats } from './seat';
export { classesOf, REST, type Candidate } from './candidate';
export { allCandidates, cellOf, fixedCandidate } from './vocabulary';
export { addCosts, sumOf, type CostName, type Costs } from './costs';
export { ownCosts, ownPoints } from './own-costs';
export { pairCosts } from './pair-costs';
export { namedTones, togetherCosts, type Named } from './together';
export { wayCosts } from './step-costs';
export { reasonFor } from './explain';
export { handChanges, handCostsOf, handProblem, type HandProblem, type HandSlot } from './right/hands';
export { handReason } from './right/hand-words';
export type { HandOption } from './right/option';
export { eighthsIn, TAILS, type Tail } from './right/figures';
