import { expect } from 'chai';
import { readChart, writeChart } from '../core/formats/index';
import { applyEdit, saveSong, type Edit, type Song } from '../core/song/index';
import { createSplitService } from '../workers/index';
import {
  addSong,
  createDesk,
  createDexieStorage,
  createMemoryStorage,
  readShelf,
  StorageProblem,
  type SongStorage,
  type StoredSong,
} from './index';

const TEXT = 'title: Low Harbour\nkey: Am\n== Verse ==\nchords | Am | F | C | G |\n';
const rest = (bar: number): Edit => ({
  kind: 'setCells',
  changes: [
    {
      at: { section: 'Verse', pass: 1, player: 'bass', bar, index: 0 },
      cell: { kind: 'rest', locked: false, guess: false },
    },
  ],
});
const restBars = (song: Song) =>
  song.sections[0]!.bars.flatMap((bar, i) => (bar.cells.bass[0]!.cell.kind === 'rest' ? [i] : []));
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** A shelf with one song and visits to it that end without a word, as when a browser is killed. */
async function shelf(storage: SongStorage = createMemoryStorage()) {
  const id = await addSong(storage, readChart(TEXT).song, { now: 1 });
  const lastResort = new Map<string, string>();
  const alive = new Set<string>();
  let clock = 1000;
  let visits = 0;
  const visit = async (over: SongStorage = storage) => {
    visits += 1;
    const desk = createDesk({
      storage: over,
      client: createSplitService(() => 0),
      now: () => (clock += 1),
      lastResort: {
        getItem: (key) => lastResort.get(key) ?? null,
        setItem: (key, value) => void lastResort.set(key, value),
        removeItem: (key) => void lastResort.delete(key),
      },
      tab: { id: `visit ${visits}`, alive: async () => alive },
    });
    await desk.getState().open(id);
    return desk;
  };
  return { storage, id, visit, lastResort, alive };
}

/** The same storage, that can be told to be full or never to answer a save. */
function troubled(inner: SongStorage) {
  const trouble = { full: false, dead: false, appendFull: false };
  const storage: SongStorage = {
    ...inner,
    put: (...args) => {
      if (trouble.dead) return new Promise(() => undefined);
      return trouble.full ? Promise.reject(new StorageProblem('full', null)) : inner.put(...args);
    },
    append: (entry) =>
      trouble.appendFull ? Promise.reject(new StorageProblem('full', null)) : inner.append(entry),
  };
  return { storage, trouble };
}

describe('nothing is lost', () => {
  it('typing is in the journal within 100 ms, and a visit after a kill has it, twice over', async () => {
    const { storage, visit, id } = await shelf();
    const { storage: slow, trouble } = troubled(storage);
    const desk = await visit(slow);
    trouble.dead = true;
    const typed = TEXT.replace('| Am |', '| Am7 |');
    desk.getState().typeChart(readChart(typed).song, { text: typed, isUnderstood: true });
    await wait(90);
    expect((await storage.unsaved(id)).map((e) => e.state)).to.deep.equal([{ kind: 'text', text: typed }]);
    // The next visit is killed as well before it can save what it rescued.
    const second = troubled(storage);
    second.trouble.dead = true;
    void visit(second.storage);
    await wait(20);
    const third = await visit();
    expect(third.getState().song!.sections[0]!.bars[0]!.chords[0]!.chord).to.equal('Am7');
    expect(await storage.unsaved(id)).to.deep.equal([]);
    const fourth = await visit();
    expect(writeChart(fourth.getState().song!)).to.equal(writeChart(third.getState().song!));
  });

  it('typing that is not understood comes back as it was typed', async () => {
    const { storage, visit } = await shelf();
    const { storage: slow, trouble } = troubled(storage);
    const desk = await visit(slow);
    trouble.dead = true;
    const typed = TEXT.replace('| Am |', '| oops |');
    desk.getState().typeChart(readChart(typed).song, { text: typed, isUnderstood: false });
    await wait(90);
    expect((await visit()).getState().draft).to.equal(typed);
  });

  it('steady typing is saved while it goes on', async () => {
    const { storage, visit, id } = await shelf();
    const desk = await visit();
    for (let n = 0; n < 30; n += 1) {
      const text = TEXT.replace('Low Harbour', `Low Harbour ${'x'.repeat(n)}`);
      desk.getState().typeChart(readChart(text).song, { text, isUnderstood: true });
      await wait(25);
    }
    expect((await storage.get(id))!.title.length).to.be.greaterThan(20);
    await desk.getState().saveNow();
  });

  it('a conflict survives leaving the song, and a kill after that', async () => {
    const { storage, visit, id } = await shelf();
    const other = await addSong(storage, readChart(TEXT).song, { now: 1 });
    const desk = await visit();
    const theirs = await visit();
    theirs.getState().edit({ kind: 'setTitle', title: 'Theirs' }, { label: 'title' });
    await theirs.getState().saveNow();
    desk.getState().edit({ kind: 'setTitle', title: 'Mine' }, { label: 'title' });
    await desk.getState().saveNow();
    expect(desk.getState().saving.kind).to.equal('conflict');
    desk.getState().edit(rest(2), { label: 'rest' });
    await desk.getState().open(other);
    expect(desk.getState().song!.title).to.equal('Low Harbour');
    await desk.getState().open(id);
    expect(desk.getState().song!.title).to.equal('Mine');
    await desk.getState().saveNow();
    expect(desk.getState().saving.kind).to.equal('conflict');
    await desk.getState().open(other);

    const later = await visit();
    const { saving, song } = later.getState();
    expect([saving.kind, song!.title, restBars(song!)]).to.deep.equal(['conflict', 'Mine', [2]]);
    await later.getState().settle({ title: 'theirs' });
    const stored = await readShelf(storage);
    const kept = stored.find((s) => s.id === id)!.song!;
    expect([kept.title, restBars(kept)]).to.deep.equal(['Theirs', [2]]);
    expect(await storage.unsaved(id)).to.deep.equal([]);
  });

  it('changes of different bars in two tabs are joined without a question', async () => {
    const { storage, visit, id } = await shelf();
    const [mine, theirs] = [await visit(), await visit()];
    theirs.getState().edit(rest(0), { label: 'rest' });
    await theirs.getState().saveNow();
    mine.getState().edit(rest(3), { label: 'rest' });
    await mine.getState().saveNow();
    expect(mine.getState().saving.kind).to.equal('saved');
    expect(mine.getState().said).to.include('both are kept').and.include('Verse, bar 1');
    expect(restBars((await readShelf(storage)).find((s) => s.id === id)!.song!)).to.deep.equal([0, 3]);
    mine.getState().undo();
    expect(restBars(mine.getState().song!)).to.deep.equal([3]);
    await mine.getState().saveNow();
  });

  it('a full storage, then leaving, then a kill: the journal has it, or the last resort', async () => {
    for (const appendFull of [false, true]) {
      const { storage, visit, lastResort } = await shelf();
      const other = await addSong(storage, readChart(TEXT).song, { now: 1 });
      const { storage: small, trouble } = troubled(storage);
      const desk = await visit(small);
      Object.assign(trouble, { full: true, appendFull });
      desk.getState().edit(rest(1), { label: 'rest' });
      await desk.getState().saveNow();
      expect(desk.getState().saving.kind).to.equal('trouble');
      await desk.getState().open(other);
      expect([...lastResort.keys()].some((k) => k.includes('unsaved'))).to.equal(appendFull);
      const later = await visit();
      expect(restBars(later.getState().song!), String(appendFull)).to.deep.equal([1]);
      expect([...lastResort.keys()].some((k) => k.includes('unsaved'))).to.equal(false);
    }
  });

  it('what a tab that is open has not saved is left to it', async () => {
    const { storage, visit, alive } = await shelf();
    const { storage: slow, trouble } = troubled(storage);
    const desk = await visit(slow);
    alive.add('visit 1');
    trouble.dead = true;
    const typed = TEXT.replace('Am |', 'Am7 |');
    desk.getState().typeChart(readChart(typed).song, { text: typed, isUnderstood: true });
    await wait(90);
    expect((await visit()).getState().song!.sections[0]!.bars[0]!.chords[0]!.chord).to.equal('Am');
    alive.clear();
    expect((await visit()).getState().song!.sections[0]!.bars[0]!.chords[0]!.chord).to.equal('Am7');
  });

  it('what nothing is known of becomes a song of its own', async () => {
    const { storage, visit, id } = await shelf();
    const saved = saveSong({ ...readChart(TEXT).song, title: 'Unsaved' });
    const state = { kind: 'song', saved, draft: null } as const;
    await storage.append({ song: id, tab: 'gone', base: 0, at: 5, state, from: null });
    await visit();
    expect((await storage.list()).map((s) => s.title)).to.have.members([
      'Low Harbour',
      'Unsaved (unsaved changes)',
    ]);
    await visit();
    expect(await storage.list()).to.have.length(2);
  });

  it('what two visits left before they were killed is found one after the other', async () => {
    const { storage, visit, id } = await shelf();
    for (const [tab, at, title] of [
      ['one', 5000, 'Left first'],
      ['two', 6000, 'Left last'],
    ] as const) {
      const text = TEXT.replace('Low Harbour', title);
      await storage.append({ song: id, tab, base: 1, at, state: { kind: 'text', text }, from: null });
    }
    expect((await visit()).getState().song!.title).to.equal('Left last');
    await visit();
    const titles = (await storage.list()).map((s) => s.title);
    expect(titles).to.have.members(['Left last', 'Left first (unsaved changes)']);
    expect(await storage.unsaved(id)).to.deep.equal([]);
  });

  it('a record of another tab that cannot be read ends the save, and what is here is kept', async () => {
    const { storage, visit, id } = await shelf();
    const desk = await visit();
    const stored = (await storage.get(id))!;
    await storage.put({ ...stored, saved: null as never }, stored.version);
    desk.getState().edit(rest(1), { label: 'rest' });
    await desk.getState().saveNow();
    expect(desk.getState().saving.kind).to.equal('trouble');
    expect((await storage.unsaved(id)).map((e) => e.state.kind)).to.deep.equal(['song']);
  });

  it('undo, redo, place and draft survive another song and a new visit', async () => {
    for (const storage of [createMemoryStorage(), createDexieStorage('desks')]) {
      const { visit, id } = await shelf(storage);
      const other = await addSong(storage, readChart(TEXT).song, { now: 1 });
      const desk = await visit();
      desk.getState().edit(rest(0), { label: 'one' });
      desk.getState().edit(rest(1), { label: 'two' });
      desk.getState().undo();
      desk.getState().select({ moment: 2, player: 'bass' });
      await desk.getState().open(other);
      const again = await visit();
      await again.getState().open(id);
      expect(again.getState().selection).to.deep.include({ moment: 2, player: 'bass' });
      again.getState().redo();
      expect(restBars(again.getState().song!)).to.deep.equal([0, 1]);
      for (let n = 0; n < 2; n += 1) again.getState().undo();
      expect(restBars(again.getState().song!)).to.deep.equal([]);
      await again.getState().saveNow();
    }
  });

  it('undo brings typed text with problems back too', async () => {
    const { visit } = await shelf();
    const desk = await visit();
    const typed = `${TEXT}bass | oops |\n`;
    desk.getState().typeChart(readChart(typed).song, { text: typed, isUnderstood: false });
    desk.getState().edit(rest(0), { label: 'rest' });
    desk.getState().undo();
    expect(desk.getState().draft).to.equal(typed);
    desk.getState().undo();
    expect(desk.getState().draft).to.equal(null);
    desk.getState().redo();
    expect(desk.getState().draft).to.equal(typed);
    await desk.getState().saveNow();
  });

  it('a song deleted elsewhere is said at once, and can be put back', async () => {
    const inner = createMemoryStorage();
    const listeners: ((id: string) => void)[] = [];
    const storage: SongStorage = { ...inner, watch: (listen) => (listeners.push(listen), () => undefined) };
    const { visit, id } = await shelf(storage);
    const desk = await visit();
    await inner.remove(id, 2);
    for (const listen of listeners) listen(id);
    await wait(0);
    expect(desk.getState().saving.kind).to.equal('gone');
    desk.getState().edit(rest(0), { label: 'rest' });
    await desk.getState().putBack();
    expect(desk.getState().saving.kind).to.equal('saved');
    expect(restBars((await readShelf(storage))[0]!.song!)).to.deep.equal([0]);
  });

  it('damaged records are shown with what is wrong, and hide nobody', async () => {
    const storage = createMemoryStorage();
    const good = saveSong(readChart(TEXT).song);
    const { bass: _bass, ...twoPlayers } = good.song.players;
    let deep: unknown = good.song;
    for (let n = 0; n < 250; n += 1) deep = { ...good.song, versions: [{ name: 'v', song: deep }] };
    const put = (id: string, damage: object) =>
      storage.put({ id, title: id, saved: good, draft: null, updatedAt: 1, ...damage } as StoredSong, 0);
    await put('fine', {});
    await put('no bass', { saved: { ...good, song: { ...good.song, players: twoPlayers } } });
    await put('title', { title: { a: 1 } });
    await put('draft', { draft: 7 });
    await put('time', { updatedAt: undefined });
    await put('nothing', { saved: null });
    await put('deep', { saved: { ...good, song: deep } });
    const shelved = new Map((await readShelf(storage)).map((e) => [e.id, e]));
    expect(shelved.size).to.equal(7);
    expect(shelved.get('fine')).to.deep.include({ trouble: null, remarks: [] });
    expect(shelved.get('no bass')!.trouble).to.include('song.players.bass');
    expect(shelved.get('title')!.remarks[0]).to.include('its title on the shelf is an object');
    expect(shelved.get('title')!.title).to.equal('Low Harbour');
    expect(shelved.get('draft')!.remarks[0]).to.include('a number; expected text');
    expect(shelved.get('time')!.remarks[0]).to.include('when it was saved last');
    expect(shelved.get('nothing')!.trouble).to.include('not an Orchestron song file');
    expect(shelved.get('deep')!.trouble).to.include('a version holds no versions of its own');
  });

  it('the history is bounded by memory', async () => {
    const { visit } = await shelf();
    const desk = await visit();
    const bars = Array.from({ length: 1000 }, () => 'Am').join(' | ');
    for (let n = 0; n < 40; n += 1) {
      const song = readChart(`title: Long\n== Verse ==\nchords | ${bars} |\n`).song;
      desk.getState().edit({ kind: 'replace', song: applyEdit(song, rest(n)) }, { label: `song ${n}` });
    }
    const { past } = desk.getState().history;
    expect(past.length).to.be.within(10, 30);
    expect(past.at(-1)!.label).to.equal('song 39');
    await desk.getState().saveNow();
  });
});
