import { expect } from 'chai';
import fc from 'fast-check';
import { midi, parseNote } from '../pitch/index';
import { CLEAN_DRIVE, DRIVES, excessOf, PHASE_SETS } from '../../../scripts/dirt-recipe';
import { DIRT } from './dirt-table';
import {
  driveOf,
  dyadDirt,
  gainClass,
  gripDirt,
  lowestClear,
  pairRoughness,
  roughness,
  roughnessKernel,
  EXPOSURE_RULES,
  hoursAt,
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
  const dirt = (notes: string, gain: number) => gripDirt(notes.split(' ').map(note), gain);
  const level = (score: number) =>
    score >= 1 ? 'clash' : score >= 0.5 ? 'watch' : score >= 0.33 ? 'note' : '';

  // The table of docs/decisions.md, held for a bar (common practice).
  const table: readonly (readonly [what: string, notes: string, at: Readonly<Record<number, string>>])[] = [
    [
      'an open E',
      'E2 B2 E3 G#3 B3 E4',
      { 2: '', 4: '', 6: 'note', 7: 'watch', 8: 'watch', 9: 'clash', 10: 'clash' },
    ],
    ['an open A', 'A2 E3 A3 C#4 E4', { 2: '', 4: '', 7: 'watch', 8: 'watch', 9: 'clash', 10: 'clash' }],
    ['an open D', 'D3 A3 D4 F#4', { 2: '', 4: '', 7: 'watch', 8: 'watch', 10: 'clash' }],
    [
      'an open G, its third low',
      'G2 B2 D3 G3 B3 G4',
      { 4: '', 5: 'watch', 6: 'watch', 7: 'clash', 10: 'clash' },
    ],
    ['a third above middle C', 'D4 F#4', { 4: '', 6: '', 8: 'note', 10: 'watch' }],
    ['a third below it', 'G3 B3', { 4: '', 6: '', 7: 'watch', 8: 'watch', 10: 'clash' }],
    ['a low third', 'C3 E3', { 4: '', 6: 'watch', 8: 'clash', 10: 'clash' }],
    ['a tritone', 'C4 F#4', { 4: '', 6: '', 8: 'watch', 10: 'clash' }],
    ['stacked fifths', 'A2 E3 B3', { 6: '', 8: '', 9: '' }],
    ['a suspended second', 'A2 E3 A3 B3 E4', { 6: '', 8: '' }],
    ['a power chord', 'E2 B2 E3', { 6: '', 8: '', 10: '' }],
    ['root and fifth over all strings', 'G2 D3 G3 D4 G4', { 8: '', 10: '' }],
  ];
  for (const [what, notes, at] of table) {
    it(`is heard as players say: ${what}`, () => {
      const heard = Object.fromEntries(
        Object.keys(at).map((gain) => [gain, level(dirt(notes, Number(gain)))]),
      );
      expect(heard).to.deep.equal(at);
    });
  }

  it('never falls with gain and never jumps (law)', () => {
    const pitches = fc.uniqueArray(fc.integer({ min: 36, max: 84 }), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(pitches, fc.integer({ min: 0, max: 99 }), (list, tenth) => {
        const [a, b] = [gripDirt(list.map(midi), tenth / 10), gripDirt(list.map(midi), (tenth + 1) / 10)];
        expect(b).to.be.at.least(a - 1e-9);
        expect(b - a).to.be.lessThan(0.25);
      }),
      { seed: 20_261_126 },
    );
  });

  it('is none for clean amps, single notes and silence', () => {
    expect(dirt('E2 G#2 B2', 2)).to.equal(0);
    expect(gripDirt([note('E2')], 10)).to.equal(0);
    expect(gripDirt([], 10)).to.equal(0);
    expect(dyadDirt(note('E2'), 0, 10)).to.equal(0);
  });

  it('goes smoothly between the table’s low notes and falls on above them', () => {
    const third = (low: number) => dyadDirt(midi(low), 4, 8);
    expect(third(42)).to.be.within(Math.min(third(40), third(45)), Math.max(third(40), third(45)));
    expect(third(28)).to.equal(third(40));
    expect(third(80)).to.be.lessThan(third(64));
    expect(dyadDirt(midi(40), 28, 8)).to.equal(dyadDirt(midi(40), 16, 8));
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
    const drives = Array.from({ length: 101 }, (_, i) => driveOf(i / 10));
    expect(drives.every((d, i) => i === 0 || d > drives[i - 1]!)).to.equal(true);
  });

  it('recomputes entries of the shipped table from its recipe', () => {
    const drive = DRIVES.indexOf(16);
    const sums = [0, 0, 0, 0];
    for (let set = 0; set < PHASE_SETS; set += 1) {
      const [clean, driven] = excessOf(set, [CLEAN_DRIVE, 16], { lows: [40], widest: 4 });
      driven![0]!.forEach((v, i) => (sums[i]! += v - clean![0]![i]!));
    }
    // The table is scaled so that the fifth is 1; ratios between its entries do not depend on that.
    for (const interval of [1, 2, 4]) {
      const shipped = DIRT[drive]![0]![interval - 1]! / DIRT[drive]![0]![2]!;
      expect(sums[interval - 1]! / sums[2]!).to.be.closeTo(shipped, 0.01);
    }
  }).timeout(60_000);
});

describe('how long a level is borne', () => {
  it('by NIOSH 98-126: 88 dBA four hours, 94 one, 100 a quarter of one', () => {
    expect([85, 88, 94, 100].map((dba) => hoursAt(dba, EXPOSURE_RULES.strict))).to.deep.equal([
      8, 4, 1, 0.25,
    ]);
  });

  it('by OSHA table G-16: 90 dBA eight hours, 95 four, 100 two, 110 half of one', () => {
    expect([90, 95, 100, 110].map((dba) => hoursAt(dba, EXPOSURE_RULES.usual))).to.deep.equal([8, 4, 2, 0.5]);
  });
});
