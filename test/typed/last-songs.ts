import type { Typing } from './songs';

/** A third lot, for a last look: written when the reader was done with the others. */
export const LAST_TYPINGS: readonly Typing[] = [
  {
    name: 'words that would be a writer, a part or a player elsewhere',
    text: `Verse
Am            F
By the river we go down
C             G
Drop like a stone in the water
Am            F
Everybody
C             G
Break over the wall
Chorus
F  G`,
    form: ['Verse | Am | F | C | G | Am | F | C | G |', 'Chorus | F | G |'],
  },
  {
    name: 'a bar that is left empty',
    text: 'Verse\n| Dm |   | F | C || G |',
    form: ['Verse | Dm | . | F | C | G |'],
  },
  {
    name: 'letters of a rehearsal',
    text: 'A\n| Em | D |\n\nB\n| C | D | Em | Em |\n\nA',
    form: ['A | Em | D |', 'B | C | D | Em | Em |', 'A'],
  },
  {
    name: 'chords tied by dashes without spaces',
    text: 'Verse: Em-C-G-D\nChorus: C-D-Em-Em x2',
    form: ['Verse | Em | C | G | D |', 'Chorus x2 | C | D | Em | Em |'],
  },
  {
    name: 'heading and chords in one pair of brackets',
    text: '[Intro: Em C G D]\n[Verse: Am C]',
    form: ['Intro | Em | C | G | D |', 'Verse | Am | C |'],
  },
  {
    name: 'settings between strokes',
    text: 'Slow Bell | K: Gm | BPM: 66 | 12/8\nVerse: Gm Eb Bb F',
    head: ['title Slow Bell', 'key Gm', 'tempo 66', 'meter 12/8'],
    form: ['Verse | Gm | Eb | Bb | F |'],
  },
  {
    name: 'two verses under one heading',
    text: 'Verse 1 & 2: Am F C G\nChorus: F G Am Am',
    form: ['Verse 1 & 2 | Am | F | C | G |', 'Chorus | F | G | Am | Am |'],
  },
  {
    name: 'everything on one line',
    text: 'VERSE - Em / Em / C / D (x2) CHORUS - G / D / Em / C (x2)',
    form: ['Verse x2 | Em | Em | C | D |', 'Chorus x2 | G | D | Em | C |'],
  },
  {
    name: 'counts in brackets behind single chords',
    text: 'Verse: Am (x2) G (x2) F E',
    form: ['Verse | Am | Am | G | G | F | E |'],
  },
  {
    name: 'the metre in front of the bars',
    text: 'Verse\n4/4 | Em . C . | G . D . ||',
    form: ['Verse | Em@1 C@3 | G@1 D@3 |'],
  },
  {
    name: 'silence in words',
    text: 'Intro: tacet x4\nVerse: Em D\nBreak | N/C | Em |',
    form: ['Intro x4 | N.C. |', 'Verse | Em | D |', 'Break | N.C. | Em |'],
  },
  {
    name: 'chords with altered tones',
    text: 'Verse\n| F#m11 | Dmaj9/E | G7(b9) | A7#5 |',
    form: ['Verse | F#m11 | Dmaj9/E | G7(b9) | A7#5 |'],
  },
  {
    name: 'two choruses that are the same',
    text: 'Chorus 1\nG D Em C\n\nVerse\nEm C\n\nChorus 2\nG D Em C',
    form: ['Chorus 1 | G | D | Em | C |', 'Verse | Em | C |', 'Chorus 1'],
  },
  {
    name: 'a chord that comes after the words',
    text: 'Verse\nEm            C        G\nnobody at the door\n       D\nnobody (x2)',
    form: ['Verse | Em | C | G | D |'],
  },
  {
    name: 'a page with page numbers and a web address',
    text: 'Harbour Wall\nwww.example.org/songs/12\nPage 1/2\n\nVerse\nG D Em C',
    head: ['title Harbour Wall'],
    form: ['Verse | G | D | Em | C |'],
  },
  {
    name: 'a capo in roman figures and a tuning in words',
    text: 'Capo III, tuned to open G\nVerse: C F',
    head: ['guitar1 capo 3', 'guitar1 D G D G B D'],
    form: ['Verse | C | F |'],
  },
];
