/**
 * Text tab as people type it, of our own making, each with what a guitarist would play from it, written down before it was
 * tried. `bars`: the cells with where they begin, the hits or the line, bar by bar.
 */
export interface PastedTab {
  readonly what: string;
  readonly player: 'guitar' | 'bass';
  readonly text: string;
  readonly bars: readonly string[];
  /** Parts of what must be said to be unsure. */
  readonly unsure?: readonly string[];
  /** What is left out, as words. */
  readonly words?: readonly string[];
  readonly tuning?: string;
}

const six = (...rows: readonly string[]) => rows.map((row, i) => `${'eBGDAE'[i]}|${row}|`).join('\n');
const REST = '-----------------';

export const PASTED_TABS: readonly PastedTab[] = [
  {
    what: 'one line by its name, hammered and pulled',
    player: 'guitar',
    text: 'e|--5h7p5--8--5-----|',
    bars: ['5@1 . h7@1 . p5@1 . . 8@1 . . 5@1 . . . . .'],
  },
  {
    what: 'six lines without names',
    player: 'guitar',
    text: [REST, REST, REST, '-5-5-5-5-7-7-7-7-', '-5-5-5-5-7-7-7-7-', '-3-3-3-3-5-5-5-5-']
      .map((r) => `|${r}|`)
      .join('\n'),
    bars: ['0:355xxx 1920:577xxx OOOOOOOO'],
  },
  {
    what: 'drop D with mutes below, chord names and a count',
    player: 'guitar',
    text: `Tuning: Drop D (DADGBE)
Riff A
   D5            F5
e|-----------------|
B|-----------------|
G|-----------------|
D|-0---0-0-3---5---|
A|-0---0-0-3---5---|
D|-0---0-0-3---5---|
  PM--------|
   1 & 2 & 3 & 4 &`,
    bars: ['0:x00xxx~ 1920:133xxx~ 2880:355xxx~ M-MMM-O-'],
    unsure: ['tuned D A D G B E', 'not on your string 6'],
    words: ['Riff A', 'D5            F5', '1 & 2 & 3 & 4 &'],
    tuning: 'D2 A2 D3 G3 B3 E4',
  },
  {
    what: 'a bass with small names',
    player: 'bass',
    text: 'g|----------------|\nd|----------------|\na|-3-3-3-3-5-5-5-5|\ne|----------------|',
    bars: ['0:x3xx 1920:x5xx OOOOOOOO'],
  },
  {
    what: 'signs of a repeat, four times',
    player: 'guitar',
    text: 'e||:---------------:||\nB||:---------------:||\nG||:---------------:|| x4\nD||:-7-7-7-7-5-5-5-5:||\nA||:-7-7-7-7-5-5-5-5:||\nE||:-5-5-5-5-3-3-3-3:||',
    bars: Array<string>(4).fill('0:577xxx 1920:355xxx OOOOOOOO'),
    unsure: ['this bar 4 times'],
  },
  {
    what: 'harmonics in two kinds of brackets',
    player: 'guitar',
    text: six(
      '-<12>---[7]---',
      '-<12>---[7]---',
      '--------------',
      '--------------',
      '--------------',
      '--------------',
    ),
    bars: ['12@2n+12@1n 7@2n+7@1n'],
  },
  {
    what: 'dots under what is muted',
    player: 'guitar',
    text: `e|----------------|
B|----------------|
G|----------------|
D|--------2-------|
A|--------2-------|
E|-0-0-0--0--0-0--|
   . . .     . .`,
    bars: ['0:0xxxxx~ 1680:022xxx~ 2400:0xxxxx~ M-M-M--O--M-M---'],
    unsure: ['dots at the strokes are read as palm mutes'],
  },
  {
    what: 'arpeggios with a capo',
    player: 'guitar',
    text: `Capo 2\n${six('-------0-------0-', '-----1-------1---', '---0-------0-----', REST, '-3---------------', '---------3-------')}`,
    bars: ['3@5? 0@3? 1@2? 0@1? 3@6? 0@3? 1@2? 0@1?'],
    unsure: ['its capo at fret 2, you have none'],
  },
  {
    what: 'chord names above and lyrics between',
    player: 'guitar',
    text: `  G
${six('-3---3-3-', '-0---0-0-', '-0---0-0-', '-0---0-0-', '-2---2-2-', '-3---3-3-')}
  over the water

  D
${six('-2---2-2-', '-3---3-3-', '-2---2-2-', '-0---0-0-', '---------', '---------')}`,
    bars: ['0:320003 O---O-O-', '0:xx0232 O---O-O-'],
    words: ['G', 'over the water', 'D'],
  },
  {
    what: 'one string behind a colon',
    player: 'guitar',
    text: 'E:-0-0-3-0-5-0-3-0-:',
    bars: ['0@6 0@6 3@6 0@6 5@6 0@6 3@6 0@6'],
  },
  {
    what: 'a mark nobody knows',
    player: 'guitar',
    text: six('-----------------', '-8v------8-------', REST, REST, REST, REST),
    bars: ['0:xxxx8x~ O---O---'],
    unsure: ['“v” was not understood'],
  },
  // The last look: read only after everything above was.
  {
    what: 'a bass with a dead note and a slide',
    player: 'bass',
    text: 'G|----------------|----------------|\nD|---------5/7----|----------------|\nA|-3-3-x-3--------|-3---3---5---5--|\nE|----------------|----------------|',
    bars: ['3@3 3@3 x@3 3@3 5@2 s7@2 . .', '0:x3xx 1920:x5xx O-O-O-O-'],
  },
  {
    what: 'triplets all through',
    player: 'guitar',
    text: six('', '', '', '', '', '')
      .replace(/\|\|/g, `|${'-'.repeat(25)}|`)
      .replace(/E\|-+\|$/, 'E|-5-5-5-7-7-7-5-5-5-3-3-3-|'),
    bars: ['5@6 5@6 5@6 7@6 7@6 7@6 5@6 5@6 5@6 3@6 3@6 3@6'],
  },
  {
    what: 'stars at the repeat, played twice',
    player: 'guitar',
    text: `e||-----------------||
B||-----------------||
G||*-9-------7-----*||
D||*-9-------7-----*||
A||--7-------5------||
E||-----------------||`,
    bars: ['0:x799xx 1920:x577xx O---O---', '0:x799xx 1920:x577xx O---O---'],
    unsure: ['this bar 2 times'],
  },
  {
    what: 'three times, said the other way round',
    player: 'guitar',
    text: `${six('---------', '---------', '---------', '-2-2-2-2-', '-2-2-2-2-', '-0-0-0-0-')}  3x`,
    bars: Array<string>(3).fill('0:022xxx M-M-M-M-'.replaceAll('M', 'O')),
    unsure: ['this bar 3 times'],
  },
  {
    what: 'typeset dashes and Windows line ends',
    player: 'guitar',
    text: six('---------', '---------', '-7-7-5-5-', '-7-7-5-5-', '-5-5-3-3-', '---------')
      .replaceAll('-', '–')
      .replaceAll('\n', '\r\n'),
    bars: ['0:x577xx 1920:x355xx O-O-O-O-'],
  },
  {
    what: 'words behind the tab and above it',
    player: 'guitar',
    text: `[Chorus]\n${six('---------', '---------', '---------', '-4-4-2-2-', '-4-4-2-2-', '-2-2-0-0-')} let it ring`,
    bars: ['0:244xxx~ 1920:022xxx~ O-O-O-O-'],
    unsure: ['“let it ring” behind the tab was left out'],
    words: ['[Chorus]'],
  },
  {
    what: 'half a step down in words, standard names before the lines',
    player: 'guitar',
    text: `Tune down a half step\n${six('---------', '---------', '---------', '-7-7-5-5-', '-7-7-5-5-', '-5-5-3-3-')}`,
    bars: ['0:466xxx~ 1920:244xxx~ O-O-O-O-'],
    unsure: ['tuned Eb Ab Db Gb Bb Eb'],
    tuning: 'Eb2 Ab2 Db3 Gb3 Bb3 Eb4',
  },
  {
    what: 'drop D with the lowest string on top',
    player: 'guitar',
    text: 'D|-5-5-7-7-|\nA|-5-5-7-7-|\nD|-5-5-7-7-|\nG|---------|\nB|---------|\nE|---------|',
    bars: ['0:355xxx~ 1920:577xxx~ O-O-O-O-'],
    unsure: ['tuned D A D G B E'],
    tuning: 'D2 A2 D3 G3 B3 E4',
  },
  {
    what: 'mutes in two stretches above the second line as above the first',
    player: 'guitar',
    text: `   PM--
${six('---------', '---------', '---------', '-2-2-2-2-', '-2-2-2-2-', '-0-0-0-0-')}

       PM--
${six('---------', '---------', '---------', '-2-2-2-2-', '-2-2-2-2-', '-0-0-0-0-')}`,
    bars: ['0:022xxx M-M-O-O-', '0:022xxx O-O-M-M-'],
  },
];
