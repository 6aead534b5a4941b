import { songFindings } from '../src/core/clash/index';
import { readChart, writeChart } from '../src/core/formats/index';
import { PLAN_NAMES } from '../src/core/form/index';
import { applyEdit, type Song } from '../src/core/song/index';
import { finish, splitSong } from '../src/core/split/index';

/** Invented progressions, each with another need. */
export const PROGRESSIONS: Readonly<Record<string, { readonly key: string; readonly chords: string }>> = {
  'low-wall': { key: 'Em', chords: 'Em | G | D/F# | C' },
  'flat-side': { key: 'Fm', chords: 'Fm | Db | Ab/C | Eb' },
  'sus-and-slash': { key: 'A', chords: 'Asus4 . A . | E/G# | F#m7 | Dadd9' },
  'minor-walk': { key: 'Bm', chords: 'Bm . A . | G . F#m . | Em7 | F#' },
  'bare-fifths': { key: 'Dm', chords: 'D5 | F5 . G5 . | Bb5 | C5' },
  sevenths: { key: 'G', chords: 'Gmaj7 | Em7 | Am7 | D7' },
};

export const GAINS = [
  ['clean', 1],
  ['crunch', 4],
  ['high gain', 8],
] as const;

/** One progression in every plan and gain, a section each, with everything open. */
export function openSong(name: string): Song {
  const { key, chords } = PROGRESSIONS[name]!;
  const sections = PLAN_NAMES.map((plan) => `== ${plan} == plan ${plan}\nchords | ${chords} |\n`).join('\n');
  return readChart(`title: ${name}\nkey: ${key}\ntempo: 120\n\n${sections}`).song;
}

/** Each section solved for itself: they are no song together. */
export function splitAt(name: string, gain: number): Song {
  const open = openSong(name);
  const players = {
    ...open.players,
    guitar1: { ...open.players.guitar1, gain },
    guitar2: { ...open.players.guitar2, gain: Math.max(0, gain - 1) },
  };
  let song: Song = { ...open, players };
  for (const section of open.sections) {
    // Alone in its form, so that nothing before or after it counts.
    const alone = { ...song, form: song.form.filter((e) => e.section === section.name) };
    const done = finish(splitSong(alone, section.name));
    if (!done.ok) throw new Error(done.error);
    song = applyEdit(song, { kind: 'setCells', changes: done.value.changes });
  }
  return song;
}

/** The readable chart: a section for each plan, for each gain, with what is said of it below. */
export function planChart(name: string): string {
  return GAINS.map(([words, gain]) => {
    const song = splitAt(name, gain);
    const findings = songFindings(song).filter((f) => f.level !== 'note');
    const said = findings.map((f) => `# ${f.section}, bar ${f.bar}: ${f.text}`);
    return [`# ${words}`, '', writeChart(song).trimEnd(), '', ...said, ''].join('\n');
  }).join('\n');
}
