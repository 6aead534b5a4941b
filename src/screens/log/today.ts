import { format } from 'date-fns';
import { nanoid } from 'nanoid';
import type { Edit, Failure, Reached, Rehearsal, Song } from '../../core/song/index';

/** Today, as a rehearsal's day is written. */
export function today(): string {
  return format(new Date(), 'yyyy-MM-dd');
}

/** Today's rehearsal as it stands, or a new one. */
export function todays(song: Song): Rehearsal {
  const date = today();
  const known = song.log?.rehearsals.findLast((r) => r.date === date);
  const before = song.log?.rehearsals.at(-1);
  return (
    known ?? {
      id: nanoid(10),
      date,
      // Mostly the same people as last time.
      who: before?.who ?? '',
      minutes: null,
      reached: [],
      failed: [],
      notes: '',
    }
  );
}

/** A rehearsal in the log, new or in place of itself. */
export function putRehearsal(rehearsal: Rehearsal): Edit {
  return { kind: 'log', change: { what: 'rehearsed', rehearsal } };
}

/**
 * Today's rehearsal with a tempo that was reached; of the same place the new word counts. What failed there earlier today is
 * over when it went clean at `wanted` beats a minute.
 */
export function withReached(song: Song, reached: Reached, wanted: number): Edit {
  const now = todays(song);
  const isHere = (one: Pick<Reached, 'section' | 'into'>) =>
    one.section === reached.section && one.into === reached.into;
  const isOver = reached.clean && reached.tempo >= Math.floor(wanted);
  return putRehearsal({
    ...now,
    reached: [...now.reached.filter((r) => !isHere(r)), reached],
    failed: now.failed.map((f) => (isOver && isHere(f) ? { ...f, over: true } : f)),
  });
}

export function withFailure(song: Song, failure: Failure): Edit {
  const now = todays(song);
  return putRehearsal({ ...now, failed: [...now.failed, failure] });
}
