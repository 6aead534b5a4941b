import { expect } from 'chai';
import fc from 'fast-check';
import { SEED, song as anySong } from '../../../../test/generators';
import { formatCell } from '../../form/index';
import { createChartReader, readChart, writeChart } from '../index';
import { usually } from '../../../../test/usual';

const EXAMPLE = `title: Tramline Sparks
key: Dm
tempo: 132
meter: 4/4
voice: A3-D5
guitar1: tuning D A D G B E; frets 22; gain 7
guitar2: tuning E A D G B E; gain 4; capo 0
bass: tuning E A D G; frets 21

== Verse == x2; plan low-high
chords        | Dm       | Bb        | C/E     | Gm7 . <A .       |
voice         | ~~~~~~.. | ~~~~....  | ~~~~~~~~| ........         |
guitar1       | 000xxx!  | 888xxx    | 2x2xxx  | 555xxx . <777xxx . |
guitar1 hits  | M--mM-mm | %         | %       | M--mO-X.         |
guitar2       | x-x-7-x-10-x | ?     | ?       | ?                |
bass          | ?        | x13x~     | ?       | ? . ? .          |
-- pass 2: bar 4 --
chords        | A        |

== Chorus ==
chords        | Bb | F | C | Dm . C . |

== Verse ==
== Chorus == x2; key Em
keep: Chorus bar 2 rub guitar1 guitar2 "the bite is the point"
`;

const said = (text: string) => readChart(text).problems.map((p) => `${p.line}:${p.column} ${p.message}`);
const song = (text: string) => readChart(text).song;

describe('chart text', () => {
  it('says what a word among grips was meant for', () => {
    const said = (grips: string) =>
      readChart(`title: a\n== Verse ==\nchords | A5 |\nguitar1 | ${grips} |\n`).problems.map(
        (p) => p.message,
      );
    expect(said('A5')).to.deep.equal([
      'A5 is a chord; expected a grip here, like x02220, or ? for the splitter',
    ]);
    expect(said('577xxx (134)')).to.deep.equal([
      '(134) stands alone; expected fingers right behind the grip, like 577xxx(134)',
    ]);
    expect(said('577xxx s 799xxx .')).to.deep.equal([
      's stands alone; expected it right before the grip, like s799xxx',
    ]);
    expect(said('hello')[0]).to.include('"hello" is no grip');
  });

  it('says where a setting of a section belongs that stands under it', () => {
    for (const setting of [
      'bass like guitar1 octave below',
      'tempo 90',
      'x4',
      'fade',
      'guitar2 sound clean',
    ]) {
      const { problems, song } = readChart(`title: a\n== Verse ==\n${setting}\nchords | A5 |\n`);
      expect(problems[0]!.message).to.equal(
        `this is said of the whole section; expected it behind its name, like == Chorus ==; ${setting}`,
      );
      expect(problems[0]).to.include({ line: 3, column: 1 });
      expect(song.sections[0]!.bars).to.have.length(1);
    }
  });

  it('reads the whole grammar without a problem', () => {
    const { song: read, problems } = readChart(EXAMPLE);
    expect(problems).to.deep.equal([]);
    expect([read.title, read.key, read.tempo]).to.deep.equal(['Tramline Sparks', 'Dm', 132]);
    expect(read.voice).to.deep.equal(['A3', 'D5']);
    expect(read.players.guitar1.tuning[0]).to.equal('D2');
    expect(read.players.guitar1.gain).to.equal(7);
    expect(read.players.bass.frets).to.equal(21);
    expect(read.form).to.deep.equal([
      { section: 'Verse', times: 2, plan: 'low-high', key: null },
      { section: 'Chorus', times: 1, plan: null, key: null },
      { section: 'Verse', times: 1, plan: null, key: null },
      { section: 'Chorus', times: 2, plan: null, key: 'Em' },
    ]);
    const [verse] = read.sections;
    expect(verse!.bars[3]!.chords).to.deep.equal([
      { at: 0, push: 0, chord: 'Gm7' },
      { at: 1920, push: 480, chord: 'A' },
    ]);
    expect(verse!.bars[0]!.cells.guitar1.map((c) => formatCell(c.cell))).to.deep.equal(['000xxx!']);
    expect(verse!.bars[1]!.cells.bass.map((c) => formatCell(c.cell))).to.deep.equal(['x13x~']);
    expect(verse!.bars[2]!.hits.guitar1).to.equal('M--mM-mm');
    expect(read.kept).to.deep.equal([
      {
        section: 'Chorus',
        pass: null,
        bar: 2,
        beat: null,
        kind: 'rub',
        players: ['guitar1', 'guitar2'],
        notes: [],
        reason: 'the bite is the point',
      },
    ]);
  });

  it('opens the parts again on a pass with other chords', () => {
    const [variant] = song(EXAMPLE).sections[0]!.variants;
    expect(variant!.bars[0]!.cells!.guitar1!.map((c) => formatCell(c.cell))).to.deep.equal(['?']);
    expect(variant!.fromBar).to.equal(3);
  });

  it('gives one open cell to each chord under a lone ?, pushed as the chord', () => {
    expect(song(EXAMPLE).sections[0]!.bars[3]!.cells.guitar2.map((c) => [c.at, c.push])).to.deep.equal([
      [0, 0],
      [1920, 480],
    ]);
    expect(song(EXAMPLE).sections[0]!.bars[3]!.cells.bass.map((c) => c.push)).to.deep.equal([0, 0]);
  });

  it('is content with a title and eight bars of chords', () => {
    const read = readChart(
      'title: Low Harbour\n== Verse ==\nchords | Am | F | C | G |\nchords | Am | F | G | Am |\n',
    );
    expect(read.problems).to.deep.equal([]);
    expect(read.song.sections[0]!.bars).to.have.length(8);
  });

  it('text → song → text is stable', () => {
    const once = writeChart(song(EXAMPLE));
    expect(readChart(once).problems).to.deep.equal([]);
    expect(song(once)).to.deep.equal(song(EXAMPLE));
    expect(writeChart(song(once))).to.equal(once);
  });

  it('law: any song written and read back is the same song', () => {
    fc.assert(
      fc.property(anySong, (s) => {
        const text = writeChart(s);
        const read = readChart(text);
        expect(read.problems).to.deep.equal([]);
        expect(read.song).to.deep.equal(s);
        expect(writeChart(read.song)).to.equal(text);
      }),
      { seed: SEED, numRuns: usually(200) },
    );
  });

  it('law: no text makes it fall over, and every problem lies inside the text', () => {
    const line = fc.oneof(
      fc.constantFrom(...EXAMPLE.split('\n')),
      fc.string({ maxLength: 30 }),
      fc.constantFrom(
        '== ==',
        '==',
        '-- pass 0: bar 3-1 --',
        'chords |',
        'chords | % |',
        '|',
        'keep:',
        'bass | . |',
      ),
    );
    fc.assert(
      fc.property(fc.array(line, { maxLength: 25 }), (lines) => {
        const text = lines.join('\n');
        const rows = text.split(/\r\n|\n|\r/);
        for (const p of readChart(text).problems) {
          expect(p.line).to.be.within(1, rows.length);
          expect(p.column).to.be.within(1, rows[p.line - 1]!.length + 2);
          expect(p.message).to.match(/expected/);
        }
      }),
      { seed: SEED, numRuns: usually(400) },
    );
  });

  it('law: the remembering reader says the same as a fresh one after every keystroke', () => {
    const read = createChartReader();
    let text = EXAMPLE;
    fc.assert(
      fc.property(
        fc.nat({ max: EXAMPLE.length - 1 }),
        fc.constantFrom('', 'x', '|', '\n', 'm', ' '),
        (at, typed) => {
          text = EXAMPLE.slice(0, at) + typed + EXAMPLE.slice(at + 1);
          expect(read(text)).to.deep.equal(readChart(text));
        },
      ),
      { seed: SEED, numRuns: usually(200) },
    );
    const first = read(EXAMPLE).song.sections;
    const second = read(EXAMPLE.replace('| Bb | F', '| Bb | G')).song.sections;
    expect(second[0]).to.equal(first[0]);
    expect(second[1]).to.not.equal(first[1]);
  });

  // Pinned: found by the fuzz suite.
  it('lets a line go on into a bar of grips', () => {
    const text = '== A ==\nchords | E5 | A5 |\nbass | | . |\nbass line | 0@4 3@4 5@4 . | |\n';
    const { song, problems } = readChart(text);
    expect(problems).to.deep.equal([]);
    expect(song.sections[0]!.bars[1]!.cells.bass).to.deep.equal([]);
    expect(readChart(writeChart(song)).song).to.deep.equal(song);
  });
});

describe('groups in a bar', () => {
  it('are refused where no division the chart can write reaches them', () => {
    const { problems } = readChart(
      '== Verse ==\nchords | {A B C D E} F G . . . . . . . . . . |\nguitar1 line | {5@4 5@4 5@4 5@4 5@4} {5@4 5@4 5@4} . . |\n',
    );
    expect(problems.map((p) => p.line)).to.deep.equal([2, 3]);
  });

  it('are written back as groups, in rows and in lines', () => {
    const text =
      '== Verse ==\nchords | A . . {B C D} . . . |\nguitar1 line | 5@4 . 7@4 . 5@4 . {7@4 5@4 7@5} |\n';
    const { song, problems } = readChart(text);
    expect(problems).to.deep.equal([]);
    const written = writeChart(song);
    expect(written).to.include('{7@4 5@4 7@5}');
    expect(readChart(written).song).to.deep.equal(song);
  });
});

describe('chart problems', () => {
  it('say where, and what was expected', () => {
    const table: [string, string][] = [
      ['key: H', '1:6 "H" is no key'],
      ['tempo: fast', '1:8 "fast" is no tempo'],
      ['meter: 4/3', '1:8 "4/3" is no meter'],
      ['voice: D5-A3', '1:8 "D5-A3" is no range'],
      ['colour: red', '1:1 "colour" is no setting of a song'],
      ['just words', '1:1 expected "name: value"'],
      ['guitar1: tuning D A D G B; gain 7', '1:10 this tuning names 5 strings'],
      ['guitar1: gain 7; frets 99', '1:18 "99" does not fit'],
      ['guitar1: capo 22; frets 12', '1:10 "22" does not fit'],
      ['== Verse ==\nchords | Dm | Hx |', '2:15 "Hx" is no chord'],
      ['== Verse ==\nchords | Dm . . . . . . |', '2:10 7 symbols do not divide'],
      ['== Verse ==\nchords | . |', '2:10 . lets the chord before go on, and there is none'],
      ['== Verse ==\nchords | % |', '2:10 % repeats the bar before, and there is none'],
      ['== Verse ==\nchords | Dm |  |', '2:14 an empty bar'],
      ['== Verse ==\nchords | Dm |\nbass | 0xxx | 1xxx |', '3:14 bass has 2 bars; expected 1 bars'],
      ['== Verse ==\nchords | Dm | C |\nbass | 0xxx |', '3:13 bass has 1 bar; expected 2 bars'],
      ['== Verse ==\nchords | Dm |\nguitar1 | 0000x |', '3:11 the grip 0000x has 5 strings'],
      ['== Verse ==\nchords | Dm |\nguitar1 hits | MMM |', '3:16 3 hits in this bar'],
      ['== Verse ==\nchords | Dm |\nguitar1 hits | MMQMMMMM |', '3:18 "Q" is no hit'],
      ['== Verse ==\nchords | Dm |\nvoice | ~~x. |', '3:11 "x" is no voice mark'],
      ['== Verse ==\nbass | 0xxx |', '2:1 the section Verse has no chords row'],
      ['== Verse ==\nchords | Dm |\nkazoo | 1 |', '3:1 "kazoo" is no row'],
      ['== Verse ==\nchords | Dm |\n-- pass 2 --', '3:1 expected which pass and bars differ'],
      ['== Verse ==\nchords | Dm |\n-- pass 2: bar 4 --\nchords | A |', '3:1 this section has 1 bars'],
      ['== Verse == y2\nchords | Dm |', '1:13 "y2" is not understood'],
      ['== Verse == plan fence\nchords | Dm |', '1:13 "fence" is no plan'],
      ['== Verse ==', '1:1 the section Verse has no rows and was not written before'],
      ['== Verse ==\nchords | Dm |\n== Verse ==\nchords | C |', '3:1 there is already a section Verse'],
      ['== Verse ==\nchords | Dm |\nkeep: Bridge bar 1 rub', '3:1 there is no section "Bridge"'],
      ['== Verse ==\nchords | Dm |\nkeep: Verse bar 3 rub', '3:1 Verse has 1 bars'],
      ['== Verse ==\nchords | Dm |\nkeep: Verse bar 1 itch', '3:1 "itch" is no kind of finding'],
    ];
    for (const [text, wanted] of table) {
      expect(
        said(text).some((p) => p.startsWith(wanted)),
        `${JSON.stringify(text)} said ${said(text).join(' / ')}`,
      ).to.equal(true);
    }
  });

  it('lose nothing that was right', () => {
    const read = readChart(EXAMPLE.replace('888xxx', '888xx').replace('| F |', '| Fzz |'));
    expect(read.problems).to.have.length(2);
    expect(read.song.sections).to.have.length(2);
    expect(read.song.sections[0]!.bars[1]!.cells.guitar1.map((c) => formatCell(c.cell))).to.deep.equal(['?']);
    expect(read.song.sections[0]!.bars[2]!.cells.guitar1.map((c) => formatCell(c.cell))).to.deep.equal([
      '2x2xxx',
    ]);
    expect(read.song.sections[1]!.bars).to.have.length(4);
  });

  it('reads texts from other systems: line ends, tabs, no last bar line', () => {
    const read = readChart('title: A\r\n== V ==\r\nchords\t| Dm | C\r\n');
    expect(read.problems).to.deep.equal([]);
    expect(read.song.sections[0]!.bars).to.have.length(2);
  });

  it('pinned: a group at the end of a bar of short words is a place like any other', () => {
    const text = `title: x\n== A ==\nchords | C |\nguitar1 | r ${'. '.repeat(29)}{. . 3xx4xx} |\n`;
    const { song, problems } = readChart(text);
    expect(problems).to.deep.equal([]);
    expect(song.sections[0]!.bars[0]!.cells.guitar1.map((c) => c.at)).to.deep.equal([0, 3760]);
  });
});

describe('settings of both guitars in one line', () => {
  it('a setting that only one of them has already is reported', () => {
    const { song, questions } = readChart('guitar2: gain 3\nguitars: gain 5\n== A ==\nchords | Dm |\n');
    expect(questions.map((p) => p.message).join()).to.include('gain is set twice');
    expect([song.players.guitar1.gain, song.players.guitar2.gain]).to.deep.equal([5, 5]);
  });

  it('one guitar may differ from what is set for both', () => {
    const { song, questions } = readChart('guitars: gain 5\nguitar1: gain 7\n== A ==\nchords | Dm |\n');
    expect(questions).to.deep.equal([]);
    expect([song.players.guitar1.gain, song.players.guitar2.gain]).to.deep.equal([7, 5]);
  });

  it('plans in two lines are both there, and a name can be taken once', () => {
    const { song, problems } = readChart(
      'plans: Low = wall\nplans: High = drone; Low = lock\n== A ==\nchords | Dm |\n',
    );
    expect(song.plans?.map((p) => p.name)).to.deep.equal(['Low', 'High']);
    expect(problems.map((p) => p.message).join()).to.include('two called Low');
  });
});
