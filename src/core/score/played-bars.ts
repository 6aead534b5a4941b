import { barsOnPass, PLAYERS, writtenBars, type Bar } from '../form/index';
import { beforePickup, strikesOf, unfold, type Playing, type Song } from '../song/index';
import { barTicks, type Meter } from '../time/index';

/** A bar of the song as it is played, once for every time it is. Ticks count from the first bar line of the song. */
export interface PlayedBar {
  readonly playing: Playing;
  /** From 1. */
  readonly pass: number;
  /** From 0 in its pass, as it is played; −1 for what comes before the first bar of the song. */
  readonly bar: number;
  /** As it is written in its section, from 1; 0 for what comes before the first bar. */
  readonly number: number;
  readonly start: number;
  readonly ticks: number;
  /** Ticks of the bar that are not played: it is a pick-up. What is in the bar counts from the bar line that is missing. */
  readonly skipped: number;
  readonly meter: Meter;
  /** What is written in it; null for what comes before the first bar. */
  readonly source: Bar | null;
}

/** The bars of the song in played order, remembered with it. What comes early into the first bar has a bar of its own. */
export function playedBars(song: Song): readonly PlayedBar[] {
  let bars = known.get(song);
  if (!bars) known.set(song, (bars = makeBars(song)));
  return bars;
}

const known = new WeakMap<Song, readonly PlayedBar[]>();

function makeBars(song: Song): readonly PlayedBar[] {
  const bars: PlayedBar[] = [];
  let start = 0;
  for (const playing of unfold(song)) {
    const { section, meter, entry } = playing;
    const length = barTicks(meter);
    for (let pass = 1; pass <= entry.times; pass += 1) {
      const numbers = writtenBars(section, pass);
      barsOnPass(section, pass).forEach((source, bar) => {
        const skipped = pass === 1 && bar === 0 ? beforePickup(section, length) : 0;
        const ticks = length - skipped;
        const number = numbers[bar]! + 1;
        bars.push({ playing, pass, bar, number, start, ticks, skipped, meter, source });
        start += ticks;
      });
    }
  }
  const lead = leadOf(bars);
  return lead === null ? bars : [lead, ...bars];
}

/** A bar for strokes that come early into the first one; null where there are none. */
function leadOf(bars: readonly PlayedBar[]): PlayedBar | null {
  const first = bars[0];
  if (!first) return null;
  const { playing, meter, skipped } = first;
  const strikes = strikesOf(barsOnPass(playing.section, 1), meter);
  const early = PLAYERS.flatMap((player) =>
    strikes[player].filter((s) => s.at < skipped && s.nominal >= skipped).map((s) => skipped - s.at),
  );
  if (early.length === 0) return null;
  const ticks = Math.max(...early);
  const length = barTicks(meter);
  return {
    ...{ playing, pass: 1, bar: -1, number: 0, start: -ticks, ticks },
    ...{ skipped: length - ticks, meter, source: null },
  };
}
