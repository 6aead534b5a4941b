import { expect } from 'chai';
import fc from 'fast-check';
import { SEED } from '../../../test/generators';
import { COMMON_TIME, type Meter } from '../time/index';
import {
  allowedPlaces,
  complementOf,
  directionAt,
  divided,
  downsWords,
  fastestDowns,
  handDivision,
  hitsOf,
  isStrike,
  parseHits,
  placesOf,
  STARTING_PATTERNS,
} from './index';

const seven: Meter = { beats: 7, unit: 8 };

describe('hits', () => {
  it('reads strumming as people write it', () => {
    for (const [typed, read] of [
      ['D-DU-UDU', 'Ov-OvO^-O^OvO^'],
      ['d-du-udu', 'ov-ovo^-o^ovo^'],
      ['↓-↓↑-↑↓↑', 'Ov-OvO^-O^OvO^'],
      ['O↓O↑M↓-....', 'OvO^Mv-....'],
      ['0___0___', 'O---O---'],
      ['[6M,321]-------', '[6M321]-------'],
      ['O---O---?', '~O---O---'],
    ] as const)
      expect(parseHits(typed, COMMON_TIME), typed).to.deep.equal({ ok: true, value: read });
  });

  it('reads a bar of 8, 12, 16, 24, 32 or 48 places, spaces dropped', () => {
    expect(parseHits('M--mM-mm', COMMON_TIME)).to.deep.equal({ ok: true, value: 'M--mM-mm' });
    expect(parseHits('O--- O--- X... ....', COMMON_TIME).ok).to.equal(true);
    expect(allowedPlaces(COMMON_TIME)).to.deep.equal([8, 12, 16, 24, 32, 48]);
    expect(allowedPlaces(seven)).to.include.members([7, 14, 28]);
  });

  it('says where and what it expected', () => {
    expect(parseHits('MMM', COMMON_TIME)).to.deep.equal({
      ok: false,
      error: { offset: 0, message: '3 hits in this bar; expected 8, 12, 16, 24, 32 or 48' },
    });
    const wrong = parseHits('OOQOOOOO', COMMON_TIME);
    expect(!wrong.ok && wrong.error.offset).to.equal(2);
    expect(!wrong.ok && wrong.error.message).to.include('"Q" is no hit');
  });

  it('knows what each place does', () => {
    const kinds = hitsOf('OoMmXx-.', COMMON_TIME).map((h) => `${h.kind}${h.weak ? ' weak' : ''}`);
    expect(kinds).to.deep.equal([
      'ring',
      'ring weak',
      'mute',
      'mute weak',
      'dead',
      'dead weak',
      'hold',
      'silent',
    ]);
    expect(hitsOf('1-3-6---', COMMON_TIME)[2]!.strings).to.deep.equal([3]);
    expect(() => hitsOf('Q.......', COMMON_TIME)).to.throw(RangeError);
  });

  it('takes a stroke by hand after what is struck, and nowhere else', () => {
    expect(parseHits('Ovm^O^-M--m', COMMON_TIME).ok).to.equal(true);
    const hits = hitsOf('Ovm^O^-M--m', COMMON_TIME);
    expect(hits.map((h) => h.direction)).to.deep.equal(['down', 'up', 'up', null, null, null, null, null]);
    const held = parseHits('O-^-----', COMMON_TIME);
    expect(!held.ok && held.error).to.deep.equal({
      offset: 2,
      message: '"^" is a stroke; expected it right after what is struck',
    });
  });

  it('is divided more finely or coarsely only where nothing is lost', () => {
    expect(divided('O-M-X.1-', COMMON_TIME, 16)).to.equal('O---M---X...1---');
    expect(divided('O---M---X...1---', COMMON_TIME, 8)).to.equal('O-M-X.1-');
    expect(divided('O--mM---X...1---', COMMON_TIME, 8), 'the stroke on a sixteenth would go').to.equal(null);
    expect(divided('O---O..-O---O---', COMMON_TIME, 8), 'the stop would go').to.equal(null);
    expect(divided('O-M-X.1-', COMMON_TIME, 12), 'all on the beat').to.equal('O--M--X..1--');
    expect(divided('O-MMX.1-', COMMON_TIME, 12)).to.equal(null);
    expect(divided('O-M-X.1-', COMMON_TIME, 9)).to.equal(null);
  });

  // Which way the hand goes: common practice of strumming, the hand swings and meets the strings or passes them.
  const directions = (pattern: string, way: 'alternate' | 'down', meter: Meter = COMMON_TIME) => {
    const struck = hitsOf(pattern, meter).filter((h) => !/hold|silent/.test(h.kind));
    const division = handDivision(
      struck.map((h) => h.atTick),
      meter,
    );
    return struck
      .map((h) => directionAt({ tick: h.atTick, written: h.direction }, way, { division, meter })[0]!)
      .join('');
  };
  for (const [pattern, way, expected, meter] of [
    ['O-O-O-O-', 'alternate', 'dddd', COMMON_TIME],
    ['OOOOOOOO', 'alternate', 'dudududu', COMMON_TIME],
    ['O-OO-OO-', 'alternate', 'dduud', COMMON_TIME],
    ['OOOOOOOO', 'down', 'dddddddd', COMMON_TIME],
    ['M-mmM-mmM-mmM-mm', 'alternate', 'dduddudduddu', COMMON_TIME],
    ['OOOOOOOOOOOO', 'alternate', 'dudududududu', COMMON_TIME],
    ['OOO^OOOOO', 'down', 'dduddddd', COMMON_TIME],
    ['OOOOOO', 'alternate', 'duddud', { beats: 6, unit: 8 }],
    ['OOOOOOO', 'alternate', 'dududud', seven],
  ] as const) {
    it(`${pattern} ${way} is struck ${expected}`, () => {
      expect(directions(pattern, way, meter)).to.equal(expected);
    });
  }

  it('finds the fastest run of downs and says whether it goes', () => {
    const eighths = Array.from({ length: 8 }, (_, i) => ({ at: i * 0.125, direction: 'down' as const }));
    const run = fastestDowns(eighths)!;
    expect(run.perSecond).to.be.closeTo(8, 1e-9);
    expect(run.strokes).to.equal(8);
    expect(downsWords(run, { ceiling: 9.5, tempo: 240 })).to.deep.equal({
      words: 'fastest run of downs: 8.0 a second, your ceiling 9.5',
      tooFast: false,
    });
    expect(downsWords(run, { ceiling: 6, tempo: 240 })).to.deep.equal({
      words: 'fastest run of downs: 8.0 a second, over your ceiling of 6; goes up to 180 bpm, or alternate',
      tooFast: true,
    });
    const mixed = eighths.map((s, i) => (i % 3 === 2 ? { ...s, direction: 'up' as const } : s));
    expect(fastestDowns(mixed), 'ups end a run').to.equal(null);
    expect(downsWords(null, { ceiling: 6, tempo: 240 }).words).to.equal('no run of down-strokes');
  });

  it('starts from patterns that fit every metre', () => {
    const bars = Object.fromEntries(STARTING_PATTERNS.map((p) => [p.name, p.bar(COMMON_TIME, 6)]));
    expect(bars).to.deep.equal({
      'Straight eighths': 'OoOoOoOo',
      Gallop: 'M-mmM-mmM-mmM-mm',
      'Push on four': 'O-O-O--O',
      'Backbeat chop': '..O...O.',
      'Three-three-two': 'O--O--O-',
      'Long notes': 'O-------',
      'Broken chord up': '54321543',
      'Broken chord up and down': '54321234',
      Tremolo: 'OoooOoooOoooOooo',
    });
    for (const meter of [
      COMMON_TIME,
      seven,
      { beats: 3, unit: 4 },
      { beats: 6, unit: 8 },
      { beats: 5, unit: 16 },
    ] as Meter[]) {
      for (const p of STARTING_PATTERNS) {
        for (const strings of [4, 6]) {
          const read = parseHits(p.bar(meter, strings), meter);
          expect(read.ok, `${p.name} in ${meter.beats}/${meter.unit}`).to.equal(true);
        }
      }
    }
  });

  it('answers another hand in its silences, or where it only holds', () => {
    expect(complementOf('..O...O.', COMMON_TIME)).to.equal('O-.O--.O');
    expect(complementOf('O---O---', COMMON_TIME)).to.equal('.O--.O--');
    expect(complementOf('O-----------O---', COMMON_TIME)).to.equal('.O----.O');
    expect(complementOf('MMMMMMMM', COMMON_TIME), 'there is no room').to.equal('........');
  });

  const patterns = fc
    .constantFrom(8, 12, 16, 24, 32)
    .chain((n) =>
      fc.array(fc.constantFrom(...[...'OoMmXx-.123456'], 'O^', 'mv', '3^'), { minLength: n, maxLength: n }),
    )
    .map((list) => list.join(''));

  it('law: complementary patterns never coincide', () => {
    fc.assert(
      fc.property(patterns, (text) => {
        const other = complementOf(text, COMMON_TIME);
        expect(parseHits(other, COMMON_TIME).ok).to.equal(true);
        const ticks = (p: string) =>
          hitsOf(p, COMMON_TIME)
            .filter((_, i) => isStrike(placesOf(p)[i]!))
            .map((h) => h.atTick);
        expect(ticks(text).filter((t) => ticks(other).includes(t))).to.deep.equal([]);
      }),
      { seed: SEED },
    );
  });

  it('law: places divide the bar without gaps and a pattern is read back as written', () => {
    fc.assert(
      fc.property(patterns, (text) => {
        expect(parseHits(text, COMMON_TIME)).to.deep.equal({ ok: true, value: text });
        const hits = hitsOf(text, COMMON_TIME);
        expect(hits.reduce((sum, h) => sum + h.ticks, 0)).to.equal(3840);
        hits.forEach((h, i) => expect(h.atTick).to.equal(i * h.ticks));
      }),
      { seed: SEED },
    );
  });
});
