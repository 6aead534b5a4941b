import { expect } from 'chai';
import { defaultBass, defaultGuitar, parseTuning, powerShape, powerShapeWords, turnedStrings } from './index';

const tuned = (text: string) => {
  const tuning = parseTuning(text, 'guitar');
  if (!tuning.ok) throw new Error(tuning.error);
  return { ...defaultGuitar(0), tuning: tuning.value };
};

describe('from one tuning to another', () => {
  it('names the strings that are turned', () => {
    expect(turnedStrings(tuned('standard'), tuned('drop D'))).to.deep.equal([
      { string: 0, from: 'E2', to: 'D2', by: -2 },
    ]);
    expect(turnedStrings(tuned('DADGAD'), tuned('standard'))?.map((s) => s.by)).to.deep.equal([2, 2, 2]);
    expect(turnedStrings(tuned('drop D'), tuned('drop D'))).to.deep.equal([]);
    expect(
      turnedStrings(defaultBass(), { ...defaultBass(), tuning: ['B0', 'E1', 'A1', 'D2', 'G2'] }),
    ).to.equal(null);
  });

  // Source: common practice: 022 in standard tuning, one finger across with the lowest string dropped a whole tone.
  it('knows the power chord of a tuning', () => {
    expect(powerShape(tuned('standard'))).to.deep.equal([0, 2, 2]);
    expect(powerShape(tuned('drop D'))).to.deep.equal([0, 0, 0]);
    expect(powerShapeWords(tuned('drop C'))).to.include('one finger across');
    expect(powerShapeWords(tuned('open G'))).to.equal(
      'power chords on the lowest strings: the fifth 2 up, the octave at the same fret',
    );
  });
});
