import type { Player } from '../form/index';
import type { Song } from '../song/index';
import { playedBars, type PlayedBar } from './played-bars';
import { rhythmOf, type Group, type Stretch, type Written } from './rhythm';
import { playedStrokes, type PlayedStroke } from './strokes';

/** A written note, chord or rest of a player. */
export interface ScoreNote extends Written {
  /** Null for a rest. */
  readonly stroke: PlayedStroke | null;
  /** It goes on from what is written before it, over the bar line too. */
  readonly tiedFrom: boolean;
  readonly tiedTo: boolean;
}

/** A bar of one player as it is written down; `at` in ticks from its bar line. */
export interface Measure {
  readonly bar: PlayedBar;
  readonly notes: readonly ScoreNote[];
  readonly groups: readonly Group[];
}

/** What a player plays, bar by bar in played order: the same strokes that are judged and heard. Remembered. */
export function measuresOf(song: Song, player: Player): readonly Measure[] {
  let players = known.get(song);
  if (!players) known.set(song, (players = new Map()));
  let measures = players.get(player);
  if (!measures) players.set(player, (measures = makeMeasures(song, player)));
  return measures;
}

const known = new WeakMap<Song, Map<Player, readonly Measure[]>>();

function makeMeasures(song: Song, player: Player): readonly Measure[] {
  const strokes = playedStrokes(song, player);
  let next = 0;
  return playedBars(song).map((bar): Measure => {
    const end = bar.start + bar.ticks;
    // What sounds over the bar line is written in both bars.
    while (next < strokes.length && strokes[next]!.until <= bar.start) next += 1;
    const here: PlayedStroke[] = [];
    for (let i = next; i < strokes.length && strokes[i]!.at < end; i += 1) here.push(strokes[i]!);
    return measureOf(bar, here);
  });
}

interface Item extends Stretch {
  readonly stroke: PlayedStroke | null;
  readonly tiedFrom: boolean;
  readonly tiedTo: boolean;
}

function measureOf(bar: PlayedBar, strokes: readonly PlayedStroke[]): Measure {
  const zero = bar.start - bar.skipped;
  const end = bar.start + bar.ticks;
  const items: Item[] = [];
  let at = bar.start;
  const rest = (until: number) => {
    if (until - at < 1) return;
    const ticks = until - at;
    items.push({ at: at - zero, ticks, rest: true, stroke: null, tiedFrom: false, tiedTo: false });
    at = until;
  };
  for (const stroke of strokes) {
    const from = Math.max(bar.start, stroke.at);
    const until = Math.min(end, stroke.until);
    if (until - from < 1) continue;
    rest(from);
    items.push({
      at: from - zero,
      ticks: until - from,
      rest: false,
      stroke,
      tiedFrom: stroke.at < bar.start,
      tiedTo: stroke.until > end,
    });
    at = until;
  }
  rest(end);
  const { written, groups } = rhythmOf(items, bar.meter);
  const notes = written.map((piece): ScoreNote => {
    const { stroke, tiedFrom, tiedTo } = items[piece.item]!;
    const { item, at, ticks, base, dots, first, last, group } = piece;
    return {
      item,
      at,
      ticks,
      base,
      dots,
      first,
      last,
      group,
      stroke,
      tiedFrom: stroke !== null && (piece.first ? tiedFrom : true),
      tiedTo: stroke !== null && (piece.last ? tiedTo : true),
    };
  });
  return { bar, notes, groups };
}
