/**
 * store: the open song, its history and selection, the shelf, and storage behind a small port.
 * It computes nothing about music (core) and draws nothing (screens). Start with desk.ts and storage.ts.
 */
export { createDesk, type Desk, type DeskState, type Job, type SavingState, type Selection } from './desk';
export { createDexieStorage } from './dexie-storage';
export { createMemoryStorage } from './memory-storage';
export {
  addSong,
  freeTitle,
  newSong,
  readImport,
  readShelf,
  restoreSong,
  storageWords,
  type Imported,
  type ShelfEntry,
} from './shelf';
export { StorageProblem, type PutOutcome, type SongStorage, type StoredSong } from './storage';
