import { expect } from 'chai';
import {
  defaultBass,
  defaultGuitar,
  formatTuning,
  fretMm,
  openStrings,
  parseTuning,
  spanMm,
  tuningWords,
  usableFrets,
  type Instrument,
} from './index';

const tuned = (text: string, kind: 'guitar' | 'bass' = 'guitar'): Instrument => {
  const tuning = parseTuning(text, kind);
  if (!tuning.ok) throw new Error(tuning.error);
  return { ...(kind === 'guitar' ? defaultGuitar(5) : defaultBass()), tuning: tuning.value };
};

describe('instrument', () => {
  // Source: equal temperament; lutherie handbooks ("rule of 18" corrected to 17.817).
  it('puts frets where a luthier does', () => {
    expect(fretMm(648, 1)).to.be.closeTo(36.4, 0.05);
    expect(fretMm(648, 12)).to.equal(324);
    expect(648 / fretMm(648, 1)).to.be.closeTo(17.817, 0.001);
    expect(fretMm(648, 24)).to.be.closeTo(486, 1e-9);
  });

  it('measures spans with the capo counted', () => {
    const open = defaultGuitar(0);
    expect(spanMm(open, 1, 4)).to.be.closeTo(97.3, 0.1);
    expect(spanMm({ ...open, capo: 8 }, 1, 4)).to.be.lessThan(spanMm(open, 1, 4) * 0.64);
    expect(spanMm(open, 4, 1)).to.equal(spanMm(open, 1, 4));
    expect(usableFrets({ ...open, capo: 3 })).to.equal(19);
  });

  it('reads tunings and finds the usual octaves', () => {
    expect(tuned('D A D G B E').tuning).to.deep.equal(['D2', 'A2', 'D3', 'G3', 'B3', 'E4']);
    expect(tuned('Eb Ab Db Gb Bb Eb').tuning).to.deep.equal(['Eb2', 'Ab2', 'Db3', 'Gb3', 'Bb3', 'Eb4']);
    expect(tuned('B E A D G', 'bass').tuning).to.deep.equal(['B0', 'E1', 'A1', 'D2', 'G2']);
    expect(openStrings(tuned('C2 G C F A D'))[0]).to.equal(36);
  });

  it('writes tunings so that they read back', () => {
    for (const text of ['E A D G B E', 'D A D G B E', 'Eb Ab Db Gb Bb Eb', 'B E B E G# B', 'C G C F A D']) {
      expect(formatTuning(tuned(text)), text).to.equal(text);
    }
  });

  it('names the usual tunings', () => {
    expect(tuningWords(tuned('E A D G B E'))).to.equal('standard');
    expect(tuningWords(tuned('D A D G B E'))).to.equal('drop D');
    expect(tuningWords(tuned('Db Ab Db Gb Bb Eb'))).to.equal('drop Db');
    expect(tuningWords(tuned('Eb Ab Db Gb Bb Eb'))).to.equal('a semitone down');
    expect(tuningWords(tuned('D A D G A D'))).to.equal('D A D G A D');
  });

  it('says what it expected of a tuning', () => {
    const wrong = (text: string, kind: 'guitar' | 'bass') => {
      const read = parseTuning(text, kind);
      return read.ok ? '' : read.error;
    };
    expect(wrong('E A D G B', 'guitar')).to.include('names 5 strings; expected 6 strings');
    expect(wrong('E A D G B E', 'bass')).to.include('expected 4 or 5');
    expect(wrong('E A D H B E', 'guitar')).to.include('"H" is no string');
  });
});
