import { formatProblem } from '../../base/index';
import { MOST_CHARACTERS, readSong, validateStorable } from '../../song/index';
import { readChart } from '../chart/read';
import { readTyped, type TypedOptions, type TypedRead } from './read-typed';

/** A text of whatever kind as it was understood. */
export interface AnyRead extends TypedRead {
  readonly kind: 'song file' | 'chart' | 'typed';
}

/** A header of a section or a row as chart text has them. */
const CHART_LINE = /^==[^=].*==|^(?:chords|voice|(?:guitar ?[12]|bass)(?: (?:hits|line))?)\s*\|/i;
/** So much of a line tells whether it is one. */
const MAX_HEADER_CHARACTERS = 400;

/** Longest a song is that somebody typed: fifty times a long one. */
const MOST_TYPED = 200_000;
/** Most lines of one: a long song with all its words has three hundred. */
const MAX_TYPED_LINES = 4_000;

/** Whether a text has a header or a row of chart text somewhere; other texts are read as people type songs. */
export function isChartText(text: string): boolean {
  return text
    .split(/\r\n|\n|\r/)
    .some((line) => CHART_LINE.test(line.trimStart().slice(0, MAX_HEADER_CHARACTERS)));
}

/**
 * Reads a song file, chart text, or a song as people type it, by what it looks like. What a song file could not give
 * back is refused: it could be stored and never opened again.
 */
export function readAny(text: string, options: TypedOptions = {}): AnyRead {
  const read = readByLooks(text, options);
  if (read.refused !== null || read.kind === 'song file') return read;
  const stored = validateStorable(read.song);
  return stored.ok ? read : { ...read, refused: formatProblem(stored.error[0]!) };
}

function readByLooks(text: string, options: TypedOptions): AnyRead {
  const none = { lines: [], problems: [], questions: [] };
  if (text.length > MOST_CHARACTERS) {
    const refused = `${(text.length / 1_000_000).toFixed(1)} MB; expected a song of at most ${MOST_CHARACTERS / 1_000_000} MB`;
    return { ...readTyped('', options), ...none, kind: 'typed', refused };
  }
  // A directive in braces begins like a song file.
  if (/^\s*\{\s*["}\n]/.test(text)) return readSongFile(text, options);
  if (isChartText(text)) {
    const { song, problems, questions } = readChart(text);
    const refused =
      song.sections.length === 0
        ? problems[0]
          ? formatProblem(problems[0])
          : 'no section with chords was found'
        : null;
    return { ...none, kind: 'chart', song, problems, questions, refused };
  }
  if (text.length > MOST_TYPED) {
    const refused = `${Math.round(text.length / 1000)} kB of words; expected one song as somebody typed it, of at most ${MOST_TYPED / 1000} kB`;
    return { ...readTyped('', options), ...none, kind: 'typed', refused };
  }
  const lines = text.split('\n').length;
  if (lines > MAX_TYPED_LINES) {
    const refused = `${lines} lines; expected one song as somebody typed it, of at most ${MAX_TYPED_LINES} lines`;
    return { ...readTyped('', options), ...none, kind: 'typed', refused };
  }
  return { ...readTyped(text, options), kind: 'typed' };
}

/** Reads a song file whatever it looks like. */
export function readSongFile(text: string, options: TypedOptions = {}): AnyRead {
  const nothing = { lines: [], problems: [], questions: [] };
  const empty = { ...readTyped('', options), ...nothing, kind: 'song file' as const };
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    return { ...empty, refused: `this is no JSON (${why}); expected an Orchestron song file` };
  }
  const song = readSong(json);
  return song.ok
    ? { ...empty, song: song.value, refused: null }
    : { ...empty, refused: song.error.slice(0, 3).map(formatProblem).join('; ') };
}
