/**
 * song: the document, its edits, its saved form, and what stands where in time.
 * Judgement is in clash; choosing is in split. Start with song.ts, then edit.ts and moments.ts.
 */
export {
  countOpen,
  emptySong,
  FINDING_KINDS,
  keyShift,
  sectionNamed,
  songKey,
  songLength,
  type FindingKind,
  type KeptFinding,
  type Rig,
  type Song,
  type VoiceRange,
} from './song';
export {
  applyEdit,
  cellAt,
  type CellAddress,
  type CellChange,
  type Edit,
  type HitsChange,
  type PushChange,
} from './edit';
export { patternIn, strikesOf, type Strike, type Strikes } from './strikes';
export { momentsOf, type CellPlace, type Moment, type PlayerPair } from './moments';
export { unfold, type Playing } from './unfold';
export { readSong, saveSong, SONG_VERSION, type SavedSong } from './saved';
export { refitSong, type Misfit, type Refit, type Refitted } from './refit';
