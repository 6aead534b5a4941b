import { expect } from 'chai';
import fc from 'fast-check';
import { SEED } from '../../../test/generators';
import { COMMON_TIME, parseMeter, type Meter } from '../time/index';
import {
  formatPlace,
  hitsOf,
  onStrings,
  parseHits,
  placeOf,
  placesOf,
  withoutStrings,
  withStrings,
} from './index';

const meter = (text: string): Meter => {
  const read = parseMeter(text);
  if (!read.ok) throw new RangeError(read.error);
  return read.value;
};
const read = (text: string, of = COMMON_TIME) => {
  const hits = parseHits(text, of);
  return hits.ok ? hits.value : `${hits.error.offset}: ${hits.error.message}`;
};

describe('one place of the right hand', () => {
  for (const [text, parts] of [
    ['O', 'ring pick all'],
    ['m', 'mute pick all weak'],
    ['S', 'ring slap all'],
    ['p', 'ring pop all weak'],
    ['T', 'ring tap all'],
    ['R', 'dead rake all'],
    ['Z', 'dead scrape all'],
    ['3', 'ring pick 3'],
    ['[321]', 'ring pick 321'],
    ['[6M]', 'mute pick 6'],
    ['[6M321]', 'mute pick 6, ring pick 321'],
    ['[123]', 'ring pick 321'],
    ['[65O3X]', 'ring pick 65, dead pick 3'],
    ['[4S1P]', 'ring slap 4, ring pop 1'],
  ] as const) {
    it(`${text} is ${parts}`, () => {
      const found = placeOf(text)!.parts.map(
        (p) => `${p.kind} ${p.technique} ${p.strings?.join('') ?? 'all'}${p.weak ? ' weak' : ''}`,
      );
      expect(found.join(', ')).to.equal(parts);
    });
  }

  it('is none where a string comes twice, or a letter is none', () => {
    for (const text of ['[33]', '[6M63]', '[]', '[7]', '[3Q]', 'Q', 'OO', '-v', '[O]']) {
      expect(placeOf(text), text).to.equal(null);
    }
  });

  it('changes its strings and keeps how they are struck', () => {
    expect(withoutStrings('[6M321]v')).to.equal('Ov');
    expect(withoutStrings('[6m]')).to.equal('m');
    expect(onStrings('M^', [6, 5])).to.equal('[65M]^');
    expect(onStrings('[321]', [])).to.equal('O');
    expect(onStrings('5', [5, 6, 5])).to.equal('[65]'); // in whatever order they were chosen

    expect(withStrings('[6M321]', (s) => (s === 6 ? 5 : s))).to.equal('[5M321]');
    expect(withStrings('[65]', () => 4)).to.equal('4');
  });

  it('law: any place is written so that it is read back the same', () => {
    const part = fc.constantFrom(...'OoMmXxSsPpTtRrZz');
    const groups = fc
      .shuffledSubarray([1, 2, 3, 4, 5, 6], { minLength: 1 })
      .chain((strings) => fc.tuple(...strings.map((s) => part.map((letter) => `${s}${letter}`))))
      .map((list) => `[${list.join('')}]`);
    const text = fc.tuple(fc.oneof(part, groups), fc.constantFrom('', 'v', '^')).map((t) => t.join(''));
    fc.assert(
      fc.property(text, (written) => {
        const place = placeOf(written)!;
        expect(placeOf(formatPlace(place))).to.deep.equal(place);
        expect(formatPlace(placeOf(formatPlace(place))!)).to.equal(formatPlace(place));
        expect(placesOf(formatPlace(place).repeat(3))).to.have.length(3);
      }),
      { seed: SEED },
    );
  });
});

describe('shorthand for a bar of hits', () => {
  for (const [text, full] of [
    ['(M-mm)x4', 'M-mmM-mmM-mmM-mm'],
    ['(M-)x2 O---', 'M-M-O---'],
    ['((Mm)x2 O-)x2 O---', 'MmMmO-MmMmO-O---'],
    ['O{3+3+2}', 'O--O--O-'],
    ['X{3+3+2}', 'X..X..X.'],
    ['[321]{3+3+2}', '[321]--[321]--[321]-'],
    ['M{3+3+4+3+3}', 'M--M--M---M--M--'],
    // Three in the time of two (the definition of a triplet).
    ['O-O-O-{OOO}', 'O-----O-----O-----O-O-O-'],
    ['O-O-O-{MMm}', 'O-----O-----O-----M-M-m-'],
    ['({OOO})x4', 'O-O-O-O-O-O-O-O-O-O-O-O-'],
    ['O v - - - - - - -', 'Ov-------'],
  ] as const) {
    it(`${text} is ${full}`, () => {
      expect(read(text)).to.equal(full);
      expect(hitsOf(full, COMMON_TIME).at(-1)!.atTick).to.be.below(3840);
    });
  }

  it('stands in sixteenths too, with sixteenth triplets', () => {
    const full = read('(M-mm)x3 {MMM}--');
    expect(placesOf(full)).to.have.length(48);
    const struck = hitsOf(full, COMMON_TIME).filter((h) => h.kind === 'mute');
    expect(struck.slice(-3).map((h) => h.atTick)).to.deep.equal([2880, 3040, 3200]);
  });

  it('says what is wrong where it stands', () => {
    expect(read('(M-mm) O---')).to.match(/^0: a figure says how often; expected one like/);
    expect(read('(M-mmO---')).to.match(/^0: this is not closed; expected \)/);
    expect(read('O-O-O-{OO}')).to.match(/^6: 2 in a group; expected three in the time of two/);
    expect(read('O-[321O---')).to.match(/^2: strings are not closed; expected \]/);
    expect(read('O-[33]O---')).to.match(/^2: "\[33\]" are no strings/);
    expect(read('-{3+3+2}')).to.match(/^0: only a stroke can begin groups/);
    expect(read('(O-)x9')).to.match(/^0: 18 hits in this bar; expected 8, 12, 16/);
  });

  it('fits other metres: a figure of three in 6/8', () => {
    expect(read('(Omm)x2', meter('6/8'))).to.equal('OmmOmm');
    expect(read('O{2+2+3}', meter('7/8'))).to.equal('O-O-O--');
  });
});
