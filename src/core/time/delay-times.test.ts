import { expect } from 'chai';
import fc from 'fast-check';
import { delayMs, delayOf, delayTimes, parseDelay, formatDelay, tempoOfTaps } from './index';

const SEED = 19;

describe('delay times', () => {
  // Source: 60000/bpm ms a quarter (definition); 120 bpm: 500 ms, sixteenth 125 ms, dotted eighth three quarters of it.
  it('says how long every note value lasts', () => {
    const at = (bpm: number) => Object.fromEntries(delayTimes(bpm, 0).map((t) => [t.name, t.ms]));
    expect(at(120)).to.deep.equal({
      '1/16': 125,
      '1/8t': 500 / 3,
      '1/8': 250,
      '1/4t': 1000 / 3,
      '1/8.': 375,
      '1/4': 500,
      '1/4.': 750,
      '1/2': 1000,
    });
    expect(at(90)['1/8.']).to.equal(500);
  });

  it('lags behind the tempo by a share', () => {
    const [sixteenth] = delayTimes(120, 0.04);
    expect(sixteenth).to.include({ ms: 125, slowerMs: 130 });
    expect(delayOf('1/16', 120, 0.04)).to.deep.equal({ kind: 'ms', ms: 130 });
    expect(delayOf('1/16', 120, 0)).to.deep.equal({ kind: 'ticks', ticks: 240 });
  });

  it('has no delay longer than a pedal makes', () => {
    expect(delayOf('1/2', 40, 0)).to.equal(null);
    expect(() => delayOf('1/3', 120, 0)).to.throw(RangeError, '1/3');
  });

  it('law: a delay is read back as written and lasts as long as its table says', () => {
    fc.assert(
      fc.property(fc.integer({ min: 40, max: 240 }), fc.nat(7), (bpm, i) => {
        const time = delayTimes(bpm, 0)[i]!;
        const delay = delayOf(time.name, bpm, 0);
        if (delay === null) return;
        expect(parseDelay(formatDelay(delay))).to.deep.equal({ ok: true, value: delay });
        expect(delayMs(delay, bpm)).to.be.closeTo(time.ms, 1e-9);
      }),
      { seed: SEED },
    );
  });
});

describe('tapped tempo', () => {
  const even = (bpm: number, count: number) => Array.from({ length: count }, (_, i) => (i * 60_000) / bpm);

  it('needs three taps that stand together', () => {
    expect(tempoOfTaps([])).to.equal(null);
    expect(tempoOfTaps([0, 500])).to.equal(null);
    expect(tempoOfTaps([0, 500, 1000])).to.equal(120);
    expect(tempoOfTaps([0, 500, 1000, 9000])).to.equal(null);
  });

  it('begins anew after a pause, and hears a tap that was left out', () => {
    expect(tempoOfTaps([0, 500, 1000, 9000, 9400, 9800])).to.equal(150);
    expect(tempoOfTaps([0, 500, 1000, 2000, 2500])).to.equal(120);
  });

  it('law: an even row is its tempo, however many taps', () => {
    fc.assert(
      fc.property(fc.integer({ min: 30, max: 300 }), fc.integer({ min: 3, max: 40 }), (bpm, count) => {
        expect(tempoOfTaps(even(bpm, count))).to.be.closeTo(bpm, 0.051);
      }),
      { seed: SEED },
    );
  });

  it('law: taps up to 15 ms off move eight beats by less than two percent', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 200 }),
        fc.array(fc.integer({ min: -15, max: 15 }), { minLength: 9, maxLength: 9 }),
        (bpm, off) => {
          const taps = even(bpm, 9).map((t, i) => t + off[i]!);
          expect(Math.abs(tempoOfTaps(taps)! / bpm - 1)).to.be.lessThan(0.02);
        },
      ),
      { seed: SEED },
    );
  });
});
