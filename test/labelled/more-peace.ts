import { groundOf as at, type PeaceCase } from './case';

const cases: PeaceCase[] = [];
const peace = (style: string, why: string, head: string, rows: string, header = ''): void => {
  cases.push({ want: 'peace', style, why, head, rows: rows.trim(), header });
};

// Whole parts of three players. Every label: common practice. Chords, keys and rows are our own invention.

peace(
  'whole parts',
  'a twangy melody on the low strings over muted barres',
  at('Em', 168, 2, 1),
  `
chords | Em | D | C | B7 |
guitar1 line | 7@5 . 5@5 . 7@5 . 10@5 . | 5@5 . 4@5 . 5@5 . 9@5 . | 3@5 . 2@5 . 3@5 . 7@5 . | 2@5 . 1@5 . 2@5 . 6@5 . |
guitar2 | x-7-9-9-8-7 | x57775 | x35553 | x24242 |
guitar2 hits | M-mMM-mM | % | % | % |
bass | x7xx | x5xx | x3xx | x2xx |
bass hits | O-OOO-OO | % | % | % |`,
);
peace(
  'whole parts',
  'a soul verse: chops, sixths and a bass with approaches',
  at('F', 96, 3, 4),
  `
chords | F | Dm | Gm7 | C7 |
guitar1 | xxx565 | xxx765 | xxx333 | xxx353 |
guitar1 hits | ..X...X. | % | % | % |
guitar2 line | 7@3+6@1 . . . r . . . | 10@3+10@1 . . . r . . . | 7@3+6@1 . . . 5@3+5@1 . . . | 5@3+6@1 . . . 9@3+8@1 . . . |
bass line | 1@4 . . 1@4 3@3 . 4@3 . | 5@3 . . 5@3 3@3 . 4@4 . | 3@4 . . 3@4 5@4 . 2@3 . | 3@3 . . 3@3 2@3 . 0@4 . |`,
);
peace(
  'whole parts',
  'a fuzz riff of all three with the flat fifth',
  'key: C#m\ntempo: 78\nguitar1: tuning C# G# C# F# A# D#; gain 10\nguitar2: tuning C# G# C# F# A# D#; gain 10\nbass: tuning C# G# C# F#',
  `
chords | C#5 | C#5 |
guitar1 | 000xxx . 000xxx 333xxx . 666xxx 555xxx 333xxx | 000xxx . . . . 333xxx 111xxx . |
guitar2 | 000xxx . 000xxx 333xxx . 666xxx 555xxx 333xxx | 000xxx . . . . 333xxx 111xxx . |
bass | 0xxx . 0xxx 3xxx . 6xxx 5xxx 3xxx | 0xxx . . . . 3xxx 1xxx . |`,
);
peace(
  'whole parts',
  'a muted verse of eighths under an octave line',
  at('Bb', 176, 7, 6),
  `
chords | Bb5 | F5 | G5 | Eb5 |
guitar1 | 688xxx | 133xxx | 355xxx | x688xx |
guitar1 hits | MMMMMMMM | % | % | % |
guitar2 | x-x-8-x-11-x . x-x-10-x-13-x . | x-x-10-x-13-x . x-x-8-x-11-x . | x-x-5-x-8-x . x-x-8-x-11-x . | x-x-8-x-11-x . x-x-5-x-8-x . |
bass | x1xx | 1xxx | 3xxx | x6xx |
bass hits | OOOOOOOO | % | % | % |`,
);
peace(
  'whole parts',
  'triads stabbed over a pedal on the open string',
  at('A', 118, 6, 5),
  `
chords | A5 . . D/A | A5 . G/A D/A |
guitar1 | x02xxx . . x-x-7-7-7-x | x02xxx . x-x-5-4-3-x x-x-7-7-7-x |
guitar1 hits | O.O.O.O. | O.O.O.O. |
guitar2 | x02xxx . . x-x-7-7-7-x | x02xxx . x-x-5-4-3-x x-x-7-7-7-x |
guitar2 hits | O.O.O.O. | O.O.O.O. |
bass | x0xx | x0xx |
bass hits | OOOOOOOO | % |`,
);
peace(
  'whole parts',
  'two delayed guitars paint the chord high above the bass',
  'key: D\ntempo: 108\nguitar1: gain 5; delay 1/8.\nguitar2: gain 4; delay 1/4',
  `
chords | D | Bm | G | A |
guitar1 line | 10@2 10@2 10@2 10@2 14@1 14@1 14@1 14@1 | 10@2 10@2 10@2 10@2 14@1 14@1 14@1 14@1 | 12@2 12@2 12@2 12@2 15@1 15@1 15@1 15@1 | 12@1 12@1 12@1 12@1 10@2 10@2 14@2 14@2 |
guitar2 | x-x-x-11-10-10 | x-x-x-11-12-10 | x-x-x-12-12-10 | x-x-x-9-10-9 |
guitar2 hits | O------- | % | % | % |
bass | x5xx | x2xx | 3xxx | x0xx |
bass hits | OOOOOOOO | % | % | % |`,
);
peace(
  'whole parts',
  'a waltz, picked, with a falling bass',
  `${at('G', 92, 1, 2)}\nmeter: 3/4`,
  `
chords | G | G/F# | Em | C | D7 | G |
guitar1 | 320003 | 2x0003 | 022000 | x32010 | xx0212 | 320003 |
guitar1 hits | O-O-O- | % | % | % | % | % |
guitar2 | x-x-x-12-12-10 | x-x-x-12-12-10 | x-x-x-12-12-12 | x-x-x-12-13-12 | x-x-x-11-13-10 | x-x-x-12-12-10 |
guitar2 hits | O----- | % | % | % | % | % |
bass | 3xxx | 2xxx | 0xxx | x3xx | x5xx | 3xxx |`,
);
peace(
  'whole parts',
  'six-eight: arpeggio against held power chords',
  `${at('Bm', 64, 2, 7)}\nmeter: 6/8`,
  `
chords | Bm | G | D | A |
guitar1 | x24432 | 320033 | xx0232 | x02220 |
guitar1 hits | 543234 | 643234 | 432123 | 543234 |
guitar2 | x244xx | 355xxx | x577xx | 577xxx |
guitar2 hits | O----- | % | % | % |
bass | x2xx | 3xxx | x5xx | x0xx |`,
);
peace(
  'whole parts',
  'a riff in seven, all together',
  `${at('G', 132, 8, 8)}\nmeter: 7/8`,
  `
chords | G5 | G5 |
guitar1 | 355xxx . 355xxx . 688xxx 577xxx 355xxx | 355xxx . 355xxx . x133xx x355xx x133xx |
guitar2 | 355xxx . 355xxx . 688xxx 577xxx 355xxx | 355xxx . 355xxx . x133xx x355xx x133xx |
bass | 3xxx . 3xxx . 6xxx 5xxx 3xxx | 3xxx . 3xxx . x1xx x3xx x1xx |`,
);
peace(
  'whole parts',
  'a walking boogie under sixth chords, edge',
  at('E', 172, 4, 4),
  `
chords | E6 | A6 | B7 | E6 |
guitar1 | 022120 | x02222 | x21202 | 022120 |
guitar1 hits | ..O...O. | % | % | % |
guitar2 line | r . . . 9@2 . 8@2 9@1 | r . . . 10@2 . 9@1 10@1 | 10@1 . 10@2 . 7@1 . 7@2 . | 7@1 . . . r . . . |
bass line | 0@4 4@4 2@3 4@3 | 0@3 4@3 2@2 4@2 | 2@3 1@2 4@2 1@2 | 0@4 4@4 2@3 2@4 |`,
);
peace(
  'whole parts',
  'ninth-chord scratch against a muted single-note figure',
  at('E', 102, 2, 3),
  `
chords | E9 | E9 |
guitar1 | x-7-6-7-7-x | . |
guitar1 hits | O.xxO.xxxxO.x.O. | % |
guitar2 line | 7@4m . 9@4m 7@4m . 9@4m . 7@3m . 7@4m . 9@4m 7@4m . 7@4m . | 7@4m . 9@4m 7@4m . 9@4m . 7@3m . 7@4m . 9@4m 7@4m . 7@4m . |
bass line | 0@4 . r 0@4 . 12@4 . r 10@4 . 12@4 . r . 9@4 10@4 | 0@4 . r 0@4 . 12@4 . r 10@4 . 12@4 . r . 9@4 10@4 |`,
);
peace(
  'whole parts',
  'octave bass, sixteenths on a high triad, a held fifth',
  at('Am', 120, 1, 4),
  `
chords | Am7 | D9 | Am7 | D9 |
guitar1 | xxx555 | xxx555 | xxx555 | xxx555 |
guitar1 hits | OxOxOxxOxOxOxOxx | % | % | % |
guitar2 | 5x55xx | x545xx | 5x55xx | x545xx |
guitar2 hits | O------- | % | % | % |
bass line | 5@4 7@2 5@4 7@2 5@4 7@2 5@4 7@2 | 5@3 7@1 5@3 7@1 5@3 7@1 5@3 7@1 | 5@4 7@2 5@4 7@2 5@4 7@2 5@4 7@2 | 5@3 7@1 5@3 7@1 5@3 7@1 5@3 7@1 |`,
);
peace(
  'whole parts',
  'a pedal on the low string with chords a semitone above and a tritone away',
  at('E', 196, 10, 10),
  `
chords | E5 . . F5 | E5 . Bb5 A5 |
guitar1 | 0xxxxx . . 133xxx | 0xxxxx . 688xxx 577xxx |
guitar1 hits | MmMmMmMmMmMmO--- | MmMmMmMmO---O--- |
guitar2 | 0xxxxx . . 133xxx | 0xxxxx . 688xxx 577xxx |
guitar2 hits | MmMmMmMmMmMmO--- | MmMmMmMmO---O--- |
bass | 0xxx . . 1xxx | 0xxx . 6xxx 5xxx |
bass hits | OOOOOOO- | OOOOO-O- |`,
);
peace(
  'whole parts',
  'twin leads a third apart over driven power chords of the bass and nobody else',
  at('Dm', 140, 8, 8),
  `
chords | Dm | C | Bb | A |
guitar1 line | 10@1 . 8@1 6@1 8@1 . 6@1 5@1 | 8@1 . 6@1 5@1 6@1 . 5@1 8@2 | 6@1 . 5@1 8@2 5@1 . 8@2 6@2 | 5@1 . . . 5@1 . . . |
guitar2 line | 6@1 . 5@1 8@2 5@1 . 8@2 6@2 | 5@1 . 8@2 6@2 8@2 . 6@2 5@2 | 8@2 . 6@2 5@2 6@2 . 5@2 7@3 | 5@2 . . . 5@2 . . . |
bass | x5xx | x3xx | x1xx | x0xx |
bass hits | OOOOOOOO | % | % | % |`,
);
peace(
  'whole parts',
  'the bass fills the fourth bar up the scale',
  at('C', 124, 5, 6),
  `
chords | Am | F | C | G |
guitar1 | 577555 | 133211 | x35553 | 355433 |
guitar1 hits | O.OOO.OO | % | % | % |
guitar2 | 577xxx | x-8-10-10-x-x | x355xx | x-10-12-12-x-x |
guitar2 hits | O------- | % | % | % |
bass line | 5@4 . 5@4 . 5@4 . 5@4 . | 1@4 . 1@4 . 1@4 . 1@4 . | 3@3 . 3@3 . 3@3 . 3@3 . | 3@4 . 3@4 5@4 2@3 3@3 5@3 2@2 |`,
);
peace(
  'whole parts',
  'everybody pushes every second bar by an eighth',
  at('F#', 150, 6, 6),
  `
chords | F#5 | <D#5 | B5 | <C#5 |
guitar1 | 244xxx | <x688xx | x244xx | <x466xx |
guitar2 | 244xxx | <x688xx | x244xx | <x466xx |
bass | 2xxx | <x6xx | x2xx | <x4xx |`,
);
peace(
  'whole parts',
  'root and fifth in halves on bass under clean open chords',
  at('D', 108, 2, 1),
  `
chords | D | G | A7 | D |
guitar1 | xx0232 | 320003 | x02020 | xx0232 |
guitar1 hits | O-OoO-Oo | % | % | % |
guitar2 | x-x-x-14-15-14 | x-x-x-12-12-10 | x-x-x-12-10-12 | x-x-x-11-10-10 |
guitar2 hits | O---O--- | % | % | % |
bass | x5xx 5xxx | 3xxx x5xx | x0xx 0xxx | x5xx 5xxx |`,
);
peace(
  'whole parts',
  'the bass leaves the one empty under chops',
  at('Gm', 76, 2, 1),
  `
chords | Gm | Cm | Gm | D |
guitar1 | xxx333 | xxx543 | xxx333 | xxx232 |
guitar1 hits | ..O...O. | % | % | % |
guitar2 | x-x-x-7-8-6 | x-x-x-8-8-8 | x-x-x-7-8-6 | x-x-x-7-7-5 |
guitar2 hits | ..M...M. | % | % | % |
bass line | r . 3@4 . 3@4 5@3 . 3@3 | r . 3@3 . 3@3 5@2 . 3@2 | r . 3@4 . 3@4 5@3 . 3@3 | r . 5@3 . 5@3 4@3 . 2@3 |`,
);
peace(
  'whole parts',
  'open chords at the edge with the same fingers on top, capo shapes above',
  'key: G\ntempo: 84\nguitar1: gain 4\nguitar2: gain 2; capo 7',
  `
chords | G | Dsus4 | Cadd9 | Em7 |
guitar1 | 320033 | xx0233 | x32033 | 022033 |
guitar1 hits | O--OO-Oo | % | % | % |
guitar2 | x32010 | xx3213 | xx3213 | x02010 |
guitar2 hits | O--OO-Oo | % | % | % |
bass | 3xxx | x5xx | x3xx | 0xxx |`,
);
peace(
  'whole parts',
  'a voice falls inside the chord into the next one, clean',
  at('C', 72, 1, 1),
  `
chords | C . Cmaj7 . | C7 . F . | Fm . C . | G7 . C . |
guitar1 | x32010 . x32000 . | x32310 . xx3211 . | xx3111 . x32010 . | 320001 . x32010 . |
guitar2 | x-x-x-9-8-8 . x-x-x-9-8-7 . | x-x-x-9-8-6 . x-x-x-10-10-8 . | x-x-x-10-9-8 . x-x-x-9-8-8 . | x-x-x-10-8-7 . x-x-x-9-8-8 . |
bass | x3xx . . . | . . 1xxx . | 1xxx . x3xx . | 3xxx . x3xx . |`,
);
peace(
  'whole parts',
  'a minor chord over a bass that falls by semitones',
  at('Am', 88, 1, 3),
  `
chords | Am | Am/G# | Am/G | Am/F# | F | E7 |
guitar1 | x02210 | . | . | . | xx3211 | 020100 |
guitar1 hits | O-ooO-oo | % | % | % | % | % |
guitar2 line | 5@1 . . . 8@2 . . . | 5@1 . . . 8@2 . . . | 5@1 . . . 8@2 . . . | 5@1 . . . 8@2 . . . | 5@1 . . . 6@2 . . . | 4@1 . . . 5@2 . . . |
bass | 5xxx | 4xxx | 3xxx | 2xxx | 1xxx | 0xxx |`,
);
peace(
  'whole parts',
  'stop-time: hits on the one, a lead answers alone',
  at('A', 126, 6, 6),
  `
chords | A7 | A7 | D7 | A7 |
guitar1 | 577xxx | 577xxx | x577xx | 577xxx |
guitar1 hits | O....... | % | % | % |
guitar2 line | r . 8@1 5@1 8@2 . 5@2 . | r . 7@3b1 . 5@2 . 5@1 . | r . 8@1 5@1 8@2 5@2 7@3 5@3 | 7@4 . 5@3 7@4 7@4 . r . |
bass | 5xxx | 5xxx | x5xx | 5xxx |
bass hits | O....... | % | % | % |`,
);
peace(
  'whole parts',
  'everybody approaches the chord from a semitone below',
  at('G', 138, 7, 8),
  `
chords | G5 | C5 | G5 | D5 |
guitar1 | 355xxx . . 244xxx | x355xx . . 244xxx | 355xxx . . x466xx | x577xx . . 244xxx |
guitar2 | 355xxx . . 244xxx | x355xx . . 244xxx | 355xxx . . x466xx | x577xx . . 244xxx |
bass | 3xxx . . 2xxx | x3xx . . 2xxx | 3xxx . . x4xx | x5xx . . 2xxx |`,
);
peace(
  'whole parts',
  'a turnaround with sixths that fall by semitones',
  at('A', 92, 3, 3),
  `
chords | A7 . D7 . | A7 . E7 . |
guitar1 | 5x565x . x5453x . | 5x565x . 020100 . |
guitar1 hits | O.O.O.O. | % |
guitar2 line | 9@3+9@1 . 8@3+8@1 . 7@3+7@1 . 5@3+5@1 . | 6@3+5@1 . . . 4@3+4@1 . . . |
bass line | 5@4 4@3 5@3 5@3 | 5@4 3@4 2@4 0@4 |`,
);
peace(
  'whole parts',
  'a diminished chord passes between two others, clean',
  at('C', 112, 2, 2),
  `
chords | C | C#dim7 | Dm7 | G7 |
guitar1 | x3555x | x4535x | x5756x | 3x343x |
guitar1 hits | O.O.O.O. | % | % | % |
guitar2 line | 8@2 . 9@3 . | 9@3 . 8@2 . | 10@2 . 10@3 . | 10@3 . 8@2 . |
bass | x3xx | x4xx | x5xx | 3xxx |`,
);
peace(
  'whole parts',
  'pentatonic bends and blue thirds over major power chords',
  at('G', 132, 6, 8),
  `
chords | G5 | Bb5 | C5 | G5 |
guitar1 | 355xxx | x133xx | x355xx | 355xxx |
guitar1 hits | O.OOO.OO | % | % | % |
guitar2 line | 5@3b1 . 3@2 3@1 6@1 . 3@1 6@2 | 6@1b1 . 6@1 3@1 6@2 . 5@3 3@3 | 5@3b1 . 5@3b1/2 . 3@3 . 5@4 . | 3@3b1/4 . . . 5@4 . . . |
bass | 3xxx | x1xx | x3xx | 3xxx |
bass hits | OOOOOOOO | % | % | % |`,
);
peace(
  'whole parts',
  'new wave: eighths on bass, a delayed arpeggio, long fifths',
  'key: Bm\ntempo: 144\nguitar1: gain 2; delay 1/8.\nguitar2: gain 7',
  `
chords | Bm | D | A | E |
guitar1 | x-x-x-11-12-10 | x-x-x-11-10-10 | x-x-x-9-10-9 | x-x-x-9-9-7 |
guitar1 hits | 32123212 | % | % | % |
guitar2 | x244xx | x577xx | 577xxx | x799xx |
guitar2 hits | O------- | % | % | % |
bass | x2xx | x5xx | x0xx | 0xxx |
bass hits | OOOOOOOO | % | % | % |`,
);
peace(
  'whole parts',
  'jangle: two inversions of one chord, picked by both',
  'key: E\ntempo: 132\nguitar1: gain 2; capo 2\nguitar2: gain 1',
  `
chords | E | B | C#m | A |
guitar1 | xx0232 | x02220 | x24432 | 320003 |
guitar1 hits | 43212321 | 54323432 | 54323432 | 64323432 |
guitar2 | x-7-9-9-9-7 | x-x-9-8-7-7 | x46654 | 577655 |
guitar2 hits | 32123212 | % | % | % |
bass | 0xxx | x2xx | x4xx | x0xx |
bass hits | O-OOO-OO | % | % | % |`,
);
peace(
  'whole parts',
  'slow and saturated, one finger across, bass an octave under',
  'key: Cm\ntempo: 60\nguitar1: tuning C G C F A D; gain 10\nguitar2: tuning C G C F A D; gain 9\nbass: tuning C F Bb Eb',
  `
chords | C5 | Db5 | C5 | Ab5 |
guitar1 | 000xxx | 111xxx | 000xxx | 888xxx |
guitar2 | 000xxx | 111xxx | 000xxx | 888xxx |
bass | 0xxx | 1xxx | 0xxx | x3xx |`,
);
peace(
  'whole parts',
  'double stops for a lead over a boogie, crunch',
  at('A', 164, 5, 6),
  `
chords | A7 | A7 | D7 | A7 |
guitar1 | x02xxx x02xxx x04xxx x04xxx x02xxx x02xxx x04xxx x04xxx | % | xx02xx xx02xx xx04xx xx04xx xx02xx xx02xx xx04xx xx04xx | x02xxx x02xxx x04xxx x04xxx x02xxx x02xxx x04xxx x04xxx |
guitar2 line | 5@2+5@1 5@2+5@1 r 5@2+5@1 8@2 5@2 7@3b1 5@2 | 5@2+5@1 5@2+5@1 r 5@2+5@1 5@2+5@1 r 5@2+5@1 r | 7@2+7@1 r 5@2+5@1 r 8@2 5@2 7@3 5@3 | 7@4 . 7@4 . r . . . |
bass line | 5@4 5@4 4@3 4@3 7@3 7@3 4@3 4@3 | 5@4 5@4 4@3 4@3 7@3 7@3 4@3 4@3 | 5@3 5@3 4@2 4@2 7@2 7@2 4@2 4@2 | 5@4 5@4 4@3 4@3 7@3 7@3 4@3 4@3 |`,
);
peace(
  'whole parts',
  'suspended seconds held, driven, roots in the bass',
  at('D', 90, 8, 8),
  `
chords | Dsus2 | Asus2 | Gsus2 | A5 |
guitar1 | x577xx | 577xxx | 355xxx | 577xxx |
guitar2 | x-5-7-9-x-x | 5-7-9-x-x-x | 3-5-7-x-x-x | x-x-7-9-10-x |
bass | x5xx | 5xxx | 3xxx | 5xxx |`,
);
peace(
  'whole parts',
  'a moved shape with its top strings open, clean',
  at('E', 116, 2, 3),
  `
chords | E | F#7(11) | A | B |
guitar1 | 022100 | 244300 | x02220 | x24400 |
guitar1 hits | O-OoO-Oo | % | % | % |
guitar2 | x-7-9-9-x-x | x-9-11-11-x-x | x02xxx | x24xxx |
guitar2 hits | O------- | % | % | % |
bass | 0xxx | 2xxx | 5xxx | x2xx |`,
);
peace(
  'whole parts',
  'a melody on one string over its open neighbour, driven',
  at('D', 120, 7, 7),
  `
chords | D5 | D5 | C5 | D5 |
guitar1 | xx02xx xx02xx xx04xx xx05xx xx04xx xx02xx xx04xx xx02xx | % | x355xx | xx02xx |
guitar2 | x577xx | . | x355xx | x577xx |
guitar2 hits | O---O--- | % | % | % |
bass | x5xx | . | x3xx | x5xx |
bass hits | OOOOOOOO | % | % | % |`,
);
peace(
  'whole parts',
  'clean verse, driven fill, clean again by one foot',
  'key: Em\ntempo: 110\nguitar1: gain 8; sound clean = gain 1\nguitar2: gain 2',
  `
chords | Em | Cmaj7 | G | D |
guitar1 | 022000 | x32000 | 320003 | x577xx |
guitar1 sound | | | | gain 8 |
guitar1 hits | O-OoO-Oo | % | % | OOOOOOOO |
guitar2 line | 12@2 . 12@1 . | 12@1 . 12@2 . | 12@2 . 12@3 . | r . . . |
bass | 0xxx | x3xx | 3xxx | x5xx |
bass hits | O-OOO-OO | % | % | OOOOOOOO |`,
  'guitar1 sound clean',
);
peace(
  'whole parts',
  'a gospel-like vamp with a chord of approach',
  at('Ab', 74, 1, 2),
  `
chords | Ab . Db/Ab Ab | Ab/C . Db . | Eb7sus4 . Eb7 . | Ab . . . |
guitar1 | 466544 . 446664 466544 | x-3-6-5-4-x . x46664 . | x-6-8-6-9-6 . x-6-8-6-8-6 . | 466544 . . . |
guitar2 | x-x-x-8-9-8 . x-x-x-10-9-9 x-x-x-8-9-8 | x-x-x-8-9-8 . x-x-x-10-9-9 . | x-x-x-8-9-9 . x-x-x-8-8-9 . | x-x-x-8-9-8 . . . |
bass | 4xxx . . . | x3xx . x4xx . | x6xx . . . | 4xxx . . . |`,
);
peace(
  'whole parts',
  'fast changes of power chords on the offbeats, bass with them',
  at('C#m', 158, 7, 7),
  `
chords | C#5 . B5 A5 | C#5 . E5 F#5 | C#5 . B5 A5 | G#5 . . . |
guitar1 | x466xx . x244xx 577xxx | x466xx . x799xx x-9-11-11-x-x | x466xx . x244xx 577xxx | 466xxx . . . |
guitar2 | x466xx . x244xx 577xxx | x466xx . x799xx x-9-11-11-x-x | x466xx . x244xx 577xxx | 466xxx . . . |
bass | x4xx . x2xx 5xxx | x4xx . x7xx x9xx | x4xx . x2xx 5xxx | 4xxx . . . |`,
);
peace(
  'whole parts',
  'bass alone with fuzz, guitars come in with one long note each',
  at('F', 104, 9, 9),
  `
chords | F5 | F5 | Ab5 | Eb5 |
guitar1 | r | . | x-x-x-x-9-x | x-x-x-x-11-x |
guitar2 | r | . | x-x-x-8-x-x | x-x-x-8-x-x |
bass line | 1@4 . 1@4 4@4 1@3 . 4@4 3@4 | 1@4 . 1@4 4@4 3@3 1@3 4@4 3@4 | 4@4 . 4@4 . 4@4 . 6@4 . | 6@3 . 6@3 . 6@3 . 4@3 . |`,
);
peace(
  'whole parts',
  'one guitar mutes sixteenths, one strums halves, bass with the kick',
  at('B', 98, 6, 4),
  `
chords | B | G#m | E | F# |
guitar1 | x244xx | 466xxx | x799xx | 244xxx |
guitar1 hits | MmmmMmmmMmmmMmmm | % | % | % |
guitar2 | x24442 | 466444 | x79997 | 244322 |
guitar2 hits | O---O--- | % | % | % |
bass | x2xx | 4xxx | x7xx | 2xxx |
bass hits | O--OO--- | % | % | % |`,
);
peace(
  'whole parts',
  'swung sixteenths: clean chords, ghost strokes and a moving bass',
  at('Eb', 88, 1, 1),
  `
chords | Ebmaj7 | Cm7 | Fm7 | Bb7 |
guitar1 | x6878x | x35343 | 1x111x | x13131 |
guitar1 hits | O--xx-O---Oxx-x- | % | % | % |
guitar2 line | r . . . 11@1 . 10@1 . | 8@1 . . . 11@2 . 8@1 . | r . . . 8@1 . 9@2 . | 10@1 . . . 9@2 . 11@2 . |
bass line | 6@3 . 6@3 . 8@3 5@2 8@2 . | 3@3 . 3@3 . 5@2 3@2 1@2 . | 1@4 . 1@4 . 3@3 4@4 1@4 . | 1@3 . 1@3 . 0@2 3@2 3@3 . |`,
  'swing 60% 16ths',
);
peace(
  'whole parts',
  'tapped-in open tuning, clean lines that ring over each other',
  'key: A\ntempo: 126\nguitar1: tuning E A E A C# E; gain 2\nguitar2: gain 2',
  `
chords | A | F#m | D | E |
guitar1 | 000000 | xxx000 | xxx5xx | 0-7-0-x-x-0 |
guitar1 hits | 43212321 | 32123212 | 3---3--- | 6-5-1--- |
guitar2 | 577655 | 244222 | x57775 | x79997 |
guitar2 hits | O-OoO-Oo | % | % | % |
bass | x0xx | 2xxx | x5xx | 0xxx |`,
);
peace(
  'whole parts',
  'a hook in octaves over a wall, no voice',
  at('G#m', 142, 8, 7),
  `
chords | G#5 | E5 | B5 | F#5 |
guitar1 | 466xxx | x799xx | x244xx | 244xxx |
guitar1 hits | OOOOOOOO | % | % | % |
guitar2 | x-x-6-x-9-x . . x-x-8-x-11-x | x-x-9-x-12-x . . x-x-8-x-11-x | x-x-4-x-7-x . . x-x-6-x-9-x | x-x-8-x-11-x . . x-x-6-x-9-x |
bass | 4xxx | x7xx | x2xx | 2xxx |
bass hits | OOOOOOOO | % | % | % |`,
);
peace(
  'whole parts',
  'the last chord: everybody wide, rings out, edge',
  at('Bb', 100, 4, 4),
  `
chords | Eb . F . | Bb . . . |
guitar1 | x68886 . 133211 . | x13331 . . . |
guitar2 | x-x-x-8-8-6 . x-x-x-10-10-8 . | x-x-x-10-11-10 . . . |
bass | x6xx . 1xxx . | x1xx . . . |`,
);
peace(
  'whole parts',
  'bass an octave up with a tune, low guitar gives the ground',
  at('Dm', 112, 7, 3),
  `
chords | D5 | Bb5 | C5 | A5 |
guitar1 | x577xx | x133xx | x355xx | 577xxx |
guitar1 hits | O------- | % | % | % |
guitar2 | x-x-x-10-10-x | x-x-x-10-11-x | x-x-x-9-8-x | x-x-x-9-10-x |
guitar2 hits | O-O-O-O- | % | % | % |
bass line | 12@3 . 10@2 12@2 . 10@1 12@2 10@2 | 10@2 . 12@2 10@1 . 12@2 10@2 . | 10@2 . 10@1 . 12@1 10@1 9@1 . | 7@2 . 7@1 . 6@1 7@1 9@1 . |`,
);
peace(
  'whole parts',
  'sixteenth-note push of everybody before the bar, twice',
  at('E', 120, 5, 5),
  `
chords | E5 | <<D5 | A5 | <<B5 |
guitar1 | 022xxx | <<x577xx | 577xxx | <<x244xx |
guitar2 | x799xx | <<x577xx | x022xx | <<x244xx |
bass | 0xxx | <<x5xx | x0xx | <<x2xx |`,
);
peace(
  'whole parts',
  'all down a semitone, power chords and thirds of the second guitar',
  'key: Abm\ntempo: 136\nguitar1: tuning Eb Ab Db Gb Bb Eb; gain 8\nguitar2: tuning Eb Ab Db Gb Bb Eb; gain 6\nbass: tuning Eb Ab Db Gb',
  `
chords | Abm | E | B | Gb |
guitar1 | 577xxx | 133xxx | x355xx | 355xxx |
guitar2 | x-x-x-5-5-x | x-x-x-5-6-x | x-x-x-5-5-x | x-x-x-4-3-x |
bass | 5xxx | 1xxx | x3xx | 3xxx |
bass hits | OOOOOOOO | % | % | % |`,
);
peace(
  'whole parts',
  'five-string bass below, drop-tuned chords above',
  'key: Bm\ntempo: 96\nguitar1: tuning B F# B E G# C#; gain 9\nguitar2: tuning B F# B E G# C#; gain 9\nbass: tuning B E A D G',
  `
chords | B5 | D5 | G5 | F#5 |
guitar1 | 000xxx | 333xxx | 888xxx | 777xxx |
guitar1 hits | O--MO-MM | % | % | % |
guitar2 | 000xxx | 333xxx | 888xxx | 777xxx |
guitar2 hits | O--MO-MM | % | % | % |
bass | 0xxxx | 3xxxx | x3xxx | x2xxx |
bass hits | O--OO-OO | % | % | % |`,
);

/** Whole parts that a band plays and likes, of three players at once. */
export const MORE_PEACE: readonly PeaceCase[] = cases;
