/**
 * Ways people type a song, of our own making: messages to a bandmate, notes on a phone, pages off a printer, a chart by
 * somebody who never saw the grammar. What is meant was written down before any of them was read by the program; those
 * marked `last` were looked at once the reader was done.
 *
 * `form`: what is played in order, each section with its bars where it comes first. A bar is its chords with the beat they
 * come on (from 1) where there is more than one; `.` holds the one before.
 */
export interface Typing {
  readonly name: string;
  readonly text: string;
  /** What the song says besides its form, in the words of `headOf`. */
  readonly head?: readonly string[];
  readonly form?: readonly string[];
  /** What is asked about or told, somewhere. */
  readonly asks?: RegExp;
  /** Nothing could be read, and why. */
  readonly refused?: RegExp;
  readonly last?: true;
}

export const TYPINGS: readonly Typing[] = [
  {
    name: 'a message: one line a section',
    text: 'Verse: Dm Bb F C x4\nChorus: Bb F C Dm x2',
    form: ['Verse x4 | Dm | Bb | F | C |', 'Chorus x2 | Bb | F | C | Dm |'],
  },
  {
    name: 'the same in small letters and with dashes',
    text: 'verse - dm - bb - f - c (x4)\nchorus - bb - f - c - dm',
    form: ['Verse x4 | Dm | Bb | F | C |', 'Chorus | Bb | F | C | Dm |'],
  },
  {
    name: 'one line of chords and nothing else',
    text: 'Em C G D',
    form: ['Part 1 | Em | C | G | D |'],
  },
  {
    name: 'bare bar lines',
    text: '| Dm | Bb |\n| F C | Gm |',
    form: ['Part 1 | Dm | Bb | F@1 C@3 | Gm |'],
  },
  {
    name: 'bar lines only between',
    text: 'Intro\nDm | Bb | F C | A7\n\nVerse\nDm | Dm | Gm | A7',
    form: ['Intro | Dm | Bb | F@1 C@3 | A7 |', 'Verse | Dm | Dm | Gm | A7 |'],
  },
  {
    name: 'strokes for the beats',
    text: '[Verse]\n| Em / / / | C / G / | Am / / D |',
    form: ['Verse | Em | C@1 G@3 | Am@1 D@4 |'],
  },
  {
    name: 'repeat signs with how often',
    text: 'Bridge\n||: Am | F :|| x4\n| G | G |',
    form: ['Bridge | Am | F | Am | F | Am | F | Am | F | G | G |'],
  },
  {
    name: 'a section that is all between repeat signs',
    text: 'Riff\n|: E5 | G5 A5 :|',
    form: ['Riff x2 | E5 | G5@1 A5@3 |'],
  },
  {
    name: 'a sign for the bar before',
    text: 'Verse:\n| F#m | % | D | % |',
    form: ['Verse | F#m | F#m | D | D |'],
  },
  {
    name: 'chords over lyrics',
    text: `Paper Lantern

Verse 1
Dm               Bb
Lantern in the stairwell light
F                C
nobody is home tonight

Chorus
Bb         F
carry it up, carry it
C          Dm
out of the door again
`,
    head: ['title Paper Lantern'],
    form: ['Verse 1 | Dm | Bb | F | C |', 'Chorus | Bb | F | C | Dm |'],
  },
  {
    name: 'chords in brackets among the lyrics',
    text: `{title: Slow Harbour}
{key: G}
{tempo: 84}
{start_of_verse: Verse}
[G]Ropes are coming [Em]loose again
[C]tide is on the [D]turn
{end_of_verse}
{soc}
[C]Slow harbour, [G]slow harbour
{eoc}`,
    head: ['title Slow Harbour', 'key G', 'tempo 84'],
    form: ['Verse | G | Em | C | D |', 'Chorus | C | G |'],
  },
  {
    name: 'brackets with headings in brackets',
    text: `[Verse 1]
[Am]Cold rails in the [F]morning
[C]steam on the [G]glass
[Chorus]
[F]Roll on [C]roll on
[G]roll on home [G]
[Verse 2]
[Am]Brick dust on the [F]window
[C]names in the [G]grass
[Chorus]`,
    form: ['Verse 1 | Am | F | C | G |', 'Chorus | F | C | G | G |', 'Verse 1', 'Chorus'],
  },
  {
    name: 'settings as people say them',
    text: 'Title: Glass Pier\nKey: D minor\nBPM: 142\nTime: 6/8\nTuning: Drop D\n\nVerse: Dm Bb',
    head: [
      'title Glass Pier',
      'key Dm',
      'tempo 142',
      'meter 6/8',
      'guitar1 D A D G B E',
      'guitar2 D A D G B E',
    ],
    form: ['Verse | Dm | Bb |'],
  },
  {
    name: 'settings on one line, with signs of a printer',
    text: 'Night Ferry – B♭ major – ♩ = 96 – 3/4\n\nVerse: B♭ | E♭ | F7 | B♭',
    head: ['title Night Ferry', 'key Bb', 'tempo 96', 'meter 3/4'],
    form: ['Verse | B♭ | E♭ | F7 | B♭ |'],
  },
  {
    name: 'a capo and a tuning down',
    text: 'capo 2\ntuned half a step down\n120bpm\nVerse: C G Am F',
    head: ['tempo 120', 'guitar1 capo 2', 'guitar1 Eb Ab Db Gb Bb Eb'],
    form: ['Verse | C | G | Am | F |'],
  },
  {
    name: 'a form line at the end',
    text: `Intro: Em G
Verse: Em G D A
Chorus: C G D D

Form: Intro, Verse, Chorus, Verse, Chorus x2`,
    form: ['Intro | Em | G |', 'Verse | Em | G | D | A |', 'Chorus | C | G | D | D |', 'Verse', 'Chorus x2'],
  },
  {
    name: 'a form of letters',
    text: 'Verse = A5 C5 D5 A5\nChorus = F5 G5 A5 A5\nStructure: V C V C C',
    form: ['Verse | A5 | C5 | D5 | A5 |', 'Chorus | F5 | G5 | A5 | A5 |', 'Verse', 'Chorus', 'Chorus'],
  },
  {
    name: 'a section that only comes again',
    text: 'Verse\nAm G F E\n\nChorus\nF G Am Am\n\nRepeat Verse\n\nChorus x2',
    form: ['Verse | Am | G | F | E |', 'Chorus | F | G | Am | Am |', 'Verse', 'Chorus x2'],
  },
  {
    name: 'a second verse said to be the same',
    text: 'Verse 1: C Am F G\nChorus: F G C C\nVerse 2 (same as verse 1)\nChorus',
    form: ['Verse 1 | C | Am | F | G |', 'Chorus | F | G | C | C |', 'Verse 1', 'Chorus'],
  },
  {
    name: 'a tab of six strings',
    text: `Riff
e|-----------------|-----------------|
B|-----------------|-----------------|
G|-----------------|-----------------|
D|-2---2-2---2-----|-5---5-5---5-----|
A|-2---2-2---2-----|-5---5-5---5-----|
E|-0---0-0---0-----|-3---3-3---3-----|`,
    form: ['Riff | E5 | G5 |'],
    asks: /guitar/i,
  },
  {
    name: 'a bass tab under its name, after the chords',
    text: `Verse
| Am | F |
Bass:
G|-----------------|-----------------|
D|-----------------|-----------------|
A|-0-0-0-0-0-0-0-0-|-----------------|
E|-----------------|-1-1-1-1-1-1-1-1-|`,
    form: ['Verse | Am | F |'],
    head: ['bass plays'],
  },
  {
    name: 'chord names over a tab',
    text: `Intro
   Em                G
e|-0---0---0---0---|-3---3---3---3---|
B|-0---0---0---0---|-0---0---0---0---|
G|-0---0---0---0---|-0---0---0---0---|
D|-2---2---2---2---|-0---0---0---0---|
A|-2---2---2---2---|-2---2---2---2---|
E|-0---0---0---0---|-3---3---3---3---|`,
    form: ['Intro | Em | G |'],
    head: ['guitar1 plays'],
  },
  {
    name: 'headings in capitals with a number of bars and a remark',
    text: 'INTRO (4 bars)\nEm D C D\n\nVERSE (quiet, palm muted)\nEm Em C D',
    form: ['Intro | Em | D | C | D |', 'Verse | Em | Em | C | D |'],
    asks: /quiet, palm muted/,
  },
  {
    name: 'headings with hashes',
    text: '# Tin Roof\n\n## Verse\nE A E B7\n\n## Chorus\nA E B7 E',
    head: ['title Tin Roof'],
    form: ['Verse | E | A | E | B7 |', 'Chorus | A | E | B7 | E |'],
  },
  {
    name: 'how long each chord lasts, in bars',
    text: 'Verse: Em x2, C x2, G x2, D x2',
    form: ['Verse | Em | Em | C | C | G | G | D | D |'],
  },
  {
    name: 'pairs between commas',
    text: 'Chorus: C G, Am F, C G, F',
    form: ['Chorus | C@1 G@3 | Am@1 F@3 | C@1 G@3 | F |'],
    asks: /comma/,
  },
  {
    name: 'arrows',
    text: 'Verse: Am → F → C → G, 4x',
    form: ['Verse x4 | Am | F | C | G |'],
  },
  {
    name: 'German names',
    text: 'Strophe: Hm G D A',
    form: ['Strophe | Bm | G | D | A |'],
    asks: /H.*B/,
  },
  {
    name: 'spellings of chords',
    text: 'Verse\n| Dmi | Dmin7 | D-7 | Gmaj7 | GΔ | A7sus4 | F♯m | B♭ | Cadd9 | Bø |',
    form: ['Verse | Dmi | Dmin7 | D-7 | Gmaj7 | GΔ | A7sus4 | F♯m | B♭ | Cadd9 | Bø |'],
  },
  {
    name: 'slash basses in small letters and spaces',
    text: 'Verse: C/e F/a G/b C',
    form: ['Verse | C/E | F/A | G/B | C |'],
  },
  {
    name: 'degrees with a key',
    text: 'Key: G\nVerse: I V vi IV x2',
    head: ['key G'],
    form: ['Verse x2 | G | D | Em | C |'],
  },
  {
    name: 'degrees without a key',
    text: 'Verse: I V vi IV',
    refused: /key/,
  },
  {
    name: 'a shopping list',
    text: 'Milk\nStrings (10-46)\nbatteries for the pedal',
    refused: /chord/,
  },
  {
    name: 'nothing',
    text: '   \n\n',
    refused: /empty|nothing/,
  },
  {
    name: 'a chord that is none among chords',
    text: 'Verse: Dm Bq F C',
    form: ['Verse | Dm | N.C. | F | C |'],
    asks: /Bq/,
  },
  {
    name: 'three chords in a bar of four',
    text: 'Verse\n| C G Am | F |',
    form: ['Verse | C@1 G@3 Am@4 | F |'],
    asks: /three|beat/,
  },
  {
    name: 'three chords in a bar of three',
    text: 'Time 3/4\nVerse\n| C G Am | F |',
    head: ['meter 3/4'],
    form: ['Verse | C@1 G@2 Am@3 | F |'],
  },
  {
    name: 'lyrics without a heading, and a bar of silence',
    text: `Am         G
Under the bridge of the motorway
F          N.C.
somebody left a chair`,
    form: ['Part 1 | Am | G | F | N.C. |'],
  },
  {
    name: 'lyrics only under a second verse',
    text: `Verse 1
G          C
Seven in the morning
D          G
kettle on the stove

Verse 2
Seven in the evening
kettle on the floor`,
    form: ['Verse 1 | G | C | D | G |', 'Verse 1'],
    asks: /Verse 2/,
  },
  {
    name: 'our own chart text',
    text: 'title: Own\nkey: Em\n== Verse == x2\nchords | Em | C |\nguitar1 | 022xxx | x355xx |',
    head: ['title Own', 'key Em', 'guitar1 plays'],
    form: ['Verse x2 | Em | C |'],
  },
  {
    name: 'our own chart text, labels as the screens say them',
    text: 'Title: Own\nKey: E♭\nBPM: 100\nGuitar 1: drop D; gain 7\n== Verse x2 ==\nChords | E♭ | A♭ |\nGuitar 1 | x688xx | 466xxx |\nGuitar 2 hits | O---O--- | O------- |',
    head: ['title Own', 'key Eb', 'tempo 100', 'guitar1 D A D G B E', 'guitar1 plays'],
    form: ['Verse x2 | E♭ | A♭ |'],
  },
  {
    name: 'a heading with a colon after it, then bars on several lines',
    text: 'Chorus:\nF | G\nAm | Am\n\nOutro:\nF | G | Am |',
    form: ['Chorus | F | G | Am | Am |', 'Outro | F | G | Am |'],
  },
  {
    name: 'a mark for who plays what',
    text: 'Verse: Dm C\n(gtr 2 tacet, bass enters bar 3)\nChorus: Bb C',
    form: ['Verse | Dm | C |', 'Chorus | Bb | C |'],
    asks: /gtr 2 tacet/,
  },
  {
    name: 'two lines with x2 behind each',
    text: 'Verse\nAm F x2\nC G x2',
    form: ['Verse | Am | F | Am | F | C | G | C | G |'],
  },
  {
    name: 'a line in brackets, so often',
    text: 'Chorus\n(Em D C) x3\nB7',
    form: ['Chorus | Em | D | C | Em | D | C | Em | D | C | B7 |'],
  },
  {
    name: 'first and second endings',
    text: 'Verse\n||: C | G | Am |1. F :||2. G ||',
    form: ['Verse | C | G | Am | F | C | G | Am | G |'],
  },
  {
    name: 'tempo words and a swing that is no setting here',
    text: 'Tempo: 92 (laid back)\nFeel: shuffle\nVerse: E7 A7',
    head: ['tempo 92'],
    form: ['Verse | E7 | A7 |'],
    asks: /shuffle/,
  },
  {
    name: 'fingerings at the top',
    text: 'Dm: xx0231\nBb: x13331\n\nVerse: Dm Bb Dm Bb',
    form: ['Verse | Dm | Bb | Dm | Bb |'],
    asks: /xx0231/,
  },
  // The last third.
  {
    last: true,
    name: 'a page with a writer, a key in words and a line of the form',
    text: `Under Cable Street
(words and music: us)
Key of A minor, 126 bpm, 4/4

INTRO: Am | Am | F | G
VERSE: Am | G | F | E7
CHORUS: F | G | C | Am | F | G | Am | Am

INTRO VERSE CHORUS VERSE CHORUS`,
    head: ['title Under Cable Street', 'key Am', 'tempo 126', 'meter 4/4'],
    form: [
      'Intro | Am | Am | F | G |',
      'Verse | Am | G | F | E7 |',
      'Chorus | F | G | C | Am | F | G | Am | Am |',
      'Verse',
      'Chorus',
    ],
  },
  {
    last: true,
    name: 'pre-chorus, middle eight, outro',
    text: 'Pre-Chorus: F G\nMiddle 8: Dm Am Dm E\nOutro: Am (hold)',
    form: ['Pre-Chorus | F | G |', 'Middle 8 | Dm | Am | Dm | E |', 'Outro | Am |'],
    asks: /hold/,
  },
  {
    last: true,
    name: 'dots for the beats',
    text: 'Verse\n| G . . D | Em . C . |',
    form: ['Verse | G@1 D@4 | Em@1 C@3 |'],
  },
  {
    last: true,
    name: 'chords over lyrics with several changes close together',
    text: `[Verse]
      C        G/B  Am
Every window on the street is dark
     F              G
but one, and it is yours`,
    form: ['Verse | C | G/B | Am | F | G |'],
  },
  {
    last: true,
    name: 'brackets in a word, and a comment',
    text: `{t:Hollow Bell}
{st:third draft}
{c:Quietly}
[Em]Hol[C]low bell [G]ring [D]
{chorus}
[C]Ring for [D]me`,
    head: ['title Hollow Bell'],
    form: ['Part 1 | Em | C | G | D |', 'Chorus | C | D |'],
    asks: /Quietly/,
  },
  {
    last: true,
    name: 'a phone note without capitals or colons',
    text: 'key em\n140\n\nverse em g a c x2\nchorus c d em em',
    head: ['key Em', 'tempo 140'],
    form: ['Verse x2 | Em | G | A | C |', 'Chorus | C | D | Em | Em |'],
  },
  {
    last: true,
    name: 'power chords in a drop tuning, spelled together',
    text: 'dropped C tuning, 168 BPM\nRiff: C5 C5 Eb5 F5 / C5 C5 Bb5 G5',
    head: ['guitar1 C G C F A D', 'tempo 168'],
    form: ['Riff | C5 | C5 | Eb5 | F5 | C5 | C5 | Bb5 | G5 |'],
  },
  {
    last: true,
    name: 'a tab with its own words',
    text: `Main riff (x4):
d|----------------|
A|----------------|
F|----------------|
C|-----------5-7--|
G|-0-0-3-0-5------|
C|-0-0-3-0-5------|`,
    form: ['Main riff x4 | C5@1 Eb5@2 C5@2.5 F5@3 |'],
    asks: /C G C F A D/,
  },
  {
    last: true,
    name: 'bar numbers before the lines',
    text: 'Verse\n1 | Dm | Gm |\n3 | A7 | Dm |',
    form: ['Verse | Dm | Gm | A7 | Dm |'],
  },
  {
    last: true,
    name: 'a heading for the second time with other bars',
    text: 'Verse: C F G C\nChorus: F F C C\nVerse: C F G Am\nChorus',
    form: ['Verse | C | F | G | C |', 'Chorus | F | F | C | C |', 'Verse 2 | C | F | G | Am |', 'Chorus'],
  },
  {
    last: true,
    name: 'lines of a lyric that look like chords',
    text: `Verse
Am            E
A day I do not want
Am            Dm
Be good, she said, and go`,
    form: ['Verse | Am | E | Am | Dm |'],
  },
  {
    last: true,
    name: 'a repeat count before',
    text: 'Intro: 4x G5 A5\nVerse 2x: E5 G5',
    form: ['Intro x4 | G5 | A5 |', 'Verse x2 | E5 | G5 |'],
  },
  {
    last: true,
    name: 'stars, pipes of two kinds and a tempo with a sign',
    text: '**Chorus**\n‖ A ¦ E ¦ F#m ¦ D ‖\nq = 110',
    head: ['tempo 110'],
    form: ['Chorus | A | E | F#m | D |'],
  },
  {
    last: true,
    name: 'numbers of a band that counts',
    text: 'in D\nVerse: 1 5 6- 4',
    head: ['key D'],
    form: ['Verse | D | A | Bm | G |'],
  },
  {
    last: true,
    name: 'two players of a tab under one heading',
    text: `Chorus
Guitar 1
E|---------|
B|---------|
G|-7-7-9-9-|
D|-7-7-9-9-|
A|-5-5-7-7-|
E|---------|
Bass
G|---------|
D|---------|
A|-5-5-7-7-|
E|---------|`,
    head: ['guitar1 plays', 'bass plays'],
    form: ['Chorus | D5@1 E5@3 |'],
  },
  {
    last: true,
    name: 'windows of a chat: times and names before the lines',
    text: '[21:04] Jo: verse is Em C G D\n[21:05] Jo: chorus C D Em x2',
    form: ['Verse | Em | C | G | D |', 'Chorus x2 | C | D | Em |'],
  },
  {
    last: true,
    name: 'a list with dashes before the lines',
    text: '- Intro: Am\n- Verse: Am Dm E Am\n- Chorus: F C G Am',
    form: ['Intro | Am |', 'Verse | Am | Dm | E | Am |', 'Chorus | F | C | G | Am |'],
  },
  {
    last: true,
    name: 'a song file that is none',
    text: '{"titel": "x"',
    refused: /JSON/,
  },
  {
    last: true,
    name: 'lyrics only',
    text: 'Verse\nNobody ever told the river\nwhich way it had to go',
    refused: /chord/,
  },
  {
    last: true,
    name: 'a tempo and metre that change in a section',
    text: 'Verse (120 bpm): Am F\nBridge (3/4): C G',
    form: ['Verse | Am | F |', 'Bridge | C | G |'],
    head: ['Bridge meter 3/4', 'Verse tempo 120'],
  },
];
