import { expect } from 'chai';
import { Chord, ChordType, Interval } from 'tonal';
import { DEFAULT_KEY, midi, nameNotes, parseChord } from '../src/core/pitch/index';

/** Source: the chord dictionary of `tonal`, a general-purpose library. */
describe('chord dictionary of tonal', () => {
  // A suffix that starts with an accidental cannot be told from another root (Cb9sus is C-flat), there as here.
  const types = ChordType.all().filter(
    (type) => !Chord.get(['C', type.aliases[0]!]).empty && !/^[b#]/.test(type.aliases[0]!),
  );

  it('is big enough to mean something', () => {
    expect(types.length).to.be.greaterThan(90);
  });

  for (const type of types) {
    const symbol = `C${type.aliases[0]}`;
    it(`reads ${symbol} as the dictionary does`, () => {
      const ours = parseChord(symbol);
      if (!ours.ok) throw new Error(ours.error);
      const theirs = type.intervals.map((i) => ((Interval.semitones(i) ?? 0) + 12) % 12);
      expect(ours.value.tones.map((t) => t.above)).to.have.members(theirs);
    });
  }

  it('every type, sounded from its root up, gets that type among its names', () => {
    const missing = types.filter((type) => {
      const notes = type.intervals.map((i) => midi(36 + (Interval.semitones(i) ?? 0)));
      const wanted = new Set(notes.map((n) => n % 12));
      // A name counts when it means the same notes on the same root.
      return !nameNotes(notes, DEFAULT_KEY).some(({ symbol }) => {
        const read = parseChord(symbol);
        if (!read.ok || read.value.rootPc !== 0) return false;
        const pcs = new Set(read.value.tones.map((t) => t.pc as number));
        return pcs.size === wanted.size && [...pcs].every((pc) => wanted.has(pc));
      });
    });
    expect(missing.map((t) => t.aliases[0])).to.deep.equal([]);
  });
});
