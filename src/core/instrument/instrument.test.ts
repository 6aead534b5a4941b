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

  /** Each as people say it (common practice). */
  for (const [said, kind, strings] of [
    ['standard', 'guitar', 'E2 A2 D3 G3 B3 E4'],
    ['drop D', 'guitar', 'D2 A2 D3 G3 B3 E4'],
    ['Dropped-C', 'guitar', 'C2 G2 C3 F3 A3 D4'],
    ['drop C#', 'guitar', 'C#2 G#2 C#3 F#3 A#3 D#4'],
    ['Drop B', 'guitar', 'B1 F#2 B2 E3 G#3 C#4'],
    ['drop A', 'guitar', 'A1 E2 A2 D3 F#3 B3'],
    ['half step down', 'guitar', 'Eb2 Ab2 Db3 Gb3 Bb3 Eb4'],
    ['tuned down a half-step', 'guitar', 'Eb2 Ab2 Db3 Gb3 Bb3 Eb4'],
    ['a semitone down', 'bass', 'Eb1 Ab1 Db2 Gb2'],
    ['whole step down', 'guitar', 'D2 G2 C3 F3 A3 D4'],
    ['one and a half steps down', 'guitar', 'Db2 Gb2 B2 E3 Ab3 Db4'],
    ['2 semitones down', 'guitar', 'D2 G2 C3 F3 A3 D4'],
    ['Eb standard', 'guitar', 'Eb2 Ab2 Db3 Gb3 Bb3 Eb4'],
    ['DADGAD', 'guitar', 'D2 A2 D3 G3 A3 D4'],
    ['C#G#C#F#A#D#', 'guitar', 'C#2 G#2 C#3 F#3 A#3 D#4'],
    ['open G', 'guitar', 'D2 G2 D3 G3 B3 D4'],
    ['E A D G B e', 'guitar', 'E2 A2 D3 G3 B3 E4'],
    ['e B G D A E', 'guitar', 'E2 A2 D3 G3 B3 E4'],
    ['drop D', 'bass', 'D1 A1 D2 G2'],
    ['BEADG', 'bass', 'B0 E1 A1 D2 G2'],
  ] as const) {
    it(`reads ${said} (${kind})`, () => {
      expect(tuned(said, kind).tuning.join(' ')).to.equal(strings);
    });
  }

  it('law: what a tuning is called is read as that tuning', () => {
    for (const name of ['C', 'C#', 'D', 'Db', 'B', 'Bb', 'A']) {
      const drop = tuned(`drop ${name}`);
      expect(tuningWords(drop)).to.equal(`drop ${name}`);
      expect(tuned(tuningWords(drop)).tuning).to.deep.equal(drop.tuning);
    }
    for (const by of [1, 2, 3, 4, 5]) {
      const lower = tuned(`${by} semitones down`);
      expect(tuned(tuningWords(lower)).tuning).to.deep.equal(lower.tuning);
      expect(openStrings(lower)).to.deep.equal(openStrings(defaultGuitar(0)).map((m) => m - by));
    }
  });

  it('says what it expected of a tuning', () => {
    const wrong = (text: string, kind: 'guitar' | 'bass') => {
      const read = parseTuning(text, kind);
      return read.ok ? '' : read.error;
    };
    expect(wrong('E A D G B', 'guitar')).to.include('names 5 strings; expected 6 strings');
    expect(wrong('E A D G B E', 'bass')).to.include('expected 4 or 5');
    expect(wrong('drop H', 'guitar')).to.include('or a name like drop D');
    expect(wrong('6 semitones down', 'guitar')).to.include('or a name like drop D');
    expect(wrong('E A D H B E', 'guitar')).to.include('"H" is no string');
  });
});
