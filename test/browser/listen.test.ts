import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import { readChart } from '../../src/core/formats/index';
import { hear, spansFrom } from '../../src/core/heard/index';
import { mixed, Renderer, STEMS } from '../../src/core/sound/index';
import { fadersOf, USUAL_ROOM } from '../../src/screens/listening/room';
import { demoTexts } from '../fuzz/corpus';
import { levelDb } from '../measures';
import { goTo, openSong, press, said, sees, startApp, text, type App } from './app';

/** What the page tells its audio thread is noted, so that what is heard can be kept and measured. */
const WATCHED = `
  window.taken = [];
  const Real = window.AudioWorkletNode;
  window.AudioWorkletNode = class extends Real {
    constructor(...of) {
      super(...of);
      window.node = this;
      window.rate = of[0].sampleRate;
      const post = this.port.postMessage.bind(this.port);
      this.port.postMessage = (message) => {
        post(message);
        if (message.kind !== 'take') return;
        window.taken.push(new Int32Array(message.memory, 0, 16));
        if (window.captured) post({ kind: 'capture', memory: window.captured });
      };
    }
  };
`;

interface Watched {
  taken: Int32Array[];
  rate: number;
  captured: SharedArrayBuffer | null;
}

describe('listening, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  const open = async (title: string, screen: 'Split' | 'Listen' = 'Listen', prepare = WATCHED) => {
    const opened = await app.open();
    await opened.page.evaluateOnNewDocument(prepare);
    await opened.page.reload();
    await opened.page.waitForSelector('li svg');
    await openSong(opened.page, title);
    if (screen === 'Listen') {
      await goTo(opened.page, 'Listen');
      await opened.page.waitForSelector('[data-stands]');
    }
    return opened;
  };
  const playing = (page: Page) => page.$eval('[data-playing]', (e) => e.getAttribute('data-playing'));
  const until = (page: Page, kind: string) =>
    page.waitForFunction(
      (k) => document.querySelector('[data-playing]')!.getAttribute('data-playing') === k,
      {},
      kind,
    );
  const status = said;
  const place = (page: Page) => text(page, 'aside[aria-label="This moment"] h2 + span');

  it('plays by keys from where one is, is followed on every screen, and stops', async () => {
    const { page, complaints } = await open('Nine Minute Bus', 'Split');
    await page.keyboard.press(']');
    const before = await place(page);
    await page.keyboard.press('Space');
    await until(page, 'playing');
    expect(await status(page)).to.include('Playing from here');
    await page.waitForFunction(
      (was) => document.querySelector('aside[aria-label="This moment"] h2 + span')!.textContent !== was,
      {},
      before,
    );
    await goTo(page, 'Sheets');
    await page.waitForSelector('[data-part="1"] [data-sounding]');
    await goTo(page, 'Chart');
    await page.waitForSelector('[data-playing="1"] [data-sounding]');
    await goTo(page, 'Hits');
    await sees(page, 'Verse');
    expect(await playing(page)).to.equal('playing');
    // Away from the song it is still.
    await goTo(page, 'Songs');
    await openSong(page, 'Nine Minute Bus');
    await until(page, 'still');
    await page.keyboard.press('Space');
    await until(page, 'playing');
    await page.keyboard.press('Space');
    await until(page, 'still');
    expect(complaints).to.deep.equal([]);
  });

  it('what is heard while the page is blocked is, sample by sample, what Node renders', async () => {
    const { page, complaints } = await open('Tramline Sparks', 'Split');
    await page.evaluate(() => {
      (window as unknown as Watched).captured = new SharedArrayBuffer(2 * 3 * 48_000 * 4);
    });
    await page.keyboard.press('Space');
    await page.waitForFunction(() => (window as unknown as Watched).taken.length > 0);
    // The page is busy for 400 ms again and again, and makes garbage.
    await page.evaluate(async () => {
      for (let n = 0; n < 9; n += 1) {
        const end = performance.now() + 400;
        const waste: number[][] = [];
        while (performance.now() < end) waste.push(Array.from({ length: 500 }, (_, i) => i));
        await new Promise((resolve) => setTimeout(resolve, 5));
      }
    });
    await page.waitForFunction(() => {
      const { captured, taken } = window as unknown as Watched;
      return Atomics.load(taken[0]!, 1) > captured!.byteLength / 8 + 1000;
    });
    const heard = await page.evaluate(() => {
      const { captured, rate, taken } = window as unknown as Watched;
      const samples = new Float32Array(captured!);
      const left = [...samples].filter((_, i) => i % 2 === 0);
      return { rate, missed: taken[0]![3]!, rings: taken.length, left };
    });
    expect(heard.missed).to.equal(0);
    const { song } = readChart(demoTexts().find(([, t]) => t.includes('Tramline'))![1]);
    const { plan } = hear(song, spansFrom(song, { playing: 0, pass: 1, moment: 0 }), { rate: heard.rate });
    // Capturing is asked for right after the ring is given; the audio thread may play a few blocks between the two.
    const late = Array.from({ length: 25 }, (_, blocks) => 128 * blocks);
    const count = heard.left.length + late.at(-1)!;
    const stems = STEMS.map(() => new Float32Array(count));
    new Renderer(plan).render(stems, count);
    const [left, right] = [new Float32Array(count), new Float32Array(count)];
    mixed(stems, fadersOf(USUAL_ROOM), { left, right, count });
    const seconds = (heard.left.length / heard.rate) * 0.95;
    const offBy = (shift: number) =>
      levelDb(
        Float32Array.from(heard.left, (x, i) => left[i + shift]! - x),
        heard.rate,
        [0.2, seconds],
      );
    // It begins softly; from then on they are the same.
    expect(levelDb(left, heard.rate, [0.2, seconds])).to.be.above(-40);
    const words = `rings ${heard.rings}, ${heard.rate} a second`;
    expect(Math.min(...late.map(offBy)), words).to.be.below(-110);
    expect(complaints).to.deep.equal([]);
  });

  it('by pointer: nearer, silent, alone, mine, and everybody back', async () => {
    const { page, complaints } = await open('Salt Lamp');
    const at = async (stem: string) => {
      const box = (await (await page.$(`[data-stands="${stem}"]`))!.boundingBox())!;
      return { x: box.x + box.width / 2, y: box.y + 20 };
    };
    const label = (stem: string) => page.$eval(`[data-stands="${stem}"]`, (e) => e.textContent);
    const from = await at('guitar1');
    expect(await label('guitar1')).to.equal('Guitar 1 gain 1, left, half way');
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x + 300, from.y + 60, { steps: 6 });
    await page.mouse.up();
    expect(await label('guitar1')).to.match(/gain 1, right, near/);
    const bass = await at('bass');
    await page.mouse.click(bass.x, bass.y);
    expect(await label('bass')).to.match(/softer/);
    await page.mouse.click(bass.x, bass.y);
    expect(await label('bass')).to.match(/silent/);
    await press(page, 'alone');
    expect(await label('bass')).to.match(/alone/);
    expect(await label('guitar2')).to.match(/silent/);
    await press(page, 'as it is');
    await page.focus('[data-stands="guitar2"]');
    await page.keyboard.press('ArrowUp');
    await press(page, 'I play this');
    expect(await label('guitar2')).to.match(/yours, softer/);
    // It is left as it was.
    await page.reload();
    await page.waitForSelector('[data-stands]');
    expect(await label('guitar2')).to.match(/yours, softer/);
    await press(page, 'Everybody back to their place');
    expect(await label('guitar1')).to.equal('Guitar 1 gain 1, left, half way');
    expect(complaints).to.deep.equal([]);
  });

  it('by keys: slower, what goes round, a count-in, and a ladder climbed', async () => {
    const { page, complaints } = await open('Salt Lamp');
    await page.keyboard.press('-');
    await sees(page, '95%');
    await page.keyboard.press('R');
    expect(await status(page)).to.equal('This bar round and round');
    await page.keyboard.press('C');
    await page.keyboard.press('Space');
    await until(page, 'playing');
    await sees(page, 'bar 1 of');
    await page.locator('::-p-text(Climb from)').click();
    await page.waitForSelector('[aria-label="Tempo ladder"] [aria-current="step"]');
    const first = await text(page, '[aria-label="Tempo ladder"] [aria-current="step"]');
    for (let n = 0; n < 3; n += 1) await page.keyboard.press('m');
    await page.waitForFunction(
      (was) =>
        document.querySelector('[aria-label="Tempo ladder"] [aria-current="step"]')!.textContent !== was,
      {},
      first,
    );
    expect(await status(page)).to.match(/^Up to \d+ bpm$/);
    await page.keyboard.press('Space');
    await until(page, 'still');
    expect(complaints).to.deep.equal([]);
  });

  it('a question is heard as it is and cured, in the same place, and the cure is taken', async () => {
    const { page, complaints } = await open('Tramline Sparks');
    await page.locator('[data-question] ::-p-text(Hear it)').click();
    await until(page, 'playing');
    await page.locator('[data-question] ::-p-text(Stop the bass with them)').click();
    await page.waitForFunction(() =>
      [...document.querySelectorAll('[data-question] button')].some(
        (b) => b.textContent === 'Stop the bass with them' && b.getAttribute('aria-pressed') === 'true',
      ),
    );
    const rings = () => page.evaluate(() => (window as unknown as Watched).taken.length);
    await page.waitForFunction((n) => (window as unknown as Watched).taken.length > n, {}, 1);
    const before = await rings();
    // Both are there already: going over makes nothing new.
    await page.locator('[data-question] ::-p-text(as it is)').click();
    await page.keyboard.press('e');
    expect(await rings()).to.equal(before);
    await press(page, 'only these 3');
    const causes = await page.$$eval('[data-question]', (all) => all.length);
    await page.locator('[data-question] ::-p-text(Take “Stop the bass with them”)').click();
    await page.waitForFunction((n) => document.querySelectorAll('[data-question]').length < n, {}, causes);
    await press(page, 'Undo');
    await page.waitForFunction((n) => document.querySelectorAll('[data-question]').length === n, {}, causes);
    expect(complaints).to.deep.equal([]);
  });

  it('cures and alternatives are heard on Split where they are', async () => {
    const { page, complaints } = await open('Tramline Sparks', 'Split');
    await page.keyboard.press('n');
    await page.locator('aside [data-hear][aria-label^="Hear Stop"]').click();
    await until(page, 'playing');
    await page.waitForSelector('[aria-label="Which is heard"] [aria-pressed="true"]');
    expect(await text(page, '[aria-label="Which is heard"] [aria-pressed="true"]')).to.include(
      'Stop the bass',
    );
    await page.locator('[aria-label="Which is heard"] ::-p-text(as it is)').click();
    expect(await text(page, '[aria-label="Which is heard"] [aria-pressed="true"]')).to.equal('as it is');
    await press(page, 'Stop comparing');
    await until(page, 'still');
    // A bar by key; with something shown, as it would be.
    await page.keyboard.press('e');
    await until(page, 'playing');
    expect(await status(page)).to.include('this bar');
    expect(complaints).to.deep.equal([]);
  });

  it('a plan is heard against what is there before it is taken, and changes nothing', async () => {
    const { page, complaints } = await open('Tramline Sparks', 'Split');
    await page.keyboard.press(']');
    const cells = () => page.$$eval('[data-cell]', (all) => all.map((c) => c.textContent).join());
    const before = await cells();
    await page.keyboard.press('P');
    await page.locator('[role="dialog"] ::-p-text(split like this)').click();
    await until(page, 'playing');
    await page.waitForSelector('[role="dialog"] [aria-label="Which is heard"] [aria-pressed="true"]');
    await page.locator('[role="dialog"] ::-p-text(as it is)').click();
    expect(await status(page)).to.equal('as it is');
    await page.locator('[role="dialog"] ::-p-text(Stop)').click();
    await until(page, 'still');
    await page.keyboard.press('Escape');
    expect(await cells()).to.equal(before);
    expect(complaints).to.deep.equal([]);
  });

  it('writes files with marks, 24 bits too, and can be stopped', async () => {
    const { page, complaints } = await open('Nine Minute Bus');
    await page.evaluate(() => {
      const caught: { name: string; size: number; head: number[] }[] = [];
      (window as unknown as { caught: typeof caught }).caught = caught;
      const blobs = new Map<string, Blob>();
      const make = URL.createObjectURL.bind(URL);
      URL.createObjectURL = (blob: Blob) => {
        const url = make(blob);
        blobs.set(url, blob);
        return url;
      };
      HTMLAnchorElement.prototype.click = function click(this: HTMLAnchorElement) {
        const blob = blobs.get(this.href);
        if (!blob) return;
        const name = this.download;
        void blob
          .slice(0, 44)
          .arrayBuffer()
          .then((b) => caught.push({ name, size: blob.size, head: [...new Uint8Array(b)] }));
      };
    });
    const caught = () =>
      page.evaluate(
        () => (window as unknown as { caught: { name: string; size: number; head: number[] }[] }).caught,
      );
    await press(page, 'Take the sound along');
    await page.locator('[role="dialog"] ::-p-text(bar 1 of Riff)').click();
    await page.locator('[role="dialog"] ::-p-text(24 bits)').click();
    await page.locator('[role="dialog"] ::-p-text(everybody in a file of their own)').click();
    await press(page, 'Write the files');
    await page.waitForFunction(() => (window as unknown as { caught: unknown[] }).caught.length === 5);
    const files = await caught();
    expect(files.map((f) => f.name)).to.deep.equal(
      ['guitar-1', 'guitar-2', 'bass', 'drums', 'voice'].map((w) => `nine-minute-bus-bar-1-of-riff-${w}.wav`),
    );
    const view = new DataView(Uint8Array.from(files[0]!.head).buffer);
    expect([view.getUint16(22, true), view.getUint32(24, true), view.getUint16(34, true)]).to.deep.equal([
      1, 48_000, 24,
    ]);
    // A bar at 176 bpm and what rings after it.
    expect(files[0]!.size / 3 / 48_000).to.be.closeTo(240 / 176 + 2.5, 0.05);
    await page.locator('[role="dialog"] ::-p-text(the whole song)').click();
    await press(page, 'Write the files');
    await page.locator('[role="dialog"] ::-p-text(Stop)').click();
    await sees(page, 'Stopped; nothing was written.');
    expect(complaints).to.deep.equal([]);
  });

  it('shows who fills which bands, in sentences and figures too', async () => {
    const { page, complaints } = await open('Tramline Sparks');
    await press(page, 'Who fills which bands');
    await page.waitForSelector('[role="dialog"] canvas', { timeout: 30_000 });
    await sees(page, 'alike');
    await page.locator('[role="dialog"] summary').click();
    const rows = await page.$$eval('[role="dialog"] tbody tr', (all) => all.length);
    expect(rows).to.equal(25);
    expect(complaints).to.deep.equal([]);
  });

  it('without a sound card says so, and everything else works', async () => {
    const { page, complaints } = await open('Nine Minute Bus', 'Split', 'delete window.AudioContext;');
    const before = await place(page);
    await page.keyboard.press('Space');
    await page.waitForFunction(() =>
      document.querySelector('[role="status"]')!.textContent!.includes('The place is still shown'),
    );
    await page.waitForFunction(
      (was) => document.querySelector('aside[aria-label="This moment"] h2 + span')!.textContent !== was,
      { timeout: 10_000 },
      before,
    );
    await page.keyboard.press('Space');
    await until(page, 'still');
    expect(complaints).to.deep.equal([]);
  });

  it('fits a phone', async () => {
    const { page, complaints } = await app.open({ width: 390, height: 844 });
    await openSong(page, 'Salt Lamp');
    await goTo(page, 'Listen');
    await page.waitForSelector('[data-stands]');
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).to.be.at.most(390);
    expect(complaints).to.deep.equal([]);
  });
});
