import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import {
  chartText,
  closed,
  dialogButton,
  goTo,
  importText,
  keys,
  openSong,
  press,
  sees,
  startApp,
  type App,
} from './app';

const SONG = `title: Slate Steps
key: Em
tempo: 104
guitar1: gain 4
guitar2: gain 2
== Verse == x2
chords | Em | C | G . D . |
voice | ~~~~.... | | |
guitar1 | 022xxx! | x35xxx | 355xxx . x577xx . |
guitar1 hits | O---M-mm | O------- | |
bass | 0xxx | x3xx | 3xxx . x5xx . |
`;

describe('a bar in writing, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  const open = async () => {
    const opened = await app.open();
    await importText(opened.page, 'slate.txt', SONG);
    await openSong(opened.page, 'Slate Steps');
    return opened;
  };
  const type = async (page: Page, row: string, text: string) => {
    await page.locator(`[data-row="${row}"]`).click({ count: 3 });
    await page.keyboard.type(text);
  };

  it('chords of the second time alone, by key on Split', async () => {
    const { page, complaints } = await open();
    await press(page, '2nd time');
    await keys(page, 'ArrowRight', '|');
    await page.waitForSelector('[data-bar-dialog]');
    await sees(page, 'Verse, bar 2, the 2nd time');
    await type(page, 'chords', 'Am . Hx');
    await sees(page, '"Hx" is no chord');
    await type(page, 'chords', 'Am . D5 .');
    await keys(page, 'Enter');
    await page.waitForSelector('[data-pass-dialog]');
    await dialogButton(page, 'Only the 2nd time');
    await closed(page);
    const text = await chartText(page);
    expect(text).to.match(/-- pass 2: bar 2 --\s+chords \| Am D5 \|/);
    expect(text).to.match(/chords \| Em \| C \| G D \|/);
    expect(complaints).to.deep.equal([]);
  });

  it('chords picked, the voice a guess and a figure, by pointer on Hits, from bar to bar', async () => {
    const { page, complaints } = await open();
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-strings]');
    // Twice on the chord over bar 1.
    const box = await page.$eval('[data-hits-drawing]', (e) => {
      const { x, y } = e.getBoundingClientRect();
      return { x, y };
    });
    await page.mouse.click(box.x + 150, box.y + 12, { count: 2 });
    await page.waitForSelector('[data-bar-dialog]');
    await page.locator('[role="group"][aria-label="Chords of Em"] button ::-p-text(Am)').click();
    await type(page, 'voice', '~~~~~~..?');
    await type(page, 'guitar1 hits', '(M-mm)x4');
    await page.locator('[aria-label="Write it and go to the next bar"]').click();
    await sees(page, 'Verse, bar 2');
    await page.locator('[aria-label="Whose rows"] button ::-p-text(Bass)').click();
    await type(page, 'bass line', '{3@3 5@3 3@3} 2@3 .');
    await dialogButton(page, 'Write it');
    await closed(page);
    // A guess is seen on the screen itself.
    await page.waitForSelector('[data-guess]');
    const text = await chartText(page);
    expect(text).to.include('chords | Am | C |').and.to.include('voice | ~~~~~~..? |');
    expect(text)
      .to.include('M-mmM-mmM-mmM-mm')
      .and.to.match(/bass line [^\n]*3@3 5@3 3@3 2@3/);
    expect(complaints).to.deep.equal([]);
  });

  it('figures, groups, three in the time of two and guesses by keys', async () => {
    const { page, complaints } = await open();
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-strings]');
    await keys(page, ...Array<string>(4).fill('ArrowRight'), 'd', 'd', 'Backspace', 'ArrowRight', '~');
    await keys(page, 'ArrowRight', 'ArrowRight', 'p', 'Z');
    await page.waitForFunction(() => document.querySelectorAll('[data-guess]').length === 2);
    await keys(page, 'PageDown', 'ArrowLeft', 'ArrowLeft', 'ArrowLeft', 'ArrowLeft', 'h');
    await sees(page, 'three in the time of two');
    await keys(page, 'ArrowDown', 'ArrowDown', 'a');
    await page.locator('[data-groups="3+3+2"]').click();
    await closed(page);
    const text = await chartText(page);
    expect(text).to.match(/guitar1 hits \| ~/);
    expect(text).to.match(/voice \| ~~~~\.\.\.\.\?/);
    expect(text).to.match(/bass hits \|[^\n]*O--O--O-O--O--O-/);
    expect(complaints).to.deep.equal([]);
  });

  it('another way kept beside a bar the second time alone, the question above the dialog', async () => {
    const { page, complaints } = await open();
    await press(page, '2nd time');
    await keys(page, '=');
    await page.waitForSelector('[data-beside]');
    await dialogButton(page, 'Keep this bar beside');
    await page.waitForSelector('[data-pass-dialog]');
    await dialogButton(page, 'Only the 2nd time');
    await page.waitForFunction(() => document.querySelector('[data-pass-dialog]') === null);
    await page.waitForSelector('[data-beside] li');
    await dialogButton(page, 'Done');
    await closed(page);
    expect(await chartText(page)).to.match(/-- pass 2: bar 1 --\s+guitar1 or \| 022xxx!/);
    expect(complaints).to.deep.equal([]);
  });

  it('a section that comes back: here alone, or everywhere and not asked again', async () => {
    const { page, complaints } = await app.open();
    await importText(page, 'slate.txt', `${SONG}== Turn ==\nchords | B5 |\nbass | x2xx |\n== Verse ==\n`);
    await openSong(page, 'Slate Steps');
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-strings]');
    await keys(page, ']', ']', 'd');
    await page.waitForSelector('[data-pass-dialog]');
    await sees(page, 'Verse comes 2 times in the song. You are at the 2nd');
    await dialogButton(page, 'Only the 2nd Verse');
    await closed(page);
    await sees(page, 'here alone');
    // Bar 1 differs there now; bar 2 does not yet.
    await keys(page, 'd', 'PageDown', 'd');
    await page.waitForSelector('[data-pass-dialog]');
    await dialogButton(page, 'Every Verse');
    await closed(page);
    await keys(page, 'd');
    await sees(page, 'in every Verse');
    const text = await chartText(page);
    expect(text).to.match(/guitar1 hits \| O---M-mm \| [^|]*M[^|]*\|/);
    expect(text).to.match(/== Verse ==\s+-- bar 1 --\s+guitar1 hits \| M/);
    expect(complaints).to.deep.equal([]);
  });
});
