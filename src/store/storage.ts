import type { SavedSong, Song } from '../core/song/index';
import type { History } from './history';

/** A song as it is kept. `version` grows by one with every save, so two tabs notice each other. */
export interface StoredSong {
  readonly id: string;
  readonly title: string;
  readonly saved: SavedSong;
  /** Chart text as typed while it still has problems or questions; null when the song says it all. */
  readonly draft: string | null;
  readonly version: number;
  /** Milliseconds since 1970. */
  readonly updatedAt: number;
  /** The visit of a tab that saved it; left out: before visits were told apart. */
  readonly by?: string;
}

/** What a tab has that is not in the song yet: written at once, cleared only with the save that holds it. */
export interface Unsaved {
  /** The song it belongs to. */
  readonly song: string;
  /** The visit of the tab it comes from. */
  readonly tab: string;
  /** The version of the song it builds on. */
  readonly base: number;
  readonly at: number;
  readonly state: UnsavedState;
  /** The song it builds on, where it may have to be joined with another tab's; null: it is that version. */
  readonly from: SavedSong | null;
}

export type UnsavedState =
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'song'; readonly saved: SavedSong; readonly draft: string | null };

/** An entry of the journal; later ones have a greater `seq`. */
export interface JournalEntry extends Unsaved {
  readonly seq: number;
}

/** A song with the text that is typed beside it: one step of the history. */
export interface Written {
  readonly song: Song;
  readonly draft: string | null;
}

/** The desk as it was left: what undo and redo go through. */
export interface DeskMemory {
  readonly id: string;
  /** Which form of songs in memory this is; another one is not taken up. */
  readonly shape: number;
  /** The saved version `now` is. */
  readonly version: number;
  readonly now: Written;
  readonly history: History<Written>;
}

/** What the shelf knows of a song without reading all of it: enough to find it and put it in order. */
export interface SongCard {
  readonly id: string;
  readonly title: string;
  /** As the song says it: "Dm", "Ab"; null when the record is damaged. */
  readonly key: string | null;
  /** Beats a minute; null when the record is damaged. */
  readonly tempo: number | null;
  /** In words, the first guitar's first: "drop D", "drop D, bass standard"; null when the record is damaged. */
  readonly tuning: string | null;
  /** Milliseconds since 1970; 0 when that is not known. */
  readonly updatedAt: number;
  readonly version: number;
}

/** A song that was deleted, as it was, for as long as the bin keeps it. */
export interface BinnedSong {
  readonly stored: StoredSong;
  /** Milliseconds since 1970. */
  readonly deletedAt: number;
}

/** How a song of the shelf looks, worked out once for a version of it: what the shelf draws without reading the song. */
export interface SongFace {
  readonly id: string;
  readonly version: number;
  /** Which form of faces this is; another one is worked out again. */
  readonly shape: number;
  readonly face: unknown;
}

/** Songs of one evening, in order. */
export interface SetList {
  readonly id: string;
  readonly name: string;
  /** Ids of songs; those that are not on the shelf any more are passed over. */
  readonly songs: readonly string[];
}

export type PutOutcome =
  | { readonly kind: 'saved'; readonly version: number }
  /** Someone else saved since `expected`; nothing was written. */
  | { readonly kind: 'conflict'; readonly theirs: StoredSong | null };

/** Where songs are kept. Two implementations (browser, memory) pass one acceptance suite. */
export interface SongStorage {
  /** All songs, newest first; records that are damaged too (see `understoodRecord`). */
  list(): Promise<readonly StoredSong[]>;
  /** The same as far as finding and ordering them wants, without reading the songs themselves. */
  cards(): Promise<readonly SongCard[]>;
  get(id: string): Promise<StoredSong | null>;
  /**
   * Writes in one transaction if the stored version is still `expected` (0: must be new); with it goes what the journal
   * has of the same song and tab up to `updatedAt`, and the entries of `clears`. Throws StorageProblem when the browser
   * refuses or is full.
   */
  put(song: Omit<StoredSong, 'version'>, expected: number, clears?: readonly number[]): Promise<PutOutcome>;
  /** Puts a song into the bin; its desk and its journal wait with it. `at`: milliseconds since 1970. */
  remove(id: string, at: number): Promise<void>;
  /** What lies in the bin, the last one deleted first. */
  bin(): Promise<readonly BinnedSong[]>;
  /** Puts a song back on the shelf exactly as it was; false when it is not in the bin, or its place is taken. */
  restore(id: string): Promise<boolean>;
  /** Takes songs out of the bin for good, with all that was kept beside them. */
  discard(ids: readonly string[]): Promise<void>;
  /** Faces that are kept, of these songs. */
  faces(ids: readonly string[]): Promise<readonly SongFace[]>;
  keepFace(face: SongFace): Promise<void>;
  setLists(): Promise<readonly SetList[]>;
  keepSetList(list: SetList): Promise<void>;
  removeSetList(id: string): Promise<void>;
  /** Adds to the journal; an older entry of the same song and tab goes in the same transaction. */
  append(entry: Unsaved): Promise<void>;
  /** What the journal has of a song, the oldest first. */
  unsaved(song: string): Promise<readonly JournalEntry[]>;
  /** Takes entries out of the journal. */
  forget(seqs: readonly number[]): Promise<void>;
  keepDesk(memory: DeskMemory): Promise<void>;
  desk(id: string): Promise<DeskMemory | null>;
  /** Tells about saves and removals made elsewhere (other tabs). Returns how to stop. */
  watch(onChange: (id: string) => void): () => void;
}

/** It was not stored. `kind` tells what a person can do about it; `unreadable`: the song itself could not be opened again. */
export class StorageProblem extends Error {
  constructor(
    readonly kind: 'full' | 'refused' | 'unreadable',
    cause: unknown,
  ) {
    super(`storage ${kind}`, { cause });
  }
}

/** The version of a record; damaged ones count as never saved. */
export function versionOf(stored: StoredSong | null): number {
  const version: unknown = stored?.version;
  return typeof version === 'number' && Number.isInteger(version) && version > 0 ? version : 0;
}
