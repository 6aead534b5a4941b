import {
  barsOnPass,
  formatCell,
  ownCells,
  PLAYER_WORDS,
  PLAYERS,
  type Bar,
  type Player,
} from '../form/index';
import { formatLine } from '../line/index';
import type { PartChange } from './address';
import { materialOf, meterOf, sectionNamed, type Song } from './song';

/** A bar that a player does not play alike in two versions of a song. */
export interface Difference {
  readonly section: string;
  /** From 0. */
  readonly bar: number;
  readonly player: Player;
  /** As chart text; null where the version has no such bar. */
  readonly now: string | null;
  readonly then: string | null;
  /**
   * What brings the other version's bar into this song; null where it has none, this song has no such bar, or
   * the player strikes with somebody in only one of them.
   */
  readonly change: PartChange | null;
}

/** Bars that differ between a song and another version of it, in the order of this song's sections; first pass only. */
export function compareSongs(now: Song, then: Song): readonly Difference[] {
  const names = [...new Set([...now.sections, ...then.sections].map((s) => s.name))];
  return names.flatMap((section) => {
    const [a, b] = [firstTime(now, section), firstTime(then, section)];
    const count = Math.max(a.length, b.length);
    return Array.from({ length: count }, (_, bar) => bar).flatMap((bar) =>
      PLAYERS.flatMap((player): Difference[] => {
        const words = (song: Song, of: Bar | undefined) => (of ? partWords(song, of, player, section) : null);
        const [mine, other] = [a[bar], b[bar]];
        const [is, was] = [words(now, mine), words(then, other)];
        if (is === was) return [];
        const change =
          mine && other && leaderOf(now, section, player) === leaderOf(then, section, player)
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

/** A section's bars as they are played the first time; none where it does not exist. */
function firstTime(song: Song, name: string): readonly Bar[] {
  const material = materialOf(song, name);
  return material ? barsOnPass(material.section, 1) : [];
}

/** Whom a player strikes with: then the hits are not the player's own. */
function leaderOf(song: Song, name: string, player: Player): Player | null {
  return sectionNamed(song, name)?.hands?.[player]?.with ?? null;
}

function partWords(song: Song, bar: Bar, player: Player, name: string): string {
  const section = sectionNamed(song, name)!;
  const line = bar.lines?.[player];
  const notes =
    line === undefined
      ? null
      : `line ${formatLine(line, { meter: meterOf(song, section), strings: song.players[player].tuning.length })}`;
  // However many chords an open stretch lies under, it is open.
  const own = ownCells(bar.cells[player]);
  if (notes !== null && own.length === 0 && bar.hits[player] === null) return notes;
  const told = own.filter((c, i) => c.cell.kind !== 'open' || own[i - 1]?.cell.kind !== 'open');
  const cells = told.map(
    (c) => `${'<'.repeat(c.push === 480 ? 1 : c.push === 240 ? 2 : 0)}${formatCell(c.cell)}`,
  );
  const leader = leaderOf(song, name, player);
  const hits = leader === null ? bar.hits[player] : `with ${PLAYER_WORDS[leader]}`;
  return `${cells.join(' ') || 'goes on'}${hits === null ? '' : ` · ${hits}`}${notes === null ? '' : ` · ${notes}`}`;
}
