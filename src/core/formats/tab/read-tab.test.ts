import { expect } from 'chai';
import fc from 'fast-check';
import { SEED } from '../../../../test/generators';
import { formatCell } from '../../form/index';
import { defaultBass, defaultGuitar } from '../../instrument/index';
import { formatLine } from '../../line/index';
import { COMMON_TIME } from '../../time/index';
import { readTab } from '../index';

const guitar = defaultGuitar(3);

function read(text: string, instrument = guitar) {
  const { bars, problems } = readTab(text, { instrument, meter: COMMON_TIME });
  return {
    problems,
    bars: bars.map((b) => ({
      cells: b.cells.map((c) => `${c.at}:${formatCell(c.cell)}`).join(' '),
      hits: b.hits,
      line: b.line && formatLine(b.line, { meter: COMMON_TIME, strings: instrument.tuning.length }),
      unsure: b.unsure,
    })),
  };
}

describe('pasted tab', () => {
  it('reads power chords with the highest string on top', () => {
    const { bars, problems } = read(`
e|----------------|
B|----------------|
G|--9---9---7---7-|
D|--9---9---7---7-|
A|--7---7---5---5-|
E|----------------|
`);
    expect(problems).to.deep.equal([]);
    expect(bars).to.deep.equal([{ cells: '0:x799xx 1920:x577xx', hits: 'O-O-O-O-', line: null, unsure: [] }]);
  });

  it('reads it with the lowest string on top when the names say so', () => {
    const { bars } = read(`
E|-0-------3-------|
A|-2-------5-------|
D|-2-------5-------|
G|-----------------|
B|-----------------|
E|-----------------|
`);
    expect(bars[0]!.cells).to.equal('0:022xxx 1920:355xxx');
    const bass = read(
      'E|-0-------3-------|\nA|-2-------5-------|\nD|-----------------|\nG|-----------------|\n',
      defaultBass(),
    );
    expect(bass.bars[0]!.cells).to.equal('0:02xx 1920:35xx');
  });

  it('reads palm mutes, dead strokes and the silence after them', () => {
    const { bars } = read(`
   PM----------
E|-----------------|
B|-----------------|
G|-----------------|
D|-2-2-2-2-5---x---|
A|-2-2-2-2-5---x---|
E|-0-0-0-0-3---x---|
`);
    expect(bars[0]).to.deep.include({ cells: '0:022xxx 1920:355xxx', hits: 'MMMMM-X.' });
  });

  it('reads a run as a line with slurs, slides, bends and vibrato', () => {
    const { bars } = read(`
e|-----------------|-----------------|
B|-----------------|-8b10----7~------|
G|-----------------|-----------------|
D|-5h7---5---------|-----------------|
A|---------7---5p3-|-----5/7---------|
E|-----------------|-----------------|
`);
    expect(bars[0]!.line).to.equal('5@4 h7@4 . 5@4 7@5 . 5@5 p3@5');
    expect(bars[1]!.line).to.match(/^8@2b1 \. 5@5 s7@5 7@2~ \. \. \.$/);
  });

  it('lines up frets of one and two digits', () => {
    const { bars } = read(`
e|-10------9-------|
B|-10------9-------|
G|-10------9-------|
D|-----------------|
A|-----------------|
E|-----------------|
`);
    expect(bars[0]!.cells).to.equal('0:x-x-x-10-10-10 1920:xxx999');
  });

  it('marks what it is unsure of, and its grips as guesses', () => {
    const { bars } = read(`
e|--------------|
B|--------------|
G|-9--9-7-----7-|
D|-9--9-7-----7-|
A|-7--7-5-----5-|
E|--------------|
`);
    expect(bars[0]!.unsure).to.deep.equal(['where the strokes stand in the bar']);
    expect(bars[0]!.cells).to.match(/x799xx~/);
    const neck = read('e|-29--|\nB|-----|\nG|-----|\nD|-----|\nA|-----|\nE|-----|\n');
    expect(neck.bars[0]!.unsure).to.deep.equal(['fret 29 is not on this neck']);
  });

  /** Each as people type it (common practice), and what a guitarist would play from it. */
  for (const [what, text, expected] of [
    [
      'chords that slide',
      'e|---------|\nB|---------|\nG|---------|\nD|-7---/9--|\nA|-7---/9--|\nE|-5---/7--|\n'.replaceAll(
        '---/',
        '---',
      ),
      'cells 0:577xxx 1920:799xxx O---O---',
    ],
    [
      'a power chord slid to another',
      'e|---------|\nB|---------|\nG|---------|\nD|-7/9-----|\nA|-7/9-----|\nE|-5/7-----|\n',
      'line 577xxx s799xxx . .',
    ],
    [
      'a note hammered and pulled inside a held chord',
      'e|-0-------|\nB|-2h3-p2-0|\nG|-2-------|\nD|-2-------|\nA|-0-------|\nE|---------|\n'.replace(
        '-p2-0',
        '-p2--',
      ),
      'line x02220 . hx02230 . . px02220',
    ],
    [
      'slides from nowhere and off',
      'e|-/7-----9\\--|\nB|----------|\nG|----------|\nD|----------|\nA|----------|\nE|----------|\n',
      'line su7@1',
    ],
    [
      'a bend to a fret, let down',
      'e|-7b9r7---|\nB|---------|\nG|---------|\nD|---------|\nA|---------|\nE|---------|\n',
      'line 7@1b1r',
    ],
    [
      'a half bend',
      'e|-7b½-----|\nB|---------|\nG|---------|\nD|---------|\nA|---------|\nE|---------|\n',
      'line 7@1b1/2',
    ],
    [
      'a tap and a pull-off',
      'e|-t12p5-0-|\nB|---------|\nG|---------|\nD|---------|\nA|---------|\nE|---------|\n',
      'line t12@1 . p5@1',
    ],
    [
      'a trill',
      'e|-5tr7----|\nB|---------|\nG|---------|\nD|---------|\nA|---------|\nE|---------|\n',
      'line 5@1t7',
    ],
    [
      'a harmonic',
      'e|-<12>----|\nB|---------|\nG|---------|\nD|---------|\nA|---------|\nE|---------|\n',
      'line 12@1n',
    ],
    ['one line by its name', 'A|-0-3-5-3-|\n', 'line 0@5 3@5 5@5 3@5'],
    [
      'palm mutes below',
      'e|---------|\nB|---------|\nG|---------|\nD|-2-2-2-2-|\nA|-2-2-2-2-|\nE|-0-0-0-0-|\n   PM------\n',
      'M-M-M-M-',
    ],
  ] as const) {
    it(`reads ${what}`, () => {
      const { bars, problems } = read(text);
      expect(problems).to.deep.equal([]);
      const { cells, hits, line } = bars[0]!;
      expect(`cells ${cells} ${hits ?? ''} line ${line ?? ''}`).to.include(expected);
    });
  }

  it('takes its own tuning: the notes stay, on the strings one has', () => {
    const drop = read('D|-0-0-5-5-|\nA|-0-0-5-5-|\nD|-0-0-5-5-|\nG|---------|\nB|---------|\ne|---------|\n');
    expect(drop.bars[0]!.unsure.join()).to.include('tuned D A D G B E: frets are moved');
    expect(drop.bars[0]!.unsure.join(), 'D2 is below the low E').to.include('is not on your string 6');
    // Fret 5 of a string tuned to D is fret 3 of one tuned to E.
    expect(drop.bars[0]!.cells).to.include('355xxx~');
  });

  it('plays a line four times, and says so', () => {
    const rows = ['e|-----|', 'B|-----|', 'G|-----|', 'D|-2---|', 'A|-2---|', 'E|-0---| x4'].join('\n');
    const { bars } = read(rows);
    expect(bars).to.have.length(4);
    expect(bars[0]!.unsure).to.deep.equal(['this bar 4 times']);
    expect(bars[3]!.cells).to.equal('0:022xxx');
  });

  for (const [what, text, expected] of [
    ['too few strings', '|-----|\n|-----|\n', 'has 2 lines; expected 6'],
    ['no tab at all', 'just words', 'no tab found'],
    ['nothing', '', 'no tab found'],
  ] as const) {
    it(`says what is wrong: ${what}`, () => {
      const { bars, problems } = read(text);
      expect(bars).to.deep.equal([]);
      expect(problems.join()).to.include(expected);
    });
  }

  it('law: eight even strokes of any grip are read back as they were written', () => {
    const fret = fc.option(fc.integer({ min: 0, max: 9 }), { nil: null });
    const grip = fc
      .array(fret, { minLength: 6, maxLength: 6 })
      .filter((g) => g.filter((f) => f !== null).length >= 3);
    fc.assert(
      fc.property(fc.array(grip, { minLength: 1, maxLength: 8 }), (grips) => {
        const rows = Array.from({ length: 6 }, (_, s) => {
          const cells = Array.from({ length: 8 }, (__, i) => {
            const held = grips[i % grips.length]![5 - s]!;
            return `${held ?? '-'}-`;
          });
          return `|-${cells.join('')}|`;
        });
        const { bars, problems } = readTab(rows.join('\n'), { instrument: guitar, meter: COMMON_TIME });
        expect(problems).to.deep.equal([]);
        expect(bars[0]!.hits).to.equal('OOOOOOOO');
        const at = (i: number) => bars[0]!.cells.findLast((c) => c.at <= i * 480)!.cell;
        for (let i = 0; i < 8; i += 1) {
          const cell = at(i);
          expect(cell.kind === 'grip' && cell.grip).to.deep.equal(grips[i % grips.length]);
        }
      }),
      { seed: SEED, numRuns: 60 },
    );
  });
});
