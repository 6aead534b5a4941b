import { expect } from 'chai';
import { emptySong } from '../core/song/index';
import {
  addSong,
  BIN_DAYS,
  createDeeds,
  createMemoryStorage,
  daysLeft,
  readBin,
  renameSong,
  type Deed,
} from './index';

const DAY_MS = 86_400_000;

describe('deeds of the shelf', () => {
  const log: string[] = [];
  const deed = (label: string): Deed => ({
    label,
    undo: async () => void log.push(`-${label}`),
    redo: async () => void log.push(`+${label}`),
  });

  it('are taken back one after the other, done again, and forgotten by a new one', async () => {
    log.length = 0;
    const deeds = createDeeds();
    const { did, undo, redo } = deeds.getState();
    did(deed('a'));
    did(deed('b'));
    expect([await undo(), await undo(), await undo()]).to.deep.equal(['b', 'a', null]);
    expect(await redo()).to.equal('a');
    did(deed('c'));
    expect([await redo(), await undo()]).to.deep.equal([null, 'c']);
    expect(log).to.deep.equal(['-b', '-a', '+a', '-c']);
  });

  it('one that cannot be taken back stays where it was', async () => {
    const deeds = createDeeds();
    const { did, undo } = deeds.getState();
    did({ ...deed('stuck'), undo: () => Promise.reject(new Error('full')) });
    expect(await undo().catch((error: Error) => error.message)).to.equal('full');
    expect(deeds.getState().past.map((d) => d.label)).to.deep.equal(['stuck']);
  });
});

describe('the bin', () => {
  it('keeps songs for thirty days, then they are gone for good', async () => {
    const storage = createMemoryStorage();
    const [old, young] = [
      await addSong(storage, emptySong('Old'), { now: 0 }),
      await addSong(storage, emptySong('Young'), { now: 0 }),
    ];
    await storage.remove(old, 0);
    await storage.remove(young, 2 * DAY_MS);
    expect((await readBin(storage, BIN_DAYS * DAY_MS)).map((b) => b.stored.title)).to.deep.equal([
      'Young',
      'Old',
    ]);
    const left = await readBin(storage, BIN_DAYS * DAY_MS + 1);
    expect(left.map((b) => [b.stored.title, daysLeft(b, BIN_DAYS * DAY_MS + 1)])).to.deep.equal([
      ['Young', 2],
    ]);
    expect(await storage.restore(old)).to.equal(false);
    expect(await storage.restore(young)).to.equal(true);
  });

  it('a song gets another title; one that is gone does not', async () => {
    const storage = createMemoryStorage();
    const id = await addSong(storage, emptySong('Before'), { now: 1 });
    expect(await renameSong(storage, { id, title: 'After', now: 2 })).to.equal(true);
    const stored = (await storage.get(id))!;
    expect([stored.title, stored.saved.song.title, stored.version]).to.deep.equal(['After', 'After', 2]);
    expect(await renameSong(storage, { id: 'none', title: 'x', now: 2 })).to.equal(false);
  });
});
