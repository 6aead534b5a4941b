import { formatNamedPattern } from '../hits/index';
import {
  formatCell,
  formatLike,
  formatNamedPlan,
  formatNamedSound,
  formatSoundUse,
  formatTune,
  formatWish,
  ownCells,
  PLAYERS,
  type BarPatch,
  type Comment,
  type OwnVariant,
  type PlacedCell,
  type PlacedChord,
  type Player,
  type Sounds,
} from '../form/index';
import { formatLine, type Line } from '../line/index';
import { formatDelay, formatMeter, formatSwing, type Meter } from '../time/index';
import type { SavedValues } from './saved-schema';
import { meterOf, sectionNamed, type Song } from './song';

/** What our song files call themselves, and the version this program writes. */
export const SONG_FORMAT = 'orchestron-song';
export const SONG_VERSION = 2;

/** A song as it stands in a file or in the browser's storage: the song with cells as chart text (`888xxx!`). */
export interface SavedSong {
  readonly format: string;
  readonly version: number;
  readonly song: SavedValues;
}

/** The song as plain JSON values; `readSong` gives the same song back. */
export function saveSong(song: Song): SavedSong {
  const saved = { format: SONG_FORMAT, version: SONG_VERSION, song: savedValues(song) };
  return saved as unknown as SavedSong;
}

function savedValues(song: Song): object {
  const cells = (list: readonly PlacedCell[]) =>
    list.map(({ at, push, cell }) => ({ at, push, cell: formatCell(cell) }));
  const uses = ({ sounds }: { readonly sounds?: Sounds }) =>
    sounds ? { sounds: mapPlayers(sounds, formatSoundUse) } : {};
  const chords = (list: readonly PlacedChord[] | undefined) =>
    list
      ? {
          chords: list.map(({ at, push, chord, guess }) => ({ at, push, chord: chord + (guess ? '~' : '') })),
        }
      : {};
  const lineText = (line: Line, player: Player, meter: Meter) =>
    formatLine(line, { meter, strings: song.players[player].tuning.length });
  const beside = ({ beside: parts }: BarPatch, meter: Meter) =>
    parts
      ? {
          beside: mapPlayers(parts, (list, player) =>
            list.map((one) => ({
              cells: cells(ownCells(one.cells)),
              hits: one.hits,
              line: one.line === null ? null : lineText(one.line, player, meter),
            })),
          ),
        }
      : {};
  const part = (p: BarPatch, meter: Meter) => ({
    ...chords(p.chords),
    ...beside(p, meter),
    ...uses(p),
    // The cells of a line are made from it again; grips beside it stay.
    ...(p.cells ? { cells: mapPlayers(p.cells, (list) => cells(ownCells(list))) } : {}),
    ...(p.lines
      ? {
          lines: mapPlayers(p.lines, (line, player) =>
            line === null ? null : lineText(line, player, meter),
          ),
        }
      : {}),
  });
  const variant = (v: OwnVariant, meter: Meter) => ({
    ...v,
    bars: v.bars.map((p) => ({ ...p, ...part(p, meter) })),
  });
  const commented = ({ comments }: { readonly comments?: readonly Comment[] }) =>
    comments ? { comments: comments.map((c) => (c.above === undefined ? c.text : c)) } : {};
  const { plans, patterns, versions, ...rest } = song;
  return {
    ...rest,
    ...commented(song),
    meter: formatMeter(song.meter),
    players: mapPlayers(song.players, (rig) => ({
      ...rig,
      delay: rig.delay === null ? null : formatDelay(rig.delay),
      ...(rig.sounds ? { sounds: rig.sounds.map(formatNamedSound) } : {}),
    })),
    sections: song.sections.map(({ meter, swing, like, ...section }) => ({
      ...section,
      ...(meter ? { meter: formatMeter(meter) } : {}),
      ...(swing ? { swing: formatSwing(swing) } : {}),
      ...(like ? { like: mapPlayers(like, formatLike) } : {}),
      ...uses(section),
      ...commented(section),
      wishes: section.wishes.map(formatWish),
      bars: section.bars.map((b) => ({ ...b, ...part(b, meter ?? song.meter) })),
      variants: section.variants.map((v) => variant(v, meter ?? song.meter)),
    })),
    form: song.form.map(({ tune, sounds, variants, ...entry }) => ({
      ...entry,
      ...commented(entry),
      ...(variants
        ? {
            variants: variants.map((v) => variant(v, meterOf(song, sectionNamed(song, entry.section) ?? {}))),
          }
        : {}),
      ...(tune ? { tune: formatTune(tune) } : {}),
      ...uses(sounds ? { sounds } : {}),
    })),
    ...(plans ? { plans: plans.map(formatNamedPlan) } : {}),
    ...(patterns ? { patterns: patterns.map(formatNamedPattern) } : {}),
    ...(versions ? { versions: versions.map((v) => ({ name: v.name, song: savedValues(v.song) })) } : {}),
  };
}

export function mapPlayers<A, B>(
  parts: { readonly [P in Player]?: A | undefined },
  change: (part: A, player: Player) => B,
): Partial<Record<Player, B>> {
  const mapped: Partial<Record<Player, B>> = {};
  for (const player of PLAYERS) {
    const part = parts[player];
    if (part !== undefined) mapped[player] = change(part, player);
  }
  return mapped;
}
