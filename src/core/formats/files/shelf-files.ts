import { fileName } from '../../base/index';
import { saveSong, type Song } from '../../song/index';
import { toBytes, type ZipFile } from './zip';

/** Songs as files of an archive, each a song file called by its title, numbered so that no two are one. */
export function shelfFiles(songs: readonly Song[]): readonly ZipFile[] {
  const digits = String(songs.length).length;
  return songs.map((song, i) => {
    const name = `${String(i + 1).padStart(digits, '0')}-${fileName(song.title)}.json`;
    return { name, bytes: toBytes(`${JSON.stringify(saveSong(song), null, 2)}\n`) };
  });
}
