import type { Rehearsal, Song } from '../../core/song/index';
import { placeWords } from './place';

/** A section, or the way from it into another one. */
export interface LogPlace {
  readonly section: string;
  readonly into: string | null;
}

export function placeKey({ section, into }: LogPlace): string {
  return JSON.stringify([section, into]);
}

export function fromPlaceKey(key: string): LogPlace {
  const [section, into] = JSON.parse(key) as [string, string | null];
  return { section, into };
}

/** Sections as they are played, each way into the next one, and what a rehearsal speaks of besides. */
export function placeChoices(
  song: Song,
  rehearsal: Rehearsal,
): readonly { readonly key: string; readonly words: string }[] {
  const places: LogPlace[] = [
    ...song.form.map(({ section }) => ({ section, into: null })),
    ...song.form.flatMap(({ section, times }, i) => {
      const next = song.form[i + 1];
      return [
        ...(times > 1 ? [{ section, into: section }] : []),
        ...(next ? [{ section, into: next.section }] : []),
      ];
    }),
    ...rehearsal.reached,
    ...rehearsal.failed,
  ];
  const keys = new Map(places.map((place) => [placeKey(place), placeWords(place)]));
  return [...keys].map(([key, words]) => ({ key, words }));
}
