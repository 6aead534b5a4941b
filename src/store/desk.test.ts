import { expect } from 'chai';
import { writeChart, readChart } from '../core/formats/index';
import { cellAt, saveSong, type CellAddress, type Song } from '../core/song/index';
import { createSplitService } from '../workers/index';
import { NO_HISTORY, redone, remembered, undone } from './history';
import {
  addSong,
  createDesk,
  createMemoryStorage,
  freeTitle,
  readImport,
  readShelf,
  StorageProblem,
  type SongStorage,
} from './index';

const TEXT = 'title: Low Harbour\nkey: Am\n== Verse ==\nchords | Am | F | C | G |\n';
const song = (): Song => readChart(TEXT).song;
const at = (bar: number, player: CellAddress['player'] = 'bass'): CellAddress => ({
  section: 'Verse',
  pass: 1,
  player,
  bar,
  index: 0,
});
const rest = { kind: 'rest', locked: false, guess: false } as const;

interface Fakes {
  storage?: SongStorage;
  lastResort?: Map<string, string>;
  tab?: string;
  alive?: readonly string[];
}

async function opened({
  storage = createMemoryStorage(),
  lastResort = new Map<string, string>(),
  tab = 'first',
  alive = [],
}: Fakes = {}) {
  const existing = (await storage.list())[0]?.id;
  const id = existing ?? (await addSong(storage, song(), { now: 1 }));
  let clock = 1000;
  const desk = createDesk({
    storage,
    client: createSplitService(() => 0),
    now: () => (clock += 1),
    lastResort: {
      getItem: (key) => lastResort.get(key) ?? null,
      setItem: (key, value) => void lastResort.set(key, value),
      removeItem: (key) => void lastResort.delete(key),
    },
    tab: { id: tab, alive: async () => new Set(alive) },
  });
  await desk.getState().open(id);
  return { desk, storage, id, lastResort, wait: (ms: number) => (clock += ms) };
}

describe('history', () => {
  it('goes back and forth, forgets the future after a new step, and merges typing', () => {
    const one = remembered(NO_HISTORY as never, 'a', { label: 'first' });
    const two = remembered(one, 'b', { label: 'typing', mergeKey: 'k' });
    expect(remembered(two, 'c', { label: 'typing', mergeKey: 'k' })).to.equal(two);
    const back = undone(two, 'd')!;
    expect([back.value, back.label]).to.deep.equal(['b', 'typing']);
    const forth = redone(back.history, back.value)!;
    expect(forth.value).to.equal('d');
    expect(redone(remembered(back.history, 'b', { label: 'other' }), 'x')).to.equal(null);
    expect(undone(NO_HISTORY, 'x')).to.equal(null);
  });
});

describe('desk', () => {
  it('saves every edit and undoes and redoes them, hundreds of them', async () => {
    const { desk, storage, id } = await opened();
    for (let n = 0; n < 300; n += 1) {
      const change = { at: at(n % 4), cell: { ...rest, guess: n % 8 < 4 } };
      desk.getState().edit({ kind: 'setCells', changes: [change] }, { label: `step ${n}` });
    }
    await desk.getState().saveNow();
    const last = desk.getState().song!;
    expect((await storage.get(id))!.saved).to.deep.equal(JSON.parse(JSON.stringify(saveSong(last))));
    for (let n = 0; n < 300; n += 1) desk.getState().undo();
    expect(writeChart(desk.getState().song!)).to.equal(writeChart(song()));
    desk.getState().undo();
    expect(desk.getState().said).to.equal('Nothing to undo');
    for (let n = 0; n < 300; n += 1) desk.getState().redo();
    expect(desk.getState().song).to.deep.equal(last);
    await desk.getState().saveNow();
  });

  it('takes a split as one step and drops one that comes too late', async () => {
    const { desk } = await opened();
    await desk.getState().split('Verse', { reopen: false });
    expect(desk.getState().said).to.match(
      /^Split Verse: 12 cells, 12 bars of hits, (proven best|within \d+%)/,
    );
    expect(desk.getState().history.past).to.have.length(1);
    desk.getState().undo();
    expect(cellAt(desk.getState().song!, at(0))!.kind).to.equal('open');

    const late = desk.getState().split('Verse', { reopen: false });
    desk.getState().edit({ kind: 'setCells', changes: [{ at: at(0), cell: rest }] }, { label: 'rest' });
    await late;
    expect(desk.getState().said).to.include('this split was dropped');
    expect(cellAt(desk.getState().song!, at(1))!.kind).to.equal('open');
  });

  it('stops a split without changing anything', async () => {
    const { desk } = await opened();
    let ticks = 0;
    const slow = createDesk({
      storage: createMemoryStorage(),
      client: createSplitService(() => (ticks += 1000)),
      now: () => 0,
      lastResort: null,
      tab: { id: 'slow', alive: async () => new Set() },
    });
    slow.setState({ id: 'x', song: desk.getState().song });
    const running = slow.getState().split(null, { reopen: false });
    slow.getState().stopJob();
    await running;
    expect(slow.getState().said).to.equal('Stopped; nothing was changed');
    expect(slow.getState().job).to.equal(null);
  });

  it('keeps typed text that is not understood beside the song', async () => {
    const { desk, storage, id } = await opened();
    const typed = `${TEXT}bass | 0xxx | oops | 3xxx | ? |\n`;
    desk.getState().typeChart(readChart(typed).song, { text: typed, isUnderstood: false });
    await desk.getState().saveNow();
    expect((await storage.get(id))!.draft).to.equal(typed);
    const again = (await opened({ storage })).desk.getState();
    expect(again.draft).to.equal(typed);
  });

  it('makes one step of typing without a pause', async () => {
    const { desk, wait } = await opened();
    for (const title of ['L', 'Lo', 'Low'])
      desk.getState().typeChart({ ...song(), title }, { text: TEXT, isUnderstood: true });
    expect(desk.getState().history.past).to.have.length(1);
    wait(5000);
    desk.getState().typeChart({ ...song(), title: 'Lower' }, { text: TEXT, isUnderstood: true });
    expect(desk.getState().history.past).to.have.length(2);
    await desk.getState().saveNow();
  });

  it('shows a conflict with another tab and loses neither side', async () => {
    const { desk, storage, id } = await opened();
    const theirs = (await storage.get(id))!;
    await storage.put(
      { ...theirs, title: 'Theirs', saved: saveSong({ ...song(), title: 'Theirs' }) },
      theirs.version,
    );
    desk.getState().edit({ kind: 'setTitle', title: 'Mine' }, { label: 'rename' });
    await desk.getState().saveNow();
    expect(desk.getState().saving.kind).to.equal('conflict');
    const copy = await desk.getState().keepAsCopy();
    expect((await storage.get(copy!))!.title).to.equal('Mine');
    expect((await storage.get(id))!.title).to.equal('Theirs');
  });

  it('can show the other tab’s version, and undo brings mine back', async () => {
    const { desk, storage, id } = await opened();
    const theirs = (await storage.get(id))!;
    await storage.put({ ...theirs, saved: saveSong({ ...song(), title: 'Theirs' }) }, theirs.version);
    desk.getState().edit({ kind: 'setTitle', title: 'Mine' }, { label: 'rename' });
    await desk.getState().saveNow();
    await desk.getState().settle({ title: 'theirs' });
    expect(desk.getState().song!.title).to.equal('Theirs');
    expect(desk.getState().said).to.include('Took the other tab’s: the title');
    desk.getState().undo();
    expect(desk.getState().song!.title).to.equal('Mine');
    await desk.getState().saveNow();
    expect((await storage.get(id))!.saved.song.title).to.equal('Mine');
  });

  it('says when storage is full, keeps the change, and saves it when there is room', async () => {
    const memory = createMemoryStorage();
    let full = false;
    const storage: SongStorage = {
      ...memory,
      put: (s, expected) =>
        full ? Promise.reject(new StorageProblem('full', null)) : memory.put(s, expected),
    };
    const { desk, id } = await opened({ storage });
    full = true;
    desk.getState().edit({ kind: 'setTitle', title: 'Big' }, { label: 'rename' });
    await desk.getState().saveNow();
    const { saving } = desk.getState();
    expect(saving.kind === 'trouble' && saving.message).to.include('storage is full');
    expect(desk.getState().song!.title).to.equal('Big');
    full = false;
    await desk.getState().saveNow();
    expect(desk.getState().saving.kind).to.equal('saved');
    expect((await memory.get(id))!.title).to.equal('Big');
  });

  it('says when a song is not there or cannot be read', async () => {
    const { desk, storage, id } = await opened();
    await desk.getState().open('nowhere');
    expect(desk.getState().trouble!.message).to.include('not on the shelf');
    const stored = (await storage.get(id))!;
    await storage.put({ ...stored, saved: { ...stored.saved, version: 99 } as never }, stored.version);
    await desk.getState().open(id);
    expect(desk.getState().trouble!.message).to.include('newer Orchestron');
    expect(desk.getState().trouble!.stored!.id).to.equal(id);
    expect((await readShelf(storage))[0]!.trouble).to.include('newer Orchestron');
  });

  it('keeps the selection on something that exists', async () => {
    const { desk } = await opened();
    desk.getState().select({ playing: 99, pass: 9, moment: -3 });
    expect(desk.getState().selection).to.include({ playing: 0, pass: 1, moment: 0 });
  });
});

describe('shelf', () => {
  it('finds free titles', () => {
    expect(freeTitle('A', [])).to.equal('A');
    expect(freeTitle('A', ['A', 'A 2'])).to.equal('A 3');
    expect(freeTitle('A 2', ['A 2'])).to.equal('A 3');
  });

  it('restores a deleted song under its id', async () => {
    const storage = createMemoryStorage();
    const id = await addSong(storage, song(), { now: 1 });
    const stored = (await storage.get(id))!;
    await storage.remove(id, 2);
    expect(await storage.restore(id)).to.equal(true);
    expect((await storage.get(id))!.saved).to.deep.equal(stored.saved);
  });

  it('reads imports by their content and refuses with a reason', () => {
    expect(readImport('a.txt', TEXT)).to.include({ kind: 'song', text: null });
    expect(readImport('a.json', JSON.stringify(saveSong(song()))).kind).to.equal('song');
    const partly = readImport('a.txt', TEXT.replace('F', 'Hx'));
    expect(partly.kind === 'song' && [partly.problems.length, partly.text !== null]).to.deep.equal([1, true]);
    const refused = (name: string, text: string) => {
      const read = readImport(name, text);
      return read.kind === 'refused' ? read.message : '';
    };
    expect(refused('a.json', '{')).to.include('is no JSON');
    expect(refused('a.json', '{}')).to.include('not an Orchestron song file');
    expect(refused('a.txt', 'dear diary')).to.include('no chords were found');
  });
});
