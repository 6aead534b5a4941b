import { readFile, writeFile } from 'node:fs/promises';
import { basename, extname } from 'node:path';
import { formatProblem, type Problem } from '../src/core/base/index';
import {
  guessWho,
  openFile,
  readAny,
  SONG_KINDS,
  songAs,
  songFromTaken,
  type SongKind,
  type TakeChoices,
} from '../src/core/formats/index';
import { readSong, type Song } from '../src/core/song/index';
import { CallError, InputError } from './outcome';

/** Endings of files that are read; what is in them decides how. */
const READ_ENDINGS = new Set<string>([...SONG_KINDS, 'chart', 'chopro', 'md', 'midi', 'pro', 'xml']);

/** Standard input, or output. */
export const STANDARD = '-';

/** How notes from elsewhere are taken, and who hears what is left out. */
interface TakeOptions {
  readonly sections: TakeChoices['sections'];
  readonly lost: (words: string) => void;
}

const TAKE_AS_MARKED: TakeOptions = { sections: 'marked', lost: () => undefined };

/** A song from any file that is read; `ask` hears what in a chart may be a slip. */
export async function readSongFile(
  path: string,
  ask: (question: Problem) => void = () => undefined,
  take: TakeOptions = TAKE_AS_MARKED,
): Promise<Song> {
  const ending = extname(path).slice(1).toLowerCase();
  if (path !== STANDARD && !READ_ENDINGS.has(ending)) {
    const list = [...READ_ENDINGS].map((one) => `.${one}`).join(', ');
    throw new CallError(`${path}: expected a file ending in ${list}`);
  }
  const opened = openFile(path === STANDARD ? 'standard input' : path, await bytesOf(path));
  switch (opened.kind) {
    case 'refused':
      throw new InputError(opened.message);
    case 'many':
      throw new InputError(`${path}: this archive holds ${opened.files.length} files; expected one song`);
    case 'notes': {
      const who = guessWho(opened.taken.parts);
      const { song, lost } = songFromTaken(opened.taken, { who, sections: take.sections });
      lost.forEach(take.lost);
      const plain = path === STANDARD ? song.title : basename(path, extname(path));
      const title = song.title === 'Untitled' ? plain : song.title;
      return { ...song, title };
    }
    case 'text':
      break;
  }
  const { text } = opened;
  const isJson = path === STANDARD ? /^\s*\{/.test(text) : ending === 'json';
  if (isJson) return jsonSong(path, text);
  const { song, problems, questions, refused, kind: how } = readAny(text);
  if (refused !== null) throw new InputError(`${path}: ${refused}`);
  questions.forEach(ask);
  // What people type is read with something in place of what nobody can read; in a chart it is mended first.
  if (problems.length > 0 && how === 'chart') throw new InputError(listed(path, problems));
  problems.forEach(ask);
  return song;
}

function jsonSong(path: string, text: string): Song {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    throw new InputError(
      `${path}: this is no JSON: ${(error as Error).message}; expected an Orchestron song file`,
    );
  }
  const song = readSong(json);
  if (!song.ok) throw new InputError(listed(path, song.error));
  return song.value;
}

/** The bytes of a file, or of standard input for `-`. */
export async function bytesOf(path: string): Promise<Uint8Array> {
  if (path === STANDARD) return bytesOfStandard();
  try {
    return await readFile(path);
  } catch {
    throw new InputError(`${path}: cannot be read; expected a file`);
  }
}

async function bytesOfStandard(): Promise<Uint8Array> {
  if (process.stdin.isTTY) throw new InputError('-: nothing comes by standard input; expected a song');
  const parts: Buffer[] = [];
  for await (const part of process.stdin) parts.push(part as Buffer);
  return Buffer.concat(parts);
}

/** Writes a song as the ending of the file says. */
export async function writeSongFile(path: string, song: Song): Promise<void> {
  await writeBytes(path, songAs(song, songKindOf(path)).bytes);
}

/** Writes a file. */
export async function writeBytes(path: string, bytes: Uint8Array): Promise<void> {
  try {
    await writeFile(path, bytes);
  } catch (error) {
    throw new InputError(`${path}: cannot be written: ${(error as Error).message}`);
  }
}

/** Other endings of the same kinds. */
const ENDINGS: Readonly<Record<string, SongKind>> = {
  midi: 'mid',
  xml: 'musicxml',
  chopro: 'cho',
  pro: 'cho',
};

/** What the ending of a file says it is. */
export function songKindOf(path: string): SongKind {
  const ending = extname(path).slice(1).toLowerCase();
  const kind = SONG_KINDS.find((one) => one === ending) ?? ENDINGS[ending];
  if (kind) return kind;
  throw new CallError(`${path}: expected a file ending in ${SONG_KINDS.map((one) => `.${one}`).join(', ')}`);
}

function listed(path: string, problems: readonly Problem[]): string {
  return problems.map((p) => `${path}: ${formatProblem(p)}`).join('\n');
}
