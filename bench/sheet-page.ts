/**
 * Measures a sheet of 400 bars in the built application in headless Chromium: from the touch on Sheets until the lines in view are
 * drawn, and the engraving alone. Run after a build: node --import tsx bench/sheet-page.ts
 */
import { writeChart } from '../src/core/formats/index';
import { gripCell } from '../src/core/form/index';
import type { Grip } from '../src/core/grip/index';
import type { Song } from '../src/core/song/index';
import { readChart } from '../src/core/formats/index';
import { importText, openBrowser, serveBuild } from '../scripts/browser';
import { chartOf } from './charts';

const GRIPS: readonly Grip[] = [
  [null, 3, 2, 0, 1, 0],
  [3, 2, 0, 0, 0, 3],
  [0, 2, 2, 1, 0, 0],
  [5, 7, 7, null, null, null],
] as unknown as readonly Grip[];

/** Eighths in every bar, every other one muted, on grips that change. */
function struck(song: Song): Song {
  let next = 0;
  const sections = song.sections.map((section) => ({
    ...section,
    bars: section.bars.map((bar) => ({
      ...bar,
      hits: { guitar1: 'OmOmOmOm', guitar2: 'O---O---', bass: 'O-O-O-O-' },
      cells: {
        ...bar.cells,
        guitar1: bar.cells.guitar1.map((c) => ({ ...c, cell: gripCell(GRIPS[(next += 1) % GRIPS.length]!) })),
      },
    })),
  }));
  return { ...song, sections };
}

const { address, stop } = await serveBuild();
const browser = await openBrowser();
const page = await browser.newPage();
await page.setViewport({ width: 1280, height: 800 });
await page.goto(address);
await page.waitForSelector('li svg');
await importText(page, 'bench.txt', writeChart(struck(readChart(chartOf(400, 7)).song)));
await page.waitForSelector('li:nth-child(5)');
await page.locator('li:first-child a').click();
await page.waitForSelector('nav a[href$="/sheets"]');
const times: number[] = [];
for (let run = 0; run < 6; run += 1) {
  await page.locator('nav a[href$="/listen"]').click();
  await page.waitForFunction(() => location.pathname.endsWith('/listen'));
  await new Promise((resolve) => setTimeout(resolve, 800));
  const ms = await page.evaluate(async () => {
    const begun = performance.now();
    document.querySelector<HTMLAnchorElement>('nav a[href$="/sheets"]')!.click();
    while (document.querySelector('.engraved svg text') === null) await new Promise(requestAnimationFrame);
    return performance.now() - begun;
  });
  times.push(ms);
}
// The first time its own parts and fonts arrive too.
const [first, ...again] = times;
again.sort((a, b) => a - b);
console.log(
  `sheet of 400 bars, lines in view drawn: first ${first!.toFixed(0)} ms, again (median of 5) ${again[2]!.toFixed(0)} ms`,
);
console.log(
  `lines drawn: ${await page.$$eval('.engraved svg', (all) => all.length)} of ${await page.$$eval('.engraved', (all) => all.length)}`,
);
await browser.close();
await stop();
