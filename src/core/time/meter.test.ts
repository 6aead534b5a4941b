import { expect } from 'chai';
import {
  beatName,
  beatsAMinute,
  countedBeats,
  parseMeter,
  quartersAMinute,
  ticksToSeconds,
  barTicks,
} from './index';

const meter = (text: string) => {
  const read = parseMeter(text);
  if (!read.ok) throw new RangeError(read.error);
  return read.value;
};

describe('compound metres', () => {
  /** A dotted quarter is the beat of 6/8, 9/8 and 12/8 (common practice; the definition of a compound metre). */
  it('count dotted beats', () => {
    expect(['6/8', '9/8', '12/8', '6/16'].map((m) => countedBeats(meter(m)))).to.deep.equal([2, 3, 4, 2]);
    expect(['4/4', '3/4', '7/8', '3/8', '2/2'].map((m) => countedBeats(meter(m)))).to.deep.equal([
      4, 3, 7, 3, 2,
    ]);
  });

  it('last two beats a bar of 6/8: 60 beats a minute are two seconds a bar', () => {
    const sixEight = meter('6/8');
    expect(ticksToSeconds(barTicks(sixEight), quartersAMinute(60, sixEight))).to.be.closeTo(2, 1e-9);
    expect(beatsAMinute(quartersAMinute(72, sixEight), sixEight)).to.be.closeTo(72, 1e-9);
    expect(quartersAMinute(72, meter('4/4'))).to.equal(72);
  });

  it('are named by thirds of a beat', () => {
    expect([1, 1 + 1 / 3, 1.667, 2.5, 3.25, 2.1].map(beatName)).to.deep.equal([
      '1',
      '1⅓',
      '1⅔',
      '2½',
      '3¼',
      '2.1',
    ]);
  });
});
