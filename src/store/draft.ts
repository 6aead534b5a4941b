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
  const merged = joined(draft, writeChart(was), fresh);
  if (merged !== null && writeChart(readChart(merged).song) === fresh) {
    const { problems, questions } = readChart(merged);
    return problems.length + questions.length === 0 ? null : merged;
  }
  return readChart(draft).problems.length === 0 ? null : draft;
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
