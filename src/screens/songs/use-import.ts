import { nanoid } from 'nanoid';
import { useState } from 'react';
import { freeTitle, type SetList, type SongStorage } from '../../store/index';
import { arriving } from '../arriving';
import type { ShelfChoice } from '../take/shelf-in-dialog';
import type { Waiting, WithoutId } from './waiting';

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
  /** Songs and set lists that were put on the shelf, as one deed. */
  readonly added: (ids: readonly string[], label: string, sets?: readonly SetChange[]) => void;
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
    const { addSong, readFile } = await arriving(() => import('./read-file'));
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
      const read = await readFile(file, { storage, isAlone: files.length === 1 });
      if (read.kind === 'refused') return say(file.name, 'refused', read.words);
      if (read.kind === 'waits') return wait(read.waiting);
      const song = { ...read.song, title: freeTitle(read.song.title, taken) };
      taken.push(song.title);
      ids.push(await addSong(storage, song, { now: Date.now(), draft: read.draft }));
      say(
        file.name,
        read.asks.length > 0 ? 'asks' : 'in',
        [`${song.title} imported.`, ...read.asks].join(' '),
      );
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

  /** Puts songs out of an archive on the shelf, as was chosen for each, with set lists and recordings of them. */
  const takeShelf = async ({ songs, sets, withTakes }: ShelfChoice) => {
    const { addSong } = await arriving(() => import('./read-file'));
    let cards = await storage.cards();
    const ids: string[] = [];
    const lists: SetChange[] = [];
    /** Where the song of each file is on the shelf now. */
    const places = new Map<string, string>();
    for (const { song, file, when } of songs) {
      const here = cards.find((card) => card.title === song.title);
      if (when === 'leave') {
        if (here) places.set(file, here.id);
        continue;
      }
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
      places.set(file, id);
      if (when === 'replace' && here) lists.push(...(await setsWith(storage, here.id, id)));
      cards = [...cards, { ...UNKNOWN, id, title }];
    }
    const before = lists.length;
    for (const set of sets) lists.push(await setTakenIn(storage, set, places));
    let kept = 0;
    if (withTakes) {
      const { keepTakes } = await arriving(() => import('./takes-in'));
      for (const { file, takes } of songs)
        if (places.has(file)) kept += await keepTakes(places.get(file)!, takes);
    }
    const some = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;
    const beside = [
      ...(lists.length > before ? [some(lists.length - before, 'set list')] : []),
      ...(kept > 0 ? [some(kept, 'recording')] : []),
    ].join(' and ');
    const what = some(ids.length, 'song');
    const isIn = ids.length > 0 || beside !== '';
    done(isIn ? 'in' : 'left', `${what} put on the shelf${beside === '' ? '' : `, with ${beside}`}.`);
    added(ids, `${what} out of an archive`, lists);
    await refresh();
  };

  return { importFiles, takeShelf, waiting: waiting[0] ?? null, left: waiting.length, done };
}

/** A set list before and after something came in; `was` null: there was none. */
export interface SetChange {
  readonly was: SetList | null;
  readonly now: SetList;
}

/** Songs of an archive on a set list of this name: behind what it has, or on a new one. */
async function setTakenIn(
  storage: SongStorage,
  { name, songs: files }: ShelfChoice['sets'][number],
  places: ReadonlyMap<string, string>,
): Promise<SetChange> {
  const was = (await storage.setLists()).find((list) => list.name === name) ?? null;
  const coming = files.flatMap((file) => places.get(file) ?? []);
  const own = was?.songs ?? [];
  const songs = [...own, ...coming.filter((id) => !own.includes(id))];
  const now = { id: was?.id ?? nanoid(12), name, songs };
  await storage.keepSetList(now);
  return { was, now };
}

/** A song in the place of another one on every set list that has it. */
async function setsWith(storage: SongStorage, old: string, id: string): Promise<readonly SetChange[]> {
  const having = (await storage.setLists()).filter((list) => list.songs.includes(old));
  const changes = having.map((was) => ({
    was,
    now: { ...was, songs: was.songs.map((one) => (one === old ? id : one)) },
  }));
  for (const { now } of changes) await storage.keepSetList(now);
  return changes;
}

let nextId = 0;

const UNKNOWN = { key: null, tempo: null, tuning: null, updatedAt: 0, version: 1 } as const;
