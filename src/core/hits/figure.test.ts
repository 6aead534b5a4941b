import { expect } from 'chai';
import fc from 'fast-check';
import { SEED } from '../../../test/generators';
import { barTicks, COMMON_TIME, parseMeter, type Meter } from '../time/index';
import { groupedHits, hitsOf, isStrike, parseHits, placesOf, repeatedFigure, symbolAt } from './index';

const meter = (text: string): Meter => {
  const read = parseMeter(text);
  if (!read.ok) throw new Error(read.error);
  return read.value;
};

describe('figures and groups', () => {
  it('repeats what stands before a place to the bar line', () => {
    expect(repeatedFigure('M-mmO---O---X---', COMMON_TIME, 960)).to.equal('M-mmM-mmM-mmM-mm');
    expect(repeatedFigure('O-M-O---O---O---', COMMON_TIME, 720), 'cut off').to.equal('O-MO-MO-MO-MO-MO');
    expect(repeatedFigure('O-------', COMMON_TIME, 240), 'divided more finely').to.equal('O'.repeat(16));
    const low = '[6M321]-';
    expect(repeatedFigure(`${low}O-O---`, COMMON_TIME, 960)).to.equal(low.repeat(4));
    expect(repeatedFigure('....O---', COMMON_TIME, 960), 'nothing is struck').to.equal(null);
    expect(repeatedFigure('O-------', COMMON_TIME, 0)).to.equal(null);
    expect(repeatedFigure('O-------', COMMON_TIME, 7), 'on no grid').to.equal(null);
  });

  it('strikes where groups begin, over and over where they fill a part of the bar', () => {
    const hits = (groups: string, ticks: number, at = COMMON_TIME, symbol = 'O') => {
      const read = groupedHits(groups, { meter: at, ticks, symbol });
      return read.ok ? read.value : read.error.message.replace(/;.*/, '');
    };
    expect(hits('3+3+2', 480)).to.equal('O--O--O-');
    expect(hits('3+3+2', 240)).to.equal('O--O--O-O--O--O-');
    expect(hits('3+3+3+3+2+2', 240, COMMON_TIME, 'x')).to.equal('x..x..x..x..x.x.');
    expect(hits('2+2+3', 480, meter('7/8'))).to.equal('O-O-O--');
    expect(hits('3+3', 480)).to.equal('3+3 is 6 places of 8');
    expect(hits('8', 480)).to.equal('"8" are no groups');
    expect(hits('3+x', 480)).to.equal('"3+x" are no groups');
    expect(hits('3+3+2', 480, COMMON_TIME, '-')).to.equal('"-" is no stroke');
  });

  const pattern = fc
    .constantFrom(8, 12, 16)
    .chain((n) => fc.array(fc.constantFrom(...'OoMmXx-.16'), { minLength: n, maxLength: n }))
    .map((s) => s.join(''));

  it('law: a repeated figure says at every place what it said one figure before', () => {
    fc.assert(
      fc.property(pattern, fc.integer({ min: 1, max: 15 }), (text, n) => {
        const tick = n * 240;
        const made = repeatedFigure(text, COMMON_TIME, tick);
        if (made === null) return;
        const step = barTicks(COMMON_TIME) / placesOf(made).length;
        for (let t = 0; t < barTicks(COMMON_TIME); t += step) {
          const before = t < tick ? null : symbolAt(made, COMMON_TIME, t - tick);
          if (before !== null) expect(symbolAt(made, COMMON_TIME, t)).to.equal(before);
        }
        // Before the place nothing changes but the division.
        const strikes = (of: string) =>
          hitsOf(of, COMMON_TIME)
            .filter((h) => h.atTick < tick && h.kind !== 'hold' && h.kind !== 'silent')
            .map((h) => h.atTick);
        expect(strikes(made)).to.deep.equal(strikes(text));
      }),
      { seed: SEED },
    );
  });

  it('law: groups strike as often as they say, the first at the bar line, and can be read back', () => {
    const sizes = fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 6 });
    fc.assert(
      fc.property(sizes, (groups) => {
        const sum = groups.reduce((a, b) => a + b, 0);
        const made = groupedHits(groups.join('+'), { meter: COMMON_TIME, ticks: 240, symbol: 'M' });
        expect(made.ok).to.equal(16 % sum === 0);
        if (!made.ok) return;
        const places = placesOf(made.value);
        expect(places.filter(isStrike)).to.have.length((groups.length * 16) / sum);
        expect(places[0]).to.equal('M');
        expect(parseHits(made.value, COMMON_TIME)).to.deep.equal({ ok: true, value: made.value });
      }),
      { seed: SEED },
    );
  });
});
