import { expect } from 'chai';
import { midi, parseNote } from '../pitch/index';
import { DRIVE, excessOf, PHASE_SETS } from '../../../scripts/dirt-recipe';
import {
  dyadDirt,
  gainClass,
  gripDirt,
  lowestClear,
  pairRoughness,
  roughness,
  roughnessKernel,
} from './index';

const note = (name: string) => {
  const read = parseNote(name);
  if (!read.ok) throw new Error(read.error);
  return read.value;
};

// Sources: Plomp & Levelt, JASA 38 (1965); Sethares, JASA 94 (1993).
describe('roughness', () => {
  it('peaks where the published curve does', () => {
    const x = Math.log(5.75 / 3.5) / 2.25;
    expect(x).to.be.closeTo(0.2206, 1e-4);
    expect(roughnessKernel(x)).to.be.closeTo(0.1808, 1e-4);
    expect(roughnessKernel(x - 0.01)).to.be.lessThan(roughnessKernel(x));
    expect(roughnessKernel(x + 0.01)).to.be.lessThan(roughnessKernel(x));
    expect(roughnessKernel(0)).to.equal(0);
  });

  it('is greatest 25.8 Hz apart at 440 Hz', () => {
    let best = 0;
    for (let d = 0; d < 100; d += 0.1) {
      const here = pairRoughness({ hz: 440, amplitude: 1 }, { hz: 440 + d, amplitude: 1 });
      if (here > pairRoughness({ hz: 440, amplitude: 1 }, { hz: 440 + best, amplitude: 1 })) best = d;
    }
    expect(best).to.be.closeTo(25.8, 0.11);
  });

  it('has minima of six partials at the simple ratios', () => {
    const partials = (f: number) =>
      Array.from({ length: 6 }, (_, n) => ({ hz: f * (n + 1), amplitude: 0.88 ** n }));
    const at = (cents: number) => roughness([...partials(500), ...partials(500 * 2 ** (cents / 1200))]);
    const minima: number[] = [];
    for (let c = 250; c <= 1210; c += 1) if (at(c) < at(c - 1) && at(c) < at(c + 1)) minima.push(c);
    for (const wanted of [316, 386, 498, 702, 884, 1200]) {
      expect(
        minima.some((m) => Math.abs(m - wanted) <= 2),
        `${wanted} in ${minima.join()}`,
      ).to.equal(true);
    }
  });

  it('of nothing and of one partial is none', () => {
    expect(roughness([])).to.equal(0);
    expect(roughness([{ hz: 100, amplitude: 1 }])).to.equal(0);
  });
});

describe('low interval limits', () => {
  // Source: arranging handbooks, from memory.
  it('keep the table', () => {
    const clean: [number, string][] = [
      [4, 'Bb2'],
      [3, 'C3'],
      [7, 'Bb1'],
      [9, 'F2'],
      [16, 'Bb1'],
      [11, 'F2'],
    ];
    for (const [semitones, name] of clean) expect(lowestClear(semitones), name).to.equal(note(name));
    expect(lowestClear(3, 'high')).to.equal(note('D4'));
    expect(lowestClear(1, 'high')).to.equal(127);
  });

  it('leave octaves and twelfths free and lie an octave lower beyond a twelfth', () => {
    for (const free of [0, 12, 19, 24, 31]) expect(lowestClear(free), String(free)).to.equal(null);
    expect(lowestClear(28)).to.equal(note('Bb1') - 12);
    expect(lowestClear(22)).to.equal(note('F2') - 12);
  });
});

describe('dirt of a driven grip', () => {
  const dirt = (notes: string, gain: 'clean' | 'crunch' | 'high') =>
    gripDirt(notes.split(' ').map(note), gain);

  // Common practice: thirds sour inside one high-gain grip, root–fifth–octave clean.
  it('tells sour grips from firm ones', () => {
    expect(dirt('E2 B2 E3', 'high')).to.be.lessThan(0.4);
    expect(dirt('D2 A2 D3', 'high')).to.be.lessThan(0.4);
    expect(dirt('A2 C#3', 'high')).to.be.greaterThan(0.8);
    expect(dirt('E2 B2 E3 G#3 B3 E4', 'high')).to.be.greaterThan(5);
    expect(dirt('E2 B2 E3 G#3 B3 E4', 'crunch')).to.be.lessThan(dirt('E2 B2 E3 G#3 B3 E4', 'high') / 2);
    expect(dirt('E4 G#4', 'high')).to.be.lessThan(dirt('E3 G#3', 'high'));
  });

  it('is none for clean amps, single notes and silence', () => {
    expect(dirt('E2 G#2 B2', 'clean')).to.equal(0);
    expect(gripDirt([note('E2')], 'high')).to.equal(0);
    expect(gripDirt([], 'high')).to.equal(0);
    expect(dyadDirt(note('E2'), 0, 'high')).to.equal(0);
  });

  it('goes smoothly between the table’s low notes and stays inside it beyond', () => {
    const third = (low: number) => dyadDirt(midi(low), 4, 'high');
    expect(third(42)).to.be.within(Math.min(third(40), third(45)), Math.max(third(40), third(45)));
    expect(third(28)).to.equal(third(40));
    expect(third(80)).to.equal(third(64));
    expect(dyadDirt(midi(40), 28, 'high')).to.equal(dyadDirt(midi(40), 16, 'high'));
  });

  it('reads the gain dial', () => {
    expect([0, 2, 2.5, 4, 5.9, 6, 10].map(gainClass)).to.deep.equal([
      'clean',
      'clean',
      'crunch',
      'crunch',
      'crunch',
      'high',
      'high',
    ]);
  });

  it('recomputes entries of the shipped table from its recipe', () => {
    const sums = [0, 0, 0, 0];
    for (let set = 0; set < PHASE_SETS; set += 1) {
      const [row] = excessOf(set, DRIVE.high, { lows: [40], widest: 4 });
      row!.forEach((v, i) => (sums[i]! += v));
    }
    // The table is scaled so that the fifth is 1; ratios between its entries do not depend on that.
    for (const interval of [1, 2, 4]) {
      const shipped = dyadDirt(midi(40), interval, 'high') / dyadDirt(midi(40), 3, 'high');
      expect(sums[interval - 1]! / sums[2]!).to.be.closeTo(shipped, 0.01);
    }
  }).timeout(60_000);
});
