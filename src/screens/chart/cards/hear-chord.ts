import { gripCell, openBar, type Bar } from '../../../core/form/index';
import { enumerateGrips, HANDS, rankOf } from '../../../core/grip/index';
import { defaultBass, defaultGuitar } from '../../../core/instrument/index';
import { parseChord } from '../../../core/pitch/index';
import { emptySong, type Song } from '../../../core/song/index';

/** Hardly any gain: a chord is heard as it is. */
const CLEAN = 1;

/** Seconds a touched chord is heard for, as a tempo of one bar. */
const TEMPO = 150;

/** A song of one bar in which a chord is struck once, in its most usual grip, with its bass; null where it is none. */
export function chordSong(symbol: string): Song | null {
  const known = songs.get(symbol);
  if (known !== undefined) return known;
  const made = madeSong(symbol);
  songs.set(symbol, made);
  return made;
}

const songs = new Map<string, Song | null>();

function madeSong(symbol: string): Song | null {
  const chord = parseChord(symbol);
  if (!chord.ok) return null;
  const best = (isBass: boolean) => {
    const instrument = isBass ? defaultBass() : defaultGuitar(CLEAN);
    const root = parseChord(`${chord.value.bass ?? chord.value.root}5`);
    const wanted = isBass && root.ok ? root.value : chord.value;
    const ranked = enumerateGrips(wanted, instrument, HANDS.middle)
      .filter((known) => !isBass || known.pitches.length === 1)
      .map((known) => ({ known, rank: rankOf(known, { chord: wanted, gain: CLEAN, isBass }) }))
      .sort((a, b) => a.rank - b.rank);
    return ranked[0]?.known.grip ?? null;
  };
  const [guitar, bass] = [best(false), best(true)];
  if (!guitar) return null;
  const song = emptySong(symbol);
  const bar = openBar([{ at: 0, push: 0, chord: symbol }]);
  const rest = [{ at: 0, push: 0 as const, cell: { kind: 'rest', locked: false, guess: false } as const }];
  const sounding: Bar = {
    ...bar,
    cells: {
      guitar1: [{ at: 0, push: 0, cell: gripCell(guitar, {}) }],
      guitar2: rest,
      bass: bass ? [{ at: 0, push: 0, cell: gripCell(bass, {}) }] : rest,
    },
  };
  return {
    ...song,
    tempo: TEMPO,
    players: { ...song.players, guitar1: { ...song.players.guitar1, gain: CLEAN } },
    sections: [{ name: symbol, bars: [sounding], variants: [], wishes: [] }],
    form: [{ section: symbol, times: 1, plan: null, key: null }],
  };
}
