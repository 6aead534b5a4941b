import { ValidationError } from 'yup';
import { fail, ok, problemIn, type Problem, type Result } from '../base/index';
import { MOST_LOG_CHARACTERS } from './log';
import { migrated } from './migrate';
import { Reading } from './reading';
import { SONG_FORMAT, SONG_VERSION } from './saved';
import { wrapSchema, type SavedValues } from './saved-schema';
import type { Song, Version } from './song';

/** Most characters of a song file or chart that is read at all, about 5 MB: hundreds of times the longest song. */
export const MOST_CHARACTERS = 5_000_000;

/**
 * Reads a song file's JSON. Fails with every problem and its path when it is not ours, of a newer version,
 * or says something no chart can say; what can be said in one way only is put into that form (starts in order, a key
 * as `Dm`). The file itself is never changed.
 */
export function readSong(json: unknown): Result<Song, readonly Problem[]> {
  const head = json as { format?: unknown; version?: unknown; song?: unknown } | null;
  if (typeof json !== 'object' || head === null || head.format !== SONG_FORMAT) {
    return fail([
      problemIn('format', `this is not an Orchestron song file; expected "format": "${SONG_FORMAT}"`),
    ]);
  }
  if (typeof head.version !== 'number' || !Number.isInteger(head.version) || head.version < 1) {
    return fail([
      problemIn('version', `expected a file version from 1 to ${SONG_VERSION}, found ${show(head.version)}`),
    ]);
  }
  if (head.version > SONG_VERSION) {
    return fail([
      problemIn(
        'version',
        `this file was made by a newer Orchestron (file version ${head.version}); expected at most ${SONG_VERSION}. Update, or export it there as chart text`,
      ),
    ]);
  }
  const large = findOversize(json);
  if (large !== null) return fail([large]);
  return readValues(migrated(head.song, head.version), 'song');
}

/** Maximum entries of one list; ours, three times the longest song that was tried (15,000 bars). */
const MAX_ENTRIES = 50_000;
/** Maximum length of a text, in characters: what a chart can hold on one line with its label (formats/limits.ts). */
const MAX_TEXT = 1_900;
/** Maximum nesting; the deepest value of ours, a cell of a variant in a version, is 15 levels deep. */
const MAX_DEPTH = 20;

/**
 * The first text, list or nesting that is too large, or null. Runs before the schema, which recurses; walks with a list of
 * its own, so that no input can overflow the stack.
 */
function findOversize(json: unknown): Problem | null {
  const waiting: { readonly value: unknown; readonly path: string; readonly depth: number }[] = [
    { value: json, path: '', depth: 0 },
  ];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { value, path, depth } = next;
    const longest = path.startsWith('song.log') ? MOST_LOG_CHARACTERS : MAX_TEXT;
    if (typeof value === 'string' && value.length > longest)
      return problemIn(path, `this text has ${value.length} characters; expected at most ${longest}`);
    if (typeof value !== 'object' || value === null) continue;
    if (depth > MAX_DEPTH) return problemIn(path, `this is nested more than ${MAX_DEPTH} levels deep`);
    const entries = Array.isArray(value)
      ? value.map((v: unknown, i) => [`[${i}]`, v] as const)
      : Object.entries(value).map(([k, v]) => [path === '' ? k : `.${k}`, v as unknown] as const);
    if (entries.length > MAX_ENTRIES)
      return problemIn(path, `there are ${entries.length} of them; expected at most ${MAX_ENTRIES}`);
    for (const [key, v] of entries)
      // Versions inside versions are refused as such.
      if ((typeof v === 'object' || typeof v === 'string') && !(key === '.versions' && path !== 'song'))
        waiting.push({ value: v, path: path + key, depth: depth + 1 });
  }
  return null;
}

/** The song inside a file, or inside a version; `path` is where it stands in the file. */
function readValues(song: unknown, path: string): Result<Song, readonly Problem[]> {
  let values: SavedValues;
  try {
    values = wrapSchema.validateSync(
      { song: withoutVersions(song) },
      { abortEarly: false, strict: true },
    ).song;
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const inner = error.inner.length > 0 ? error.inner : [error];
    return fail(
      inner.slice(0, MOST_PROBLEMS).map((e) => problemIn(under(path, e.path ?? 'song'), e.message)),
    );
  }
  const problems: Problem[] = [];
  const read = new Reading(values, (at, message) =>
    problems.push(problemIn(under(path, at), message)),
  ).song();
  const versions = path === 'song' ? versionsOf(song, problems) : noneInside(song, path, problems);
  if (problems.length > 0) return fail(problems.slice(0, MOST_PROBLEMS));
  return ok(versions.length > 0 ? { ...read, versions } : read);
}

/** Enough to mend a file by; a file that is wrong throughout would have one for every bar. */
const MOST_PROBLEMS = 200;

/** `song.bars[0]` inside a version becomes `song.versions[1].song.bars[0]`. */
function under(path: string, inner: string): string {
  return inner.replace(/^song/, path);
}

/** Versions are read one by one, each as a file's song is. */
function withoutVersions(song: unknown): unknown {
  if (typeof song !== 'object' || song === null || !('versions' in song)) return song;
  const { versions: _versions, ...rest } = song;
  return rest;
}

function versionsOf(song: unknown, problems: Problem[]): readonly Version[] {
  const list = (song as { versions?: unknown }).versions;
  if (list === undefined) return [];
  if (!Array.isArray(list)) {
    problems.push(problemIn('song.versions', `expected a list of versions, found ${show(list)}`));
    return [];
  }
  return list.flatMap((one: unknown, i): Version[] => {
    const at = `song.versions[${i}]`;
    const { name, song: inner } = (one ?? {}) as { name?: unknown; song?: unknown };
    if (typeof name !== 'string' || typeof inner !== 'object' || inner === null) {
      problems.push(problemIn(at, 'expected a name and a song'));
      return [];
    }
    const read = readValues(inner, `${at}.song`);
    if (read.ok) return [{ name, song: read.value }];
    problems.push(...read.error);
    return [];
  });
}

/** A version has neither versions nor a log of its own. */
function noneInside(song: unknown, path: string, problems: Problem[]): readonly Version[] {
  if ((song as { log?: unknown }).log !== undefined)
    problems.push(problemIn(`${path}.log`, 'a version holds no log of its own; expected none here'));
  const list = (song as { versions?: unknown }).versions;
  if (list !== undefined && !(Array.isArray(list) && list.length === 0))
    problems.push(
      problemIn(`${path}.versions`, 'a version holds no versions of its own; expected none here'),
    );
  return [];
}

function show(value: unknown): string {
  return value === undefined ? 'none' : JSON.stringify(value);
}
