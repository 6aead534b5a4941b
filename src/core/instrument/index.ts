/**
 * instrument: strings, tunings, capo and true fret positions. Hands come in the grip room.
 * Start with instrument.ts.
 */
export {
  BASS_SCALE_MM,
  defaultBass,
  defaultGuitar,
  FIVE_STRING_BASS,
  FRETS_RANGE,
  GUITAR_SCALE_MM,
  openStrings,
  SCALE_RANGE_MM,
  usableFrets,
  type Fret,
  type Instrument,
  type Millimetres,
} from './instrument';
export { formatTuning, parseTuning, retuned, tunedBy, tuningWords } from './tuning';
export { fretMm, spanMm } from './neck';
export { powerShape, powerShapeWords, turnedStrings, type TurnedString } from './tuning-change';
