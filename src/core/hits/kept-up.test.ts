import { expect } from 'chai';
import fc from 'fast-check';
import { strokesKeptUp } from './index';

const row = (rate: number, seconds: number, from = 0) =>
  Array.from({ length: Math.floor(rate * seconds) + 1 }, (_, i) => from + (1000 * i) / rate);

describe('strokes kept up', () => {
  it('counts only what goes on for four seconds', () => {
    expect(strokesKeptUp([])).to.equal(null);
    expect(strokesKeptUp(row(8, 3))).to.equal(null);
    expect(strokesKeptUp(row(8, 5))).to.equal(8);
  });

  it('is the fastest stretch: a burst at the beginning that tires is not kept up', () => {
    const burst = row(12, 1);
    const rest = row(7, 6, burst.at(-1)! + 140);
    const kept = strokesKeptUp([...burst, ...rest])!;
    expect(kept).to.be.greaterThan(7).and.lessThan(9);
  });

  it('does not count over a break', () => {
    expect(strokesKeptUp([...row(9, 2), ...row(9, 2, 2600)])).to.equal(null);
  });

  it('law: an even row of five seconds and more is its rate', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 16 }), fc.integer({ min: 5, max: 12 }), (rate, seconds) => {
        expect(strokesKeptUp(row(rate, seconds))).to.be.closeTo(rate, 0.051);
      }),
      { seed: 19 },
    );
  });
});
