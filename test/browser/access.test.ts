import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import { goTo, openSong, startApp, type App } from './app';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** Source: axe-core's rules for WCAG 2.2 AA. */
describe('access, by axe-core', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  const serious = async (page: Page): Promise<string[]> => {
    await page.evaluate(axe);
    return page.evaluate(async () => {
      const run = (
        window as unknown as {
          axe: {
            run(): Promise<{ violations: { id: string; impact: string; nodes: { html: string }[] }[] }>;
          };
        }
      ).axe;
      const { violations } = await run.run();
      return violations
        .filter((v) => v.impact === 'serious' || v.impact === 'critical')
        .map(
          (v) =>
            `${v.id}: ${v.nodes
              .slice(0, 3)
              .map((n) => n.html.slice(0, 160))
              .join(' | ')}`,
        );
    });
  };

  for (const theme of ['light', 'dark'] as const) {
    it(`finds nothing serious on any screen (${theme})`, async () => {
      const { page } = await app.open({ theme });
      expect(await serious(page), 'songs').to.deep.equal([]);
      await openSong(page, 'Tramline Sparks');
      await page.keyboard.press('n');
      await page.waitForSelector('[data-cure]');
      expect(await serious(page), 'split').to.deep.equal([]);
      for (const [key, shown] of [
        ['P', '[data-plan]'],
        ['V', 'input[aria-label="Name of the version"]'],
        ['T', 'textarea[aria-label="Tab as text"]'],
        ['/', '[role="combobox"]'],
        ['?', '[role="dialog"] dl'],
      ] as const) {
        await page.keyboard.press(key);
        await page.waitForSelector(shown);
        expect(await serious(page), `split, ${key}`).to.deep.equal([]);
        await page.keyboard.press('Escape');
        await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
      }
      await goTo(page, 'Chart');
      await page.waitForSelector('.cm-content');
      expect(await serious(page), 'chart').to.deep.equal([]);
      await goTo(page, 'Hits');
      await page.waitForSelector('[data-hits-drawing]');
      expect(await serious(page), 'hits').to.deep.equal([]);
      await page.keyboard.press('a');
      await page.waitForSelector('[data-pattern]');
      expect(await serious(page), 'patterns').to.deep.equal([]);
      await page.keyboard.press('Escape');
      await page.keyboard.press('b');
      await page.waitForSelector('[data-line-panel]');
      expect(await serious(page), 'a line').to.deep.equal([]);
      await page.keyboard.press('o');
      await page.waitForSelector('input[aria-label="Times"]');
      expect(await serious(page), 'form').to.deep.equal([]);
      await page.keyboard.press('Escape');
      await goTo(page, 'Listen');
      await page.waitForSelector('[data-stands]');
      await page.locator('[data-question] ::-p-text(Hear it)').click();
      await page.locator('::-p-text(Climb from)').click();
      await page.waitForSelector('[data-question] [aria-label="Which is heard"]');
      expect(await serious(page), 'listen').to.deep.equal([]);
      await page.locator('::-p-text(Who fills which bands)').click();
      await page.waitForSelector('[role="dialog"] canvas');
      expect(await serious(page), 'bands').to.deep.equal([]);
      await page.keyboard.press('Escape');
      await page.locator('::-p-text(Take the sound along)').click();
      await page.waitForSelector('[role="dialog"] fieldset');
      expect(await serious(page), 'the sound as files').to.deep.equal([]);
      await page.keyboard.press('Escape');
      await goTo(page, 'Sheets');
      await page.waitForSelector('article svg');
      expect(await serious(page), 'sheets').to.deep.equal([]);
      await page.locator('button ::-p-text(How it looks)').click();
      await page.waitForSelector('[role="menu"]');
      expect(await serious(page), 'how sheets look').to.deep.equal([]);
      await page.keyboard.press('Escape');
      await page.locator('button ::-p-text(For all)').click();
      await page.waitForSelector('article[aria-label="Page for all"]');
      expect(await serious(page), 'page for all').to.deep.equal([]);
      await page.locator('button ::-p-text(Bass)').click();
      await page.locator('button ::-p-text(On the stand)').click();
      await page.waitForSelector('[data-stand] svg text');
      expect(await serious(page), 'stand').to.deep.equal([]);
    });
  }

  for (const theme of ['light', 'dark'] as const) {
    it(`finds nothing serious on the way to a first song (${theme})`, async () => {
      const { page } = await app.open({ theme });
      await page.locator('button ::-p-text(New song)').click();
      await page.locator('[data-part="Verse"]').click();
      expect(await serious(page), 'a new song').to.deep.equal([]);
      await page.locator('[data-start]').click();
      await page.locator('[data-degree="i"]').click();
      await page.locator('[data-box="0"]').click();
      await page.locator('button ::-p-text(Chord more)').click();
      await page.locator('[data-ground-strip] button').click();
      await page.waitForSelector('[data-beats] [role="slider"]');
      expect(await serious(page), 'cards').to.deep.equal([]);
      await page.locator('button ::-p-text(Paste a song)').click();
      await page.waitForSelector('[data-paste] textarea');
      await page.keyboard.sendCharacter('Verse: Em Cq G\n(let ring)\nChorus: C D');
      await page.waitForSelector('[aria-label="Not understood"]');
      expect(await serious(page), 'a pasted song').to.deep.equal([]);
      await page.keyboard.press('Escape');
      await page.locator('a ::-p-text(How to write it)').click();
      await page.waitForSelector('.written table');
      expect(await serious(page), 'how to write it').to.deep.equal([]);
    });
  }

  it('does not scroll sideways on a narrow screen', async () => {
    const { page } = await app.open({ width: 390, height: 844 });
    await openSong(page, 'Salt Lamp');
    for (const screen of ['Split', 'Chart', 'Hits', 'Listen', 'Sheets', 'Songs'] as const) {
      await goTo(page, screen);
      await new Promise((resolve) => setTimeout(resolve, 300));
      const [scroll, client] = await page.evaluate(() => [document.documentElement.scrollWidth, innerWidth]);
      expect(scroll, screen).to.be.at.most(client!);
    }
  });
});
