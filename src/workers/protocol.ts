import type { Result } from '../core/base/index';
import type { Song } from '../core/song/index';
import type { CellChoice, Different, Following } from '../core/offers/index';
import type { Hands, Proposal, SplitProgress, SplitTarget } from '../core/split/index';

/** What the worker offers. One piece of work of a kind at a time; a new one stops the one before. */
export interface SplitService {
  /**
   * Splits a section, some cells, or the whole song (null), which hands is asked (null: as usual). `onProgress` is told how
   * far it is and the best so far. After a few seconds the best so far is the answer, with what is proven by then.
   */
  split(
    song: Song,
    target: SplitTarget,
    hands: Hands | null,
    onProgress: (progress: SplitProgress) => void,
  ): Promise<Result<Proposal, 'stopped'>>;
  /** What a player could do in a cell when everybody not locked may follow. The section's solution is kept for the next. */
  follow(
    song: Song,
    at: CellChoice,
    onProgress: (share: number) => void,
  ): Promise<Result<readonly Following[], 'stopped'>>;
  /** Three ways to split a section, each the best of its plan. */
  different(
    song: Song,
    section: string,
    onProgress: (share: number) => void,
  ): Promise<Result<readonly Different[], 'stopped'>>;
  /**
   * Gets ready for a song that was opened: what its instruments can play is found out, and the work is done once on its
   * first section and thrown away. Gives way to everything else and answers nothing.
   */
  warm(song: Song): Promise<void>;
  /** Stops what is running; its promise resolves to `stopped`. */
  stop(): void;
}
