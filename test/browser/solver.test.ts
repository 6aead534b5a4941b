import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import { goTo, openSong, press, said, sees, startApp, text, type App } from './app';

describe('the exact splitter, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  const cells = (page: Page) => page.$$eval('[data-cell]', (all) => all.map((c) => c.textContent));
  const undo = async (page: Page) => {
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
  };
  const verse = async (page: Page) => {
    await openSong(page, 'Tramline Sparks');
    await page.keyboard.press(']');
  };
  const fromMenu = async (page: Page, section: string, item: string) => {
    await page.locator(`[aria-label="${section}"] ::-p-text(More)`).click();
    await page.locator(`[role="menuitem"] ::-p-text(${item})`).click();
  };

  it('offers what a player could do when the others follow, previews it whole and takes it in one step', async () => {
    const { page, complaints } = await app.open();
    await verse(page);
    await page.keyboard.press('2');
    const before = await cells(page);
    await page.locator('::-p-text(others follow)').click();
    await page.waitForSelector('[aria-label="With the others following"] [data-letter="a"]');
    await sees(page, 'the best there is');
    await page.locator('[aria-label="With the others following"] [data-letter="a"]').hover();
    await page.waitForFunction(
      (was) =>
        JSON.stringify([...document.querySelectorAll('[data-cell]')].map((c) => c.textContent)) !== was,
      {},
      JSON.stringify(before),
    );
    await page.click('[aria-label="With the others following"] [data-letter="a"]');
    expect(await said(page)).to.match(/other grips? follow/);
    expect(await cells(page)).to.not.deep.equal(before);
    await undo(page);
    expect(await cells(page)).to.deep.equal(before);
    expect(complaints).to.deep.equal([]);
  });

  it('lays three ways side by side, each proven, and takes one with its plan', async () => {
    const { page, complaints } = await app.open();
    await verse(page);
    const before = await cells(page);
    await fromMenu(page, 'Section Verse', 'Three ways to split it');
    await page.waitForSelector('[data-way]', { timeout: 60_000 });
    const ways = await page.$$eval('[data-way]', (all) => all.map((w) => w.textContent ?? ''));
    expect(ways).to.have.length(3);
    for (const way of ways) expect(way).to.include('proven best of its plan');
    const plan = await page.$$eval('[data-way] b', (all) => all[1]!.textContent!);
    await page.locator('[data-way]:nth-child(2) ::-p-text(Take it)').click();
    await page.waitForFunction(
      (words) => document.querySelector('[aria-label="Section Verse"]')!.textContent!.includes(words),
      {},
      plan,
    );
    expect(await cells(page)).to.not.deep.equal(before);
    await undo(page);
    expect(await cells(page)).to.deep.equal(before);
    expect(complaints).to.deep.equal([]);
  });

  it('splits by what is asked of a section, and not the same grip again', async () => {
    const { page, complaints } = await app.open();
    await verse(page);
    await fromMenu(page, 'Section Verse', 'Ask for something');
    await press(page, 'Ask');
    await sees(page, 'Guitar 2 only octave');
    await press(page, 'Re-split with that');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('[data-cell^="guitar2"]')].every((c) =>
        c.textContent!.includes('octave'),
      ),
    );
    await page.waitForFunction(() =>
      document.querySelector('[role="status"]')!.textContent!.includes('proven best'),
    );
    await page.keyboard.press('2');
    const grip = await text(page, '[data-cell="guitar2-0"]');
    await fromMenu(page, 'Neck', 'Not this grip again');
    await page.waitForFunction(
      (was) => document.querySelector('[data-cell="guitar2-0"]')!.textContent !== was,
      {},
      grip,
    );
    await goTo(page, 'Chart');
    await page.waitForSelector('.cm-content');
    expect(await text(page, '.cm-content')).to.match(/plan low-high; guitar2 only octave; guitar2 not /);
    expect(complaints).to.deep.equal([]);
  });
});
