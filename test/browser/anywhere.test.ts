import { cp, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect } from 'chai';
import type { Browser, Page } from 'puppeteer-core';
import { openBrowser } from '../../scripts/browser';
import { createApp } from '../../server/app';
import { catchDownloads, goTo, listen, openSong, patient, press, said, sees, songMenu, text } from './app';

describe('without the server, in Chromium', () => {
  let browser: Browser;
  let folder = '';
  before(async () => {
    browser = await openBrowser();
    folder = await mkdtemp(join(tmpdir(), 'orchestron-served-'));
    await cp(fileURLToPath(new URL('../../dist', import.meta.url)), folder, { recursive: true });
  });
  after(async () => {
    await browser.close();
    await rm(folder, { recursive: true });
  });

  /** A server of its own on a copy of the build, that can be stopped and come back. */
  const serve = async (port = 0) => {
    const server = createApp(folder).listen(port, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
    return {
      port: (server.address() as AddressInfo).port,
      stop: async () => {
        server.closeAllConnections();
        await new Promise((resolve) => server.close(resolve));
      },
    };
  };
  const kept = (page: Page) =>
    page.waitForFunction(async () => {
      const there = await navigator.serviceWorker.getRegistration();
      return there?.active?.state === 'activated' && navigator.serviceWorker.controller !== null;
    });

  it('opens, reloads and works in every part after the first visit', async () => {
    const server = await serve();
    const context = await browser.createBrowserContext();
    const page = await context.newPage();
    patient(page);
    const complaints = listen(page);
    await page.evaluateOnNewDocument('window.__name = (f) => f');
    await page.goto(`http://localhost:${server.port}/`);
    await page.waitForSelector('[data-song]');
    await kept(page);
    await server.stop();
    await page.reload();
    await openSong(page, 'Tramline Sparks');
    // A split in the worker, every screen, sound, a sheet, the stand, a dialog that is loaded late, and a file of each kind.
    await page.keyboard.press('s');
    await sees(page, 'proven best');
    await goTo(page, 'Chart');
    await page.waitForSelector('.cm-content');
    await press(page, 'Paste a song');
    await page.waitForSelector('[role="dialog"] textarea');
    await page.keyboard.press('Escape');
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-hits-drawing]');
    await goTo(page, 'Listen');
    await page.waitForSelector('[data-stands]');
    await page.keyboard.press('Space');
    await page.waitForSelector('[data-playing="playing"]');
    await goTo(page, 'Sheets');
    await page.waitForSelector('article svg');
    await page.locator('button ::-p-text(On the stand)').click();
    await page.waitForSelector('[data-stand] svg text');
    await page.goto(`http://localhost:${server.port}/writing`);
    await page.waitForSelector('.written h1');
    await page.goto(`http://localhost:${server.port}/`);
    const downloads = await catchDownloads(page);
    for (const kind of ['(.json)', '(.musicxml)', '(.mid)']) await songMenu(page, 'Salt Lamp', kind);
    await page.waitForFunction(() => (window as unknown as { caught: unknown[] }).caught.length === 3);
    expect((await downloads()).map((f) => f.name.split('.').at(-1))).to.deep.equal([
      'json',
      'musicxml',
      'mid',
    ]);
    // The band's address and a newer version are asked for; that nobody answers is told to nobody.
    const asked = /\/(?:band|sw\.js)|^Failed to load resource: net::ERR_CONNECTION_REFUSED/;
    expect(complaints.filter((words) => !asked.test(words))).to.deep.equal([]);
    await context.close();
  });

  it('a newer version is offered, waits while one works, and comes when one says so', async () => {
    const server = await serve();
    const context = await browser.createBrowserContext();
    const page = await context.newPage();
    patient(page);
    await page.evaluateOnNewDocument('window.__name = (f) => f');
    await page.goto(`http://localhost:${server.port}/`);
    await page.waitForSelector('[data-song]');
    await kept(page);
    const path = join(folder, 'sw.js');
    await writeFile(path, `${await readFile(path, 'utf8')}\n// newer\n`);
    await page.reload();
    await openSong(page, 'Salt Lamp');
    await page.waitForSelector('[data-update]');
    await page.keyboard.press('r');
    expect(await text(page, '[data-cell="guitar1-0"]')).to.include('rest');
    const loads = new Promise((resolve) => page.once('load', resolve));
    await press(page, 'Take it now');
    await loads;
    await page.waitForFunction(() =>
      document.querySelector('[data-cell="guitar1-0"]')?.textContent?.includes('rest'),
    );
    expect(await page.$('[data-update]')).to.equal(null);
    await context.close();
    await server.stop();
  });

  it('a dialog that does not arrive is said in one of our own, and arrives when there is a way again', async () => {
    const server = await serve();
    const context = await browser.createBrowserContext();
    const page = await context.newPage();
    patient(page);
    await page.evaluateOnNewDocument(
      `Object.defineProperty(Navigator.prototype, 'serviceWorker', { get: () => undefined })`,
    );
    await page.evaluateOnNewDocument('window.__name = (f) => f');
    await page.goto(`http://localhost:${server.port}/`);
    await page.waitForSelector('[data-song]');
    await page.setRequestInterception(true);
    let isCut = true;
    page.on('request', (r) => void (isCut && r.url().includes('/assets/') ? r.abort() : r.continue()));
    await press(page, 'New song');
    await sees(page, 'This part did not arrive');
    await press(page, 'Go on without it');
    await songMenu(page, 'Salt Lamp', '(.mid)');
    await sees(page, 'A part of the application did not arrive');
    isCut = false;
    await press(page, 'New song');
    await page.waitForSelector('[data-new-song], [role="dialog"] button ::-p-text(Try again)');
    expect(await said(page)).to.include('did not arrive');
    await context.close();
    await server.stop();
  });
});
