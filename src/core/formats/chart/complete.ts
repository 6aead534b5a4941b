import { PLAN_NAMES, PLAYERS } from '../../form/index';
import { degreesOfKey, spell, tonicOf } from '../../pitch/index';
import { songKey, type Song } from '../../song/index';

/** One thing that may stand where the cursor is. */
export interface ChartCompletion {
  readonly text: string;
  /** What it is, in a few words. */
  readonly says: string;
  /** A line in which it stands. */
  readonly example?: string;
}

/** What may stand at a place, and from which column (from 0) of its line it is typed. */
export interface ChartCompletions {
  readonly from: number;
  readonly options: readonly ChartCompletion[];
}

/** Settings before the sections, each with a line that is read. */
export const HEAD_HELP: readonly ChartCompletion[] = [
  { text: 'title: ', says: 'what the song is called', example: 'title: Paper Kite' },
  { text: 'key: ', says: 'm for minor', example: 'key: Dm' },
  { text: 'tempo: ', says: 'beats a minute', example: 'tempo: 132' },
  { text: 'meter: ', says: 'beats over note value', example: 'meter: 6/8' },
  { text: 'voice: ', says: 'lowest and highest note sung', example: 'voice: A3-D5' },
  { text: 'down: ', says: 'semitones the whole band is tuned down', example: 'down: 1' },
  {
    text: 'guitar1: ',
    says: 'tuning, frets, gain, capo, sounds',
    example: 'guitar1: drop D; gain 7; capo 2',
  },
  { text: 'guitar2: ', says: 'tuning, frets, gain, capo, sounds', example: 'guitar2: gain 3; delay 1/8.' },
  { text: 'bass: ', says: 'tuning, frets, gain', example: 'bass: five-string; gain 2' },
  { text: 'remark: ', says: 'told to everybody', example: 'remark: everybody in by the count' },
  {
    text: '== Verse ==',
    says: 'a section; its rows stand under it',
    example: '== Verse == x2; plan low-high',
  },
];

/** What an instrument's settings may say. */
export const RIG_HELP: readonly ChartCompletion[] = [
  { text: 'tuning ', says: 'strings from the lowest, or a name', example: 'guitar1: tuning D A D G B E' },
  { text: 'drop D', says: 'a tuning by its name', example: 'guitar1: drop D' },
  { text: 'half a step down', says: 'a tuning by its name', example: 'guitar1: half a step down' },
  { text: 'frets ', says: 'how many there are', example: 'guitar1: frets 24' },
  { text: 'gain ', says: '0 clean to 10', example: 'guitar1: gain 7' },
  { text: 'capo ', says: 'at which fret', example: 'guitar2: capo 2' },
  { text: 'delay ', says: 'a note value or ms', example: 'guitar2: delay 1/8.' },
  { text: 'sound ', says: 'a sound under a name', example: 'guitar1: sound clean = gain 1, delay off' },
  { text: 'hand ', says: 'small, middle or large', example: 'guitar1: hand large' },
  { text: 'strokes ', says: 'down or alternate', example: 'guitar1: strokes down' },
];

/** What stands behind a section's name. */
export const HEADER_HELP: readonly ChartCompletion[] = [
  { text: 'x2', says: 'how often it is played', example: '== Verse == x2' },
  {
    text: 'plan ',
    says: `how the parts are split: ${PLAN_NAMES.slice(0, 3).join(', ')} …`,
    example: '== Verse == plan low-high',
  },
  { text: 'key ', says: 'everything moves there this time', example: '== Chorus == key Em' },
  { text: 'tempo ', says: 'beats a minute this time', example: '== Bridge == tempo 96' },
  { text: 'meter ', says: 'its own metre', example: '== Bridge == meter 3/4' },
  { text: 'feel half', says: 'half-time feel', example: '== Bridge == feel half' },
  { text: 'swing 62%', says: 'swung eighths', example: '== Verse == swing 62%' },
  { text: 'pickup 1/4', says: 'so much of its first bar', example: '== Intro == pickup 1/4' },
  { text: 'vamp', says: 'goes round until somebody says so', example: '== Outro == x4; vamp' },
  { text: 'fade', says: 'fades out', example: '== Outro == x4; fade' },
  { text: 'guitar1 sound ', says: 'another sound here', example: '== Chorus == guitar1 gain 8' },
  {
    text: 'guitar2 like guitar1',
    says: 'follows another part',
    example: '== Chorus == guitar2 like guitar1 third above',
  },
  { text: 'bass with guitar1', says: 'strikes when another does', example: '== Verse == bass with guitar1' },
];

/** The rows of a section. */
export const ROW_HELP: readonly ChartCompletion[] = [
  {
    text: 'chords        | ',
    says: 'one chord or more for each bar',
    example: 'chords        | Dm | Bb . F . | C |',
  },
  { text: 'voice         | ', says: '~ singing, . silent', example: 'voice         | ~~~~~~.. |' },
  ...PLAYERS.flatMap((player): ChartCompletion[] => [
    {
      text: `${player.padEnd(13)} | `,
      says: 'grips, lowest string first; ? for the splitter',
      example: player === 'bass' ? 'bass          | x5xx |' : `${player.padEnd(13)} | x577xx |`,
    },
    {
      text: `${`${player} hits`.padEnd(13)} | `,
      says: 'O ringing, M muted, X dead, - on, . silent',
      example: `${`${player} hits`.padEnd(13)} | M-mmM-O- |`,
    },
    {
      text: `${`${player} line`.padEnd(13)} | `,
      says: 'notes, fret@string',
      example: `${`${player} line`.padEnd(13)} | 5@4 h7@4 . 5@4 |`,
    },
  ]),
  { text: 'remarks       | ', says: 'told bar by bar', example: 'remarks       | let ring |' },
  { text: '-- pass 2: bar 4 --', says: 'what differs the second time', example: '-- pass 2: bar 4 --' },
];

/** Behind these chords a symbol may go on. */
const KINDS = ['5', '7', 'm7', 'maj7', 'sus4', 'sus2', 'add9'];

/**
 * What may stand at a place of chart text: settings, what is said behind a section's name, labels of rows, chords of the
 * key. `before`: the line up to the cursor; `above`: the lines before it. Null where nothing is offered.
 */
export function completionsAt(
  song: Song,
  { before, above }: { readonly before: string; readonly above: readonly string[] },
): ChartCompletions | null {
  const header = /^\s*==.*==\s*(.*)$/.exec(before);
  if (header) return { from: lastPart(before, ';', before.length - header[1]!.length), options: HEADER_HELP };
  if (/^\s*==\s*[^=]*$/.test(before)) {
    const typed = /^\s*==\s*/.exec(before)![0].length;
    const names = [...song.sections.map((s) => s.name), 'Intro', 'Verse', 'Chorus', 'Bridge', 'Outro'];
    return {
      from: typed,
      options: [...new Set(names)].map((name) => ({
        text: `${name} ==`,
        says: song.sections.some((s) => s.name === name) ? 'again, without rows' : 'a new section',
      })),
    };
  }
  const rig = /^\s*(?:guitar ?[12]|bass)\s*:/i.exec(before);
  if (rig) return { from: lastPart(before, ';', rig[0].length), options: RIG_HELP };
  if (/^\s*key\s*:/i.test(before)) return null;
  const isInSection = above.some((line) => /^\s*==/.test(line));
  if (/^\s*chords?\s*\|/i.test(before)) return chordsAt(song, before);
  if (before.includes('|') || before.includes(':')) return null;
  return {
    from: /^\s*/.exec(before)![0].length,
    options: isInSection ? [...ROW_HELP, HEAD_HELP.at(-1)!] : HEAD_HELP,
  };
}

/** The column at which what is typed behind the last separator begins. */
function lastPart(before: string, separator: string, least: number): number {
  const at = Math.max(least, before.lastIndexOf(separator) + 1);
  return at + /^\s*/.exec(before.slice(at))![0].length;
}

function chordsAt(song: Song, before: string): ChartCompletions {
  const key = songKey(song);
  const own = degreesOfKey(key).map(({ degree, symbol }) => ({
    text: symbol,
    says: `${degree} of ${key.text}`,
  }));
  const roots = Array.from({ length: 12 }, (_, i) => spell(tonicOf(key) + i, key));
  const others = roots
    .filter((root) => !own.some((o) => o.text === root))
    .map((root) => ({ text: root, says: 'not of the key' }));
  const typed = /[^\s|]*$/.exec(before)![0];
  const isRoot = own.some((o) => o.text === typed) || roots.includes(typed);
  const kinds = isRoot ? KINDS.map((kind) => ({ text: typed.replace(/m$/, '') + kind, says: '' })) : [];
  const marks = [
    { text: '%', says: 'the bar before again' },
    { text: '.', says: 'the chord before goes on' },
    { text: 'N.C.', says: 'no chord' },
  ];
  return { from: before.length - typed.length, options: [...own, ...kinds, ...others, ...marks] };
}
