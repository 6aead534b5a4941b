import type { SavedSong } from '../core/song/index';

/** A song as it is kept. `version` grows by one with every save, so two tabs notice each other. */
export interface StoredSong {
  readonly id: string;
  readonly title: string;
  readonly saved: SavedSong;
  /** Chart text as typed while it still has problems; null when the song says it all. */
  readonly draft: string | null;
  readonly version: number;
  /** Milliseconds since 1970. */
  readonly updatedAt: number;
}

export type PutOutcome =
  | { readonly kind: 'saved'; readonly version: number }
  /** Someone else saved since `expected`; nothing was written. */
  | { readonly kind: 'conflict'; readonly theirs: StoredSong | null };

/** Where songs are kept. Two implementations (browser, memory) pass one acceptance suite. */
export interface SongStorage {
  /** All songs, newest first. */
  list(): Promise<readonly StoredSong[]>;
  get(id: string): Promise<StoredSong | null>;
  /**
   * Writes in one transaction if the stored version is still `expected` (0: must be new).
   * Throws StorageProblem when the browser refuses or is full.
   */
  put(song: Omit<StoredSong, 'version'>, expected: number): Promise<PutOutcome>;
  remove(id: string): Promise<void>;
  /** Tells about saves and removals made elsewhere (other tabs). Returns how to stop. */
  watch(onChange: (id: string) => void): () => void;
}

/** The browser would not store. `kind` tells what a person can do about it. */
export class StorageProblem extends Error {
  constructor(
    readonly kind: 'full' | 'refused',
    cause: unknown,
  ) {
    super(`storage ${kind}`, { cause });
  }
}
