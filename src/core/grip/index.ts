/**
 * grip: what one fretting hand can hold at one moment, how, and what it sounds.
 * Not here: rhythm (hits) and judgement of several players (clash). Start with grip.ts, then enumerate.ts.
 */
export {
  formatGrip,
  gripNotes,
  gripPitches,
  handFret,
  missingFret,
  parseGrip,
  sameGrip,
  slideGrip,
  type Grip,
  type GripNote,
} from './grip';
export {
  FINGER_PAIRS,
  HAND_SIZES,
  HANDS,
  ownLimits,
  stretchedHand,
  SPREAD_RANGE_MM,
  type FingerPair,
  type Hand,
  type HandSize,
} from './hand';
export { CARD_MM, handFromSpread, handMeasured } from './measure';
export { holdGrip, holdWithin, type Hold, type ReachGrade } from './hold';
export {
  fitsFingering,
  formatFingering,
  parseFingering,
  type Finger,
  type Fingering,
  type Press,
} from './fingering';
export { fingeringsOf } from './fingerings';
export { ringsOn, stopsOf, stopWords, type RingingString, type Stop } from './stops';
export { crossingOf, type Crossing } from './crossing';
export { bitCount, deviceOf, deviceWords, DEVICES, type Device } from './device';
export { moveWords, shiftBetween, shiftSeconds, wayBetween, type Shift, type Way } from './effort';
export { knowGrip, type KnownGrip } from './known';
export { enumerateGrips } from './enumerate';
export { NEIGHBOUR_WORDS, neighboursOf, type Neighbour, type NeighbourKind } from './neighbours';
export { isUsualShape } from './usual';
export { refret } from './refret';
export { rankOf } from './rank';
