import { groundOf as at, type PeaceCase } from './case';

const cases: PeaceCase[] = [];
const peace = (style: string, why: string, head: string, rows: string, header = ''): void => {
  cases.push({ want: 'peace', style, why, head, rows, header });
};

// Every label: common practice. Chords, keys and rows are our own invention.

// Open chords at the edge
peace(
  'open chords',
  'open C, Am, F and G ring at the edge of breaking up',
  at('C', 112, 3),
  'chords | C | Am | Fmaj7 | G |\nguitar1 | x32010 | x02210 | xx3210 | 320003 |\nbass | x3xx | x0xx | 1xxx | 3xxx |',
);
peace(
  'open chords',
  'A and E with a little hair on them',
  at('A', 126, 4),
  'chords | A | E | D | E |\nguitar1 | x02220 | 022100 | xx0232 | 022100 |\nguitar1 hits | O-O-oO-O | % | % | % |\nbass | x0xx | 0xxx | xx0x | 0xxx |',
);
peace(
  'open chords',
  'a strummed D with its suspended fourth and second',
  at('D', 98, 3),
  'chords | D . Dsus4 D | Dsus2 . D . |\nguitar1 | xx0232 . xx0233 xx0232 | xx0230 . xx0232 . |\nbass | xx0x . . . | . . . . |',
);
peace(
  'open chords',
  'Em and G with the little finger staying on top',
  at('Em', 88, 4),
  'chords | Em7 | G | Dsus4 | A7sus4 |\nguitar1 | 022033 | 320033 | xx0233 | x02233 |\nbass | 0xxx | 3xxx | x5xx | x0xx |',
);
peace(
  'open chords',
  'one guitar strums open, the other sleeps',
  at('G', 140, 4),
  'chords | G | Cadd9 | Em7 | D |\nguitar1 | 320033 | x32033 | 022033 | xx0232 |\nguitar1 hits | O-OoO-Oo | % | % | % |\nbass | 3xxx | x3xx | 0xxx | x5xx |',
);
peace(
  'open chords',
  'both guitars strum the same clean open chords',
  at('Am', 92, 1, 2),
  'chords | Am | F | C | E |\nguitar1 | x02210 | 133211 | x32010 | 022100 |\nguitar2 | x02210 | 133211 | x32010 | 022100 |\nbass | x0xx | 1xxx | x3xx | 0xxx |',
);
peace(
  'open chords',
  'an open E7 at the edge under a blues',
  at('E', 118, 4),
  'chords | E7 | A7 | B7 | E7 |\nguitar1 | 020100 | x02020 | x21202 | 020100 |\nbass | 0xxx | x0xx | x2xx | 0xxx |',
);

// Barre chords at crunch and driven punk chords
peace(
  'barres at crunch',
  'barre chords carry a loud verse at crunch',
  at('F#m', 148, 5),
  'chords | F#m | D | A | E |\nguitar1 | 244222 | x57775 | 577655 | x79997 |\nbass | 2xxx | x5xx | 5xxx | 0xxx |',
);
peace(
  'barres at crunch',
  'a moved barre shape at crunch, short strokes',
  at('B', 160, 6),
  'chords | B | F# | G#m | E |\nguitar1 | x24442 | 244322 | 466444 | x79997 |\nguitar1 hits | O.O.O.O. | % | % | % |\nbass | x2xx | 2xxx | x-x-6-x | x7xx |',
);
peace(
  'barres at crunch',
  'minor barres with an offbeat chop',
  at('Bm', 132, 5),
  'chords | Bm | G | A | F#m |\nguitar1 | x24432 | 355433 | 577655 | 244222 |\nguitar1 hits | ..O...O. | % | % | % |\nbass | x2xx | 3xxx | 5xxx | 2xxx |',
);
peace(
  'barres at crunch',
  'seventh barre, choked, in a driven funk riff',
  at('E', 104, 5),
  'chords | E9 | E9 |\nguitar1 | x-7-6-7-7-7 | . |\nguitar1 hits | O.xxO.xO.xO.xxO. | % |\nbass | x7xx | . |',
);
peace(
  'punk',
  'power chords in down-strokes with jumps of five frets',
  at('A', 182, 8),
  'chords | A5 | D5 | E5 | F#5 |\nguitar1 | 577xxx | x577xx | x799xx | 244xxx |\nguitar1 hits | OOOOOOOO | % | % | % |\nguitar2 | 577xxx | x577xx | x799xx | 244xxx |\nguitar2 hits | OOOOOOOO | % | % | % |\nbass | 5xxx | x5xx | x7xx | 2xxx |\nbass hits | OOOOOOOO | % | % | % |',
  'guitar1 strokes down; guitar2 strokes down',
);
peace(
  'punk',
  'power chords change every half bar at two hundred',
  at('C', 200, 8),
  'chords | C5 . G5 . | A5 . F5 . |\nguitar1 | x355xx . 355xxx . | 577xxx . 133xxx . |\nguitar1 hits | OOOOOOOO | % |\nbass | x3xx . 3xxx . | 5xxx . 1xxx . |\nbass hits | OOOOOOOO | % |',
);
peace(
  'punk',
  'two guitars and bass hammer the same eighths',
  at('E', 190, 7),
  'chords | E5 | C#5 | A5 | B5 |\nguitar1 | 022xxx | x466xx | 577xxx | x244xx |\nguitar1 hits | OOOOOOOO | % | % | % |\nguitar2 | x-7-9-9-x-x | x466xx | x022xx | x244xx |\nguitar2 hits | OOOOOOOO | % | % | % |\nbass | 0xxx | x4xx | 5xxx | x2xx |\nbass hits | OOOOOOOO | % | % | % |',
);
peace(
  'punk',
  'a major barre in eighths through a driven amp, one watch is enough',
  at('D', 176, 7),
  'chords | D | A | D | A |\nguitar1 | x577xx | 577655 | x577xx | 577655 |\nguitar1 hits | OOOOOOOO | % | % | % |\nbass | x5xx | 5xxx | x5xx | 5xxx |',
);

// Boogies, climbing fifths, inner voices
peace(
  'boogie',
  'root–fifth and root–sixth take turns',
  at('A', 138, 6),
  'chords | A5 | D5 |\nguitar1 | x02xxx x04xxx x02xxx x04xxx x02xxx x04xxx x02xxx x04xxx | xx02xx xx04xx xx02xx xx04xx xx02xx xx04xx xx02xx xx04xx |\nbass | x0xx | xx0x |',
);
peace(
  'boogie',
  'boogie with the flat seventh on top, driven',
  at('E', 124, 7),
  'chords | E7 | A7 |\nguitar1 | 02xxxx 02xxxx 04xxxx 04xxxx 05xxxx 05xxxx 04xxxx 04xxxx | x02xxx x02xxx x04xxx x04xxx x05xxx x05xxx x04xxx x04xxx |\nbass | 0xxx | x0xx |',
);
peace(
  'boogie',
  'the same step in closed position high on the neck',
  at('G', 116, 7),
  'chords | G | C |\nguitar1 | 35xxxx . 37xxxx . 35xxxx . 37xxxx . | x35xxx . x37xxx . x35xxx . x37xxx . |\nbass | 3xxx | x3xx |',
);
peace(
  'boogie',
  'a shuffle, muted with the palm',
  at('B', 110, 7),
  'chords | B7 | E7 |\nguitar1 | x24xxx x24xxx x26xxx x26xxx x24xxx x24xxx x26xxx x26xxx | 02xxxx 02xxxx 04xxxx 04xxxx 02xxxx 02xxxx 04xxxx 04xxxx |\nguitar1 hits | MmMmMmMm | % |\nbass | x2xx | 0xxx |',
  'swing 66%',
);
peace(
  'climbing fifth',
  'fifth, sharp fifth, sixth over a held root',
  at('Em', 96, 6),
  'chords | E5 | E5 |\nguitar1 | 02xxxx . 03xxxx . | 04xxxx . 03xxxx . |\nbass | 0xxx | . |',
);
peace(
  'climbing fifth',
  'a fifth that climbs to the flat seventh, driven',
  at('C', 84, 7),
  'chords | C5 . . . |\nguitar1 | x35xxx x36xxx x37xxx x38xxx |\nbass | x3xx . . . |',
);
peace(
  'inner voice',
  'a chromatic voice falls inside a minor chord, clean',
  at('Dm', 76, 1),
  'chords | Dm . DmMaj7 . | Dm7 . Dm6 . |\nguitar1 | xx0231 . xx0221 . | xx0211 . xx0201 . |\nbass | x5xx . . . | . . . . |',
);
peace(
  'inner voice',
  'the same falling voice at crunch',
  at('Am', 82, 5),
  'chords | Am . AmMaj7 . | Am7 . Am6 . |\nguitar1 | x02210 . x02110 . | x02010 . x02212 . |\nbass | x0xx . . . | . . . . |',
);
peace(
  'inner voice',
  'an augmented step between two chords',
  at('C', 120, 4),
  'chords | C . Caug . | F . Fm . |\nguitar1 | x32010 . x3211x . | 133211 . 133111 . |\nbass | x3xx . . . | 1xxx . . . |',
);

// Unison riffs
peace(
  'unison riff',
  'a riff of all three with a chromatic step',
  at('E', 128, 8),
  'chords | E5 | E5 |\nguitar1 line | 0@6 . 3@6 4@6 5@6 . 3@6 0@6 | 0@6 . 3@6 4@6 5@6 7@6 5@6 3@6 |\nguitar2 line | 0@6 . 3@6 4@6 5@6 . 3@6 0@6 | 0@6 . 3@6 4@6 5@6 7@6 5@6 3@6 |\nbass line | 0@4 . 3@4 4@4 5@4 . 3@4 0@4 | 0@4 . 3@4 4@4 5@4 7@4 5@4 3@4 |',
);
peace(
  'unison riff',
  'guitars an octave apart on a blues riff',
  at('G', 112, 7),
  'chords | G7 | G7 |\nguitar1 line | 3@6 6@6 5@5 3@5 6@6 3@6 6@6 5@6 | 3@6 6@6 5@5 3@5 6@6 5@6 3@6 . |\nguitar2 line | 5@4 3@3 5@3 3@3 3@3 5@4 3@3 2@3 | 5@4 3@3 5@3 3@3 3@3 2@3 5@4 . |\nbass | 3xxx | . |\nbass hits | O-O-O-O- | % |',
);
peace(
  'unison riff',
  'a low tuned riff with the flat second',
  'key: Dm\ntempo: 100\nguitar1: tuning D A D G B E; gain 9\nguitar2: tuning D A D G B E; gain 9\nbass: tuning D A D G',
  'chords | D5 | D5 |\nguitar1 | 000xxx 000xxx 111xxx 000xxx 333xxx . 111xxx . | 000xxx . 555xxx . 333xxx . 111xxx . |\nguitar2 | 000xxx 000xxx 111xxx 000xxx 333xxx . 111xxx . | 000xxx . 555xxx . 333xxx . 111xxx . |\nbass | 0xxx 0xxx 1xxx 0xxx 3xxx . 1xxx . | 0xxx . 5xxx . 3xxx . 1xxx . |',
);
peace(
  'unison riff',
  'everybody slides chromatically together',
  at('A', 150, 8),
  'chords | A5 . A#5 B5 | C5 . . . |\nguitar1 | 577xxx . 688xxx 799xxx | 8-10-10-x-x-x . . . |\nguitar2 | 577xxx . 688xxx 799xxx | 8-10-10-x-x-x . . . |\nbass | 5xxx . 6xxx 7xxx | 8xxx . . . |',
);
peace(
  'unison riff',
  'chromatic climb in power chords under one symbol',
  at('F#', 144, 8),
  'chords | F#5 | F#5 |\nguitar1 | 244xxx . . . 577xxx 688xxx 799xxx 688xxx | 244xxx . . . . . . . |\nguitar2 | 244xxx . . . 577xxx 688xxx 799xxx 688xxx | 244xxx . . . . . . . |\nbass | 2xxx . . . 5xxx 6xxx 7xxx 6xxx | 2xxx . . . . . . . |',
);
peace(
  'unison riff',
  'a riff of the minor scale over a chord named by its root',
  at('C#m', 108, 7),
  'chords | C#m | C#m |\nguitar1 line | 4@5 . 7@5 6@4 . 4@4 7@5 4@5 | 4@5 6@5 7@5 4@4 6@4 4@4 7@5 6@5 |\nbass line | 4@3 . 7@3 6@2 . 4@2 7@3 4@3 | 4@3 6@3 7@3 4@2 6@2 4@2 7@3 6@3 |',
);

// Walking and pedal basses, runs alone
peace(
  'walking bass',
  'a walk of quarters through C and F',
  at('C', 132, 2),
  'chords | C | F |\nguitar1 | x32010 | xx3211 |\nbass line | 3@3 2@3 0@3 2@4 | 1@4 3@4 0@3 2@3 |',
);
peace(
  'walking bass',
  'walking up in thirds with an approach from below',
  at('A', 120, 3),
  'chords | A7 | D7 |\nguitar1 | x02020 | xx0212 |\nbass line | 0@3 4@3 2@2 4@2 | 0@2 4@2 2@1 3@2 |',
);
peace(
  'walking bass',
  'eighths with neighbours, shuffled',
  at('G', 126, 4),
  'chords | G7 | C7 |\nguitar1 | 353433 | x35353 |\nguitar1 hits | ..O...O. | % |\nbass line | 3@4 3@4 2@3 2@3 5@3 5@3 3@3 2@3 | 3@3 3@3 2@2 2@2 5@2 5@2 3@2 2@2 |',
  'swing 66%',
);
peace(
  'pedal',
  'a bass stays on E while the chords move',
  at('E', 116, 4),
  'chords | E | A/E | B/E | A/E |\nguitar1 | 022100 | x02220 | x24442 | x02220 |\nbass | 0xxx | . | . | . |\nbass hits | OOOOOOOO | % | % | % |',
);
peace(
  'pedal',
  'the same pedal where the symbols do not say so',
  at('A', 104, 5),
  'chords | A | G | D | A |\nguitar1 | x02220 | 320003 | xx0232 | x02220 |\nbass | x0xx | . | . | . |\nbass hits | OOOOOOOO | % | % | % |',
);
peace(
  'pedal',
  'a muted low string pedals under triads',
  'key: D\ntempo: 138\nguitar1: tuning D A D G B E; gain 7\nguitar2: gain 5',
  'chords | D5 | C | G | D5 |\nguitar1 | 0xxxxx | . | . | . |\nguitar1 hits | MMMMMMMM | % | % | % |\nguitar2 | x-x-x-7-10-10 | x-x-x-5-8-8 | x-x-x-7-8-7 | x-x-x-7-10-10 |\nbass | x5xx | . | . | . |\nbass hits | OOOOOOOO | % | % | % |',
);
peace(
  'run alone',
  'a bass run while everybody else rests',
  at('B', 124, 7),
  'chords | B5 | B5 |\nguitar1 | x244xx | r |\nguitar2 | x244xx | r |\nbass line | 2@3 . . . . . . . | 2@3 1@3 0@3 2@4 4@4 0@3 1@3 2@3 |',
);
peace(
  'run alone',
  'a guitar fills the last bar by itself',
  at('Dm', 96, 5),
  'chords | Dm | A7 |\nguitar1 line | 5@5 . . . 7@4 . . . | 7@4 5@4 8@5 7@5 5@5 4@5 5@5 7@5 |\nguitar2 | xx0231 | r |\nbass | x5xx | r |',
);
peace(
  'run alone',
  'an unaccompanied low riff before the band comes in',
  at('F#m', 118, 8),
  'chords | F#m | F#m |\nguitar1 line | 2@6 4@6 5@6 2@6 4@5 2@5 5@6 4@6 | 2@6 4@6 5@6 7@6 4@5 5@5 4@5 2@5 |',
);

// Ringing open strings
peace(
  'ringing strings',
  'open top strings ring through a moving shape, clean',
  at('E', 108, 1),
  'chords | E | F#m11 | Aadd9 | E |\nguitar1 | 022100 | 244200 | 577600 | 022100 |\nbass | 0xxx | 2xxx | 5xxx | 0xxx |',
);
peace(
  'ringing strings',
  'octaves over a droning open string',
  at('D', 130, 5),
  'chords | D5 | G5 |\nguitar1 | xx0x3x . xx0x5x . | xx0x8x . xx0x7x . |\nbass | x5xx | 3xxx |',
);
peace(
  'ringing strings',
  'an arpeggio rings over the change, shared tones stay',
  at('C', 80, 1),
  'chords | Cadd9 | Am7 |\nguitar1 | x32030 | x02010 |\nguitar1 hits | 54323123 | 54321232 |\nbass | x3xx | x0xx |',
);
peace(
  'ringing strings',
  'ninths in an arpeggio, held one over the other',
  at('A', 72, 2),
  'chords | Aadd9 | F#m7 |\nguitar1 | x02420 | 2x2220 |\nguitar1 hits | 54321234 | 64321234 |\nbass | x0xx | 2xxx |',
);
peace(
  'ringing strings',
  'picked chords with a sweet major seventh',
  at('F', 90, 1),
  'chords | Fmaj7 | Cmaj7 |\nguitar1 | xx3210 | x32000 |\nguitar1 hits | 4-3-2-1- | 5-4-3-2- |\nguitar2 | xxx565 | xxx453 |\nbass | 1xxx | x3xx |',
);

// Gallops and dead strings
peace(
  'gallop',
  'a gallop with palm mutes on the low string',
  at('E', 160, 9),
  'chords | E5 | E5 |\nguitar1 | 022xxx | . |\nguitar1 hits | M-MMM-MMM-MMM-MM | % |\nguitar2 | 022xxx | . |\nguitar2 hits | M-MMM-MMM-MMM-MM | % |\nbass | 0xxx | . |\nbass hits | O-OOO-OOO-OOO-OO | % |',
);
peace(
  'gallop',
  'dead strings between the chords are the groove',
  at('A', 112, 5),
  'chords | A7 | D7 |\nguitar1 | x02020 | xx0212 |\nguitar1 hits | OxXxOxXxOxXxOxXx | % |\nguitar2 | xxxx8x | . |\nbass | x0xx | x5xx |',
);
peace(
  'gallop',
  'scratches under a held pad come back every bar',
  at('Dm', 100, 3, 1),
  'chords | Dm7 | Dm7 | G7 | G7 |\nguitar1 | x5756x | . | 353433 | . |\nguitar1 hits | X.xXX.xXX.xXX.xX | % | % | % |\nguitar2 | x-x-x-10-10-10 | . | x-x-x-10-8-7 | . |\nguitar2 hits | O------- | % | % | % |\nbass | x5xx | . | 3xxx | . |',
);
peace(
  'gallop',
  'a dead stroke on the backbeat, both guitars',
  at('Gm', 108, 4),
  'chords | Gm | F | Eb | F |\nguitar1 | 355333 | 133211 | x68886 | 133211 |\nguitar1 hits | O-X-O-X- | % | % | % |\nguitar2 | xxx333 | xxx211 | xxx343 | xxx211 |\nguitar2 hits | O-X-O-X- | % | % | % |\nbass | 3xxx | 1xxx | x6xx | 1xxx |',
);

// One strums, one picks
peace(
  'strum and pick',
  'one strums the chord the other picks',
  at('G', 96, 2, 1),
  'chords | G | Em | C | D |\nguitar1 | 320003 | 022000 | x32010 | xx0232 |\nguitar1 hits | O-OoO-Oo | % | % | % |\nguitar2 | 320003 | 022000 | x32010 | xx0232 |\nguitar2 hits | 64321234 | 64321234 | 54321234 | 43212343 |\nbass | 3xxx | 0xxx | x3xx | x5xx |',
);
peace(
  'strum and pick',
  'picked a third higher with a lifted finger',
  at('C', 104, 2, 1),
  'chords | C | Am |\nguitar1 | x32010 | x02210 |\nguitar1 hits | O-O-O-O- | % |\nguitar2 | x35553 | x-x-7-5-5-5 |\nguitar2 hits | 43212343 | 43212343 |\nbass | x3xx | x0xx |',
);
peace(
  'strum and pick',
  'an open chord and its capo shape in the same place',
  'key: D\ntempo: 100\nguitar1: gain 2\nguitar2: gain 1; capo 2',
  'chords | D | A | Bm | G |\nguitar1 | xx0232 | x02220 | x24432 | 320003 |\nguitar2 | x32010 | 320003 | x02210 | xx3211 |\nbass | x5xx | x0xx | x2xx | 3xxx |',
);
peace(
  'capo shapes',
  'capo chords against low power chords',
  'key: F#\ntempo: 128\nguitar1: gain 7\nguitar2: gain 2; capo 4',
  'chords | F# | B | C# | B |\nguitar1 | 244xxx | x244xx | x466xx | x244xx |\nguitar2 | xx0232 | 320003 | x02220 | 320003 |\nbass | 2xxx | x2xx | x4xx | x2xx |',
);
peace(
  'capo shapes',
  'a capo high up shimmers over the open chords',
  'key: G\ntempo: 84\nguitar1: gain 1\nguitar2: gain 1; capo 7',
  'chords | G | D | Em | C |\nguitar1 | 320003 | xx0232 | 022000 | x32010 |\nguitar2 | x32010 | 320003 | x02210 | xx3211 |\nguitar2 hits | 54321234 | 64321234 | 54321234 | 43212343 |\nbass | 3xxx | x5xx | 0xxx | x3xx |',
);

// Delays
peace(
  'delay',
  'dotted eighths repeat an arpeggio of the chord',
  at('Bm', 118, 2, 2, 'guitar2: gain 2; delay 1/8.'),
  'chords | Bm | G |\nguitar1 | x24432 | 320003 |\nguitar2 line | 7@3 . 7@2 . 10@1 . 7@2 . | 7@3 . 8@2 . 7@1 . 8@2 . |\nbass | x2xx | 3xxx |',
);
peace(
  'delay',
  'muted notes chase their repeats through the change',
  at('Am', 122, 2, 2, 'guitar2: gain 2; delay 1/8.'),
  'chords | Am | F | C | G |\nguitar1 | x02210 | 133211 | x32010 | 320003 |\nguitar2 | xx7xxx | xx7xxx | xx5xxx | xx5xxx |\nguitar2 hits | M-M-M-M- | % | % | % |\nbass | x0xx | 1xxx | x3xx | 3xxx |',
);
peace(
  'delay',
  'a quarter delay thickens a slow lead',
  at('Em', 76, 4, 5, 'guitar2: gain 5; delay 1/4'),
  'chords | Em | C |\nguitar1 | 022000 | x32010 |\nguitar2 line | 12@2 . 15@2 . 12@1 . . . | 15@2 . 12@2 . 13@2 . . . |\nbass | 0xxx | x3xx |',
);

// Slash walks
peace(
  'slash walk',
  'C, G over B, Am, G, F falls in steps',
  at('C', 92, 2),
  'chords | C . G/B . | Am . G . | F . . . |\nguitar1 | x32010 . x20033 . | x02210 . 320003 . | 133211 . . . |\nbass | x3xx . x2xx . | x0xx . 3xxx . | 1xxx . . . |',
);
peace(
  'slash walk',
  'D with a bass that falls by semitones',
  at('D', 84, 2),
  'chords | D . D/C# . | D/C . G/B . |\nguitar1 | xx0232 . . . | . . x20003 . |\nbass | x5xx . x4xx . | x3xx . x2xx . |',
);
peace(
  'slash walk',
  'the guitar carries the walk while the bass rests',
  at('G', 100, 2),
  'chords | G . G/F# . | Em . D . |\nguitar1 | 320003 . 2x0003 . | 022000 . xx0232 . |\nbass | r . . . | . . . . |',
);
peace(
  'slash walk',
  'a chord over its third in the guitar, root in the bass would be wrong, third is right',
  at('E', 110, 3),
  'chords | E/G# | A | F#m7 | B |\nguitar1 | xx2100 | x02220 | 2x2222 | x24442 |\nbass | 4xxx | x0xx | 2xxx | x2xx |',
);

// Leads, bends, sixths, thirds in harmony
peace(
  'lead',
  'unison bends over power chords',
  at('A', 126, 7),
  'chords | A5 | D5 |\nguitar1 | 577xxx | x577xx |\nguitar2 line | 8@2b2 . . . 5@1 . . . | 8@2b2 . 5@1 . 8@2 . 5@2 . |\nbass | 5xxx | x5xx |',
);
peace(
  'lead',
  'a solo of the blues scale over a dominant chord',
  at('E', 120, 3, 7),
  'chords | E7 | A7 |\nguitar1 | 020100 | x02020 |\nguitar2 line | 12@2 15@2 12@1 15@1 14@1 12@1 15@2 12@2 | 14@3 12@3 15@2 12@2 14@3 13@3 12@3 14@4 |\nbass | 0xxx | x0xx |',
);
peace(
  'lead',
  'a quarter bend on the blue third',
  at('G', 104, 4, 6),
  'chords | G7 | G7 |\nguitar1 | 353433 | . |\nguitar2 line | 3@3b1/4 . 5@4 . 3@4 . 5@4 . | 3@3b1/4 . 5@4 . 3@4 . . . |\nbass | 3xxx | . |',
);
peace(
  'lead',
  'a melody full of sixths and sevenths over a power-chord symbol',
  at('F#m', 138, 7, 6),
  'chords | F#5 | D5 |\nguitar1 | 244xxx | x577xx |\nguitar2 line | 14@1 12@1 14@2 . 12@2 . 10@2 . | 12@2 14@2 10@1 . 12@1 . 14@1 . |\nbass | 2xxx | x5xx |',
);
peace(
  'lead',
  'harmony guitars in thirds, driven',
  at('D', 140, 7),
  'chords | D5 | C5 |\nguitar1 line | 10@2 12@2 10@1 12@1 14@1 12@1 10@1 12@2 | 8@2 10@2 12@2 8@1 10@1 8@1 12@2 10@2 |\nguitar2 line | 7@2 8@2 10@2 12@2 10@1 12@2 10@2 8@2 | 5@2 6@2 8@2 10@2 12@2 10@2 8@2 6@2 |\nbass | x5xx | x3xx |',
);
peace(
  'sixths',
  'sixths slide down the neck, edge',
  at('A', 88, 4),
  'chords | A | E |\nguitar1 | x-x-x-9-x-9 . x-x-x-7-x-7 . | x-x-x-4-x-4 . x-x-x-2-x-2 . |\nbass | x0xx | 0xxx |',
);
peace(
  'sixths',
  'thirds up high at crunch',
  at('C', 112, 6),
  'chords | C | F |\nguitar1 | x-x-x-x-5-3 . x-x-x-x-6-5 . | x-x-x-x-6-5 . x-x-x-x-10-8 . |\nbass | x3xx | 1xxx |',
);
peace(
  'sixths',
  'harmony dyads in one driven guitar, above middle C',
  at('E', 132, 7),
  'chords | E5 | A5 |\nguitar1 | x-x-x-x-9-7 . x-x-x-x-10-9 . | x-x-x-x-10-9 . x-x-x-x-12-10 . |\nguitar2 | 022xxx | 577xxx |\nbass | 0xxx | 5xxx |',
);

// Stabs and sevenths
peace(
  'stabs',
  'a tritone stab, short, at crunch',
  at('G', 116, 5),
  'chords | G7 | C7 |\nguitar1 | xx34xx | xx23xx |\nguitar1 hits | ..O...O. | % |\nbass | 3xxx | x3xx |',
);
peace(
  'stabs',
  'horn-like ninth chords, choked',
  at('D', 108, 4),
  'chords | D9 | G9 |\nguitar1 | x5455x | x-10-9-10-10-x |\nguitar1 hits | ...O.... | % |\nbass | x5xx | 3xxx |',
);
peace(
  'blues',
  'dominant sevenths in a clean shuffle',
  at('A', 94, 2),
  'chords | A7 | D9 | E7 | A7 |\nguitar1 | 575655 | x5455x | x79797 | 575655 |\nguitar1 hits | O-oO-oO-oO-o | % | % | % |\nbass | 5xxx | x5xx | x7xx | 5xxx |',
  '',
);
peace(
  'blues',
  'sevenths at the edge of breakup',
  at('Bb', 100, 4),
  'chords | Bb7 | Eb7 |\nguitar1 | 686766 | x68686 |\nguitar1 hits | O.O.O.O. | % |\nbass | 6xxx | x6xx |',
);
peace(
  'blues',
  'a riff on the flat third over a major chord',
  at('C', 124, 5),
  'chords | C7 | C7 |\nguitar1 line | 3@5 . 1@4 2@4 5@5 . 3@5 . | 3@5 . 1@4 2@4 5@4 . 3@4 . |\nguitar2 | x3231x | . |\nguitar2 hits | ..O...O. | % |\nbass | x3xx | . |',
);

// Sounds of a section
peace(
  'sounds',
  'clean verse chords of a player whose chorus is driven',
  'key: Bm\ntempo: 120\nguitar1: gain 9; sound clean = gain 1\nguitar2: gain 8; sound clean = gain 1',
  'chords | Bm | G | D | A |\nguitar1 | x24432 | 320003 | xx0232 | x02220 |\nguitar2 | x24432 | 320003 | xx0232 | x02220 |\nbass | x2xx | 3xxx | x5xx | 5xxx |',
  'guitar1 sound clean; guitar2 sound clean',
);
peace(
  'sounds',
  'one bar turned down for the ringing chord',
  'key: E\ntempo: 132\nguitar1: gain 8; sound low = gain 2',
  'chords | E5 | E5 | A | B5 |\nguitar1 | 022xxx | . | x02220 | x244xx |\nguitar1 sound | | | low | |\nbass | 0xxx | . | x0xx | x2xx |',
);
peace(
  'sounds',
  'the volume knob is half down here',
  at('F', 96, 8),
  'chords | F | Bb | C | F |\nguitar1 | 133211 | x13331 | x35553 | 133211 |\nbass | 1xxx | x1xx | x3xx | 1xxx |',
  'guitar1 gain 3',
);

// Suspended, added and stacked chords driven
peace(
  'stacked fifths',
  'root, fifth and ninth driven',
  at('A', 140, 8),
  'chords | A5 | F5 |\nguitar1 | 579xxx | 135xxx |\nbass | 5xxx | 1xxx |',
);
peace(
  'stacked fifths',
  'suspended seconds driven',
  at('D', 122, 7),
  'chords | Dsus2 | Asus2 |\nguitar1 | x577xx | x022xx |\nguitar2 | x-5-7-9-x-x | x-0-2-4-x-x |\nbass | x5xx | x0xx |',
);
peace(
  'stacked fifths',
  'a drop-tuned spread of root, fifth, octave and ninth',
  'key: D\ntempo: 88\nguitar1: tuning D A D G B E; gain 8\nbass: tuning D A D G',
  'chords | Dsus2 | Bbsus2 |\nguitar1 | 0002xx | 8-8-8-10-x-x |\nbass | 0xxx | 8xxx |',
);
peace(
  'stacked fifths',
  'fourths stacked on top, driven',
  at('G', 136, 7),
  'chords | G5 | C5 |\nguitar1 | xx55xx . xx53xx . | xx55xx . xx55xx . |\nbass | 3xxx | x3xx |',
);
peace(
  'stacked fifths',
  'added ninths clean in both guitars',
  at('E', 92, 1),
  'chords | Eadd9 | Badd9 |\nguitar1 | 024100 | x24622 |\nguitar2 | x-x-x-9-7-7 | x-x-x-6-7-7 |\nbass | 0xxx | x2xx |',
);

// Hands
peace(
  'hands',
  'root, fifth, ninth in second position',
  at('E', 112, 2),
  'chords | Badd9 | Badd9 |\nguitar1 | x246xx | . |\nbass | x2xx | . |',
);
peace(
  'hands',
  'a spread seventh in the middle of the neck',
  at('G', 70, 1),
  'chords | Gmaj7 | Gmaj7 |\nguitar1 | xx5437 | . |\nbass | 3xxx | . |',
);
peace(
  'hands',
  'frets one to five in first position',
  at('F', 78, 1),
  'chords | Fsus2 | Fsus2 |\nguitar1 | 1350xx | . |\nbass | 1xxx | . |',
);
peace(
  'hands',
  'leaving an open chord for the fifth fret after an eighth at 150',
  at('A', 150, 5),
  'chords | A . . . | D5 . . . |\nguitar1 | x02220 . . . | x577xx . . . |\nguitar1 hits | O-O-O-OO | O-O-O-O- |\nbass | x0xx . . . | x5xx . . . |',
);
peace(
  'hands',
  'two frets in an eighth at 180',
  at('E', 180, 8),
  'chords | E5 | E5 |\nguitar1 | x799xx x799xx x577xx x577xx x799xx x799xx x577xx x799xx | x799xx . . . . . . . |\nguitar2 | r | . |\nbass | 0xxx | . |',
);
peace(
  'hands',
  'a power-chord shape moves five frets in an eighth at 150',
  at('B', 150, 8),
  'chords | B5 . . E5 | B5 . . . |\nguitar1 | 799xxx 799xxx 799xxx 799xxx 799xxx 799xxx 799xxx 244xxx | 799xxx . . . . . . . |\nbass | r | . |',
);
peace(
  'hands',
  'seven frets on the beat at two hundred',
  at('C', 200, 7),
  'chords | C5 . F5 . |\nguitar1 | 8-10-10-x-x-x . 133xxx . |\nbass | x3xx . 1xxx . |',
);

// Right hands, pushes and figures of two players
peace(
  'figures',
  'strokes a sixteenth apart that come back every bar',
  at('E', 108, 3),
  'chords | E7 | E7 |\nguitar1 | 020100 | . |\nguitar1 hits | O..O..O.O..O..O. | % |\nguitar2 | x-x-x-9-9-7 | . |\nguitar2 hits | .O..O..O.O..O..O | % |\nbass | 0xxx | . |\nbass hits | O-----O-O-----O- | % |',
);
peace(
  'figures',
  'everybody pushes into the next bar',
  at('A', 144, 6),
  'chords | A5 | <F#5 | <D5 | <E5 |\nguitar1 | 577xxx | <244xxx | <x577xx | <x799xx |\nguitar2 | 577xxx | <244xxx | <x577xx | <x799xx |\nbass | 5xxx | <2xxx | <x5xx | <x7xx |',
);
peace(
  'figures',
  'the band stops together and the drums fill',
  at('G', 168, 8),
  'chords | G5 | C5 |\nguitar1 | 355xxx | x355xx |\nguitar1 hits | OOOO.... | OOOOOOOO |\nguitar2 | 355xxx | x355xx |\nguitar2 hits | OOOO.... | OOOOOOOO |\nbass | 3xxx | x3xx |\nbass hits | OOOO.... | OOOOOOOO |',
);
peace(
  'figures',
  'call and answer between the guitars',
  at('D', 120, 5),
  'chords | D5 | D5 |\nguitar1 | x577xx | r |\nguitar1 hits | O-OOO... | ........ |\nguitar2 | r | x-x-7-7-10-x |\nguitar2 hits | ........ | O-OOO... |\nbass | x5xx | . |',
);
peace(
  'figures',
  'muted eighths against held chords',
  at('F#m', 130, 7, 3),
  'chords | F#m | D | A | E |\nguitar1 | 244xxx | x577xx | 577xxx | x799xx |\nguitar1 hits | MMMMMMMM | % | % | % |\nguitar2 | x-x-x-11-10-9 | x-x-x-11-10-10 | x-x-x-9-10-9 | x-x-x-9-9-7 |\nbass | 2xxx | x5xx | 5xxx | 0xxx |',
);

// Registers well shared
peace(
  'registers',
  'power chords low, triads high, bass roots',
  at('C', 126, 8, 4),
  'chords | C | Am | F | G |\nguitar1 | x355xx | 577xxx | 133xxx | 355xxx |\nguitar2 | x-x-x-9-8-8 | x-x-x-9-10-8 | x-x-x-10-10-8 | x-x-x-12-12-10 |\nbass | x3xx | 5xxx | 1xxx | 3xxx |',
);
peace(
  'registers',
  'two clean guitars share a chord in one place',
  at('D', 90, 1),
  'chords | D | G |\nguitar1 | xx0232 | 320003 |\nguitar2 | x57775 | x-x-5-4-3-3 |\nbass | x5xx | 3xxx |',
);
peace(
  'registers',
  'octaves above full low chords',
  at('Em', 134, 7, 6),
  'chords | E5 | G5 | A5 | C5 |\nguitar1 | 022xxx | 355xxx | 577xxx | x355xx |\nguitar2 | x7x9xx | x-10-x-12-x-x | x-12-x-14-x-x | x-x-10-x-13-x |\nbass | 0xxx | 3xxx | 5xxx | x3xx |',
);
peace(
  'registers',
  'bass plays its octave while guitars stay low',
  at('G', 112, 6),
  'chords | G5 | E5 |\nguitar1 | 355xxx | 022xxx |\nguitar2 | 355xxx | 022xxx |\nbass | 3x5x | 0x2x |',
);
peace(
  'registers',
  'a tenth on bass under a resting guitar',
  at('A', 80, 1),
  'chords | A | E |\nbass | 5xx6 | 0xx1 |',
);
peace(
  'bass',
  'root and fifth on bass, one after the other',
  at('D', 118, 3),
  'chords | D | G |\nguitar1 | xx0232 | 320003 |\nbass line | 5@3 . 7@2 . 5@3 . 7@2 . | 3@4 . 5@3 . 3@4 . 5@3 . |',
);
peace(
  'bass',
  'octave bounces on bass',
  at('C#m', 128, 5),
  'chords | C#m | A |\nguitar1 | x46654 | 577655 |\nguitar1 hits | ..O...O. | % |\nbass line | 4@3 6@1 4@3 6@1 4@3 6@1 4@3 6@1 | 0@3 2@1 0@3 2@1 0@3 2@1 0@3 2@1 |',
);
peace(
  'bass',
  'an approach from a semitone below the next root',
  at('F', 104, 3),
  'chords | F | Bb |\nguitar1 | 133211 | x13331 |\nbass line | 1@4 . 1@4 . 1@4 . 0@3 . | 1@3 . 1@3 . 1@3 . 0@3 . |',
);
peace(
  'bass',
  'the bass climbs chromatically into the chorus',
  at('E', 140, 7),
  'chords | E5 | A5 |\nguitar1 | 022xxx | 577xxx |\nguitar2 | 022xxx | 577xxx |\nbass line | 0@4 0@4 0@4 0@4 0@4 2@4 3@4 4@4 | 5@4 5@4 5@4 5@4 5@4 5@4 5@4 5@4 |',
);
peace(
  'bass',
  'open G chord and its fragment, clean, on the low strings',
  at('G', 100, 2),
  'chords | G | G/B |\nguitar1 | 320003 | x20033 |\nbass | 3xxx | x2xx |',
);

// More of what bands do
peace(
  'arpeggio',
  'sus notes resolve inside a picked chord',
  at('A', 84, 2),
  'chords | A | A |\nguitar1 | x02220 x02230 x02220 x02200 | x02220 . . . |\nguitar1 hits | 54321234 | % |\nbass | x0xx | . |',
);
peace(
  'arpeggio',
  'a hammered note in an open chord',
  at('C', 92, 2),
  'chords | C | G |\nguitar1 line | 3@5 0@4 h2@4 0@3 1@2 0@3 2@4 0@3 | 3@6 0@5 h2@5 0@4 0@3 0@2 0@3 0@4 |\nbass | x3xx | 3xxx |',
);
peace(
  'arpeggio',
  'three against two in six-eight',
  at('Em', 66, 1, 1, 'meter: 6/8'),
  'chords | Em | Cmaj7 |\nguitar1 | 022000 | x32000 |\nguitar1 hits | 643234 | 543234 |\nguitar2 | x-x-9-9-8-x | x-x-x-9-8-7 |\nbass | 0xxx | x3xx |',
);
peace(
  'arpeggio',
  'the third of the chord hides in the arpeggio',
  at('G', 110, 3),
  'chords | Bm | G |\nguitar1 line | 2@5 4@4 4@3 3@2 4@3 4@4 2@5 4@4 | 3@6 2@5 0@4 0@3 0@4 2@5 3@6 2@5 |\nbass | x2xx | 3xxx |',
);
peace(
  'reggae',
  'chops on two and four over a deep bass line',
  at('Am', 72, 2),
  'chords | Am | Dm |\nguitar1 | x-x-7-5-5-5 | x-x-7-7-6-5 |\nguitar1 hits | ..O...O. | % |\nguitar2 | x-x-x-5-5-5 | x-x-x-7-6-5 |\nguitar2 hits | ..O...O. | % |\nbass line | 0@3 . 3@3 . 2@2 . 0@3 . | 5@3 . 3@3 . 0@2 . 5@3 . |',
);
peace(
  'country',
  'alternating bass of root and fifth under open chords',
  at('G', 108, 2),
  'chords | G | C |\nguitar1 | 320003 | x32010 |\nguitar1 hits | 6-O-4-O- | 5-O-4-O- |\nbass line | 3@4 . . . 5@3 . . . | 3@3 . . . 3@4 . . . |',
);
peace(
  'country',
  'double stops slide into the third, edge',
  at('D', 116, 4),
  'chords | D | A |\nguitar1 | x-x-x-6-7-x x-x-x-7-7-x . . | x-x-x-1-2-x x-x-x-2-2-x . . |\nbass | x5xx | x0xx |',
);
peace(
  'metal',
  'fast picked pedal notes with power chords between',
  'key: C#m\ntempo: 172\nguitar1: tuning C# G# C# F# A# D#; gain 9\nguitar2: tuning C# G# C# F# A# D#; gain 9\nbass: tuning C# G# C# F#',
  'chords | C#5 | C#5 |\nguitar1 | 0xxxxx . 555xxx . 0xxxxx . 333xxx . | 0xxxxx . 777xxx . 555xxx . 333xxx . |\nguitar1 hits | MMMMO-O-MMMMO-O- | MMMMO-O-O-O-O-O- |\nguitar2 | 0xxxxx . 555xxx . 0xxxxx . 333xxx . | 0xxxxx . 777xxx . 555xxx . 333xxx . |\nguitar2 hits | MMMMO-O-MMMMO-O- | MMMMO-O-O-O-O-O- |\nbass | 0xxx . 5xxx . 0xxx . 3xxx . | 0xxx . 7xxx . 5xxx . 3xxx . |\nbass hits | OOOOO-O-OOOOO-O- | OOOOO-O-O-O-O-O- |',
);
peace(
  'metal',
  'a diminished riff of single notes',
  at('B', 146, 9),
  'chords | B5 | B5 |\nguitar1 line | 2@5 3@5 2@5 5@5 2@5 3@4 5@5 3@5 | 2@5 3@5 2@5 5@5 6@5 5@5 3@5 2@5 |\nguitar2 line | 2@5 3@5 2@5 5@5 2@5 3@4 5@5 3@5 | 2@5 3@5 2@5 5@5 6@5 5@5 3@5 2@5 |\nbass line | 2@3 3@3 2@3 5@3 2@3 3@2 5@3 3@3 | 2@3 3@3 2@3 5@3 6@3 5@3 3@3 2@3 |',
);
peace(
  'metal',
  'a power-chord tritone as a riff step',
  at('E', 92, 9),
  'chords | E5 . Bb5 . | E5 . Bb5 A5 |\nguitar1 | 022xxx . x133xx . | 022xxx . x133xx x022xx |\nguitar2 | 022xxx . x133xx . | 022xxx . x133xx x022xx |\nbass | 0xxx . x1xx . | 0xxx . x1xx x0xx |',
);
peace(
  'shoegaze',
  'open strings ring in every chord of a driven wall',
  at('E', 84, 7),
  'chords | Eadd9 | C#m7 | Aadd9 | Badd4 |\nguitar1 | 0x9900 | x4x400 | x0x600 | x2x400 |\nbass | 0xxx | x4xx | x0xx | x2xx |',
);
peace(
  'ballad',
  'held piano-like chords, clean, both guitars an octave apart',
  at('Bb', 64, 1),
  'chords | Bb | F/A | Gm | Eb |\nguitar1 | x13331 | x03211 | 355333 | x68886 |\nguitar2 | x-x-x-10-11-10 | x-x-x-10-10-8 | x-x-x-12-11-10 | x-x-x-12-11-11 |\nbass | x1xx | x0xx | 3xxx | x6xx |',
);
peace(
  'ballad',
  'major sevenths and sixths, clean',
  at('A', 70, 1),
  'chords | Amaj7 | F#m7 | Dmaj7 | E6 |\nguitar1 | x02120 | 242222 | xx0222 | 022120 |\nguitar2 | x-x-x-9-9-9 | x-x-x-9-10-9 | x-x-x-7-7-9 | x-x-x-6-5-7 |\nbass | x0xx | 2xxx | x5xx | 0xxx |',
);
peace(
  'ska',
  'up-strokes of thirds on every offbeat, edge',
  at('F', 152, 3),
  'chords | F | Dm | Bb | C |\nguitar1 | xxx565 | xxx765 | xxx766 | xxx988 |\nguitar1 hits | .O.O.O.O | % | % | % |\nbass line | 1@4 . 0@3 . 3@3 . 0@3 . | 5@3 . 3@3 . 0@3 . 3@3 . | 1@3 . 0@2 . 3@2 . 0@2 . | 3@3 . 2@2 . 5@2 . 2@2 . |',
);
peace(
  'indie',
  'a counter-melody above a strummed verse',
  at('A', 124, 3, 4),
  'chords | A | F#m | D | E |\nguitar1 | x02220 | 244222 | xx0232 | 022100 |\nguitar1 hits | O-OoO-Oo | % | % | % |\nguitar2 line | 12@1 . 9@1 . 10@1 . 9@1 . | 9@1 . 12@2 . 10@2 . 12@2 . | 10@1 . 9@1 . 7@1 . 9@1 . | 7@1 . 9@1 . 12@2 . . . |\nbass | x0xx | 2xxx | x5xx | 0xxx |',
);
peace(
  'indie',
  'the bass plays a tune up high while guitars hold',
  at('D', 132, 4),
  'chords | D | Bm | G | A |\nguitar1 | xx0232 | x24432 | 320003 | x02220 |\nbass line | 5@3 . 7@2 . 4@1 . 7@2 . | 2@3 . 4@2 . 4@1 . 4@2 . | 3@4 . 5@3 . 4@2 . 5@2 . | 5@4 . 4@3 . 7@3 . 7@2 . |',
);
peace(
  'quiet',
  'one guitar alone plays everything',
  at('C', 76, 1),
  'chords | C | E7 | Am | F |\nguitar1 | x32010 | 020100 | x02210 | 133211 |\nguitar1 hits | 54321234 | 64321234 | 54321234 | 64321234 |',
);
peace(
  'quiet',
  'a pad of two notes under the voice',
  at('G', 82, 2, 1, 'voice: G3-D5'),
  'chords | G | Em | C | D |\nvoice | ~~~~~~~~ | ~~~~~~~~ | ~~~~.... | ~~~~~~~~ |\nguitar1 | 320003 | 022000 | x32010 | xx0232 |\nguitar2 | x-x-x-x-8-7 | x-x-x-x-8-7 | x-x-x-x-8-8 | x-x-x-x-7-5 |\nbass | 3xxx | 0xxx | x3xx | x5xx |',
);
peace(
  'swing',
  'sixth chords comped in quarters, clean',
  at('G', 168, 1),
  'chords | G6 | Em7 | Am7 | D7 |\nguitar1 | 3x243x | x-7-x-7-8-x | 5x555x | x5x57x |\nguitar1 hits | O-O-O-O- | % | % | % |\nbass line | 3@4 . 2@3 . 5@3 . 2@3 . | 0@4 . 3@4 . 2@3 . 3@4 . | 0@3 . 3@3 . 2@2 . 3@3 . | 5@3 . 4@2 . 7@3 . 5@3 . |',
  'swing 66%',
);
peace(
  'slide guitar',
  'a chord shape slid up two frets and back, driven',
  at('E', 120, 7),
  'chords | E5 | E5 |\nguitar1 | x799xx . x-9-11-11-x-x x799xx | x799xx . . . |\nguitar2 | x799xx . x-9-11-11-x-x x799xx | x799xx . . . |\nbass | 0xxx | . |',
);
peace(
  'slide guitar',
  'major triads on the top strings at crunch',
  at('A', 122, 6),
  'chords | A | D | E | D |\nguitar1 | x-x-x-6-5-5 | x-x-x-7-7-5 | x-x-x-9-9-7 | x-x-x-7-7-5 |\nguitar1 hits | O-O-O-O- | % | % | % |\nbass | 5xxx | x5xx | x7xx | x5xx |',
);

/** Parts that players play every night and like. */
export const PEACE_CASES: readonly PeaceCase[] = cases;
