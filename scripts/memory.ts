/**
 * What is left in memory after thousands of mixed actions: keys on Split and Hits, grips taken and undone, screens and
 * songs changed, dialogs opened and closed. Told when everything was opened once, when somebody has been at it for a
 * while (what is compiled and remembered once for good is there then: the start), on the way, and at the end.
 * Usage: npm run memory [-- COUNT]
 */
import type { CDPSession, Page } from 'puppeteer-core';
import { openBrowser, serveBuild } from './browser';

const COUNT = Number(process.argv[2] ?? 3000);
/** Actions before the start. */
const WARM = 500;
const SEED = 18;

const { address, stop } = await serveBuild();
const browser = await openBrowser();
const page = await browser.newPage();
await page.evaluateOnNewDocument('window.__name = (f) => f');
await page.setViewport({ width: 1280, height: 800 });
await page.goto(address);
await there(page, '[data-song]');
const session = await page.createCDPSession();

const SPLIT = [
  'ArrowRight',
  'ArrowLeft',
  'ArrowUp',
  'ArrowDown',
  '[',
  ']',
  'l',
  'r',
  '~',
  'n',
  '1',
  '2',
  '3',
  'y',
];
const HITS = [
  'f',
  'd',
  'x',
  'g',
  'r',
  'ArrowRight',
  'ArrowLeft',
  'ArrowDown',
  'PageDown',
  'w',
  'q',
  'j',
  ']',
  '[',
];
const DIALOGS = ['?', 'P', '/', 'V', 'G', "'"];
/** A number from 0 to 1, the same row every time (a linear congruential generator; constants of Numerical Recipes). */
let state = SEED;
const chance = () => {
  state = (state * 1664525 + 1013904223) % 2 ** 32;
  return state / 2 ** 32;
};
const any = <T>(list: readonly T[]): T => list[Math.floor(chance() * list.length)]!;

/** The heap after everything that can go is gone, in MB. */
async function heap(cdp: CDPSession): Promise<number> {
  await cdp.send('HeapProfiler.enable');
  for (let n = 0; n < 3; n += 1) await cdp.send('HeapProfiler.collectGarbage');
  const { usedSize } = (await cdp.send('Runtime.getHeapUsage')) as { usedSize: number };
  return usedSize / 1e6;
}

/** Waits for something without holding it: what the test holds is not free to go. */
async function there(on: Page, selector: string): Promise<void> {
  await (await on.waitForFunction((s) => document.querySelector(s) !== null, {}, selector)).dispose();
}

/** Clicks the first link or button with these words. */
async function click(on: Page, within: string, words: string): Promise<void> {
  await on.evaluate(
    (selector, text) =>
      [...document.querySelectorAll<HTMLElement>(selector)]
        .find((e) => e.textContent?.trim() === text)
        ?.click(),
    within,
    words,
  );
}

const SHOWN: Readonly<Record<string, string>> = {
  Split: '[data-cell]',
  Hits: '[data-hits-drawing]',
  Chart: '.cm-content',
  Sheets: 'article svg',
  Songs: '[data-song]',
};

async function screen(on: Page, name: string): Promise<void> {
  await click(on, 'nav a', name);
  await there(on, SHOWN[name]!);
}

async function song(on: Page, title: string): Promise<void> {
  await screen(on, 'Songs');
  await click(on, '[data-song]', title);
  await there(on, '[data-alternative]');
}

async function undo(on: Page): Promise<void> {
  await on.keyboard.down('Control');
  await on.keyboard.press('z');
  await on.keyboard.up('Control');
}

/** Every song and screen once, so that what is loaded and kept for good is there. */
async function round(on: Page): Promise<void> {
  for (const title of ['Tramline Sparks', 'Salt Lamp', 'Nine Minute Bus', 'Ferry Light']) {
    await song(on, title);
    for (const name of ['Chart', 'Hits', 'Sheets', 'Split']) await screen(on, name);
  }
}

await round(page);
await song(page, 'Tramline Sparks');
console.log(`opened ${(await heap(session)).toFixed(1)} MB`);
let start = 0;
let at: 'Split' | 'Hits' = 'Split';
for (let n = 1 - WARM; n <= COUNT; n += 1) {
  const what = chance();
  if (what < 0.9) await page.keyboard.press(any(at === 'Split' ? SPLIT : HITS) as 'Enter');
  else if (what < 0.94) await undo(page);
  else if (what < 0.97) {
    await page.keyboard.press(any(DIALOGS) as 'Enter');
    await page.keyboard.press('Escape');
  } else if (what < 0.99) {
    at = at === 'Split' ? 'Hits' : 'Split';
    await screen(page, at);
  } else {
    await song(page, any(['Tramline Sparks', 'Salt Lamp', 'Nine Minute Bus']));
    at = 'Split';
  }
  // Questions about one pass alone are answered.
  const asked = await page.evaluate(() => document.querySelector('[data-pass-dialog] button') !== null);
  if (asked) await page.keyboard.press('Enter');
  if (n === 0) {
    start = await heap(session);
    console.log(`start ${start.toFixed(1)} MB`);
  } else if (n > 0 && n % 500 === 0) console.log(`${n} ${(await heap(session)).toFixed(1)} MB`);
}
await song(page, 'Tramline Sparks');
const end = await heap(session);
console.log(`end ${end.toFixed(1)} MB, ${(end - start).toFixed(1)} MB more than at the start`);
await browser.close();
await stop();
