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

const SONG = `title: Copper Gate
key: A
tempo: 110
guitar1: gain 4
guitar2: gain 2
== Verse == x2
chords | A5 | D5 |
guitar1 | x02220 s577xxx | x577xx |
guitar1 hits | O---O--- | O------- |
guitar2 | x022xx | xx023x |
bass | x0x2 | x5xx |
== Chorus ==
chords | E5 |
guitar1 | 022xxx |
guitar2 | 022xxx |
bass | 0xxx |
== Verse ==
`;

describe('everything that is played can be written, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  const open = async () => {
    const opened = await app.open();
    await importText(opened.page, 'gate.txt', SONG);
    await openSong(opened.page, 'Copper Gate');
    return opened;
  };
  const choose = async (page: Page, menu: string, item: string) => {
    await page.locator(`button ::-p-text(${menu})`).click();
    await page.locator(`[role^="menuitem"] ::-p-text(${item})`).click();
  };

  it('strokes on some strings, one muted, slapped: by keys, by buttons and by the menu', async () => {
    const { page, complaints } = await open();
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-strings]');
    // Strings 4, 3 and 2 by their numbers; then the lowest of them muted.
    await keys(page, 'Shift+4', 'Shift+3', 'Shift+2');
    await sees(page, 'strings 4 3 2');
    await keys(page, 'u');
    await sees(page, 'string 4 palm-muted');
    // Another player by pointer: string 2 alone, popped.
    await keys(page, 'ArrowDown', 'ArrowDown');
    await page.locator('[data-strings] [aria-label="String 1"]').click();
    await choose(page, 'How:', 'popped');
    const text = await chartText(page);
    expect(text).to.include('[4M32]---O---').and.to.include('bass hits | [1P]-------');
    expect(complaints).to.deep.equal([]);
  });

  it('a lick after a chord, with a grace note, a tap and a dead strum', async () => {
    const { page, complaints } = await open();
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-strings]');
    // To beat 3 of bar 2, and a line from there on.
    await keys(page, 'PageDown', ...Array<string>(8).fill('ArrowRight'), 'b');
    await page.waitForSelector('[data-line-panel]');
    await keys(page, '7', 'D');
    await sees(page, '(5)h7@');
    await keys(page, ...Array<string>(4).fill('ArrowRight'), '9');
    await sees(page, '9@');
    await choose(page, 'This note', 'Slid off at its end');
    await sees(page, 'sd');
    await keys(page, ...Array<string>(2).fill('ArrowRight'), '5', 'X');
    const text = await chartText(page);
    expect(text).to.match(/guitar1 \| x02220 s577xxx \| x577xx/);
    expect(text).to.match(/guitar1 line .*\(5\)h7@\d .*9@\dsd X/);
    expect(complaints).to.deep.equal([]);
  });

  it('chords that are slid and hammered: by key and by menu', async () => {
    const { page, complaints } = await open();
    await keys(page, 'ArrowRight');
    await sees(page, 's577xxx');
    await keys(page, 'y');
    await sees(page, 'h577xxx');
    await choose(page, 'Hammered', 'In from below');
    await sees(page, 'su577xxx');
    expect(await chartText(page)).to.include('x02220 su577xxx');
    expect(complaints).to.deep.equal([]);
  });

  it('the second time alone, asked once', async () => {
    const { page, complaints } = await open();
    await goTo(page, 'Hits');
    await press(page, '2nd time');
    await keys(page, 'd');
    await page.waitForSelector('[data-pass-dialog]');
    await dialogButton(page, 'Only the 2nd time');
    await closed(page);
    await keys(page, 'ArrowRight', 'ArrowRight', 'd');
    await closed(page);
    const text = await chartText(page);
    expect(text).to.match(
      /-- pass 2: bar 1 --\s+guitar1 hits \| M---O|-- pass 2: bar 1 --\s+guitar1 hits \| M-/,
    );
    expect(text).to.include('guitar1 hits | O---O--- | O-------');
    expect(complaints).to.deep.equal([]);
  });

  it('remarks, guesses, another way kept beside and swapped', async () => {
    const { page, complaints } = await open();
    await page.keyboard.press("'");
    await page.waitForSelector('[data-remarks]');
    await page.keyboard.type('let ring');
    await keys(page, 'Enter', 'Escape');
    await closed(page);
    await sees(page, '“let ring”');
    await keys(page, '=');
    await page.waitForSelector('[data-beside]');
    await dialogButton(page, 'Keep this grip beside');
    await keys(page, 'Escape');
    await closed(page);
    await page.locator('input[placeholder="type frets"]').click();
    await page.keyboard.type('577xxx~');
    await keys(page, 'Enter');
    await sees(page, '≈');
    await page.locator('[data-now="true"]').click();
    await keys(page, '=');
    await page.waitForSelector('[data-beside]');
    await dialogButton(page, 'Swap');
    await dialogButton(page, 'Done');
    await closed(page);
    await choose(page, 'More', 'The chord is a guess');
    const text = await chartText(page);
    expect(text).to.include('remarks | let ring').and.to.include('A5~');
    expect(text).to.include('x02220/577xxx~');
    expect(complaints).to.deep.equal([]);
  });

  it('a part like another, and its own last chorus; what may be a slip is asked', async () => {
    const { page, complaints } = await open();
    await choose(page, 'More', 'A part like another');
    await page.waitForSelector('[data-like]');
    await dialogButton(page, 'Guitar 2');
    await page
      .locator('[role="dialog"] section[aria-label="Like Guitar 1"] ::-p-text(an octave above)')
      .click();
    await dialogButton(page, 'Done');
    await closed(page);
    await sees(page, 'like Guitar 1, an octave above');
    await keys(page, ']', ']');
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-strings]');
    await keys(page, 'o');
    await sees(page, 'Bar 1 is different in the 2nd Verse');
    await dialogButton(page, 'Leave bar 1 out of it');
    await dialogButton(page, 'fades out');
    await dialogButton(page, 'Done');
    await closed(page);
    const text = await chartText(page);
    expect(text).to.include('guitar2 like guitar1 octave above');
    expect(text).to.match(/== Verse == fade\s+-- bar 1 out --/);
    await page.locator('.cm-content').click();
    await page.keyboard.down('Control');
    await page.keyboard.press('End');
    await page.keyboard.up('Control');
    await page.keyboard.type('\n== chorus ==\n');
    await sees(page, 'read as Chorus, which is written above');
    expect(complaints).to.deep.equal([]);
  });

  it('pasted tab in drop D: the frets moved, or the guitar tuned like it', async () => {
    const { page, complaints } = await open();
    await keys(page, 'T');
    await page.waitForSelector('textarea[aria-label="Tab as text"]');
    await page.locator('textarea[aria-label="Tab as text"]').click();
    await page.keyboard.type(`Tuning: drop D
e|---------|
B|---------|
G|---------|
D|-0-0-5-5-|
A|-0-0-5-5-|
D|-0-0-5-5-| x2
let it ring`);
    await sees(page, 'the notes stay');
    await sees(page, 'Words left out: let it ring');
    await sees(page, 'not on your string 6');
    await page.locator('[role="radio"] ::-p-text(Tune Guitar 1 like the tab: drop D)').click();
    await sees(page, '000xxx 555xxx');
    await dialogButton(page, 'Put 2 bars');
    await closed(page);
    const text = await chartText(page);
    expect(text).to.include('guitar1: tuning D A D G B E').and.to.include('guitar1 | 000xxx 555xxx');
    // What the guitar played elsewhere sounds as before.
    expect(text).to.match(/== Chorus ==\s+chords \| E5 \|\s+guitar1 \| 222xxx/);
    expect(complaints).to.deep.equal([]);
  });
});
