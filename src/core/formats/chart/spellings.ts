import type { Player } from '../../form/index';
import { MAX_LINE_CHARACTERS } from '../limits';
import { headingOf } from '../typed/headings';
import { countOf } from '../typed/bars';
import { playersNamed } from '../typed/settings';

/** Names of settings of a song as people write them, by how they are written here. */
const NAMES: Readonly<Record<string, string>> = {
  song: 'title',
  name: 'title',
  songtitle: 'title',
  bpm: 'tempo',
  speed: 'tempo',
  time: 'meter',
  metre: 'meter',
  timesignature: 'meter',
  timesig: 'meter',
  singer: 'voice',
  vocals: 'voice',
  vocal: 'voice',
  range: 'voice',
  guitars: 'guitars',
  bothguitars: 'guitars',
};

const OWN = [
  'title',
  'key',
  'tempo',
  'meter',
  'voice',
  'down',
  'plans',
  'patterns',
  'guitar1',
  'guitar2',
  'bass',
];

/** A name as chart text has it: `BPM` is tempo, `Guitar 1` guitar1; null where it is none. */
export function headName(text: string): string | null {
  const word = text.toLowerCase().replace(/[\s_-]+/g, '');
  if (OWN.includes(word)) return word;
  if (Object.hasOwn(NAMES, word)) return NAMES[word]!;
  return playerNamed(text);
}

/** The one player somebody calls so: `Gtr 1`, `Bass guitar`; null for others. */
function playerNamed(text: string): Player | null {
  const named = playersNamed(text);
  return named.length === 1 ? named[0]! : null;
}

/** `remark: …`, `guitar1 remark: …`, `Guitar 1 note: …`. */
export const REMARK = /^(?:(guitar ?[12]|gtr ?[12]|bass)\s+)?(?:remark|note)\s*:(.*)$/i;

/** Whose a remark is; undefined: everybody's. */
export function whoseRemark(text: string | undefined): Player | undefined {
  return text === undefined ? undefined : (playerNamed(text) ?? undefined);
}

/** Labels as they are written here: nothing is to be read in them. */
const USUAL_ROW = /^(?:chords|voice|remarks|(?:guitar[12]|bass)(?: (?:hits|line|sound|remarks|or.*))?)$/;
const ROW = /^(guitar ?[12]|gtr ?[12]|bass(?: guitar)?)\b\s*(.*)$/i;
const ROWS: Readonly<Record<string, string>> = {
  chord: 'chords',
  harmony: 'chords',
  remark: 'remarks',
  vocals: 'voice',
  vocal: 'voice',
  singer: 'voice',
  hit: 'hits',
  'right hand': 'hits',
  riff: 'line',
  notes: 'line',
};

/** The label of a row as chart text has it: `Guitar 1 Hits` is guitar1 hits, `Chords` chords; unknown ones as they are. */
export function rowLabel(text: string): string {
  const label = text.trim().replace(/\s+/g, ' ').replace(/:$/, '');
  if (USUAL_ROW.test(label)) return label;
  const match = ROW.exec(label);
  const usual = (word: string) => (Object.hasOwn(ROWS, word) ? ROWS[word]! : word);
  if (!match) return usual(label.toLowerCase());
  return `${playerNamed(match[1]!)!} ${usual(match[2]!.toLowerCase())}`.trim();
}

const ROW_LINE =
  /^\s*(?:$|(?:chords|voice|remarks|guitar[12]|bass)\b|(?:title|key|tempo|meter|down|plans|patterns|remark|keep)\s*:)/;

/** A header as people write it, and what stands behind the name on its line. */
export interface LooseHeader {
  readonly header: string;
  /** The line with all but the chords blanked out, so that columns stay. */
  readonly chords: string | null;
}

/**
 * A line that names a usual part of a song without `==`: `[Verse]`, `Chorus x2`, `Verse: Dm Bb F C x4`. Null for all
 * others.
 */
export function looseHeader(line: string): LooseHeader | null {
  if (line.length > MAX_LINE_CHARACTERS || ROW_LINE.test(line)) return null;
  // `-- bar 4 --` says what differs.
  const heading = /^\s*--/.test(line) ? null : headingOf(line, { loose: false });
  if (!heading || heading.again !== null || heading.notes.length > 0) return null;
  const { rest } = heading;
  const last = rest.split(/\s+/).at(-1) ?? '';
  const count = rest.includes('|') ? null : countOf(last);
  const chords = count === null ? rest : rest.slice(0, rest.length - last.length).trim();
  const times = (heading.times ?? 1) * (count ?? 1);
  const header = `== ${heading.name} ==${times > 1 ? ` x${times}` : ''}`;
  if (chords === '') return { header, chords: null };
  const at = line.indexOf(chords);
  return at < 0 ? null : { header, chords: `${' '.repeat(at)}${chords}` };
}
