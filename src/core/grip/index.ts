/**
 * grip: what one fretting hand can hold at one moment, how, and what it sounds.
 * Not here: rhythm (hits) and judgement of several players (clash). Start with grip.ts, then enumerate.ts.
 */
export {
  formatGrip,
  gripNotes,
  gripPitches,
  missingFret,
  parseGrip,
  sameGrip,
  slideGrip,
  type Grip,
  type GripNote,
} from './grip';
export { HANDS, type Hand } from './hand';
export { holdGrip, type Finger, type Hold, type Press } from './hold';
export { stopWords, type Stop } from './stops';
export { deviceOf, deviceWords, type Device } from './device';
export { handFret, shiftBetween, type Shift } from './effort';
export { enumerateGrips, knowGrip, type KnownGrip } from './enumerate';
export { refret } from './refret';
export { rankOf } from './rank';
