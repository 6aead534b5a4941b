import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import { goTo, importText, openSong, press, sees, startApp, text, type App } from './app';

describe('the desk, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  const find = async (page: Page, words: string) => {
    await page.keyboard.press('/');
    await page.waitForSelector('[role="combobox"]');
    await page.keyboard.type(words);
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.querySelector('[role="combobox"]') === null);
  };
  const said = (page: Page) => text(page, '[role="status"]');
  const saysNow = (page: Page, words: string) =>
    page.waitForFunction(
      (w) => document.querySelector('[role="status"]')!.textContent!.includes(w),
      {},
      words,
    );

  it('finds a command by its words and does it', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    await find(page, 'go bridge');
    await sees(page, 'Bridge');
    expect(await text(page, '[aria-label="Section Bridge"] h2')).to.equal('Bridge');
    await find(page, 'plan wall');
    await saysNow(page, 'plan Wall for Bridge');
    await page.keyboard.press('/');
    await page.keyboard.type('zzz');
    await sees(page, 'Nothing is called so');
    await page.keyboard.press('Escape');
    await find(page, 'go hits');
    await page.waitForSelector('[data-hits-drawing]');
    expect(complaints).to.deep.equal([]);
  });

  it('keeps a comment that is typed at the very end of a chart', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    await goTo(page, 'Chart');
    await page.waitForSelector('.cm-content');
    await page.focus('.cm-content');
    await page.keyboard.down('Control');
    await page.keyboard.press('End');
    await page.keyboard.up('Control');
    await page.keyboard.type('# my remark at the end');
    await page.waitForFunction(() =>
      document.querySelector('.cm-content')!.textContent!.includes('# my remark at the end'),
    );
    await goTo(page, 'Split');
    await page.waitForSelector('[data-alternative]');
    await goTo(page, 'Chart');
    await page.waitForSelector('.cm-content');
    await page.focus('.cm-content');
    await page.keyboard.down('Control');
    await page.keyboard.press('End');
    await page.keyboard.up('Control');
    await page.waitForFunction(() =>
      document.querySelector('.cm-content')!.textContent!.includes('# my remark at the end'),
    );
    expect(complaints).to.deep.equal([]);
  });

  it('points a newcomer at a real mistake of the demo, once', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    await sees(page, 'Begin with a real mistake');
    await press(page, 'Show me');
    await page.waitForSelector('[data-cure]');
    await page.reload();
    await page.waitForSelector('[data-alternative]');
    expect(await page.evaluate(() => document.body.innerText.includes('Begin with a real mistake'))).to.equal(
      false,
    );
    expect(complaints).to.deep.equal([]);
  });

  it('chooses a plan by its picture, tunes it, and keeps the tuning under a name', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Nine Minute Bus');
    await page.keyboard.press('P');
    await page.waitForSelector('[data-plan="wall"] svg');
    await page.click('[data-plan="wall"]');
    await press(page, 'two strings');
    await page.locator('input[aria-label="Name of the plan"]').fill('Night wall');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[aria-label="Plans of your own"]');
    await page.click('[data-plan="drone"]');
    await page.locator('[aria-label="Plans of your own"] ::-p-text(Night wall)').click();
    await press(page, 'Re-split with it');
    await saysNow(page, 'Split Riff');
    expect(await text(page, '[data-plan-button]'))
      .to.include('Wall')
      .and.include('tuned');
    await goTo(page, 'Chart');
    await sees(page, 'plans: Night wall = wall, power two');
    await sees(page, 'tuned power two');
    expect(complaints).to.deep.equal([]);
  });

  it('keeps a version, compares bar by bar, takes one bar back and goes back to all of it', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    await page.keyboard.press('V');
    await page.locator('input[aria-label="Name of the version"]').fill('Before');
    await press(page, 'Keep');
    await sees(page, 'plays as now');
    await page.keyboard.press('Escape');
    await page.keyboard.press('2');
    await page.keyboard.press('r');
    await saysNow(page, 'rest for Guitar 2');
    await page.keyboard.press('3');
    await page.keyboard.press('r');
    await page.keyboard.press('V');
    await sees(page, 'differs in 1 bar');
    await press(page, 'Compare');
    await sees(page, 'Now against “Before”');
    expect(await page.$$eval('[role="dialog"] tbody tr', (rows) => rows.length)).to.equal(2);
    await page.locator('[role="dialog"] tbody tr:first-child button').click();
    await page.waitForFunction(() => document.querySelectorAll('[role="dialog"] tbody tr').length === 1);
    await press(page, 'Go back to it');
    await saysNow(page, 'back to “Before”');
    // Typing in the chart does not lose what is kept.
    await goTo(page, 'Chart');
    await page.waitForSelector('.cm-content');
    await page.click('.cm-content');
    await page.keyboard.type(' ');
    await goTo(page, 'Split');
    await page.waitForSelector('[role="grid"]');
    await page.keyboard.press('V');
    await page.waitForSelector('[data-version="Before"]');
    await page.locator('input[aria-label="Name of the version"]').fill('After');
    await press(page, 'Keep');
    await page.waitForSelector('[data-version="After"]');
    await page.locator('[data-version="Before"] ::-p-text(Compare)').click();
    await page.select('[role="dialog"] select', 'After');
    await sees(page, 'Every bar is played as in “Before”.');
    expect(complaints).to.deep.equal([]);
  });

  it('folds both guitars into one and back', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    const cell = () => text(page, '[data-cell="guitar2-0"]');
    const before = await cell();
    await press(page, 'More');
    await page.locator('[role="menuitem"] ::-p-text(One guitar tonight)').click();
    await saysNow(page, 'Folded into one guitar');
    expect(await cell()).to.include('rest');
    await find(page, 'both guitars again');
    await saysNow(page, 'both guitars again');
    expect(await cell()).to.equal(before);
    expect(complaints).to.deep.equal([]);
  });

  it('enters a grip by clicking the neck, and refuses on a locked cell', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    const neck = (await page.$('[aria-label="Neck"] svg[role="img"]'))!;
    const spotOf = async (string: number, share: number) => {
      const box = (await neck.boundingBox())!;
      const step = (box.height - 12 - 26) / 5;
      return { x: box.x + box.width * share, y: box.y + 12 + (5 - string) * step };
    };
    const locked = await spotOf(3, 0.3);
    await page.mouse.click(locked.x, locked.y);
    await saysNow(page, 'is locked here; unlock it first');
    await page.keyboard.press('2');
    await page.keyboard.press('r');
    const at = await spotOf(4, 0.3);
    await page.mouse.click(at.x, at.y);
    await page.waitForFunction(() =>
      /xxxx[345]x/.test(document.querySelector('[data-cell="guitar2-0"]')!.textContent!),
    );
    await page.mouse.click(at.x, at.y);
    await saysNow(page, 'rest for Guitar 2');
    expect(complaints).to.deep.equal([]);
  });

  it('understands pasted tab, says what it is unsure of, and puts it in', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Nine Minute Bus');
    await page.keyboard.press(']');
    await page.keyboard.press('T');
    const area = 'textarea[aria-label="Tab as text"]';
    await page.waitForSelector(area);
    await page.type(area, '|---\n|---\n');
    await sees(page, 'has 2 lines; expected 6');
    await page.$eval(area, (e) => ((e as HTMLTextAreaElement).value = ''));
    await page.click(area, { count: 3 });
    const tab = [
      'e|----------------|-----------------|',
      'B|----------------|-----------------|',
      'G|--9---9---7---7-|-----------------|',
      'D|--9---9---7---7-|-5h7---5---------|',
      'A|--7---7---5---5-|---------7---5p3-|',
      'E|----------------|-----------------|',
    ].join('\n');
    await page.keyboard.down('Control');
    await page.keyboard.press('a');
    await page.keyboard.up('Control');
    await page.keyboard.sendCharacter(tab);
    await sees(page, 'x799xx x577xx · O-O-O-O-');
    await sees(page, '5@4 h7@4');
    await press(page, 'Put 2 bars from bar 1 of Verse');
    await saysNow(page, 'pasted tab for Guitar 1');
    expect(await said(page)).to.include('bar 1 on');
    await goTo(page, 'Chart');
    await sees(page, 'guitar1 line');
    expect(complaints).to.deep.equal([]);
  });

  it('plays from here, everything following, and stops', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Nine Minute Bus');
    await page.click('[data-cell="bass-1"]');
    const now = () => page.$eval('[data-now="true"]', (c) => c.getAttribute('data-cell'));
    expect(await now()).to.equal('bass-1');
    await page.keyboard.press(' ');
    await saysNow(page, 'Playing from here');
    await page.waitForFunction(
      () => document.querySelector('[data-now="true"]')?.getAttribute('data-cell') === 'bass-3',
      { timeout: 15_000 },
    );
    await page.keyboard.press(' ');
    await saysNow(page, 'Stopped');
    const stopped = await now();
    await new Promise((resolve) => setTimeout(resolve, 1500));
    expect(await now()).to.equal(stopped);
    expect(complaints).to.deep.equal([]);
  });

  it('stays smooth and whole with sixty sections of four hundred bars', async () => {
    const chords = ['Dm', 'Bb', 'F', 'C', 'Gm7', 'A', 'Dm/C'];
    const sections = Array.from({ length: 60 }, (_, s) => {
      const count = s % 3 === 0 ? 6 : 7;
      const row = Array.from({ length: count }, (__, i) => chords[(s + i) % 7]).join(' | ');
      const grips = Array.from({ length: count }, (__, i) => ['x577xx', 'x133xx'][i % 2]).join(' | ');
      return `== A section with quite a long name ${s + 1} ==\nchords | ${row} |\nguitar1 | ${grips} |\n`;
    });
    const { page, complaints } = await app.open();
    await importText(
      page,
      'long.txt',
      `title: A very long song with a very long name indeed\nkey: Dm\n${sections.join('\n')}`,
    );
    await page.locator('li a ::-p-text(A very long song)').click();
    await page.waitForSelector('[data-alternative]');
    await press(page, 'Whole song larger');
    await press(page, 'Whole song larger');
    const strip = await page.$eval(
      '[aria-label="Whole song"] svg[role="img"]',
      (svg) => svg.getBoundingClientRect().width,
    );
    expect(strip).to.be.greaterThan(3000);
    for (let i = 0; i < 59; i += 1) await page.keyboard.press(']');
    await sees(page, 'A section with quite a long name 60');
    const seen = await page.$eval('[aria-label="Whole song"] svg[role="img"]', (svg) => {
      const box = svg.parentElement!.getBoundingClientRect();
      const now = svg.querySelector('rect[class*="fill-sheet"]')!.getBoundingClientRect();
      return now.left < box.right && now.right > box.left;
    });
    expect(seen, 'the section one is at is in view').to.equal(true);
    const sideways = await page.evaluate(() => document.documentElement.scrollWidth > window.innerWidth);
    expect(sideways).to.equal(false);
    expect(complaints).to.deep.equal([]);
  });
});
