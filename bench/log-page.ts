/**
 * Measures what a player waits for with a log of 2,000 decisions: from pressing Log until its decisions are drawn, in a
 * tab where the screen was open once before. Run after a build: node --import tsx bench/log-page.ts
 */
import { readChart } from '../src/core/formats/index';
import { saveSong, type Decision } from '../src/core/song/index';
import { importText, openBrowser, serveBuild } from '../scripts/browser';
import { chartOf } from './charts';

const ENTRIES = 2000;
const RUNS = 7;

const song = readChart(chartOf(64, 19)).song;
const { name, bars } = song.sections[0]!;
const decisions = Array.from({ length: ENTRIES }, (_, i): Decision => {
  const bar = (i % bars.length) + 1;
  return {
    id: `d${i}`,
    at: 1_700_000_000_000 + i * 60_000,
    kind: 'grip',
    words: `355xxx for Guitar 1, bar ${bar}`,
    section: name,
    pass: 1,
    bar,
    players: ['guitar1'],
    was: [{ section: name, pass: 1, bar, player: 'guitar1', cells: '0:577xxx', hits: null, line: null }],
  };
});
const { address, stop } = await serveBuild();
const browser = await openBrowser();
const page = await browser.newPage();
await page.setViewport({ width: 1280, height: 800 });
await page.goto(address);
await page.waitForSelector('input[type="file"]');
await importText(
  page,
  'bench.json',
  JSON.stringify(saveSong({ ...song, log: { decisions, rehearsals: [] } })),
);
await page.locator('li a ::-p-text(Bench)').click();
await page.waitForSelector('[role="grid"]');
await page.locator('nav ::-p-text(Log)').click();
await page.locator('[role="tab"]::-p-text(Decisions)').click();
await page.waitForSelector('[data-decision]');
const times: number[] = [];
for (let run = 0; run < RUNS; run += 1) {
  await page.locator('nav ::-p-text(Sheets)').click();
  await page.waitForSelector('article');
  await new Promise((resolve) => setTimeout(resolve, 800));
  times.push(
    await page.evaluate(async () => {
      const link = [...document.querySelectorAll<HTMLElement>('nav a')].find((a) => a.textContent === 'Log')!;
      const begun = performance.now();
      link.click();
      while (!document.querySelector('[data-decision]')) await new Promise(requestAnimationFrame);
      return performance.now() - begun;
    }),
  );
}
times.sort((a, b) => a - b);
console.log(
  `a log of ${ENTRIES} entries opened: median ${times[RUNS >> 1]!.toFixed(0)} ms, worst ${times.at(-1)!.toFixed(0)} ms`,
);
await browser.close();
await stop();
