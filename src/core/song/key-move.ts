import { PLAYERS, type Player } from '../form/index';
import { formatGrip, gripPitches } from '../grip/index';
import { moveKey } from '../pitch/index';
import { refitSong, type Refitted } from './refit';
import { keyShift, songKey, type Rig, type Song, type Version } from './song';

/** The song in another key, and what that does to the hands. */
export interface KeyMove {
  /** Semitones up, −5 … 6. */
  readonly shift: number;
  readonly key: string;
  /** Capos that carry the guitars' shapes along; null: shapes are found anew. */
  readonly capos: Readonly<Record<'guitar1' | 'guitar2', number>> | null;
  readonly done: Refitted;
  /** Grips of the guitars in which an open string sounds, before and after. */
  readonly openBefore: number;
  readonly openAfter: number;
}

/** Capos sit at most so high: beyond, the frets get narrow and the guitar thin (common practice). */
const HIGHEST_CAPO = 7;

/**
 * The song so many semitones higher; with `capo` the guitars keep their shapes and put a capo on (or further down). Null
 * where no capo carries them.
 */
export function keyMove(song: Song, shift: number, { capo }: { readonly capo: boolean }): KeyMove | null {
  const key = moveKey(songKey(song), shift).text;
  const moved = (player: Player): Rig => {
    const rig = song.players[player];
    return capo && player !== 'bass' ? { ...rig, capo: rig.capo + shift } : rig;
  };
  const players = { guitar1: moved('guitar1'), guitar2: moved('guitar2'), bass: moved('bass') };
  const capos = { guitar1: players.guitar1.capo, guitar2: players.guitar2.capo };
  if (capo && Object.values(capos).some((fret) => fret < 0 || fret > HIGHEST_CAPO)) return null;
  const done = refitSong(song, { key, players, keep: 'pitches' });
  return {
    shift,
    key,
    capos: capo ? capos : null,
    done,
    openBefore: withOpenStrings(song),
    openAfter: withOpenStrings(done.song),
  };
}

/** What became of the guitars' grips between a version in one key and the song as it is. */
export interface KeyBetween {
  /** Semitones from the version to now, −5 … 6. */
  readonly shift: number;
  /** Grips fretted as before, grips that sound the same chord tones moved along on other frets, and all others. */
  readonly shapes: number;
  readonly moved: number;
  readonly others: number;
  readonly openBefore: number;
  readonly openAfter: number;
  readonly capos: Readonly<Record<'guitar1' | 'guitar2', { readonly was: number; readonly is: number }>>;
}

/** Compares a version with the song: cell by cell where both have one, in sections of the same name. */
export function keyBetween(was: Version['song'], now: Song): KeyBetween {
  const shift = keyShift({ key: was.key, sections: [] }, { key: now.key, section: '' });
  const counts = { shapes: 0, moved: 0, others: 0 };
  const sections = new Map(was.sections.map((section) => [section.name, section]));
  for (const section of now.sections) {
    const before = sections.get(section.name);
    section.bars.forEach((bar, b) => {
      for (const player of ['guitar1', 'guitar2'] as const) {
        for (const { at, cell } of bar.cells[player]) {
          const old = before?.bars[b]?.cells[player].find((placed) => placed.at === at)?.cell;
          if (cell.kind !== 'grip' || cell.step || old?.kind !== 'grip') continue;
          const [a, z] = [
            gripPitches(old.grip, was.players[player]),
            gripPitches(cell.grip, now.players[player]),
          ];
          const isSame = formatGrip(old.grip) === formatGrip(cell.grip);
          const isMoved = classes(a, shift) === classes(z, 0);
          counts[isSame ? 'shapes' : isMoved ? 'moved' : 'others'] += 1;
        }
      }
    });
  }
  const capos = (player: Player) => ({ was: was.players[player].capo, is: now.players[player].capo });
  return {
    shift,
    ...counts,
    openBefore: withOpenStrings(was),
    openAfter: withOpenStrings(now),
    capos: { guitar1: capos('guitar1'), guitar2: capos('guitar2') },
  };
}

function classes(pitches: readonly number[], up: number): string {
  return [...new Set(pitches.map((p) => (((p + up) % 12) + 12) % 12))].sort((x, y) => x - y).join();
}

function withOpenStrings(song: Pick<Song, 'sections'>): number {
  let count = 0;
  for (const { bars } of song.sections) {
    for (const bar of bars) {
      for (const player of PLAYERS) {
        if (player === 'bass') continue;
        for (const { cell } of bar.cells[player])
          if (cell.kind === 'grip' && !cell.step && cell.grip.some((fret) => fret === 0)) count += 1;
      }
    }
  }
  return count;
}
