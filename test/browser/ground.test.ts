import { expect } from 'chai';
import { openSong, press, sees, startApp, text, type App } from './app';

describe('ground, hands and grips close by, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  it('moves the song to another key and back in one step each', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    const first = () => text(page, '[data-cell="guitar1-0"]');
    expect(await first()).to.include('000xxx');
    await press(page, 'Key, instruments and hands');
    await page.waitForSelector('[role="dialog"] fieldset');
    const key = (await page.waitForSelector('[role="dialog"] input'))!;
    await key.click({ count: 3 });
    await key.type('H');
    await sees(page, '"H" is no key');
    await key.click({ count: 3 });
    await key.type('Em');
    await sees(page, 'Goes from Dm to Em, 2 semitones up.');
    await press(page, 'Take it');
    await page.waitForFunction(() =>
      document.querySelector('[data-cell="guitar1-0"]')!.textContent!.includes('222xxx'),
    );
    await sees(page, 'E minor');
    await press(page, 'Undo');
    await page.waitForFunction(() =>
      document.querySelector('[data-cell="guitar1-0"]')!.textContent!.includes('000xxx'),
    );
    expect(complaints).to.deep.equal([]);
  });

  it('retunes with new shapes or the old ones, naming what no longer fits', async () => {
    const { page } = await app.open();
    await openSong(page, 'Tramline Sparks');
    await press(page, 'Key, instruments and hands');
    await page.waitForSelector('[role="dialog"] fieldset');
    const tuning = (await page.waitForSelector('[role="dialog"] fieldset input'))!;
    await tuning.click({ count: 3 });
    await tuning.type('E A D G B');
    await sees(page, 'this tuning names 5 strings');
    await tuning.type(' E');
    await sees(page, 'no way to hold these notes on this instrument');
    await press(page, 'keeps its shapes: the sound moves');
    await sees(page, 'the same frets would sound');
    await press(page, 'Take it');
    await page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
    await sees(page, 'new instruments and hands');
  });

  it('judges the same grip by the hand that holds it', async () => {
    const { page } = await app.open();
    await openSong(page, 'Tramline Sparks');
    await page.keyboard.press('2');
    await page.locator('[aria-label^="Type frets"]').fill('x-x-x-2-x-7');
    await page.keyboard.press('Enter');
    await sees(page, 'cannot hold this');
    await press(page, 'Key, instruments and hands');
    await page.waitForSelector('[role="dialog"] fieldset');
    const fields = await page.$$('[role="dialog"] fieldset');
    await (await fields[1]!.$('summary'))!.click();
    const limits = await fields[1]!.$$('details input');
    await limits.at(-1)!.click({ count: 3 });
    await limits.at(-1)!.type('150');
    await press(page, 'Take it');
    await page.waitForFunction(() => !document.body.innerText.includes('cannot hold this'));
    await sees(page, 'warm up first');
    await press(page, 'I know');
    await page.waitForFunction(() => !document.body.innerText.includes('warm up first'));
    await page.reload();
    await page.waitForSelector('[data-alternative]');
    expect(await text(page, 'body')).to.not.include('warm up first');
  });

  it('offers grips close to the one that is there, previews them and takes one', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    await page.keyboard.press(']');
    await page.keyboard.press('2');
    await page.locator('text/close to this grip').click();
    await page.waitForSelector('[aria-label="Close to this grip"] button');
    const before = await text(page, '[data-cell="guitar2-0"]');
    const count = (await page.$$('[aria-label="Close to this grip"] button')).length;
    await page.keyboard.press('a');
    await page.waitForFunction(
      (b) => document.querySelector('[data-cell="guitar2-0"]')!.textContent !== b,
      {},
      before,
    );
    expect((await page.$$('[aria-label="Close to this grip"] button')).length).to.equal(count);
    await page.keyboard.press('Escape');
    await page.waitForFunction(
      (b) => document.querySelector('[data-cell="guitar2-0"]')!.textContent === b,
      {},
      before,
    );
    await page.keyboard.press('a');
    await page.keyboard.press('Enter');
    await sees(page, 'for Guitar 2, bar 1');
    expect(await text(page, '[data-cell="guitar2-0"]')).to.not.equal(before);
    expect(complaints).to.deep.equal([]);
  });
});
