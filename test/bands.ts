import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { readChart } from '../src/core/formats/index';
import { PLAYERS, type PlanName, type Player } from '../src/core/form/index';
import { gripPitches, type Grip } from '../src/core/grip/index';
import { applyEdit, materialOf, momentsOf, rigIn, type Moment, type Song } from '../src/core/song/index';
import { editOf, finish, splitSong } from '../src/core/split/index';

const folder = fileURLToPath(new URL('bands', import.meta.url));

/** Ten invented songs in ten styles, chords and voice alone but for what is locked. */
export const BANDS: readonly string[] = readdirSync(folder)
  .filter((name) => name.endsWith('.txt'))
  .sort();

export function openBand(file: string): Song {
  const { song, problems } = readChart(readFileSync(`${folder}/${file}`, 'utf8'));
  if (problems.length > 0) throw new Error(`${file}: ${problems[0]!.message}`);
  return song;
}

const split = new Map<string, Song>();

/** The song with both hands split. */
export function splitBand(file: string): Song {
  let song = split.get(file);
  if (!song) split.set(file, (song = splitOpen(openBand(file)).song));
  return song;
}

/** The same with one plan for all its sections, and whether that is proven to be the best. */
export function splitBandBy(
  file: string,
  plan: PlanName,
): { readonly song: Song; readonly isProven: boolean } {
  const open = openBand(file);
  return splitOpen({ ...open, form: open.form.map((entry) => ({ ...entry, plan })) });
}

function splitOpen(open: Song): { song: Song; isProven: boolean } {
  const done = finish(splitSong(open, null));
  if (!done.ok) throw new Error(done.error);
  const { cost, bound } = done.value;
  return { song: applyEdit(open, editOf(done.value)), isProven: cost === bound };
}

/** One chord as the band plays it: what the measures look at, from the song alone. */
export interface Heard {
  readonly where: string;
  readonly section: string;
  readonly plan: PlanName;
  readonly moment: Moment;
  readonly gains: Readonly<Record<Player, number>>;
  readonly grips: Readonly<Record<Player, Grip | null>>;
  readonly pitches: Readonly<Record<Player, readonly number[]>>;
}

export function heardIn(file: string): readonly Heard[] {
  const song = splitBand(file);
  return song.form.flatMap(({ section: name, plan }, entry): readonly Heard[] => {
    const { section, meter } = materialOf(song, name, entry)!;
    return momentsOf(section, { pass: 1, meter }).map((moment) => {
      const each = <T>(of: (player: Player) => T) =>
        Object.fromEntries(PLAYERS.map((p) => [p, of(p)])) as Record<Player, T>;
      const grips = each((player) => {
        const cell = moment.cells[player];
        return cell.kind === 'grip' ? cell.grip : null;
      });
      const rig = (player: Player) => rigIn(song, player, { section, bar: moment });
      return {
        where: `${file}, ${name}, bar ${moment.bar + 1}, ${moment.chordText}`,
        section: name,
        plan: plan ?? 'low-high',
        moment,
        gains: each((player) => rig(player).gain),
        grips,
        pitches: each((player) => {
          const grip = grips[player];
          return grip === null ? [] : [...gripPitches(grip, rig(player))].sort((a, b) => a - b);
        }),
      };
    });
  });
}
