import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import { closed, goTo, keys, openSong, press, sees, shelfMenu, songMenu, startApp, type App } from './app';
import { complaintsOfAxe } from './axe';

/** What axe finds on what is shown now. */
const ask = (page: Page): Promise<readonly string[]> => complaintsOfAxe(page);

/** The same, and of colours by night: for screens; dialogs and menus are of the same few colours. */
async function askByNightToo(page: Page): Promise<readonly string[]> {
  const day = await complaintsOfAxe(page);
  const put = (theme: 'day' | 'night') =>
    page.evaluate((to) => (document.documentElement.dataset.theme = to), theme);
  await put('night');
  const night = await complaintsOfAxe(page, 'colours');
  await put('day');
  return [...day, ...night.map((one) => `by night: ${one}`)];
}

/** Source: axe-core's rules for WCAG 2.2 AA. */
describe('access, by axe-core', function () {
  // A screen is thousands of nodes, and each is looked at.
  this.timeout(300_000);
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  it('finds nothing on any screen', async () => {
    const { page } = await app.open();
    await page.waitForSelector('li svg');
    expect(await askByNightToo(page), 'songs').to.deep.equal([]);
    await press(page, 'More for Salt Lamp');
    await page.waitForSelector('[role="menu"]');
    expect(await ask(page), 'the menu of a song').to.deep.equal([]);
    await page.locator('[role="menuitem"] ::-p-text(Delete)').click();
    await sees(page, 'Salt Lamp deleted');
    await shelfMenu(page, 'Bin (1)');
    await page.waitForSelector('[data-bin] li');
    expect(await ask(page), 'songs that were deleted').to.deep.equal([]);
    await page.keyboard.press('Escape');
    await closed(page);
    await openSong(page, 'Tramline Sparks');
    await page.keyboard.press('n');
    await page.waitForSelector('[data-cure]');
    expect(await askByNightToo(page), 'split').to.deep.equal([]);
    for (const [key, shown] of [
      ['P', '[data-plan]'],
      ['V', 'input[aria-label="Name of the version"]'],
      ['T', 'textarea[aria-label="Tab as text"]'],
      ['/', '[role="combobox"]'],
      ['?', '[role="dialog"] dl'],
    ] as const) {
      await page.keyboard.press(key);
      await page.waitForSelector(shown);
      expect(await ask(page), `split, ${key}`).to.deep.equal([]);
      await page.keyboard.press('Escape');
      await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
    }
    await press(page, 'Key, instruments and hands');
    await page.waitForSelector('[role="dialog"] fieldset');
    expect(await ask(page), 'key, instruments, hands').to.deep.equal([]);
    await page.keyboard.press('Escape');
    await closed(page);
    await goTo(page, 'Chart');
    await page.waitForSelector('.cm-content');
    expect(await askByNightToo(page), 'chart').to.deep.equal([]);
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-hits-drawing]');
    expect(await askByNightToo(page), 'hits').to.deep.equal([]);
    await page.keyboard.press('a');
    await page.waitForSelector('[data-pattern]');
    expect(await askByNightToo(page), 'patterns').to.deep.equal([]);
    await page.keyboard.press('Escape');
    for (const [key, what] of [
      ['=', 'another way kept beside'],
      ["'", 'remarks'],
      ['|', 'a bar in writing'],
    ] as const) {
      await page.keyboard.press(key);
      await page.waitForSelector('[role="dialog"]');
      expect(await ask(page), what).to.deep.equal([]);
      await page.keyboard.press('Escape');
      await closed(page);
    }
    await press(page, 'More');
    await page.locator('[role="menuitem"] ::-p-text(A part like another)').click();
    await page.waitForSelector('[role="dialog"]');
    expect(await ask(page), 'a part like another').to.deep.equal([]);
    await page.keyboard.press('Escape');
    await closed(page);
    await page.keyboard.press('b');
    await page.waitForSelector('[data-line-panel]');
    expect(await ask(page), 'a line').to.deep.equal([]);
    await page.keyboard.press('o');
    await page.waitForSelector('input[aria-label="Times"]');
    expect(await ask(page), 'form').to.deep.equal([]);
    await page.keyboard.press('Escape');
    await goTo(page, 'Listen');
    await page.waitForSelector('[data-stands]');
    await page.locator('[data-question] ::-p-text(Hear it)').click();
    await page.locator('::-p-text(Climb from)').click();
    await page.waitForSelector('[data-question] [aria-label="Which is heard"]');
    expect(await askByNightToo(page), 'listen').to.deep.equal([]);
    await page.locator('::-p-text(Who fills which bands)').click();
    await page.waitForSelector('[role="dialog"] canvas');
    expect(await ask(page), 'bands').to.deep.equal([]);
    await page.keyboard.press('Escape');
    await page.locator('::-p-text(Take the sound along)').click();
    await page.waitForSelector('[role="dialog"] fieldset');
    expect(await ask(page), 'the sound as files').to.deep.equal([]);
    await page.keyboard.press('Escape');
    await goTo(page, 'Sheets');
    await page.waitForSelector('article svg');
    expect(await askByNightToo(page), 'sheets').to.deep.equal([]);
    await page.locator('button ::-p-text(How it looks)').click();
    await page.waitForSelector('[role="menu"]');
    expect(await ask(page), 'how sheets look').to.deep.equal([]);
    await page.keyboard.press('Escape');
    await page.locator('button ::-p-text(For all)').click();
    await page.waitForSelector('article[aria-label="Page for all"]');
    expect(await askByNightToo(page), 'page for all').to.deep.equal([]);
    await page.locator('button ::-p-text(Bass)').click();
    await page.locator('button ::-p-text(On the stand)').click();
    await page.waitForSelector('[data-stand] svg text');
    expect(await askByNightToo(page), 'stand').to.deep.equal([]);
  });

  it('finds nothing on the way to a first song', async () => {
    const { page } = await app.open();
    await page.locator('button ::-p-text(New song)').click();
    await page.locator('[data-part="Verse"]').click();
    expect(await askByNightToo(page), 'a new song').to.deep.equal([]);
    await page.locator('[data-start]').click();
    await page.locator('[data-degree="i"]').click();
    await page.locator('[data-box="0"]').click();
    await page.locator('button ::-p-text(Chord more)').click();
    await page.locator('[data-ground-strip] button').click();
    await page.waitForSelector('[data-beats] [role="slider"]');
    expect(await askByNightToo(page), 'cards').to.deep.equal([]);
    await page.locator('button ::-p-text(Paste a song)').click();
    await page.waitForSelector('[data-paste] textarea');
    await page.keyboard.sendCharacter('Verse: Em Cq G\n(let ring)\nChorus: C D');
    await page.waitForSelector('[aria-label="Not understood"]');
    expect(await ask(page), 'a pasted song').to.deep.equal([]);
    await page.keyboard.press('Escape');
    await page.locator('a ::-p-text(How to write it)').click();
    await page.waitForSelector('.written table');
    expect(await ask(page), 'how to write it').to.deep.equal([]);
  });

  it('finds nothing on rig, log and evening', async () => {
    const { page } = await app.open();
    await page.locator('button ::-p-text(New set list)').click();
    await page.keyboard.type('Cellar');
    await page.keyboard.press('Enter');
    await page.locator('button ::-p-text(All)').click();
    for (const title of ['Salt Lamp', 'Tramline Sparks']) await songMenu(page, title, 'Put on “Cellar”');
    await page.locator('button ::-p-text(Cellar)').click();
    await page.locator('a ::-p-text(The evening)').click();
    await page.waitForSelector('[data-turned]');
    expect(await askByNightToo(page), 'evening').to.deep.equal([]);
    await page.locator('nav a ::-p-text(Songs)').click();
    await openSong(page, 'Tramline Sparks');
    await keys(page, '~', 'ArrowRight', 'r');
    await goTo(page, 'Rig');
    await press(page, 'What would another key do?');
    await page.waitForSelector('[aria-label^="Try "]');
    await page.locator('label ::-p-text(by a ruler)').click();
    await page.locator('[aria-label="Tunings for Bass"] button ::-p-text(five-string)').click();
    await page.waitForSelector('[aria-label="What would change"]');
    expect(await askByNightToo(page), 'rig').to.deep.equal([]);
    await goTo(page, 'Log');
    await page.locator('[data-practice="Verse"] button ::-p-text(Went clean)').click();
    for (const part of ['Tonight', 'A take', 'Decisions', 'Open questions', 'Versions', 'Rehearsals']) {
      await page.locator(`[role="tab"]::-p-text(${part})`).click();
      await page.waitForSelector(`[role="tabpanel"]:not([hidden])`);
      if (part === 'Rehearsals') await press(page, 'Change today');
      if (part === 'A take') {
        await page.locator('button ::-p-text(Try it on a demo take)').click();
        await page.waitForSelector('[data-remark]', { timeout: 60_000 });
      }
      expect(await askByNightToo(page), part).to.deep.equal([]);
    }
  });

  it('finds nothing on a phone at night', async () => {
    const { page } = await app.open({ theme: 'dark', width: 390, height: 844, touch: true });
    expect(await complaintsOfAxe(page), 'songs').to.deep.equal([]);
    await openSong(page, 'Tramline Sparks');
    for (const tab of ['What else fits', 'Pitches', 'Findings']) {
      await page.locator(`[role="tab"]::-p-text(${tab})`).click();
      expect(await complaintsOfAxe(page), tab).to.deep.equal([]);
    }
    for (const screen of ['Hits', 'Chart', 'Listen', 'Sheets', 'Log', 'Rig'] as const) {
      await goTo(page, screen);
      await new Promise((resolve) => setTimeout(resolve, 600));
      expect(await complaintsOfAxe(page), screen).to.deep.equal([]);
    }
  });

  // 1280 pixels at 200% and 400% are 640 and 320: WCAG 2.2, 1.4.10 Reflow.
  it('does not scroll sideways on a narrow screen, enlarged, or with letters twice as large', async () => {
    const { page } = await app.open({ width: 390, height: 844 });
    await openSong(page, 'Salt Lamp');
    for (const screen of ['Split', 'Chart', 'Hits', 'Listen', 'Sheets', 'Log', 'Rig', 'Songs'] as const) {
      await goTo(page, screen);
      for (const [width, height, letters] of [
        [390, 844, 16],
        [320, 256, 16],
        [640, 400, 16],
        [1280, 800, 32],
      ] as const) {
        await page.setViewport({ width, height });
        await page.evaluate((size) => (document.documentElement.style.fontSize = `${size}px`), letters);
        await new Promise((resolve) => setTimeout(resolve, 250));
        const [scroll, client] = await page.evaluate(() => [
          document.documentElement.scrollWidth,
          innerWidth,
        ]);
        expect(scroll, `${screen}, ${width} px, letters of ${letters}`).to.be.at.most(client!);
      }
      await page.setViewport({ width: 390, height: 844 });
      await page.evaluate(() => (document.documentElement.style.fontSize = ''));
    }
  });
});
