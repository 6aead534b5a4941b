import { expect } from 'chai';
import fc from 'fast-check';
import { gripOf, SEED } from '../../../test/generators';
import { defaultBass, defaultGuitar, parseTuning, type Fret, type Instrument } from '../instrument/index';
import { belongs, midi, parseChord, pitchClass } from '../pitch/index';
import {
  deviceOf,
  enumerateGrips,
  formatGrip,
  gripNotes,
  gripPitches,
  handFret,
  HANDS,
  holdGrip,
  knowGrip,
  missingFret,
  parseGrip,
  refret,
  shiftBetween,
  slideGrip,
  stopWords,
  type Grip,
} from './index';

const guitar = defaultGuitar(5);
const bass = defaultBass();
const dropD: Instrument = { ...guitar, tuning: ['D2', 'A2', 'D3', 'G3', 'B3', 'E4'] };
const hand = HANDS.middle;

const grip = (text: string, strings = 6): Grip => {
  const read = parseGrip(text, strings);
  if (!read.ok) throw new Error(read.error);
  return read.value;
};
const chord = (text: string) => {
  const read = parseChord(text);
  if (!read.ok) throw new Error(read.error);
  return read.value;
};
const know = (text: string, on = guitar, symbol: string | null = null) => {
  const known = knowGrip(grip(text, on.tuning.length), {
    instrument: on,
    hand,
    chord: symbol ? chord(symbol) : null,
  });
  if ('refused' in known) throw new Error(known.refused);
  return known;
};
const fingers = (text: string, on = guitar) =>
  know(text, on)
    .hold.fingers.map((f) => f ?? '-')
    .join('');
const refused = (text: string, on = guitar): string => {
  const hold = holdGrip(grip(text, on.tuning.length), on, hand);
  return hold.ok ? '' : hold.error;
};

describe('grip text', () => {
  it('reads and writes grips, lowest string first', () => {
    expect(grip('x32010')).to.deep.equal([null, 3, 2, 0, 1, 0]);
    expect(grip('x-x-7-x-10-x')).to.deep.equal([null, null, 7, null, 10, null]);
    expect(formatGrip(grip('x-x-7-x-10-x'))).to.equal('x-x-7-x-10-x');
    expect(formatGrip(grip('0-0-0-x-x-x'))).to.equal('000xxx');
  });

  it('says what it expected', () => {
    const wrong = (text: string) => {
      const read = parseGrip(text, 6);
      return read.ok ? '' : read.error;
    };
    expect(wrong('0000x')).to.include('has 5 strings; expected 6');
    expect(wrong('00h000')).to.include('"00h000" is no grip');
    expect(wrong('x-x-7-x-100-x')).to.include('is no grip');
    expect(wrong('')).to.include('is no grip');
  });

  it('law: writing and reading gives the same grip', () => {
    fc.assert(
      fc.property(gripOf(6, 22), (g) => {
        expect(grip(formatGrip(g))).to.deep.equal(g);
      }),
      { seed: SEED },
    );
  });
});

describe('what a grip sounds', () => {
  it('counts strings, tuning and capo', () => {
    expect(gripPitches(grip('x32010'), guitar)).to.deep.equal([48, 52, 55, 60, 64]);
    expect(gripPitches(grip('000xxx'), dropD)).to.deep.equal([38, 45, 50]);
    expect(gripPitches(grip('x32010'), { ...guitar, capo: 2 })).to.deep.equal([50, 54, 57, 62, 66]);
    expect(gripNotes(grip('xx0x', 4), bass)).to.deep.equal([{ string: 2, fret: 0, midi: 38 }]);
    expect(() => gripNotes(grip('xx0x', 4), guitar)).to.throw(RangeError);
  });

  it('law: twelve frets up is an octave up on every string', () => {
    fc.assert(
      fc.property(gripOf(6, 10), (g) => {
        const up = slideGrip(g, 12, guitar)!;
        expect(gripPitches(up, guitar)).to.deep.equal(gripPitches(g, guitar).map((m) => m + 12));
      }),
      { seed: SEED },
    );
  });

  it('knows the end of the neck', () => {
    expect(missingFret(grip('x-x-x-x-x-22'), guitar)).to.equal(null);
    expect(missingFret(grip('x-x-x-x-x-23'), guitar)).to.deep.equal({ string: 5, fret: 23 });
    expect(missingFret(grip('x-x-x-x-x-21'), { ...guitar, capo: 2 })).to.deep.equal({ string: 5, fret: 21 });
    expect(slideGrip(grip('x32010'), -1, guitar)).to.equal(null);
  });
});

// Fingerings as chord books show them: common practice.
describe('fingering', () => {
  it('fingers common grips as players do', () => {
    const table: [string, string][] = [
      ['x32010', '-32-1-'],
      ['022000', '-12---'],
      ['x02220', '--123-'],
      ['xx0232', '---132'],
      ['133211', '134211'],
      ['x13331', '-13331'],
      ['355xxx', '134---'],
      ['320003', '21---3'],
      ['000xxx', '------'],
    ];
    for (const [text, wanted] of table) expect(fingers(text), text).to.equal(wanted);
  });

  it('takes one finger across for the three-string power chord when the lowest string is dropped', () => {
    const held = know('555xxx', dropD, 'G5');
    expect(held.hold.presses).to.deep.equal([{ finger: 1, fret: 5, from: 0, to: 2 }]);
    expect(held.device).to.equal('power3');
  });

  it('judges the same shape by where it lies and on which scale', () => {
    expect(refused('1x2x5x')).to.match(/reach 126 mm from fret 1 to 5, over 116 mm for fingers 1 and 4/);
    expect(holdGrip(slideGrip(grip('1x2x5x'), 8, guitar)!, guitar, hand).ok).to.equal(true);
    const short = { ...guitar, scaleMm: 580 };
    expect(holdGrip(grip('1x2x5x'), short, hand).ok).to.equal(true);
    expect(holdGrip(grip('1xx4', 4), bass, hand).ok).to.equal(false); // 864 mm
  });

  it('refuses what no hand can hold, with the reason', () => {
    expect(refused('123456')).to.include('more than four fingers');
    expect(refused('x-x-x-x-x-24')).to.include('this neck ends at fret 22');
    expect(refused('1-x-x-x-x-12')).to.include('reach');
    expect(knowGrip(grip('xxxxxx'), { instrument: guitar, hand, chord: null })).to.have.property('refused');
  });

  it('uses the thumb only when it may', () => {
    const withThumb = { ...hand, thumb: true };
    const five = grip('3x5467');
    expect(holdGrip(five, guitar, hand).ok).to.equal(false);
    expect(holdGrip(five, guitar, withThumb).ok).to.equal(true);
  });

  it('law: a larger hand holds whatever a smaller one does', () => {
    fc.assert(
      fc.property(gripOf(6, 12), (g) => {
        if (holdGrip(g, guitar, HANDS.small).ok) expect(holdGrip(g, guitar, HANDS.middle).ok).to.equal(true);
        if (holdGrip(g, guitar, HANDS.middle).ok) expect(holdGrip(g, guitar, HANDS.large).ok).to.equal(true);
      }),
      { seed: SEED, numRuns: 400 },
    );
  });

  it('law: presses cover exactly the fretted strings, fingers rise with the frets and no finger is used twice', () => {
    fc.assert(
      fc.property(gripOf(6, 9), (g) => {
        const hold = holdGrip(g, guitar, hand);
        if (!hold.ok) return;
        g.forEach((fret, s) => expect(hold.value.fingers[s] !== null).to.equal(fret !== null && fret > 0));
        const used = hold.value.presses.map((p) => p.finger);
        expect(new Set(used).size).to.equal(used.length);
        for (const a of hold.value.presses) {
          for (const b of hold.value.presses)
            if (a.fret < b.fret) expect(Number(a.finger)).to.be.lessThan(Number(b.finger));
        }
      }),
      { seed: SEED, numRuns: 400 },
    );
  });
});

// Common practice.
describe('stops', () => {
  const stops = (text: string, on = guitar) => know(text, on).stops.map((s) => `${s.string}:${stopWords(s)}`);

  it('names what stops each silent string', () => {
    expect(stops('355xxx')).to.deep.equal(['3:flat of finger 4', '4:flat of finger 1', '5:flat of finger 1']);
    expect(stops('x32010')).to.deep.equal(['0:tip of finger 3']);
    expect(stops('xx0232')).to.deep.equal(['0:thumb', '1:picking hand']);
    expect(stops('x-x-7-x-10-x')).to.include('3:flat of finger 1');
  });

  it('says when nothing can', () => {
    expect(stops('0x00xx')[0]).to.equal('1:nothing');
  });
});

describe('devices', () => {
  const device = (notes: number[], symbol: string | null = null) =>
    deviceOf(notes.map(midi), symbol ? chord(symbol) : null);

  it('tells them apart by their notes', () => {
    expect(device([43])).to.equal('single');
    expect(device([43, 50])).to.equal('power2');
    expect(device([43, 50, 55])).to.equal('power3');
    expect(device([38, 43, 50], 'G5')).to.equal('fifth-bass');
    expect(device([50, 62])).to.equal('octave');
    expect(device([50, 54])).to.equal('third');
    expect(device([50, 59])).to.equal('sixth');
    expect(device([38, 54], 'D')).to.equal('tenth');
    expect(device([55, 60, 64])).to.equal('triad');
    expect(device([50, 55, 57], 'Dsus4')).to.equal('sus');
    expect(device([50, 60, 65], 'Dm7')).to.equal('shell');
    expect(device([48, 52, 55, 60, 64])).to.equal('full');
    expect(device([40, 47, 52, 59])).to.equal('wide-fifth');
    expect(() => device([])).to.throw(RangeError);
  });
});

describe('enumeration', () => {
  const all = (symbol: string, on = guitar) => enumerateGrips(chord(symbol), on, hand);
  const texts = (symbol: string, on = guitar) => new Set(all(symbol, on).map((k) => formatGrip(k.grip)));

  it('holds the grips everybody knows', () => {
    expect([...texts('C')]).to.include.members(['x32010', 'x35553', 'xxx553', 'xxx010', 'x3x0xx']);
    expect([...texts('F')]).to.include.members(['133211', '133xxx', '13xxxx', 'xx3211']);
    expect([...texts('G5')]).to.include.members(['355xxx', '35xxxx']);
    expect([...texts('D5', dropD)]).to.include.members(['000xxx', '00xxxx']);
    expect([...texts('D')]).to.include.members(['xx0232', 'x5777x']);
  });

  it('law: every grip has only notes of the chord, no unison inside, can be held, and appears once', () => {
    for (const symbol of ['Dm', 'C/E', 'Gm7', 'A5', 'Ebmaj7']) {
      for (const on of [guitar, dropD, { ...guitar, capo: 3 }, bass]) {
        const list = all(symbol, on);
        expect(list.length, symbol).to.be.greaterThan(10);
        for (const k of list) {
          expect(k.pitches.every((p) => belongs(chord(symbol), p))).to.equal(true);
          expect(new Set(k.pitches).size).to.equal(k.pitches.length);
          expect(holdGrip(k.grip, on, hand).ok).to.equal(true);
        }
        expect(new Set(list.map((k) => formatGrip(k.grip))).size).to.equal(list.length);
      }
    }
  });

  it('law: full voicings have every note the symbol asks for', () => {
    const triad = chord('Dm');
    for (const k of all('Dm')) {
      if (k.device !== 'full') continue;
      const pcs = new Set(k.pitches.map((p) => pitchClass(p)));
      expect(
        triad.tones.every((t) => pcs.has(t.pc)),
        formatGrip(k.grip),
      ).to.equal(true);
    }
  });

  it('gives the bass single notes, octaves, tenths and fifths', () => {
    expect(new Set(all('G', bass).map((k) => k.device))).to.deep.equal(
      new Set(['single', 'octave', 'tenth', 'power2']),
    );
  });

  it('reads the tuning', () => {
    const five = parseTuning('B E A D G', 'bass');
    if (!five.ok) throw new Error(five.error);
    const low = enumerateGrips(chord('B'), { ...bass, tuning: five.value }, hand);
    expect(low.some((k) => k.pitches[0] === 23)).to.equal(true);
  });
});

describe('from grip to grip', () => {
  it('measures the shift from the lowest fretted fret', () => {
    expect(handFret(grip('x32010'))).to.equal(1);
    expect(handFret(grip('000xxx'))).to.equal(null);
    const shift = shiftBetween(grip('355xxx'), grip('577xxx'), guitar);
    expect(shift.frets).to.equal(2);
    expect(shift.mm).to.be.closeTo(59.4, 0.1);
    expect(shiftBetween(grip('355xxx'), grip('000xxx'), dropD).mm).to.equal(0);
    expect(shiftBetween(grip('x32010'), grip('x30010'), guitar).kept).to.equal(2);
  });
});

describe('re-fretting', () => {
  it('law: the pitches stay the same, wherever they are held', () => {
    fc.assert(
      fc.property(gripOf(6, 9), fc.integer({ min: 0, max: 12 }), (g, near) => {
        if (!holdGrip(g, guitar, hand).ok) return;
        const pitches = [...gripPitches(g, guitar)].sort((a, b) => a - b);
        const other = refret(pitches, { instrument: dropD, hand, near });
        if (other) expect(gripPitches(other, dropD)).to.deep.equal(pitches);
      }),
      { seed: SEED, numRuns: 200 },
    );
  });

  it('finds the power chord again in another tuning', () => {
    expect(formatGrip(refret([43, 50, 55].map(midi), { instrument: dropD, hand, near: 5 })!)).to.equal(
      '555xxx',
    );
    expect(refret([20].map(midi), { instrument: guitar, hand, near: 0 })).to.equal(null);
  });

  it('does not care about the frets being branded', () => {
    const plain = [null, 3 as Fret, null, null, null, null];
    expect(gripPitches(plain, guitar)).to.deep.equal([48]);
  });
});
