import { pitchClass } from '../pitch/index';
import { unfold, type Song } from '../song/index';
import type { Finding } from './finding';
import { songFindings } from './findings';
import type { Level } from './scene';

/** One thing to say, wherever it is: the finding where it is worst, and every place of the same cause, in played order. */
export interface Cause extends Finding {
  readonly places: readonly Finding[];
}

/**
 * All findings of a song, one for each cause: the same sort of trouble between the same players in a section, over all
 * its moments, passes and repeats, is one. What is kept stands apart from what is not. Ordered by their first place.
 */
export function songCauses(song: Song): readonly Cause[] {
  return causesOf(song, songFindings(song));
}

/** Findings of a song put together by their causes; in the order of their first places. Remembered with the list. */
export function causesOf(song: Song, findings: readonly Finding[]): readonly Cause[] {
  let known = cache.get(findings);
  if (!known) cache.set(findings, (known = together(song, findings)));
  return known;
}

const cache = new WeakMap<readonly Finding[], readonly Cause[]>();

function together(song: Song, findings: readonly Finding[]): readonly Cause[] {
  const playings = unfold(song);
  const groups = new Map<string, Finding[]>();
  for (const f of findings) {
    const id = causeOf(f, playings[f.playing]?.shift ?? 0);
    const list = groups.get(id);
    if (list) list.push(f);
    else groups.set(id, [f]);
  }
  return [...groups].map(([id, places]) => {
    const worst = places.reduce((a, b) => (isWorse(b, a) ? b : a));
    const others = new Set(places.map(({ bar, beat }) => `${bar} ${beat}`)).size - 1;
    const more =
      others === 0
        ? ''
        : ` So it is in ${others} more ${others === 1 ? 'place' : 'places'} of ${worst.section}.`;
    return { ...worst, id, text: worst.text + more, places };
  });
}

const RANK: Readonly<Record<Level, number>> = { note: 0, watch: 1, clash: 2 };

function isWorse(a: Finding, b: Finding): boolean {
  return RANK[a.level] > RANK[b.level] || (a.level === b.level && a.score > b.score);
}

/** What makes two findings the same trouble; wrong notes are told apart by what they are in the key of the song. */
function causeOf(f: Finding, shift: number): string {
  const which = OF_NOTES.has(f.kind)
    ? [...new Set(f.pitches.map((p) => pitchClass(p - shift) as number))].sort((a, b) => a - b).join('.')
    : f.kind === 'reach' || f.kind === 'range'
      ? f.text
      : '';
  return [f.section, f.kind, f.by ?? f.players.join('+'), which, f.kept ?? ''].join('|');
}

const OF_NOTES: ReadonlySet<Finding['kind']> = new Set(['rub']);
