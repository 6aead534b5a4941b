import { nanoid } from 'nanoid';
import type { Problem } from '../core/base/index';
import { readAny, readSongFile } from '../core/formats/index';
import { freeName, MOST_CHARACTERS, saveSong, type Song } from '../core/song/index';
import { StorageProblem, type BinnedSong, type SongStorage, type StoredSong } from './storage';
import { understoodRecord } from './stored';

/** A song on the shelf. `song` is null when what is stored cannot be read; `trouble` then says why. */
export interface ShelfEntry {
  readonly id: string;
  readonly title: string;
  readonly song: Song | null;
  readonly trouble: string | null;
  /** What else of the record is damaged. */
  readonly remarks: readonly string[];
  readonly updatedAt: number;
  readonly stored: StoredSong;
}

/** Everything on the shelf, newest first. */
export async function readShelf(storage: SongStorage): Promise<readonly ShelfEntry[]> {
  return (await storage.list()).map(entryOf);
}

/** Puts a new song on the shelf and gives its id. Throws StorageProblem. */
export async function addSong(
  storage: SongStorage,
  song: Song,
  options: { now: number; draft?: string | null; clears?: readonly number[] },
): Promise<string> {
  const id = nanoid(12);
  await storage.put(
    { id, title: song.title, saved: saveSong(song), draft: options.draft ?? null, updatedAt: options.now },
    0,
    options.clears,
  );
  return id;
}

/** One song of the shelf; null when it is not there. */
export async function shelfEntry(storage: SongStorage, id: string): Promise<ShelfEntry | null> {
  const stored = await storage.get(id);
  return stored && entryOf(stored);
}

/** How long a deleted song waits in the bin, in days. */
export const BIN_DAYS = 30;
const DAY_MS = 86_400_000;

/** What is in the bin now; what waited longer than `BIN_DAYS` is gone for good. `now`: milliseconds since 1970. */
export async function readBin(storage: SongStorage, now: number): Promise<readonly BinnedSong[]> {
  const all = await storage.bin();
  const isOver = ({ deletedAt }: BinnedSong) => now - deletedAt > BIN_DAYS * DAY_MS;
  const over = all.filter(isOver).map(({ stored }) => stored.id);
  if (over.length > 0) await storage.discard(over);
  return all.filter((one) => !isOver(one));
}

/** Whole days a song stays in the bin still. */
export function daysLeft({ deletedAt }: BinnedSong, now: number): number {
  return Math.max(0, Math.ceil(BIN_DAYS - (now - deletedAt) / DAY_MS));
}

/** Gives a song another title. Throws StorageProblem; false when it was changed or deleted meanwhile. */
export async function renameSong(
  storage: SongStorage,
  { id, title, now }: { readonly id: string; readonly title: string; readonly now: number },
): Promise<boolean> {
  const stored = await storage.get(id);
  if (!stored) return false;
  const { version, ...rest } = stored;
  const saved = { ...stored.saved, song: { ...stored.saved.song, title } };
  const outcome = await storage.put({ ...rest, title, saved, updatedAt: now }, version);
  return outcome.kind === 'saved';
}

/** "Salt Lamp", "Salt Lamp 2", "Salt Lamp 3" … whichever is free. */
export function freeTitle(wanted: string, taken: readonly string[]): string {
  return freeName(wanted, taken);
}

/** What an imported file held: a song, with problems where part of a chart could not be read; or why nothing could. */
export type Imported =
  | {
      readonly kind: 'song';
      readonly song: Song;
      readonly problems: readonly Problem[];
      /** What was read as it stands and may be a slip. */
      readonly questions: readonly Problem[];
      /** The text itself, where there is something to mend or to answer in it. */
      readonly text: string | null;
    }
  | { readonly kind: 'refused'; readonly message: string };

/** Reads a file by its content: a song file, chart text, or a song as people type it. Never changes anything. */
export function readImport(name: string, text: string): Imported {
  if (text.length > MOST_CHARACTERS) return { kind: 'refused', message: tooLarge(name, text.length) };
  const read = /\.json$/i.test(name) ? readSongFile(text) : readAny(text);
  if (read.refused !== null) return { kind: 'refused', message: `${name}: ${read.refused}` };
  const { problems, questions } = read;
  const title =
    read.kind === 'typed' && read.song.title === 'Untitled' ? name.replace(/\.[^.]*$/, '') : read.song.title;
  const song = { ...read.song, title: title.trim() === '' ? 'Untitled' : title };
  // What was typed freely is a song now; chart text is kept as it stands where something is to be mended in it.
  const isOpen = read.kind === 'chart' && problems.length + questions.length > 0;
  return { kind: 'song', song, problems, questions, text: isOpen ? text : null };
}

/** Whether a file is so large that it is not even opened, by its bytes; null when it is not. */
export function fileTrouble(name: string, bytes: number): string | null {
  return bytes > MOST_CHARACTERS ? tooLarge(name, bytes) : null;
}

function tooLarge(name: string, size: number): string {
  return `${name} has ${(size / 1_000_000).toFixed(1)} MB; expected a song of at most ${MOST_CHARACTERS / 1_000_000} MB`;
}

/** A sentence for what the browser's storage said. */
export function storageWords(error: unknown): string {
  const kind = error instanceof StorageProblem ? error.kind : 'refused';
  return kind === 'full'
    ? 'The browser’s storage is full. Your changes are safe in this tab only: export the song, then make room.'
    : 'The browser refuses to store songs here. They live in this tab only: export what you want to keep.';
}

function entryOf(stored: StoredSong): ShelfEntry {
  const { title, song, trouble, remarks, updatedAt } = understoodRecord(stored);
  return { id: stored.id, title, song, trouble, remarks, updatedAt, stored };
}
