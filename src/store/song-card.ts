import { defaultGuitar, tuningWords } from '../core/instrument/index';
import { versionOf, type SongCard, type StoredSong } from './storage';

/** The card of whatever stands under a key of the shelf. Never throws. */
export function cardOf(stored: StoredSong): SongCard {
  const raw = stored as unknown as Record<string, unknown>;
  const song = field(field(raw.saved, 'song'), null);
  const title = [raw.title, song?.title].find((t): t is string => typeof t === 'string' && t.trim() !== '');
  return {
    id: stored.id,
    title: title ?? 'A song without a title',
    key: typeof song?.key === 'string' ? song.key : null,
    tempo: typeof song?.tempo === 'number' && Number.isFinite(song.tempo) ? song.tempo : null,
    tuning: tuningsOf(song?.players),
    updatedAt: typeof raw.updatedAt === 'number' ? raw.updatedAt : 0,
    version: versionOf(stored),
  };
}

type Values = Readonly<Record<string, unknown>>;

function field(value: unknown, name: string | null): Values | null {
  const found = name === null ? value : (value as Values | null | undefined)?.[name];
  return typeof found === 'object' && found !== null ? (found as Values) : null;
}

/** The tunings of both guitars, once where they are the same; null where they cannot be read. */
function tuningsOf(players: unknown): string | null {
  const words = (['guitar1', 'guitar2'] as const).map((player) => {
    const tuning = field(players, player)?.tuning;
    if (!Array.isArray(tuning) || !tuning.every((note) => typeof note === 'string')) return null;
    try {
      return tuningWords({ ...defaultGuitar(0), tuning });
    } catch {
      return null;
    }
  });
  if (words.includes(null)) return null;
  return [...new Set(words)].join(' / ');
}
