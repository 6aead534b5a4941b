import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import { demoTexts } from '../fuzz/corpus';
import {
  closed,
  dialogButton,
  goTo,
  openSong,
  press,
  said,
  sees,
  shelfMenu,
  songMenu,
  startApp,
  text,
  type App,
} from './app';

/** Titles on view, in their order. */
const titles = (page: Page) => page.$$eval('[data-song]', (all) => all.map((a) => a.textContent ?? ''));

const isGone = (page: Page, title: string) =>
  page.waitForFunction(
    (t) => ![...document.querySelectorAll('[data-song]')].some((a) => a.textContent === t),
    {},
    title,
  );

/** Puts copies of the demo songs on the shelf, straight into the browser's storage. */
async function fill(page: Page, count: number): Promise<void> {
  await page.evaluate(
    (n) =>
      new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open('orchestron');
        opening.onerror = () => reject(new Error('the database did not open'));
        opening.onsuccess = () => {
          const store = opening.result.transaction('songs', 'readwrite').objectStore('songs');
          const all = store.getAll();
          all.onsuccess = () => {
            for (let i = 0; i < n; i += 1) {
              const from = all.result[i % all.result.length];
              const title = `Copy ${String(i + 1).padStart(3, '0')} of ${from.title}`;
              const song = { ...from.saved.song, title, tempo: 60 + (i % 120) };
              store.put({
                ...from,
                id: `copy-${i}`,
                title,
                updatedAt: 1000 + i,
                saved: { ...from.saved, song },
              });
            }
            store.transaction.oncomplete = () => {
              opening.result.close();
              resolve();
            };
          };
        };
      }),
    count,
  );
}

describe('the shelf, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  it('holds three hundred songs: found, in order, a few drawn, and one’s place is kept', async () => {
    const { page, complaints } = await app.open();
    await fill(page, 300);
    await page.reload();
    await sees(page, '304 songs');
    expect((await page.$$('[data-song]')).length).to.be.lessThan(20);
    // Opened: from the click on "Songs" to the first rows, on a machine like this one.
    await openSong(page, 'Tramline Sparks');
    await goTo(page, 'Songs');
    await page.waitForSelector('[data-song]');
    await page.locator('input[type="search"]').fill('copy salt e major');
    await sees(page, 'of 304 songs');
    for (const title of await titles(page)) expect(title).to.match(/^Copy \d+ of Salt Lamp$/);
    await page.locator('::-p-aria(Find nothing in particular)').click();
    await page.locator('main button ::-p-text(last changed)').click();
    await page.locator('[role="menuitemradio"] ::-p-text(tempo)').click();
    await page.waitForFunction(() =>
      document.querySelector('[data-song]')!.textContent!.startsWith('Salt Lamp'),
    );
    await page.keyboard.press('Escape');
    await page.evaluate(() => window.scrollTo(0, 9000));
    await page.waitForFunction(() => window.scrollY > 8000);
    await page.waitForFunction(() => {
      const box = document.querySelectorAll('[data-song]')[4]?.getBoundingClientRect();
      return box !== undefined && box.top > 0 && box.bottom < innerHeight + 400;
    });
    const [y, title] = await page.evaluate(() => {
      const inView = [...document.querySelectorAll<HTMLElement>('[data-song]')].find((a) => {
        const { top } = a.getBoundingClientRect();
        return top > 100 && top < innerHeight - 100;
      })!;
      inView.click();
      return [window.scrollY, inView.textContent!] as const;
    });
    await page.waitForSelector('[data-alternative]');
    expect(await page.title()).to.equal(`${title} · Split · Orchestron`);
    await goTo(page, 'Songs');
    await page.waitForFunction(
      (was, t) => Math.abs(window.scrollY - was) < 200 && document.activeElement?.textContent === t,
      {},
      y,
      title,
    );
    expect(complaints).to.deep.equal([]);
  });

  it('set lists: made, filled, looked at in their order, and taken back', async () => {
    const { page, complaints } = await app.open();
    await page.locator('button ::-p-text(New set list)').click();
    await page.keyboard.type('Cellar');
    await page.keyboard.press('Enter');
    await sees(page, 'No song is on this set list yet');
    await page.locator('button ::-p-text(All)').click();
    for (const title of ['Ferry Light', 'Tramline Sparks']) await songMenu(page, title, 'Put on “Cellar”');
    await page.locator('button ::-p-text(Cellar)').click();
    await sees(page, '2 of 4 songs');
    expect(await titles(page)).to.deep.equal(['Ferry Light', 'Tramline Sparks']);
    await songMenu(page, 'Ferry Light', 'Take off “Cellar”');
    await isGone(page, 'Ferry Light');
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await sees(page, '2 of 4 songs');
    expect(await said(page)).to.equal('Undone: take Ferry Light off Cellar');
    expect(complaints).to.deep.equal([]);
  });

  it('a deleted song waits in the bin with its undo, after a reload too', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Salt Lamp');
    await page.keyboard.press('r');
    await page.waitForFunction(() =>
      document.querySelector('[data-cell="guitar1-0"]')!.textContent!.includes('rest'),
    );
    await goTo(page, 'Songs');
    await songMenu(page, 'Salt Lamp', 'Delete');
    await isGone(page, 'Salt Lamp');
    // The focus went to what stands there now, not to the top.
    await page.waitForFunction(() => document.activeElement?.closest('li'));
    await page.reload();
    await page.waitForSelector('[data-song]');
    expect(await titles(page)).to.not.include('Salt Lamp');
    await shelfMenu(page, 'Bin (1)');
    await sees(page, '30 days left');
    await press(page, 'Put back Salt Lamp');
    await dialogButton(page, 'Done');
    await closed(page);
    await openSong(page, 'Salt Lamp');
    await press(page, 'Undo');
    await page.waitForFunction(
      () => !document.querySelector('[data-cell="guitar1-0"]')!.textContent!.includes('rest'),
    );
    expect(complaints).to.deep.equal([]);
  });

  it('many files at once: every one’s outcome is told, those that ask come one after the other', async () => {
    const { page, complaints } = await app.open();
    const [, chart] = demoTexts()[0]!;
    await page.evaluate((own) => {
      const files = new DataTransfer();
      const put = (name: string, content: BlobPart) => files.items.add(new File([content], name));
      put('one.txt', own.replace(/^title:.*$/m, 'title: First of Five'));
      put('two.txt', own.replace(/^title:.*$/m, 'title: Second of Five'));
      put('typed.txt', 'Third\nVerse\nAm F C G\n');
      put('half.txt', 'title: Fourth\n== A ==\nchords | Am | Hx |\n');
      put('empty.json', '');
      const zone = document.querySelector('[data-drop-zone]')!;
      for (const type of ['dragenter', 'dragover', 'drop'])
        zone.dispatchEvent(new DragEvent(type, { bubbles: true, cancelable: true, dataTransfer: files }));
    }, chart);
    await page.waitForSelector('[data-outcomes]');
    await sees(page, '5 files: 4 on the shelf, 1 not.');
    const outcomes = await page.$$eval('[data-outcome]', (all) =>
      all.map((e) => (e as HTMLElement).dataset.outcome),
    );
    expect(outcomes).to.deep.equal(['in', 'in', 'asks', 'asks', 'refused']);
    await sees(page, '8 songs');
    await page.locator('[role="alert"] button ::-p-text(Undo)').click();
    await sees(page, '4 songs');
    expect(complaints).to.deep.equal([]);
  });

  it('says how safe it is here', async () => {
    const { page } = await app.open();
    await page.waitForSelector('[data-keeping]');
    await press(page, 'Ask the browser to keep them');
    await page.waitForSelector('[data-keeping="refused"], [data-keeping="kept"]');
    expect(await text(page, '[data-keeping]')).to.match(/does not promise|keeps these songs/);
  });
});
