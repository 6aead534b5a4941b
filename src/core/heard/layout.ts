import { barsOnPass, PLAYERS, type Section } from '../form/index';
import {
  beforePickup,
  momentsOf,
  strikesOf,
  unfold,
  type Playing,
  type Song,
  type SongPlace,
} from '../song/index';
import { barTicks, swungTick, ticksToSeconds } from '../time/index';
import { countBar, type DrumTick } from './drummer';
import { playedTicks, type Span } from './span';

/** A pass of a playing, or a part of it, laid out in time. */
export interface LaidPass {
  readonly playing: Playing;
  readonly pass: number;
  /** Ticks that are heard. */
  readonly from: number;
  readonly to: number;
  /** Seconds of a tick of the pass. */
  readonly at: (tick: number) => number;
  /** Quarter notes a minute as it is heard. */
  readonly tempo: number;
  /** One begins to listen in the middle of it: what is held there is struck. */
  readonly begins: boolean;
}

/** When a moment of the song begins, in seconds. */
interface TimedPlace {
  readonly at: number;
  readonly place: SongPlace;
}

/** Stretches of a song one after the other, in seconds. */
export interface Layout {
  readonly passes: readonly LaidPass[];
  /** Sticks before the music. */
  readonly sticks: readonly DrumTick[];
  /** Where the music begins and ends. */
  readonly start: number;
  readonly end: number;
  readonly places: readonly TimedPlace[];
  readonly bars: readonly { readonly at: number; readonly section: string; readonly bar: number }[];
  /** Where a song that fades does so; null: it does not. */
  readonly fade: { readonly from: number; readonly to: number } | null;
}

/** Lays spans out; those that are not there are left out. */
export function layOut(
  song: Song,
  spans: readonly Span[],
  of: { readonly share: number; readonly countIn: number; readonly lead: number },
): Layout {
  const playings = unfold(song);
  const passes: LaidPass[] = [];
  const places: TimedPlace[] = [];
  const bars: Layout['bars'][number][] = [];
  let sticks: readonly DrumTick[] = [];
  let start = 0;
  let now = 0;
  let fade: Layout['fade'] = null;
  for (const span of spans) {
    const playing = playings[span.playing];
    if (!playing || span.pass > playing.entry.times) continue;
    const { section, meter, entry } = playing;
    const length = barTicks(meter);
    const [from, to] = playedTicks(playing, span, beforePickup(section, length));
    if (from >= to) continue;
    const tempo = playing.tempo * of.share;
    const seconds = secondsOf(section, tempo);
    if (passes.length === 0) {
      sticks = Array.from({ length: of.countIn }, (_, bar) =>
        countBar(meter).map((stroke) => ({ ...stroke, at: seconds(bar * length) + seconds(stroke.at) })),
      ).flat();
      // Without a count-in it begins with what comes early into it.
      const first = Math.min(from, ...earlyInto(playing, span.pass, from));
      const early = Math.max(of.lead, seconds(from) - seconds(first));
      start = of.countIn > 0 ? of.countIn * seconds(length) : early;
      now = start;
    }
    const zero = now - seconds(from);
    const at = (tick: number) => zero + seconds(tick);
    const begins = passes.length === 0 && span.from > 0;
    passes.push({ playing, pass: span.pass, from, to, at, tempo, begins });
    for (let bar = Math.ceil(from / length); bar * length < to; bar += 1)
      bars.push({ at: at(bar * length), section: section.name, bar });
    momentsOf(section, { pass: span.pass, meter }).forEach((m, moment) => {
      if (m.start + m.ticks <= from || m.start >= to) return;
      places.push({
        at: at(Math.max(from, m.start)),
        place: { playing: span.playing, pass: span.pass, moment },
      });
    });
    now = at(to);
    const isLast = span.pass === entry.times && to === barsOnPass(section, span.pass).length * length;
    if (entry.end === 'fade' && isLast) fade = { from: at(from), to: now };
  }
  return { passes, sticks, start, end: now, places, bars, fade };
}

function secondsOf({ swing }: Section, tempo: number): (tick: number) => number {
  return (tick) => ticksToSeconds(swungTick(tick, swing ?? null), tempo);
}

/** Where strokes stand that come early into a tick. */
function earlyInto({ section, meter }: Playing, pass: number, tick: number): readonly number[] {
  const strikes = strikesOf(barsOnPass(section, pass), meter);
  return PLAYERS.flatMap((player) =>
    strikes[player].filter(({ at, nominal }) => at < tick && nominal >= tick).map(({ at }) => at),
  );
}
