import { expect } from 'chai';
import fc from 'fast-check';
import { SEED } from '../../../test/generators';
import { HANDS } from '../grip/index';
import {
  defaultBass,
  defaultGuitar,
  openStrings,
  usableFrets,
  type Fret,
  type Instrument,
} from '../instrument/index';
import { costOfFretted, fretNotes, type Fretted, type PitchesAt } from './index';

const guitar = defaultGuitar(3);
const hand = HANDS.middle;
const at = (pitches: readonly (number | readonly number[])[], step = 0.3): readonly PitchesAt[] =>
  pitches.map((p, i) => ({ seconds: i * step, pitches: typeof p === 'number' ? [p] : p }));
const words = (list: readonly (Fretted | null)[]) =>
  list.map((one) => one?.map(({ string, fret }) => `${fret}@${6 - string}`).join('+') ?? '-').join(' ');

/** Every way to play the notes there is, one after the other; the cheapest by the same costs. */
function cheapest(list: readonly PitchesAt[], instrument: Instrument): number {
  const open = openStrings(instrument).map((p) => p + instrument.capo);
  const ways = list.map(({ pitches }) => {
    const found: Fretted[] = [];
    const place = (n: number, taken: Fretted): void => {
      if (n === pitches.length) return void found.push(taken);
      open.forEach((base, string) => {
        const fret = pitches[n]! - base;
        if (fret < 0 || fret > usableFrets(instrument) || taken.some((t) => t.string === string)) return;
        place(n + 1, [...taken, { string, fret: fret as Fret }]);
      });
    };
    place(0, []);
    return found;
  });
  let best = Infinity;
  const walk = (i: number, chosen: readonly Fretted[]): void => {
    if (i === ways.length) {
      best = Math.min(best, costOfFretted(list, chosen, { instrument, hand }));
      return;
    }
    for (const way of ways[i]!) walk(i + 1, [...chosen, way]);
  };
  walk(0, []);
  return best;
}

describe('strings and frets for notes without', () => {
  it('a scale at the nut stays at the nut, a run higher up stays in one place', () => {
    // E minor pentatonic from the open string, as any beginner is shown it (common practice).
    expect(words(fretNotes(at([40, 43, 45, 47, 50, 52]), { instrument: guitar, hand }))).to.equal(
      '0@6 3@6 0@5 2@5 0@4 2@4',
    );
    const run = fretNotes(at([69, 71, 72, 74, 76, 77]), { instrument: guitar, hand });
    const frets = run.flatMap((one) => one!.map((n) => n.fret));
    expect(Math.max(...frets) - Math.min(...frets)).to.be.at.most(8);
  });

  it('chords at the nut are the shapes everybody plays (common practice)', () => {
    const shape = (pitches: readonly number[]) => {
      const grip = Array.from({ length: 6 }, (): string => 'x');
      for (const { string, fret } of fretNotes(at([pitches]), { instrument: guitar, hand })[0]!)
        grip[string] = String(fret);
      return grip.join('');
    };
    expect(shape([48, 52, 55, 60, 64])).to.equal('x32010');
    expect(shape([40, 47, 52, 56, 59, 64])).to.equal('022100');
    expect(shape([41, 48, 53, 57, 60, 65])).to.equal('133211');
    expect(shape([40, 47, 52])).to.equal('022xxx');
  });

  it('what no hand holds, or no string has, is null', () => {
    expect(fretNotes(at([[40, 41]]), { instrument: guitar, hand })).to.deep.equal([null]);
    expect(fretNotes(at([20, 45]), { instrument: guitar, hand }).map((one) => one !== null)).to.deep.equal([
      false,
      true,
    ]);
  });

  it('law: as cheap as the cheapest of all ways, note by note and in twos', () => {
    const one = fc.integer({ min: 40, max: 70 }).map((p) => [p]);
    const two = fc
      .tuple(fc.integer({ min: 40, max: 60 }), fc.integer({ min: 3, max: 12 }))
      .map(([p, up]) => [p, p + up]);
    const list = fc.array(fc.oneof(one, two), { minLength: 1, maxLength: 4 });
    fc.assert(
      fc.property(list, fc.constantFrom(0.1, 0.25, 1), (pitches, step) => {
        const events = at(pitches, step);
        const chosen = fretNotes(events, { instrument: guitar, hand });
        if (chosen.includes(null)) return;
        const cost = costOfFretted(events, chosen as readonly Fretted[], { instrument: guitar, hand });
        expect(cost).to.be.closeTo(cheapest(events, guitar), 1e-6);
      }),
      { seed: SEED, numRuns: 60 },
    );
  });

  it('law: every note has its pitch, on a string of its own', () => {
    const bass = defaultBass();
    const open = openStrings(bass);
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 28, max: 60 }), { minLength: 1, maxLength: 40 }), (pitches) => {
        fretNotes(at(pitches), { instrument: bass, hand }).forEach((one, i) => {
          expect(one!.map(({ string, fret }) => open[string]! + fret)).to.deep.equal([pitches[i]]);
        });
      }),
      { seed: SEED, numRuns: 60 },
    );
  });
});
