import type { Problem } from '../../base/index';
import { cleanComments } from '../../form/index';
import { guessKey, pretty } from '../../pitch/index';
import type { Song } from '../../song/index';
import { tabLineOf } from '../tab/tab-line';
import { partsOfLine } from './headings';
import { isOrder, readLine } from './read-line';
import { piecesOf, settingOf } from './settings';
import { settleSong } from './settle';
import type { TypedOptions, TypedRead } from './typed-read';
import { Understanding } from './understanding';

export type { TypedLine, TypedOptions, TypedRead } from './typed-read';

const EXPECTED = 'expected chords like Verse: Dm Bb F C x4, bars like | Dm | Bb |, chords over lyrics or tab';

/**
 * Reads a song as people type it: chords over lyrics or in brackets among them, bar lines, a line for each section, tab;
 * with title, key, tempo, metre and tunings in their words. Nothing is dropped in silence: what was taken for granted is
 * asked about, what is none of this is kept as a comment or remark.
 */
export function readTyped(text: string, options: TypedOptions = {}): TypedRead {
  const page = new Understanding(text, options);
  readKeyFirst(page);
  for (let i = 0; i < page.raw.length;) {
    const parts = tabLineOf(page.raw[i]!) || isOrder(page.text(i)) ? [] : partsOfLine(page.text(i));
    if (parts.length < 2) i += readLine(page, i);
    else {
      for (const part of parts) readLine(page, i, part);
      i += 1;
    }
  }
  return finished(page);
}

/** Degrees need the key, wherever it stands. */
function readKeyFirst(page: Understanding): void {
  for (const i of page.raw.keys()) {
    for (const piece of piecesOf(page.text(i).replace(/^\{|\}$/g, ''))) {
      const setting = settingOf(piece);
      if (setting?.kind !== 'key' || page.hasKey) continue;
      page.song = { ...page.song, key: setting.key.text };
      page.hasKey = true;
    }
  }
}

function finished(page: Understanding): TypedRead {
  const base = { lines: page.lines.sort((a, b) => a.line - b.line) };
  const song: Song = {
    ...page.song,
    ...(page.comments.length > 0 ? { comments: cleanComments(page.comments) } : {}),
  };
  const has = page.sections.some((s) => s.bars.length > 0);
  if (!has) {
    const isEmpty = page.raw.every((l) => l.trim() === '');
    const refused =
      page.needsKey || (isEmpty && page.problems.length > 0)
        ? page.problems[0]!.message
        : isEmpty
          ? `there is nothing here; ${EXPECTED}`
          : `no chords were found; ${EXPECTED}`;
    return { ...base, song, problems: page.problems, questions: page.questions, refused };
  }
  const settled = settleSong(song, {
    sections: page.sections,
    orders: page.orders,
    fingerings: page.fingerings,
    remarks: page.songRemarks,
    keepsWords: page.options.keepsWords ?? true,
    fretted: page.options.fretted ?? false,
  });
  let done = settled.song;
  if (page.capoAt !== null) {
    const how = page.options.fretted ? 'as they are fretted behind the capo' : 'as they sound';
    page.ask(page.capoAt, `with a capo: chords are taken to be named ${how}`);
  }
  if (!page.hasKey && !page.options.ground) {
    const symbols = done.sections.flatMap((s) => s.bars.flatMap((b) => b.chords.map((c) => c.chord)));
    const key = guessKey(symbols);
    if (key) {
      done = { ...done, key: key.text };
      const first = page.sections.find((s) => s.bars.length > 0)!;
      page.ask(first.line - 1, `the key is taken from the chords: ${pretty(key.tonic)} ${key.mode}`);
    }
  }
  const inOrder = (list: readonly Problem[]) =>
    [...list].sort((a, b) => a.line - b.line || a.column - b.column);
  return {
    ...base,
    song: done,
    problems: inOrder([...page.problems, ...settled.problems]),
    questions: inOrder([...page.questions, ...settled.questions]),
    refused: null,
  };
}
