import { expect } from 'chai';
import type { Remarked, TakeRemark } from './remark';
import { limitWords, plantedWords, remarkWords } from './words';

const remark = (of: Remarked, more: Partial<TakeRemark> = {}): TakeRemark =>
  ({
    isSure: false,
    at: 1,
    planned: 1,
    strokes: [3],
    playing: 0,
    pass: 1,
    section: 'A',
    bar: 0,
    beats: [3],
    ...of,
    ...more,
  }) as TakeRemark;

describe('what is said of a take', () => {
  it('says perhaps where it is not sure, and where in the bar it is', () => {
    const said = [
      remark({ what: 'late', ms: 33 }),
      remark({ what: 'early', ms: 28 }, { strokes: [1, 2], beats: [1, 2.5] }),
      remark({ what: 'missed' }, { isSure: true }),
      remark({ what: 'missed' }, { strokes: [1, 2, 3], beats: [1, 2, 4.25] }),
      remark({ what: 'extra' }, { beats: [2.5] }),
      remark({ what: 'rings', ms: 320 }, { isSure: true }),
      remark({ what: 'open' }),
      remark({ what: 'chord', other: { kind: 'all', semitones: 2 }, chord: 'Dm' }, { isSure: true }),
      remark({ what: 'chord', other: { kind: 'all', semitones: -1 }, chord: null }, { isSure: true }),
      remark({ what: 'chord', other: { kind: 'third' }, chord: 'Am' }, { isSure: true }),
      remark({ what: 'chord', other: { kind: 'noThird' }, chord: 'G' }),
      remark({ what: 'chord', other: { kind: 'note' }, chord: 'F5' }),
      remark(
        { what: 'tempo', percent: 2.1, isFaster: true, written: 132, played: 134.8, bars: 4 },
        { isSure: true, beats: [] },
      ),
    ];
    expect(said.map(remarkWords)).to.deep.equal([
      'Perhaps late on 3: 35 ms against your own tempo',
      'Perhaps early on 1 and 2+: 2 strikes, up to 30 ms against your own tempo',
      'A strike is not heard on 3',
      'Perhaps 3 strikes are not heard on 1, 2 and 4 and a bit',
      'Perhaps a strike too many on 2+',
      'Rings 320 ms over the stop',
      'Perhaps rings where a mute is written on 3',
      'Sounds a tone above Dm on 3',
      'Sounds a semitone below what is written on 3',
      'Sounds like Am with the other third on 3',
      'Perhaps G without its third on 3',
      'Perhaps one note of F5 is a semitone off on 3',
      '4 bars 2.1 % faster than written: about 135, not 132 bpm',
    ]);
  });

  it('says what cannot be told, and why', () => {
    expect(limitWords({ what: 'bleed', db: -9, forbids: 'missed' })).to.equal(
      'The others are 9 dB below you: missed strikes and strikes too many cannot be told.',
    );
    expect(limitWords({ what: 'bleed', db: -20, forbids: 'near' })).to.equal(
      'The others are 20 dB below you: strikes too many are told only where nobody else strikes.',
    );
    expect(limitWords({ what: 'stops', count: 1 })).to.match(
      /^One stop cannot be told: the others play on over it/,
    );
    for (const what of ['notFound', 'noRest', 'strangers'] as const)
      expect(limitWords({ what })).to.have.length.above(40);
    expect(limitWords({ what: 'clipped', share: 0.01 })).to.include('record it softer');
    const at = { section: 'A', pass: 1, bar: 0, beat: 1 };
    expect(plantedWords({ what: 'rings', ...at })).to.equal('rings over the stop');
  });
});
