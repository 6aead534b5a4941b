import type { FindingKind } from '../src/core/song/index';

/**
 * Labelled judgements: what a good bandmate would say about small invented pieces, and what nobody should nag about.
 * Every label is common practice of the trade (docs/sources.md), with its reason beside it; the chords and rows are our
 * own invention. `find`: said at `watch` or worse (a missing third and a doubling are notes); `not`: not said so.
 */
export interface JudgementCase {
  readonly kind: FindingKind;
  readonly want: 'find' | 'not';
  readonly why: string;
  /** Lines before the section; key Dm, 120 bpm and the usual instruments where nothing is said. */
  readonly head?: string;
  readonly rows: string;
  /** How often the section is played. */
  readonly times?: number;
}

const CLEAN = 'guitar1: gain 1\nguitar2: gain 1';
const DRIVEN = 'guitar1: gain 8\nguitar2: gain 8';

const find = (kind: FindingKind, why: string, rows: string, more: { head?: string; times?: number } = {}) =>
  ({ kind, want: 'find', why, rows, ...more }) as const;
const not = (kind: FindingKind, why: string, rows: string, more: { head?: string; times?: number } = {}) =>
  ({ kind, want: 'not', why, rows, ...more }) as const;

export const JUDGEMENT_CASES: readonly JudgementCase[] = [
  // mud
  find('mud', 'a fifth at the bottom of a bass booms', 'chords | F |\nguitar1 | 133xxx |\nbass | 13xx |'),
  find('mud', 'a major third at the bottom of a bass is mud', 'chords | F |\nbass | 10xx |'),
  not('mud', 'the bottom of an open G is how it sounds', 'chords | G |\nguitar1 | 32xxxx |', { head: CLEAN }),
  find('mud', 'a third lower than that is thick', 'chords | F/A |\nguitar1 | 10xxxx |', { head: CLEAN }),
  not('mud', 'the same fifth an octave up is clear', 'chords | F |\nbass | x-x-3-5 |'),
  not('mud', 'an octave is clear anywhere', 'chords | F |\nbass | 1x3x |'),
  not('mud', 'a tenth on bass rings pretty', 'chords | G |\nbass | 3xx4 |'),
  not(
    'mud',
    'the low power chord of a guitar is what power chords are for',
    'chords | G5 |\nguitar1 | 355xxx |',
    { head: DRIVEN },
  ),
  not('mud', 'the open low string with its fifth in drop D is usual', 'chords | D5 |\nguitar1 | 000xxx |', {
    head: 'guitar1: tuning D A D G B E; gain 8',
  }),
  // gain
  find('gain', 'a full major barre chord turns sour under high gain', 'chords | A |\nguitar1 | 577655 |', {
    head: DRIVEN,
  }),
  find('gain', 'a low third inside one driven grip is sour', 'chords | C |\nguitar1 | x32xxx |', {
    head: DRIVEN,
  }),
  find('gain', 'a minor seventh chord in a driven amp is a growl', 'chords | Bm7 |\nguitar1 | x24232 |', {
    head: DRIVEN,
  }),
  not('gain', 'the same barre chord rings clean', 'chords | A |\nguitar1 | 577655 |', { head: CLEAN }),
  not('gain', 'root, fifth and octave stay clear at any gain', 'chords | A |\nguitar1 | 577xxx |', {
    head: DRIVEN,
  }),
  not('gain', 'an octave pair is clear at any gain', 'chords | A |\nguitar1 | 5x7xxx |', { head: DRIVEN }),
  not(
    'gain',
    'the third alone on the other guitar does no harm',
    'chords | A |\nguitar1 | 577xxx |\nguitar2 | xxxx2x |',
    { head: DRIVEN },
  ),
  not('gain', 'root and fifth over all strings are as firm as the two', 'chords | G5 |\nguitar1 | 3x0033 |', {
    head: DRIVEN,
  }),
  // rub
  find(
    'rub',
    'a semitone between two guitars for a whole bar',
    'chords | Bb |\nguitar1 | x13xxx |\nguitar2 | xxx2xx |',
  ),
  find(
    'rub',
    'the wrong third against a minor chord',
    'chords | Gm |\nguitar1 | 355xxx |\nguitar2 | xxxx0x |',
  ),
  find('rub', 'a minor ninth against the bass', 'chords | E5 |\nguitar2 | xx3xxx |\nbass | 0xxx |'),
  find('rub', 'a foreign major seventh held long', 'chords | Eb |\nguitar1 | x6xxxx |\nguitar2 | xxx7xx |'),
  not(
    'rub',
    'the seventh of a major seventh chord is meant',
    'chords | Ebmaj7 |\nguitar1 | x6xxxx |\nguitar2 | xxx7xx |',
    { head: CLEAN },
  ),
  not('rub', 'a drone that belongs to the chord', 'chords | Dm |\nguitar1 | x577xx |\nguitar2 | xxxxx5 |'),
  not(
    'rub',
    'a passing sixteenth does not hurt',
    'chords | Dm |\nguitar1 | x57xxx |\nguitar2 | x-x-x-x-10-x x-x-x-x-11-x x-x-x-x-10-x . . . . . . . . . . . . . |',
  ),
  not(
    'rub',
    'strokes that never sound at once cannot rub',
    'chords | Bb |\nguitar1 | x1xxxx |\nguitar1 hits | O-...... |\nguitar2 | xxx2xx |\nguitar2 hits | ....O-.. |',
  ),
  not('rub', 'an added ninth is meant by its symbol', 'chords | Cadd9 |\nguitar1 | x32030 |', {
    head: CLEAN,
  }),
  // wrong-bass
  find(
    'wrong-bass',
    'the fifth in the bass makes another chord of it',
    'chords | Gm |\nguitar1 | xx5333 |\nguitar2 | r |\nbass | x5xx |',
  ),
  find(
    'wrong-bass',
    'the slash says E, the bass plays C',
    'chords | C/E |\nguitar1 | x355xx |\nguitar2 | r |\nbass | x3xx |',
  ),
  find(
    'wrong-bass',
    'a foreign lowest note renames the chord',
    'chords | Gm |\nguitar1 | xx5333 |\nguitar2 | r |\nbass | 1xxx |',
  ),
  not('wrong-bass', 'the root is lowest', 'chords | Gm |\nguitar1 | xx5333 |\nguitar2 | r |\nbass | 3xxx |'),
  not(
    'wrong-bass',
    'the slash bass has it',
    'chords | C/E |\nguitar1 | x355xx |\nguitar2 | r |\nbass | 0xxx |',
  ),
  not(
    'wrong-bass',
    'a fourth in the guitar is fine as long as the bass has the root',
    'chords | D5 |\nguitar1 | 55xxxx |\nguitar2 | r |\nbass | x5xx |',
  ),
  not(
    'wrong-bass',
    'nothing is judged while a part is open',
    'chords | Gm |\nguitar1 | xx5333 |\nbass | ? |',
  ),
  // missing-third
  find(
    'missing-third',
    'nobody says whether it is minor',
    'chords | Dm |\nguitar1 | x577xx |\nguitar2 | x577xx |\nbass | x5xx |',
  ),
  find(
    'missing-third',
    'octaves and fifths leave it open',
    'chords | F |\nguitar1 | 133xxx |\nguitar2 | xx3x6x |\nbass | 1xxx |',
  ),
  not(
    'missing-third',
    'the symbol has none',
    'chords | D5 |\nguitar1 | x577xx |\nguitar2 | r |\nbass | x5xx |',
  ),
  not(
    'missing-third',
    'a suspended chord has none',
    'chords | Dsus4 |\nguitar1 | xx0233 |\nguitar2 | r |\nbass | x5xx |',
  ),
  not(
    'missing-third',
    'the other guitar has it',
    'chords | Dm |\nguitar1 | x577xx |\nguitar2 | xxxxx1 |\nbass | x5xx |',
  ),
  // crowding
  find(
    'crowding',
    'two driven guitars with different notes of the chord in one register',
    'chords | Cmaj9 |\nguitar1 | x-x-5-5-5-x |\nguitar2 | x-x-9-7-8-x |',
    { head: DRIVEN },
  ),
  not(
    'crowding',
    'two clean ones share a register all evening',
    'chords | Cmaj9 |\nguitar1 | x-x-5-5-5-x |\nguitar2 | x-x-9-7-8-x |',
    { head: CLEAN },
  ),
  not(
    'crowding',
    'low power chord and high triad',
    'chords | G |\nguitar1 | 355xxx |\nguitar2 | x-x-x-12-12-10 |',
  ),
  not('crowding', 'the same grip twice is a wall', 'chords | G5 |\nguitar1 | 355xxx |\nguitar2 | 355xxx |'),
  not(
    'crowding',
    'they take turns',
    'chords | G |\nguitar1 | xx543x |\nguitar1 hits | O-...... |\nguitar2 | xxx210 |\nguitar2 hits | ....O-.. |',
    { head: CLEAN },
  ),
  // doubling
  find(
    'doubling',
    'the same notes on both guitars are named',
    'chords | G5 |\nguitar1 | 355xxx |\nguitar2 | 355xxx |',
  ),
  find(
    'doubling',
    'an octave pair out of the other’s chord',
    'chords | G5 |\nguitar1 | 355xxx |\nguitar2 | 3x5xxx |',
  ),
  not('doubling', 'different notes', 'chords | G |\nguitar1 | 355xxx |\nguitar2 | x-x-x-12-12-10 |'),
  not(
    'doubling',
    'the same line an octave up is not the same notes',
    'chords | G5 |\nguitar1 | 3xxxxx |\nguitar2 | xx5xxx |',
  ),
  // voice
  find(
    'voice',
    'a single-note line among the sung notes',
    'chords | Dm |\nvoice | ~~~~~~~~ |\nguitar2 | xxx2xx xxx5xx xxxx3x xxxx5x |',
    { head: 'voice: A3-F5' },
  ),
  find(
    'voice',
    'octaves walking through the singer’s range',
    'chords | Am |\nvoice | ~~~~~~~~ |\nguitar1 | x-x-7-x-10-x x-x-9-x-12-x x-x-10-x-13-x x-x-7-x-10-x |',
    { head: 'voice: A3-F5' },
  ),
  not(
    'voice',
    'the same line where nobody sings',
    'chords | Dm |\nvoice | ........ |\nguitar2 | xxx2xx xxx5xx xxxx3x xxxx5x |',
    { head: 'voice: A3-F5' },
  ),
  not(
    'voice',
    'a held note in the range is a pad, not a line',
    'chords | Dm |\nvoice | ~~~~~~~~ |\nguitar2 | xxx2xx |',
    { head: 'voice: A3-F5' },
  ),
  not(
    'voice',
    'a line well above the voice',
    'chords | Dm |\nvoice | ~~~~~~~~ |\nguitar2 | x-x-x-x-x-10 x-x-x-x-x-13 x-x-x-x-x-15 x-x-x-x-x-17 |',
    { head: 'voice: A3-C5' },
  ),
  not(
    'voice',
    'picking through one grip is accompaniment',
    'chords | Am |\nvoice | ~~~~~~~~ |\nguitar1 | x02210 |\nguitar1 hits | 54321234 |',
    { head: `voice: A3-F5\n${CLEAN}` },
  ),
  not(
    'voice',
    'chords are accompaniment',
    'chords | Am . F . |\nvoice | ~~~~~~~~ |\nguitar1 | xx7555 . xx3211 . |',
    { head: `voice: A3-F5\n${CLEAN}` },
  ),
  // ring-over
  find(
    'ring-over',
    'a low open string rings on under the next chord unless somebody thinks of it',
    'chords | E5 | F |\nguitar1 | 0xxxxx | xxx565 |\nbass | 0xxx | 1xxx |',
    { head: CLEAN },
  ),
  find(
    'ring-over',
    'a grip with a hole no finger covers sounds its open string when strummed',
    'chords | Amaj9 |\nguitar1 | x0xx0x |\nguitar2 | xxx1xx |',
    { head: CLEAN },
  ),
  find(
    'ring-over',
    'the old chord is still held into the new bar because the new one is struck late',
    'chords | C | Db |\nguitar1 | x32010 | x43121 |\nguitar1 hits | O------- | ----O--- |\nbass | x3xx | x4xx |',
    { head: CLEAN },
  ),
  not(
    'ring-over',
    'an open string that belongs to the next chord is welcome',
    'chords | Em | C |\nguitar1 | 022000 | x32010 |\nbass | 0xxx | x3xx |',
    { head: CLEAN },
  ),
  not(
    'ring-over',
    'the hand stops everything before the change',
    'chords | Em | F |\nguitar1 | xxx000 | x-8-x-x-x-x |\nguitar1 hits | O-----.. | O------- |\nbass | 0xxx | 1xxx |',
    { head: CLEAN },
  ),
  not(
    'ring-over',
    'the first finger laid flat stops the rest',
    'chords | E5 | F5 |\nguitar1 | 022xxx | 133xxx |',
    { head: DRIVEN },
  ),
  not('ring-over', 'an octave shape damps the string between', 'chords | G |\nguitar1 | 3x5xxx |', {
    head: DRIVEN,
  }),
  not(
    'ring-over',
    'fretted notes end when the finger lifts',
    'chords | F | F#m |\nguitar1 | 133211 | 244222 |',
    { head: CLEAN },
  ),
  // push
  find(
    'push',
    'one guitar comes early into a chord that shares no note',
    'chords | F | <G |\nguitar1 | 133xxx | <355xxx |\nguitar2 | xx3211 | xx5433 |\nbass | 1xxx | 3xxx |',
  ),
  find(
    'push',
    'the bass pushes alone by a semitone',
    'chords | F | <E |\nguitar1 | 133xxx | 022xxx |\nguitar2 | xx3211 | xx2100 |\nbass | 1xxx | <0xxx |',
  ),
  find(
    'push',
    'a push that one player misses',
    'chords | Dm | <Eb |\nguitar1 | x577xx | <x688xx |\nguitar2 | xxx765 | <xxx886 |\nbass | x5xx | x6xx |',
  ),
  not(
    'push',
    'everybody pushes',
    'chords | F | <G |\nguitar1 | 133xxx | <355xxx |\nguitar2 | xx3211 | <xx5433 |\nbass | 1xxx | <3xxx |',
  ),
  not(
    'push',
    'nobody pushes',
    'chords | F | G |\nguitar1 | 133xxx | 355xxx |\nguitar2 | xx3211 | xx5433 |\nbass | 1xxx | 3xxx |',
  ),
  not(
    'push',
    'the others are silent before the change',
    'chords | F | <G |\nguitar1 | 133xxx | <355xxx |\nbass | 1xxx | 3xxx |\nbass hits | O-----.. | O------- |',
  ),
  not(
    'push',
    'a partner who holds one note over both chords misses nothing',
    'chords | F | <Am |\nguitar1 | 133xxx | <577xxx |\nguitar2 | xxxxx5 | . |',
  ),
  not(
    'push',
    'old and new chord share their notes: named, not warned',
    'chords | Am | <Am7 |\nguitar1 | x02210 | <x02010 |\nguitar2 | xxx555 | xxx555 |',
    { head: CLEAN },
  ),
  // flam
  find(
    'flam',
    'a sixteenth late, once',
    'chords | Dm | Dm |\nguitar1 | x577xx | . |\nguitar1 hits | O---O---O---O--- | % |\nguitar2 | xxx765 | . |\nguitar2 hits | O---O---O---O--- | O---O----O--O--- |',
  ),
  find(
    'flam',
    'the bass a sixteenth early, once',
    'chords | Dm | Dm |\nguitar1 | x577xx | . |\nguitar1 hits | O-------O------- | % |\nbass | x5xx | . |\nbass hits | O-------O------- | O------O-------- |',
  ),
  find(
    'flam',
    'a triplet against an eighth, once',
    'chords | Dm | Dm |\nguitar1 | x577xx | . |\nguitar1 hits | O-O-O-O- | O-O-OOO- |\nguitar2 | xxx765 | . |\nguitar2 hits | O-O-O-O- | O--O--OO-O-- |',
  ),
  not(
    'flam',
    'together',
    'chords | Dm | Dm |\nguitar1 | x577xx | . |\nguitar1 hits | O-OOO-O- | % |\nguitar2 | xxx765 | . |\nguitar2 hits | O-OOO-O- | % |',
  ),
  not(
    'flam',
    'an eighth apart is clearly apart',
    'chords | Dm | Dm |\nguitar1 | x577xx | . |\nguitar1 hits | O---O--- | % |\nguitar2 | xxx765 | . |\nguitar2 hits | .O---O-- | % |',
  ),
  not(
    'flam',
    'a gallop that comes back in every bar is a figure',
    'chords | Dm | Dm |\nguitar1 | x577xx | . |\nguitar1 hits | O---O---O---O--- | % |\nguitar2 | xxx765 | . |\nguitar2 hits | O----O---O---O-- | % |',
  ),
  not(
    'flam',
    'sixteenths that run through the other’s eighths meet them',
    'chords | Dm |\nguitar1 | x577xx |\nguitar1 hits | MMMMMMMMMMMMMMMM |\nguitar2 | xxx765 |\nguitar2 hits | O---O---O---O--- |',
  ),
  // stop
  find(
    'stop',
    'guitars dead on four, the bass holds to the bar line',
    'chords | C | G |\nguitar1 | x355xx | 355xxx |\nguitar1 hits | O-O-O-O- | O-O-O-X. |\nguitar2 | xxx553 | xxx433 |\nguitar2 hits | O-O-O-O- | O-O-O-X. |\nbass | x3xx | 3xxx |\nbass hits | O-O-O-O- | O-O-O--- |',
  ),
  find(
    'stop',
    'everybody stops for two beats but one guitar rings',
    'chords | C | G | C | G |\nguitar1 | x355xx | 355xxx | x355xx | 355xxx |\nguitar1 hits | O-O-O-O- | % | % | O-O-.... |\nguitar2 | xxx553 | xxx433 | xxx553 | xxx433 |\nguitar2 hits | O-O-O-O- | % | % | O-O----- |\nbass | x3xx | 3xxx | x3xx | 3xxx |\nbass hits | O-O-O-O- | % | % | O-O-.... |',
  ),
  not(
    'stop',
    'a clean stop',
    'chords | C | G |\nguitar1 | x355xx | 355xxx |\nguitar1 hits | O-O-O-O- | O-O-X... |\nguitar2 | xxx553 | xxx433 |\nguitar2 hits | O-O-O-O- | O-O-X... |\nbass | x3xx | 3xxx |\nbass hits | O-O-O-O- | O-O-X... |',
  ),
  not(
    'stop',
    'the bass plays a fill through the stop',
    'chords | C | G |\nguitar1 | x355xx | 355xxx |\nguitar1 hits | O-O-O-O- | O-O-X... |\nguitar2 | xxx553 | xxx433 |\nguitar2 hits | O-O-O-O- | O-O-X... |\nbass | x3xx | 3xxx |\nbass hits | O-O-O-O- | O-O-OOOO |',
  ),
  not(
    'stop',
    'short chords over a long bass note in every bar are a figure',
    'chords | C | G |\nguitar1 | x355xx | 355xxx |\nguitar1 hits | O...O... | % |\nguitar2 | xxx553 | xxx433 |\nguitar2 hits | O...O... | % |\nbass | x3xx | 3xxx |\nbass hits | O------- | % |',
  ),
  not(
    'stop',
    'palm mutes are short by themselves and stop nobody',
    'chords | C | G |\nguitar1 | x355xx | 355xxx |\nguitar1 hits | M-M-M-M- | % |\nguitar2 | x355xx | 355xxx |\nguitar2 hits | M-M-M-M- | % |\nbass | x3xx | 3xxx |\nbass hits | O------- | % |',
  ),
  // buried-hit
  find(
    'buried-hit',
    'a choke nobody hears under a ringing chord',
    'chords | C |\nguitar1 | x355xx |\nguitar1 hits | O---X-O- |\nguitar2 | x32010 |\nguitar2 hits | O------- |',
  ),
  find(
    'buried-hit',
    'a dead hit exactly on the partner’s strike',
    'chords | C | C |\nguitar1 | x355xx | . |\nguitar1 hits | O---O--- | O---X--- |\nguitar2 | x32010 | . |\nguitar2 hits | O---O--- | O---O--- |',
  ),
  not(
    'buried-hit',
    'both choke together',
    'chords | C |\nguitar1 | x355xx |\nguitar1 hits | O---X-O- |\nguitar2 | x32010 |\nguitar2 hits | O---X-O- |',
  ),
  not(
    'buried-hit',
    'a palm-muted partner leaves room',
    'chords | C |\nguitar1 | x355xx |\nguitar1 hits | M---M-M- |\nguitar2 | x32010 |\nguitar2 hits | O-..X-O- |',
  ),
  not(
    'buried-hit',
    'a bass note under it hides no choke',
    'chords | C |\nguitar1 | x355xx |\nguitar1 hits | O---X-O- |\nbass | x3xx |\nbass hits | O------- |',
  ),
  // delay
  find(
    'delay',
    'a quarter delay repeats the old chord into the new one',
    'chords | F . . E | E |\nguitar2 | xxx565 . . xxx454 | . |\nguitar1 | 133xxx . . 022xxx | . |\nbass | 1xxx . . 0xxx | . |',
    { head: 'guitar2: gain 2; delay 1/4' },
  ),
  find(
    'delay',
    'a dotted eighth carries a semitone over the change',
    'chords | Bb | A |\nguitar1 | x1xxxx | 577xxx |\nguitar2 | xxxx6x | xxxx5x |\nguitar2 hits | O-O-O-O- | % |\nbass | x1xx | x-x-7-x |',
    { head: 'guitar2: gain 2; delay 1/8.' },
  ),
  not(
    'delay',
    'the same without a delay',
    'chords | Bb | A |\nguitar1 | x1xxxx | x0xxxx |\nguitar2 | xxxx6x | xxxx5x |\nguitar2 hits | O-O-O-O- | % |\nbass | x1xx | x0xx |',
  ),
  not(
    'delay',
    'the repeated note belongs to the next chord',
    'chords | F | Dm |\nguitar1 | 133xxx | x577xx |\nguitar2 | xxxxx5 | xxxxx5 |\nguitar2 hits | O-O-O-O- | % |',
    { head: 'guitar2: gain 2; delay 1/4' },
  ),
  not(
    'delay',
    'one chord through and through',
    'chords | Dm | Dm |\nguitar2 | xxx765 | . |\nguitar2 hits | O-O-O-O- | % |',
    { head: 'guitar2: gain 2; delay 1/8.' },
  ),
  not(
    'delay',
    'the last stroke comes early enough for its repeat to end',
    'chords | Bb | A |\nguitar1 | x1xxxx | x0xxxx |\nguitar2 | xxxx6x | xxxx5x |\nguitar2 hits | O-O-.... | O-O-O-O- |\nbass | x1xx | x0xx |',
    { head: 'guitar2: gain 2; delay 1/4' },
  ),
  // reach
  find(
    'reach',
    'five frets from the first fret on are too wide for a middle hand',
    'chords | F |\nguitar1 | 1x6xxx |',
  ),
  find('reach', 'more than four fingers', 'chords | C |\nguitar1 | 132465 |'),
  not('reach', 'four frets at the ninth lie close', 'chords | F#m |\nguitar1 | 9-12-x-x-x-x |'),
  not('reach', 'a barre is one finger', 'chords | F |\nguitar1 | 133211 |', { head: CLEAN }),
  not('reach', 'a common stretch of three frets', 'chords | G5 |\nguitar1 | 355xxx |'),
  // range
  find('range', 'fret 24 on a neck of 22', 'chords | E |\nguitar1 | x-x-x-x-x-24 |'),
  find('range', 'the capo takes frets away', 'chords | E |\nguitar1 | x-x-x-x-x-20 |', {
    head: 'guitar1: frets 22; capo 4',
  }),
  not('range', 'the last fret there is', 'chords | D |\nguitar1 | x-x-x-x-x-22 |'),
  not('range', 'fret 24 on a neck of 24', 'chords | E |\nguitar1 | x-x-x-x-x-24 |', {
    head: 'guitar1: frets 24',
  }),
  // shift
  find(
    'shift',
    'eight frets and back in eighths at 180',
    'chords | F C#m |\nguitar1 | 133xxx 9-11-11-x-x-x |\nguitar1 hits | MMMMMMMM |',
    { head: 'tempo: 180' },
  ),
  find(
    'shift',
    'five frets in a sixteenth',
    'chords | F Bb |\nguitar1 | 133xxx 688xxx |\nguitar1 hits | MMMMMMMMMMMMMMMM |',
    { head: 'tempo: 120' },
  ),
  not('shift', 'the same at leisure', 'chords | F C#m |\nguitar1 | 133xxx 9-11-11-x-x-x |', {
    head: 'tempo: 90',
  }),
  not(
    'shift',
    'two frets with one shape in an eighth at 150',
    'chords | F G |\nguitar1 | 133xxx 355xxx |\nguitar1 hits | MMMMMMMM |',
    { head: 'tempo: 150' },
  ),
  not(
    'shift',
    'a silence before the change gives time',
    'chords | F C#m |\nguitar1 | 133xxx 9-11-11-x-x-x |\nguitar1 hits | MM..MMMM |',
    { head: 'tempo: 150' },
  ),
  not('shift', 'the hand stays', 'chords | C Am |\nguitar1 | x32010 x02210 |\nguitar1 hits | OOOOOOOO |', {
    head: `tempo: 120\n${CLEAN}`,
  }),
];
