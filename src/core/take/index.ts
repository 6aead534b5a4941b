/**
 * take: a recording of one player, laid against what was planned: which strikes are heard, which stroke each of them is, and
 * what may be said of it. Start with check-take.ts, then onsets.ts, align.ts, chords.ts, read-take.ts; mock-take.ts plays
 * for all of them.
 */
export { alignTake, type AlignedTake, type Match } from './align';
export { checkTake, halved, strikeTimes, type CheckedTake, type TakeJob } from './check-take';
export { hearHolds, type HeardHold, type OtherNotes } from './chords';
export { demoTake, plantedFaults, type DemoTake, type Planted } from './demo-take';
export { mockTake, ROOMS, type Fault, type MockTake, type Room } from './mock-take';
export { hearTake, type HeardTake, type Onset } from './onsets';
export { readTake, type TakeLimit, type TakeReading } from './read-take';
export type { Remarked, TakeRemark } from './remark';
export { limitWords, NEVER_SAID, plantedWords, remarkWords } from './words';
