/**
 * store: the open song, its history and selection, the shelf, and storage behind a small port.
 * It computes nothing about music (core) and draws nothing (screens). Start with desk.ts and storage.ts.
 */
export { createDesk } from './desk';
export type { Desk, DeskPorts, DeskState, Job, OpenTrouble, SavingState, Selection } from './desk-state';
export { createDexieStorage } from './dexie-storage';
export { createMemoryStorage } from './memory-storage';
export {
  addSong,
  fileTrouble,
  freeTitle,
  readImport,
  readShelf,
  restoreSong,
  storageWords,
  type Imported,
  type ShelfEntry,
} from './shelf';
export { StorageProblem, type PutOutcome, type SongStorage, type StoredSong } from './storage';
