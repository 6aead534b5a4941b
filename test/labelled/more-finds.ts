import type { FindingKind } from '../../src/core/song/index';
import type { Level } from '../../src/core/clash/index';
import { groundOf as at, type FindCase } from './case';

const cases: FindCase[] = [];
const finds = (
  kinds: FindingKind | readonly FindingKind[],
  least: Level,
  bar: number,
  why: string,
  head: string,
  rows: string,
  header = '',
): void => {
  const list = typeof kinds === 'string' ? [kinds] : kinds;
  cases.push({
    want: 'find',
    style: list[0]!,
    kinds: list,
    least,
    why,
    head,
    rows: rows.trim(),
    header,
    bar,
  });
};

// One mistake among whole parts. Every label: common practice. Chords, keys and rows are our own invention.

finds(
  ['wrong-bass'],
  'watch',
  3,
  'the bass plays the third of G for a whole bar',
  at('Em', 112, 4, 6),
  `
chords | Em | C | G | D |
guitar1 | 022000 | x32010 | 320003 | xx0232 |
guitar1 hits | O-OoO-Oo | % | % | % |
guitar2 | x799xx | x355xx | 355xxx | x577xx |
guitar2 hits | O------- | % | % | % |
bass | 0xxx | x3xx | x2xx | x5xx |
bass hits | OOOOOOOO | % | % | % |`,
);
finds(
  ['wrong-bass', 'rub'],
  'clash',
  2,
  'the bass stays on A when the chord goes to B flat',
  at('F', 124, 6, 6),
  `
chords | F | Bb | C | F |
guitar1 | 133xxx | x133xx | x355xx | 133xxx |
guitar2 | x-x-x-10-10-8 | x-x-x-10-11-10 | x-x-x-9-8-8 | x-x-x-10-10-8 |
bass | 1xxx | x0xx | x3xx | 1xxx |
bass hits | OOOOOOOO | % | % | % |`,
);
finds(
  ['wrong-bass'],
  'watch',
  2,
  'D over F sharp is asked for, the bass plays D',
  at('G', 96, 2, 2),
  `
chords | G | D/F# | Em | C |
guitar1 | 320033 | xx0232 | 022000 | x32010 |
guitar2 | x-x-x-12-12-10 | x-x-x-11-10-10 | x-x-x-12-12-12 | x-x-x-12-13-12 |
bass | 3xxx | x5xx | 0xxx | x3xx |
bass hits | O---O--- | % | % | % |`,
);
finds(
  ['wrong-bass', 'rub', 'other-chord'],
  'watch',
  1,
  'the bass is not tuned down with the guitars',
  'key: D\ntempo: 120\nguitar1: tuning D G C F A D; gain 6\nguitar2: tuning D G C F A D; gain 6',
  `
chords | D | G |
guitar1 | 022100 | x02220 |
guitar2 | 022xxx | x02xxx |
bass | 0xxx | x0xx |
bass hits | OOOOOOOO | % |`,
);
finds(
  ['other-chord', 'rub'],
  'clash',
  3,
  'one guitar goes to the fourth chord a bar early',
  at('Cm', 132, 7, 7),
  `
chords | Cm | Ab | Eb | Bb |
guitar1 | x355xx | 466xxx | x688xx | x133xx |
guitar2 | x355xx | 466xxx | x133xx | x133xx |
bass | x3xx | 4xxx | x6xx | x1xx |
bass hits | OOOOOOOO | % | % | % |`,
);
finds(
  ['other-chord', 'rub'],
  'watch',
  2,
  'open E minor strummed where the song goes to E major',
  at('A', 104, 3, 3),
  `
chords | A | E | A | E |
guitar1 | x02220 | 022000 | x02220 | 022100 |
guitar1 hits | O-OoO-Oo | % | % | % |
guitar2 | x-x-x-9-10-9 | x-x-x-9-9-7 | x-x-x-9-10-9 | x-x-x-9-9-7 |
bass | x0xx | 0xxx | x0xx | 0xxx |`,
);
finds(
  'other-chord',
  'watch',
  4,
  'both guitars a fret too low at the end',
  at('B', 150, 8, 8),
  `
chords | B5 | G#5 | E5 | F#5 |
guitar1 | x244xx | 466xxx | x799xx | 133xxx |
guitar2 | x244xx | 466xxx | x799xx | 133xxx |
bass | x2xx | 4xxx | x7xx | 1xxx |
bass hits | OOOOOOOO | % | % | % |`,
);
finds(
  ['other-chord', 'rub'],
  'watch',
  1,
  'the capo is on the fourth fret, the chords are for the second',
  'key: D\ntempo: 96\nguitar1: gain 1; capo 4\nguitar2: gain 1',
  `
chords | D | A | Bm | G |
guitar1 | x32010 | 320003 | x02210 | 133211 |
guitar1 hits | O-OoO-Oo | % | % | % |
guitar2 | x57775 | 577655 | x24432 | 355433 |
guitar2 hits | O------- | % | % | % |
bass | x5xx | x0xx | x2xx | 3xxx |`,
);
finds(
  'gain',
  'clash',
  3,
  'one open chord left over from the clean verse, saturated',
  at('G', 128, 9, 8),
  `
chords | G5 | E5 | C | D5 |
guitar1 | 355xxx | 022xxx | x32010 | x577xx |
guitar1 hits | O------- | % | % | % |
guitar2 | 355xxx | x799xx | x355xx | x577xx |
guitar2 hits | OOOOOOOO | % | % | % |
bass | 3xxx | 0xxx | x3xx | x5xx |
bass hits | OOOOOOOO | % | % | % |`,
);
finds(
  'gain',
  'clash',
  1,
  'barre chords held through the saturated chorus',
  at('E', 118, 2, 10),
  `
chords | E | B | C#m | A |
guitar1 | x-7-9-9-9-7 | x24442 | x46654 | 577655 |
guitar2 | x-7-9-9-9-7 | x24442 | x46654 | 577655 |
bass | x7xx | x2xx | x4xx | x0xx |
bass hits | OOOOOOOO | % | % | % |`,
);
finds(
  'gain',
  'watch',
  2,
  'a driven minor third low down among power chords',
  at('Bm', 100, 8, 8),
  `
chords | Bm | F#m | G5 | A5 |
guitar1 | x244xx | 20xxxx | 355xxx | 577xxx |
guitar2 | x244xx | 244xxx | 355xxx | 577xxx |
bass | x2xx | 2xxx | 3xxx | 5xxx |`,
);
finds(
  'gain',
  'watch',
  2,
  'the full sound comes in with an open chord still held',
  'key: C\ntempo: 92\nguitar1: gain 1; sound full = gain 8\nguitar2: gain 1',
  `
chords | C | Am |
guitar1 | x32010 | x02210 |
guitar1 sound | | full |
guitar1 hits | O-OoO-Oo | O------- |
guitar2 | x-x-x-12-13-12 | x-x-x-14-13-12 |
guitar2 hits | O------- | % |
bass | x3xx | x0xx |`,
);
finds(
  'gain',
  'clash',
  2,
  'the repeat is played with the drive on, full chords as before',
  'key: D\ntempo: 88\nguitar1: gain 2; sound loud = gain 10\nguitar2: gain 2',
  `
chords | D | G |
guitar1 | x57775 | 355433 |
guitar2 | xxx775 | xxx433 |
bass | x5xx | 3xxx |
-- pass 2: bar 2 --
guitar1 sound | loud |`,
  'x2',
);
finds(
  'mud',
  'watch',
  2,
  'the bass chords a low fifth under the held chord',
  at('Am', 84, 5, 5),
  `
chords | F | G | Am | Am |
guitar1 | 133xxx | 355xxx | 577xxx | . |
guitar2 | x-x-x-10-10-8 | x-x-x-12-12-10 | x-x-x-9-10-8 | . |
bass | 1xxx | 35xx | 5xxx | . |
bass hits | O---O--- | % | % | % |`,
);
finds(
  'mud',
  'clash',
  1,
  'two low notes a third apart on a down-tuned bass',
  'key: C\ntempo: 72\nguitar1: tuning C G C F A D; gain 8\nguitar2: tuning C G C F A D; gain 8\nbass: tuning C G C F',
  `
chords | Eb5 | C5 |
guitar1 | 333xxx | 000xxx |
guitar2 | 333xxx | 000xxx |
bass | 30xx | 0xxx |`,
);
finds(
  'rub',
  'watch',
  2,
  'a held melody note a semitone above the root of the chord',
  at('Am', 92, 3, 4),
  `
chords | Am | E | Am | E |
guitar1 | x02210 | 022100 | x02210 | 022100 |
guitar1 hits | O-OoO-Oo | % | % | % |
guitar2 line | 8@2 . . . 5@1 . . . | 6@2 . . . . . . . | 5@1 . . . 8@2 . . . | 4@1 . . . 5@2 . . . |
bass | x0xx | 0xxx | x0xx | 0xxx |`,
);
finds(
  ['rub', 'other-chord'],
  'watch',
  4,
  'the upper guitar keeps its major triad under the minor chord',
  at('Eb', 76, 2, 2),
  `
chords | Eb | Bb | Ab | Abm |
guitar1 | x68886 | x13331 | 466544 | 466444 |
guitar2 | x-x-x-8-8-6 | x-x-x-10-11-10 | x-x-x-8-9-8 | x-x-x-8-9-8 |
bass | x6xx | x1xx | 4xxx | 4xxx |`,
);
finds(
  ['rub', 'wrong-bass', 'other-chord'],
  'watch',
  2,
  'a drone goes on where the chord has its neighbour, for a bar',
  at('G', 104, 6, 4),
  `
chords | G | Ab | G | C |
guitar1 | 355xxx | 466xxx | 355xxx | x355xx |
guitar2 | x-x-x-12-x-x | . | . | . |
guitar2 hits | O---O--- | % | % | % |
bass | 3xxx | 4xxx | 3xxx | x3xx |`,
);
finds(
  ['unheard-third'],
  'watch',
  3,
  'C turns minor in power chords and octaves',
  at('G', 120, 8, 7),
  `
chords | G | C | Cm | G |
guitar1 | 355xxx | x355xx | . | 355xxx |
guitar1 hits | OOOOOOOO | % | % | % |
guitar2 | x-x-5-x-8-x | x-3-x-5-x-x | . | x-x-5-x-8-x |
bass | 3xxx | x3xx | . | 3xxx |
bass hits | OOOOOOOO | % | % | % |`,
);
finds(
  ['missing-tone'],
  'note',
  2,
  'the suspended second is in the symbol and in nobody’s hand',
  at('D', 100, 2, 2),
  `
chords | D | Asus2 | G | D |
guitar1 | xx0232 | 577xxx | 320003 | xx0232 |
guitar2 | x-x-x-11-10-10 | x-x-7-x-10-x | x-x-x-12-12-10 | x-x-x-11-10-10 |
bass | x5xx | x0xx | 3xxx | x5xx |`,
);
finds(
  ['missing-tone'],
  'note',
  3,
  'a minor seventh chord played as a plain minor by all',
  at('C', 84, 1, 2),
  `
chords | C | Am | Dm7 | G |
guitar1 | x32010 | x02210 | xx0231 | 320003 |
guitar2 | x-x-x-12-13-12 | x-x-x-9-10-8 | x-x-x-10-10-10 | x-x-x-12-12-10 |
bass | x3xx | x0xx | x5xx | 3xxx |`,
);
finds(
  ['empty-string'],
  'watch',
  3,
  'the picking of the six-string chord goes on over a four-string one',
  at('G', 88, 1, 2),
  `
chords | G | Em | D | C |
guitar1 | 320003 | 022000 | xx0232 | x32010 |
guitar1 hits | 6-3-2-3- | % | % | 5-3-2-3- |
guitar2 | x-x-x-12-12-10 | x-x-x-12-12-12 | x-x-x-11-10-10 | x-x-x-12-13-12 |
bass | 3xxx | 0xxx | x5xx | x3xx |`,
);
finds(
  ['crowding', 'steps-on'],
  'watch',
  1,
  'a driven counter-line runs through the sung register while the other strums there',
  at('F', 126, 6, 6, 'voice: A3-F5'),
  `
chords | F | Bb |
voice | ~~~~~~~~ | ~~~~~~~~ |
guitar1 | x-x-x-10-10-8 | x-x-x-10-11-10 |
guitar1 hits | O.OOO.OOO.OOO.OO | % |
guitar2 line | 10@2 8@1 10@1 . 8@1 10@2 8@1 10@2 | 11@2 10@2 8@1 . 10@1 8@1 10@2 11@2 |
bass | 1xxx | x1xx |`,
);
finds(
  ['steps-on', 'crowding'],
  'watch',
  1,
  'two different sixteenth riffs in one octave',
  at('Em', 108, 5, 6),
  `
chords | Em | Em |
guitar1 line | 7@5 . 7@5 10@5 7@4 . 10@5 7@5 . 7@5 10@5 . 9@5 7@5 . 10@5 | 7@5 . 7@5 10@5 7@4 . 10@5 7@5 . 7@5 10@5 . 9@5 7@5 . 10@5 |
guitar2 line | r 5@4 7@4 . r 9@5 7@4 5@4 r . 10@5 7@4 . 5@4 7@4 . | r 5@4 7@4 . r 9@5 7@4 5@4 r . 10@5 7@4 . 5@4 7@4 . |
bass | 0xxx | . |
bass hits | O-O-O-O- | % |`,
);
finds(
  'voice',
  'watch',
  2,
  'the lead does not wait for the singer',
  at('Am', 88, 4, 6, 'voice: A3-E5'),
  `
chords | Am | F | G | Am |
voice | ........ | ~~~~~~~~ | ........ | ........ |
guitar1 | x02210 | 133211 | 320003 | x02210 |
guitar2 line | 5@1 8@1 5@1 8@2 5@2 7@3 5@2 . | 5@1 6@2 5@2 . 6@2 5@1 8@1 5@1 | 8@2 . 7@3 . 5@3 . . . | 7@4 . . . . . . . |
bass | x0xx | 1xxx | 3xxx | x0xx |`,
);
finds(
  'doubling',
  'note',
  1,
  'the second guitar plays the same barre chords',
  at('Bb', 112, 4, 4),
  `
chords | Bb | Gm | Eb | F |
guitar1 | x13331 | 355333 | x68886 | 133211 |
guitar1 hits | O-OoO-Oo | % | % | % |
guitar2 | x13331 | 355333 | x68886 | 133211 |
guitar2 hits | O------- | % | % | % |
bass | x1xx | 3xxx | x6xx | 1xxx |`,
);
finds(
  'reach',
  'clash',
  2,
  'a tenth and a ninth in one grip near the nut',
  at('F', 80, 1, 1),
  `
chords | F | Gm |
guitar1 | 133211 | 1x5x7x |
guitar2 | x-x-x-10-10-8 | x-x-x-12-11-10 |
bass | 1xxx | 3xxx |`,
);
finds(
  'reach',
  'watch',
  1,
  'a line with one finger per note, five frets apart at the nut, quick',
  at('F', 152, 2, 2),
  `
chords | F | F |
guitar1 line | 1@5 5@4 1@5 5@4 1@5 6@4 1@5 5@4 1@5 5@4 1@5 5@4 1@5 6@4 1@5 5@4 | % |
bass | 1xxx | . |`,
);
finds(
  'range',
  'clash',
  1,
  'a fret the bass does not have',
  'key: E\ntempo: 100\nbass: frets 20',
  `
chords | E5 |
guitar1 | 022xxx |
bass | x-x-x-21 |`,
);
finds(
  'range',
  'clash',
  1,
  'beyond the last fret with the capo on',
  'key: E\ntempo: 100\nguitar2: frets 21; capo 5; gain 2',
  `
chords | E |
guitar1 | 022100 |
guitar2 | x-x-x-x-x-19 |
bass | 0xxx |`,
);
finds(
  'shift',
  'clash',
  2,
  'from the fourteenth to the first fret within a sixteenth',
  at('Fm', 132, 8, 8),
  `
chords | F5 . . Gb5 | F5 |
guitar1 line | 1@6+3@5 . . . . . . . . . . . . . . 14@6+16@5 | 1@6+3@5 . . . . . . . . . . . . . . . |
guitar2 | 133xxx | . |
bass | 1xxx | . |`,
);
finds(
  'shift',
  'watch',
  2,
  'from the top of the neck to an open-position shape in a short eighth at speed',
  at('F', 170, 4, 4),
  `
chords | F | C | F |
guitar1 | x-x-x-14-13-13 x-x-x-14-13-13 x-x-x-14-13-13 x-x-x-14-13-13 x-x-x-14-13-13 x-x-x-14-13-13 x-x-x-14-13-13 x-x-x-14-13-13 | x-x-x-12-13-12 x-x-x-12-13-12 x-x-x-12-13-12 x-x-x-12-13-12 x-x-x-12-13-12 x-x-x-12-13-12 x-x-x-12-13-12 133211 | 133211 |
bass | 1xxx | x3xx | 1xxx |`,
);
finds(
  'stop',
  'watch',
  2,
  'everybody stops for two beats, the second guitar holds on',
  at('D', 144, 6, 7),
  `
chords | D5 | A5 | D5 |
guitar1 | x577xx | 577xxx | x577xx |
guitar1 hits | O-O-O-O- | O-O-.... | O------- |
guitar2 | x577xx | 577xxx | x577xx |
guitar2 hits | OOOOOOOO | OOO----- | OOOOOOOO |
bass | x5xx | 5xxx | x5xx |
bass hits | OOOOOOOO | OOOO.... | OOOOOOOO |`,
);
finds(
  ['delay', 'stop'],
  'watch',
  1,
  'the stop is full of repeats',
  'key: Em\ntempo: 96\nguitar1: gain 6\nguitar2: gain 3; delay 1/8.',
  `
chords | Em | C |
guitar1 | 022xxx | x355xx |
guitar1 hits | OOOO.... | OOOOOOOO |
guitar2 | x-x-x-12-12-x | x-x-x-12-13-x |
guitar2 hits | OOOO.... | O-O-O-O- |
bass | 0xxx | x3xx |
bass hits | OOOO.... | OOOOOOOO |`,
);
finds(
  'push',
  'watch',
  3,
  'the second guitar misses the push into the third bar',
  at('Bb', 138, 7, 7),
  `
chords | Bb5 | F5 | <G5 | Eb5 |
guitar1 | x133xx | 133xxx | <355xxx | x688xx |
guitar2 | x133xx | 133xxx | 355xxx | x688xx |
bass | x1xx | 1xxx | <3xxx | x6xx |`,
);
finds(
  'push',
  'watch',
  4,
  'the bass waits for the one, the guitars are a sixteenth early',
  at('C#m', 104, 6, 6),
  `
chords | C#5 | A5 | E5 | <<B5 |
guitar1 | x466xx | 577xxx | x799xx | <<x244xx |
guitar2 | x466xx | 577xxx | x799xx | <<x244xx |
bass | x4xx | 5xxx | x7xx | x2xx |`,
);
finds(
  'flam',
  'watch',
  2,
  'the bass is a sixteenth late on the second bar’s one',
  at('A', 100, 5, 5),
  `
chords | A5 | D5 | A5 | E5 |
guitar1 | 577xxx | x577xx | 577xxx | x799xx |
guitar1 hits | O-------O------- | % | % | % |
guitar2 | 577xxx | x577xx | 577xxx | x799xx |
guitar2 hits | O-------O------- | % | % | % |
bass | 5xxx | x5xx | 5xxx | x7xx |
bass hits | O-------O------- | .O------O------- | O-------O------- | % |`,
);
finds(
  'ring-over',
  'watch',
  2,
  'open strings of E ring into a fretted F chord that nobody damps',
  at('E', 72, 1, 1),
  `
chords | E5 | F |
guitar1 | 0xxxxx | xxx211 |
guitar2 | xx245x | xx323x |
bass | 0xxx | 1xxx |`,
);
finds(
  'buried-hit',
  'watch',
  3,
  'one choked stroke under the other’s held chord, once',
  at('G', 116, 3, 6),
  `
chords | G | D | C | G |
guitar1 | 320003 | xx0232 | x32010 | 320003 |
guitar1 hits | O------- | % | % | % |
guitar2 | 355xxx | x577xx | x355xx | 355xxx |
guitar2 hits | O---O--- | O---O--- | O-X-O--- | O---O--- |
bass | 3xxx | x5xx | x3xx | 3xxx |`,
);
finds(
  'delay',
  'watch',
  2,
  'repeats of the old chord’s note a semitone beside the new one that two hold',
  'key: Bb\ntempo: 84\nguitar1: gain 3\nguitar2: gain 3; delay 1/4',
  `
chords | Bb | A | Dm |
guitar1 | x13331 | 577655 | x57765 |
guitar1 hits | O------- | % | % |
guitar2 | x-x-x-x-11-10 | x-x-x-x-10-9 | x-x-x-x-10-10 |
guitar2 hits | O-O-O-O- | O------- | % |
bass | x1xx | 5xxx | x5xx |`,
);
finds(
  'open',
  'note',
  2,
  'the second guitar has a hole in the chorus',
  at('D', 128, 6, 6),
  `
chords | D5 | A5 | B5 | G5 |
guitar1 | x577xx | 577xxx | x244xx | 355xxx |
guitar2 | x577xx | ? | x244xx | 355xxx |
bass | x5xx | x0xx | x2xx | 3xxx |`,
);
finds(
  ['other-chord', 'wrong-bass', 'rub'],
  'watch',
  4,
  'on the last time round the bass and the low guitar go to the old chord',
  at('E', 132, 6, 6),
  `
chords | E5 | A5 | E5 | B5 |
guitar1 | 022xxx | x022xx | 022xxx | x244xx |
guitar2 | x799xx | 577xxx | x799xx | x244xx |
bass | 0xxx | x0xx | 0xxx | x2xx |
-- pass 2: bar 4 --
guitar1 | 022xxx |
bass | 0xxx |`,
  'x2',
);
finds(
  ['wrong-bass', 'other-chord', 'rub'],
  'watch',
  3,
  'a line on bass that begins the chord on its flat second and stays',
  at('Dm', 92, 5, 5),
  `
chords | Dm | C | Bb | A |
guitar1 | x577xx | x355xx | x133xx | 577xxx |
guitar2 | x-x-x-10-10-10 | x-x-x-9-8-8 | x-x-x-10-11-10 | x-x-x-9-10-9 |
bass line | 5@3 . 5@3 . 5@3 . 3@3 . | 3@3 . 3@3 . 3@3 . 2@3 . | 2@3 . . . . . 1@3 . | 0@3 . 0@3 . 0@3 . 0@3 . |`,
);

/** One mistake each, among whole parts of three players. */
export const MORE_FINDS: readonly FindCase[] = cases;
