/**
 * pitch: notes, keys, spelling, chord symbols and what sounding notes are called.
 * No strings or frets here (see instrument). Start with midi.ts, then chord.ts.
 */
export {
  frequencyHz,
  midi,
  parseNote,
  parseRange,
  pitchClass,
  pitchClassOf,
  type Midi,
  type PitchClass,
} from './midi';
export {
  DEFAULT_KEY,
  ALL_KEYS,
  moveKey,
  noteName,
  parseKey,
  pretty,
  spell,
  tonicOf,
  withOctave,
  type Key,
} from './key';
export {
  belongs,
  fifthOf,
  hasThird,
  isNoChord,
  moveChord,
  parseChord,
  thirdOf,
  toneName,
  type ChordSymbol,
  type ChordTone,
} from './chord';
export { nameNotes, spokenNames, type ChordName } from './name-chord';
export { chordsOfKey, degreesOfKey, type DegreeChord } from './key-chords';
export { guessKey } from './guess-key';
export { intervalWords } from './interval';
