/**
 * heard: a song as strings, drums and a hum in time, made of the same strokes, stops and rings that are judged (clash), for
 * the renderer of sound. It makes no sound itself. Start with hear.ts, then player-strings.ts and line-sound.ts.
 */
export { hear, TEMPO_SHARES, type Apart, type Heard, type HeardPlace, type Hearing } from './hear';
export { plannedPart, type PlannedPart, type PlannedStroke } from './planned';
export { bandsOf, type Bands } from './bands';
export { momentTicks, spanOfBars, spansFrom, spansOfJoin, spansOfPlaying, type Span } from './span';
