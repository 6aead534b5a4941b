import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import { chartText, goTo, importText, openSong, press, sees, startApp, type App } from './app';

/** Chords alone, and a part that one player has already. */
const CHORDS = `title: Blank Floor
key: A
tempo: 132
guitar1: gain 8
guitar2: gain 8
== Verse == plan wall
chords | A5 | D5 | E5 | A5 |
guitar1 | 577xxx! | ? | ? | ? |
guitar1 hits | MM.MO-MM | | | |
== Chorus == plan low-high
chords | F#m | D | A | E |
`;

describe('both hands, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  const opened = async () => {
    const { page, complaints } = await app.open();
    await importText(page, 'floor.txt', CHORDS);
    await openSong(page, 'Blank Floor');
    return { page, complaints };
  };
  const row = async (page: Page, label: string, nth = 0): Promise<string> => {
    const text = await chartText(page);
    const rows = text.split('\n').filter((line) => new RegExp(`^${label} +\\|`).test(line));
    return (rows[nth] ?? '').slice((rows[nth] ?? '').indexOf('|')).replace(/\s+/g, ' ');
  };

  it('splits grips and hits at once around what is there, as one step', async () => {
    const { page, complaints } = await opened();
    await goTo(page, 'Split');
    await page.keyboard.press('s');
    await sees(page, 'bars of hits, 1 bar that follows');
    expect(await row(page, 'guitar2')).to.match(/^\| 577xxx \|/);
    expect(await row(page, 'guitar2 hits')).to.match(/^\| MM\.MO-MM \|/);
    expect(await row(page, 'guitar1 hits')).to.match(/^\| MM\.MO-MM \| % \| % \| MM\.MO-\.\. \|/);
    await goTo(page, 'Split');
    await page.waitForSelector('[data-cell="guitar1-0"]');
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await sees(page, 'Undone: split Verse');
    expect(complaints).to.deep.equal([]);
  });

  it('offers right hands in order on Hits: looked at, taken, undone', async () => {
    const { page } = await opened();
    await goTo(page, 'Split');
    await page.keyboard.press('s');
    await sees(page, 'proven best');
    const was = await row(page, 'guitar1 hits');
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-hits-drawing]');
    await page.keyboard.press('l'); // away from the first bar's start
    await page.keyboard.press('a');
    await sees(page, 'What fits here');
    const offers = await page.$$eval('[data-offer]', (list) => list.map((e) => e.textContent ?? ''));
    expect(offers.length).to.be.at.least(3);
    expect(offers[0]).to.include('The best for this plan');
    await page.locator('::-p-aria(The whole section)').click();
    await page.waitForFunction(() => document.querySelectorAll('[data-offer]').length > 1);
    await page.locator('[data-offer="1"]').click();
    await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
    expect(await row(page, 'guitar1 hits')).to.not.equal(was);
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-hits-drawing]');
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await sees(page, 'Undone:');
    expect(await row(page, 'guitar1 hits')).to.equal(was);
  });

  it('offers right hands on Split, a push for everybody among them', async () => {
    const { page, complaints } = await opened();
    await goTo(page, 'Split');
    await page.keyboard.press('s');
    await sees(page, 'proven best');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('A');
    await sees(page, 'What fits here');
    const push = '[data-offer] ::-p-text(Everybody an eighth early into bar 3)';
    await page.locator(push).hover();
    await page.locator(push).click();
    await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
    expect(await row(page, 'chords')).to.equal('| A5 | D5 | <E5 | A5 |');
    expect(await row(page, 'guitar1 hits')).to.match(/^\| MM\.MO-MM \| MM\.MO-MO \| MM\.MO-MM \| /);
    expect(complaints).to.deep.equal([]);
  });

  it('keeps a right hand under a name and takes it elsewhere', async () => {
    const { page, complaints } = await opened();
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-hits-drawing]');
    await page.keyboard.press('a');
    await page.locator('::-p-aria(Name for this bar’s pattern)').fill('Stubborn');
    await press(page, 'Keep bar 1 under that name');
    await page.waitForSelector('[data-own-pattern="Stubborn"]');
    await press(page, 'The whole section');
    await page.locator('[data-own-pattern="Stubborn"]').click();
    await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
    expect(await row(page, 'guitar1 hits')).to.match(/^\| MM\.MO-MM \| % \| % \| % \|/);
    expect(await chartText(page)).to.include('patterns: Stubborn = MM.MO-MM');
    expect(complaints).to.deep.equal([]);
  });

  it('splits one hand where only one is asked for, and opens hits only on request', async () => {
    const { page } = await opened();
    await goTo(page, 'Split');
    await press(page, 'More');
    await page.locator('[role="menuitem"] ::-p-text(Grips alone)').click();
    await sees(page, 'Split Verse: ');
    expect(await row(page, 'guitar1 hits')).to.match(/^\| MM\.MO-MM \| \| \| \|/);
    await goTo(page, 'Split');
    await press(page, 'More');
    await page.locator('[role="menuitem"] ::-p-text(Hits for this section)').click();
    await sees(page, 'bars of hits');
    const written = await row(page, 'guitar1 hits');
    expect(written).to.match(/^\| MM\.MO-MM \| [OoMm.%-]+ \|/);
    await goTo(page, 'Split');
    await press(page, 'More');
    await page.locator('[role="menuitem"] ::-p-text(Hits anew)').click();
    await sees(page, '12 bars of hits');
    expect(await row(page, 'guitar1 hits')).to.not.match(/^\| MM\.MO-MM/);
  });
});
