import type { Problem } from '../core/base/index';
import { readAny, readSongFile } from '../core/formats/index';
import { MOST_CHARACTERS, type Song } from '../core/song/index';

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
