import type { FindingKind } from '../../src/core/song/index';
import type { Level } from '../../src/core/clash/index';
import { groundOf as at, type FindCase } from './case';

const cases: FindCase[] = [];
interface More {
  readonly bar?: number;
  readonly header?: string;
  readonly open?: true;
}
const finds = (
  kinds: FindingKind | readonly FindingKind[],
  least: Level,
  why: string,
  head: string,
  rows: string,
  { bar = 1, header = '', open }: More = {},
): void => {
  const list = typeof kinds === 'string' ? [kinds] : kinds;
  cases.push({
    want: 'find',
    style: list[0]!,
    kinds: list,
    least,
    why,
    head,
    rows,
    header,
    bar,
    ...(open ? { open } : {}),
  });
};

// Every label: common practice. Chords, keys and rows are our own invention.

// Gain
finds(
  'gain',
  'clash',
  'a full major barre held a bar, saturated',
  at('G', 110, 10),
  'chords | G |\nguitar1 | 355433 |\nbass | 3xxx |',
);
finds(
  'gain',
  'clash',
  'an open E held a bar, saturated',
  at('E', 96, 9),
  'chords | E |\nguitar1 | 022100 |\nbass | 0xxx |',
);
finds(
  'gain',
  'clash',
  'a low major third held in a saturated amp',
  at('F', 100, 10),
  'chords | F |\nguitar1 | 10xxxx |\nbass | 1xxx |',
);
finds(
  'gain',
  'clash',
  'a minor barre low on the neck with a low third, held and driven',
  at('Gm', 84, 8),
  'chords | Gm |\nguitar1 | x1033x |\nbass | 3xxx |',
);
finds(
  'gain',
  'watch',
  'a full barre, driven',
  at('A', 120, 7),
  'chords | A |\nguitar1 | 577655 |\nbass | 5xxx |',
);
finds(
  'gain',
  'watch',
  'an open D driven',
  at('D', 120, 8),
  'chords | D |\nguitar1 | xx0232 |\nbass | x5xx |',
);
finds(
  'gain',
  'watch',
  'a third below middle C, driven',
  at('C', 112, 8),
  'chords | C |\nguitar1 | xx2x1x |\nbass | x3xx |',
);
finds(
  'gain',
  'watch',
  'a sixth dyad low down, driven',
  at('G', 104, 8),
  'chords | G6 |\nguitar1 | 3x2xxx |\nbass | 3xxx |',
);
finds(
  'gain',
  'clash',
  'a full minor seventh chord held, saturated',
  at('Bm', 76, 10),
  'chords | Bm7 |\nguitar1 | x24232 |\nbass | x2xx |',
);
finds(
  'gain',
  'clash',
  'a tritone held a bar, saturated',
  at('B', 80, 10),
  'chords | Bdim |\nguitar1 | x23xxx |\nbass | x2xx |',
);
finds(
  'gain',
  'watch',
  'a low tritone held, crunch',
  at('E', 88, 6),
  'chords | E5 |\nguitar1 | 01xxxx |\nbass | 0xxx |',
);
finds(
  'gain',
  'watch',
  'full chords through a whole section, driven, are one thing to say',
  at('D', 128, 7),
  'chords | D | G | A | D |\nguitar1 | x57775 | 355433 | 577655 | x57775 |\nbass | x5xx | 3xxx | 5xxx | x5xx |',
);
finds(
  'gain',
  'watch',
  'a driven chorus sound on a part written clean',
  'key: Em\ntempo: 120\nguitar1: gain 1; sound drive = gain 8',
  'chords | Em | C |\nguitar1 | 022000 | x32010 |\nbass | 0xxx | x3xx |',
  { header: 'guitar1 sound drive' },
);
finds(
  'gain',
  'clash',
  'one bar played with the dirty sound',
  'key: A\ntempo: 90\nguitar1: gain 1; sound full = gain 10',
  'chords | A | A |\nguitar1 | x02220 | 577655 |\nguitar1 sound | | full |\nbass | x0xx | . |',
  { bar: 2 },
);
finds(
  'gain',
  'watch',
  'a dominant ninth held, driven',
  at('E', 92, 8),
  'chords | E9 |\nguitar1 | x-7-6-7-7-x |\nbass | x7xx |',
);

// Mud
finds(
  'mud',
  'watch',
  'a bass’s fifth at the bottom struck as one',
  at('F', 100, 5),
  'chords | F5 |\nguitar1 | 133xxx |\nbass | 13xx |',
);
finds(
  'mud',
  'watch',
  'B and F sharp together on bass',
  at('B', 100, 5),
  'chords | B5 |\nguitar1 | x244xx |\nbass | x24x |',
);
finds(
  'mud',
  'watch',
  'G and D struck together on bass',
  at('G', 92, 5),
  'chords | G5 |\nguitar1 | 355xxx |\nbass | 35xx |',
);
finds(
  'mud',
  'clash',
  'a third at the bottom of the bass',
  at('G', 92, 5),
  'chords | G |\nguitar1 | 355xxx |\nbass | 32xx |',
);
finds(
  'mud',
  'watch',
  'two low bass notes a fourth apart',
  at('A', 92, 5),
  'chords | A5 |\nguitar1 | 577xxx |\nbass | 00xx |',
);
finds(
  'mud',
  'watch',
  'a low minor third on two low guitar strings, clean',
  at('F', 92, 1),
  'chords | Fm |\nguitar1 | 1xxxxx |\nguitar2 | 4-2-x-x-x-x |\nbass | 1xxx |',
);
finds(
  'mud',
  'clash',
  'a whole tone at the bottom of the guitar',
  at('F#m', 92, 1),
  'chords | F#m |\nguitar1 | 4-1-x-x-x-x |\nbass | 2xxx |',
);
finds(
  'mud',
  'watch',
  'close seconds low in a drop tuning',
  'key: C\ntempo: 84\nguitar1: tuning C G C F A D; gain 1',
  'chords | C |\nguitar1 | 4-0-x-x-x-x |\nbass | x3xx |',
);

// Rub
finds(
  'rub',
  'clash',
  'a semitone between two guitars held a bar',
  at('Bb', 110, 5),
  'chords | Bb |\nguitar1 | x13xxx |\nguitar2 | xxx2xx |\nbass | x1xx |',
);
finds(
  'rub',
  'clash',
  'the major third over a minor chord, held',
  at('Gm', 96, 4),
  'chords | Gm |\nguitar1 | 355333 |\nguitar2 | x-x-x-12-12-10 |\nbass | 3xxx |',
);
finds(
  'rub',
  'clash',
  'a minor third against a major chord, both guitars',
  at('D', 96, 4),
  'chords | D |\nguitar1 | x57775 |\nguitar2 | x-x-x-10-10-13 |\nbass | x5xx |',
);
finds(
  'rub',
  'clash',
  'a foreign flat ninth over the bass, held',
  at('E', 84, 5),
  'chords | E5 |\nguitar1 | 022xxx |\nguitar2 | x-x-3-x-x-x |\nbass | 0xxx |',
);
finds(
  ['rub', 'other-chord'],
  'watch',
  'the wrong note held in a high pad',
  at('F', 72, 2),
  'chords | F | Bb |\nguitar1 | 133211 | x13331 |\nguitar2 | x-x-x-10-10-8 | x-x-x-9-11-10 |\nbass | 1xxx | x1xx |',
  { bar: 2 },
);
finds(
  'rub',
  'clash',
  'one guitar in the other third for the whole bar',
  at('Am', 120, 6),
  'chords | Am |\nguitar1 | 577555 |\nguitar2 | x-x-x-6-5-5 |\nbass | 5xxx |',
);
finds(
  'rub',
  'watch',
  'a held note a semitone over the partner’s, on the beat',
  at('C', 88, 3),
  'chords | C |\nguitar1 | x32010 |\nguitar2 line | 9@1 . . . . . . . |\nbass | x3xx |',
);
finds(
  ['rub', 'wrong-bass'],
  'watch',
  'the bass holds the flat second under the chord for two beats',
  at('D', 92, 4),
  'chords | D |\nguitar1 | xx0232 |\nbass line | 6@3 . . . 5@3 . . . |',
);
finds(
  ['rub', 'other-chord'],
  'clash',
  'two guitars play bars a semitone apart by mistake',
  at('G', 112, 7),
  'chords | G5 | A5 |\nguitar1 | 355xxx | 577xxx |\nguitar2 | 355xxx | 688xxx |\nbass | 3xxx | 5xxx |',
  { bar: 2 },
);
finds(
  'rub',
  'clash',
  'the capo is one fret off',
  'key: E\ntempo: 90\nguitar1: gain 2\nguitar2: gain 2; capo 3',
  'chords | E | B |\nguitar1 | 022100 | x24442 |\nguitar2 | xx0232 | x02220 |\nbass | 0xxx | x2xx |',
);

// Wrong bass
finds(
  'wrong-bass',
  'watch',
  'the fifth of the chord lies in the bass all bar',
  at('Gm', 104, 4),
  'chords | Gm |\nguitar1 | 355333 |\nguitar2 | xxx333 |\nbass | x5xx |',
);
finds(
  'wrong-bass',
  'watch',
  'the slash says E, the bass holds C',
  at('C', 96, 3),
  'chords | C/E |\nguitar1 | x32010 |\nguitar2 | xxx553 |\nbass | x3xx |',
);
finds(
  'wrong-bass',
  'clash',
  'the bass plays a root that is not in the chord',
  at('Dm', 96, 3),
  'chords | Dm | Bb |\nguitar1 | xx0231 | x13331 |\nbass | x5xx | 3xxx |',
  { bar: 2 },
);
finds(
  'wrong-bass',
  'clash',
  'the bass stays a bar behind the chords',
  at('F', 120, 4),
  'chords | F | C | Dm | Bb |\nguitar1 | 133211 | x32010 | xx0231 | x13331 |\nbass | 1xxx | . | x3xx | x5xx |',
  { bar: 2 },
);
finds(
  'wrong-bass',
  'watch',
  'third in the bass where the root is meant',
  at('A', 120, 4),
  'chords | A | D |\nguitar1 | x02220 | xx0232 |\nbass | x4xx | x5xx |',
);
finds(
  'wrong-bass',
  'watch',
  'without bass the low guitar turns the chord over',
  at('D', 90, 2),
  'chords | D | G |\nguitar1 | x54232 | x20033 |\nguitar2 | x-x-x-7-7-5 | x-x-x-7-8-7 |',
  { bar: 2 },
);
finds(
  'wrong-bass',
  'watch',
  'the walk arrives on the wrong note',
  at('C', 92, 2),
  'chords | C . G/B . | Am . . . |\nguitar1 | x32010 . x20033 . | x02210 . . . |\nbass | x3xx . 3xxx . | x0xx . . . |',
);
finds(
  'wrong-bass',
  'clash',
  'a bass held on F under an E chord',
  at('E', 84, 4),
  'chords | E |\nguitar1 | 022100 |\nbass | 1xxx |',
);

// That is not the chord
finds(
  'other-chord',
  'watch',
  'a power chord on another root',
  at('D', 132, 7),
  'chords | D5 | G5 |\nguitar1 | x577xx | x577xx |\nguitar2 | x577xx | 355xxx |\nbass | x5xx | 3xxx |',
  { bar: 2 },
);
finds(
  'other-chord',
  'watch',
  'a barre two frets off',
  at('F', 110, 3),
  'chords | F | Bb |\nguitar1 | 133211 | x35553 |\nguitar2 | x-x-x-10-10-8 | x-x-x-10-11-10 |\nbass | 1xxx | x1xx |',
  { bar: 2 },
);
finds(
  'other-chord',
  'watch',
  'nothing of A is in this grip',
  at('A', 100, 2),
  'chords | A |\nguitar1 | 133211 |\nbass | x0xx |',
);
finds(
  'other-chord',
  'watch',
  'both guitars play G where the symbol says B flat',
  at('Bb', 126, 6),
  'chords | Bb5 |\nguitar1 | 355xxx |\nguitar2 | 355xxx |\nbass | x1xx |',
);
finds(
  'other-chord',
  'watch',
  'a capo that was forgotten',
  'key: A\ntempo: 104\nguitar1: gain 2',
  'chords | A | E |\nguitar1 | 320003 | xx0232 |\nbass | x0xx | 0xxx |',
);
finds(
  'other-chord',
  'watch',
  'everybody on E flat under a symbol of E',
  at('E', 120, 8),
  'chords | E5 | D5 |\nguitar1 | x688xx | x577xx |\nguitar2 | x688xx | x577xx |\nbass | x6xx | x5xx |',
);
finds(
  'other-chord',
  'watch',
  'minor chord of another root in the last bar',
  at('Em', 96, 2),
  'chords | Em | C | D | Bm |\nguitar1 | 022000 | x32010 | xx0232 | x13321 |\nbass | 0xxx | x3xx | x5xx | x2xx |',
  { bar: 4 },
);

// You can't hear that it goes minor
finds(
  'unheard-third',
  'watch',
  'F goes minor and nobody plays the third',
  at('C', 92, 6),
  'chords | F | Fm |\nguitar1 | 133xxx | 133xxx |\nguitar2 | x-x-x-x-6-8 | x-x-x-x-6-8 |\nbass | 1xxx | 1xxx |',
  { bar: 2 },
);
finds(
  'unheard-third',
  'watch',
  'D minor turns major in power chords only',
  at('Dm', 128, 8),
  'chords | Dm . D . |\nguitar1 | x577xx . . . |\nguitar2 | x577xx . . . |\nbass | x5xx . . . |',
);
finds(
  'unheard-third',
  'watch',
  'A and A minor sound the same here',
  at('A', 84, 5),
  'chords | A | Am | E |\nguitar1 | 577xxx | 577xxx | 022100 |\nguitar2 | 5x7xxx | 5x7xxx | xxx454 |\nbass | 5xxx | . | 0xxx |',
  { bar: 2 },
);
finds(
  'unheard-third',
  'watch',
  'the change to the parallel key is lost',
  at('G', 100, 7),
  'chords | G | G | Gm | Gm |\nguitar1 | 355xxx | . | 355xxx | . |\nguitar2 | x-10-12-12-x-x | . | x-10-12-12-x-x | . |\nbass | 3xxx | . | . | . |',
  { bar: 3 },
);
finds(
  'unheard-third',
  'watch',
  'only the bass knows: roots',
  at('Bm', 110, 6),
  'chords | B | Bm |\nguitar1 | x244xx | x244xx |\nguitar2 | xx4xx2 | xx4xx2 |\nbass | x2xx | x2xx |',
  { bar: 2 },
);

// The seventh is missing
finds(
  'missing-tone',
  'note',
  'nobody plays the seventh of G7, clean',
  at('C', 96, 1),
  'chords | G7 |\nguitar1 | 320003 |\nguitar2 | xxx433 |\nbass | 3xxx |',
);
finds(
  'missing-tone',
  'note',
  'the ninth that the symbol names is not there',
  at('D', 84, 2),
  'chords | Dadd9 |\nguitar1 | x57775 |\nguitar2 | x-x-x-7-7-5 |\nbass | x5xx |',
);
finds(
  'missing-tone',
  'note',
  'a major seventh without it',
  at('F', 76, 1),
  'chords | Fmaj7 |\nguitar1 | 133211 |\nguitar2 | x-x-x-10-10-8 |\nbass | 1xxx |',
);
finds(
  'missing-tone',
  'note',
  'a sixth chord without its sixth',
  at('C', 120, 2),
  'chords | C6 |\nguitar1 | x32010 |\nbass | x3xx |',
);
finds(
  'missing-tone',
  'note',
  'the suspended fourth is missing',
  at('A', 90, 2),
  'chords | Asus4 |\nguitar1 | 577xxx |\nguitar2 | 5x7xxx |\nbass | 5xxx |',
);
finds(
  'missing-tone',
  'note',
  'minor seventh without the seventh, edge',
  at('Em', 104, 4),
  'chords | Em7 |\nguitar1 | 022000 |\nguitar2 | x-x-x-9-8-7 |\nbass | 0xxx |',
  {},
);
finds(
  'missing-third',
  'note',
  'no one says major or minor',
  at('Dm', 104, 6),
  'chords | Dm |\nguitar1 | x577xx |\nguitar2 | x577xx |\nbass | x5xx |',
);
finds(
  'missing-third',
  'note',
  'octaves and fifths only',
  at('F', 104, 4),
  'chords | F |\nguitar1 | 133xxx |\nguitar2 | xx3x6x |\nbass | 1xxx |',
);

// You are picking a string you don't hold
finds(
  'empty-string',
  'watch',
  'the pattern picks the low string of a four-string grip',
  at('D', 92, 1),
  'chords | D |\nguitar1 | xx0232 |\nguitar1 hits | 64321234 |\nbass | x5xx |',
);
finds(
  'empty-string',
  'watch',
  'the fifth string is silent in this shape and picked',
  at('G', 92, 1),
  'chords | G |\nguitar1 | 3x0003 |\nguitar1 hits | 65432345 |\nbass | 3xxx |',
);
finds(
  'empty-string',
  'watch',
  'top string picked over a power chord',
  at('E', 92, 3),
  'chords | E5 |\nguitar1 | 022xxx |\nguitar1 hits | 6-5-4-1- |\nbass | 0xxx |',
);
finds(
  'empty-string',
  'watch',
  'a pattern of the verse under another grip',
  at('C', 92, 1),
  'chords | C | F |\nguitar1 | x32010 | xx3211 |\nguitar1 hits | 54321234 | % |\nbass | x3xx | 1xxx |',
  { bar: 2 },
);

// Crowding, steps on
finds(
  ['crowding', 'steps-on'],
  'watch',
  'two driven guitars with different notes in one register',
  at('C', 120, 8),
  'chords | Csus4 |\nguitar1 | x355xx |\nguitar2 | 8-8-x-x-x-x |\nbass | x3xx |',
);
finds(
  ['crowding', 'steps-on'],
  'watch',
  'two driven triads tangle in one octave',
  at('G', 116, 7),
  'chords | Cmaj9 |\nguitar1 | x-x-5-5-5-x |\nguitar2 | x-x-9-7-8-x |\nbass | x3xx |',
);
finds(
  ['steps-on', 'crowding'],
  'watch',
  'two busy strummers in one place with different rhythms under the voice',
  at('D', 128, 3, 4, 'voice: A3-D5'),
  'chords | D | G |\nvoice | ~~~~~~~~ | ~~~~~~~~ |\nguitar1 | x57775 | 355433 |\nguitar1 hits | O.OO.OO.O.OO.OO. | % |\nguitar2 | x-x-x-7-7-5 | x-x-5-4-3-3 |\nguitar2 hits | .OO.O.OO.OO.O.OO | % |\nbass | x5xx | 3xxx |',
);
finds(
  ['steps-on', 'crowding'],
  'watch',
  'two riffs at once in one octave',
  at('A', 120, 6),
  'chords | A5 | A5 |\nguitar1 line | 5@4 7@4 5@3 7@4 5@4 7@4 5@3 7@3 | 5@4 7@4 5@3 7@4 5@4 7@4 5@3 7@3 |\nguitar2 line | 7@4 . 5@3 5@3 . 7@3 5@4 . 7@4 7@4 . 5@3 7@3 . 5@3 7@4 | 7@4 . 5@3 5@3 . 7@3 5@4 . 7@4 7@4 . 5@3 7@3 . 5@3 7@4 |\nbass | 5xxx | . |',
);
finds(
  ['steps-on', 'crowding'],
  'watch',
  'a busy strum in the register of the hook',
  at('E', 126, 5, 5, 'voice: B3-E5'),
  'chords | E | A |\nvoice | ~~~~~~~~ | ~~~~~~~~ |\nguitar1 | x-x-x-9-9-7 | x-x-x-9-10-9 |\nguitar1 hits | OoOOoOoOOoOoOOoO | % |\nguitar2 line | 9@2 . 7@1 9@2 12@2 . 9@2 9@3 | 10@2 . 9@1 10@2 9@2 . 9@3 11@3 |\nbass | 0xxx | x0xx |',
);
finds(
  'voice',
  'watch',
  'a single-note line among the sung notes',
  at('Dm', 104, 4, 4, 'voice: A3-F5'),
  'chords | Dm |\nvoice | ~~~~~~~~ |\nguitar2 line | 7@3 5@2 6@2 5@1 6@1 5@1 6@2 5@2 |\nbass | x5xx |',
);
finds(
  'voice',
  'watch',
  'octaves walk where the voice is',
  at('Am', 96, 5, 5, 'voice: A3-F5'),
  'chords | Am |\nvoice | ~~~~~~~~ |\nguitar1 | x-x-7-x-10-x x-x-9-x-12-x x-x-10-x-13-x x-x-7-x-10-x |\nbass | x0xx |',
);
finds(
  'doubling',
  'note',
  'the same notes are named as a doubling',
  at('G', 120, 6),
  'chords | G5 |\nguitar1 | 355xxx |\nguitar2 | 355xxx |\nbass | 3xxx |',
);
finds(
  'doubling',
  'note',
  'all but one note the same is a doubling',
  at('C', 100, 2),
  'chords | C |\nguitar1 | x32010 |\nguitar2 | x3201x |\nbass | x3xx |',
);
finds(
  'doubling',
  'note',
  'a capo shape of the same chord in the same place',
  'key: D\ntempo: 96\nguitar1: gain 1\nguitar2: gain 1; capo 2',
  'chords | A |\nguitar1 | x02220 |\nguitar2 | 3-2-0-0-0-3 |\nbass | x0xx |',
);

// Hands
finds(
  'reach',
  'clash',
  'seven frets between first and little finger at the nut',
  at('F', 90, 1),
  'chords | Fadd9 |\nguitar1 | 1xx7xx |\nbass | 1xxx |',
);
finds(
  'reach',
  'clash',
  'no hand holds this',
  at('F', 90, 1),
  'chords | F |\nguitar1 | 1-3-x-9-x-x |\nbass | 1xxx |',
);
finds(
  'reach',
  'clash',
  'six fretted strings in six places',
  at('C', 90, 1),
  'chords | C |\nguitar1 | 135246 |\nbass | x3xx |',
);
finds(
  'reach',
  'watch',
  'a wide stretch low on the neck',
  at('F', 90, 1),
  'chords | F |\nguitar1 | 1x5xx1 |\nbass | 1xxx |',
);
finds(
  'range',
  'clash',
  'a fret that the neck does not have',
  'key: E\ntempo: 90\nguitar1: frets 21',
  'chords | E |\nguitar1 | x-x-x-x-x-24 |\nbass | 0xxx |',
);
finds(
  'reach',
  'watch',
  'a four-fret spread at the nut in a fast arpeggio',
  at('F', 168, 1),
  'chords | Fm |\nguitar1 line | 1@6 5@6 1@5 5@5 1@6 5@6 1@5 5@5 1@6 5@6 1@5 5@5 1@6 5@6 1@5 5@5 |\nbass | 1xxx |',
);
finds(
  'shift',
  'clash',
  'twelve frets in a sixteenth at 140',
  at('E', 140, 7),
  'chords | E5 | E5 |\nguitar1 | 133xxx 133xxx 133xxx 13-15-15-x-x-x 133xxx 133xxx 133xxx 133xxx 133xxx 133xxx 133xxx 133xxx 133xxx 133xxx 133xxx 133xxx | 133xxx |\nbass | 0xxx | . |',
);
finds(
  'shift',
  'watch',
  'nine frets in an eighth at 140',
  at('F', 140, 7),
  'chords | F5 | F5 |\nguitar1 | 133xxx 133xxx 133xxx 133xxx 133xxx 133xxx 133xxx 10-12-12-x-x-x | 10-12-12-x-x-x |\nbass | 1xxx | . |',
);
finds(
  'shift',
  'watch',
  'five frets and another shape in an eighth at 190',
  at('C', 190, 3),
  'chords | C | F |\nguitar1 | x32010 x32010 x32010 x32010 x32010 x32010 x32010 x-8-10-10-10-8 | x-8-10-10-10-8 |\nbass | x3xx | 1xxx |',
);
finds(
  'shift',
  'clash',
  'a line leaps fifteen frets in a sixteenth',
  at('A', 150, 6),
  'chords | A5 |\nguitar1 line | 1@6 17@6 1@6 17@6 1@6 17@6 1@6 17@6 1@6 17@6 1@6 17@6 1@6 17@6 1@6 17@6 |\nbass | x0xx |',
);
finds(
  'reach',
  'clash',
  'two notes of a line too far apart',
  at('E', 120, 5),
  'chords | E5 |\nguitar1 line | 1@6+12@5 . . . . . . . |\nbass | 0xxx |',
);

// Stops, pushes, flams, ringing
finds(
  'stop',
  'watch',
  'one guitar rings through the stop',
  at('G', 150, 7),
  'chords | G5 | C5 |\nguitar1 | 355xxx | x355xx |\nguitar1 hits | OOOO.... | OOOOOOOO |\nguitar2 | 355xxx | x355xx |\nguitar2 hits | O------- | OOOOOOOO |\nbass | 3xxx | x3xx |\nbass hits | OOOO.... | OOOOOOOO |',
);
finds(
  'stop',
  'watch',
  'the bass rings into the silence',
  at('E', 120, 6),
  'chords | E5 | A5 |\nguitar1 | 022xxx | x022xx |\nguitar1 hits | O-O-.... | O-O-O-O- |\nguitar2 | 022xxx | x022xx |\nguitar2 hits | O-O-.... | O-O-O-O- |\nbass | 0xxx | x0xx |\nbass hits | O-O----- | O-O-O-O- |',
);
finds(
  'stop',
  'watch',
  'three beats of stop, one pad goes on',
  at('Dm', 132, 4),
  'chords | Dm | Bb |\nguitar1 | x577xx | x13331 |\nguitar1 hits | O....... | O-O-O-O- |\nguitar2 | x-x-x-10-10-10 | x-x-x-10-11-10 |\nguitar2 hits | O------- | O------- |\nbass | x5xx | x1xx |\nbass hits | O....... | O-O-O-O- |',
);
finds(
  ['stop', 'delay'],
  'watch',
  'the repeats of a delay fill the stop',
  at('A', 120, 5, 5, 'guitar2: gain 5; delay 1/4'),
  'chords | A5 | D5 |\nguitar1 | 577xxx | x577xx |\nguitar1 hits | O-O-.... | O-O-O-O- |\nguitar2 | x-x-x-9-10-x | x-x-x-7-7-x |\nguitar2 hits | O-O-.... | O-O-O-O- |\nbass | 5xxx | x5xx |\nbass hits | O-O-.... | O-O-O-O- |',
);
finds(
  ['delay', 'stop'],
  'watch',
  'dotted repeats run into the hole',
  at('Em', 104, 4, 3, 'guitar2: gain 3; delay 700 ms'),
  'chords | Em | C |\nguitar1 | 022000 | x32010 |\nguitar1 hits | OOO..... | O-O-O-O- |\nguitar2 | xxx787 | xxx553 |\nguitar2 hits | OOO..... | O-O-O-O- |\nbass | 0xxx | x3xx |\nbass hits | OOO..... | O-O-O-O- |',
);
finds(
  'push',
  'watch',
  'one guitar comes early, nothing shared',
  at('F', 120, 5),
  'chords | F | <G |\nguitar1 | 133xxx | <355xxx |\nguitar2 | xx3211 | xx5433 |\nbass | 1xxx | 3xxx |',
  { bar: 2 },
);
finds(
  'push',
  'watch',
  'the bass misses the push',
  at('A', 132, 6),
  'chords | A5 | <C5 |\nguitar1 | 577xxx | <x355xx |\nguitar2 | 577xxx | <x355xx |\nbass | 5xxx | x3xx |',
  { bar: 2 },
);
finds(
  'push',
  'watch',
  'one of two guitars misses it',
  at('D', 140, 7),
  'chords | D5 | <F5 |\nguitar1 | x577xx | <133xxx |\nguitar2 | x577xx | 133xxx |\nbass | x5xx | <1xxx |',
  { bar: 2 },
);
finds(
  'flam',
  'watch',
  'a sixteenth beside the others once',
  at('E', 96, 6),
  'chords | E5 | E5 |\nguitar1 | 022xxx | . |\nguitar1 hits | O---O---O---O--- | % |\nguitar2 | 022xxx | . |\nguitar2 hits | O---O----O--O--- | O---O---O---O--- |\nbass | 0xxx | . |\nbass hits | O---O---O---O--- | % |',
);
finds(
  'flam',
  'watch',
  'the bass hits a sixteenth late on three, once',
  at('G', 104, 6),
  'chords | G5 | G5 |\nguitar1 | 355xxx | . |\nguitar1 hits | O-------O------- | % |\nguitar2 | 355xxx | . |\nguitar2 hits | O-------O------- | % |\nbass | 3xxx | . |\nbass hits | O--------O------ | O-------O------- |',
);
finds(
  'buried-hit',
  'watch',
  'a lone dead hit under a ringing chord',
  at('A', 108, 4),
  'chords | A | A |\nguitar1 | x02220 | . |\nguitar1 hits | O------- | % |\nguitar2 | 577xxx | . |\nguitar2 hits | O---X--- | O------- |\nbass | x0xx | . |',
);
finds(
  'ring-over',
  'watch',
  'an open low E rings on under F',
  at('F', 76, 1),
  'chords | E5 | F |\nguitar1 | 0xxxxx | xxx565 |\nbass | 0xxx | 1xxx |',
  { bar: 2 },
);
finds(
  'ring-over',
  'watch',
  'the old chord is held into the new bar',
  at('C', 92, 1),
  'chords | C | Db |\nguitar1 | x32010 | x43121 |\nguitar1 hits | O------- | ----O--- |\nbass | x3xx | x4xx |',
  { bar: 2 },
);
finds(
  'delay',
  'watch',
  'a repeat a semitone from what two players hold after the change',
  at('E', 100, 3, 3, 'guitar2: gain 3; delay 1/4'),
  'chords | E | F |\nguitar1 | 022100 | 133211 |\nguitar2 | x-x-x-9-9-7 | xxx565 |\nguitar2 hits | O-O-O-O- | O------- |\nbass | 0xxx | 1xxx |',
  { bar: 2 },
);

// Open cells
finds(
  'open',
  'note',
  'a cell that nobody has filled',
  at('C', 96, 3),
  'chords | C | G |\nguitar1 | x32010 | 320003 |\nguitar2 | ? | x-x-x-12-12-10 |\nbass | x3xx | 3xxx |',
);
finds(
  'open',
  'note',
  'the bass is still to be written',
  at('Am', 120, 6),
  'chords | Am | F |\nguitar1 | x02210 | 133211 |\nguitar2 | r | . |\nbass | ? | ? |',
);

// The same causes in other keys, tempos and places: made by moving shapes that players know
const ROOTS: readonly (readonly [name: string, fret: number])[] = [
  ['F#', 2],
  ['G#', 4],
  ['A#', 6],
  ['B', 7],
];
for (const [name, n] of ROOTS) {
  const f = (more: number) => `${n + more}`;
  finds(
    'gain',
    'clash',
    `a full barre of ${name} held two bars, saturated`,
    at(name === 'G#' || name === 'A#' ? 'F' : name, 88 + n, 10),
    `chords | ${name} | ${name} |\nguitar1 | ${f(0)}-${f(2)}-${f(2)}-${f(1)}-${f(0)}-${f(0)} | . |\nbass | ${f(0)}xxx | . |`,
  );
  finds(
    'other-chord',
    'watch',
    `a power chord a tone above ${name}`,
    at('F', 100 + 6 * n, 8),
    `chords | ${name}5 |\nguitar1 | ${n + 2}-${n + 4}-${n + 4}-x-x-x |\nguitar2 | ${f(0)}-${f(2)}-${f(2)}-x-x-x |\nbass | ${f(0)}xxx |`,
  );
  finds(
    'wrong-bass',
    'clash',
    `the bass a semitone below ${name}, held`,
    at('F', 90 + 4 * n, 4),
    `chords | ${name} |\nguitar1 | ${f(0)}-${f(2)}-${f(2)}-${f(1)}-${f(0)}-${f(0)} |\nbass | ${n - 1}xxx |`,
  );
  finds(
    'rub',
    'clash',
    `major against minor on ${name}`,
    at('F', 80 + 5 * n, 3),
    `chords | ${name}m |\nguitar1 | ${f(0)}-${f(2)}-${f(2)}-${f(0)}-${f(0)}-${f(0)} |\nguitar2 | x-x-x-${f(1)}-${f(0)}-${f(0)} |\nbass | ${f(0)}xxx |`,
  );
  finds(
    'mud',
    'watch',
    `${name} with its fifth struck together on bass`,
    at('F', 100 + n, 6),
    `chords | ${name}5 |\nguitar1 | ${f(0)}-${f(2)}-${f(2)}-x-x-x |\nbass | ${n > 5 ? `${f(0)}${f(2)}xx` : `${f(0)}${f(2)}xx`} |`,
  );
  finds(
    'empty-string',
    'watch',
    `a string outside the shape of ${name} is picked`,
    at('F', 90 + n, 2),
    `chords | ${name} |\nguitar1 | x-x-${n + 2}-${n + 1}-${f(0)}-${f(0)} |\nguitar1 hits | 54321234 |\nbass | ${f(0)}xxx |`,
  );
}
cases.push();

/** What players would stop a rehearsal for, or want to be told. */
export const FIND_CASES: readonly FindCase[] = cases;
