import { expect } from 'chai';
import fc from 'fast-check';
import { SEED } from '../../../test/generators';
import { COMMON_TIME } from '../time/index';
import { filled, hitsOf, symbolAt, withSymbol } from './index';

const pattern = fc
  .constantFrom(8, 12, 16)
  .chain((n) => fc.array(fc.constantFrom(...'OoMmXx-.16'), { minLength: n, maxLength: n }))
  .map((s) => s.join(''));

describe('changing a pattern', () => {
  it('puts a symbol where it is asked for, dividing the bar more finely only when needed', () => {
    expect(withSymbol('O-------', COMMON_TIME, { tick: 960, symbol: 'X' })).to.equal('O-X-----');
    expect(withSymbol('O-------', COMMON_TIME, { tick: 240, symbol: 'M' })).to.equal('OM--------------');
    expect(withSymbol('O-X..O--', COMMON_TIME, { tick: 240, symbol: '-' })).to.equal('O---X.....O-----');
    expect(withSymbol('O-------', COMMON_TIME, { tick: 320, symbol: 'O' })).to.equal(
      `O-O${'-'.repeat(21)}`.slice(0, 24),
    );
    expect(withSymbol('O-------', COMMON_TIME, { tick: 7, symbol: 'O' })).to.equal(null);
    expect(withSymbol('O-------', COMMON_TIME, { tick: 3840, symbol: 'O' })).to.equal(null);
  });

  it('goes over to another division only when all that is there can stand on it', () => {
    // 16 places know no triplet; strokes on the beats stand on 12 as well, others on 48 with it.
    const onBeats = 'O---M---X...1---';
    expect(withSymbol(onBeats, COMMON_TIME, { tick: 320, symbol: 'O' })).to.equal('OO-M--X..1--');
    expect(withSymbol('O--mM---X...1---', COMMON_TIME, { tick: 320, symbol: 'O' })).to.equal(
      'O---O----m--M-----------X...........1-----------',
    );
    expect(withSymbol('O-M-X.1-', COMMON_TIME, { tick: 320, symbol: 'O' })).to.equal(
      'O-O---M-----X.....1-----',
    );
    expect(withSymbol(onBeats, COMMON_TIME, { tick: 7, symbol: 'O' }), 'on no grid').to.equal(null);
  });

  it('fills a stretch and nothing else', () => {
    expect(filled('OOOOOOOO', COMMON_TIME, { from: 960, to: 1920, symbol: '.' })).to.equal('OO..OOOO');
    expect(filled('O-------', COMMON_TIME, { from: 2880, to: 3840, symbol: '.' })).to.equal('O-----..');
    expect(filled('O-------', COMMON_TIME, { from: 960, to: 960, symbol: '.' })).to.equal('O-------');
  });

  it('law: a symbol put is read back, and every other sound stays where it was', () => {
    fc.assert(
      fc.property(pattern, fc.integer({ min: 0, max: 15 }), (p, place) => {
        const tick = place * 240;
        const next = withSymbol(p, COMMON_TIME, { tick, symbol: 'X' });
        if (next === null) return;
        expect(symbolAt(next, COMMON_TIME, tick)).to.equal('X');
        for (const hit of hitsOf(p, COMMON_TIME)) {
          if (hit.atTick === tick) continue;
          expect(symbolAt(next, COMMON_TIME, hit.atTick)).to.equal(symbolAt(p, COMMON_TIME, hit.atTick));
        }
      }),
      { seed: SEED },
    );
  });
});
