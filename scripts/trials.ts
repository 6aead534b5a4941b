/**
 * Trials of what must never be lost: the built application in Chromium, whose browser is killed, whose pages are closed
 * and reloaded, whose storage is full, in two tabs. `npm run trials` runs them all, `npm run trials -- 40` forty kills
 * of each kind, 100 ms after an edit was seen; every trial says what it saw. The tests run a short form that does not
 * time the machine: it kills as soon as the edit stands in storage.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Browser, Page } from 'puppeteer-core';
import { openBrowser, serveBuild } from './browser';

/** How long an edit has to be seen before anything may happen to the page: what `npm run trials` holds us to. */
const SAFE_MS = 100;

/**
 * From when on an edit may not be lost: 100 ms after it was seen, however busy the machine is, or as soon as another
 * reader of the storage finds it there.
 */
type SafeFrom = '100 ms' | 'stored';

export interface TrialResult {
  readonly name: string;
  readonly runs: number;
  /** What was lost, one sentence a run that failed. */
  readonly lost: readonly string[];
}

/** One kind of trial; `run` gives what was lost, or null. */
interface Trial {
  readonly name: string;
  readonly run: (bench: Bench, n: number) => Promise<string | null>;
}

/** A browser whose data stay in a folder, opened anew after every kill. */
interface Bench {
  readonly address: string;
  browser(): Promise<Browser>;
  /** A page with the song open on Split; the demo songs are there. */
  song(path?: string): Promise<Page>;
  kill(): Promise<void>;
  /** Waits until the last edit of this page may not be lost any more; typed words may be in the journal alone. */
  safe(page: Page, typed?: string): Promise<void>;
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

const TITLE = 'Salt Lamp';

/** Whether the words are in the songs or in the journal, read as any other page would read them. */
const isStored = (page: Page, words: string) =>
  page.evaluate(
    (w) =>
      new Promise<boolean>((resolve, reject) => {
        const opening = indexedDB.open('orchestron');
        opening.onerror = () => reject(opening.error ?? new Error('no storage'));
        opening.onsuccess = () => {
          const db = opening.result;
          const found: unknown[] = [];
          const reading = db.transaction(['songs', 'journal']);
          for (const name of ['songs', 'journal']) {
            const all = reading.objectStore(name).getAll();
            all.onsuccess = () => found.push(...(all.result as unknown[]));
          }
          reading.oncomplete = () => {
            db.close();
            resolve(JSON.stringify(found).includes(w));
          };
        };
      }),
    words,
  );

async function benchOf(
  address: string,
  folder: string,
  safeFrom: SafeFrom,
): Promise<Bench & { end(): Promise<void> }> {
  let browser: Browser | null = null;
  let id: string | null = null;
  const open = async () => (browser ??= await openBrowser({ userDataDir: folder }));
  const page = async () => {
    const made = await (await open()).newPage();
    await made.evaluateOnNewDocument('window.__name = (f) => f');
    await made.setViewport({ width: 1280, height: 800 });
    return made;
  };
  return {
    address,
    browser: open,
    async song(path = 'split') {
      const made = await page();
      if (id === null) {
        await made.goto(address);
        await made.waitForSelector('li svg');
        id = await made.$$eval(
          'li a',
          (links, title) =>
            links
              .find((a) => a.textContent === title)!
              .getAttribute('href')!
              .split('/')[2]!,
          TITLE,
        );
      }
      await made.goto(`${address}/song/${id}/${path}`);
      await made.waitForSelector(path === 'chart' ? '.cm-content' : '[data-cell]');
      return made;
    },
    async kill() {
      const process = browser?.process();
      if (!process) return;
      const gone = new Promise((resolve) => process.once('exit', resolve));
      process.kill('SIGKILL');
      await gone;
      browser = null;
      await pause(150);
    },
    async safe(made, words) {
      if (safeFrom === '100 ms') await pause(SAFE_MS);
      else if (words === undefined) await made.waitForSelector('[data-saved="saved"]');
      else while (!(await isStored(made, words))) await pause(20);
    },
    async end() {
      await browser?.close();
    },
  };
}

const PLAYERS = ['guitar1', 'guitar2', 'bass'] as const;

/** Puts a rest where none is, locks or unlocks it where there is one; gives how to see it. */
async function edit(page: Page, n: number): Promise<{ cell: string; text: string }> {
  const player = n % 3;
  const cell = `[data-cell="${PLAYERS[player]!}-0"]`;
  await page.keyboard.press((['1', '2', '3'] as const)[player]!);
  await page.waitForFunction(
    (c) => document.querySelector(c)?.ariaSelected === 'true',
    { timeout: 5000 },
    cell,
  );
  const before = await wordsOf(page, cell);
  await page.keyboard.press(before.includes('rest') ? 'l' : 'r');
  for (let wait = 0; wait < 100 && (await wordsOf(page, cell)) === before; wait += 1) await pause(20);
  return { cell, text: await wordsOf(page, cell) };
}

/** What a cell says, its lock included. */
const wordsOf = (page: Page, cell: string) =>
  page.$eval(cell, (e) => `${e.textContent ?? ''}${e.querySelector('svg.lucide-lock') ? ' locked' : ''}`);

async function seen(page: Page, { cell, text }: { cell: string; text: string }): Promise<string | null> {
  const now = await wordsOf(page, cell);
  return now === text ? null : `${cell} was "${text}" and is "${now}"`;
}

async function typeInto(page: Page, words: string): Promise<void> {
  await page.click('.cm-content');
  await page.keyboard.down('Control');
  await page.keyboard.press('Home');
  await page.keyboard.up('Control');
  await page.keyboard.press('End');
  await page.keyboard.type(words, { delay: 20 });
}

const titleLine = (page: Page) => page.$eval('.cm-line', (e) => e.textContent ?? '');

async function typed(page: Page, words: string): Promise<string | null> {
  await page.waitForSelector('.cm-line');
  await pause(100);
  const line = await titleLine(page);
  return line.endsWith(words) ? null : `typed "${words}", found "${line}"`;
}

const full = (page: Page) =>
  page.evaluate(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    IDBObjectStore.prototype.add = IDBObjectStore.prototype.put;
  });

const leave = async (page: Page) => {
  await page.locator('nav ::-p-text(Songs)').click();
  await page.waitForSelector('li svg');
};

const trials: readonly Trial[] = [
  {
    name: 'the browser is killed after an edit',
    async run(bench, n) {
      const page = await bench.song();
      const what = await edit(page, n);
      await bench.safe(page);
      await bench.kill();
      return seen(await bench.song(), what);
    },
  },
  {
    name: 'the browser is killed after the last typed key',
    async run(bench, n) {
      const page = await bench.song('chart');
      const words = ` k${n}`;
      await typeInto(page, words);
      await bench.safe(page, words);
      await bench.kill();
      return typed(await bench.song('chart'), words);
    },
  },
  {
    name: 'the browser is killed while what was rescued is taken up',
    async run(bench, n) {
      const page = await bench.song('chart');
      const words = ` t${n}`;
      await typeInto(page, words);
      await bench.safe(page, words);
      await bench.kill();
      await bench.song('chart');
      await bench.kill();
      return typed(await bench.song('chart'), words);
    },
  },
  {
    name: 'the page is closed right after an edit is seen',
    async run(bench, n) {
      const page = await bench.song();
      const what = await edit(page, n);
      await page.close();
      return seen(await bench.song(), what);
    },
  },
  {
    name: 'reloaded at once, and again within half a second',
    async run(bench, n) {
      const page = await bench.song('chart');
      const words = ` r${n}`;
      await typeInto(page, words);
      await page.reload({ waitUntil: 'domcontentloaded' });
      await pause((n * 70) % 500);
      await page.reload();
      return typed(page, words);
    },
  },
  {
    name: 'a full storage, leaving the song, and a reload',
    async run(bench, n) {
      const page = await bench.song();
      await full(page);
      const what = await edit(page, n);
      await page.waitForSelector('[data-saved="not saved"]');
      await leave(page);
      await page.reload();
      await page.close();
      return seen(await bench.song(), what);
    },
  },
  {
    name: 'two tabs change different players’ bars: both are there',
    async run(bench, n) {
      const [one, two] = [await bench.song(), await bench.song()];
      await one.bringToFront();
      const a = await edit(one, n);
      await bench.safe(one);
      await two.bringToFront();
      await two.waitForFunction(
        (c, t) => document.querySelector(c)?.textContent?.includes(t),
        {},
        a.cell,
        'rest',
      );
      const b = await edit(two, n + 1);
      await bench.safe(two);
      const later = await bench.song();
      return (await seen(later, a)) ?? (await seen(later, b));
    },
  },
  {
    name: 'a song is deleted in another tab: said at once, and put back whole',
    async run(bench, n) {
      const page = await bench.song();
      const what = await edit(page, n);
      await bench.safe(page);
      const other = await (await bench.browser()).newPage();
      await other.goto(bench.address);
      await other.waitForSelector('li svg');
      await other.locator(`::-p-aria(More for ${TITLE})`).click();
      await other.locator('[role="menuitem"] ::-p-text(Delete)').click();
      await page.bringToFront();
      await page.waitForFunction(() => document.body.innerText.includes('deleted in another tab'), {
        timeout: 5000,
      });
      await page.locator('::-p-text(Put it back on the shelf)').click();
      await page.waitForSelector('[data-saved="saved"]');
      return seen(await bench.song(), what);
    },
  },
];

/** What the page that was looked at last says, to tell why a trial ended. */
async function lastWords(bench: Bench): Promise<string> {
  const page = (await (await bench.browser()).pages()).at(-1);
  const words = await page?.evaluate(() => document.body.innerText).catch(() => '');
  return (words ?? '').replace(/\s+/g, ' ').slice(0, 300);
}

/** Runs every trial so many times, so many trials side by side; `say` hears each as it ends. */
export async function runTrials(
  times: number,
  say: (words: string) => void,
  { abreast = 1, safeFrom = '100 ms' }: { readonly abreast?: number; readonly safeFrom?: SafeFrom } = {},
): Promise<readonly TrialResult[]> {
  const { address, stop } = await serveBuild();
  const results: TrialResult[] = [];
  const run = async (trial: (typeof trials)[number]): Promise<void> => {
    const folder = mkdtempSync(join(tmpdir(), 'orchestron-trial-'));
    const bench = await benchOf(address, folder, safeFrom);
    const lost: string[] = [];
    const start = performance.now();
    for (let n = 0; n < times; n += 1) {
      const what = await trial.run(bench, n).catch(async (error: unknown) => {
        const words = error instanceof Error ? error.message : String(error);
        return `the trial itself ended: ${words}; on the page: ${await lastWords(bench)}`;
      });
      if (what !== null) lost.push(`run ${n + 1}: ${what}`);
      for (const page of (await (await bench.browser()).pages()).slice(1))
        await page.close().catch(() => undefined);
    }
    await bench.end();
    rmSync(folder, { recursive: true, force: true });
    results.push({ name: trial.name, runs: times, lost });
    const seconds = Math.round((performance.now() - start) / 1000);
    say(
      `${lost.length === 0 ? 'nothing lost' : `${lost.length} LOST`} in ${times} · ${trial.name} (${seconds} s)`,
    );
    for (const one of lost) say(`   ${one}`);
  };
  const waiting = trials.filter((t) => t.name.includes(process.env.TRIAL ?? ''));
  const work = async (): Promise<void> => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await run(next);
  };
  await Promise.all(Array.from({ length: abreast }, work));
  await stop();
  return results;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const times = Number(process.argv[2] ?? 20);
  void runTrials(times, (words) => console.log(words)).then((results) => {
    const lost = results.reduce((sum, r) => sum + r.lost.length, 0);
    console.log(`${results.reduce((sum, r) => sum + r.runs, 0)} trials, ${lost} lost something`);
    process.exit(lost === 0 ? 0 : 1);
  });
}
