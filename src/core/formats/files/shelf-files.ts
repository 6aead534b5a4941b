import { array, number, object, string } from 'yup';
import { fileName, ok, type Result } from '../../base/index';
import { saveSong, type Song } from '../../song/index';
import { readBeside } from './beside';
import { toBytes, type ZipFile } from './zip';

/** A set list beside songs: its songs by their places in the list of songs, in its own order. */
export interface SetBeside {
  readonly name: string;
  readonly songs: readonly number[];
}

/** A set list in an archive: its songs by their files, in its own order. */
export interface SetIn {
  readonly name: string;
  readonly songs: readonly string[];
}

/** Where set lists lie in an archive. */
export const SETS_FILE = 'set-lists.json';
const SETS_VERSION = 1;

/**
 * Songs as files of an archive, each a song file called by its title, numbered so that no two are one; and set lists of them,
 * where there are any.
 */
export function shelfFiles(songs: readonly Song[], sets: readonly SetBeside[] = []): readonly ZipFile[] {
  const digits = String(songs.length).length;
  const files = songs.map((song, i) => {
    const name = `${String(i + 1).padStart(digits, '0')}-${fileName(song.title)}.json`;
    return { name, bytes: toBytes(`${JSON.stringify(saveSong(song), null, 2)}\n`) };
  });
  if (sets.length === 0) return files;
  const named = sets.map(({ name, songs: places }) => ({
    name,
    songs: places.flatMap((place) => files[place]?.name ?? []),
  }));
  const text = JSON.stringify({ orchestron: 'set lists', version: SETS_VERSION, sets: named }, null, 2);
  return [...files, { name: SETS_FILE, bytes: toBytes(`${text}\n`) }];
}

const setsSchema = object({
  orchestron: string().oneOf(['set lists']).required(),
  version: number().oneOf([SETS_VERSION]).required(),
  sets: array()
    .of(
      object({
        name: string().required(),
        songs: array().of(string().required()).required(),
      }).noUnknown(),
    )
    .required(),
});

/** The set lists among the files of an archive, none where there are none. Fails with what was expected. */
export function setsIn(files: readonly ZipFile[]): Result<readonly SetIn[]> {
  const read = readBeside(files, SETS_FILE, setsSchema);
  return read.ok ? ok(read.value?.sets ?? []) : read;
}
