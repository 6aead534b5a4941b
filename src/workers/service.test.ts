import { expect } from 'chai';
import { readChart } from '../core/formats/index';
import { finish, splitSong } from '../core/split/index';
import { createSplitService } from './index';

const song = readChart('== A ==\nchords | Am | F | C | G |\n').song;

describe('split service', () => {
  /** A clock that makes every step a full slice, so that progress is told each time. */
  const hurried = () => {
    let now = 0;
    return createSplitService(() => (now += 1000), { enoughMs: Infinity });
  };

  it('gives what the core gives, telling its progress on the way', async () => {
    const shares: number[] = [];
    const result = await hurried().split(song, null, null, ({ share }) => shares.push(share));
    expect(result).to.deep.equal(finish(splitSong(song, null)));
    expect(shares.length).to.be.greaterThan(2);
    expect(shares.every((s) => s >= 0 && s < 1)).to.equal(true);
  });

  it('answers with what it has and what is proven when it took long enough', async () => {
    let now = 0;
    const service = createSplitService(() => (now += 1000), { enoughMs: 3000 });
    const whole = finish(splitSong(song, null));
    const early = await service.split(song, null, null, () => undefined);
    if (!early.ok || !whole.ok) throw new Error('stopped');
    expect(early.value.changes).to.have.length(whole.value.changes.length);
    expect(early.value.bound).to.be.at.most(whole.value.cost);
    expect(early.value.cost).to.be.at.least(whole.value.cost);
  });

  it('stops between two steps', async () => {
    const service = hurried();
    const running = service.split(song, null, null, () => service.stop());
    expect(await running).to.deep.equal({ ok: false, error: 'stopped' });
  });

  it('a new split stops the one before', async () => {
    const service = hurried();
    const [first, second] = await Promise.all([
      service.split(song, null, null, () => undefined),
      service.split(song, 'A', null, () => undefined),
    ]);
    expect(first.ok).to.equal(false);
    expect(second.ok).to.equal(true);
  });

  it('getting ready gives way to a split and changes nothing of it', async () => {
    const service = hurried();
    const ready = service.warm(song);
    const split = await service.split(song, null, null, () => undefined);
    await ready;
    const fresh = await hurried().split(song, null, null, () => undefined);
    expect(split).to.deep.equal(fresh);
    await service.warm(song);
    expect(await service.split(song, null, null, () => undefined)).to.deep.equal(fresh);
  });

  it('getting ready for a song of nothing ends', async () => {
    await hurried().warm({ ...song, sections: [], form: [] });
  });

  it('a section that is not there is a caller’s bug', async () => {
    const error = await hurried()
      .split(song, 'Nowhere', null, () => undefined)
      .then(
        () => null,
        (e: unknown) => e,
      );
    expect(error).to.be.instanceOf(RangeError);
  });
});
