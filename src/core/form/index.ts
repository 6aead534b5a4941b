/**
 * form: what a song is made of before anyone judges it: cells, bars, sections, passes and the played order.
 * Start with cell.ts, then section.ts.
 */
export {
  formatCell,
  leadText,
  offText,
  gripCell,
  regripped,
  isLocked,
  OPEN,
  parseCell,
  PLAYER_WORDS,
  PLAYERS,
  type Cell,
  type ChordMove,
  type ChordSlur,
  type OtherCell,
  type PlacedCell,
  type Player,
  type Push,
} from './cell';
export {
  asPlayed,
  barsOnPass,
  differingBars,
  differingPasses,
  isOnPass,
  openBar,
  openCells,
  variantAt,
  withLine,
  writtenBars,
  type Beside,
  type BesidePart,
  type OwnVariant,
  type Bar,
  type BarPatch,
  type FormEntry,
  type PlacedChord,
  type Section,
  type SectionHand,
  type Variant,
} from './section';
export { cellsWithLine, isStep, leavesRoom, lineCells, ownCells } from './line-bar';
export { sayableOwn, sayableSection, sectionNameTrouble } from './sayable';
export { MOST_PLACES } from './sayable-bar';
export {
  combinedSounds,
  combinedUse,
  formatNamedSound,
  formatSoundUse,
  parseGain,
  parseNamedSound,
  parseSoundUse,
  saidSounds,
  soundNameTrouble,
  soundTrouble,
  TONES,
  type NamedSound,
  type Sounds,
  type SoundUse,
  type ToneWord,
} from './sound';
export { formatWish, parseWish, type Wish } from './wish';
export { isPlan, PLAN_NAMES, type PlanName } from './plan-name';
export {
  formatNamedPlan,
  formatTune,
  parseNamedPlan,
  parseTune,
  type NamedPlan,
  type PlanTune,
} from './plan-tune';
export { formatLike, parseLike, type Like } from './like';
export { cleanComments, MAX_NOTE_CHARACTERS, type Comment } from './comment';
export { cleanRemark, saidRemarks, type Remarks } from './remark';
export { formatPickup, parsePickup } from './pickup';
export { guessedVoice, isSung, isVoiceGuess, parseVoice, sungMarks, VOICE_PATTERN } from './voice';
