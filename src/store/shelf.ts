import { freeName } from '../core/song/index';
import { StorageProblem, type BinnedSong, type SongStorage } from './storage';

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

/** A sentence for what the browser's storage said. */
export function storageWords(error: unknown): string {
  const kind = error instanceof StorageProblem ? error.kind : 'refused';
  if (error instanceof StorageProblem && kind === 'unreadable')
    return `This song could not be opened again, so it was not stored: ${String(error.cause)}`;
  return kind === 'full'
    ? 'The browser’s storage is full. Your changes are safe in this tab only: export the song, then make room.'
    : 'The browser refuses to store songs here. They live in this tab only: export what you want to keep.';
}
