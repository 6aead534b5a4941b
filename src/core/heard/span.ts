import { barsOnPass } from '../form/index';
import { momentsOf, unfold, type Playing, type Song, type SongPlace } from '../song/index';
import { barTicks } from '../time/index';

/** A stretch of the song as it is played: of one playing (in `unfold`'s list) on one pass (from 1), in ticks of the pass. */
export interface Span {
  readonly playing: number;
  readonly pass: number;
  readonly from: number;
  /** Infinity: to the end of the pass. */
  readonly to: number;
}

/** From a place to the end of the song. A place that is not there is the beginning. */
export function spansFrom(song: Song, at: SongPlace): readonly Span[] {
  const playings = unfold(song);
  const start = playings[at.playing] ? at : { playing: 0, pass: 1, moment: 0 };
  return playings.slice(start.playing).flatMap((playing, n): readonly Span[] => {
    const index = start.playing + n;
    const first = n === 0 ? Math.min(start.pass, playing.entry.times) : 1;
    return Array.from({ length: playing.entry.times - first + 1 }, (_, i): Span => {
      const pass = first + i;
      const isHere = n === 0 && i === 0;
      return {
        playing: index,
        pass,
        from: isHere ? momentTicks(song, { ...start, pass }).from : 0,
        to: Infinity,
      };
    });
  });
}

/** Where a moment begins and ends, in ticks of its pass. */
export function momentTicks(song: Song, at: SongPlace): { readonly from: number; readonly to: number } {
  const playing = unfold(song)[at.playing];
  if (!playing) return { from: 0, to: Infinity };
  const moment = momentsOf(playing.section, { pass: at.pass, meter: playing.meter })[at.moment];
  return moment ? { from: moment.start, to: moment.start + moment.ticks } : { from: 0, to: Infinity };
}

/** Every pass of a playing. */
export function spansOfPlaying(song: Song, playing: number): readonly Span[] {
  const times = unfold(song)[playing]?.entry.times ?? 0;
  return Array.from({ length: times }, (_, i) => ({ playing, pass: i + 1, from: 0, to: Infinity }));
}

/** Bars (from 0) of one pass, the last one included; of a pass with fewer bars those it has. */
export function spanOfBars(
  song: Song,
  at: { playing: number; pass: number; from: number; to: number },
): readonly Span[] {
  const playing = unfold(song)[at.playing];
  if (!playing) return [];
  const bars = barsOnPass(playing.section, at.pass).length;
  const ticks = barTicks(playing.meter);
  const to = Math.min(bars, at.to + 1);
  return at.from >= to ? [] : [{ playing: at.playing, pass: at.pass, from: at.from * ticks, to: to * ticks }];
}

/**
 * The last bar of a pass and the first of what comes next, the next pass or the next playing: where one goes into the other.
 * Nothing after the last.
 */
export function spansOfJoin(
  song: Song,
  { playing, pass }: { playing: number; pass: number },
): readonly Span[] {
  const playings = unfold(song);
  const before = playings[playing];
  const isInside = before !== undefined && pass < before.entry.times;
  const next = isInside ? { playing, pass: pass + 1 } : { playing: playing + 1, pass: 1 };
  if (!before || !playings[next.playing]) return [];
  const last = barsOnPass(before.section, pass).length - 1;
  return [
    ...spanOfBars(song, { playing, pass, from: Math.max(0, last), to: last }),
    ...spanOfBars(song, { ...next, from: 0, to: 0 }),
  ];
}

/** Ticks of a pass that are played at all: without what comes before a pick-up, and no more than it has. */
export function playedTicks(
  playing: Playing,
  { pass, from, to }: Span,
  upbeat: number,
): readonly [number, number] {
  const end = barsOnPass(playing.section, pass).length * barTicks(playing.meter);
  return [Math.min(end, Math.max(pass === 1 ? upbeat : 0, from)), Math.min(end, to)];
}
