import { expect } from 'chai';
import { emptySong, saveSong } from '../core/song/index';
import {
  createDexieStorage,
  createMemoryStorage,
  StorageProblem,
  type SongStorage,
  type StoredSong,
} from './index';

const row = (id: string, title = 'Paper Kite', updatedAt = 1): Omit<StoredSong, 'version'> => ({
  id,
  title,
  saved: saveSong(emptySong(title)),
  draft: null,
  updatedAt,
});

let databases = 0;
const implementations: [string, () => SongStorage][] = [
  ['memory', createMemoryStorage],
  ['IndexedDB', () => createDexieStorage(`test-${(databases += 1)}`)],
];

for (const [name, open] of implementations) {
  describe(`song storage: ${name}`, () => {
    let storage: SongStorage;
    beforeEach(() => {
      storage = open();
    });

    it('is empty at first', async () => {
      expect(await storage.list()).to.deep.equal([]);
      expect(await storage.get('nothing')).to.equal(null);
    });

    it('keeps what is put, with growing versions', async () => {
      expect(await storage.put(row('a'), 0)).to.deep.equal({ kind: 'saved', version: 1 });
      expect(await storage.put(row('a', 'Renamed'), 1)).to.deep.equal({ kind: 'saved', version: 2 });
      expect(await storage.get('a')).to.deep.equal({ ...row('a', 'Renamed'), version: 2 });
    });

    it('writes nothing when someone else saved in between', async () => {
      await storage.put(row('a'), 0);
      await storage.put(row('a', 'Theirs'), 1);
      const outcome = await storage.put(row('a', 'Mine'), 1);
      expect(outcome.kind).to.equal('conflict');
      expect(outcome.kind === 'conflict' && outcome.theirs!.title).to.equal('Theirs');
      expect((await storage.get('a'))!.title).to.equal('Theirs');
      expect((await storage.put(row('a', 'New?'), 0)).kind).to.equal('conflict');
      expect((await storage.put(row('gone'), 4)).kind).to.equal('conflict');
    });

    it('lists the newest first', async () => {
      await storage.put(row('old', 'Old', 10), 0);
      await storage.put(row('new', 'New', 30), 0);
      await storage.put(row('middle', 'Middle', 20), 0);
      expect((await storage.list()).map((s) => s.id)).to.deep.equal(['new', 'middle', 'old']);
    });

    it('removes, and removing twice is fine', async () => {
      await storage.put(row('a'), 0);
      await storage.remove('a');
      await storage.remove('a');
      expect(await storage.get('a')).to.equal(null);
    });

    it('takes awkward keys and titles', async () => {
      const keys = ['', ' ', '__proto__', 'constructor', 'ünï', '🎸', 'a/b?c#d', 'x'.repeat(500)];
      for (const key of keys) await storage.put(row(key, key), 0);
      for (const key of keys) expect((await storage.get(key))!.title, JSON.stringify(key)).to.equal(key);
      expect(await storage.list()).to.have.length(keys.length);
    });

    it('keeps a journal that a save clears in one step, no more than it holds', async () => {
      const entry = (tab: string, at: number, text: string) => ({
        song: 'a',
        tab,
        base: 1,
        at,
        state: { kind: 'text', text } as const,
        from: null,
      });
      const texts = async () =>
        (await storage.unsaved('a')).map((e) => (e.state.kind === 'text' ? e.state.text : ''));
      await storage.put(row('a'), 0);
      await storage.append(entry('one', 5, 'first'));
      await storage.append(entry('one', 6, 'second'));
      await storage.append(entry('two', 6, 'theirs'));
      await storage.append(entry('three', 9, 'dead'));
      await storage.append({ ...entry('one', 6, 'elsewhere'), song: 'b' });
      expect(await texts()).to.deep.equal(['second', 'theirs', 'dead']);
      const dead = (await storage.unsaved('a')).find((e) => e.tab === 'three')!.seq;
      await storage.put({ ...row('a', 'Mine', 5), by: 'one' }, 1);
      expect(await texts(), 'newer than the save').to.deep.equal(['second', 'theirs', 'dead']);
      await storage.put({ ...row('a', 'Mine', 6), by: 'one' }, 7, [dead]);
      expect(await texts(), 'a conflict clears nothing').to.have.length(3);
      await storage.put({ ...row('a', 'Mine', 6), by: 'one' }, 2, [dead]);
      expect(await texts()).to.deep.equal(['theirs']);
      await storage.forget((await storage.unsaved('a')).map((e) => e.seq));
      expect(await texts()).to.deep.equal([]);
      expect(await storage.unsaved('b')).to.have.length(1);
    });

    it('keeps the desk with its song, and lets it go with the song', async () => {
      const song = emptySong('Desk');
      const written = { song, draft: null };
      const history = { past: [{ value: written, label: 'x', mergeKey: null, bytes: 1 }], future: [] };
      await storage.put(row('a'), 0);
      await storage.keepDesk({ id: 'a', shape: 1, version: 1, now: written, history });
      const kept = (await storage.desk('a'))!;
      expect(kept.history.past[0]!.value.song).to.equal(kept.now.song);
      expect(kept.now.song).to.deep.equal(song);
      await storage.remove('a');
      expect(await storage.desk('a')).to.equal(null);
    });

    it('hands out copies: changing what was put later changes nothing', async () => {
      const mine = row('a');
      await storage.put(mine, 0);
      (mine.saved.song as { title: string }).title = 'changed behind its back';
      expect((await storage.get('a'))!.saved.song.title).to.equal('Paper Kite');
    });
  });
}

describe('storage that fails', () => {
  it('says whether it is full or refused', () => {
    const full = new StorageProblem('full', new Error('quota'));
    expect([full.kind, full.message]).to.deep.equal(['full', 'storage full']);
    expect(full).to.be.instanceOf(Error);
  });

  it('tells other tabs with the same database, not itself', async () => {
    const [mine, theirs] = [createDexieStorage('shared'), createDexieStorage('shared')];
    const heard: string[] = [];
    const stop = theirs.watch((id) => heard.push(id));
    mine.watch((id) => heard.push(`own ${id}`));
    await mine.put(row('a'), 0);
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(heard).to.deep.equal(['a']);
    stop();
  });
});
