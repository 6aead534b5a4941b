/** One bar as a player writes it down, of our own making, and what it must come out as. */
export interface RealBar {
  readonly what: string;
  /** Rows under `== Part ==`; `chords` is put before them where they have none. */
  readonly rows: string;
  readonly chords?: string;
  readonly player?: 'guitar1' | 'bass';
  /** Beats (from 1) on which something of the player begins, in order. */
  readonly beats: readonly number[];
  /** What is asked about it; left out: nothing. */
  readonly asked?: string;
}

/** Forty bars that a band of three would bring along. The beats were counted by hand before they were tried. */
export const REAL_BARS: readonly RealBar[] = [
  {
    what: 'straight chug',
    rows: 'guitar1 | 022xxx |\nguitar1 hits | MMMMMMMM |',
    beats: [1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5],
  },
  {
    what: 'gallop as a figure',
    rows: 'guitar1 | 022xxx |\nguitar1 hits | (M-mm)x4 |',
    beats: [1, 1.5, 1.75, 2, 2.5, 2.75, 3, 3.5, 3.75, 4, 4.5, 4.75],
  },
  { what: 'three-three-two', rows: 'guitar1 | 577xxx |\nguitar1 hits | O{3+3+2} |', beats: [1, 2.5, 4] },
  {
    what: 'bass string and upper strings',
    rows: 'guitar1 | 320003 |\nguitar1 hits | 6-[321]-4-[321]- |',
    beats: [1, 2, 3, 4],
  },
  {
    what: 'low string chugged under ringing ones',
    rows: 'guitar1 | 022000 |\nguitar1 hits | [321][6M][6M][6M][321][6M][6M][6M] |',
    beats: [1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5],
  },
  {
    what: 'one string chugged, two struck open',
    rows: 'guitar1 | 022xxx |\nguitar1 hits | [6M][6M][54][6M][6M][54][6M]- |',
    beats: [1, 1.5, 2, 2.5, 3, 3.5, 4],
  },
  { what: 'slid power chord', rows: 'guitar1 | 577xxx s799xxx |\nguitar1 hits | O--.O--- |', beats: [1, 3] },
  {
    what: 'slid and not struck',
    rows: 'guitar1 | 577xxx s799xxx |\nguitar1 hits | O------- |',
    beats: [1, 3],
  },
  {
    what: 'sus hammer and pull',
    rows: 'guitar1 | x02200 hx02230 px02220 . |\nguitar1 hits | O------- |',
    beats: [1, 2, 3],
  },
  {
    what: 'chord then a run into the next',
    rows: 'guitar1 | 320003 |\nguitar1 hits | O------- |\nguitar1 line | . . . . . . 0@5 h2@5 |',
    beats: [1, 4, 4.5],
  },
  {
    what: 'run first, chord last',
    rows: 'guitar1 | . . . 320003 |\nguitar1 line | 3@6 0@5 2@5 3@5 0@4 2@4 . . |',
    beats: [1, 1.5, 2, 2.5, 3, 3.5, 4],
  },
  { what: 'grace note into a chord', rows: 'guitar1 line | 0@5+2@4+(1)h2@3+2@2 . . . |', beats: [1] },
  { what: 'pre-bend let down', rows: 'guitar1 line | 9@3pb1r . 7@3 5@3 |', beats: [1, 3, 4] },
  { what: 'unison bend', rows: 'guitar1 line | 9@3b1+7@2 . 9@3b1+7@2 . |', beats: [1, 3] },
  { what: 'slide from nowhere and off', rows: 'guitar1 line | su7@4 . 7@4~sd . |', beats: [1, 3] },
  {
    what: 'triplet fill on four',
    rows: 'guitar1 line | 5@4 . 7@4 . 5@4 . {7@4 5@4 7@5} |',
    beats: [1, 2, 3, 4, 4.333, 4.667],
  },
  {
    what: 'triplets in straight hits',
    rows: 'guitar1 | 577xxx |\nguitar1 hits | O-O-O-{MMM} |',
    beats: [1, 2, 3, 4, 4.333, 4.667],
  },
  {
    what: 'quintuplet that is meant',
    rows: 'guitar1 line | {5@4 7@4 8@4 7@4 5@4} |',
    beats: [1, 1.8, 2.6, 3.4, 4.2],
  },
  {
    what: 'quintuplet by a slip of the dots',
    rows: 'guitar1 line | 5@4 . 7@4 . 5@4 |',
    beats: [1, 2.6, 4.2],
    asked: 'quintuplets',
  },
  {
    what: 'dead strums between chords',
    rows: 'guitar1 line | 577xxx X 577xxx X 577xxx X X 577xxx |',
    beats: [1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5],
  },
  { what: 'rake into a note', rows: 'guitar1 line | . . . 12@1R~ . . . . |', beats: [2.5] },
  { what: 'pick scrape as a pick-up', rows: 'guitar1 | 577xxx |\nguitar1 hits | O-----Z- |', beats: [1, 4] },
  {
    what: 'tapped arpeggio',
    rows: 'guitar1 line | t12@2 p8@2 p5@2 t12@2 p8@2 p5@2 t12@2 p8@2 |',
    beats: [1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5],
  },
  { what: 'natural harmonics', rows: 'guitar1 line | 12@3n+12@2n . . 7@3n+7@2n |', beats: [1, 4] },
  {
    what: 'slap and pop octaves',
    rows: 'bass | 5x7x |\nbass hits | [4S]-[2P]-[4S][4S][2P]- |',
    player: 'bass',
    beats: [1, 2, 3, 3.5, 4],
  },
  {
    what: 'bass ghost notes',
    rows: 'bass line | 5@4 x@4 x@4 5@4 . x@4 7@3 5@3 |',
    player: 'bass',
    beats: [1, 1.5, 2, 2.5, 3.5, 4, 4.5],
  },
  {
    what: 'bass slide up to the octave',
    rows: 'bass line | 5@4 . . s17@4 . . . r |',
    player: 'bass',
    beats: [1, 2.5],
  },
  {
    what: 'double stops on bass',
    rows: 'bass line | 5@4+7@2 . r . 5@4+7@2 . . . |',
    player: 'bass',
    beats: [1, 3],
  },
  {
    what: 'a push of the chord',
    chords: 'A5 . <D5 .',
    rows: 'guitar1 | 577xxx . <x577xx . |',
    beats: [1, 2.5],
  },
  {
    what: 'a push written out',
    chords: 'A5 . D5 .',
    rows: 'guitar1 | 577xxx . . x577xx . . . . |',
    beats: [1, 2.5],
  },
  {
    what: 'dots miscounted in a grip row',
    chords: 'A5 . D5 .',
    rows: 'guitar1 | 577xxx . . x577xx |',
    beats: [1, 4],
    asked: 'the chords change on beat 3, guitar1 on beat 4',
  },
  { what: 'a guess on a chord and a grip', chords: 'A5~', rows: 'guitar1 | 577xxx~ |', beats: [1] },
  {
    what: 'hits that are a guess',
    rows: 'guitar1 | 577xxx |\nguitar1 hits | ~O-MMO-MM |',
    beats: [1, 2, 2.5, 3, 4, 4.5],
  },
  { what: 'a note that is a guess', rows: 'guitar1 line | 5@4 7@4? 5@3 . |', beats: [1, 2, 3] },
  { what: 'either of two grips', rows: 'guitar1 | 577xxx/x02220! |', beats: [1] },
  {
    what: 'another way for the bar',
    rows: 'guitar1 | 577xxx |\nguitar1 hits | MMMMMMMM |\nguitar1 or | x02220 |\nguitar1 or hits | O------- |',
    beats: [1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5],
  },
  {
    what: 'a remark to let ring',
    rows: 'remarks | let ring |\nguitar1 | x02220 |\nguitar1 remarks | thumb on the low string |',
    beats: [1],
  },
  { what: 'own fingers for a grip', rows: 'guitar1 | 320003(213) |', beats: [1] },
  { what: 'own fingers inside a line', rows: 'guitar1 line | 577xxx(134) . s799xxx(134) . |', beats: [1, 3] },
  {
    what: 'strokes by hand',
    rows: 'guitar1 | x02220 |\nguitar1 hits | Ov-Ov O^ - O^Ov O^ |',
    beats: [1, 2, 2.5, 3.5, 4, 4.5],
  },
];
