import { unfold, momentsOf, type Song } from '../core/song/index';
import type { Selection } from '../store/index';

/**
 * A place of a song as the address says it: `section=Chorus&nth=2&time=2&bar=3` is the third bar of the second Chorus of
 * the form, played the second time. What is usual (the first) is left out.
 */
export function placeQuery(song: Song, selection: Selection): string {
  const playings = unfold(song);
  const playing = playings[selection.playing];
  if (!playing) return '';
  const name = playing.section.name;
  const nth = playings.slice(0, selection.playing + 1).filter((p) => p.section.name === name).length;
  const moments = momentsOf(playing.section, { pass: selection.pass, meter: playing.meter });
  const bar = (moments[Math.min(selection.moment, moments.length - 1)]?.bar ?? 0) + 1;
  const query = new URLSearchParams({ section: name });
  if (nth > 1) query.set('nth', String(nth));
  if (selection.pass > 1) query.set('time', String(selection.pass));
  query.set('bar', String(bar));
  return query.toString();
}

/** The place an address says, as far as the song has it; null where it says none, or the section is gone. */
export function placeOfQuery(
  song: Song,
  query: URLSearchParams,
): Pick<Selection, 'playing' | 'pass' | 'moment'> | null {
  const name = query.get('section');
  if (name === null) return null;
  const playings = unfold(song);
  const same = playings.flatMap((p, i) => (p.section.name === name ? [i] : []));
  const index = same[Math.min(same.length, whole(query.get('nth'))) - 1];
  const playing = index === undefined ? undefined : playings[index];
  if (index === undefined || !playing) return null;
  const pass = Math.min(whole(query.get('time')), playing.entry.times);
  const moments = momentsOf(playing.section, { pass, meter: playing.meter });
  const bar = whole(query.get('bar')) - 1;
  const found = moments.findIndex((m) => m.bar >= bar);
  return { playing: index, pass, moment: found < 0 ? Math.max(0, moments.length - 1) : found };
}

/** A number from 1; 1 for anything else. */
function whole(text: string | null): number {
  const n = Number(text);
  return Number.isInteger(n) && n >= 1 ? n : 1;
}
