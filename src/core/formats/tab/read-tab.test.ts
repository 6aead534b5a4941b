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

  for (const [what, text, expected] of [
    ['too few strings', 'G|-----|\nD|-----|\n', 'has 2 lines; expected 6'],
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
