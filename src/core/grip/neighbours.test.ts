import { expect } from 'chai';
import fc from 'fast-check';
import { SEED } from '../../../test/generators';
import { defaultGuitar } from '../instrument/index';
import { parseChord } from '../pitch/index';
import {
  enumerateGrips,
  formatGrip,
  HANDS,
  knowGrip,
  neighboursOf,
  parseGrip,
  type KnownGrip,
  type NeighbourKind,
} from './index';

const instrument = defaultGuitar(3);
const hand = HANDS.middle;
const chordOf = (text: string) => {
  const chord = parseChord(text);
  if (!chord.ok) throw new Error(chord.error);
  return chord.value;
};
const known = (grip: string, symbol: string): KnownGrip => {
  const read = parseGrip(grip, 6);
  if (!read.ok) throw new Error(read.error);
  const one = knowGrip(read.value, { instrument, hand, chord: chordOf(symbol) });
  if ('refused' in one) throw new Error(one.refused);
  return one;
};
const near = (grip: string, symbol: string) =>
  neighboursOf(known(grip, symbol), { chord: chordOf(symbol), instrument, hand });

describe('neighbours of a grip', () => {
  const grips = (grip: string, symbol: string, kind: NeighbourKind) =>
    near(grip, symbol)
      .filter((n) => n.kind === kind)
      .map((n) => formatGrip(n.known.grip));

  it('offer the ways a player would try', () => {
    expect(grips('577xxx', 'A', 'same-notes'))
      .to.include('x022xx')
      .and.not.include('577xxx');
    expect(grips('577xxx', 'A', 'fewer')[0]).to.equal('57xxxx'); // the doubled root goes first
    expect(grips('xxx565', 'F', 'inversion')).to.have.length.within(1, 3);
    expect(grips('x02xxx', 'A', 'octave-up')).to.include('xx79xx');
  });

  it('say what each changes', () => {
    const up = near('x02xxx', 'A').find((n) => n.kind === 'octave-up')!;
    expect([up.lost, up.gained]).to.deep.equal([
      [45, 52],
      [57, 64],
    ]);
    const easier = near('133211', 'F').filter((n) => n.kind === 'easier');
    for (const one of easier) expect(one.effort).to.be.at.most(-0.15);
    expect(easier.length).to.be.greaterThan(0);
    const fewer = near('x32010', 'C').find((n) => n.kind === 'fewer')!;
    expect([fewer.lost.length, fewer.gained]).to.deep.equal([1, []]);
  });

  it('law: every neighbour can be held and keeps its promise', () => {
    const anyGrip = fc.constantFrom('Dm', 'Gm7', 'A5', 'C/E', 'Fadd9').chain((symbol) => {
      const list = enumerateGrips(chordOf(symbol), instrument, hand);
      return fc.nat(list.length - 1).map((i) => ({ symbol, one: list[i]! }));
    });
    const pcs = (k: KnownGrip) => [...new Set(k.pitches.map((p) => p % 12))].sort((a, b) => a - b).join();
    fc.assert(
      fc.property(anyGrip, ({ symbol, one }) => {
        for (const n of neighboursOf(one, { chord: chordOf(symbol), instrument, hand })) {
          const { pitches, grip } = n.known;
          expect(knowGrip(grip, { instrument, hand, chord: null })).to.not.have.property('refused');
          const by = { 'octave-up': 12, 'octave-down': -12, 'same-notes': 0 }[n.kind as string];
          if (by !== undefined) {
            expect([...pitches].sort((a, b) => a - b)).to.deep.equal(
              [...one.pitches].map((p) => p + by).sort((a, b) => a - b),
            );
          }
          if (n.kind === 'fewer') expect(pitches.length).to.equal(one.pitches.length - 1);
          if (n.kind === 'inversion' || n.kind === 'easier') expect(pcs(n.known)).to.equal(pcs(one));
          if (n.kind === 'inversion') expect(pitches[0]! % 12).to.not.equal(one.pitches[0]! % 12);
        }
      }),
      { seed: SEED, numRuns: 60 },
    );
  });
});
