import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import { chartText, goTo, keys, sees, startApp, type App } from './app';
import { Hand } from './hand';

const LYRICS = `Paper Lantern
Key: D minor, 92 bpm

Verse
Dm               Bb
Lantern in the stairwell light
F                C
nobody is home tonight

Chorus x2
| Bb | F | C / Am / | Dm |
`;

describe('a first song without the grammar, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  const log = (what: string, hand: Hand) => process.stdout.write(`    ${what}: ${hand.report()}\n`);
  /** Waits until nothing is open any more and what comes next is shown. */
  const isSplit = async (page: Page) => {
    await page.waitForSelector('[data-next-steps]', { timeout: 60_000 });
    await page.waitForFunction(() => !document.querySelector('[data-cell]')!.textContent!.includes('open'));
  };
  /** On through what comes next to the sheets of all three. */
  const toSheets = async (hand: Hand) => {
    const { page } = hand;
    await hand.press('[data-next-steps] a[href$="/hits"]');
    await page.waitForSelector('[data-next-steps] a[href$="/listen"]');
    await hand.press('[data-next-steps] a[href$="/listen"]');
    await page.waitForSelector('[data-next-steps] a[href$="/sheets"]');
    await hand.press('[data-next-steps] a[href$="/sheets"]');
    for (const who of ['Guitar 1', 'Guitar 2', 'Bass']) {
      await hand.press(`button ::-p-text(${who})`, { thought: false });
      await page.waitForSelector(`article[aria-label="Sheet for ${who}"]`);
    }
  };
  const byPointing = async (hand: Hand) => {
    const { page } = hand;
    const all = { thought: false };
    await hand.press('button ::-p-text(New song)');
    await hand.choose('[data-new-song] select[name="key"]', 'Am');
    await hand.choose('[data-new-song] select[name="guitars"]', 'drop D');
    for (const part of ['Verse', 'Chorus', 'Verse', 'Chorus']) await hand.press(`[data-part="${part}"]`, all);
    await hand.press('[data-start]');
    for (const degree of ['i', 'VI', 'III', 'VII']) {
      await hand.press(`[data-degree="${degree}"]`);
      await page.waitForFunction(
        (d) => document.querySelector('[data-cards]')!.textContent!.length > 0 && d !== '',
        {},
        degree,
      );
    }
    await hand.press('button ::-p-text(Go to Chorus)');
    for (const degree of ['VI', 'VII', 'i', 'i']) await hand.press(`[data-degree="${degree}"]`);
    await hand.press('[data-split-now]');
    await isSplit(page);
  };
  const CHORDS = [
    /== Verse ==\nchords \| Am \| F \| C \| G \|/,
    /== Chorus ==\nchords \| F \| G \| Am \| Am \|/,
  ] as const;

  it('by the pointer alone', async () => {
    const { page, complaints } = await app.open();
    const hand = new Hand(page);
    await byPointing(hand);
    log('to the first split, by pointer', hand);
    expect(hand.seconds).to.be.lessThan(120);
    await toSheets(hand);
    log('to three sheets, by pointer', hand);
    const text = await chartText(page);
    for (const chords of CHORDS) expect(text).to.match(chords);
    expect(text).to.include('key: Am').and.to.include('guitar1: tuning D A D G B E');
    expect(hand.keys).to.equal(0);
    expect(complaints).to.deep.equal([]);
  }).timeout(120_000);

  it('by keys alone', async () => {
    const { page, complaints } = await app.open();
    const hand = new Hand(page);
    await hand.tabTo(/New song/);
    await hand.key('Enter');
    await page.waitForSelector('[data-new-song]');
    await hand.type('Slate Roof');
    await hand.tabTo(/^ *Key/);
    await page.keyboard.type('A mi');
    hand.keys += 4;
    await hand.tabTo(/^ *Verse/);
    await hand.key('Enter');
    await hand.tabTo(/^ *Chorus/);
    await hand.key('Enter');
    await hand.tabTo(/On to its chords/);
    await hand.key('Enter');
    await page.waitForFunction(() => document.activeElement?.hasAttribute('data-box'));
    await hand.type('am f c g');
    await hand.key('Enter', 'Enter');
    await sees(page, 'Chorus: a bar more');
    await hand.type('F G Am x2');
    await hand.key('Enter', 'Enter');
    await page.waitForFunction(() => document.activeElement?.hasAttribute('data-split-now'));
    await hand.key('Enter');
    await isSplit(page);
    log('to the first split, by keys', hand);
    expect(hand.seconds).to.be.lessThan(120);
    const text = await chartText(page);
    expect(text).to.match(/title: Slate Roof\nkey: Am\n/);
    expect(text).to.match(/== Verse ==\nchords \| Am \| F \| C \| G \|/);
    expect(text).to.match(/== Chorus ==\nchords \| F \| G \| Am \| F \|/);
    expect(hand.points).to.equal(0);
    expect(complaints).to.deep.equal([]);
  }).timeout(120_000);

  it('by touch alone, on a phone', async () => {
    const { page, complaints } = await app.open({ width: 390, height: 844 });
    await page.setViewport({ width: 390, height: 844, hasTouch: true, isMobile: true });
    await page.reload();
    await page.waitForSelector('li svg');
    const hand = new Hand(page, { finger: true });
    await byPointing(hand);
    log('to the first split, by touch at 390 px', hand);
    expect(hand.seconds).to.be.lessThan(120);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect(wide, 'nothing beside the screen').to.be.at.most(0);
    const text = await chartTextOnPhone(page);
    for (const chords of CHORDS) expect(text).to.match(chords);
    expect(complaints).to.deep.equal([]);
  }).timeout(120_000);

  it('by pasting what somebody sent', async () => {
    const { page, complaints } = await app.open();
    const hand = new Hand(page);
    await hand.press('button ::-p-text(Paste a song)');
    await page.waitForSelector('[data-paste] textarea');
    await hand.paste(LYRICS);
    await page.waitForFunction(() => document.querySelectorAll('[data-understood] > li').length === 2);
    await hand.press('button ::-p-text(Put it in)');
    await hand.press('[data-split-now]');
    await isSplit(page);
    log('to the first split, by paste', hand);
    const text = await chartText(page);
    expect(text).to.match(/title: Paper Lantern\nkey: Dm\ntempo: 92/);
    expect(text).to.match(/chords \| Dm \| Bb \| F \| C \|\nremarks \| Lantern in the \|/);
    expect(text).to.match(/== Chorus == x2\nchords \| Bb \| F \| C Am \| Dm \|/);
    expect(complaints).to.deep.equal([]);
  }).timeout(120_000);

  it('by letting a file go on the shelf, and one on the chart', async () => {
    const { page, complaints } = await app.open();
    const drop = (name: string, text: string) =>
      page.$eval(
        '[data-drop-zone]',
        (zone, file) => {
          const data = new DataTransfer();
          data.items.add(new File([file.text], file.name, { type: 'text/plain' }));
          for (const type of ['dragenter', 'dragover', 'drop'])
            zone.dispatchEvent(new DragEvent(type, { bubbles: true, cancelable: true, dataTransfer: data }));
        },
        { name, text },
      );
    await drop('ferry notes.txt', 'Verse: Em C G D\nChorus: C D Em x2');
    await page.waitForFunction(() => document.querySelectorAll('[data-understood] > li').length === 2);
    await page.locator('button ::-p-text(Put it in)').click();
    await page.waitForSelector('[data-cards]');
    expect(await chartText(page)).to.include('title: ferry notes');
    // Chart text asks nothing; a part of one section can take the place of another's bars.
    await drop('bridge.txt', '| Am | Am | B7 | B7 |');
    await page.waitForSelector('[data-paste]');
    await page.select('[data-paste] select:last-of-type', 'section Chorus').catch(() => undefined);
    await page.evaluate(() => {
      const lists = [...document.querySelectorAll<HTMLSelectElement>('[data-paste] select')];
      const where = lists.find((l) => [...l.options].some((o) => o.value === 'section Chorus'))!;
      const set = Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value')!.set!;
      set.call(where, 'section Chorus');
      where.dispatchEvent(new Event('change', { bubbles: true }));
    });
    await page.locator('button ::-p-text(Put it in)').click();
    await page.waitForFunction(() => document.querySelector('[data-paste]') === null);
    expect(await chartText(page)).to.match(/== Chorus == x2\nchords \| Am \| Am \| B7 \| B7 \|/);
    expect(complaints).to.deep.equal([]);
  }).timeout(120_000);

  it('one history for cards and text; a line that is not understood stays through a touch', async () => {
    const { page, complaints } = await app.open();
    await page.locator('button ::-p-text(New song)').click();
    await page.locator('button ::-p-text(I would rather type)').click();
    await page.waitForFunction(() => document.activeElement?.classList.contains('cm-content'));
    await page.keyboard.type('\n[Verse] x2\nDm Bb F C\n');
    await page.locator('button ::-p-text(Both)').click();
    await page.waitForSelector('[data-playing="0"] [data-bar="4"]');
    expect(await page.$eval('[data-times]', (e) => e.textContent)).to.equal('×2');
    const shown = () => page.$eval('.cm-content', (e) => (e as HTMLElement).innerText.replace(/ +/g, ' '));
    await page.locator('[data-playing="0"] [aria-label="Once more"]').click();
    await page.waitForFunction(() => document.querySelector('[data-times]')!.textContent === '×3');
    expect(await shown()).to.include('== Verse == x3');
    // The text takes the touch back, the cards take the typing back.
    await page.click('.cm-content');
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await page.waitForFunction(() => document.querySelector('[data-times]')!.textContent === '×2');
    expect(await shown()).to.include('[Verse] x2');
    // A line nobody understands stays where it is while the cards change another one.
    await page.keyboard.down('Control');
    await page.keyboard.press('Home');
    await page.keyboard.up('Control');
    await page.keyboard.press('End');
    await page.keyboard.type('\nwobble: 7');
    await sees(page, 'is no setting of a song');
    await page.locator('[data-playing="0"] [data-box="0"]').click();
    await page.locator('[data-degree="i"]').click();
    await page.waitForFunction(() => !document.querySelector('[data-bar="1"]')!.textContent!.includes('Dm'));
    const both = await shown();
    expect(both)
      .to.include('wobble: 7')
      .and.to.match(/chords \| Em \| Bb \| F \| C \|/);
    await sees(page, 'is no setting of a song');
    await page.locator('[aria-label="Undo"]').click();
    await page.waitForFunction(() => document.querySelector('[data-bar="1"]')!.textContent!.includes('Dm'));
    expect(await shown()).to.include('wobble: 7');
    expect(complaints).to.deep.equal([]);
  }).timeout(120_000);

  it('sections and bars by dragging, by keys and by the menu', async () => {
    const { page, complaints } = await app.open();
    await page.locator('button ::-p-text(Paste a song)').click();
    await page.waitForSelector('[data-paste] textarea');
    await page.keyboard.sendCharacter('Verse: Em C G D\nChorus: C D Em\nBridge: Am B7');
    await page.locator('button ::-p-text(Put it in)').click();
    await page.waitForSelector('[data-playing="2"]');
    const names = () => page.$$eval('[data-section-name]', (all) => all.map((e) => e.textContent));
    const bars = (entry: number) =>
      page.$$eval(`[data-playing="${entry}"] [data-bar]`, (all) =>
        all.map((e) => e.getAttribute('data-chords')),
      );
    const center = async (selector: string) => {
      const box = (await (await page.waitForSelector(selector))!.boundingBox())!;
      return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    };
    const drag = async (from: string, to: string) => {
      const [a, b] = [await center(from), await center(to)];
      await page.mouse.move(a.x, a.y);
      await page.mouse.down();
      await page.mouse.move(a.x + 12, a.y + 4, { steps: 4 });
      await page.mouse.move(b.x + 4, b.y + 4, { steps: 12 });
      await new Promise((r) => setTimeout(r, 300));
      await page.mouse.up();
    };
    await drag('[data-playing="0"] [data-box="0"]', '[data-playing="0"] [data-box="2"]');
    await page.waitForFunction(() =>
      document.querySelector('[data-playing="0"] [data-bar="1"]')!.textContent!.includes('C'),
    );
    expect(await bars(0)).to.deep.equal(['C', 'G', 'Em', 'D']);
    await drag('[data-playing="2"] [aria-label^="Move"]', '[data-playing="0"] [aria-label^="Move"]');
    await page.waitForFunction(() => document.querySelector('[data-section-name]')!.textContent === 'Bridge');
    expect(await names()).to.deep.equal(['Bridge', 'Verse', 'Chorus']);
    // The same by keys: picked up, moved, put down.
    await page.focus('[data-playing="0"] [aria-label^="Move"]');
    await keys(page, 'Enter');
    await new Promise((r) => setTimeout(r, 200));
    await keys(page, 'ArrowDown');
    await new Promise((r) => setTimeout(r, 300));
    await keys(page, 'Enter');
    await page.waitForFunction(() => document.querySelector('[data-section-name]')!.textContent === 'Verse');
    expect(await names()).to.deep.equal(['Verse', 'Bridge', 'Chorus']);
    // Bars by keys: moved, taken out, typed into.
    await page.focus('[data-playing="0"] [data-box="0"]');
    await page.keyboard.down('Alt');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.up('Alt');
    await page.waitForFunction(() =>
      document.querySelector('[data-playing="0"] [data-bar="1"]')!.textContent!.includes('G'),
    );
    expect(await bars(0)).to.deep.equal(['G', 'C', 'Em', 'D']);
    await page.focus('[data-playing="0"] [data-box="3"]');
    await keys(page, 'Delete');
    await page.waitForFunction(() => document.querySelector('[data-playing="0"] [data-bar="4"]') === null);
    await page.focus('[data-playing="0"] [data-box="0"]');
    await page.keyboard.type('A . D .');
    await keys(page, 'Enter');
    await page.waitForFunction(
      () => document.querySelectorAll('[data-playing="0"] [data-bar="1"] [data-chord]').length === 2,
    );
    expect(await bars(0)).to.deep.equal(['A, D', 'C', 'Em']);
    // Escape leaves a bar, and a name, as they were.
    await page.focus('[data-playing="0"] [data-box="1"]');
    await page.keyboard.type('Gm');
    await keys(page, 'Escape');
    await page.click('[data-playing="2"] [data-section-name]');
    await page.keyboard.type('Other');
    await keys(page, 'Escape');
    await page.waitForFunction(
      () =>
        document.querySelector(
          '[data-cards] input:not([aria-label="Title of the song"]):not([aria-label="Another name"])',
        ) === null,
    );
    expect(await bars(0)).to.deep.equal(['A, D', 'C', 'Em']);
    expect(await names()).to.deep.equal(['Verse', 'Bridge', 'Chorus']);
    // The edge between two chords, by its arrows.
    await page.click('[data-playing="0"] [data-box="0"]');
    await page.waitForSelector('[data-beats] [role="slider"]');
    await page.focus('[data-beats] [role="slider"]');
    await keys(page, 'ArrowRight', 'ArrowRight');
    await page.waitForFunction(
      () =>
        document.querySelector('[data-beats] [role="slider"]')!.getAttribute('aria-valuetext') === 'beat 4',
    );
    expect(await chartText(page)).to.match(/chords \| A \. \. D \| C \| Em \|/);
    // Once more with other chords: the first stays as it is.
    await page.locator('[data-playing="0"] [aria-label^="More for"]').click();
    await page.locator('[role="menuitem"] ::-p-text(again with other chords)').click();
    await page.waitForSelector('[data-playing="1"] [data-box="0"]');
    await page.click('[data-playing="1"] [data-box="1"]');
    await page.click('[data-degree="iv"]');
    await sees(page, 'with changes of its own');
    expect(await chartText(page)).to.match(/== Verse ==\n-- bar 2 --\nchords \| Am \|/);
    // Another name, everywhere.
    await page.click('[data-playing="0"] [data-section-name]');
    await page.keyboard.type('Strophe');
    await keys(page, 'Enter');
    await page.waitForFunction(
      () => document.querySelector('[data-section-name]')!.textContent === 'Strophe',
    );
    expect(await names()).to.deep.equal(['Strophe', 'Strophe', 'Bridge', 'Chorus']);
    expect(complaints).to.deep.equal([]);
  }).timeout(120_000);

  it('several lines pasted into the text are shown as understood, and how a part is played is said from its card', async () => {
    const { page, complaints } = await app.open();
    await page.locator('button ::-p-text(New song)').click();
    await page.locator('button ::-p-text(I would rather type)').click();
    await page.waitForFunction(() => document.activeElement?.classList.contains('cm-content'));
    const paste = (text: string) =>
      page.$eval(
        '.cm-content',
        (content, pasted) => {
          const data = new DataTransfer();
          data.setData('text/plain', pasted);
          content.dispatchEvent(
            new ClipboardEvent('paste', { bubbles: true, cancelable: true, clipboardData: data }),
          );
        },
        text,
      );
    await paste('Verse: Em C G D\nChorus: C D Em Em');
    await page.waitForSelector('[data-paste] [data-understood]');
    await page.locator('button ::-p-text(Put it in)').click();
    await page.waitForFunction(() => document.querySelector('[data-paste]') === null);
    // Chart text is pasted as it stands.
    await page.click('.cm-content');
    await page.keyboard.down('Control');
    await page.keyboard.press('End');
    await page.keyboard.up('Control');
    await paste('\n== Verse ==\n== Bridge ==\nchords | Am | B7 |\n');
    await page.locator('button ::-p-text(Both)').click();
    await page.waitForSelector('[data-playing="3"]');
    await page.locator('[data-playing="3"] [aria-label^="More for"]').click();
    await page.locator('[role="menuitem"] ::-p-text(Tempo, feel)').click();
    await page.waitForSelector('input[aria-label="Times"]');
    await page.locator('[role="dialog"] ::-p-text(half)').click();
    await page.keyboard.press('Escape');
    await sees(page, 'half-time feel');
    expect(await chartText(page)).to.match(/== Bridge == feel half/);
    expect(complaints).to.deep.equal([]);
  }).timeout(60_000);

  it('key, tempo, metre and tunings from lists, and what cannot be in another metre', async () => {
    const { page, complaints } = await app.open();
    await page.locator('button ::-p-text(Paste a song)').click();
    await page.waitForSelector('[data-paste] textarea');
    await page.keyboard.sendCharacter('Verse: Em C G D');
    await page.locator('button ::-p-text(Put it in)').click();
    await page.locator('[data-ground-strip] button ::-p-text(Key, tempo)').click();
    const pick = (label: string, value: string) =>
      page.evaluate(
        (l, v) => {
          const labels = [...document.querySelectorAll('[data-ground-strip] label')];
          const select = labels.find((e) => e.textContent!.startsWith(l))!.querySelector('select')!;
          const set = Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value')!.set!;
          set.call(select, v);
          select.dispatchEvent(new Event('change', { bubbles: true }));
        },
        label,
        value,
      );
    await pick('Key', 'G');
    await pick('Metre', '6/8');
    await pick('The whole band', '1');
    await pick('Guitar 2', 'D2 A2 D3 G3 B3 E4');
    await pick('Voice', 'C3-G4');
    await pick('Sound of Guitar 1', '8');
    const text = await chartText(page);
    expect(text)
      .to.match(/key: G\n/)
      .and.to.match(/meter: 6\/8\n/)
      .and.to.match(/down: 1\n/)
      .and.to.match(/voice: C3-G4\n/);
    expect(text)
      .to.match(/guitar2: tuning D A D G B E/)
      .and.to.match(/guitar1: tuning E A D G B E; frets 22; gain 8/);
    expect(complaints).to.deep.equal([]);
  }).timeout(60_000);

  it('empty screens lead on with one button', async () => {
    const { page, complaints } = await app.open();
    await page.locator('button ::-p-text(New song)').click();
    await page.locator('[data-start]').click();
    await page.waitForSelector('[data-next]');
    for (const screen of ['Split', 'Hits', 'Listen', 'Sheets'] as const) {
      await goTo(page, screen);
      await page.waitForSelector('[data-empty]');
      expect(await page.$$eval('[data-empty] a, [data-empty] button', (all) => all.length), screen).to.equal(
        1,
      );
      await page.click('[data-empty] a');
      await page.waitForSelector('[data-add-section]');
    }
    expect(complaints).to.deep.equal([]);
  }).timeout(60_000);
});

/** The chart as text, where it is shown alone. */
async function chartTextOnPhone(page: Page): Promise<string> {
  await goTo(page, 'Chart');
  await page.locator('[aria-label="How the chart is shown"] ::-p-text(Text)').click();
  await page.waitForFunction(
    () => (document.querySelector('.cm-content')?.getBoundingClientRect().height ?? 0) > 50,
  );
  const shown = await page.$eval('.cm-content', (e) => (e as HTMLElement).innerText);
  return shown.replace(/ +/g, ' ');
}
