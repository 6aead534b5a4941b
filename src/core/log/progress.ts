import { materialOf, type Song } from '../song/index';
import { beatsAMinute } from '../time/index';

/** How fast a section, or the way from it into another, went on the days it was rehearsed. */
export interface Progress {
  readonly section: string;
  /** Null: the section itself. */
  readonly into: string | null;
  /** Beats a minute it is to be played at. */
  readonly wanted: number;
  /** By day, the oldest first: the fastest, and the fastest that went clean; null: none did. */
  readonly days: readonly { readonly date: string; readonly tempo: number; readonly clean: number | null }[];
  /** The fastest it ever went clean; null: it never did. */
  readonly best: number | null;
}

/** Progress of everything that was rehearsed and is still in the song, in the order of the song. */
export function progressOf(song: Song): readonly Progress[] {
  const rehearsals = song.log?.rehearsals ?? [];
  const all = new Map<string, { section: string; into: string | null }>();
  for (const section of song.sections)
    all.set(keyOf(section.name, null), { section: section.name, into: null });
  for (const [i, entry] of song.form.entries()) {
    const next = song.form[i + 1];
    if (entry.times > 1)
      all.set(keyOf(entry.section, entry.section), { section: entry.section, into: entry.section });
    if (next) all.set(keyOf(entry.section, next.section), { section: entry.section, into: next.section });
  }
  return [...all].flatMap(([key, { section, into }]): Progress[] => {
    const days = new Map<string, { tempo: number; clean: number | null }>();
    for (const { date, reached } of rehearsals) {
      for (const one of reached) {
        if (keyOf(one.section, one.into) !== key) continue;
        const day = days.get(date) ?? { tempo: 0, clean: null };
        days.set(date, {
          tempo: Math.max(day.tempo, one.tempo),
          clean: one.clean ? Math.max(day.clean ?? 0, one.tempo) : day.clean,
        });
      }
    }
    if (days.size === 0) return [];
    const list = [...days].map(([date, day]) => ({ date, ...day }));
    const cleans = list.flatMap((day) => (day.clean === null ? [] : [day.clean]));
    return [
      {
        section,
        into,
        wanted: wantedTempo(song, section),
        days: list,
        best: cleans.length > 0 ? Math.max(...cleans) : null,
      },
    ];
  });
}

function keyOf(section: string, into: string | null): string {
  return `${section}\n${into ?? ''}`;
}

/** Beats a minute a section is first played at. */
export function wantedTempo(song: Song, section: string): number {
  const material = materialOf(song, section);
  return material === null ? song.tempo : Math.round(beatsAMinute(material.tempo, material.meter) * 10) / 10;
}

/** How much of its tempo, in whole beats, something reached clean, 0 … 1; 0 where it never went clean. */
export function readyShare({ best, wanted }: Pick<Progress, 'best' | 'wanted'>): number {
  return best === null ? 0 : Math.min(1, best / Math.floor(wanted));
}
