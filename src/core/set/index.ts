/**
 * set: songs one after the other on an evening: what has to be turned between them, and in which order least.
 * Start with turning.ts.
 */
export { turningsBetween, turningWords, type Turning } from './turning';
export { leastTurning, turningCost, type SetOrder, type TurningCost } from './order';
export { soundsOf } from './sounds';
