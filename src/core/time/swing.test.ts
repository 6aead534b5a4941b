import { expect } from 'chai';
import fc from 'fast-check';
import { SEED } from '../../../test/generators';
import { formatSwing, parseSwing, swungTick, type Swing } from './index';

describe('swing', () => {
  it('is read and written', () => {
    expect(parseSwing('62%')).to.deep.equal({ ok: true, value: { percent: 62, unit: 8 } });
    expect(parseSwing('67 16ths')).to.deep.equal({ ok: true, value: { percent: 67, unit: 16 } });
    expect(parseSwing('straight')).to.deep.equal({ ok: true, value: null });
    expect(parseSwing('50%'), 'equal halves are straight').to.deep.equal({ ok: true, value: null });
    for (const text of ['49%', '80%', 'a lot', '62% 32nds'])
      expect(parseSwing(text).ok, text).to.equal(false);
  });

  // Arithmetic: the first of a pair takes the share; a quarter has 960 ticks.
  for (const [tick, percent, unit, played] of [
    [480, 50, 8, 480],
    [480, 62, 8, 595.2],
    [480, 75, 8, 720],
    [240, 62, 8, 297.6],
    [960, 62, 8, 960],
    [1440, 62, 8, 1555.2],
    [240, 60, 16, 288],
    [480, 60, 16, 480],
    [-480, 62, 8, -364.8],
  ] as const) {
    it(`${tick} at ${percent}% of ${unit}ths is played at ${played}`, () => {
      expect(swungTick(tick, { percent, unit })).to.be.closeTo(played, 1e-9);
    });
  }

  it('law: keeps every beat in place and the order of everything, and is read back as written', () => {
    const swing = fc.record({
      percent: fc.integer({ min: 51, max: 75 }),
      unit: fc.constantFrom(8 as const, 16 as const),
    }) as fc.Arbitrary<Swing>;
    fc.assert(
      fc.property(
        swing,
        fc.integer({ min: 0, max: 7680 }),
        fc.integer({ min: 1, max: 960 }),
        (s, tick, more) => {
          expect(swungTick(tick + more, s)).to.be.greaterThan(swungTick(tick, s));
          const beat = Math.floor(tick / 960) * 960;
          expect(swungTick(beat, s)).to.equal(beat);
          expect(parseSwing(formatSwing(s))).to.deep.equal({ ok: true, value: s });
        },
      ),
      { seed: SEED },
    );
  });
});
