/**
 * take: a recording of one player, laid against what was planned: which strikes are heard, and which stroke each of them is.
 * What may be said of a take is not here yet. Start with onsets.ts, then align.ts; mock-take.ts plays for both.
 */
export { alignTake, type AlignedTake, type Match } from './align';
export { mockTake, ROOMS, type Fault, type MockTake, type Room } from './mock-take';
export { readTake, type Remarked, type TakeLimit, type TakeReading, type TakeRemark } from './read-take';
export type { OtherNotes } from './chords';
export { hearTake, type HeardTake, type Onset } from './onsets';
