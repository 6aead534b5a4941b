/**
 * Takes one picture of each main view with the demo songs into docs/screenshots/.
 * Run after a build: npm run screenshots [-- folder]
 */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Page } from 'puppeteer-core';
import { openBrowser, serveBuild } from './browser';

const folder = process.argv[2] ?? fileURLToPath(new URL('../docs/screenshots', import.meta.url));
const only = process.argv[3];
mkdirSync(folder, { recursive: true });

const { address, stop } = await serveBuild();
const browser = await openBrowser();

type Theme = 'light' | 'dark';

interface Shot {
  readonly name: string;
  /** Both: by day and by night in one picture, side by side. */
  readonly theme: Theme | 'both';
  readonly width: number;
  readonly height: number;
  readonly go: (page: Page) => Promise<void>;
}

const openSong = async (page: Page, title: string) => {
  await page.waitForSelector('text/' + title);
  await page.locator('text/' + title).click();
  await page.waitForSelector('[data-alternative], [role="tablist"]');
};
const tab = async (page: Page, name: string) => page.locator(`nav ::-p-text(${name})`).click();

/** What a bandmate might send. */
const PASTED = `Paper Lantern
Key: D minor, 92 bpm, capo 2

Verse 1
Dm               Bb
Lantern in the stairwell light
F                Cq
nobody is home tonight

Chorus (x2)
| Bb | F | C / Am / | Dm |
(let it ring)

Solo over verse chords
Form: V1 C V1 C C`;

const shots: readonly Shot[] = [
  {
    name: 'songs-day',
    theme: 'light',
    width: 1280,
    height: 800,
    go: async (page) => {
      await page.locator('button ::-p-text(New set list)').click();
      await page.keyboard.type('Cellar, Friday');
      await page.keyboard.press('Enter');
      await page.locator('button ::-p-text(All)').click();
      await page.waitForFunction(() => document.querySelectorAll('li svg[role="img"]').length === 4);
    },
  },
  {
    name: 'new-song',
    theme: 'light',
    width: 1280,
    height: 800,
    go: async (page) => {
      await page.locator('button ::-p-text(New song)').click();
      await page.locator('[data-new-song] input[name="title"]').fill('Slate Roof');
      for (const part of ['Intro', 'Verse', 'Chorus', 'Verse', 'Chorus'])
        await page.locator(`[data-part="${part}"]`).click();
    },
  },
  {
    name: 'pasted-song',
    theme: 'dark',
    width: 1280,
    height: 800,
    go: async (page) => {
      await page.locator('button ::-p-text(Paste a song)').click();
      await page.waitForSelector('[data-paste] textarea');
      await page.keyboard.sendCharacter(PASTED);
      await page.waitForFunction(() => document.querySelectorAll('[data-understood] > li').length === 5);
    },
  },
  {
    name: 'chart-phone',
    theme: 'both',
    width: 390,
    height: 844,
    go: async (page) => {
      await page.locator('button ::-p-text(New song)').click();
      for (const part of ['Verse', 'Chorus']) await page.locator(`[data-part="${part}"]`).click();
      await page.locator('[data-start]').click();
      for (const degree of ['i', 'VI', 'III']) await page.locator(`[data-degree="${degree}"]`).click();
      await page.locator('[data-box="1"]').click();
      await page.locator('button ::-p-text(Chord more)').click();
      await page.locator('[data-degree="VII"]').click();
    },
  },
  ...(['light', 'dark'] as const).map((theme): Shot => ({
    name: theme === 'light' ? 'split-day' : 'split-night',
    theme,
    width: 1280,
    height: 800,
    go: async (page) => {
      await openSong(page, 'Tramline Sparks');
      await page.keyboard.press(']');
      await page.keyboard.press('ArrowRight');
      await page.waitForSelector('[data-cure]');
    },
  })),
  {
    name: 'split-wide',
    theme: 'both',
    width: 1920,
    height: 1080,
    go: async (page) => {
      await openSong(page, 'Salt Lamp');
      await page.keyboard.press('n');
      await page.waitForSelector('[data-cure]');
    },
  },
  {
    name: 'chart-day',
    theme: 'light',
    width: 1280,
    height: 800,
    go: async (page) => {
      await openSong(page, 'Tramline Sparks');
      await tab(page, 'Chart');
      await page.waitForSelector('.cm-content');
      await page.locator('[data-playing="1"] [data-box="3"]').click();
      await page.waitForSelector('[data-palette]');
    },
  },
  {
    name: 'listen-day',
    theme: 'light',
    width: 1280,
    height: 800,
    go: async (page) => {
      await openSong(page, 'Tramline Sparks');
      await tab(page, 'Listen');
      await page.locator('[data-question] ::-p-text(Hear it)').click();
      await page.waitForSelector('[data-question] ::-p-text(Let all ring)');
      await page.locator('::-p-text(Climb from)').click();
      await page.waitForSelector('[aria-label="Tempo ladder"]');
      await page.keyboard.press('m');
    },
  },
  {
    name: 'split-phone',
    theme: 'both',
    width: 390,
    height: 844,
    go: async (page) => {
      await openSong(page, 'Tramline Sparks');
      await page.locator('button ::-p-text(Show me)').click();
      await page.waitForSelector('[data-cure]');
    },
  },
  {
    name: 'split-tablet',
    theme: 'both',
    width: 820,
    height: 1180,
    go: async (page) => {
      await openSong(page, 'Tramline Sparks');
      await page.locator('button ::-p-text(Show me)').click();
      await page.waitForSelector('[data-cure]');
    },
  },
  {
    name: 'hits-phone',
    theme: 'both',
    width: 390,
    height: 844,
    go: async (page) => {
      await openSong(page, 'Tramline Sparks');
      await tab(page, 'Hits');
      await page.waitForSelector('[data-palette]');
    },
  },
  {
    name: 'hits-day',
    theme: 'light',
    width: 1280,
    height: 800,
    go: async (page) => {
      await openSong(page, 'Tramline Sparks');
      await tab(page, 'Hits');
      await page.waitForSelector('[data-hits-drawing]');
      await page.locator(`nav[aria-label="Sections and joins"] ::-p-text(Verse)`).click();
      for (let i = 0; i < 3; i += 1) await page.keyboard.press('PageDown');
      await page.waitForSelector('[data-cure]');
    },
  },
  {
    name: 'sheet-day',
    theme: 'light',
    width: 1280,
    height: 800,
    go: async (page) => {
      await openSong(page, 'Tramline Sparks');
      await tab(page, 'Sheets');
      await page.waitForSelector('article .engraved svg text');
    },
  },
  {
    name: 'stand',
    theme: 'dark',
    width: 1280,
    height: 800,
    go: async (page) => {
      await openSong(page, 'Tramline Sparks');
      await tab(page, 'Sheets');
      await page.waitForSelector('article .engraved svg text');
      await page.locator('button ::-p-text(On the stand)').click();
      await page.waitForSelector('[data-stand] svg text');
      for (let n = 0; n < 3; n += 1) await page.keyboard.press('ArrowRight');
    },
  },
  {
    name: 'rig',
    theme: 'light',
    width: 1280,
    height: 800,
    go: async (page) => {
      await openSong(page, 'Ferry Light');
      await tab(page, 'Rig');
      await page.waitForSelector('[aria-label="Tunings for Guitar 1"]');
      await page.locator('[aria-label="Tunings for Guitar 1"] button ::-p-text(drop D)').click();
      await page.locator('button ::-p-text(What would another key do?)').click();
      await page.waitForFunction(() => document.querySelectorAll('[aria-label^="Try "]').length > 14);
    },
  },
  {
    name: 'log',
    theme: 'dark',
    width: 1280,
    height: 800,
    go: async (page) => {
      await openSong(page, 'Tramline Sparks');
      await tab(page, 'Log');
      await page.locator('[role="tab"] ::-p-text(A take)').click();
      await page.select('section[aria-label="What is recorded"] select', '1');
      await page.locator('button ::-p-text(Try it on a demo take)').click();
      await page.waitForSelector('[data-remark]', { timeout: 60_000 });
    },
  },
  {
    name: 'evening',
    theme: 'light',
    width: 1280,
    height: 800,
    go: async (page) => {
      await page.locator('button ::-p-text(New set list)').click();
      await page.keyboard.type('Cellar, Friday');
      await page.keyboard.press('Enter');
      await page.locator('button ::-p-text(All)').click();
      for (const title of ['Salt Lamp', 'Tramline Sparks', 'Nine Minute Bus', 'Ferry Light']) {
        await page.locator(`::-p-aria(More for ${title})`).click();
        await page.locator('[role="menuitem"] ::-p-text(Put on “Cellar, Friday”)').click();
        await page.waitForFunction(() => document.querySelector('[role="menu"]') === null);
      }
      await page.locator('button ::-p-text(Cellar, Friday)').click();
      await page.locator('a ::-p-text(The evening)').click();
      await page.waitForSelector('[data-turned]');
      await page.locator('::-p-aria(Ferry Light stays last)').click();
    },
  },
  {
    name: 'sheet-narrow',
    theme: 'both',
    width: 420,
    height: 860,
    go: async (page) => {
      await openSong(page, 'Tramline Sparks');
      await tab(page, 'Sheets');
      await page.waitForSelector('article .engraved svg text');
    },
  },
];

/** The picture of a shot in one theme, as base64. */
async function taken(shot: Shot, theme: Theme): Promise<string> {
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  page.on('console', (message) => {
    if (message.type() === 'error' || message.type() === 'warn')
      console.error(`${shot.name}: ${message.text()}`);
  });
  page.on('pageerror', (error) => console.error(`${shot.name}: ${String(error)}`));
  await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: theme }]);
  await page.setViewport({ width: shot.width, height: shot.height });
  await page.goto(address);
  await page.waitForSelector('li svg');
  await shot.go(page);
  await new Promise((resolve) => setTimeout(resolve, 350));
  const picture = await page.screenshot({ encoding: 'base64' });
  await context.close();
  return picture;
}

const GAP = 16;

/** Pictures of one size side by side. */
async function beside(pictures: readonly string[], { width, height }: Shot): Promise<string> {
  const page = await browser.newPage();
  await page.setViewport({ width: pictures.length * (width + GAP) - GAP, height });
  const images = pictures.map((one) => `<img src="data:image/png;base64,${one}">`).join('');
  await page.setContent(
    `<body style="margin:0;display:flex;gap:${GAP}px;background:#888"><style>img{display:block}</style>${images}`,
  );
  const picture = await page.screenshot({ encoding: 'base64' });
  await page.close();
  return picture;
}

for (const shot of shots) {
  if (only && !shot.name.includes(only)) continue;
  let picture: string;
  if (shot.theme === 'both')
    picture = await beside([await taken(shot, 'light'), await taken(shot, 'dark')], shot);
  else picture = await taken(shot, shot.theme);
  writeFileSync(join(folder, `${shot.name}.png`), Buffer.from(picture, 'base64'));
  console.log(shot.name);
}

await browser.close();
await stop();
