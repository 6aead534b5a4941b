/**
 * hits: the right hand. One bar of hits is a pattern of symbols dividing the bar evenly. Start with pattern.ts.
 */
export {
  allowedPlaces,
  hitsOf,
  MUTE_TICKS,
  parseHits,
  placesOf,
  type Direction,
  type Hit,
  type HitsProblem,
} from './pattern';
export { divided, filled, isStrike, symbolAt, withSymbol } from './change';
export { complementOf } from './complement';
export { STARTING_PATTERNS, type StartingPattern } from './starting';
export {
  directionAt,
  DOWNS_A_SECOND,
  DOWNS_RANGE,
  downsWords,
  fastestDowns,
  handDivision,
  STROKE_WAYS,
  type DownRun,
  type StrokeWay,
} from './strokes';
