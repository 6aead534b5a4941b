import { songCauses } from '../../core/clash/index';
import { countOpen, songLength, unfold, type Song } from '../../core/song/index';
import { laneBlocks } from '../lane-blocks';
import type { Face } from './kept-face';

/** Works the face of a song out; takes as long as finding what clashes in it. */
export function faceOf(song: Song): Face {
  const { bars, seconds } = songLength(song);
  const clashes = songCauses(song).filter((f) => f.level === 'clash' && f.kept === null).length;
  const sections = unfold(song).map((playing) => playing.section.name);
  return { bars, seconds, open: countOpen(song), clashes, blocks: laneBlocks(song), sections };
}
