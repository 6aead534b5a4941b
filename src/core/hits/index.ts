/**
 * hits: the right hand. One bar of hits is a pattern of symbols dividing the bar evenly. Start with pattern.ts.
 */
export { allowedPlaces, hitsOf, MUTE_TICKS, parseHits, type Hit, type HitsProblem } from './pattern';
export { filled, isStrike, symbolAt, withSymbol } from './change';
