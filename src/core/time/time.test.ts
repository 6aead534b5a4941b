import { expect } from 'chai';
import { barTicks, beatTicks, formatDuration, formatMeter, parseMeter, ticksToSeconds } from './index';

describe('time', () => {
  it('reads and writes metres', () => {
    for (const text of ['4/4', '3/4', '6/8', '7/8', '12/8', '2/2']) {
      const meter = parseMeter(text);
      expect(meter.ok && formatMeter(meter.value)).to.equal(text);
    }
  });

  it('says what it expected of a metre that is none', () => {
    for (const text of ['4', '4/3', '0/4', '99/4', 'waltz']) {
      const meter = parseMeter(text);
      expect(meter.ok, text).to.equal(false);
      expect(!meter.ok && meter.error).to.include('expected');
    }
  });

  it('measures bars and beats: 960 ticks a quarter', () => {
    const lengths = { '4/4': 3840, '3/4': 2880, '6/8': 2880, '7/8': 3360 };
    for (const [text, ticks] of Object.entries(lengths)) {
      const meter = parseMeter(text);
      if (!meter.ok) throw new Error(text);
      expect(barTicks(meter.value), text).to.equal(ticks);
    }
    expect(beatTicks({ beats: 6, unit: 8 })).to.equal(480);
  });

  // Source: definition; beats × 60/bpm = seconds.
  it('turns ticks into seconds', () => {
    expect(ticksToSeconds(960, 120)).to.equal(0.5);
    expect(ticksToSeconds(240, 120)).to.equal(0.125);
    expect(ticksToSeconds(3840 * 36, 132)).to.be.closeTo(65.4545, 1e-3);
  });

  it('writes minutes and seconds', () => {
    expect(formatDuration(0)).to.equal('0:00');
    expect(formatDuration(59.6)).to.equal('1:00');
    expect(formatDuration(208)).to.equal('3:28');
  });
});
