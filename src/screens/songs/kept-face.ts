import type { SongFace } from '../../store/index';
import type { LaneBlock } from '../../views/index';

/** What a song looks like on the shelf; worked out once for each version of it. */
export interface Face {
  readonly bars: number;
  readonly seconds: number;
  /** Grips nobody has chosen yet. */
  readonly open: number;
  readonly clashes: number;
  readonly blocks: readonly LaneBlock[];
  /** The section of each block. */
  readonly sections: readonly string[];
}

/** Raise it when faces are worked out differently: kept ones are made anew then. */
export const FACE_SHAPE = 1;

/** A kept face, when it is of this version. */
export function faceKept(kept: SongFace | undefined, version: number): Face | null {
  return kept && kept.shape === FACE_SHAPE && kept.version === version ? (kept.face as Face) : null;
}
