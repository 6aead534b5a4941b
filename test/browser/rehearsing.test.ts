import { expect } from 'chai';
import { closed, goTo, keys, openSong, press, said, sees, songMenu, startApp, text, type App } from './app';

describe('rig, log and evening, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  it('what is decided stands in the log with what it replaced, leads there, and is taken back', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    await keys(page, 'ArrowRight', 'r');
    await goTo(page, 'Log');
    await page.locator('[role="tab"] ::-p-text(Decisions)').click();
    await sees(page, 'Rest for Guitar 1, bar 2');
    expect(await text(page, '[data-decision]')).to.include('000xxx');
    await page.locator('[data-decision] button ::-p-text(Go there)').click();
    await page.waitForSelector('[data-cell="guitar1-1"][data-now="true"]');
    expect(await text(page, '[data-cell="guitar1-1"]')).to.include('rest');
    await goTo(page, 'Log');
    await page.locator('[data-decision] button ::-p-text(Take back)').click();
    await sees(page, 'taken back');
    await goTo(page, 'Split');
    await page.waitForFunction(
      () => !document.querySelector('[data-cell="guitar1-1"]')!.textContent!.includes('rest'),
    );
    expect(complaints).to.deep.equal([]);
  });

  it('questions are settled one after the other', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Salt Lamp');
    await keys(page, '~');
    await goTo(page, 'Log');
    await page.locator('[role="tab"] ::-p-text(Open questions)').click();
    await page.waitForSelector('[data-asked="grip"]');
    const before = await page.$$eval('[data-asked]', (all) => all.length);
    await page.locator('[data-asked="grip"] button ::-p-text(It is right)').click();
    await page.waitForFunction(
      (count) => document.querySelectorAll('[data-asked]').length === count - 1,
      {},
      before,
    );
    expect(complaints).to.deep.equal([]);
  });

  it('a rehearsal is written in seconds, kept over a reload, and says what to practise', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    await goTo(page, 'Log');
    await page.waitForSelector('[data-practice="Verse"]');
    // One touch each: at which tempo it went clean, and what failed.
    await page.locator('[data-practice="Verse"] [aria-label="2 faster"]').click();
    await page.locator('[data-practice="Verse"] button ::-p-text(Went clean)').click();
    await page.locator('[data-practice="Bridge"] button ::-p-text(Failed)').click();
    await page.waitForFunction(() =>
      document
        .querySelector('[data-practice="Bridge"]')
        ?.textContent?.includes('failed at the last rehearsal'),
    );
    await sees(page, '94 of 132 clean');
    // Nothing moved under the finger; what is in another order by now is put so when one asks.
    const order = () =>
      page.$$eval('[data-practice]', (items) => items.map((e) => (e as HTMLElement).dataset.practice));
    const before = await order();
    expect(before.indexOf('Bridge')).to.be.greaterThan(before.indexOf('Verse'));
    await press(page, 'Put it in order anew');
    await page.waitForFunction(() => !document.body.innerText.includes('Put it in order anew'));
    const after = await order();
    expect(after.indexOf('Bridge')).to.be.lessThan(after.indexOf('Verse'));
    expect([...after].sort()).to.deep.equal([...before].sort());
    await page.locator('[role="tab"] ::-p-text(Rehearsals)').click();
    await sees(page, 'Verse 94 bpm');
    await press(page, 'Change today');
    await page.locator('[data-rehearsal-form] input[name="minutes"]').fill('9999');
    await page.locator('[data-rehearsal-form] button ::-p-text(Keep it)').click();
    await sees(page, 'expected 1 to 1440');
    await page.locator('[data-rehearsal-form] input[name="minutes"]').fill('95');
    await page.locator('[data-rehearsal-form] input[name="who"]').fill('all but the drums');
    await page.locator('[data-rehearsal-form] button ::-p-text(Keep it)').click();
    await sees(page, 'all but the drums · 95 min');
    await page.waitForSelector('section[aria-label="Progress"] canvas');
    await page.waitForSelector('[data-saved="saved"]');
    await page.reload();
    await sees(page, 'all but the drums · 95 min');
    expect(complaints).to.deep.equal([]);
  });

  it('a loop with its ladder is one touch away', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    await goTo(page, 'Log');
    await page.locator('[data-practice="Lift"] button ::-p-text(Go round)').click();
    await page.waitForFunction(() =>
      document.querySelector('[data-practice="Lift"]')?.textContent?.includes('Once more'),
    );
    await goTo(page, 'Listen');
    await page.waitForSelector('[aria-label="Tempo ladder"]');
    await page.keyboard.press(' ');
    expect(complaints).to.deep.equal([]);
  });

  it('the rig: a tuning by name, a delay by its note, a hand by a stretch; one step, taken back by one', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Salt Lamp');
    await goTo(page, 'Rig');
    await page.waitForSelector('section[aria-label="Guitar 2’s rig"] svg');
    expect(await page.$('[aria-label="What would change"]')).to.equal(null);
    await page.locator('[aria-label="Tunings for Guitar 2"] button ::-p-text(drop D)').click();
    await sees(page, '1 string turns: E2 down to D2');
    await press(page, 'Set it: dotted eighth for Guitar 2');
    await page.locator('section ::-p-text(Take it for Guitar 1)').click();
    await page.waitForSelector('[aria-label="What would change"]');
    await page.locator('[aria-label="What would change"] button ::-p-text(Take it)').click();
    await page.waitForFunction(() => document.querySelector('[aria-label="What would change"]') === null);
    const tuning = () =>
      page.$eval('section[aria-label="Guitar 2’s rig"] fieldset input', (e) => (e as HTMLInputElement).value);
    expect(await tuning()).to.equal('D A D G B E');
    await press(page, 'Undo');
    await page.waitForFunction(
      () =>
        document.querySelector<HTMLInputElement>('section[aria-label="Guitar 2’s rig"] fieldset input')!
          .value === 'E A D G B E',
    );
    expect(complaints).to.deep.equal([]);
  });

  it('the rig: another key before it is taken, a tapped tempo, strokes kept up', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Salt Lamp');
    await goTo(page, 'Rig');
    await press(page, 'What would another key do?');
    await press(page, 'Try F with capos at 1');
    await sees(page, 'Goes from E to F, 1 semitone up.');
    await page.locator('[aria-label="What would change"] button ::-p-text(Leave it)').click();
    for (let n = 0; n < 5; n += 1) {
      await page.locator('[data-tap]').click();
      await new Promise((resolve) => setTimeout(resolve, 300));
    }
    await sees(page, 'quarters a minute');
    // Struck from within the page, each with its own time: steady however busy the machine is.
    await page.$eval('[data-strike]', async (button) => {
      const began = performance.now();
      for (let n = 0; n < 60; n += 1) {
        const event = new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true });
        Object.defineProperty(event, 'timeStamp', { value: began + 110 * n });
        button.dispatchEvent(event);
        await new Promise((resolve) => setTimeout(resolve));
      }
    });
    await sees(page, 'Take 9.1 for Guitar 1');
    expect(complaints).to.deep.equal([]);
  });

  it('an evening: what is turned between songs, the least turning, all sheets in one go', async () => {
    const { page, complaints } = await app.open();
    await page.locator('button ::-p-text(New set list)').click();
    await page.keyboard.type('Cellar');
    await page.keyboard.press('Enter');
    await sees(page, 'No song is on this set list yet');
    await page.locator('button ::-p-text(All)').click();
    for (const title of ['Salt Lamp', 'Tramline Sparks', 'Nine Minute Bus', 'Ferry Light'])
      await songMenu(page, title, 'Put on “Cellar”');
    await page.locator('button ::-p-text(Cellar)').click();
    await page.locator('a ::-p-text(The evening)').click();
    await page.waitForSelector('[data-set-song]');
    const order = () =>
      page.$$eval('[data-set-song]', (all) => all.map((e) => (e as HTMLElement).dataset.setSong));
    await sees(page, 'Guitar 1 to drop D (E2 down to D2)');
    await press(page, 'Ferry Light stays last');
    await page.locator('[data-turning] button ::-p-text(Take that order)').click();
    await page.waitForFunction(() =>
      document.querySelector('[data-turning]')?.textContent?.includes('No order asks for less'),
    );
    expect((await order()).slice(0, 2)).to.deep.equal(['Salt Lamp', 'Nine Minute Bus']);
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await page.waitForFunction(
      () =>
        document.querySelectorAll<HTMLElement>('[data-set-song]')[1]?.dataset.setSong === 'Tramline Sparks',
    );
    expect(await said(page)).to.include('order of Cellar');
    // Printing is the browser's; what is printed stands there meanwhile.
    await page.evaluate(() => {
      window.print = () => undefined;
    });
    await press(page, 'Print');
    await page.locator('[role="menuitem"] ::-p-text(Every sheet of Bass)').click();
    await page.waitForFunction(
      () => document.querySelectorAll('[data-printed] article[aria-label="Sheet for Bass"]').length === 4,
    );
    await page.evaluate(() => window.dispatchEvent(new Event('afterprint')));
    await closed(page);
    expect(complaints).to.deep.equal([]);
  });
});
