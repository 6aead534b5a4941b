import { inOrder, isDay, NO_LOG, type Decision, type LogChange, type SongLog } from './log';
import type { Song } from './song';

/** The song with its log changed. Throws RangeError for a day that is none. */
export function setLog(song: Song, change: LogChange): Song {
  const log = song.log ?? NO_LOG;
  switch (change.what) {
    case 'forget':
      return withLog(song, { ...log, decisions: log.decisions.filter((d) => d.id !== change.id) });
    case 'rehearsed': {
      const { rehearsal } = change;
      if (!isDay(rehearsal.date))
        throw new RangeError(`No day "${rehearsal.date}"; expected one like 2026-11-27`);
      const others = log.rehearsals.filter((r) => r.id !== rehearsal.id);
      return withLog(song, { ...log, rehearsals: inOrder([...others, rehearsal]) });
    }
    case 'dropRehearsal':
      return withLog(song, { ...log, rehearsals: log.rehearsals.filter((r) => r.id !== change.id) });
  }
}

/** A log without anything is not there. */
export function withLog(song: Song, log: SongLog): Song {
  const { log: _was, ...rest } = song;
  return log.decisions.length + log.rehearsals.length === 0 ? rest : { ...rest, log };
}

/** The song with what its log says of places put elsewhere. */
export function movedLog(
  song: Song,
  places: {
    readonly section: (name: string) => string;
    /** The bar (from 1) where a bar of a section is now; null: it is gone. */
    readonly bar?: (section: string, bar: number) => number | null;
  },
): Song {
  if (!song.log) return song;
  const { section } = places;
  const at = (name: string, bar: number | null) =>
    bar === null || !places.bar ? bar : places.bar(name, bar);
  const into = (name: string | null) => (name === null ? null : section(name));
  const decisions = song.log.decisions.map((d): Decision => {
    const { kept } = d;
    return {
      ...d,
      section: into(d.section),
      bar: d.section === null ? d.bar : at(d.section, d.bar),
      was: d.was.flatMap((part) => {
        const bar = at(part.section, part.bar);
        return bar === null ? [] : [{ ...part, section: section(part.section), bar }];
      }),
      ...(kept ? { kept: { ...kept, section: into(kept.section) } } : {}),
    };
  });
  const rehearsals = song.log.rehearsals.map((r) => ({
    ...r,
    reached: r.reached.map((one) => ({ ...one, section: section(one.section), into: into(one.into) })),
    failed: r.failed.map((one) => ({
      ...one,
      section: section(one.section),
      into: into(one.into),
      bar: at(one.section, one.bar),
    })),
  }));
  return { ...song, log: { decisions, rehearsals } };
}
