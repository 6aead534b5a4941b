import { expect } from 'chai';
import { defaultBass, defaultGuitar, type Instrument } from '../instrument/index';
import { parseChord } from '../pitch/index';
import { enumerateGrips, formatGrip, HANDS, rankOf } from './index';

const first = (symbol: string, on: Instrument): string => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(chord.error);
  const context = { chord: chord.value, gain: on.gain, isBass: on.kind === 'bass' };
  const ranked = enumerateGrips(chord.value, on, HANDS.middle)
    .map((known) => ({ known, rank: rankOf(known, context) }))
    .sort((a, b) => a.rank - b.rank);
  return formatGrip(ranked[0]!.known.grip);
};

// Common practice: what a chord book or a rhythm guitarist shows first.
describe('order of grips for one chord', () => {
  it('clean: the open chords everybody starts with', () => {
    const clean = defaultGuitar(0);
    expect(first('C', clean)).to.equal('x32010');
    expect(first('Dm', clean)).to.equal('xx0231');
    expect(first('Em', clean)).to.equal('022000');
    expect(first('A', clean)).to.equal('x02220');
  });

  it('driven: power chords, one finger across when the lowest string is dropped', () => {
    const driven = { ...defaultGuitar(9), tuning: ['D2', 'A2', 'D3', 'G3', 'B3', 'E4'] };
    expect(first('D5', driven)).to.equal('000xxx');
    expect(first('G', driven)).to.equal('555xxx');
  });

  it('bass: the root, alone', () => {
    expect(first('A', defaultBass())).to.equal('x0xx');
    expect(first('C/E', defaultBass())).to.equal('0xxx');
  });
});
