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
  songMenu,
  startApp,
  text,
  type App,
} from './app';

/** Changes a stored record behind the application's back; `change` is what runs on it in the page, as text. */
async function damage(page: Page, title: string, change: string): Promise<void> {
  await page.evaluate(`new Promise((resolve, reject) => {
    const opening = indexedDB.open('orchestron');
    opening.onerror = () => reject(new Error('the database did not open'));
    opening.onsuccess = () => {
      const store = opening.result.transaction('songs', 'readwrite').objectStore('songs');
      const all = store.getAll();
      all.onsuccess = () => {
        try {
          const record = all.result.find((r) => r.title === ${JSON.stringify(title)});
          ${change};
          store.put(record).onsuccess = () => { opening.result.close(); resolve(); };
        } catch (error) {
          reject(error);
        }
      };
    };
  })`);
}

describe('nothing kills it, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  it('a doubled digit is a finding on every screen, and the shelf lives', async () => {
    const { page, complaints } = await app.open();
    await importText(
      page,
      'x.txt',
      'title: Doubled\n== A ==\nchords | Dm | G |\nguitar1 line | 77@3 5@3 | |\n',
    );
    await sees(page, 'Doubled imported');
    await page.locator('li a ::-p-text(Doubled)').click();
    await sees(page, 'fret 77 is not there');
    for (const screen of ['Hits', 'Chart', 'Sheets', 'Songs'] as const) {
      await goTo(page, screen);
      await sees(page, 'Doubled');
    }
    await page.reload();
    await sees(page, 'Doubled');
    expect(complaints).to.deep.equal([]);
  });

  it('damaged records are shown with what is wrong, exported and deleted; the others are there', async () => {
    const { page, complaints } = await app.open();
    await damage(page, 'Salt Lamp', 'delete record.saved.song.players.bass');
    await damage(
      page,
      'Tramline Sparks',
      'record.title = { words: 1 }; delete record.updatedAt; record.draft = 7',
    );
    await damage(
      page,
      'Ferry Light',
      'const own = record.saved.song; let inner = { ...own }; for (let n = 0; n < 400; n += 1) inner = { ...own, versions: [{ name: "v", song: inner }] }; own.versions = [{ name: "v", song: inner }]',
    );
    await page.reload();
    await sees(page, 'song.players.bass');
    await sees(page, 'its title on the shelf is an object');
    await sees(page, 'a version holds no versions of its own');
    expect(await page.$$eval('li h2, li a', (all) => all.map((e) => e.textContent))).to.include.members([
      'Salt Lamp',
      'Tramline Sparks',
      'Ferry Light',
      'Nine Minute Bus',
    ]);
    const downloads = await catchDownloads(page);
    await songMenu(page, 'Salt Lamp', 'As it is stored');
    await page.waitForFunction(() => (window as unknown as { caught: unknown[] }).caught.length > 0);
    const [file] = await downloads();
    expect(JSON.parse(file!.text)).to.have.nested.property('song.title', 'Salt Lamp');
    await page.locator('li a ::-p-text(Salt Lamp)').click();
    await sees(page, 'This song cannot be read');
    await sees(page, 'Export what is stored');
    await press(page, 'Back to the songs');
    await songMenu(page, 'Salt Lamp', 'Delete');
    await sees(page, 'Salt Lamp deleted');
    await openSong(page, 'Nine Minute Bus');
    expect(complaints).to.deep.equal([]);
  });

  it('a part that does not arrive is said in a page of our own, with a way on', async () => {
    const { page } = await app.open();
    await openSong(page, 'Salt Lamp');
    await page.setRequestInterception(true);
    page.on('request', (r) => void (/hits-/.test(r.url()) ? r.abort() : r.continue()));
    await goTo(page, 'Hits');
    await sees(page, 'A part of the application did not arrive');
    await sees(page, 'Export the song as it is stored');
    expect(await page.$$eval('nav a', (all) => all.map((a) => a.textContent))).to.include('Songs');
    await press(page, 'Back to the songs');
    await page.waitForSelector('li svg');
  });

  it('a screen that stops says so and takes nothing with it', async () => {
    const { page } = await app.open();
    await openSong(page, 'Salt Lamp');
    await goTo(page, 'Chart');
    await page.waitForSelector('.cm-content');
    await page.evaluate(() => {
      const { flatMap } = Array.prototype;
      Object.assign(Array.prototype, {
        flatMap(this: unknown[], work: (one: unknown) => unknown) {
          if (location.pathname.endsWith('/sheets')) throw new Error('made to fail');
          return flatMap.call(this, work);
        },
      });
    });
    await goTo(page, 'Sheets');
    await sees(page, 'This screen stopped');
    await sees(page, 'made to fail');
    const downloads = await catchDownloads(page);
    await press(page, 'Export the song as it is stored');
    await page.waitForFunction(() => (window as unknown as { caught: unknown[] }).caught.length > 0);
    expect((await downloads())[0]!.name).to.equal('salt-lamp.json');
    await press(page, 'Back to the songs');
    await openSong(page, 'Salt Lamp');
  });

  it('a worker that cannot be had: the split is done in the page, and it is said', async () => {
    const { page } = await app.open();
    await page.setRequestInterception(true);
    page.on('request', (r) => void (/split\.worker/.test(r.url()) ? r.abort() : r.continue()));
    await importText(page, 'x.txt', 'title: Small\n== A ==\nchords | Dm | G |\n');
    await sees(page, 'Small imported');
    await page.locator('li a ::-p-text(Small)').click();
    await page.waitForSelector('[data-cell]');
    await page.keyboard.press('s');
    await sees(page, 'Split A: 6 cells');
    expect(await text(page, '[data-cell="bass-0"]')).to.not.include('open');
  });

  it('two tabs in one bar: what each says is shown, and each place is chosen', async () => {
    const { page, context } = await app.open();
    await openSong(page, 'Salt Lamp');
    const other = await context.newPage();
    patient(other);
    await other.evaluateOnNewDocument('window.__name = (f) => f');
    await other.goto(page.url());
    await other.waitForSelector('[data-cell]');
    // This tab hears nothing of the other one until it saves.
    await page.evaluate(() => {
      const put = IDBObjectStore.prototype.put;
      IDBObjectStore.prototype.put = () => {
        IDBObjectStore.prototype.put = put;
        throw new DOMException('full', 'QuotaExceededError');
      };
    });
    await page.bringToFront();
    await page.keyboard.press('3');
    await page.keyboard.press('r');
    await page.waitForSelector('[data-saved="not saved"]');
    await other.bringToFront();
    await other.keyboard.press('3');
    await other.keyboard.press('l');
    await other.waitForSelector('[data-saved="saved"]');
    await page.bringToFront();
    await sees(page, 'Another tab changed the same place');
    await sees(page, 'Verse, bar 1');
    expect(await text(page, 'fieldset'))
      .to.include('mine: Bass r')
      .and.include('the other tab’s: Bass');
    await page.locator('fieldset label:nth-of-type(2) input').click();
    await press(page, 'Go on like this');
    await page.waitForSelector('[data-saved="saved"]');
    expect(await text(page, '[data-cell="bass-0"]')).to.not.include('rest');
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await page.waitForFunction(() =>
      document.querySelector('[data-cell="bass-0"]')!.textContent!.includes('rest'),
    );
  });

  it('a file too large to be a song is refused at once', async () => {
    const { page } = await app.open();
    await importText(page, 'huge.txt', 'x'.repeat(5_100_000));
    await sees(page, 'huge.txt has 5.1 MB; expected a song of at most 5 MB');
  });
});
