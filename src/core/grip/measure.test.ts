import { expect } from 'chai';
import fc from 'fast-check';
import { FINGER_PAIRS, handFromSpread, handMeasured, HANDS, SPREAD_RANGE_MM } from './index';

describe('a hand that is measured', () => {
  it('is a known one where it spreads like it', () => {
    expect(handFromSpread('14', 116, false)).to.deep.equal(HANDS.middle);
    expect(handFromSpread('14', 104, false).size).to.equal('small');
    expect(handFromSpread('14', 130, true)).to.include({ size: 'large', thumb: true });
  });

  it('keeps what was measured, and stretches the others alike', () => {
    const hand = handMeasured({ '14': 128, '12': 75 }, false);
    expect(hand.spreadMm['14']).to.equal(128);
    expect(hand.spreadMm['12']).to.equal(75);
    expect(hand.spreadMm['23']).to.be.greaterThan(HANDS.middle.spreadMm['23']);
    expect(handMeasured({}, false)).to.deep.equal(HANDS.middle);
  });

  it('law: limits stay in their range, wider measures are wider hands', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...FINGER_PAIRS),
        fc.double({ min: 1, max: 400, noNaN: true }),
        (pair, mm) => {
          const [hand, wider] = [handFromSpread(pair, mm, false), handFromSpread(pair, mm + 5, false)];
          for (const one of FINGER_PAIRS) {
            expect(hand.spreadMm[one]).to.be.within(SPREAD_RANGE_MM.min, SPREAD_RANGE_MM.max);
            expect(wider.spreadMm[one]).to.be.at.least(hand.spreadMm[one]);
          }
        },
      ),
      { seed: 19 },
    );
  });
});
