import { expect } from 'chai';
import fc from 'fast-check';
import { SEED } from '../../../test/generators';
import {
  belongs,
  frequencyHz,
  hasThird,
  intervalWords,
  isNoChord,
  midi,
  moveChord,
  moveKey,
  nameNotes,
  spokenNames,
  noteName,
  parseChord,
  parseKey,
  parseNote,
  pitchClass,
  pitchClassOf,
  pretty,
  spell,
  thirdOf,
  toneName,
  withOctave,
  type Key,
} from './index';

const key = (text: string): Key => {
  const read = parseKey(text);
  if (!read.ok) throw new Error(read.error);
  return read.value;
};
const chord = (text: string) => {
  const read = parseChord(text);
  if (!read.ok) throw new Error(read.error);
  return read.value;
};
const notesOf = (text: string) =>
  text
    .split(' ')
    .filter(Boolean)
    .map((n) => {
      const read = parseNote(n);
      if (!read.ok) throw new Error(n);
      return read.value;
    });
const names = (notes: string, inKey = 'C') => nameNotes(notesOf(notes), key(inKey)).map((n) => n.symbol);

describe('pitch', () => {
  // Sources: ISO 16:1975 (A4 = 440 Hz); equal temperament; MIDI 1.0 (60 = middle C).
  it('gives the frequencies of open strings', () => {
    const table: [string, number][] = [
      ['E2', 82.41],
      ['A2', 110],
      ['D3', 146.83],
      ['G3', 196],
      ['B3', 246.94],
      ['E4', 329.63],
      ['E1', 41.2],
      ['A1', 55],
      ['D2', 73.42],
      ['G2', 98],
      ['C4', 261.63],
      ['A4', 440],
    ];
    for (const [name, hz] of table) {
      const note = parseNote(name);
      expect(note.ok && frequencyHz(note.value), name).to.be.closeTo(hz, 0.005);
    }
  });

  it('refuses what is no pitch', () => {
    expect(() => midi(128)).to.throw(RangeError);
    expect(() => midi(1.5)).to.throw(RangeError);
    for (const text of ['H2', 'A', 'a3', 'C12', '']) expect(parseNote(text).ok, text).to.equal(false);
    expect(pitchClassOf('Cb')).to.equal(11);
    expect(pitchClassOf('X')).to.equal(null);
  });

  // Source: common practice, any harmony handbook.
  it('spells notes as the key has them', () => {
    const scale = (k: string, steps: number[]) =>
      steps.map((s) => spell(pitchClassOf(key(k).tonic)! + s, key(k))).join(' ');
    const major = [0, 2, 4, 5, 7, 9, 11];
    const minor = [0, 2, 3, 5, 7, 8, 10];
    expect(scale('C', major)).to.equal('C D E F G A B');
    expect(scale('Eb', major)).to.equal('Eb F G Ab Bb C D');
    expect(scale('F#', major)).to.equal('F# G# A# B C# D# E#');
    expect(scale('Dm', minor)).to.equal('D E F G A Bb C');
    expect(scale('Abm', minor)).to.equal('Ab Bb Cb Db Eb Fb Gb');
    expect(scale('F#m', minor)).to.equal('F# G# A B C# D E');
    expect(spell(1, key('Dm'))).to.equal('C#'); // raised leading tone
    expect(spell(8, key('Am'))).to.equal('G#');
    expect(spell(10, key('C'))).to.equal('Bb');
    expect(spell(6, key('C'))).to.equal('F#');
    expect(spell(9, key('Ab'))).to.equal('A'); // not B double flat
    expect(spell(2, key('Abm'))).to.equal('D');
  });

  it('puts the octave with the letter', () => {
    expect(noteName(midi(58), key('Dm'))).to.equal('Bb3');
    expect(withOctave('Cb', midi(59))).to.equal('Cb4');
    expect(withOctave('B#', midi(60))).to.equal('B#3');
    expect(() => withOctave('D', midi(60))).to.throw(RangeError);
    expect(pretty('Bb2 F#m')).to.equal('B♭2 F♯m');
  });

  it('law: a spelled note read back is the same pitch, in every key', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 12, max: 119 }),
        fc.constantFrom('C', 'Db', 'F#', 'Ab', 'Dm', 'Abm', 'G#m', 'Ebm', 'Bm'),
        (n, k) => {
          const back = parseNote(noteName(midi(n), key(k)));
          expect(back.ok && back.value).to.equal(n);
        },
      ),
      { seed: SEED },
    );
  });

  it('reads keys and moves them', () => {
    expect(key('D minor')).to.deep.equal({ text: 'Dm', tonic: 'D', mode: 'minor' });
    expect(key('Bb major').text).to.equal('Bb');
    expect(moveKey(key('Dm'), 2).text).to.equal('Em');
    expect(moveKey(key('Bb'), 2).text).to.equal('C');
    expect(moveKey(key('A'), 1).text).to.equal('Bb');
    expect(parseKey('H').ok).to.equal(false);
  });

  it('reads chord symbols as guitarists write them', () => {
    const table: [string, string][] = [
      ['Dm', 'D F A'],
      ['Bb', 'Bb D F'],
      ['C/E', 'C E G'],
      ['Gm7', 'G Bb D F'],
      ['A5', 'A E'],
      ['Csus4', 'C F G'],
      ['Cadd9', 'C E G D'],
      ['Cm(add9)', 'C Eb G D'],
      ['F#m7b5', 'F# A C E'],
      ['C6/9', 'C E G A D'],
      ['D(no3)', 'D A'],
      ['C7(no5)', 'C E Bb'],
      ['Gm/F', 'G Bb D'],
      ['C-7', 'C Eb G Bb'],
    ];
    for (const [text, tones] of table) {
      expect(
        chord(text)
          .tones.map((t) => t.name)
          .join(' '),
        text,
      ).to.equal(tones);
    }
    expect(chord('Gm/F').bass).to.equal('F');
    expect(chord('C6/9').bass).to.equal(null);
    expect(isNoChord('N.C.') && isNoChord('nc') && !isNoChord('C')).to.equal(true);
  });

  it('says what it expected of a chord that is none', () => {
    for (const text of ['H', 'Hm7', 'Cfoo', 'dm', '7', '']) {
      const read = parseChord(text);
      expect(!read.ok && read.error, text).to.include('expected a chord like');
    }
  });

  it('knows the third, what belongs and what each tone is called', () => {
    expect(thirdOf(chord('Dm'))).to.equal(5);
    expect(hasThird(chord('A5')) || hasThird(chord('Csus4'))).to.equal(false);
    expect(belongs(chord('Gm/F'), 5)).to.equal(true);
    expect(belongs(chord('Gm'), 5)).to.equal(false);
    expect(toneName(chord('E7'), 8)).to.equal('G#');
    expect(toneName(chord('E7'), 9)).to.equal(null);
    expect(moveChord(chord('Gm7/F'), 2, (pc) => spell(pc, key('Em')))).to.equal('Am7/G');
  });

  it('names what sounds: best name first, spelled in the key', () => {
    expect(names('G2 D3 G3')[0]).to.equal('G5');
    expect(names('C3 E3 G3 C4')[0]).to.equal('C');
    expect(names('E2 C3 G3')[0]).to.equal('C/E');
    expect(names('F2 G3 Bb3 D4', 'Dm')[0]).to.equal('Gm/F');
    expect(names('A2 C3 E3 G3')[0]).to.equal('Am7');
    expect(names('A2 C3 E3 G3')).to.include('C6/A');
    expect(names('D3 A3')[0]).to.equal('D5');
    expect(names('D3')).to.deep.equal(['D']);
    expect(names('D3 D4')).to.deep.equal(['D octave']);
    expect(names('E2 G#3 D4')[0]).to.equal('E7');
    expect(names('E2 Bb2 E3', 'E')[0]).to.equal('E(b5)');
    expect(names('E2 G3 Bb3')[0]).to.equal('Edim');
    expect(names('C3 E3 G3 D4')[0]).to.equal('Cadd9');
    expect(names('B1 A2 C#3 F#3', 'E')[0]).to.equal('F#m/B');
    expect(names('E2 G#3 B#3 D#4 F#4', 'C#m')[0]).to.equal('G#7/E');
    expect(names('Bb2 D3 F3 A3', 'Dm')[0]).to.equal('Bbmaj7');
    expect(names('C3 D3 G3')[0]).to.equal('Csus2');
    expect(names('C2 C#2 D2')[0]).to.equal('C·Db·D');
    expect(nameNotes([], key('C'))).to.deep.equal([]);
  });

  // As guitarists write them, whatever flats the key would use (common practice).
  it('spells roots and basses as the chord itself has them', () => {
    expect(names('A2 E3 A3 C#4 E4').slice(0, 1)).to.deep.equal(['A']);
    expect(names('C#3 A3 C#4 E4')[0]).to.equal('A/C#');
    expect(names('C#3 G#3 C#4 E4')[0]).to.equal('C#m');
    expect(names('C#3 G3 Bb3 E4')[0]).to.equal('C#dim7');
    expect(names('F#2 C#3 F#3 A#3 B3 E4')[0]).to.equal('F#7(11)');
    expect(names('G#2 B3 D#4 F#4')[0]).to.equal('G#m7');
    expect(names('Db3 Ab3 Db4 F4')[0]).to.equal('Db');
    expect(names('Db3 Ab3 Db4 Fb4', 'Ab')[0]).to.equal('Dbm');
    expect(names('Eb3 Bb3 Eb4 Gb4')[0]).to.equal('Ebm');
  });

  it('decides sixth or minor seventh by the bass, and where the bass leaves it open by the key', () => {
    // Common practice: the same four notes.
    expect(names('C3 E3 G3 A3')[0]).to.equal('C6');
    expect(names('A2 C3 E3 G3')[0]).to.equal('Am7');
    expect(names('G2 C3 E3 A3', 'C')[0]).to.equal('C6/G');
    expect(names('G2 C3 E3 A3', 'Am')[0]).to.equal('Am/G');
    expect(names('G2 G3 C4 E4 A4', 'Am')[0]).to.equal('Am7/G');
    expect(names('G2 G3 C4 E4 A4', 'C')[0]).to.equal('C6/G');
  });

  it('speaks of notes, octaves and pairs as a bandmate does, symbols after', () => {
    const spoken = (notes: string, k = 'C') => spokenNames(notesOf(notes), key(k));
    expect(spoken('Bb2', 'Dm')).to.deep.equal(['Bb']);
    expect(spoken('D3 D4')).to.deep.equal(['D octave']);
    expect(spoken('D2 D3 D4')).to.deep.equal(['D octaves']);
    expect(spoken('F3 A3')[0]).to.equal('F–A, major third');
    expect(spoken('F#3 D4', 'D')[0]).to.equal('F#–D, minor sixth');
    expect(spoken('D3 A3').slice(0, 2)).to.deep.equal(['D5', 'D–A, fifth']);
    expect(spoken('A2 D3').slice(0, 2)).to.deep.equal(['D5/A', 'A–D, fourth']);
    expect(spoken('G2 Bb2 F3', 'Dm')[0]).to.equal('Gm7');
    expect(spoken('E2 A#2', 'E')[0]).to.equal('E tritone');
    expect(spoken('G2 D3 F3', 'Dm')[0]).to.equal('G7 (no 3)');
    expect(spoken('')).to.deep.equal([]);
  });

  it('law: every best name is read as a chord with the same lowest note', () => {
    const grips = fc.uniqueArray(fc.integer({ min: 40, max: 76 }), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(grips, fc.constantFrom('C', 'E', 'Fm', 'Bb', 'F#m'), (list, k) => {
        const notes = list.map(midi);
        const [best] = nameNotes(notes, key(k));
        if (best!.symbol.includes('·')) return; // by its notes: nobody has another name
        const read = parseChord(best!.symbol);
        expect(read.ok, best!.symbol).to.equal(true);
        expect(read.ok && read.value.bassPc, best!.symbol).to.equal(Math.min(...list) % 12);
      }),
      { seed: SEED, numRuns: 2000 },
    );
  });

  // Spellings of players, common practice.
  const SPELLINGS: readonly (readonly [typed: string, tones: string])[] = [
    ['E5(b5)', 'E Bb'],
    ['F♯m7(11)', 'F# A C# E B'],
    ['Dmi', 'D F A'],
    ['Dmin7', 'D F A C'],
    ['B♭', 'Bb D F'],
    ['F♯m', 'F# A C#'],
    ['C△7', 'C E G B'],
    ['Bø', 'B D F A'],
    ['Am7(9)', 'A C E G B'],
    ['A/G♯', 'A C# E'],
    ['Gmaj7sus4', 'G C D F#'],
  ];
  for (const [typed, tones] of SPELLINGS) {
    it(`reads ${typed}`, () => {
      expect(
        chord(typed)
          .tones.map((t) => t.name)
          .join(' '),
      ).to.equal(tones);
    });
  }

  it('law: doubling upper notes an octave higher changes no name', () => {
    const low = fc.integer({ min: 28, max: 45 });
    const upper = fc.array(fc.integer({ min: 46, max: 70 }), { minLength: 1, maxLength: 4 });
    fc.assert(
      fc.property(low, upper, fc.nat(), (l, u, pick) => {
        const notes = [l, ...u].map(midi);
        const doubled = [...notes, midi(u[pick % u.length]! + 12)];
        expect(nameNotes(doubled, key('C'))).to.deep.equal(nameNotes(notes, key('C')));
      }),
      { seed: SEED },
    );
  });

  it('says distances as players do', () => {
    expect([1, 7, 11, 12, 13, 16, 19, 24, 23].map(intervalWords)).to.deep.equal([
      'semitone',
      'fifth',
      'major seventh',
      'octave',
      'minor ninth',
      'tenth',
      'twelfth',
      '2 octaves',
      'major seventh and an octave',
    ]);
    expect(pitchClass(-1)).to.equal(11);
  });
});
