/**
 * split: choosing grips for open cells within a plan, and what else a player could do in a cell.
 * It proposes; only an edit changes the song. Start with plan.ts, problem.ts and solve.ts.
 */
export { DEFAULT_PLAN, PLANS, type Plan, type Role } from './plan';
export { finish, splitSong, type Proposal, type SplitWork } from './split';
export { alternativesFor, wordsFor, type Alternative, type CellChoice } from './alternatives';
export { curesFor, type Cure } from './cures';
export type { Effect } from './effect';
export { planOf } from './problem';
