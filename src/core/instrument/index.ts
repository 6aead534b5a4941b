/**
 * instrument: strings, tunings, capo and true fret positions. Hands come in the grip room.
 * Start with instrument.ts.
 */
export {
  BASS_SCALE_MM,
  defaultBass,
  defaultGuitar,
  formatTuning,
  FRETS_RANGE,
  GUITAR_SCALE_MM,
  openStrings,
  parseTuning,
  SCALE_RANGE_MM,
  retuned,
  tunedBy,
  tuningWords,
  usableFrets,
  type Fret,
  type Instrument,
  type Millimetres,
} from './instrument';
export { fretMm, spanMm } from './neck';
