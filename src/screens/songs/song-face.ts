import { songCauses } from '../../core/clash/index';
import { countOpen, songLength, type Song } from '../../core/song/index';
import type { SongFace } from '../../store/index';
import type { LaneBlock } from '../../views/index';
import { laneBlocks } from '../lane-blocks';

/** What a song looks like on the shelf; worked out once for each version of it. */
export interface Face {
  readonly bars: number;
  readonly seconds: number;
  /** Grips nobody has chosen yet. */
  readonly open: number;
  readonly clashes: number;
  readonly blocks: readonly LaneBlock[];
}

/** Raise it when faces are worked out differently: kept ones are made anew then. */
export const FACE_SHAPE = 1;

/** Works the face of a song out; takes as long as finding what clashes in it. */
export function faceOf(song: Song): Face {
  const { bars, seconds } = songLength(song);
  const clashes = songCauses(song).filter((f) => f.level === 'clash' && f.kept === null).length;
  return { bars, seconds, open: countOpen(song), clashes, blocks: laneBlocks(song) };
}

/** A kept face, when it is of this version. */
export function faceKept(kept: SongFace | undefined, version: number): Face | null {
  return kept && kept.shape === FACE_SHAPE && kept.version === version ? (kept.face as Face) : null;
}
