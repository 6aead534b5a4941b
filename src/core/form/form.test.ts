import { expect } from 'chai';
import fc from 'fast-check';
import { cellOf, SEED } from '../../../test/generators';
import { parseGrip } from '../grip/index';
import {
  barsOnPass,
  differingPasses,
  formatCell,
  gripCell,
  isLocked,
  isPlan,
  OPEN,
  openBar,
  parseCell,
  variantAt,
  type Section,
} from './index';

const dm = openBar([{ at: 0, push: 0, chord: 'Dm' }]);
const bb = openBar([{ at: 0, push: 480, chord: 'Bb' }]);
const section: Section = {
  name: 'Verse',
  bars: [dm, bb],
  wishes: [],
  variants: [
    { pass: 2, fromBar: 1, bars: [{ chords: [{ at: 0, push: 0, chord: 'A' }] }] },
    { pass: 3, fromBar: 0, bars: [{ cells: { bass: [{ at: 0, push: 0, cell: OPEN }] } }] },
  ],
};

describe('form', () => {
  it('reads a guess before or behind what is guessed', () => {
    const said = (text: string) => {
      const read = parseCell(text, 6);
      return read.ok ? formatCell(read.value) : read.error;
    };
    expect(['577xxx~', '~577xxx', '577xxx?', '577xxx!?', 'r?'].map(said)).to.deep.equal([
      '577xxx~',
      '577xxx~',
      '577xxx~',
      '577xxx!~',
      'r~',
    ]);
    expect(said('?')).to.equal('?');
    expect(said('??')).to.include('cannot be locked or a guess');
    expect(said('')).to.include('is no grip');
  });

  it('reads cells with their marks', () => {
    const grip = parseGrip('000xxx', 6);
    if (!grip.ok) throw new Error();
    expect(parseCell('000xxx!', 6)).to.deep.equal({
      ok: true,
      value: gripCell(grip.value, { locked: true }),
    });
    expect(parseCell('r~', 6)).to.deep.equal({
      ok: true,
      value: { kind: 'rest', locked: false, guess: true },
    });
    expect(parseCell('?', 6)).to.deep.equal({ ok: true, value: OPEN });
    const wrong = parseCell('?!', 6);
    expect(!wrong.ok && wrong.error).to.include('cannot be locked');
    expect(parseCell('0000', 6).ok).to.equal(false);
    expect(isLocked(OPEN) || isLocked(gripCell(grip.value))).to.equal(false);
  });

  it('law: a cell written and read back is the same', () => {
    fc.assert(
      fc.property(cellOf(6), (cell) => {
        expect(parseCell(formatCell(cell), 6)).to.deep.equal({ ok: true, value: cell });
      }),
      { seed: SEED },
    );
  });

  it('puts what differs on a pass in its place and leaves the rest', () => {
    expect(barsOnPass(section, 1)).to.equal(section.bars);
    const second = barsOnPass(section, 2);
    expect(second[0]).to.equal(dm);
    expect(second[1]!.chords[0]!.chord).to.equal('A');
    expect(second[1]!.cells).to.deep.equal(bb.cells);
    expect(barsOnPass(section, 2)).to.equal(second); // remembered
    expect(differingPasses(section)).to.deep.equal([2, 3]);
  });

  it('knows where a cell on a pass is written', () => {
    expect(variantAt(section, { pass: 2, times: 2, bar: 1, player: 'bass' })).to.equal(null);
    expect(variantAt(section, { pass: 3, times: 3, bar: 0, player: 'bass' })).to.equal(1);
    expect(variantAt(section, { pass: 3, times: 3, bar: 0, player: 'guitar1' })).to.equal(null);
  });

  it('opens one cell for each chord, pushed as the chord is', () => {
    expect(bb.cells.bass).to.deep.equal([{ at: 0, push: 480, cell: OPEN }]);
    expect(isPlan('wall') && !isPlan('fence')).to.equal(true);
  });
});
