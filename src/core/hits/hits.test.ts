import { expect } from 'chai';
import fc from 'fast-check';
import { SEED } from '../../../test/generators';
import { COMMON_TIME, type Meter } from '../time/index';
import { allowedPlaces, hitsOf, parseHits } from './index';

const seven: Meter = { beats: 7, unit: 8 };

describe('hits', () => {
  it('reads a bar of 8, 12, 16, 24 or 32 places, spaces dropped', () => {
    expect(parseHits('M--mM-mm', COMMON_TIME)).to.deep.equal({ ok: true, value: 'M--mM-mm' });
    expect(parseHits('O--- O--- X... ....', COMMON_TIME).ok).to.equal(true);
    expect(allowedPlaces(COMMON_TIME)).to.deep.equal([8, 12, 16, 24, 32]);
    expect(allowedPlaces(seven)).to.include.members([7, 14, 28]);
  });

  it('says where and what it expected', () => {
    expect(parseHits('MMM', COMMON_TIME)).to.deep.equal({
      ok: false,
      error: { offset: 0, message: '3 hits in this bar; expected 8, 12, 16, 24 or 32' },
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
    expect(hitsOf('1-3-6---', COMMON_TIME)[2]!.pick).to.equal(3);
    expect(() => hitsOf('Q.......', COMMON_TIME)).to.throw(RangeError);
  });

  it('law: places divide the bar without gaps and a pattern is read back as written', () => {
    const pattern = fc
      .constantFrom(8, 12, 16, 24, 32)
      .chain((n) => fc.array(fc.constantFrom(...'OoMmXx-.123456'), { minLength: n, maxLength: n }))
      .map((list) => list.join(''));
    fc.assert(
      fc.property(pattern, (text) => {
        expect(parseHits(text, COMMON_TIME)).to.deep.equal({ ok: true, value: text });
        const hits = hitsOf(text, COMMON_TIME);
        expect(hits.reduce((sum, h) => sum + h.ticks, 0)).to.equal(3840);
        hits.forEach((h, i) => expect(h.atTick).to.equal(i * h.ticks));
      }),
      { seed: SEED },
    );
  });
});
