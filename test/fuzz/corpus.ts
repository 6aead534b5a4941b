import { readFileSync, readdirSync } from 'node:fs';

const folder = (path: string) => new URL(path, import.meta.url);

/** Small ones, in which a spoiled word is sure to be heard. */
const SMALL: readonly string[] = [
  'title: Line\n== A ==\nchords | Dm | G |\nguitar1 line | 7@3 h9@3 . 5@4t7 | 12@3n 2@3n14 9@3b1r x@2 |\n',
  'title: Low\nbass: tuning B E A D G\n== A == x2\nchords | E5 . <G5 . | A5 |\nguitar1 | 022xxx!  . <355xxx . | x022xx |\nbass line | 0@4 3@4 5@4 . | 0@3 7@3 |\nbass hits | | |\n-- pass 2: bar 2 --\nchords | C |\n',
  'title: Hits\nguitar2: capo 3; delay 1/8.\n== A ==\nchords | Am | F |\nvoice | ~~~~.... | ~~ |\nguitar1 | x02210 | 133xxx 10-12-12-x-x-x |\nguitar1 hits | OvM^X--. | % |\nguitar2 | ? r | x-x-7-x-10-x |\n-- last pass: bar 2 out --\n',
];

/** Charts to begin with: the demo band's songs, the plan charts, and one that uses every word of the grammar. */
export const CHARTS: readonly string[] = [
  ...SMALL,
  ...SMALL,
  ...textsIn('../../demo/'),
  ...textsIn('../plans/').slice(0, 2),
  `title: Harbour Lights Out
key: Em
tempo: 72
meter: 12/8
guitar1: tuning E A D G B E; gain 5; sound clean = gain 1; sound dirt = gain 7
guitar2: gain 3
bass: gain 0
# first idea, from the van
== Intro == guitar1 sound clean; pickup 3/8; on cue
# two bars, rubato
chords        | Em | Cmaj7~ |
remarks       | free time, watch me | |
guitar1       | 022000 | x32000 |
guitar1 hits  | .........[321]oo | 5oo3oo2oo1oo |
bass          | r | x3xx |
# now the band
== Verse == x3; guitar2 like guitar1 octave above
chords        | Em | G . . D/F# | C . Am . | B7 |
voice         | ~~~~~~~~~~~~ | ~~~~~~...... | % | ............ |
guitar1       | 022000 . . s079900 | 320003 . . 200232 | x32010 . x02210 . | x21202 . . . |
guitar1 hits  | ([6M][321]o)x4 | (O-o)x4 | % | O-oO-oO-.... |
guitar1 line  | | | | . . . . . . . . . 2@4 h4@4 0@3 |
bass          | 0xxx | 3xxx . . x-x-4-x | x3xx . x0xx . | x2xx |
bass hits     | (O-o)x4 | % | % | % |
-- pass 2: bar 4 --
guitar1 hits  | O-----X..X.. |
guitar1 line  | |
-- last pass: bar 3 out --

== Chorus == x2; guitar1 sound dirt; written in G; fade
chords        | G5 | D5 | Em | C5 |
guitar1       | 355xxx | x577xx | 022xxx | x355xx |
guitar1 or    | 3x00xx | | | |
guitar2       | 320033 | xx0232 | 022000 | x32010 |
bass          | 3xxx | x5xx | 0xxx | x3xx |
== Verse == x1
remark: no drums
-- bar 1-2 out --
-- bar 4 --
chords | Em |
guitar1 | 022000 |
guitar2 | r |
== Chorus ==
`,
  `title: Every Word
key: Dm
tempo: 132
meter: 4/4
voice: A3-D5
down: 2
plans: Night wall = wall, power two; Thin = lock
guitar1: tuning D A D G B E; frets 22; gain 7; strokes down; downs 6.5; sound clean = gain 1, delay off; sound lead = gain 6, delay 1/8., more middle, less bass
guitar2: tuning E A D G B E; frets 24; gain 4; capo 2; delay 1/8.; hand small; thumb yes
bass: tuning B E A D G; frets 21; delay 380 ms; spread 1-4 125

== Verse == x3; plan low-high; tuned power two, thirds no; bass with guitar1; guitar1 sound clean; guitar2 gain 3; guitar2 delay off
chords        | Dm       | Bb . <C/E .       | N.C. | A7(no3) |
voice         | ~~~~~~.. | ~~~~....  | | ........ |
guitar1       | 000xxx!  | 888xxx . <<x-x-7-x-10-x~ . | | ? |
guitar1 line  | | | 5@4 h7@4 . 9@3b1r 7@3~ 12@3n 2@3n14 5@4t7 | |
guitar1 hits  | M--mM-mm | %                 | | Ov-O^-X. |
guitar2       | ?        | x13x~ . ? r | ? | ? |
guitar1 sound | | lead | % | gain 5, delay 380 ms |
bass          | ?        | x13xx~             | ? | r! |
bass line     | | | | 0@5 . x@3 3@2v |
-- pass 2: bar 2-3 --
guitar1 sound | | lead, gain 9 |
chords        | A | Dm |
guitar1 line  | 7@3+8@2 . r 9@3b1+7@2 | |
-- last pass: bar 4 out --

== Chorus == x2; meter 3/4; swing 62%; voice G3-E5; tempo 96; feel half; key Em from here
chords        | F . C | G5 |
guitar2 hits  | 123456123456 | % |

== Verse == bars 1-2; key F#m
keep: Verse bar 1 beat 1 rub guitar1 guitar2 Bb2 A3 "the bite is the point"
keep: Verse > Chorus bar 1 push guitar1 "meant"
keep: Chorus gain guitar1 "we like it"
keep: * wrong-bass "it is how we play"
`,
];

/** The demo band's songs by their file names. */
export function demoTexts(): readonly (readonly [name: string, text: string])[] {
  return readdirSync(folder('../../demo/'))
    .filter((name) => name.endsWith('.txt'))
    .sort()
    .map((name) => [name, readFileSync(new URL(name, folder('../../demo/')), 'utf8')] as const);
}

/** Pieces of tab as people paste them. */
export const TABS: readonly string[] = [
  'e|-----------------|\nB|-----------------|\nG|-----5---7-------|\nD|---7-------5h7---|\nA|-5---------------|\nE|-----------------|',
  'PM  ---|    ----\ne|---x---0---|-----------|\nB|---x---1---|-10--12b---|\nG|-2-x---0---|----------~|\nD|-2-x---2---|-----5/7---|\nA|-0-x---3---|-----------|\nE|-----------|-3---------|',
  'G|--------------|\nD|--------------|\nA|--5--5--3-----|\nE|--------3--5--|',
];

function textsIn(path: string): string[] {
  return readdirSync(folder(path))
    .filter((name) => name.endsWith('.txt'))
    .sort()
    .map((name) => readFileSync(new URL(name, folder(path)), 'utf8'));
}
