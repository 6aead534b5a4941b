import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import {
  catchDownloads,
  goTo,
  importText,
  openSong,
  patient,
  press,
  sees,
  shelfMenu,
  songMenu,
  startApp,
  text,
  type App,
} from './app';

const CHART = `title: Paper Kite
key: Am
guitar1: gain 7
== Verse == x2
chords | Am | F | C | G |
bass | ? | 13xx | ? | ? |
`;

describe('the whole path in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  const typeChart = async (page: Page, chart: string) => {
    await page.waitForSelector('.cm-content');
    await page.click('.cm-content');
    await page.keyboard.down('Control');
    await page.keyboard.press('a');
    await page.keyboard.up('Control');
    await page.keyboard.type(chart);
  };
  const cell = (page: Page, player: string, moment: number) =>
    text(page, `[data-cell="${player}-${moment}"]`);

  it('types a song, splits it, cures a finding, locks, undoes, reloads and finds all still there', async () => {
    const { page, complaints } = await app.open();
    await press(page, 'New song');
    await press(page, 'I would rather type');
    await typeChart(page, CHART);
    await sees(page, 'Everything is understood');
    await sees(page, 'Go and split it (11 open)');
    await goTo(page, 'Split');

    await page.waitForSelector('[data-cell="guitar1-0"]');
    expect(await cell(page, 'guitar1', 0)).to.include('open');
    await press(page, 'Split Verse');
    await page.waitForFunction(
      () => !document.querySelector('[data-cell="guitar1-0"]')!.textContent!.includes('open'),
    );
    // A first answer is shown while the proof goes on.
    await sees(page, 'Split Verse: 11 cells');

    // The fifth down on the bass is mud: n finds it, a button cures it.
    await page.keyboard.press('n');
    await sees(page, 'is mud down there');
    await page.waitForSelector('[data-cure]');
    expect(await cell(page, 'bass', 1)).to.include('13xx');
    await page.click('[data-cure]');
    await page.waitForFunction(
      () => !document.querySelector('aside')!.textContent!.includes('is mud down there'),
    );
    const cured = await cell(page, 'bass', 1);
    expect(cured).to.not.include('13xx');

    await page.keyboard.press('3');
    await page.keyboard.press('l');
    await page.waitForSelector('[data-cell="bass-1"] [aria-label="locked"]');
    await page.keyboard.press('1');
    await page.keyboard.press('r');
    await page.waitForFunction(() =>
      document.querySelector('[data-cell="guitar1-1"]')!.textContent!.includes('rest'),
    );
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await page.waitForFunction(
      () => !document.querySelector('[data-cell="guitar1-1"]')!.textContent!.includes('rest'),
    );
    const before = await page.$$eval('[data-cell]', (cells) => cells.map((c) => c.textContent));

    await page.reload();
    await page.waitForSelector('[data-cell="bass-1"] [aria-label="locked"]');
    expect(await page.$$eval('[data-cell]', (cells) => cells.map((c) => c.textContent))).to.deep.equal(
      before,
    );

    await goTo(page, 'Sheets');
    await page.waitForSelector('article svg');
    const sheets = await catchDownloads(page);
    await page.locator('button ::-p-text(Take along)').click();
    await page.locator('[role="menuitem"] ::-p-text(Text tab of Guitar 1)').click();
    await page.waitForFunction(() => (window as unknown as { caught: unknown[] }).caught.length > 0);
    const [sheet] = await sheets();
    expect(sheet!.name).to.equal('paper-kite-guitar-1.txt');
    expect(sheet!.text).to.include('[Verse x2]');

    await goTo(page, 'Songs');
    await page.waitForSelector('li svg');
    await songMenu(page, 'Paper Kite', 'Song file (.json)');
    await songMenu(page, 'Paper Kite', 'Chart text (.txt)');
    await page.waitForFunction(() => (window as unknown as { caught: unknown[] }).caught.length === 3);
    const files = (await sheets()).slice(1);
    expect(files.map((f) => f.name)).to.deep.equal(['paper-kite.json', 'paper-kite.txt']);

    await songMenu(page, 'Paper Kite', 'Delete');
    await sees(page, 'Paper Kite deleted.');
    for (const file of files) {
      await importText(page, file.name, file.text);
      await sees(page, 'imported.');
      await press(page, 'Close');
    }
    await sees(page, 'Paper Kite 2');
    await openSong(page, 'Paper Kite 2');
    expect(await page.$$eval('[data-cell]', (cells) => cells.map((c) => c.textContent))).to.deep.equal(
      before,
    );
    expect(complaints).to.deep.equal([]);
  });

  it('marks what is not understood at its line and column, keeps it over a reload, and reads the rest', async () => {
    const { page, complaints } = await app.open();
    await press(page, 'New song');
    await press(page, 'I would rather type');
    await typeChart(page, CHART.replace('| F |', '| Fzz |').replace('13xx', '13x'));
    await sees(page, 'line 5, column 15');
    await sees(page, 'the grip 13x has 3 strings; expected 4');
    expect(await page.$$('.cm-lintRange-error')).to.have.length(2);
    await page.reload();
    await sees(page, 'line 5, column 15');
    expect(await text(page, '.cm-content')).to.include('Fzz');
    await goTo(page, 'Split');
    await page.waitForSelector('[data-cell="guitar1-3"], [data-cell="guitar1-2"]');
    expect(complaints).to.deep.equal([]);
  });

  it('shelf: renames, duplicates, deletes with undo, brings the demo back, refuses foreign files', async () => {
    const { page } = await app.open();
    await songMenu(page, 'Salt Lamp', 'Duplicate');
    await sees(page, 'Salt Lamp 2 is a copy of Salt Lamp.');
    await songMenu(page, 'Salt Lamp 2', 'Delete');
    await sees(page, 'Salt Lamp 2 deleted.');
    await press(page, 'Undo');
    await page.waitForSelector('::-p-aria(More for Salt Lamp 2)');
    await songMenu(page, 'Salt Lamp 2', 'Rename');
    await page.keyboard.type('Renamed Song');
    await page.keyboard.press('Enter');
    await sees(page, 'Renamed Song');
    for (const title of ['Ferry Light', 'Salt Lamp']) {
      await songMenu(page, title, 'Delete');
      await sees(page, `${title} deleted.`);
    }
    await shelfMenu(page, 'Bring the demo songs back');
    await page.waitForSelector('::-p-aria(More for Ferry Light)');
    await importText(page, 'notes.json', '{"a":1}');
    await sees(page, 'this is not an Orchestron song file');
    await importText(page, 'later.json', '{"format":"orchestron-song","version":9}');
    await sees(page, 'made by a newer Orchestron');
    await importText(page, 'part.txt', 'title: Half Read\n== A ==\nchords | Am | Hx |\n');
    await sees(page, 'Half Read imported. Not understood: line 3, column 15');
  });

  it('two tabs on one song: the other follows, and a conflict asks instead of losing', async () => {
    const { page, context } = await app.open();
    await openSong(page, 'Tramline Sparks');
    const other = await context.newPage();
    patient(other);
    await other.goto(page.url());
    await other.waitForSelector('[data-cell]');
    await page.bringToFront();
    await page.keyboard.press('r');
    await sees(page, 'locked'); // the first cell is locked: nothing happens
    await page.keyboard.press('2');
    await page.keyboard.press('r');
    await page.waitForFunction(() =>
      document.querySelector('[data-cell="guitar2-0"]')!.textContent!.includes('rest'),
    );
    // A tab behind another one draws no frames: it is asked by the clock.
    await other.waitForFunction(
      () => document.querySelector('[data-cell="guitar2-0"]')!.textContent!.includes('rest'),
      { polling: 200 },
    );

    // A save that this tab has not heard of, then an edit here.
    await page.evaluate(async () => {
      const open = indexedDB.open('orchestron');
      const db = await new Promise<IDBDatabase>((done) => (open.onsuccess = () => done(open.result)));
      const songs = db.transaction('songs', 'readwrite').objectStore('songs');
      const get = songs.get(location.pathname.split('/')[2]!);
      await new Promise((done) => (get.onsuccess = done));
      for (const bar of get.result.saved.song.sections[0].bars)
        bar.cells.guitar2 = [{ at: 0, push: 0, cell: '?' }];
      const put = songs.put({ ...get.result, version: get.result.version + 1 });
      await new Promise((done) => (put.onsuccess = done));
    });
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('r');
    await sees(page, 'Another tab changed the same place');
    await press(page, 'Keep mine as a song of its own');
    await sees(page, 'Tramline Sparks 2');
  });

  it('keys step, preview and take alternatives; nothing fires while typing', async () => {
    const { page } = await app.open();
    await openSong(page, 'Nine Minute Bus');
    await page.keyboard.press('2');
    await page.keyboard.press('a');
    await page.waitForFunction(() => document.activeElement?.hasAttribute('data-letter'));
    const was = await cell(page, 'guitar2', 0);
    await page.keyboard.press('ArrowRight');
    await page.waitForFunction(
      (w) => document.querySelector('[data-cell="guitar2-0"]')!.textContent !== w,
      {},
      was,
    );
    await page.keyboard.press('Escape');
    await page.waitForFunction(
      (w) => document.querySelector('[data-cell="guitar2-0"]')!.textContent === w,
      {},
      was,
    );
    await page.keyboard.press('a');
    await page.keyboard.press('c');
    await page.keyboard.press('Enter');
    await page.waitForFunction(
      (w) => document.querySelector('[data-cell="guitar2-0"]')!.textContent !== w,
      {},
      was,
    );
    await page.keyboard.press('?');
    await page.waitForSelector('[role="dialog"]');
    await page.keyboard.press('Escape');
    await page.waitForSelector('[role="dialog"]', { hidden: true });
    await page.click('input[placeholder="type frets"]');
    await page.keyboard.type('l3');
    await page.keyboard.press('Enter');
    await sees(page, 'is no grip; expected 6 frets or x');
    expect(await page.$('[data-cell="guitar2-0"] [aria-label="locked"]')).to.equal(null);
  });

  it('keeps a finding on purpose with a reason, and never nags again', async () => {
    const { page } = await app.open();
    await openSong(page, 'Tramline Sparks');
    await page.keyboard.press('n');
    await page.waitForSelector('[data-cure]');
    await page.keyboard.press('k');
    await page.waitForSelector('[role="dialog"] input');
    await page.keyboard.type('it growls');
    await page.keyboard.press('Enter');
    await sees(page, 'Kept: it growls');
    await page.reload();
    await page.waitForSelector('[data-alternative]');
    await page.locator('[aria-label="Which findings"] ::-p-text(All)').click();
    await sees(page, 'Kept: it growls');
  });
});
