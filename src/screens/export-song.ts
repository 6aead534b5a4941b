import { fileName } from '../core/base/index';
import { writeChart } from '../core/formats/index';
import { saveSong, type Song } from '../core/song/index';
import type { StoredSong } from '../store/index';
import { download } from './download';

/** Hands the song out as a file: the whole as JSON, or as chart text. */
export function exportSong(song: Song, kind: 'json' | 'txt'): void {
  const text = kind === 'json' ? `${JSON.stringify(saveSong(song), null, 2)}\n` : writeChart(song);
  download(`${fileName(song.title)}.${kind}`, text, kind === 'json' ? 'application/json' : 'text/plain');
}

/** Hands a record out as it is stored, readable or not: the song file inside it, or all of it where there is none. */
export function exportStored(stored: StoredSong): void {
  const { saved, title } = stored as { saved?: unknown; title?: unknown };
  const text = `${JSON.stringify(saved ?? stored, null, 2)}\n`;
  download(`${fileName(typeof title === 'string' ? title : 'song')}.json`, text, 'application/json');
}
