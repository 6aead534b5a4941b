import { expect } from 'chai';
import { countInFor } from './recording-now';

describe('counted in before a take', () => {
  const part = (tempo: number, count: number) => {
    const bar = 240 / tempo;
    return {
      bars: Array.from({ length: count }, (_, i) => ({ at: i * bar, section: 'A', bar: i, tempo })),
      seconds: count * bar,
    };
  };

  it('so long that hands are on the strings: bars of 4/4 by their tempo', () => {
    const bars = [40, 60, 69, 120, 132, 176, 240].map((tempo) => countInFor(part(tempo, 4)).bars);
    expect(bars).to.deep.equal([1, 1, 2, 2, 2, 3, 4]);
    expect(countInFor(part(60, 4)).seconds).to.be.closeTo(4, 1e-9);
  });

  it('of one bar by its length, and of nothing by not more than four', () => {
    expect(countInFor(part(120, 1))).to.deep.equal({ bars: 2, seconds: 4 });
    expect(countInFor({ bars: [], seconds: 0 }).bars).to.equal(4);
  });
});
