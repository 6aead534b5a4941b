import { expect } from 'chai';
import Dexie from 'dexie';
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
      await storage.remove('a', 5);
      await storage.remove('a', 6);
      expect(await storage.get('a')).to.equal(null);
      expect(await storage.cards()).to.deep.equal([]);
      expect((await storage.bin()).map((b) => b.deletedAt)).to.deep.equal([5]);
    });

    it('puts a song out of the bin back exactly as it was, where its place is free', async () => {
      await storage.put(row('a', 'First'), 0);
      await storage.put(row('a', 'Second', 7), 1);
      const before = await storage.get('a');
      await storage.put(row('b', 'Other'), 0);
      await storage.remove('a', 10);
      await storage.remove('b', 20);
      expect((await storage.bin()).map((b) => b.stored.title)).to.deep.equal(['Other', 'Second']);
      expect(await storage.restore('a')).to.equal(true);
      expect(await storage.get('a')).to.deep.equal(before);
      expect(await storage.restore('a'), 'is not in the bin any more').to.equal(false);
      expect(await storage.restore('never')).to.equal(false);
      await storage.put(row('b', 'Again'), 0);
      expect(await storage.bin(), 'the same song on the shelf again').to.deep.equal([]);
    });

    it('discards for good, but nothing of a song that is back', async () => {
      const desk = {
        id: 'a',
        shape: 1,
        version: 1,
        now: { song: emptySong('Desk'), draft: null },
        history: { past: [], future: [] },
      };
      for (const id of ['a', 'b']) {
        await storage.put(row(id), 0);
        await storage.keepDesk({ ...desk, id });
        await storage.keepFace({ id, version: 1, shape: 1, face: id });
        await storage.remove(id, 1);
      }
      await storage.restore('b');
      await storage.discard(['a', 'b']);
      expect(await storage.bin()).to.deep.equal([]);
      expect(await storage.restore('a')).to.equal(false);
      expect(await storage.desk('a')).to.equal(null);
      expect((await storage.desk('b'))!.id).to.equal('b');
      expect((await storage.faces(['a', 'b', 'c'])).map((f) => f.face)).to.deep.equal(['b']);
    });

    it('knows every song by a card', async () => {
      await storage.put(row('a', 'Old', 1), 0);
      await storage.put(row('b', 'New', 2), 0);
      await storage.put(row('a', 'Old, renamed', 1), 1);
      const base = { key: 'C', tempo: 120, tuning: 'standard' };
      expect(await storage.cards()).to.deep.equal([
        { id: 'b', title: 'New', ...base, updatedAt: 2, version: 1 },
        { id: 'a', title: 'Old, renamed', ...base, updatedAt: 1, version: 2 },
      ]);
    });

    it('keeps set lists', async () => {
      await storage.keepSetList({ id: 's', name: 'Friday', songs: ['a'] });
      await storage.keepSetList({ id: 's', name: 'Friday', songs: ['a', 'b'] });
      expect(await storage.setLists()).to.deep.equal([{ id: 's', name: 'Friday', songs: ['a', 'b'] }]);
      await storage.removeSetList('s');
      expect(await storage.setLists()).to.deep.equal([]);
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

    it('keeps the desk with its song, in the bin too', async () => {
      const song = emptySong('Desk');
      const written = { song, draft: null };
      const history = { past: [{ value: written, label: 'x', mergeKey: null, bytes: 1 }], future: [] };
      await storage.put(row('a'), 0);
      await storage.keepDesk({ id: 'a', shape: 1, version: 1, now: written, history });
      const kept = (await storage.desk('a'))!;
      expect(kept.history.past[0]!.value.song).to.equal(kept.now.song);
      expect(kept.now.song).to.deep.equal(song);
      await storage.remove('a', 1);
      await storage.restore('a');
      expect((await storage.desk('a'))!.now.song).to.deep.equal(song);
      await storage.remove('a', 2);
      await storage.discard(['a']);
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

describe('cards of the browser’s storage', () => {
  it('are made of records that came by another way, also damaged ones; none is left of what is gone', async () => {
    const storage = createDexieStorage('cards');
    await storage.put(row('good'), 0);
    const db = new Dexie('cards');
    await db.open();
    await db
      .table('songs')
      .bulkPut([
        { id: 'odd', title: 7, saved: { song: { key: ['x'], players: 'none' } } },
        { id: 'bare' },
        { ...row('other', 'Other', 5), version: 3 },
      ]);
    await db.table('songs').delete('good');
    const cards = await storage.cards();
    expect(cards.map((c) => [c.id, c.title, c.key, c.tuning, c.version])).to.have.deep.members([
      ['other', 'Other', 'C', 'standard', 3],
      ['odd', 'A song without a title', null, null, 0],
      ['bare', 'A song without a title', null, null, 0],
    ]);
    expect(await storage.cards()).to.have.deep.members([...cards]);
    db.close();
  });
});

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
