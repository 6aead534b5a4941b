import { parseNote, pitchClass, pitchClassOf } from '../pitch/index';
import { FIVE_STRING_BASS, STANDARD_BASS, STANDARD_GUITAR, type Instrument } from './instrument';

/** Tunings that have a name of their own, lowest string first (common practice). */
const OPEN_TUNINGS: Readonly<Record<string, string>> = {
  'open a': 'E A E A C# E',
  'open c': 'C G C G C E',
  'open d': 'D A D F# A D',
  'open dm': 'D A D F A D',
  'open e': 'E B E G# B E',
  'open em': 'E B E G B E',
  'open g': 'D G D G B D',
  'open gm': 'D G D G Bb D',
};

/** How players name strings by semitones above C: lowered ones by flats, those of a tuning named by a sharp by sharps. */
const FLATS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'] as const;
const SHARPS = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'] as const;

/** Farthest a whole tuning is named down, in semitones: beyond it the names would be taken for higher ones. */
const FARTHEST = 5;

/**
 * The strings of a tuning as people call it, lowest first, with their octaves where the name tells them: `standard`,
 * `drop D`, `half step down`, `a whole tone down`, `2 semitones down`, `Eb standard`, `open G`, `DADGAD`. Null where it is
 * no such name.
 */
export function stringsNamed(text: string, kind: Instrument['kind']): readonly string[] | null {
  const words = text
    .trim()
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .replaceAll('♭', 'b')
    .replaceAll('♯', '#')
    .replace(/ tuning$/, '');
  const five = kind === 'bass' ? /^(?:five|5)[- ]?strings?(?: bass)?(?:,? (.+))?$/.exec(words) : null;
  if (five) {
    const four = stringsNamed(five[1] ?? 'standard', kind);
    // The fifth string goes along with the lowest of the others, unless that one alone is dropped.
    const by = four === null ? null : semitonesBelow(five[1] ?? 'standard');
    return by === null ? null : FIVE_STRING_BASS.map((name) => named(pitchOf(name) - by, FLATS));
  }
  if (/^(standard|usual|normal)$/.test(words)) return lowered(kind, 0, FLATS);
  const open = OPEN_TUNINGS[words.replace(' minor', 'm').replace(' major', '')];
  if (open && kind === 'guitar') return open.split(' ');
  const drop = /^drop(?:ped)?[ -]?([a-g][#b]?)$/.exec(words)?.[1];
  if (drop) {
    const strings = lowered(kind, below('D', drop), namesFor(drop));
    const lowest = strings && pitchOf(strings[0]!);
    return strings && [named(lowest! - 2, namesFor(drop)), ...strings.slice(1)];
  }
  const whole = /^([a-g][#b]?) standard$/.exec(words)?.[1];
  if (whole) return lowered(kind, below('E', whole), namesFor(whole));
  const by = semitonesDown(words);
  if (by !== null) return lowered(kind, by, FLATS);
  return splitNames(text.trim().replaceAll('♭', 'b').replaceAll('♯', '#'), kind);
}

/** How far a name tunes every string down; null where it does not move them alike. */
function semitonesBelow(words: string): number | null {
  return /^(standard|usual|normal)$/.test(words) ? 0 : semitonesDown(words);
}

/** The usual strings so many semitones lower; null where that is too far. */
function lowered(kind: Instrument['kind'], by: number, names: readonly string[]): readonly string[] | null {
  if (Math.abs(by) > FARTHEST) return null;
  const usual = kind === 'guitar' ? STANDARD_GUITAR : STANDARD_BASS;
  return usual.map((name) => named(pitchOf(name) - by, names));
}

function named(pitch: number, names: readonly string[]): string {
  return `${names[pitchClass(pitch)]!}${Math.floor(pitch / 12) - 1}`;
}

function pitchOf(name: string): number {
  const note = parseNote(name);
  if (!note.ok) throw new RangeError(note.error);
  return note.value;
}

function namesFor(note: string): readonly string[] {
  return /^.b$/.test(note) ? FLATS : SHARPS;
}

/** Semitones from a note down to another. */
function below(from: string, to: string): number {
  return pitchClass(pitchClassOf(from)! - pitchClassOf(capital(to))!);
}

function capital(name: string): string {
  return name[0]!.toUpperCase() + name.slice(1);
}

/** `half step down`, `down a whole tone`, `tuned 3 semitones down`; below 0 for `a semitone up`; null for other words. */
function semitonesDown(words: string): number | null {
  if (/\b(up|higher|sharp)\b/.test(words)) {
    const by = semitonesDown(words.replace(/\b(up|higher|sharp)\b/, 'down'));
    return by === null ? null : -by;
  }
  if (!/\b(down|lower|flat)\b/.test(words)) return null;
  const said = words
    .replace(/^tuned /, '')
    .replace(/\b(down|lower|flat)\b/, '')
    .replace(/\s+/g, ' ')
    .trim();
  const match =
    /^(?:an? )?(half|whole|one|two|three|four|\d+(?:\.5)?|1\/2|½)?(?: (and a half|1\/2))?(?: ?an?)?[ -]?(?:(steps?|tones?)|(semitones?|half[ -]steps?|frets?))$/.exec(
      said,
    );
  if (!match) return null;
  const number = match[1] ?? 'one';
  const amount = number === '1/2' || number === '½' ? 0.5 : (NUMBERS[number] ?? Number(number));
  const by = (amount + (match[2] ? 0.5 : 0)) * (match[3] ? 2 : 1);
  return Number.isInteger(by) ? by : null;
}

const NUMBERS: Readonly<Record<string, number>> = { half: 0.5, whole: 1, one: 1, two: 2, three: 3, four: 4 };

/** Names without spaces as so many strings; null where they are not as many. */
function splitNames(joined: string, kind: Instrument['kind']): readonly string[] | null {
  const counts = kind === 'guitar' ? [6] : [4, 5];
  const isSmall = joined === joined.toLowerCase();
  if (!(isSmall ? /^[a-g]+$/ : /^([A-G][#b]?)+[a-g]?$/).test(joined)) return null;
  const names = isSmall ? [...joined] : (joined.match(/[A-G][#b]?|[a-g]$/g) ?? []);
  return counts.includes(names.length) ? names.map(capital) : null;
}
