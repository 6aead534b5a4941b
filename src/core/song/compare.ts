import { formatCell, PLAYERS, type Bar, type Player } from '../form/index';
import { formatLine } from '../line/index';
import type { PartChange } from './address';
import { meterOf, sectionNamed, type Song } from './song';

/** A bar that a player does not play alike in two versions of a song. */
export interface Difference {
  readonly section: string;
  /** From 0. */
  readonly bar: number;
  readonly player: Player;
  /** As chart text; null where the version has no such bar. */
  readonly now: string | null;
  readonly then: string | null;
  /** What brings the other version's bar into this song; null where it has none or this song has no such bar. */
  readonly change: PartChange | null;
}

/** Bars that differ between a song and another version of it, in the order of this song's sections; first pass only. */
export function compareSongs(now: Song, then: Song): readonly Difference[] {
  const names = [...new Set([...now.sections, ...then.sections].map((s) => s.name))];
  return names.flatMap((section) => {
    const [a, b] = [sectionNamed(now, section), sectionNamed(then, section)];
    const count = Math.max(a?.bars.length ?? 0, b?.bars.length ?? 0);
    return Array.from({ length: count }, (_, bar) => bar).flatMap((bar) =>
      PLAYERS.flatMap((player): Difference[] => {
        const words = (song: Song, of: Bar | undefined) => (of ? partWords(song, of, player, section) : null);
        const [mine, other] = [a?.bars[bar], b?.bars[bar]];
        const [is, was] = [words(now, mine), words(then, other)];
        if (is === was) return [];
        const change =
          mine && other
            ? {
                section,
                pass: 1,
                player,
                bar,
                cells: other.cells[player],
                hits: other.hits[player],
                line: other.lines?.[player] ?? null,
              }
            : null;
        return [{ section, bar, player, now: is, then: was, change }];
      }),
    );
  });
}

function partWords(song: Song, bar: Bar, player: Player, name: string): string {
  const section = sectionNamed(song, name)!;
  const line = bar.lines?.[player];
  if (line)
    return `line ${formatLine(line, { meter: meterOf(song, section), strings: song.players[player].tuning.length })}`;
  const cells = bar.cells[player].map(
    (c) => `${'<'.repeat(c.push === 480 ? 1 : c.push === 240 ? 2 : 0)}${formatCell(c.cell)}`,
  );
  const hits = bar.hits[player];
  return `${cells.join(' ') || 'goes on'}${hits === null ? '' : ` · ${hits}`}`;
}
