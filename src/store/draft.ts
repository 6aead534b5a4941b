import { diff3Merge } from 'node-diff3';
import { readChart, writeChart } from '../core/formats/index';
import type { Song } from '../core/song/index';

/**
 * Text that is not all understood, after the song was changed elsewhere: the same lines with that change in them, so
 * that both stay. Where the two meet in one place it stays as it was typed; null where the song says all of it.
 */
export function draftAfter(draft: string | null, was: Song, now: Song): string | null {
  if (draft === null) return null;
  const fresh = writeChart(now);
  for (const text of [joined(draft, writeChart(was), fresh), withStrays(fresh, draft)]) {
    if (text === null) continue;
    const { song, problems, questions } = readChart(text);
    if (writeChart(song) === fresh) return problems.length + questions.length === 0 ? null : text;
  }
  return readChart(draft).problems.length === 0 ? null : draft;
}

const HEADER = /^\s*==(.{1,200}?)==/;

/**
 * A text with the lines of a draft that nobody understands at the end of what they stand in, each as it was typed; null
 * where one of them is a row, which has its place among the others.
 */
function withStrays(fresh: string, draft: string): string | null {
  const typed = draft.split(/\r\n|\n|\r/);
  const strays = new Map<string, string[]>();
  for (const line of new Set(readChart(draft).problems.map((p) => p.line))) {
    const stray = typed[line - 1] ?? '';
    const above = typed.slice(0, line - 1);
    const owner = readChart(above.join('\n')).song.sections.at(-1)?.name ?? '';
    if (stray.includes('|') || (owner === '' && above.some((l) => /^\s*(?:==|\[)/.test(l)))) return null;
    strays.set(owner, [...(strays.get(owner) ?? []), stray]);
  }
  const done: string[] = [];
  let owner = '';
  const settle = () => {
    const own = strays.get(owner) ?? [];
    strays.delete(owner);
    // Blank lines between two sections stay between them.
    let at = done.length;
    while (at > 0 && done[at - 1]!.trim() === '') at -= 1;
    done.splice(at, 0, ...own);
  };
  for (const line of fresh.split('\n')) {
    const name = HEADER.exec(line)?.[1]?.trim();
    if (name !== undefined) {
      settle();
      owner = name;
    }
    done.push(line);
  }
  settle();
  return [...done, ...[...strays.values()].flat()].join('\n');
}

/** The draft with every line that changed from one text to the other; null where both changed the same lines. */
function joined(draft: string, was: string, now: string): string | null {
  const lines = (text: string) => text.split('\n');
  const parts = diff3Merge(lines(draft), lines(was), lines(now), { excludeFalseConflicts: true });
  const done: string[] = [];
  for (const part of parts) {
    if (!part.ok) return null;
    done.push(...part.ok);
  }
  return done.join('\n');
}
