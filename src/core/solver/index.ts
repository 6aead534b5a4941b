/**
 * solver: the cheapest choice of one option a stage for each of three lanes, proven. Knows numbers and keys alone: what
 * the options are, and why they cost, is said elsewhere. Start with chain.ts (what is solved), then solve.ts (how);
 * dual.ts is the bound, price.ts what was left out, lattice.ts the exact step, agree.ts lanes that must agree with
 * themselves.
 */
export {
  costOf,
  NTHS,
  type Chain,
  type Choices,
  type Joint,
  type Nth,
  type Option,
  type PerLane,
  type Stage,
  type Steps,
  type Three,
  type Tie,
} from './chain';
export { roughly, solve, type Progress, type Solution, type SolveOptions } from './solve';
export { whatIfs, type WhatIf } from './what-if';
