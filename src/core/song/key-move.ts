import { PLAYERS, type Player } from '../form/index';
import { moveKey } from '../pitch/index';
import { refitSong, type Refitted } from './refit';
import { songKey, type Rig, type Song } from './song';

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

function withOpenStrings(song: Song): number {
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
