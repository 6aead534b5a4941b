import type { Result } from '../core/base/index';
import type { Song } from '../core/song/index';
import type { Proposal } from '../core/split/index';

/** What the worker offers. One split at a time; a new one stops the one before. */
export interface SplitService {
  /** Splits a section (null: the whole song). `onProgress` is told a share from 0 to 1. */
  split(
    song: Song,
    section: string | null,
    onProgress: (share: number) => void,
  ): Promise<Result<Proposal, 'stopped'>>;
  /** Stops the running split; its promise resolves to `stopped`. */
  stop(): void;
}
