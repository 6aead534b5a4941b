import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import { goTo, importText, openSong, press, sees, startApp, text, type App } from './app';

/** Full chords through a driven amplifier, and a part that is clean. */
const WALL = `title: Copper Gate
key: D
tempo: 110
guitar1: gain 8
guitar2: gain 2
== Verse == x2
chords | D | G | A | D |
guitar1 | x57775 | 355433 | 577655 | x57775 |
guitar2 | r | . | . | . |
bass | x5xx | 3xxx | 5xxx | x5xx |
`;

describe('sounds and causes, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  const aside = (page: Page) => text(page, 'aside');
  const tab = (page: Page, words: string) =>
    page.locator(`[aria-label="Which findings"] ::-p-text(${words})`).click();
  const open = async (page: Page) => {
    await importText(page, 'gate.txt', WALL);
    await openSong(page, 'Copper Gate');
  };

  it('one cause is one finding with its places, stepped through and kept for the section', async () => {
    const { page, complaints } = await app.open();
    await open(page);
    await tab(page, 'All');
    await sees(page, 'So it is in 3 more places of Verse');
    expect((await aside(page)).match(/inside one driven grip/g)).to.have.length(1);
    await sees(page, '1 of 4');
    await page.locator('[aria-label="Next place"]').click();
    await sees(page, '2 of 4');
    await sees(page, 'Verse · bar 2');
    await press(page, 'Keep it, it’s meant');
    await page.waitForSelector('[role="dialog"] input[name="reach"]');
    await page.keyboard.type('our wall');
    await page.keyboard.press('Enter');
    await sees(page, 'Kept: our wall');
    await tab(page, 'Kept');
    await sees(page, 'Verse, everywhere');
    await goTo(page, 'Chart');
    await page.waitForFunction(() => document.body.innerText.includes('keep: Verse gain guitar1 "our wall"'));
    expect(complaints).to.deep.equal([]);
  });

  it('a sound is chosen for the section where it is played, and everything follows', async () => {
    const { page, complaints } = await app.open();
    await open(page);
    await sees(page, 'gain 8');
    await press(page, 'gain 8');
    const field = (await page.waitForSelector('[role="dialog"] input[placeholder]'))!;
    await field.type('gain 11');
    await sees(page, '"11" is no gain; expected 0 (clean) to 10');
    await field.click({ count: 3 });
    await field.type('gain 2');
    await press(page, 'Take it');
    await sees(page, 'Guitar 1: gain 2 in Verse');
    await tab(page, 'All');
    await page.waitForFunction(
      () => !document.querySelector('aside')!.innerText.includes('inside one driven grip'),
    );
    await press(page, 'Undo');
    await page.waitForFunction(() =>
      document.querySelector('aside')!.innerText.includes('inside one driven grip'),
    );
    expect(complaints).to.deep.equal([]);
  });

  it('is named in the ground dialog, used in one bar, and stands on the sheet', async () => {
    const { page, complaints } = await app.open();
    await open(page);
    await press(page, 'Key, instruments and hands');
    await page.waitForSelector('[role="dialog"] fieldset');
    await page.locator('[aria-label="Sounds of Guitar 1"] ::-p-text(A sound to change to)').click();
    await page.waitForSelector('[aria-label="Sounds of Guitar 1"] input');
    await press(page, 'Take it');
    await page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
    await press(page, 'gain 8');
    await page.locator('[role="dialog"] label ::-p-text(only bar 1)').click();
    await page.locator('[role="dialog"] button ::-p-text(clean)').click();
    await sees(page, 'clean · gain 1');
    await goTo(page, 'Sheets');
    await sees(page, 'sounds: clean = gain 1');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('svg text')].some((t) => t.textContent!.includes('sound clean (gain 1)')),
    );
    expect(complaints).to.deep.equal([]);
  });

  it('offers to turn down where a driven chord growls', async () => {
    const { page, complaints } = await app.open();
    await open(page);
    await page.keyboard.press('n');
    await page.locator('[data-cure] ::-p-text(gain)').click();
    await sees(page, 'cure the gain');
    await sees(page, 'in Verse');
    expect(complaints).to.deep.equal([]);
  });

  it('a sound by its key and by the finder', async () => {
    const { page, complaints } = await app.open();
    await importText(page, 'gate.txt', WALL.replace('gain 8', 'gain 8; sound hush = gain 1'));
    await openSong(page, 'Copper Gate');
    await sees(page, 'gain 8');
    await page.keyboard.press('G');
    await sees(page, 'Sound of Guitar 1');
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
    await page.keyboard.press('/');
    await page.keyboard.type('sound hush');
    await page.keyboard.press('Enter');
    await sees(page, 'hush · gain 1');
    expect(complaints).to.deep.equal([]);
  });

  it('fingers of one’s own by the menu, typed with the frets, on the sheet', async () => {
    const { page, complaints } = await app.open();
    await open(page);
    await press(page, 'Fingers');
    await page.locator('[role="menuitem"] ::-p-text(13341)').click();
    await sees(page, 'x57775(13341)');
    await press(page, 'Fingers 13341');
    await page.locator('[role="menuitem"] ::-p-text(The usual ones)').click();
    await page.waitForFunction(() => !document.body.innerText.includes('x57775('));
    const frets = await page.waitForSelector('[aria-label^="Type frets for Guitar 1"]');
    await frets!.type('x57775(1111)');
    await page.keyboard.press('Enter');
    await sees(page, 'x57775 frets 5 strings, so 5 fingers are named');
    await frets!.click({ count: 3 });
    await frets!.type('x57775(12341)');
    await page.keyboard.press('Enter');
    await sees(page, 'x57775(12341)');
    await goTo(page, 'Sheets');
    await page.waitForSelector('[aria-label*="x57775 with fingers 12341"]');
    expect(complaints).to.deep.equal([]);
  });

  it('a band that tunes down goes on calling chords as it frets them', async () => {
    const { page, complaints } = await app.open();
    await open(page);
    await press(page, 'Key, instruments and hands');
    await page.waitForSelector('[role="dialog"] fieldset');
    const down = { 'Guitar 1': 'Eb Ab Db Gb Bb Eb', 'Guitar 2': 'Eb Ab Db Gb Bb Eb', Bass: 'Eb Ab Db Gb' };
    const legends = await page.$$('[role="dialog"] fieldset');
    for (const [i, tuning] of Object.values(down).entries()) {
      const field = (await legends[i]!.$('input'))!;
      await field.click({ count: 3 });
      await field.type(tuning);
    }
    await page.locator('[role="dialog"] label ::-p-text(keeps its shapes)').click();
    await sees(page, 'as fretted: D, sounding a semitone lower');
    await press(page, 'Take it');
    await page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
    await goTo(page, 'Chart');
    await page.waitForFunction(() => {
      const now = document.body.innerText;
      return now.includes('down: 1') && now.includes('key: D') && now.includes('x57775');
    });
    expect(complaints).to.deep.equal([]);
  });

  it('a section that comes back with another sound, this time only', async () => {
    const { page, complaints } = await app.open();
    await importText(
      page,
      'gate.txt',
      `${WALL.replace('gain 8', 'gain 2; sound drive = gain 8')}== Bridge ==
chords | G |
guitar1 | 355433 |
guitar2 | r |
bass | 3xxx |
== Verse ==
`,
    );
    await openSong(page, 'Copper Gate');
    await sees(page, 'gain 2');
    await page.keyboard.press(']');
    await page.keyboard.press(']');
    await page.keyboard.press('G');
    await sees(page, 'Verse this time');
    await page.locator('[role="dialog"] button ::-p-text(drive)').click();
    await sees(page, 'drive · gain 8');
    await sees(page, 'Guitar 1: drive in Verse, this time');
    await page.keyboard.press('[');
    await page.keyboard.press('[');
    await page.waitForFunction(() => !document.body.innerText.includes('drive · gain 8'));
    await goTo(page, 'Sheets');
    await sees(page, 'sound drive (gain 8) · as before');
    expect(complaints).to.deep.equal([]);
  });
});
