/**
 * score: what is played as it is written down: notes with strings, frets and values, bar by bar, with repeats and endings.
 * Everything comes from the strokes that are judged and heard. Start with strokes.ts, then measures.ts.
 */
export { playedBars, type PlayedBar } from './played-bars';
export { playedStrokes, type NoteReach, type PlayedNote, type PlayedStroke } from './strokes';
export {
  rhythmOf,
  ticksOf,
  type Group,
  type NoteValue,
  type Rhythm,
  type Stretch,
  type Written,
} from './rhythm';
export { measuresOf, type Measure, type ScoreNote } from './measures';
export { flowOf, writtenOut, type FlowBlock, type FlowPart } from './flow';
