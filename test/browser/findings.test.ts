import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import { openSong, sees, startApp, type App } from './app';

describe('findings over time, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  const undo = async (page: Page) => {
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
  };
  const says = (page: Page, words: string) =>
    page.waitForFunction((w) => document.querySelector('aside')!.innerText.includes(w), {}, words);
  const saysNot = (page: Page, words: string) =>
    page.waitForFunction((w) => !document.querySelector('aside')!.innerText.includes(w), {}, words);
  const cure = (page: Page, words: string) => page.locator(`[data-cure] ::-p-text(${words})`);

  it('n finds the stop the bass rings over, a cure is previewed, taken in one step and undone in one', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Nine Minute Bus');
    await page.keyboard.press('n');
    for (let i = 0; i < 8; i += 1) {
      const here = await page.$eval('aside', (a) => a.innerText.includes('rings over the stop'));
      if (here) break;
      await page.keyboard.press('n');
    }
    await says(page, 'Bass rings over the stop');
    await sees(page, 'stop not clean');
    const frames = () => page.$$eval('[role="grid"] rect[class*="stroke-clash"]', (list) => list.length);
    const before = await frames();
    expect(before).to.be.greaterThan(0);

    await cure(page, 'Stop the bass with them').hover();
    await page.waitForFunction(
      (n) => document.querySelectorAll('[role="grid"] rect[class*="stroke-clash"]').length < n,
      {},
      before,
    );
    await page.mouse.move(640, 20);
    await page.waitForFunction(
      (n) => document.querySelectorAll('[role="grid"] rect[class*="stroke-clash"]').length === n,
      {},
      before,
    );

    await cure(page, 'Stop the bass with them').click();
    await saysNot(page, 'Bass rings over the stop');
    await undo(page);
    await says(page, 'Bass rings over the stop');
    expect(complaints).to.deep.equal([]);
  });

  it('keeps by cause, lists what is kept, and tells how the whole is shared', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Ferry Light');
    const tab = (words: string) => page.locator(`[aria-label="Which findings"] ::-p-text(${words})`).click();
    await tab('Kept');
    await says(page, 'it should feel close');
    await tab('The whole');
    await says(page, 'Registers:');
    await says(page, 'The third:');
    await tab('All');
    await says(page, ' to look at.');
    await tab('Here');
    await page.keyboard.press('n');
    await page.waitForSelector('[data-cure]');
    await page.keyboard.press('k');
    await page.waitForSelector('[role="dialog"] input');
    await page.keyboard.type('it is the joke');
    await page.keyboard.press('Enter');
    await says(page, 'Kept: it is the joke');
    await tab('Kept');
    await says(page, '“it is the joke”');
    await page.locator('aside li ::-p-text(No longer keep it)').click();
    await page.waitForFunction(() => document.querySelectorAll('aside li').length === 1);
    expect(complaints).to.deep.equal([]);
  });
});
