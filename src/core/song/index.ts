/**
 * song: the document, its edits, its saved form, and what stands where in time.
 * Judgement is in clash; choosing is in split. Start with song.ts, then edit.ts and moments.ts.
 */
export {
  beforePickup,
  besideChart,
  besideWords,
  countOpen,
  DOWN_RANGE,
  emptySong,
  entryLength,
  FINDING_KINDS,
  keyShift,
  materialOf,
  occurrenceAt,
  meterOf,
  inPlayedOrder,
  sectionKey,
  sectionNamed,
  sectionsByName,
  songKey,
  songLength,
  USUAL_HANDS,
  type FindingKind,
  type KeptFinding,
  type Material,
  type Rig,
  type Song,
  type Version,
  type VoiceRange,
} from './song';
export { applyEdit } from './apply-edit';
export type { Edit } from './edit';
export { chordInto } from './edit-chords';
export type { RemarkChange } from './edit-notes';
export type { BarsChange, HeadChange } from './edit-sections';
export { barAt, cellAt } from './where-written';
export {
  firstDifference,
  followerIn,
  forEveryPass,
  inPlaying,
  onlyHere,
  passDifference,
  type FirstDifference,
} from './pass-scope';
export type {
  CellAddress,
  CellChange,
  HitsChange,
  LineChange,
  SoundChange,
  OnPass,
  PartChange,
  PushChange,
  VoiceChange,
} from './address';
export { keyBetween, keyMove, type KeyBetween, type KeyMove } from './key-move';
export { compareSongs, type Difference } from './compare';
export { backTo, decisionOf, partWords, takenBack, withDecision } from './decide';
export {
  DECISION_KINDS,
  isDay,
  MINUTES_RANGE,
  MOST_LOG_CHARACTERS,
  type Decision,
  type DecisionKind,
  type Failure,
  type LogChange,
  type Reached,
  type Rehearsal,
  type SongLog,
  type WrittenPart,
} from './log';
export { cellPitches } from './cell-pitches';
export { fastestRun, rightHand, strokeWay, type RightHandPart, type Stroke } from './right-hand';
export { patternIn, pickedString, strikesOf, strikesString, type Strike, type Strikes } from './strikes';
export {
  momentIndexAt,
  momentsOf,
  type CellPlace,
  type Moment,
  type PlayerPair,
  type Touch,
} from './moments';
export type { SongPlace } from './place';
export { bandTuning, meantAsFretted, namedAsFretted, namedAsSounding } from './names-as';
export { likeTrouble, withFollowers } from './likes';
export { loudestSounds, loudMaterial } from './loudest';
export { rigIn, soundNameIn, soundWords, type SoundPlace } from './rig-in';
export { unfold, type Playing } from './unfold';
export { saveSong, SONG_VERSION, type SavedSong } from './saved';
export { MOST_CHARACTERS, readSong } from './read-saved';
export { validateStorable } from './storable';
export { mergeSongs, type MergeClash, type Merged, type Side } from './merge';
export { cleanReason, cleanTitle, freeName, joinNamed } from './names';
export { takenIn, takesPart, type TakeIn } from './take-in';
export { refitSong, type Misfit, type Refit, type Refitted } from './refit';
