import { useState } from 'react';
import { formatProblem } from '../../core/base/index';
import { readAny, type Taken, type ZipFile } from '../../core/formats/index';
import { saveSong, type Song } from '../../core/song/index';
import {
  addSong,
  fileTrouble,
  freeTitle,
  readImport,
  type ShelfEntry,
  type SongStorage,
} from '../../store/index';
import type { SongIn, WhenThere } from '../take/shelf-in-dialog';

/** What an import waits for: a typed song to be looked at, parts to be given out, songs that are there already. */
export type Waiting =
  | { readonly kind: 'typed'; readonly text: string; readonly file: string }
  | {
      readonly kind: 'notes';
      readonly taken: Taken;
      readonly from: 'MusicXML' | 'MIDI';
      readonly file: string;
    }
  | { readonly kind: 'shelf'; readonly songs: readonly SongIn[]; readonly refused: readonly string[] };

interface Ports {
  readonly storage: SongStorage;
  readonly entries: readonly ShelfEntry[];
  readonly say: (notice: { tone: 'plain' | 'watch'; text: string }) => void;
  readonly refresh: () => Promise<void>;
}

/** Takes files in: what is sure lands at once, what has to be chosen waits; every file's outcome is told. */
export function useImport({ storage, entries, say, refresh }: Ports) {
  const [waiting, setWaiting] = useState<readonly Waiting[]>([]);
  const done = () => setWaiting((list) => list.slice(1));

  const importFiles = async (files: readonly File[]) => {
    const { openFile, toText } = await import('../../core/formats/files/index');
    const said: string[] = [];
    const waits: Waiting[] = [];
    let bad = false;
    let taken = entries.map((e) => e.title);
    const refuse = (words: string) => {
      bad = true;
      said.push(`${words}. Nothing was imported from it.`);
    };
    for (const file of files) {
      const large = fileTrouble(file.name, file.size);
      if (large) {
        refuse(large);
        continue;
      }
      const bytes = new Uint8Array(await file.arrayBuffer());
      const plain = file.name.replace(/\.[^.]*$/, '');
      const opened = /\.json$/i.test(file.name)
        ? ({ kind: 'text', text: toText(bytes) } as const)
        : openFile(file.name, bytes);
      if (opened.kind === 'refused') {
        refuse(opened.message);
        continue;
      }
      if (opened.kind === 'notes') {
        waits.push({ kind: 'notes', taken: opened.taken, from: opened.from, file: plain });
        continue;
      }
      if (opened.kind === 'many') {
        waits.push(shelfIn(file.name, { files: opened.files, entries, toText }));
        continue;
      }
      // One song as somebody typed it is shown as it is understood before it lands.
      const isAlone = files.length === 1 && !/\.json$/i.test(file.name);
      if (isAlone && readAny(opened.text).kind === 'typed') {
        waits.push({ kind: 'typed', text: opened.text, file: plain });
        continue;
      }
      const read = readImport(file.name, opened.text);
      if (read.kind === 'refused') {
        refuse(read.message);
        continue;
      }
      const song = { ...read.song, title: freeTitle(read.song.title, taken) };
      taken = [...taken, song.title];
      await addSong(storage, song, { now: Date.now(), draft: read.text });
      said.push(`${song.title} imported.`);
      if (read.questions.length > 0) {
        bad = true;
        said.push(
          `Asked about ${file.name}: ${read.questions.slice(0, 2).map(formatProblem).join('; ')}. Its chart shows where.`,
        );
      }
      if (read.problems.length > 0) {
        bad = true;
        said.push(
          `Not understood in ${file.name}: ${read.problems.slice(0, 3).map(formatProblem).join('; ')}. Open its chart to mend it.`,
        );
      }
    }
    if (said.length > 0) say({ tone: bad ? 'watch' : 'plain', text: said.join(' ') });
    setWaiting((list) => [...list, ...waits]);
    await refresh();
  };

  /** Puts songs out of an archive on the shelf, as was chosen for each. */
  const takeShelf = async (chosen: readonly { readonly song: Song; readonly when: WhenThere }[]) => {
    done();
    let taken = entries.map((e) => e.title);
    let count = 0;
    for (const { song, when } of chosen) {
      if (when === 'leave') continue;
      const here = entries.find((e) => e.title === song.title);
      if (when === 'replace' && here) {
        await storage.remove(here.id);
        taken = taken.filter((title) => title !== song.title);
      }
      const own = { ...song, title: freeTitle(song.title, taken) };
      taken = [...taken, own.title];
      await addSong(storage, own, { now: Date.now(), draft: null });
      count += 1;
    }
    say({ tone: 'plain', text: `${count} ${count === 1 ? 'song' : 'songs'} put on the shelf.` });
    await refresh();
  };

  return { importFiles, takeShelf, waiting: waiting[0] ?? null, done };
}

/** The songs of an archive, with what is on the shelf under the same title; what cannot be read is said. */
function shelfIn(
  archive: string,
  of: {
    readonly files: readonly ZipFile[];
    readonly entries: readonly ShelfEntry[];
    readonly toText: (bytes: Uint8Array) => string;
  },
): Waiting {
  const { files, entries, toText } = of;
  const refused: string[] = [];
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
    return [{ song: read.song, here: here ? (isSame ? 'same' : 'other') : null }];
  });
  if (songs.length === 0 && refused.length === 0) refused.push(`${archive} holds no songs`);
  return { kind: 'shelf', songs, refused };
}
