import { expect } from 'chai';
import { openSong, patient, press, sees, shelfMenu, startApp, text, type App } from './app';

describe('storage that fails, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  it('full: says so, keeps the change in the tab, and saves it once there is room', async () => {
    const { page } = await app.open();
    await openSong(page, 'Salt Lamp');
    await page.evaluate(() => {
      const put = IDBObjectStore.prototype.put;
      Object.assign(window, { put });
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('full', 'QuotaExceededError');
      };
    });
    await page.keyboard.press('2');
    await page.keyboard.press('r');
    await sees(page, 'storage is full');
    expect(await text(page, '[data-cell="guitar2-0"]')).to.include('rest');
    await page.evaluate(() => {
      IDBObjectStore.prototype.put = (window as unknown as { put: typeof IDBObjectStore.prototype.put }).put;
    });
    await press(page, 'Try to save again');
    await page.waitForFunction(() => !document.body.innerText.includes('storage is full'));
    await page.reload();
    await page.waitForFunction(() =>
      document.querySelector('[data-cell="guitar2-0"]')?.textContent?.includes('rest'),
    );
  });

  it('full when the page goes away: the change is there on the next visit', async () => {
    const { page } = await app.open();
    await openSong(page, 'Salt Lamp');
    await page.evaluate(() => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('full', 'QuotaExceededError');
      };
    });
    await page.keyboard.press('3');
    await page.keyboard.press('r');
    await sees(page, 'storage is full');
    await page.reload();
    await page.waitForFunction(() =>
      document.querySelector('[data-cell="bass-0"]')?.textContent?.includes('rest'),
    );
  });

  it('refused: works in the tab and says that nothing lasts', async () => {
    const { page, context } = await app.open();
    const other = await context.newPage();
    patient(other);
    await other.evaluateOnNewDocument('window.__name = (f) => f');
    await other.evaluateOnNewDocument(() => {
      IDBFactory.prototype.open = () => {
        throw new DOMException('no', 'SecurityError');
      };
    });
    await other.goto(app.address);
    await sees(other, 'The browser refuses to store songs here');
    await shelfMenu(other, 'Bring the demo songs back');
    await openSong(other, 'Salt Lamp');
    await other.keyboard.press('r');
    await other.waitForFunction(() =>
      document.querySelector('[data-cell="guitar1-0"]')!.textContent!.includes('rest'),
    );
    await page.close();
  });
});
