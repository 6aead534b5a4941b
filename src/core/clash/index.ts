/**
 * clash: findings about what sounds together, in a bandmate's words. It never looks for what to play instead
 * (see split). Start with findings.ts; judge.ts says what is wrong with one moment, and push, flam, stop, ring, delay,
 * line and shift what is wrong over time. Every number is in thresholds.ts.
 */
export { keepingOf, type KeepReach } from './keeping';
export type { Finding } from './finding';
export { keptList, playingFindings, songFindings } from './findings';
export { causesOf, songCauses, type Cause } from './causes';
export { sceneAt } from './scene-at';
export {
  comesOutOf,
  connectionsOf,
  joinsOut,
  practiceOrder,
  timesOf,
  type Connection,
  type ConnectionEnd,
  type ConnectionPlace,
} from './connection';
export { judge } from './judge';
export type { Judgement } from './judgement';
export { handsTogether, type HandsTogether } from './right-hands';
export { overviewWords, sectionOverview, songWords } from './overview';
export { lengthShare } from './gain';
export { CLASH_FROM, NOTE_FROM, WATCH_FROM } from './thresholds';
export { nameIn, playersWords } from './words';
export { mudOf, type Mud } from './mud';
export { rubBetween, rubScore, type Rub } from './rub';
export { soundingParts, type Level, type Part, type Scene } from './scene';
export { energyOf, erbRate, overlap } from './separation';
export { stringsLeftIn, type StringsLeft } from './strings-left';
export type { StringLeft } from './ring';
