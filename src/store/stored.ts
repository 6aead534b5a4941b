import { formatProblem } from '../core/base/index';
import { readSong, type Song } from '../core/song/index';
import { versionOf, type StoredSong } from './storage';

/** A record of the shelf as far as it can be understood. */
export interface UnderstoodRecord {
  readonly title: string;
  /** Null when the song itself cannot be read; `trouble` then says why. */
  readonly song: Song | null;
  readonly draft: string | null;
  readonly version: number;
  readonly updatedAt: number;
  readonly trouble: string | null;
  /** What else is damaged, each a sentence; the song is there all the same. */
  readonly remarks: readonly string[];
}

/** Understands whatever stands under a key of the shelf. Never throws: a damaged record is shown, not hidden. */
export function understoodRecord(stored: StoredSong): UnderstoodRecord {
  const raw = stored as unknown as Record<string, unknown>;
  const remarks: string[] = [];
  const read = readQuietly(raw.saved);
  const song = read.song;
  let title = raw.title;
  if (typeof title !== 'string' || title.trim() === '') {
    remarks.push(`its title on the shelf is ${kindOf(title)}; expected words`);
    title = song?.title ?? 'A song without a title';
  }
  if (raw.draft !== null && raw.draft !== undefined && typeof raw.draft !== 'string')
    remarks.push(`what was typed beside it is ${kindOf(raw.draft)}; expected text, so it was left out`);
  if (typeof raw.updatedAt !== 'number') remarks.push('when it was saved last is not known');
  if (versionOf(stored) === 0) remarks.push('how often it was saved is not known');
  return {
    title: title as string,
    song,
    draft: typeof raw.draft === 'string' ? raw.draft : null,
    version: versionOf(stored),
    updatedAt: typeof raw.updatedAt === 'number' ? raw.updatedAt : 0,
    trouble: read.trouble,
    remarks,
  };
}

const MOST_SAID = 3;

function readQuietly(saved: unknown): { song: Song | null; trouble: string | null } {
  try {
    const read = readSong(saved);
    if (read.ok) return { song: read.value, trouble: null };
    const said = read.error.slice(0, MOST_SAID).map(formatProblem).join('; ');
    const more = read.error.length - MOST_SAID;
    return { song: null, trouble: more > 0 ? `${said}; and ${more} more` : said };
  } catch (error) {
    // A record so damaged that reading it fails must not take the shelf with it.
    return { song: null, trouble: `what is stored is no song any more (${String(error)})` };
  }
}

function kindOf(value: unknown): string {
  if (value === undefined || value === null) return 'missing';
  if (typeof value === 'string') return 'empty';
  return Array.isArray(value) ? 'a list' : typeof value === 'object' ? 'an object' : `a ${typeof value}`;
}
