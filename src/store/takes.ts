import Dexie, { type Table } from 'dexie';
import type { Player } from '../core/form/index';
import type { Span } from '../core/heard/index';

/** A recording that is kept in this browser: what it is of, without the sound. */
export interface TakeNote {
  readonly id: string;
  /** The stored song it is of. */
  readonly song: string;
  /** When it was made, in ms since 1970 (UTC). */
  readonly made: number;
  readonly player: Player;
  /** What of the song it is, in words and as it is played. */
  readonly words: string;
  readonly spans: readonly Span[];
  readonly tempoShare: number;
  /** Samples a second, and how many seconds there are. */
  readonly rate: number;
  readonly seconds: number;
  /** Where the music begins in it, in seconds; null: somewhere. */
  readonly start: number | null;
}

/** The same with its sound: one channel of whole numbers of 16 bits. */
export interface KeptTake extends TakeNote {
  readonly samples: Int16Array;
}

/** Recordings somebody asked to keep, apart from the songs: nothing else ever sees them. */
export interface TakeStorage {
  /** Of one song, the newest first. */
  list(song: string): Promise<readonly TakeNote[]>;
  get(id: string): Promise<KeptTake | null>;
  keep(take: KeptTake): Promise<void>;
  drop(id: string): Promise<void>;
  /** Lets go of those whose song is not among these any more. */
  clean(songs: ReadonlySet<string>): Promise<void>;
}

type Tables = Dexie & {
  notes: Table<TakeNote, string>;
  sounds: Table<{ readonly id: string; readonly samples: Int16Array }, string>;
};

/** Takes in the browser's IndexedDB, in a database of their own. Rejects where the browser refuses or has no room. */
export function createTakeStorage(name = 'orchestron-takes'): TakeStorage {
  const db = new Dexie(name) as Tables;
  db.version(1).stores({ notes: 'id, song', sounds: 'id' });
  const drop = (ids: readonly string[]) =>
    db.transaction('rw', db.notes, db.sounds, async () => {
      await db.notes.bulkDelete([...ids]);
      await db.sounds.bulkDelete([...ids]);
    });
  return {
    async list(song) {
      const notes = await db.notes.where('song').equals(song).toArray();
      return notes.sort((a, b) => b.made - a.made);
    },
    async get(id) {
      const [note, sound] = await Promise.all([db.notes.get(id), db.sounds.get(id)]);
      return note && sound ? { ...note, samples: sound.samples } : null;
    },
    async keep({ samples, ...note }) {
      await db.transaction('rw', db.notes, db.sounds, async () => {
        await db.sounds.put({ id: note.id, samples });
        await db.notes.put(note);
      });
    },
    drop: (id) => drop([id]),
    async clean(songs) {
      const gone = (await db.notes.toArray()).filter(({ song }) => !songs.has(song));
      if (gone.length > 0) await drop(gone.map(({ id }) => id));
    },
  };
}

/** −1 … 1 as whole numbers of 16 bits, and back. */
export function toWhole(audio: Float32Array): Int16Array {
  return Int16Array.from(audio, (x) => Math.round(32767 * Math.max(-1, Math.min(1, x))));
}

export function fromWhole(samples: Int16Array): Float32Array {
  return Float32Array.from(samples, (x) => x / 32767);
}
