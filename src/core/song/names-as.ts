import { PLAYERS, type Player } from '../form/index';
import { retuned, tunedBy } from '../instrument/index';
import { belongs } from '../pitch/index';
import { cellPitches } from './cell-pitches';
import { momentsOf } from './moments';
import { refitSong } from './refit';
import { meterOf, type Song } from './song';

/**
 * Semitones the whole band is tuned below the usual strings (below 0: above), where all do it alike; 0 else. A lowest
 * string that is dropped further counts with the others.
 */
export function bandTuning(song: Pick<Song, 'players'>): number {
  const [first, ...others] = PLAYERS.map((player) => tunedBy(song.players[player]));
  if (first === undefined || first === null || others.some((by) => by !== first)) return 0;
  return -first;
}

/**
 * The same song with everything named as it is fretted on usual strings, `down` semitones lower in sound; null where the
 * band is not tuned alike, or is named so already.
 */
export function namedAsFretted(song: Song): Song | null {
  const by = bandTuning(song);
  if (by <= 0 || song.down !== undefined) return null;
  return { ...retunedBy(song, by), down: by };
}

/** The same song with everything named as it sounds; null where it is already. */
export function namedAsSounding(song: Song): Song | null {
  if (song.down === undefined) return null;
  const { down, ...rest } = song;
  return retunedBy(rest, -down);
}

/**
 * What somebody means who writes how the band is tuned down and names chords as they are fretted: the grips fit the
 * chords on usual strings and do not fit them as they sound. The same shapes and names, with `down`; null where the
 * names are what sounds, or nothing tells.
 */
export function meantAsFretted(song: Song): Song | null {
  const by = bandTuning(song);
  if (by <= 0 || song.down !== undefined) return null;
  let [grips, sounding, fretted] = [0, 0, 0];
  for (const section of song.sections) {
    for (const moment of momentsOf(section, { pass: 1, meter: meterOf(song, section) })) {
      const { chord } = moment;
      if (chord === null) continue;
      for (const player of PLAYERS) {
        const cell = moment.cells[player];
        if (cell.kind !== 'grip') continue;
        const pitches = cellPitches(cell, song.players[player]);
        if (pitches.length === 0) continue;
        grips += 1;
        sounding += pitches.filter((p) => belongs(chord, p)).length / pitches.length;
        fretted += pitches.filter((p) => belongs(chord, p + by)).length / pitches.length;
      }
    }
  }
  if (grips < LEAST_GRIPS || fretted / grips < FITS || sounding / grips > FITS_NOT) return null;
  return { ...song, players: playersBy(song, by), down: by };
}

/** From so many grips on it can be told; the share of their notes that is in the chords, and is not (ours). */
const LEAST_GRIPS = 2;
const FITS = 0.7;
const FITS_NOT = 0.5;

/** Strings and names so many semitones higher, every shape where it is. */
function retunedBy(song: Song, by: number): Song {
  return refitSong(song, { key: null, players: playersBy(song, by), keep: 'shapes' }).song;
}

function playersBy(song: Song, by: number): Song['players'] {
  const of = (player: Player) => retuned(song.players[player], by);
  return { guitar1: of('guitar1'), guitar2: of('guitar2'), bass: of('bass') };
}
