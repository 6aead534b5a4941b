import { connectionsOf, practiceOrder } from '../clash/index';
import { PLAYER_WORDS } from '../form/index';
import type { Failure, Song } from '../song/index';
import { progressOf, readyShare, wantedTempo, type Progress } from './progress';

/** Something to practise: what goes round, why, and at which tempo to begin. */
export interface PracticeItem {
  readonly section: string;
  /** The section it goes into, for a join; null: the section itself. */
  readonly into: string | null;
  /** The bar to begin at, from 1; null: the whole of it. */
  readonly bar: number | null;
  readonly why: 'join' | 'failed' | 'near' | 'far' | 'new';
  readonly words: string;
  /** Beats a minute: where to begin, and where it is to end. */
  readonly from: number;
  readonly wanted: number;
}

/** From this share of its tempo on something is close to it. */
const NEAR = 0.85;
/** Where nothing is known of it, practice begins at this share of the tempo; else so many beats a minute under what went clean. */
const BEGIN = 0.7;
const UNDER = 10;
/** Slower than this share nothing is played by the ladder. */
const SLOWEST = 0.4;

/**
 * What to do tonight, in order: joins that want practice, the hardest first; what failed when it was last rehearsed; what is
 * close to its tempo, the nearest first; then what is far from it, and what was never rehearsed. Everything once; what
 * went clean at its tempo and did not fail since stays away.
 */
export function practiceFor(song: Song): readonly PracticeItem[] {
  const progress = new Map(progressOf(song).map((p) => [keyOf(p), p]));
  const items = new Map<string, PracticeItem>();
  const add = (item: Omit<PracticeItem, 'from' | 'wanted'>) => {
    const key = keyOf(item);
    if (items.has(key)) return;
    const wanted = wantedTempo(song, item.section);
    const best = progress.get(key)?.best ?? null;
    const from = best === null ? BEGIN * wanted : best - UNDER;
    const lowest = Math.ceil(SLOWEST * wanted);
    items.set(key, {
      ...item,
      wanted,
      from: Math.max(lowest, Math.min(Math.round(wanted), Math.round(from))),
    });
  };
  const failed = standingFailures(song);
  const isReady = (of: { section: string; into: string | null }) => {
    const known = progress.get(keyOf(of));
    if (!known || readyShare(known) < 1 || hasSlipped(known)) return false;
    return !failed.some((f) => keyOf(f.failure) === keyOf(of));
  };
  for (const { connection, reason } of practiceOrder(connectionsOf(song))) {
    const place = { section: connection.from.playing.section.name, into: connection.to.playing.section.name };
    if (!isReady(place)) add({ ...place, bar: null, why: 'join', words: reason });
  }
  for (const { failure, isLast } of failed) {
    const { section, into, bar } = failure;
    add({ section, into, bar, why: 'failed', words: failureWords(failure, isLast) });
  }
  const byShare = [...progress.values()]
    .filter((p) => !isReady(p))
    .sort((a, b) => readyShare(b) - readyShare(a));
  for (const p of byShare) {
    const isNear = readyShare(p) >= NEAR;
    add({ section: p.section, into: p.into, bar: null, why: isNear ? 'near' : 'far', words: shareWords(p) });
  }
  for (const { name } of song.sections) {
    const played = song.form.some((entry) => entry.section === name);
    if (played && !progress.has(keyOf({ section: name, into: null })))
      add({ section: name, into: null, bar: null, why: 'new', words: 'not rehearsed yet' });
  }
  return [...items.values()];
}

function keyOf({ section, into }: { readonly section: string; readonly into: string | null }): string {
  return `${section}\n${into ?? ''}`;
}

/**
 * What failed when it was last rehearsed, the latest rehearsal first, and whether that was the last one of all. What went clean
 * since is over.
 */
function standingFailures(song: Song): readonly { readonly failure: Failure; readonly isLast: boolean }[] {
  const rehearsals = [...(song.log?.rehearsals ?? [])].reverse();
  const spoken = new Set<string>();
  return rehearsals.flatMap(({ failed, reached }, i) => {
    const standing = failed.filter((f) => !f.over && isThere(song, f) && !spoken.has(keyOf(f)));
    for (const one of [...failed, ...reached]) spoken.add(keyOf(one));
    return standing.map((failure) => ({ failure, isLast: i === 0 }));
  });
}

/** Whether it did not go clean the last time, no faster than it once did. */
function hasSlipped({ best, days }: Progress): boolean {
  const last = days.at(-1);
  return last !== undefined && last.clean === null && best !== null && last.tempo <= best;
}

function isThere(song: Song, { section, into }: Failure): boolean {
  const has = (name: string) => song.sections.some((s) => s.name === name);
  return has(section) && (into === null || has(into));
}

function failureWords({ player, words }: Failure, isLast: boolean): string {
  const who = player === null ? '' : `${PLAYER_WORDS[player]}: `;
  const plain = isLast ? 'failed at the last rehearsal' : 'failed when it was last rehearsed';
  return `${who}${words === '' ? plain : words}`;
}

function shareWords(progress: Progress): string {
  const { best, wanted } = progress;
  if (best === null) return `never clean yet, wanted ${wanted}`;
  return `${best} of ${wanted} clean${hasSlipped(progress) ? ' once, not the last time' : ''}`;
}
