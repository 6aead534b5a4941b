import type { Player, Push, Section } from '../form/index';
import { barsOnPass } from '../form/index';
import { isStrike, soundsOn } from '../hits/index';
import type { Edit } from '../song/index';
import { barTicks, type Meter } from '../time/index';
import { RightHands } from './right-hand';

/**
 * Makes a change come early, or on its place again (`push` 0), for some players; strokes that are written go with it.
 * `at`: where the change is written, in ticks from the start of the section. Null when nothing changes there.
 */
export function pushEdit(
  section: Section,
  where: { readonly pass: number; readonly times: number; readonly meter: Meter },
  change: {
    readonly at: number;
    readonly players: readonly Player[];
    readonly push: Push;
    readonly chord: boolean;
    /** Struck loud where it comes, and held over where it was struck loud before, whatever stands there. */
    readonly isLoud?: boolean;
  },
): Edit | null {
  const { at, players, push, chord, isLoud = false } = change;
  const length = barTicks(where.meter);
  const bar = Math.floor(at / length);
  const inBar = at - bar * length;
  const bars = barsOnPass(section, where.pass);
  const h = new RightHands(section, where);
  const moved = players.filter((player) => {
    const placed = bars[bar]?.cells[player].find((c) => c.at === inBar);
    if (!placed || placed.push === push || bars[bar]!.lines?.[player]) return false;
    const [from, to] = [at - placed.push, at - push];
    const written = [from, to].some((t) => bars[Math.floor(Math.max(0, t) / length)]?.hits[player] !== null);
    if (written && to >= 0 && isLoud) {
      h.put(player, to, 'O');
      if (h.symbol(player, from) === 'O') h.put(player, from, '-');
    } else if (written && to >= 0) {
      // A stroke that is already there stays; else the one that stood at the old place goes along.
      const there = h.symbol(player, to);
      if (there === null || !isStrike(there) || !soundsOn(there)) {
        if (from < 0 || !h.move(player, from, to)) h.put(player, to, 'O');
      }
    }
    return true;
  });
  const chordMoves = chord && bars[bar]?.chords.some((c) => c.at === inBar && c.push !== push);
  if (moved.length === 0 && !chordMoves) return null;
  const hits = h.edit();
  return {
    kind: 'together',
    edits: [
      {
        kind: 'setPush',
        change: {
          section: section.name,
          pass: where.pass,
          times: where.times,
          bar,
          at: inBar,
          push,
          players: moved,
          chord,
        },
      },
      ...(hits ? [hits] : []),
    ],
  };
}
