import { expect } from 'chai';
import fc from 'fast-check';
import { createTakeStorage, fromWhole, toWhole, type KeptTake } from './takes';

const take = (id: string, song: string, made: number): KeptTake => ({
  id,
  song,
  made,
  player: 'guitar1',
  words: 'Verse',
  spans: [{ playing: 0, pass: 1, from: 0, to: Infinity }],
  tempoShare: 0.9,
  rate: 22_050,
  seconds: 1,
  start: null,
  samples: Int16Array.from([0, 1, -2, 32_767]),
});

describe('kept takes', () => {
  it('are listed by song, the newest first, given back whole, dropped, and go with their songs', async () => {
    const takes = createTakeStorage('takes-test');
    await takes.keep(take('a', 'one', 10));
    await takes.keep(take('b', 'one', 20));
    await takes.keep(take('c', 'two', 30));
    expect((await takes.list('one')).map((t) => t.id)).to.deep.equal(['b', 'a']);
    expect(await takes.get('a')).to.deep.equal(take('a', 'one', 10));
    expect(await takes.get('nobody')).to.equal(null);
    await takes.drop('b');
    expect((await takes.list('one')).map((t) => t.id)).to.deep.equal(['a']);
    await takes.clean(new Set(['one']));
    expect(await takes.get('c')).to.equal(null);
    expect(await takes.get('a')).to.not.equal(null);
  });

  it('law: whole numbers of 16 bits are the sound to half a step', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -1, max: 1, noNaN: true })), (list) => {
        const sound = Float32Array.from(list);
        return fromWhole(toWhole(sound)).every((x, i) => Math.abs(x - sound[i]!) <= 0.5001 / 32767);
      }),
      { seed: 7 },
    );
    expect([...toWhole(Float32Array.from([2, -2]))]).to.deep.equal([32767, -32767]);
  });
});
