import { formatProblem } from '../../core/base/index';
import { readAny } from '../../core/formats/index';
import { openFile, toText, type OpenedFile, type SetIn } from '../../core/formats/files/index';
import { saveSong, type Song } from '../../core/song/index';
import { fileTrouble, readImport, readShelf, type ShelfEntry, type SongStorage } from '../../store/index';
import type { SongIn } from '../take/shelf-in-dialog';
import type { WithoutId } from './waiting';

export { addSong } from '../../store/index';

/** What a file turned out to be. */
export type ReadFile =
  | { readonly kind: 'refused'; readonly words: string }
  /** Something has to be looked at or chosen before it lands. */
  | { readonly kind: 'waits'; readonly waiting: WithoutId }
  /** A song that lands at once, with what is to be looked at in it afterwards. */
  | {
      readonly kind: 'song';
      readonly song: Song;
      readonly draft: string | null;
      readonly asks: readonly string[];
    };

/** Reads a file by what is in it. `isAlone`: no other comes with it, so there is time to look at it. */
export async function readFile(
  file: File,
  { storage, isAlone }: { readonly storage: SongStorage; readonly isAlone: boolean },
): Promise<ReadFile> {
  const fileName = file.name;
  const large = fileTrouble(fileName, file.size);
  if (large) return { kind: 'refused', words: large };
  const bytes = new Uint8Array(await file.arrayBuffer());
  const plain = fileName.replace(/\.[^.]*$/, '');
  const isJson = /\.json$/i.test(fileName);
  const opened = isJson ? ({ kind: 'text', text: toText(bytes) } as const) : openFile(fileName, bytes);
  switch (opened.kind) {
    case 'refused':
      return { kind: 'refused', words: opened.message };
    case 'notes': {
      const { taken, from } = opened;
      return { kind: 'waits', waiting: { kind: 'notes', taken, from, file: plain, fileName } };
    }
    case 'many': {
      const entries = await readShelf(storage);
      return { kind: 'waits', waiting: { fileName, ...shelfIn(fileName, opened, entries) } };
    }
    case 'text':
      break;
  }
  // One song as somebody typed it is shown as it is understood before it lands.
  if (isAlone && !isJson && readAny(opened.text).kind === 'typed')
    return { kind: 'waits', waiting: { kind: 'typed', text: opened.text, file: plain, fileName } };
  const read = readImport(fileName, opened.text);
  if (read.kind === 'refused') return { kind: 'refused', words: read.message };
  const { song, text, questions, problems } = read;
  const asks = [
    ...(questions.length > 0
      ? [`Asked about it: ${questions.slice(0, 2).map(formatProblem).join('; ')}. Its chart shows where.`]
      : []),
    ...(problems.length > 0
      ? [`Not understood: ${problems.slice(0, 3).map(formatProblem).join('; ')}. Open its chart to mend it.`]
      : []),
  ];
  return { kind: 'song', song, draft: text, asks };
}

/** The songs of an archive, with what is on the shelf under the same title; what cannot be read is said. */
function shelfIn(
  archive: string,
  { files, sets, takes, wrong }: OpenedFile & { readonly kind: 'many' },
  entries: readonly ShelfEntry[],
): { kind: 'shelf'; songs: readonly SongIn[]; sets: readonly SetIn[]; refused: readonly string[] } {
  const refused = [...wrong];
  const songs = files.flatMap(({ name, bytes }): readonly SongIn[] => {
    if (name.startsWith('__MACOSX/') || name.split('/').at(-1)!.startsWith('.')) return [];
    const read = readImport(name.split('/').at(-1)!, toText(bytes));
    if (read.kind === 'refused') {
      refused.push(read.message);
      return [];
    }
    if (read.problems.length > 0)
      refused.push(`${name}: ${formatProblem(read.problems[0]!)}; the rest is read`);
    const here = entries.find((e) => e.title === read.song.title);
    const isSame = here?.song && JSON.stringify(saveSong(here.song)) === JSON.stringify(saveSong(read.song));
    const own = takes.filter((take) => take.song === name);
    return [{ file: name, song: read.song, here: here ? (isSame ? 'same' : 'other') : null, takes: own }];
  });
  if (songs.length === 0 && refused.length === 0) refused.push(`${archive} holds no songs`);
  return { kind: 'shelf', songs, sets, refused };
}
