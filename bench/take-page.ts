/**
 * Measures what a player waits for with a take of four minutes: from opening its file until what was heard is shown, in the
 * application, by its worker. Run after a build: node --import tsx bench/take-page.ts
 */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readChart, writeChart } from '../src/core/formats/index';
import { takeWav } from '../src/core/formats/wav/take-wav';
import { plannedPart, spansFrom } from '../src/core/heard/index';
import { mockTake, ROOMS } from '../src/core/take/index';
import { importText, openBrowser, serveBuild } from '../scripts/browser';

const RUNS = 3;
const RATE = 44_100;
// 128 bars at 128 beats a minute: four minutes of driven eighths and stops.
const bars = (row: readonly string[]) =>
  `| ${Array.from({ length: 16 }, (_, i) => row[i % 4]).join(' | ')} |`;
const chart = `title: Bench take
tempo: 128
key: E
guitar1: gain 6
== Verse == x8
chords ${bars(['E5', 'A5', 'C5', 'D5'])}
guitar1 ${bars(['022xxx', 'x022xx', 'x355xx', 'x577xx'])}
guitar1 hits ${bars(['O-mmO-mm', 'O-mmO-mm', 'OmmmO-mm', 'O-O-O-X.'])}
bass ${bars(['0xxx', 'x0xx', 'x3xx', 'x5xx'])}
`;
const { song } = readChart(chart);
const part = plannedPart(song, 'guitar1', { spans: spansFrom(song, { playing: 0, pass: 1, moment: 0 }) });
const { audio } = mockTake(part, { rate: RATE, seed: 1, room: ROOMS.room, gain: 6 });
const folder = mkdtempSync(join(tmpdir(), 'orchestron-bench-'));
const file = join(folder, 'take.wav');
writeFileSync(file, takeWav(audio, RATE));
const { address, stop } = await serveBuild();
const browser = await openBrowser();
const page = await browser.newPage();
await page.goto(address);
await page.waitForSelector('input[type="file"]');
await importText(page, 'bench.txt', writeChart(song));
await page.locator('li a ::-p-text(Bench take)').click();
await page.waitForSelector('[role="grid"]');
await page.locator('nav ::-p-text(Log)').click();
await page.locator('[role="tab"]::-p-text(A take)').click();
const input = await page.waitForSelector('input[data-take-file]');
const times: number[] = [];
for (let run = 0; run < RUNS; run += 1) {
  const begun = performance.now();
  await (input as unknown as { uploadFile(path: string): Promise<void> }).uploadFile(file);
  await page.waitForSelector('[role="status"]');
  await page.waitForSelector('[data-take-read]', { timeout: 120_000 });
  times.push(performance.now() - begun);
}
times.sort((a, b) => a - b);
console.log(
  `a take of ${Math.round(part.seconds)} s opened and read: median ${(times[RUNS >> 1]! / 1000).toFixed(1)} s, worst ${(times.at(-1)! / 1000).toFixed(1)} s; ${await page.$eval('[data-take-read]', (e) => e.textContent)}`,
);
await browser.close();
await stop();
rmSync(folder, { recursive: true });
