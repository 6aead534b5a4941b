/**
 * store: the open song, its history and selection, the shelf, and storage behind a small port.
 * It computes nothing about music (core) and draws nothing (screens). Start with desk.ts and storage.ts.
 */
export { createDeeds, type Deed, type Deeds } from './deeds';
export { createDesk } from './desk';
export type { Desk, DeskPorts, DeskState, Job, OpenTrouble, SavingState, Selection } from './desk-state';
export { createDexieStorage } from './dexie-storage';
export { createMemoryStorage } from './memory-storage';
export { fileTrouble, readImport, type Imported } from './import';
export { BIN_DAYS, daysLeft, freeTitle, readBin, renameSong, storageWords } from './shelf';
export { addSong, readShelf, shelfEntry, type ShelfEntry } from './shelf-songs';
export {
  StorageProblem,
  type BinnedSong,
  type PutOutcome,
  type SetList,
  type SongCard,
  type SongFace,
  type SongStorage,
  type StoredSong,
} from './storage';
export {
  createTakeStorage,
  fromWhole,
  toWhole,
  type KeptTake,
  type TakeNote,
  type TakeStorage,
} from './takes';
