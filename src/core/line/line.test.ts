import { expect } from 'chai';
import fc from 'fast-check';
import { Note, Scale } from 'tonal';
import { SEED } from '../../../test/generators';
import { HANDS } from '../grip/index';
import { defaultBass, defaultGuitar } from '../instrument/index';
import { noteName, parseKey, pitchClass, type Key } from '../pitch/index';
import { COMMON_TIME, parseMeter } from '../time/index';
import {
  bassRoots,
  bendWords,
  formatLine,
  formatStep,
  HARMONIES,
  harmonyLine,
  lineHand,
  octaveDouble,
  parseLine,
  parseStep,
  placeMelody,
  scaleOf,
  stepPitches,
  stepTrouble,
  type Line,
} from './index';

const guitar = defaultGuitar(5);
const bass = defaultBass();
const hand = HANDS.middle;
const key = (text: string): Key => {
  const read = parseKey(text);
  if (!read.ok) throw new Error(read.error);
  return read.value;
};
const lineOf = (text: string, strings = 6): Line => {
  const read = parseLine(text, { meter: COMMON_TIME, strings });
  if (!read.ok) throw new Error(read.error.map((p) => p.message).join('; '));
  return read.value;
};
const names = (line: Line, instrument = guitar, inKey = key('C')) =>
  line.map((step) =>
    stepPitches(step, instrument)
      .map((p) => noteName(p, inKey))
      .join('+'),
  );

describe('lines', () => {
  it('writes eighths of a compound bar as they are, and triplets of a straight one as groups', () => {
    const again = (text: string, meter: string) => {
      const read = parseMeter(meter);
      if (!read.ok) throw new Error(read.error);
      const line = parseLine(text, { meter: read.value, strings: 6 });
      return line.ok ? formatLine(line.value, { meter: read.value, strings: 6 }) : null;
    };
    const eighths = '0@6 3@6 5@6 . . . 3@6 0@6 . . . .';
    expect(again(eighths, '12/8')).to.equal(eighths);
    for (const text of ['5@4 . {5@4 7@4 5@4} . . . .', '5@4 . . {5@4 7@4 5@4} . . .', '5@4 {5@4 . 7@4} 5@4'])
      expect(again(text, '4/4')).to.equal(text);
  });

  it('puts a fret alone on the string of the note before', () => {
    const written = (text: string) => {
      const read = parseLine(text, { meter: COMMON_TIME, strings: 6 });
      return read.ok ? formatLine(read.value, { meter: COMMON_TIME, strings: 6 }) : null;
    };
    expect(written('5@4 h7 p5 3')).to.equal('5@4 h7@4 p5@4 3@4');
    expect(written('9@3b 10~ s12sd r')).to.equal('9@3b1 10@3~ s12@3sd r');
    expect(written('5@4 . (5)h7 7?')).to.equal('5@4 . (5)h7@4 7@4?');
    expect(written('577xxx s799xxx . 5@6'), 'grips stay grips').to.equal('577xxx s799xxx . 5@6');
    expect(written('5 7@4 . .'), 'nothing before it').to.equal(null);
    expect(written('577xxx 5 . .'), 'several before it').to.equal(null);
  });

  it('reads steps that divide the bar evenly, the one before going on through a dot', () => {
    const line = lineOf('7@3 . h9@3 r');
    expect(line.map((s) => [s.at, s.notes.length])).to.deep.equal([
      [0, 1],
      [1920, 1],
      [2880, 0],
    ]);
    expect(line[1]!.notes[0]!.reached).to.equal('hammer');
  });

  // How each technique is written and what is heard: common practice, bends by the pitch they reach.
  for (const [text, heard] of [
    ['0@6', 'E2'],
    ['7@3', 'D4'],
    ['9@3b1+7@2', 'F#4+F#4'], // a unison bend: two strings meet on one pitch
    ['9@3b1/2', 'F4'],
    ['9@3b1/4', 'E4'],
    ['9@3b1r', 'F#4'],
    ['5@4t7', 'G3+A3'],
    ['12@3n', 'G4'], // half the string
    ['7@3n', 'D5'], // a third of it
    ['5@3n', 'G5'], // a quarter of it
    ['2@3n14', 'A4'], // tapped an octave over fret 2
    ['x@3', ''],
    ['r', ''],
    ['3@6+3@4', 'G2+F3'],
    ['577xxx', 'A2+E3+A3'], // a power chord
    ['s799xxxm', 'B2+F#3+B3'],
    ['hx02230', 'A2+E3+A3+D4+E4'], // the third hammered to a fourth
    ['(5)h7@3', 'D4'],
    ['9@3pb1r', 'F#4'], // bent before the stroke
    ['su7@3', 'D4'],
    ['7@3~sd', 'D4'],
    ['t12@3', 'G4'],
    ['X', ''],
    ['Z', ''],
  ] as const) {
    it(`${text} sounds ${heard || 'nothing'}`, () => {
      const step = parseStep(text, 6);
      expect(step.ok).to.equal(true);
      if (step.ok)
        expect(
          stepPitches(step.value, guitar)
            .map((p) => noteName(p, key('G')))
            .join('+'),
        ).to.equal(heard);
    });
  }

  for (const [text, expected] of [
    ['7@9', 'string 9 is not there'],
    ['7', 'expected notes as fret@string'],
    ['7@3+8@3', 'two notes on one string'],
    ['577', 'expected notes as fret@string'],
    ['577xxxxx', 'expected notes as fret@string'],
    ['(5)7@3', 'is no note'],
    ['9@3bpb1', 'is not known'],
    ['7@3b5', 'is not known'],
    ['rv', 'a silence cannot be struck'],
  ] as const) {
    it(`${text} is refused: ${expected}`, () => {
      const step = parseStep(text, 6);
      expect(!step.ok && step.error).to.include(expected);
    });
  }

  it('says where a bar is wrong and finds every mistake', () => {
    const read = parseLine('5@4 Q . 7@8', { meter: COMMON_TIME, strings: 6 });
    expect(!read.ok && read.error.map((p) => [p.offset, p.length])).to.deep.equal([
      [4, 1],
      [8, 3],
    ]);
    const uneven = parseLine('5@4 '.repeat(7), { meter: COMMON_TIME, strings: 6 });
    expect(!uneven.ok && uneven.error[0]!.message).to.include('7 steps do not divide a 4/4 bar');
  });

  // What a neck and a hand cannot do.
  for (const [text, expected] of [
    ['23@1 . . .', 'fret 23 is not there'],
    ['12@3n24 . . .', 'the tapped harmonic at fret 24 is not there'],
    ['6@3n . . .', 'no clear harmonic rings at fret 6'],
    ['0@3b1 . . .', 'cannot be bent'],
    ['h7@3 . . .', 'no note on string 3 to hammer on from'],
    ['7@3 h5@3 . .', 'a hammer-on goes up'],
    ['5@3 p7@3 . .', 'a pull-off goes down'],
    ['5@3 s7@2 . .', 'to slide from'],
  ] as const) {
    it(`${text} cannot be played: ${expected}`, () => {
      const line = lineOf(text);
      const troubles = line.flatMap((_, i) => stepTrouble(line, i, guitar) ?? []);
      expect(troubles.join()).to.include(expected);
    });
  }

  it('plays a tapped octave over fret 12 only where there are 24 frets', () => {
    const line = lineOf('12@3n24 . . .');
    expect(stepTrouble(line, 0, { ...guitar, frets: 24 })).to.equal(null);
  });

  it('calls a bend by how far it goes', () => {
    const bends = ['1/4', '1/2', '1', '1r'].map((b) => {
      const step = parseStep(`7@3b${b}`, 6);
      return step.ok && bendWords(step.value.notes[0]!.bend!);
    });
    expect(bends).to.deep.equal(['quarter bend', 'half bend', 'whole bend', 'whole bend, let down']);
  });

  it('finds the diatonic harmony in the key', () => {
    const melody = lineOf('7@3 9@3 10@3 7@2'); // D E F F#: the last is foreign to C
    const second = (harmony: (typeof HARMONIES)[number], side: 'above' | 'below') => {
      const made = harmonyLine(melody, { from: guitar, to: guitar, hand, key: key('C'), harmony, side });
      return made.ok ? names(made.value) : made.error;
    };
    // Thirds, fourths, sixths in C major: standard theory.
    expect(second('third', 'above')).to.deep.equal(['F4', 'G4', 'A4', 'A4']);
    expect(second('third', 'below')).to.deep.equal(['B3', 'C4', 'D4', 'D4']);
    expect(second('fourth', 'above')).to.deep.equal(['G4', 'A4', 'B4', 'B4']);
    expect(second('sixth', 'above')).to.deep.equal(['B4', 'C5', 'D5', 'D5']);
    expect(second('octave', 'below')).to.deep.equal(['D3', 'E3', 'F3', 'F3']);
  });

  // Source: the scale dictionary of tonal, a general-purpose music library.
  it('uses the scales the dictionary gives, in every key', () => {
    for (const tonic of ['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'Db', 'Ab', 'Eb', 'Bb', 'F']) {
      for (const [text, scale] of [
        [tonic, `${tonic} major`],
        [`${tonic}m`, `${tonic} minor`],
      ] as const) {
        const wanted = Scale.get(scale).notes.map((n) => Note.chroma(n));
        expect(scaleOf(key(text)), scale).to.deep.equal(wanted);
      }
    }
  });

  // Source: a string in n equal parts rings n times as fast; 12·log2(n) semitones, rounded.
  for (const [fret, parts] of [
    [12, 2],
    [7, 3],
    [19, 3],
    [5, 4],
    [24, 4],
    [4, 5],
    [9, 5],
    [16, 5],
    [3, 6],
  ] as const) {
    it(`rings in ${parts} parts at fret ${fret}`, () => {
      const read = parseStep(`${fret}@6n`, 6);
      if (!read.ok) throw new Error(read.error);
      const open = stepPitches(lineOf('0@6')[0]!, guitar)[0]!;
      expect(stepPitches(read.value, guitar)[0]! - open).to.equal(Math.round(12 * Math.log2(parts)));
    });
  }

  it('says where a harmony leaves the neck', () => {
    const low = lineOf('0@6 . . .');
    const made = harmonyLine(low, {
      from: guitar,
      to: guitar,
      hand,
      key: key('Em'),
      harmony: 'octave',
      side: 'below',
    });
    expect(!made.ok && made.error).to.include('E1 is not on this neck');
  });

  it('keeps slurs where the harmony lies on one string and drops them where it crosses', () => {
    const made = harmonyLine(lineOf('5@3 h7@3 . .'), {
      from: guitar,
      to: guitar,
      hand,
      key: key('C'),
      harmony: 'third',
      side: 'above',
    });
    if (!made.ok) throw new Error(made.error);
    const [a, b] = made.value;
    const same = a!.notes[0]!.string === b!.notes[0]!.string;
    expect(b!.notes[0]!.reached).to.equal(same ? 'hammer' : null);
  });

  it('doubles a riff in octaves and gives the bass its roots', () => {
    const riff = lineOf('3@5 . 5@5 3@6');
    const octaves = octaveDouble(riff, { instrument: guitar, key: key('C') });
    expect(octaves.ok && names(octaves.value)).to.deep.equal(['C3+C4', 'D3+D4', 'G2+G3']);
    expect(octaves.ok && formatLine(octaves.value, { meter: COMMON_TIME, strings: 6 })).to.equal(
      '3@5+5@3 . 5@5+7@3 3@6+5@4',
    );
    const roots = bassRoots(riff, {
      from: guitar,
      bass,
      hand,
      stretches: [
        { at: 0, root: null },
        { at: 1920, root: 7 },
      ],
    });
    expect(roots.ok && names(roots.value, bass)).to.deep.equal(['C2', 'G1']);
  });

  it('does not leap up the neck behind an open string', () => {
    const run = lineOf('14@4 12@4 14@3 14@2 . . . .');
    const pitches = run.flatMap((step) => stepPitches(step, guitar));
    // The first note is the open first string, too: from there it is ten frets to the others in one eighth.
    expect(noteName(pitches[0]!, key('C'))).to.equal('E4');
    const frets = placeMelody(pitches, { instrument: guitar, hand, near: null })!.map(
      (s) => s.fret as number,
    );
    expect(Math.max(...frets) - Math.min(...frets), frets.join()).to.be.at.most(5);
  });

  it('places a melody close together', () => {
    const run = names(lineOf('5@4 7@4 5@3 7@3 5@2 . . .'));
    const spots = placeMelody(
      lineOf('5@4 7@4 5@3 7@3 5@2 . . .').map((s) => stepPitches(s, guitar)[0]!),
      { instrument: guitar, hand, near: 5 },
    )!;
    expect(run).to.have.length(5);
    const frets = spots.map((s) => s.fret as number);
    expect(Math.max(...frets) - Math.min(...frets.filter((f) => f > 0))).to.be.at.most(4);
  });

  it('keeps the hand where it is over a box, and moves it where it must', () => {
    const box = lineHand(lineOf('5@4 7@4 5@3 7@3 5@2 8@2 5@1 8@1'), guitar, hand);
    expect(box.moves).to.deep.equal([]);
    const leap = lineHand(lineOf('3@6 5@6 15@1 17@1'), guitar, hand);
    expect(leap.moves).to.have.length(1);
    expect(leap.moves[0]!.to).to.equal(2);
    expect(leap.moves[0]!.frets).to.be.greaterThan(7);
    const slide = lineHand(lineOf('5@3 s12@3 . .'), guitar, hand);
    expect(slide.moves, 'a slide takes the hand along').to.deep.equal([]);
  });

  const note = fc
    .record({
      fret: fc.integer({ min: 1, max: 19 }),
      string: fc.integer({ min: 1, max: 6 }),
      lead: fc.constantFrom('', '', 'h', 'p', 's'),
      tail: fc.constantFrom('', '', 'b1', 'b1/2r', 't7', 'n', '~', 'b1~'),
    })
    .map((n) => `${n.lead}${n.fret}@${n.string}${n.tail}`);
  const word = fc.oneof(
    { weight: 4, arbitrary: note },
    { weight: 1, arbitrary: fc.constantFrom('r', '.', 'x@5', '7@3m', '7@3w^', '5@4+7@3v', '9@3b1+7@2') },
  );
  const bar = fc
    .constantFrom(1, 2, 4, 8, 12, 16)
    .chain((n) => fc.array(word, { minLength: n, maxLength: n }))
    .map((words) => words.join(' '));

  it('law: a line written and read back is the same', () => {
    fc.assert(
      fc.property(bar, (text) => {
        const line = lineOf(text);
        const written = formatLine(line, { meter: COMMON_TIME, strings: 6 });
        expect(lineOf(written)).to.deep.equal(line);
        expect(formatLine(lineOf(written), { meter: COMMON_TIME, strings: 6 })).to.equal(written);
        for (const step of line)
          expect(parseStep(formatStep(step, 6), 6)).to.deep.include({ ok: true, value: { ...step, at: 0 } });
      }),
      { seed: SEED },
    );
  });

  it('law: a harmony stays in the key, in the rhythm of the line, and on the neck', () => {
    const keys = fc.constantFrom('C', 'Em', 'Ab', 'F#m', 'Bb', 'Dm', 'E');
    fc.assert(
      fc.property(
        bar,
        keys,
        fc.constantFrom(...HARMONIES),
        fc.constantFrom('above' as const, 'below' as const),
        (text, k, harmony, side) => {
          const line = lineOf(text);
          const made = harmonyLine(line, { from: guitar, to: guitar, hand, key: key(k), harmony, side });
          if (!made.ok) return;
          expect(made.value.map((s) => [s.at, s.notes.length === 0])).to.deep.equal(
            line.map((s) => [s.at, s.notes.length === 0]),
          );
          const scale = scaleOf(key(k));
          made.value.forEach((step, i) => {
            expect(stepTrouble(made.value, i, guitar)).to.equal(null);
            for (const pitch of stepPitches(step, guitar)) {
              expect(scale).to.include(pitchClass(pitch) as number);
              const top = stepPitches(line[i]!, guitar).at(-1)!;
              expect(side === 'above' ? pitch > top : pitch < top, `${pitch} ${side} ${top}`).to.equal(true);
            }
          });
        },
      ),
      { seed: SEED },
    );
  });
});
