import fc from 'fast-check';
import { readChart } from '../../src/core/formats/index';
import { saveSong } from '../../src/core/song/index';
import { CHARTS, TABS } from './corpus';

/** Words that once hurt or might: numbers at their ends, marks where none belong, names of no note. */
const WORDS = [
  '77@3',
  '99@1',
  '0@6',
  '12@9',
  'x@3',
  '24@1n99',
  '5@4t99',
  '9@3b2',
  '7@3+7@3',
  '99-99-99-99-99-99',
  '000000',
  'xxxxxx',
  '0-0-0-0',
  '27-27-27-27-27-27',
  '?',
  '?!',
  '.',
  '%',
  'r',
  'r!~',
  '<',
  '<<',
  '<<<Dm',
  '<?',
  '<.',
  'N.C.',
  'H7',
  'Cb/B#',
  'B##',
  'Fbb',
  'E#m7b5/Cb',
  'C(no3)',
  'C(no5)',
  'Dm/G#',
  'C13#11',
  '~',
  '|',
  '||',
  '| | |',
  '==',
  '== ==',
  '== Verse ==',
  '== Verse == x99',
  '== Verse == x0',
  '== A ;x2 == x2',
  '== A > B ==',
  '== __proto__ ==',
  '-- pass 1: bar 1 --',
  '-- pass 2: bar 1-99 --',
  '-- pass 99: bar 2 --',
  '-- last pass: bar 1 out --',
  '-- pass 2: bar 2 out --',
  'x99',
  'x2',
  'bars 1-1',
  'bars 1-0',
  'key Em',
  'key B##',
  'key Fb from here',
  'tempo 0',
  'tempo 96',
  'tempo 1e9',
  'tempo NaN',
  'feel half',
  'meter 1/1',
  'meter 32/32',
  'meter 7/8',
  'meter 0/4',
  'meter 3/4',
  'swing 99%',
  'swing 50%',
  'swing 75% 16ths',
  'voice C-1-G9',
  'voice Z',
  'voice: D5-A3',
  'tuning C-1 C-1 C-1 C-1 C-1 C-1',
  'tuning G9 G9 G9 G9 G9 G9',
  'tuning D A D G B E',
  'tuning B0 E1 A1 D2 G2',
  'frets 12',
  'frets 27',
  'frets 99',
  'capo 12',
  'capo -1',
  'gain 10',
  'gain 1e3',
  'gain NaN',
  'scale 500',
  'delay 0 ms',
  'delay 1e9 ms',
  'delay 1/16',
  'delay 1/4',
  'downs 99',
  'spread 1-4 9999',
  'hand small',
  'bass with guitar1',
  'guitar1 with bass',
  'guitar1 with guitar1',
  'only octave third',
  'guitar2 frets 5-9',
  'bass not 13xx',
  'OOOOOOOO',
  'O^X-.123',
  'v^',
  'MMMMMMMMMMMM',
  '--------',
  '666666666666',
  '~~~~~~~~',
  '........',
  '~.',
  '',
  ' ',
  '\t',
  '\0',
  '\u2028',
  '♭',
  '🎸',
  '"',
  "'",
  ';',
  ':',
  '\\',
  '<script>',
  '{',
  '0',
  '-1',
  '1e999',
  '99999999999999999999',
  'constructor',
  'keep: Verse bar 1 rub guitar1 guitar2 ""',
  'keep: Verse > Verse bar 2 stop "x"',
  'keep: Verse pass 9 bar 1 beat 1.5 gain bass C9 "y"',
  'title:',
  'key: Cb',
  'key: Abm',
  'key: G#m',
  'tempo: 20',
  'tempo: 300',
  'meter: 5/4',
  'meter: 12/8',
  'plans: X = wall',
  '{5@4 7@4 5@4}',
  '{Dm Bb C A G}',
  '{577xxx . .}',
  '{',
  '}',
  '[6M321]',
  '[33]',
  '(M-mm)x4',
  'O{3+3+2}',
  '{OOO}',
  's799xxx',
  'hx02230!',
  '577xxx/x02220~',
  '577xxx/?',
  '(5)h7@3',
  '9@3pb1r',
  'su7@4sd',
  't12@3',
  'X',
  'Z',
  '7@3S?',
  '# a comment',
  'remark: let ring',
  'bass remark: | x',
  '-- this time: bar 1 --',
  '-- this time, pass 2: bar 2 --',
  '-- bar 1 out --',
  '-- pass 1: bar 1-9 out --',
  '== Verse == vamp; x0',
  '== verse == pickup 9/1',
  'guitar2 like guitar1 third above',
  'guitar1 like guitar2',
  'pickup 1/4',
  'written in F#m',
  'guitar1 or | 577xxx |',
  'guitar2 or 3 hits | MMMMMMMM |',
  'remarks | % | x |',
  'plans: =',
] as const;

/** One way of spoiling a text, at a share of its length. */
export const spoil = fc.record({
  way: fc.constantFrom(
    'double',
    'drop',
    'insert',
    'replace',
    'line',
    'swap',
    'cut',
    'number',
    'bar' as const,
  ),
  at: fc.double({ min: 0, max: 1, noNaN: true }),
  word: fc.constantFrom<string>(...WORDS),
  size: fc.integer({ min: 1, max: 12 }),
});
type Spoil = typeof spoil extends fc.Arbitrary<infer T> ? T : never;

export function spoiled(text: string, { way, at, word, size }: Spoil): string {
  const i = Math.floor(at * text.length);
  const lines = () => text.split('\n');
  switch (way) {
    case 'double': {
      const digit = text.slice(i).search(/\d/);
      return digit < 0 ? text : text.slice(0, i + digit) + text[i + digit]! + text.slice(i + digit);
    }
    case 'drop':
      return text.slice(0, i) + text.slice(i + size);
    case 'insert':
      return `${text.slice(0, i)} ${word} ${text.slice(i)}`;
    case 'replace': {
      const from = i + Math.max(0, text.slice(i).search(/\S/));
      const length = Math.max(1, /^\S*/.exec(text.slice(from))![0].length);
      return text.slice(0, from) + word + text.slice(from + length);
    }
    case 'line': {
      const all = lines();
      all.splice(Math.floor(at * all.length), 0, word);
      return all.join('\n');
    }
    case 'swap': {
      const all = lines();
      const a = Math.floor(at * all.length);
      const b = (a + size) % all.length;
      [all[a], all[b]] = [all[b]!, all[a]!];
      return all.join('\n');
    }
    case 'cut':
      return lines()
        .filter((_, n, all) => n !== Math.floor(at * all.length))
        .join('\n');
    case 'number': {
      const from = i + Math.max(0, text.slice(i).search(/\d/));
      return text.slice(0, from) + String(size * size * size - 1) + text.slice(from).replace(/^\d+/, '');
    }
    default: {
      const from = i + Math.max(0, text.slice(i).indexOf('|'));
      return `${text.slice(0, from + 1)} ${word} |${text.slice(from + 1)}`;
    }
  }
}

/** A chart of ours, spoiled in up to eight places. */
export const hostileChart: fc.Arbitrary<string> = fc
  .record({ chart: fc.constantFrom(...CHARTS), spoils: fc.array(spoil, { minLength: 1, maxLength: 8 }) })
  .map(({ chart, spoils }) => spoils.reduce(spoiled, chart));

/** Pasted tab, spoiled. */
export const hostileTab: fc.Arbitrary<string> = fc
  .record({ tab: fc.constantFrom(...TABS), spoils: fc.array(spoil, { maxLength: 6 }) })
  .map(({ tab, spoils }) => spoils.reduce(spoiled, tab));

const VALUES: readonly unknown[] = [
  null,
  true,
  false,
  0,
  -1,
  1,
  2,
  3,
  7,
  127,
  128,
  240,
  479,
  480,
  481,
  960,
  1001,
  3839,
  3840,
  1e9,
  Infinity,
  0.5,
  '',
  ' ',
  'x',
  '?',
  'r',
  'r!',
  '?!',
  '000xxx',
  '99-99-99-99-99-99',
  'xxxxxx',
  'N.C.',
  'Dm',
  'H',
  'C/E',
  'last',
  'Verse',
  'Verse > Chorus',
  '~~',
  '~.~',
  'OOOOOOOO',
  'O',
  '77@3',
  '5@4 7@4',
  'half',
  'Em',
  '7/8',
  '62%',
  'guitar1',
  'bass',
  'Title\nkey: Em',
  '== Odd ==',
  ' lead',
  'a; x2',
  [],
  {},
  [null],
  { at: 0 },
  [[]],
  { out: true },
  { pass: 2, fromBar: 0, bars: [{ out: true }] },
  { at: 1001, push: 480, chord: 'Dm' },
  { at: 1001, push: 0, cell: 'r' },
  { guitar1: '5@4 7@4' },
  { size: 'x' },
  ['A3', 'D5'],
  ['D5', 'A3'],
  '__proto__',
];

/** What might well stand under a name: most of it is accepted, and all of what is must be borne by every part. */
const PLAUSIBLE: Readonly<Record<string, readonly unknown[]>> = {
  at: [0, 1, 7, 240, 480, 481, 960, 1001, 1440, 1920, 3839],
  push: [0, 240, 480],
  cell: [
    '?',
    'r',
    'r!~',
    '000xxx',
    '99-99-99-99-99-99',
    'xxxxxx',
    '0000',
    'xx-77-xx',
    '27-27-27-x-x-x!',
    'x1xx',
    '5-5-5-5-5',
  ],
  chord: ['N.C.', 'Dm', 'C/E', 'A7(no3)', 'B#', 'Fbb', ' Dm', 'Dm ', 'C69', 'E5', 'NC'],
  hits: [{ guitar1: 'OOOOOOOO' }, { guitar1: null, guitar2: 'M-M-M-M-', bass: '6666666666666666' }, {}],
  guitar1: [
    null,
    'OOOOOOOO',
    'O O O O O O O O',
    '5@4 7@4',
    '77@3 99@1',
    'r',
    '9@3b2 x@1',
    '. . . .',
    [],
    [{ at: 0, push: 0, cell: '?' }],
    { strokes: 'down' },
    { with: 'bass' },
    { with: 'guitar1' },
  ],
  guitar2: [null, 'XXXXXXXX', '7@3+8@2', '24@1n99', [{ at: 7, push: 480, cell: 'r' }], { with: 'guitar1' }],
  bass: [
    null,
    '1-2-3-4-',
    '0@4 . . 3@3',
    '5@5',
    [
      { at: 0, push: 0, cell: 'x3xx' },
      { at: 0, push: 0, cell: '0xxx' },
    ],
    { with: 'guitar2' },
  ],
  voice: [null, '~', '~.', '~.~', '~~~~~~~~', '.'.repeat(96), ['A3', 'D5'], ['D5', 'A3'], ['C-1', 'G9']],
  lines: [{ guitar1: '5@4 7@4' }, { bass: '77@1' }, {}],
  chords: [
    [],
    [
      { at: 0, push: 480, chord: 'Dm' },
      { at: 0, push: 0, chord: 'C' },
    ],
    [
      { at: 960, push: 240, chord: 'G' },
      { at: 480, push: 0, chord: 'N.C.' },
    ],
  ],
  bars: [
    [],
    1,
    2,
    99,
    [{ out: true }],
    [{ voice: null }],
    [{}],
    [{ hits: { guitar1: null } }],
    [{ chords: [] }, { out: true }],
  ],
  pass: ['last', 1, 2, 3, 99, 1000],
  fromBar: [0, 1, 2, 3],
  variants: [
    [],
    [{ pass: 2, fromBar: 0, bars: [{ out: true }, { out: true }, { out: true }, { out: true }] }],
    [{ pass: 2, fromBar: 1, bars: [{ out: true }] }],
    [
      { pass: 1, fromBar: 0, bars: [{ voice: '~~' }, {}] },
      { pass: 1, fromBar: 0, bars: [{ chords: [{ at: 0, push: 0, chord: 'E' }] }] },
    ],
    [{ pass: 'last', fromBar: 0, bars: [] }],
  ],
  name: [
    'Verse',
    'Verse 2',
    'A; x2',
    'A == B',
    ' A',
    'A ',
    'x2',
    'bars 1-2',
    '',
    'A > B',
    'Ä\n',
    '"',
    '__proto__',
    '=',
    'pass 2',
  ],
  section: ['Verse', 'Chorus', 'Nowhere', 'Verse > Chorus'],
  title: ['', ' ', 'A\nkey: Em', '  x  ', ':', '🎸', 'x'.repeat(5000)],
  key: [null, 'Em', 'C', 'D minor', 'Cb', 'B##', ''],
  tempo: [20, 40, 96, 96.5, 300, 1e9, 132.123456789],
  meter: ['4/4', '3/4', '7/8', '12/8', '1/1', '2/2', '5/4', '32/32', '6/8'],
  swing: ['62%', '50%', '75% 16ths', '66.6%', 'straight'],
  times: [1, 2, 3, 99],
  plan: [null, 'wall', 'drone'],
  tune: ['power two', '', 'thirds no, low rings'],
  feel: ['half', 'double', null],
  kind: ['guitar', 'bass', 'rub', 'gain', 'range'],
  players: [[], ['bass'], ['bass', 'guitar1'], ['guitar1', 'guitar1']],
  notes: [[], ['A3'], ['Bb2', 'A3'], ['C9']],
  reason: ['', '"quoted"', 'a\nb', 'x'.repeat(3000)],
  bar: [1, 2, 3, 99],
  beat: [null, 1, 1.5, 4.999, 99],
  tuning: [
    ['D2', 'A2', 'D3', 'G3', 'B3', 'E4'],
    ['G9', 'G9', 'G9', 'G9', 'G9', 'G9'],
    ['C-1', 'C-1', 'C-1', 'C-1'],
    ['E1', 'A1', 'D2', 'G2'],
    ['B0', 'E1', 'A1', 'D2', 'G2'],
    ['E4', 'B3', 'G3', 'D3', 'A2', 'E2'],
  ],
  capo: [0, 1, 7, 12],
  frets: [12, 22, 24, 27],
  scaleMm: [500, 648, 1000],
  gain: [0, 3.5, 10],
  downs: [1, 6.5, 20],
  size: ['small', 'large', 'own'],
  delay: [null, 'off', '1/8.', '380 ms', '1 ms', '0 ms', '99999 ms'],
  strokes: ['down', 'alternate'],
  with: ['guitar1', 'guitar2', 'bass'],
  wishes: [[], ['guitar2 only octave third'], ['bass not 13xx', 'guitar1 frets 5-9'], ['guitar1 frets 99-1']],
  plans: [[], ['Night wall = wall, power two'], ['X = lock', 'X = lock'], ['= wall']],
  versions: [[], [{ name: 'old', song: {} }], [{ name: '', song: null }]],
  out: [true],
};

const jsonSpoil = fc.record({
  way: fc.oneof(
    { weight: 1, arbitrary: fc.constantFrom('set', 'drop', 'graft') },
    { weight: 1, arbitrary: fc.constant('copy') },
    { weight: 1, arbitrary: fc.constant('nudge') },
    { weight: 6, arbitrary: fc.constant('plausible') },
  ),
  pick: fc.nat({ max: 60 }),
  path: fc.array(fc.nat({ max: 40 }), { minLength: 3, maxLength: 9 }),
  value: fc.constantFrom(...VALUES),
  by: fc.integer({ min: -481, max: 481 }),
});
type JsonSpoil = typeof jsonSpoil extends fc.Arbitrary<infer T> ? T : never;

type Node = Record<string, unknown>;

/** Walks down by the numbers of a path, each taken modulo what there is, and spoils what stands there. */
export function spoiledJson(json: unknown, { way, path, value, by, pick }: JsonSpoil): unknown {
  let node = json as Node;
  let key: string | null = null;
  for (const n of path) {
    const next: unknown = key === null ? node : node[key];
    if (typeof next !== 'object' || next === null) break;
    const keys = Object.keys(next);
    if (keys.length === 0) break;
    node = next as Node;
    key = keys[n % keys.length]!;
  }
  if (key === null) return json;
  const here = node[key];
  if (way === 'drop') {
    if (Array.isArray(node)) node.splice(Number(key), 1);
    else Reflect.deleteProperty(node, key);
  } else if (way === 'copy' && Array.isArray(node)) node.splice(Number(key), 0, structuredClone(here));
  else if (way === 'nudge' && typeof here === 'number') node[key] = here + by;
  else if (way === 'plausible') {
    const list = PLAUSIBLE[key];
    if (list) node[key] = structuredClone(list[pick % list.length]);
  } else if (way === 'graft' && Array.isArray(here)) here.push(structuredClone(value));
  else node[key] = structuredClone(value);
  return json;
}

const SAVED = CHARTS.map((chart) => JSON.stringify(saveSong(readChart(chart).song)));

/** A song file of ours, spoiled in up to six places. */
export const hostileJson: fc.Arbitrary<unknown> = fc
  .record({ saved: fc.constantFrom(...SAVED), spoils: fc.array(jsonSpoil, { minLength: 1, maxLength: 3 }) })
  .map(({ saved, spoils }) => spoils.reduce<unknown>((json, s) => spoiledJson(json, s), JSON.parse(saved)));
