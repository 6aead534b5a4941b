/**
 * line: riffs, runs and fills, note by note: what a bar holds instead of a grip with hits, how it is written, where the
 * hand is over it, and what a second part can be made of it. Not here: how it sounds with others (clash).
 * Start with line.ts, then text.ts.
 */
export {
  deadStrum,
  isDead,
  isSlurred,
  overtone,
  plainNote,
  plainStep,
  stepGrip,
  stepPitches,
  stepTrouble,
  withFittingFingers,
  type Bend,
  type Grace,
  type Line,
  type LineNote,
  type LineStep,
} from './line';
export { bendWords, formatLine, formatStep, parseLine, parseStep, type LineProblem } from './text';
export { lineHand, type LineHand, type LineMove } from './hand';
export { placeMelody } from './place';
export { costOfFretted, fretNotes, type Fretted, type PitchesAt } from './fret-notes';
export {
  HARMONIES,
  harmonyLine,
  movedLine,
  octaveDouble,
  scaleOf,
  scaleStepsOf,
  type Harmony,
} from './harmony';
export { bassRoots } from './roots';
