import { expect } from 'chai';
import fc from 'fast-check';
import { gripOf, SEED } from '../../../test/generators';
import { defaultGuitar } from '../instrument/index';
import { crossingOf, HANDS, holdGrip, parseGrip } from './index';

const guitar = defaultGuitar(3);

function crossing(text: string, pick: number | null = null) {
  const grip = parseGrip(text, 6);
  if (!grip.ok) throw new Error(grip.error);
  const held = holdGrip(grip.value, guitar, HANDS.middle);
  if (!held.ok) throw new Error(held.error);
  return crossingOf(grip.value, held.value, pick === null ? null : [pick]);
}

describe('what a stroke crosses', () => {
  // Common practice: a stroke goes from the lowest to the highest string that is to sound.
  for (const [text, from, to, silent, open] of [
    ['022xxx', 0, 2, [], []],
    ['x-x-7-x-10-x', 2, 4, [3], []],
    ['3x0003', 0, 5, [1], []],
    ['x32010', 1, 5, [], []],
    ['0x02xx', 0, 3, [1], [1]],
  ] as const) {
    it(`${text} goes over strings ${from + 1} to ${to + 1} from the lowest`, () => {
      const found = crossing(text)!;
      expect([found.from, found.to]).to.deep.equal([from, to]);
      expect(found.stops.map((s) => s.string)).to.deep.equal(silent);
      expect(found.open).to.deep.equal(open);
    });
  }

  it('is the one string that is picked, and nothing where that string is silent', () => {
    expect(crossing('022xxx', 5)).to.deep.equal({ from: 1, to: 1, stops: [], open: [] });
    expect(crossing('022xxx', 1)).to.equal(null);
    expect(crossing('xxxxxx')).to.equal(null);
  });

  it('law: every silent string on the way is stopped by something or named as open, and none outside it', () => {
    fc.assert(
      fc.property(gripOf(6, 5), (grip) => {
        const held = holdGrip(grip, guitar, HANDS.large);
        if (!held.ok) return;
        const found = crossingOf(grip, held.value, null)!;
        const silent = grip.flatMap((f, s) => (f === null && s > found.from && s < found.to ? [s] : []));
        expect(found.stops.map((s) => s.string)).to.deep.equal(silent);
        for (const s of found.open) expect(silent).to.include(s);
        expect(grip[found.from]).to.not.equal(null);
        expect(grip[found.to]).to.not.equal(null);
      }),
      { seed: SEED },
    );
  });
});
