import { readChart } from '../core/formats/index';
import { mergeSongs, readSong, type MergeClash, type Song, besideChart } from '../core/song/index';
import type { DeskPorts } from './desk-state';
import type { JournalEntry, StoredSong, Unsaved, UnsavedState, Written } from './storage';

/** What an earlier visit could not save, and how it goes with what is stored. */
export interface Rescue {
  readonly written: Written;
  /** Entries of the journal that the next save holds. */
  readonly seqs: readonly number[];
  /** The song it builds on where another tab has saved since; null when it goes straight on. */
  readonly from: Song | null;
  /** False where nothing is known of what it builds on: it becomes a song of its own. */
  readonly fits: boolean;
}

/** Where what cannot wait for storage is written, one text a song. */
export function lastResortKey(id: string): string {
  return `orchestron.unsaved.${id}`;
}

/**
 * Looks for what was left unsaved of a song: in the journal (entries of tabs that are open elsewhere are left to them)
 * and in the last resort. Gives the newest; what the stored song holds already is not counted. Changes nothing.
 */
export async function findRescue(
  { storage, lastResort, tab }: Pick<DeskPorts, 'storage' | 'lastResort' | 'tab'>,
  stored: StoredSong,
): Promise<Rescue | null> {
  const [entries, alive] = await Promise.all([storage.unsaved(stored.id), tab.alive()]);
  const left = entries.filter((e) => e.tab === tab.id || !alive.has(e.tab));
  const last = lastResortOf(lastResort, stored.id);
  const all: readonly (Unsaved & Partial<JournalEntry>)[] = [...left, ...(last ? [last] : [])];
  const newest = all.filter((e) => isAhead(e, stored)).sort((a, b) => b.at - a.at)[0];
  // What another visit left that nobody has yet stays for the next time the song is opened.
  const seqs = left.filter((e) => e.tab === newest?.tab || !isAhead(e, stored)).map((e) => e.seq);
  const written = newest && writtenOf(newest.state, stored);
  if (!newest || !written) return null;
  const goesOn = newest.base === stored.version || newest.tab === stored.by;
  if (goesOn) return { written, seqs, from: null, fits: true };
  const from = newest.from === null ? null : readSong(newest.from);
  return { written, seqs, from: from?.ok ? from.value : null, fits: from?.ok === true };
}

/** False for what the stored song holds already, or holds something newer of the same tab. */
function isAhead(entry: Unsaved, stored: StoredSong): boolean {
  if (entry.tab === stored.by && entry.at <= stored.updatedAt) return false;
  const { state } = entry;
  return (
    state.kind === 'text' ||
    JSON.stringify(state.saved) !== JSON.stringify(stored.saved) ||
    state.draft !== stored.draft
  );
}

function lastResortOf(lastResort: DeskPorts['lastResort'], id: string): Unsaved | null {
  try {
    const text = lastResort?.getItem(lastResortKey(id)) ?? null;
    const entry = text === null ? null : (JSON.parse(text) as Partial<Unsaved> | null);
    const isEntry =
      typeof entry?.base === 'number' && typeof entry.at === 'number' && entry.state !== undefined;
    return isEntry ? (entry as Unsaved) : null;
  } catch {
    return null;
  }
}

/** What was written, as a song with the text beside it; versions and the log are not part of a text and come from the stored song. */
function writtenOf(state: UnsavedState, stored: StoredSong): Written | null {
  if (state.kind === 'text') {
    const { song, problems, questions } = readChart(String(state.text));
    const before = readSong(stored.saved);
    const isOpen = problems.length + questions.length > 0;
    const beside = before.ok ? besideChart(before.value) : {};
    return { song: { ...song, ...beside }, draft: isOpen ? state.text : null };
  }
  const read = readSong(state.saved);
  return read.ok ? { song: read.value, draft: typeof state.draft === 'string' ? state.draft : null } : null;
}

/** Two sides of a song that were both written since `base`. */
export interface Meeting {
  readonly base: Song;
  readonly mine: Written;
  readonly theirs: Written;
}

/** How two sides go together: joined, or the places where somebody has to choose. */
export function meet({ base, mine, theirs }: Meeting): {
  readonly written: Written;
  readonly clashes: readonly MergeClash[];
  readonly taken: readonly string[];
} {
  const { song, clashes, taken } = mergeSongs(base, { mine: mine.song, theirs: theirs.song });
  if (mine.draft === theirs.draft || theirs.draft === null)
    return { written: { song, draft: mine.draft }, clashes, taken };
  if (mine.draft === null && clashes.length === 0 && taken.length === 0)
    return { written: { song, draft: theirs.draft }, clashes, taken };
  return { written: mine, clashes: [...clashes, textClash(mine, theirs)], taken };
}

/** Texts with lines that are not understood cannot be joined by what they mean. */
export const TEXT_CLASH = 'text';

function textClash(mine: Written, theirs: Written): MergeClash {
  const words = ({ draft }: Written) =>
    draft === null ? 'all of it understood' : `${draft.split('\n').length} lines, some not understood`;
  return { id: TEXT_CLASH, words: 'the text of the chart', mine: words(mine), theirs: words(theirs) };
}
