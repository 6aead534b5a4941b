/**
 * hits: the right hand. One bar of hits is a pattern of symbols dividing the bar evenly. What one
 * place can be is in place.ts, what people may write shorter in shorthand.ts. Start with pattern.ts.
 */
export { allowedPlaces } from './division';
export { hitsOf, MUTE_TICKS, parseHits, type Hit } from './pattern';
export {
  formatPlace,
  isGuess,
  isShort,
  isStrike,
  onStrings,
  placeOf,
  placesOf,
  soundsOn,
  sureOf,
  withoutStrings,
  withStrings,
  type Direction,
  type HitPart,
  type Place,
  type Technique,
} from './place';
export { type HitsProblem } from './shorthand';
export { divided, filled, symbolAt, withSymbol } from './change';
export { groupedHits, repeatedFigure } from './figure';
export { formatNamedPattern, parseNamedPattern, type NamedPattern } from './named';
export { complementOf } from './complement';
export { KEPT_UP_MS, strokesKeptUp } from './kept-up';
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
