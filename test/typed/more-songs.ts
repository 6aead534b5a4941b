import type { Typing } from './songs';

/** A second lot, written after the reader had read the first one, before it saw any of these. */
export const MORE_TYPINGS: readonly Typing[] = [
  {
    name: 'a printed page: tempo words, heading behind the line',
    text: `        THE LONG PIER
   Moderate rock  ♩= 118

Intro
Em    G    D    A

Verse 1
Em              G
Down where the gravel gives
D               A
the water forgets my name`,
    head: ['title THE LONG PIER', 'tempo 118'],
    form: ['Intro | Em | G | D | A |', 'Verse 1 | Em | G | D | A |'],
  },
  {
    name: 'tabulators between the chords',
    text: 'Verse\nC\tG\tAm\tF\nChorus\nF\tG\tC',
    form: ['Verse | C | G | Am | F |', 'Chorus | F | G | C |'],
  },
  {
    name: 'bars over lyrics',
    text: 'Verse\n| Am      | G       |\nOver the yard and under the rail\n| F       | E7      |\nsomebody whistles for the mail',
    form: ['Verse | Am | G | F | E7 |'],
  },
  {
    name: 'short names with numbers',
    text: 'V1: Em G C D\nC: C D Em Em\nV2: same as V1',
    form: ['V1 | Em | G | C | D |', 'C | C | D | Em | Em |', 'V1'],
  },
  {
    name: 'separators and a feel in the heading',
    text: 'Bridge (half time): Am / F / C / G',
    form: ['Bridge | Am | F | C | G |'],
    head: ['Bridge feel half'],
  },
  {
    name: 'numbers between bar lines',
    text: 'Key of A\nVerse\n| 1 | 4 | 5 | 1 |',
    head: ['key A'],
    form: ['Verse | A | D | E | A |'],
  },
  {
    name: 'small letters between bar lines',
    text: '| am | f | c g | am |',
    form: ['Part 1 | Am | F | C@1 G@3 | Am |'],
  },
  {
    name: 'bars that only hold',
    text: 'Verse\n| C . . . | . . . . | F . . . | G . . . |',
    form: ['Verse | C | . | F | G |'],
  },
  {
    name: 'square repeats',
    text: 'Intro\n[: Em | G :] 4x',
    form: ['Intro x4 | Em | G |'],
  },
  {
    name: 'how many bars a part has',
    text: 'Verse (8 bars): Em C\nChorus - 4 bars - G D Em C',
    form: ['Verse | Em | . | . | . | C | . | . | . |', 'Chorus | G | D | Em | C |'],
  },
  {
    name: 'a tuning with its name behind it',
    text: 'Tuning: D A D G B E (drop D)\nCapo: none\nVerse: D5 F5 G5',
    head: ['guitar1 D A D G B E', 'guitar2 D A D G B E'],
    form: ['Verse | D5 | F5 | G5 |'],
  },
  {
    name: 'everybody in their own tuning',
    text: 'Gtr 1 - drop C\nGtr 2 - standard\nBass - drop C\nVerse: C5 Eb5',
    head: ['guitar1 C G C F A D', 'guitar2 E A D G B E', 'bass C G C F'],
    form: ['Verse | C5 | Eb5 |'],
  },
  {
    name: 'spaces in the count',
    text: 'Chorus x 2\nA E F#m D\n\nVerse\n(A D) x 3\nE',
    form: ['Chorus x2 | A | E | F#m | D |', 'Verse | A | D | A | D | A | D | E |'],
  },
  {
    name: 'a remark behind the chords',
    text: 'Verse: Em C G D (palm mute)\nChorus: C D Em  -- open it up',
    form: ['Verse | Em | C | G | D |', 'Chorus | C | D | Em |'],
    asks: /palm mute/,
  },
  {
    name: 'a fence around it',
    text: '```\nVerse: Em C\nChorus: G D\n```',
    form: ['Verse | Em | C |', 'Chorus | G | D |'],
  },
  {
    name: 'one string of tab',
    text: 'Riff\nE|-0-0-3-0-5-0-3-0-|',
    form: ['Riff | E5 |'],
    head: ['guitar1 plays'],
  },
  {
    name: 'a bass of five strings',
    text: 'Verse\nG|-----------------|\nD|-----------------|\nA|-----------------|\nE|-----------------|\nB|-3---3---3---3---|',
    head: ['bass plays', 'bass B E A D G'],
    form: ['Verse | D5 |'],
  },
  {
    name: 'drums alone first',
    text: 'Intro: N.C. x4\nVerse: Am F',
    form: ['Intro x4 | N.C. |', 'Verse | Am | F |'],
  },
  {
    name: 'a solo over the verse',
    text: 'Verse: Am F C G\nChorus: F G Am Am\nSolo: same as Verse\nChorus',
    form: ['Verse | Am | F | C | G |', 'Chorus | F | G | Am | Am |', 'Verse', 'Chorus'],
    asks: /Solo/,
  },
  {
    name: 'a solo over the verse, in other words',
    text: 'Verse: Am F C G\nSolo over verse chords\nOutro: repeat verse x2 to fade',
    form: ['Verse | Am | F | C | G |', 'Verse', 'Verse x2'],
  },
  {
    name: 'tags of a web page',
    text: '<b>Verse</b>\nEm C\n<b>Chorus</b>\nG D',
    form: ['Verse | Em | C |', 'Chorus | G | D |'],
  },
  {
    name: 'a single chord over a line',
    text: 'Verse\nE\nHere I go again with the window down\nA            E\nand the radio off',
    form: ['Verse | E | A | E |'],
  },
  {
    name: 'lines that end as on another system, with a mark at the beginning',
    text: '\uFEFFTitle: Wet Slate\r\nVerse: A E\r\nChorus: D E\r\n',
    head: ['title Wet Slate'],
    form: ['Verse | A | E |', 'Chorus | D | E |'],
  },
  {
    name: 'umlauts in the words',
    text: `Strophe 1
Am            F
Über die Brücke fährt ein Zug
C             G
keiner steigt mehr ein`,
    form: ['Strophe 1 | Am | F | C | G |'],
  },
  {
    name: 'a chorus counted in a directive',
    text: '{c: Chorus 2x}\n[G]Hold the [D]door\n[Em]hold the [C]line',
    form: ['Chorus x2 | G | D | Em | C |'],
  },
  {
    name: 'a form of words with counts before',
    text: 'Intro: E5\nVerse: E5 G5 A5 E5\nChorus: A5 B5\n\nintro - verse - chorus - 2x verse - chorus x2',
    form: ['Intro | E5 |', 'Verse | E5 | G5 | A5 | E5 |', 'Chorus | A5 | B5 |', 'Verse x2', 'Chorus x2'],
  },
  {
    name: 'a chord with its notes in brackets behind',
    text: 'Verse\nAm7 D9 Gmaj7 C\nF#m7b5 B7 Em Em',
    form: ['Verse | Am7 | D9 | Gmaj7 | C | F#m7b5 | B7 | Em | Em |'],
  },
  {
    name: 'a last bar that differs',
    text: 'Verse x2: Am F C G (2nd time: E)',
    form: ['Verse x2 | Am | F | C | G |'],
    asks: /2nd time/,
  },
  {
    name: 'bars on lines with the numbers of a page',
    text: 'VERSE\n1. | Em | C |\n2. | G | D |',
    form: ['Verse | Em | C | G | D |'],
  },
  {
    name: 'a heading that nobody knows',
    text: 'Wall of noise:\nE5 F5 E5 Bb5\n\nThe quiet bit\nAm F',
    form: ['Wall of noise | E5 | F5 | E5 | Bb5 |', 'The quiet bit | Am | F |'],
  },
  {
    name: 'an answer in a sentence',
    text: 'The verse goes Em C G D and the chorus is C D Em',
    form: ['Verse | Em | C | G | D |', 'Chorus | C | D | Em |'],
  },
  {
    name: 'notes of a scale with do',
    text: 'Verse: Lam Fa Do Sol',
    refused: /chord/,
  },
];
