import {
  momentTicks,
  spanOfBars,
  spansFrom,
  spansOfJoin,
  spansOfPlaying,
  type Span,
} from '../../core/heard/index';
import { momentsOf, unfold, type Song, type SongPlace } from '../../core/song/index';

/** What goes round: nothing (the song from here), the bar, the section, or the way into the next one. */
export type Mark = 'song' | 'bar' | 'section' | 'join';

/** The marks with what they are called. */
export const MARKS: readonly (readonly [Mark, string])[] = [
  ['song', 'on to the end'],
  ['bar', 'this bar'],
  ['section', 'this section'],
  ['join', 'into the next'],
];

/** What is played for a mark at a place; of a join at the last section, the section. */
export function spansOf(song: Song, mark: Mark | 'before', at: SongPlace): readonly Span[] {
  switch (mark) {
    case 'before':
      return [...barBefore(song, at), ...barSpan(song, at)];
    case 'song':
      return spansFrom(song, at);
    case 'bar':
      return barSpan(song, at);
    case 'section':
      return spansOfPlaying(song, at.playing);
    case 'join': {
      const join = spansOfJoin(song, at);
      return join.length > 0 ? join : spansOfPlaying(song, at.playing);
    }
  }
}

/** The bar of a place. */
export function barSpan(song: Song, at: SongPlace): readonly Span[] {
  const playing = unfold(song)[at.playing];
  if (!playing) return [];
  const bar = momentsOf(playing.section, { pass: at.pass, meter: playing.meter })[at.moment]?.bar ?? 0;
  return spanOfBars(song, { playing: at.playing, pass: at.pass, from: bar, to: bar });
}

/** The bar that is played before the bar of a place; nothing before the first. */
function barBefore(song: Song, at: SongPlace): readonly Span[] {
  const playings = unfold(song);
  const here = playings[at.playing];
  if (!here) return [];
  const bar = momentsOf(here.section, { pass: at.pass, meter: here.meter })[at.moment]?.bar ?? 0;
  if (bar > 0) return spanOfBars(song, { ...at, from: bar - 1, to: bar - 1 });
  const before =
    at.pass > 1
      ? { playing: at.playing, pass: at.pass - 1 }
      : { playing: at.playing - 1, pass: playings[at.playing - 1]?.entry.times ?? 1 };
  return spansOfJoin(song, before).slice(0, 1);
}

/** Just a moment, with half a bar after it where there is one. */
export function momentSpan(song: Song, at: SongPlace): readonly Span[] {
  const { from, to } = momentTicks(song, at);
  return [{ playing: at.playing, pass: at.pass, from, to }];
}

/** What goes round, in words: "bar 3 of Verse", "Verse into Chorus". */
export function markWords(song: Song, mark: Mark, at: SongPlace): string {
  const playings = unfold(song);
  const here = playings[at.playing];
  if (!here) return '';
  const name = here.section.name;
  switch (mark) {
    case 'song':
      return `from ${name} on`;
    case 'bar': {
      const bar = momentsOf(here.section, { pass: at.pass, meter: here.meter })[at.moment]?.bar ?? 0;
      return `bar ${bar + 1} of ${name}`;
    }
    case 'section':
      return name;
    case 'join': {
      if (at.pass < here.entry.times) return `${name} into itself again`;
      const next = playings[at.playing + 1];
      return next ? `${name} into ${next.section.name}` : name;
    }
  }
}

/** Another song at the same section, as it stands in its own form; the place itself where it has no such section. */
export function otherAt(song: Song, other: Song, at: SongPlace): SongPlace {
  const name = unfold(song)[at.playing]?.entry.section;
  const playings = unfold(other);
  if (playings[at.playing]?.entry.section === name) return at;
  const playing = playings.findIndex((p) => p.entry.section === name);
  return playing < 0 ? at : { playing, pass: 1, moment: 0 };
}
