import type { Browser, BrowserContext, Page } from 'puppeteer-core';
import { openBrowser, serveBuild } from '../../scripts/browser';

export { importText } from '../../scripts/browser';

/** The built application in headless Chromium; every test begins with nothing stored. */
export interface App {
  readonly address: string;
  /**
   * A page with nothing stored, the pages before closed; what the console complains about is collected. All share
   * one browser context: what was fetched and compiled once need not be again, which is a quarter of a test's time.
   */
  open(options?: {
    width?: number;
    height?: number;
    theme?: 'light' | 'dark';
    offline?: boolean;
    touch?: boolean;
  }): Promise<Opened>;
  stop(): Promise<void>;
}

export interface Opened {
  readonly page: Page;
  readonly context: BrowserContext;
  readonly complaints: string[];
}

/** `args`: what Chromium is started with besides. */
export async function startApp({ args = [] }: { args?: readonly string[] } = {}): Promise<App> {
  const { address, stop } = await serveBuild();
  const browser: Browser = await openBrowser({ args });
  return {
    address,
    async open({ width = 1280, height = 800, theme = 'light', offline = false, touch = false } = {}) {
      const context = browser.defaultBrowserContext();
      const page = await context.newPage();
      for (const other of await context.pages()) if (other !== page) await other.close();
      await forget(page, address);
      patient(page);
      const complaints = listen(page);
      // The test runner's compiler wraps named functions in a helper the page does not have.
      await page.evaluateOnNewDocument('window.__name = (f) => f');
      // Fetching the whole application beside every test would slow all of them down; offline.test.ts has it.
      if (!offline) await page.evaluateOnNewDocument(WITHOUT_KEEPER);
      // Nor is anything got ready that the test may not want; the trials and the benchmarks have it as it usually is.
      await page.evaluateOnNewDocument(SPARING);
      await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: theme }]);
      await page.setViewport({ width, height, hasTouch: touch, isMobile: touch });
      await page.goto(address);
      await page.waitForSelector('[data-song]');
      return { page, context, complaints };
    },
    async stop() {
      await browser.close();
      await stop();
    },
  };
}

/**
 * A condition that throws does not hold yet: what it asks for is not drawn. Puppeteer goes on asking no more after the
 * first throw between two frames, and a test would fail by the load of the machine alone.
 */
export function patient(page: Page): void {
  const wait = page.waitForFunction.bind(page) as (...of: unknown[]) => Promise<unknown>;
  const waiting = (...[condition, ...rest]: unknown[]) => {
    if (typeof condition !== 'function') return wait(condition, ...rest);
    const asked = () => false;
    // Puppeteer takes a function by its text.
    const source = `(...args) => { try { return (${String(condition)})(...args); } catch { return false; } }`;
    asked.toString = () => source;
    return wait(asked, ...rest);
  };
  page.waitForFunction = ((...of: unknown[]) => telling(page, String(of[0]), () => waiting(...of))) as never;
  const locate = page.locator.bind(page) as (selector: unknown) => object;
  page.locator = ((selector: unknown) => tellingLocator(page, String(selector), locate(selector))) as never;
}

/** What failed, with what it waited for and what the page said then: the time alone helps nobody. */
async function telling<T>(page: Page, what: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    const words = await page.evaluate(stateOfPage).catch(() => 'nothing');
    const plain = words.replace(/\s+/g, ' ').slice(0, 600);
    throw new Error(`${String(error)}; waited for: ${what}; the page says: ${plain}`, { cause: error });
  }
}

/** What a page shows, whether it is drawn at all, and what has the focus. */
async function stateOfPage(): Promise<string> {
  const draws = await new Promise<boolean>((resolve) => {
    requestAnimationFrame(() => resolve(true));
    setTimeout(() => resolve(false), 1000);
  });
  const { activeElement: one, visibilityState } = document;
  const focus = one?.getAttribute('aria-label') ?? one?.textContent?.slice(0, 40) ?? 'nothing';
  return `(${visibilityState}, ${draws ? 'drawn' : 'not drawn'}, focus on ${focus}) ${document.body.innerText}`;
}

const WAITS: ReadonlySet<string | symbol> = new Set([
  'click',
  'fill',
  'hover',
  'wait',
  'waitHandle',
  'scroll',
]);

function tellingLocator(page: Page, selector: string, locator: object): object {
  return new Proxy(locator, {
    get(target, name) {
      const value: unknown = Reflect.get(target, name, target);
      if (typeof value !== 'function') return value;
      const call = value.bind(target) as (...of: unknown[]) => unknown;
      if (WAITS.has(name))
        return (...of: unknown[]) =>
          telling(page, `${String(name)} ${selector}`, () => call(...of) as Promise<unknown>);
      return (...of: unknown[]) => {
        const made = call(...of);
        const isLocator = made !== null && typeof made === 'object' && 'click' in made;
        return isLocator ? tellingLocator(page, selector, made) : made;
      };
    },
  });
}

/** All that pages before have stored in the browser. */
async function forget(page: Page, origin: string): Promise<void> {
  const session = await page.createCDPSession();
  await session.send('Storage.clearDataForOrigin', { origin, storageTypes: 'all' });
  await session.detach();
}

const SPARING = `Object.defineProperty(Navigator.prototype, 'connection', { get: () => ({ saveData: true }) })`;
const WITHOUT_KEEPER = `Object.defineProperty(Navigator.prototype, 'serviceWorker', { get: () => undefined })`;

/** Errors, warnings and refused loads of a page. */
export function listen(page: Page): string[] {
  const complaints: string[] = [];
  page.on('console', (message) => {
    if (['error', 'warn'].includes(message.type()) && !isTypingStyle(message.text()))
      complaints.push(message.text());
  });
  page.on('pageerror', (error) => complaints.push(String(error)));
  page.on('requestfailed', (request) => complaints.push(`${request.url()} ${request.failure()?.errorText}`));
  return complaints;
}

/**
 * Typing over selected text, Chromium's own editing tries to carry its colour over as an inline style; our policy
 * refuses that and the editor draws the text itself. Nothing of ours sets an inline style that way.
 */
function isTypingStyle(words: string): boolean {
  return words.startsWith('Applying inline style') && words.includes('style-src-attr');
}

/** Clicks the first element with this text or accessible name. */
export async function press(page: Page, name: string): Promise<void> {
  await page.locator(`::-p-aria(${name})`).click();
}

/** Opens a song of the shelf. While the shelf is still coming, the bar on top links back by the open song's title. */
export async function openSong(page: Page, title: string): Promise<void> {
  await page.locator(`li a ::-p-text(${title})`).click();
  await page.waitForSelector('[data-alternative], [role="tablist"]');
}

export async function goTo(
  page: Page,
  screen: 'Songs' | 'Chart' | 'Split' | 'Hits' | 'Listen' | 'Sheets' | 'Log' | 'Rig',
): Promise<void> {
  await page.locator(`nav ::-p-text(${screen})`).click();
}

export async function text(page: Page, selector: string): Promise<string> {
  return page.$eval(selector, (element) => element.textContent ?? '');
}

/** What is said to who cannot see it, once nothing more comes. */
export async function said(page: Page): Promise<string> {
  await new Promise((resolve) => setTimeout(resolve, 400));
  return (await text(page, '[data-said]')).replaceAll('\u00a0', '');
}

/** Presses one key after another. */
export async function keys(page: Page, ...list: readonly string[]): Promise<void> {
  for (const key of list) {
    const digit = /^Shift\+(\d)$/.exec(key)?.[1];
    if (digit === undefined) await page.keyboard.press(key as 'Enter');
    else {
      await page.keyboard.down('Shift');
      await page.keyboard.press(`Digit${digit}` as 'Digit1');
      await page.keyboard.up('Shift');
    }
  }
}

/** Presses the button with these words in the dialog that is open. */
export async function dialogButton(page: Page, words: string): Promise<void> {
  await page.locator(`[role="dialog"] button ::-p-text(${words})`).click();
}

/** Waits until no dialog or menu is open. */
export async function closed(page: Page): Promise<void> {
  await page.waitForFunction(() => document.querySelector('[role="dialog"],[role="menu"]') === null);
}

/** Chooses something from the menu of a song on the shelf. */
export async function songMenu(page: Page, title: string, item: string): Promise<void> {
  await fromMenu(page, `::-p-aria(More for ${title})`, item);
}

/** Chooses something from the menu of the shelf. */
export async function shelfMenu(page: Page, item: string): Promise<void> {
  await fromMenu(page, 'main button ::-p-text(Shelf)', item);
}

async function fromMenu(page: Page, button: string, item: string): Promise<void> {
  await page.locator(button).click();
  await page.locator(`[role="menuitem"] ::-p-text(${item})`).click();
  await page.waitForFunction(() => document.querySelector('[role="menu"]') === null);
}

/** Goes to the chart and reads it, every run of spaces one. */
export async function chartText(page: Page): Promise<string> {
  await goTo(page, 'Chart');
  await page.waitForSelector('.cm-content');
  const shown = await page.$eval('.cm-content', (e) => (e as HTMLElement).innerText);
  return shown.replace(/ +/g, ' ');
}

/** Waits until a condition over the page's text holds, or fails naming it. */
export async function sees(page: Page, words: string): Promise<void> {
  await page.waitForFunction((w) => document.body.innerText.includes(w), { timeout: 30_000 }, words);
}

/** Collects what the page hands out as files instead of saving them. */
export async function catchDownloads(page: Page): Promise<() => Promise<{ name: string; text: string }[]>> {
  await page.evaluate(() => {
    const caught: Promise<{ name: string; text: string }>[] = [];
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
      if (blob) caught.push(blob.text().then((t) => ({ name: this.download, text: t })));
    };
  });
  return () =>
    page.evaluate(() =>
      Promise.all((window as unknown as { caught: Promise<{ name: string; text: string }>[] }).caught),
    );
}
