import { useState } from 'react';
import { formatProblem } from '../../core/base/index';
import { readAny, type Taken, type ZipFile } from '../../core/formats/index';
import { saveSong, type Song } from '../../core/song/index';
import {
  addSong,
  fileTrouble,
  freeTitle,
  readImport,
  readShelf,
  type ShelfEntry,
  type SongStorage,
} from '../../store/index';
import { arriving } from '../arriving';
import type { SongIn, WhenThere } from '../take/shelf-in-dialog';

/** What an import waits for: a typed song to be looked at, parts to be given out, songs that are there already. */
export type Waiting = { readonly fileName: string; readonly id: number } & (
  | { readonly kind: 'typed'; readonly text: string; readonly file: string }
  | {
      readonly kind: 'notes';
      readonly taken: Taken;
      readonly from: 'MusicXML' | 'MIDI';
      readonly file: string;
    }
  | { readonly kind: 'shelf'; readonly songs: readonly SongIn[]; readonly refused: readonly string[] }
);

/** What became of one file. */
export interface FileOutcome {
  readonly file: string;
  /** `asks`: it landed, and something of it is to be looked at; `waits`: its dialog is to come. */
  readonly kind: 'in' | 'asks' | 'refused' | 'waits' | 'left';
  readonly words: string;
}

interface Ports {
  readonly storage: SongStorage;
  /** What became of the files so far, every time it changes. */
  readonly tell: (outcomes: readonly FileOutcome[]) => void;
  /** Songs that were put on the shelf, as one deed. */
  readonly added: (ids: readonly string[], label: string) => void;
  readonly refresh: () => Promise<void>;
}

const WAITS = 'waits to be looked at';

/** Takes files in: what is sure lands at once, what has to be chosen waits; every file's outcome is told. */
export function useImport({ storage, tell, added, refresh }: Ports) {
  const [waiting, setWaiting] = useState<readonly Waiting[]>([]);
  const [outcomes, setOutcomes] = useState<readonly FileOutcome[]>([]);

  const told = (next: readonly FileOutcome[]) => {
    setOutcomes(next);
    tell(next);
  };
  /** The dialog in front is done with: what became of its file. */
  const done = (kind: 'in' | 'asks' | 'left', words: string) => {
    const [front] = waiting;
    if (!front) return;
    setWaiting((list) => list.slice(1));
    const at = outcomes.findLastIndex((o) => o.file === front.fileName && o.kind === 'waits');
    told(outcomes.map((o, i) => (i === at ? { file: o.file, kind, words } : o)));
  };

  const importFiles = async (files: readonly File[]) => {
    const { openFile, toText } = await arriving(() => import('../../core/formats/files/index'));
    const found: FileOutcome[] = [];
    const waits: Waiting[] = [];
    const ids: string[] = [];
    const taken = (await storage.cards()).map((card) => card.title);
    const say = (file: string, kind: FileOutcome['kind'], words: string) =>
      void found.push({ file, kind, words });
    const wait = (one: WithoutId) => {
      waits.push({ ...one, id: (nextId += 1) });
      say(one.fileName, 'waits', WAITS);
    };
    const takeIn = async (file: File) => {
      const fileName = file.name;
      const large = fileTrouble(fileName, file.size);
      if (large) return say(fileName, 'refused', large);
      const bytes = new Uint8Array(await file.arrayBuffer());
      const plain = fileName.replace(/\.[^.]*$/, '');
      const opened = /\.json$/i.test(fileName)
        ? ({ kind: 'text', text: toText(bytes) } as const)
        : openFile(fileName, bytes);
      if (opened.kind === 'refused') return say(fileName, 'refused', opened.message);
      if (opened.kind === 'notes')
        return wait({ kind: 'notes', taken: opened.taken, from: opened.from, file: plain, fileName });
      if (opened.kind === 'many') {
        const entries = await readShelf(storage);
        return wait({ fileName, ...shelfIn(fileName, { files: opened.files, entries, toText }) });
      }
      // One song as somebody typed it is shown as it is understood before it lands.
      const isAlone = files.length === 1 && !/\.json$/i.test(fileName);
      if (isAlone && readAny(opened.text).kind === 'typed')
        return wait({ kind: 'typed', text: opened.text, file: plain, fileName });
      const read = readImport(fileName, opened.text);
      if (read.kind === 'refused') return say(fileName, 'refused', read.message);
      const song = { ...read.song, title: freeTitle(read.song.title, taken) };
      taken.push(song.title);
      ids.push(await addSong(storage, song, { now: Date.now(), draft: read.text }));
      const { questions, problems } = read;
      const words = [
        `${song.title} imported.`,
        ...(questions.length > 0
          ? [`Asked about it: ${questions.slice(0, 2).map(formatProblem).join('; ')}. Its chart shows where.`]
          : []),
        ...(problems.length > 0
          ? [`Not understood: ${problems.slice(0, 3).map(formatProblem).join('; ')}. Open its chart to mend it.`]
          : []),
      ];
      say(fileName, words.length > 1 ? 'asks' : 'in', words.join(' '));
    };
    try {
      for (const file of files) {
        try {
          await takeIn(file);
        } catch (error) {
          // A full disk stops it all; a file that vanished or cannot be read does not stop the others.
          if (!(error instanceof DOMException)) throw error;
          say(file.name, 'refused', 'the browser could not read it');
        }
      }
    } finally {
      told(found);
      setWaiting((list) => [...list, ...waits]);
      added(ids, ids.length === 1 ? `import ${taken.at(-1)!}` : `import ${ids.length} songs`);
      await refresh();
    }
  };

  /** Puts songs out of an archive on the shelf, as was chosen for each. */
  const takeShelf = async (chosen: readonly { readonly song: Song; readonly when: WhenThere }[]) => {
    let cards = await storage.cards();
    const ids: string[] = [];
    for (const { song, when } of chosen) {
      if (when === 'leave') continue;
      const here = cards.find((card) => card.title === song.title);
      if (when === 'replace' && here) {
        await storage.remove(here.id, Date.now());
        cards = cards.filter((card) => card !== here);
      }
      const title = freeTitle(
        song.title,
        cards.map((card) => card.title),
      );
      const id = await addSong(storage, { ...song, title }, { now: Date.now(), draft: null });
      ids.push(id);
      cards = [...cards, { ...UNKNOWN, id, title }];
    }
    const words = `${ids.length} ${ids.length === 1 ? 'song' : 'songs'} put on the shelf.`;
    done(ids.length > 0 ? 'in' : 'left', words);
    added(ids, words.replace(/ put on the shelf\.$/, ' out of an archive'));
    await refresh();
  };

  return { importFiles, takeShelf, waiting: waiting[0] ?? null, left: waiting.length, done };
}

let nextId = 0;

type Without<T> = T extends unknown ? Omit<T, 'id'> : never;
type WithoutId = Without<Waiting>;

const UNKNOWN = { key: null, tempo: null, tuning: null, updatedAt: 0, version: 1 } as const;

/** The songs of an archive, with what is on the shelf under the same title; what cannot be read is said. */
function shelfIn(
  archive: string,
  of: {
    readonly files: readonly ZipFile[];
    readonly entries: readonly ShelfEntry[];
    readonly toText: (bytes: Uint8Array) => string;
  },
): { kind: 'shelf'; songs: readonly SongIn[]; refused: readonly string[] } {
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
