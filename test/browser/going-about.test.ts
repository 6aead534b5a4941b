import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import {
  chartText,
  closed,
  dialogButton,
  goTo,
  keys,
  openSong,
  said,
  sees,
  startApp,
  text,
  type App,
} from './app';

const active = (page: Page) =>
  page.evaluate(() => {
    const { activeElement: one } = document;
    return (
      one?.getAttribute('data-cell') ?? one?.getAttribute('aria-label') ?? one?.textContent ?? one?.tagName
    );
  });
const undo = async (page: Page, key = 'z') => {
  await page.keyboard.down('Control');
  await page.keyboard.press(key as 'z');
  await page.keyboard.up('Control');
};

describe('going about by keys, fingers and ears, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  it('the focus returns to where it was, after dialogs, menus and what is taken', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    expect(await active(page)).to.equal('Tramline Sparks: Split');
    expect(await page.title()).to.equal('Tramline Sparks · Split · Orchestron');
    // A dialog by its button, by Escape and by its end.
    for (const [button, dialog] of [
      ['Keys', 'Keys: Split'],
      ['Key, instruments and hands', 'Key, instruments, sounds, hands'],
    ] as const) {
      await page.focus(`header [aria-label="${button}"], header button:has([aria-label="${button}"])`);
      const before = await active(page);
      await page.keyboard.press('Enter');
      await sees(page, dialog);
      await page.keyboard.press('Escape');
      await closed(page);
      await page.waitForFunction(
        (was) => {
          const { activeElement: one } = document;
          return (one?.getAttribute('aria-label') ?? one?.textContent) === was;
        },
        {},
        before,
      );
    }
    // A dialog out of a menu: back to the button of the menu.
    await page.focus('[aria-label="Section Intro"] [aria-haspopup="menu"]');
    await page.keyboard.press('Enter');
    await page.locator('[role="menuitem"] ::-p-text(Three ways)').click();
    await page.waitForSelector('[role="dialog"]');
    await page.keyboard.press('Escape');
    await closed(page);
    await page.waitForFunction(() => document.activeElement?.getAttribute('aria-haspopup') === 'menu');
    // Taken from what else fits: on the grip that was changed.
    await page.keyboard.press('2');
    await page.waitForSelector('[data-alternative]:not([aria-pressed="true"])');
    await page.keyboard.press('a');
    await page.waitForFunction(() => document.activeElement?.matches('[data-alternative]'));
    await keys(page, 'b', 'Enter');
    await page.waitForFunction(() => document.activeElement?.getAttribute('data-cell') === 'guitar2-0');
    await page.waitForSelector('[aria-label="Undo"]:not(:disabled)');
    // The last step is taken back: the button is switched off, the focus stays beside it.
    await page.focus('[aria-label="Undo"]');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Redo');
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-hits-drawing]');
    expect(await active(page)).to.equal('Tramline Sparks: Hits');
    // Past the bar with the first Tab.
    await page.reload();
    await page.waitForSelector('[data-hits-drawing]');
    await page.keyboard.press('Tab');
    expect(await active(page)).to.include('Past the bar');
    await page.keyboard.press('Enter');
    expect(await page.evaluate(() => document.activeElement?.id)).to.equal('main');
    expect(complaints).to.deep.equal([]);
  });

  it('it is said what is there now, once one stays; in the chart what is not understood', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    await page.evaluate(() => {
      const heard: string[] = [];
      Object.assign(window, { heard });
      new MutationObserver(() => heard.push(document.querySelector('[data-said]')!.textContent!)).observe(
        document.querySelector('[data-said]')!,
        { childList: true, characterData: true, subtree: true },
      );
    });
    for (let n = 0; n < 5; n += 1) await page.keyboard.press('ArrowRight');
    expect(await said(page)).to.match(/^bar 4, C5, Guitar 1: root–fifth–octave 10-10-10-x-x-x/);
    expect(await page.evaluate(() => (window as unknown as { heard: string[] }).heard.length)).to.be.lessThan(
      4,
    );
    await page.keyboard.press('3');
    expect(await said(page)).to.equal('bar 4, C5, Bass: single note 10-x-x-x, stop not clean');
    // The address leads to the same place.
    await page.waitForFunction(() => location.search === '?section=Intro&bar=4');
    await page.keyboard.press(']');
    await page.waitForFunction(() => location.search.startsWith('?section=Verse'));
    await page.goto(page.url().replace(/\?.*/, '?section=Chorus&nth=2&bar=3'));
    await page.waitForSelector('[aria-label="Section Chorus"] [data-now="true"]');
    expect(await text(page, 'aside[aria-label="This moment"] h2 + span')).to.include('Chorus · bar 3');
    await chartText(page);
    await page.click('.cm-content');
    await page.keyboard.down('Control');
    await page.keyboard.press('End');
    await page.keyboard.up('Control');
    await page.keyboard.type('\nnonsense here');
    await sees(page, 'line ');
    await page.waitForFunction(() =>
      /^\d+ problems?: line \d+/.test(document.querySelector('[data-said]')!.textContent!),
    );
    // What is typed and not understood comes back as it was, however it is undone and done again.
    await undo(page);
    await page.waitForFunction(
      () => !document.querySelector('.cm-content')!.textContent!.includes('nonsense'),
    );
    await undo(page, 'y');
    await page.waitForFunction(() =>
      document.querySelector('.cm-content')!.textContent!.includes('nonsense here'),
    );
    await goTo(page, 'Split');
    await page.waitForSelector('[data-cell]');
    await undo(page);
    await goTo(page, 'Sheets');
    await page.waitForSelector('article svg');
    await undo(page, 'y');
    expect(await chartText(page)).to.include('nonsense here');
    expect(complaints).to.deep.equal([]);
  });

  it('single keys are moved, switched off, and space plays whatever was clicked', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Salt Lamp');
    await page.keyboard.press('?');
    await page.locator('[aria-label^="r: choose another key"]').click();
    await page.keyboard.press('b');
    await sees(page, 'b now; it stood for “line”, which has r now');
    await dialogButton(page, 'Close');
    await closed(page);
    await page.keyboard.press('b');
    await page.waitForFunction(() =>
      document.querySelector('[data-cell="guitar1-0"]')!.textContent!.includes('rest'),
    );
    await page.keyboard.press('?');
    await page.locator('[data-single-keys]').click();
    await dialogButton(page, 'Close');
    await closed(page);
    await page.keyboard.press('2');
    await page.keyboard.press('b');
    expect(await text(page, '[data-cell="guitar2-0"]')).to.not.include('rest');
    // Space plays though a button was clicked last, and is that button's for who came to it by key.
    await page.locator('[aria-label="Which findings"] button ::-p-text(All)').click();
    await page.keyboard.press('Space');
    await page.waitForSelector('[data-playing="playing"]');
    await page.keyboard.press('Space');
    await page.waitForSelector('[data-playing="still"]');
    await page.keyboard.press('Tab');
    await page.keyboard.down('Shift');
    await page.keyboard.press('Tab');
    await page.keyboard.up('Shift');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Space');
    expect(await page.$('[data-playing="playing"]')).to.equal(null);
    expect(complaints).to.deep.equal([]);
  });

  it('“this bar” is the one that was written, not the one the hand went on to', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-hits-drawing]');
    await keys(page, ...Array<string>(16).fill('d'));
    await keys(page, 'c');
    expect(await said(page)).to.equal('Copied Guitar 1, bar 1');
    await keys(page, 'PageDown', 'v');
    expect(await chartText(page)).to.match(/guitar1 hits \| M{16} *\| [^|]*\| M{16} /);
    expect(complaints).to.deep.equal([]);
  });

  it('the places of Hits can be read and gone to without the drawing', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-places]');
    const head = await page.$$eval('[data-places] thead th', (all) =>
      all.slice(0, 3).map((e) => e.textContent),
    );
    expect(head).to.deep.equal(['Player', 'bar 1, beat 1', 'bar 1, beat 1¼']);
    expect(await page.$$eval('[data-places] [tabindex="0"]', (all) => all.length)).to.equal(1);
    await page.evaluate(() =>
      document
        .querySelectorAll<HTMLElement>('[data-places] tbody tr')[2]!
        .querySelectorAll('button')[4]!
        .click(),
    );
    expect(await said(page)).to.match(/^Bass, bar 1, beat 2: /);
    expect(complaints).to.deep.equal([]);
  });

  it('on a phone: a first tap shows, the second takes, and cures stand where the finding is', async () => {
    const { page, complaints } = await app.open({ width: 390, height: 844, touch: true });
    await openSong(page, 'Tramline Sparks');
    await page.locator('button ::-p-text(Show me)').setWaitForStableBoundingBox(false).click();
    await page.waitForSelector('[data-cure]');
    const bottom = await page.$eval('[data-cure]', (e) => e.getBoundingClientRect().bottom);
    expect(bottom).to.be.lessThan(844);
    const before = await text(page, '[aria-label="Parts"]');
    const cure = (await page.$('[data-cure]'))!;
    await cure.tap();
    await page.waitForSelector('[data-cure][data-tapped="true"]');
    await sees(page, 'would be gone');
    expect(await page.$eval('[aria-label="Undo"]', (b) => (b as HTMLButtonElement).disabled)).to.equal(true);
    await (await page.$('[data-cure]'))!.tap();
    await page.waitForFunction(
      () => !(document.querySelector('[aria-label="Undo"]') as HTMLButtonElement).disabled,
    );
    expect(await text(page, '[aria-label="Parts"]')).to.not.equal(before);
    // A grip that is looked at, touched once more: what else fits.
    await (await page.$('[data-now="true"]'))!.tap();
    await page.waitForSelector('[data-alternative]');
    for (const screen of ['Split', 'Hits', 'Chart', 'Listen', 'Sheets'] as const) {
      await goTo(page, screen);
      await new Promise((resolve) => setTimeout(resolve, 700));
      expect(await tooSmall(page), screen).to.deep.equal([]);
    }
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-palette]');
    await page.locator('[data-palette] ::-p-text(Rest)').click();
    expect(await said(page)).to.match(/^silent for /);
    expect(complaints).to.deep.equal([]);
  });
});

/** Buttons and fields on view that are smaller than a fingertip: 44 pixels, or 24 in the running text. */
function tooSmall(page: Page): Promise<string[]> {
  return page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('button, select, input, [role="switch"], summary')].flatMap(
      (e) => {
        const { width, height } = e.getBoundingClientRect();
        const isShown = e.getClientRects().length > 0 && e.closest('.sr-only') === null && width > 1;
        const least = /^(checkbox|radio|range)$/.test((e as HTMLInputElement).type) ? 24 : 44;
        return isShown && (width < least - 0.5 || height < least - 0.5)
          ? [
              `${e.getAttribute('aria-label') ?? e.textContent ?? ''} ${Math.round(width)}×${Math.round(height)}`,
            ]
          : [];
      },
    ),
  );
}
