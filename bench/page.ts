/**
 * Measures the built application in headless Chromium: script sent before lazy parts, time until usable, and what a
 * keystroke in Chart costs in a song of 200 bars. Run after a build: node --import tsx bench/page.ts
 */
import { readdirSync, readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { fileURLToPath } from 'node:url';
import { openBrowser, serveBuild } from '../scripts/browser';

const folder = fileURLToPath(new URL('../dist/assets', import.meta.url));
const html = readFileSync(fileURLToPath(new URL('../dist/index.html', import.meta.url)), 'utf8');
const first = readdirSync(folder).filter((name) => name.endsWith('.js') && html.includes(name));
const bytes = first.reduce((sum, name) => sum + gzipSync(readFileSync(`${folder}/${name}`)).length, 0);
console.log(`first load: ${first.length} scripts, ${(bytes / 1000).toFixed(1)} kB gzip`);

const chords = ['Dm', 'Bb', 'C/E', 'Gm7', 'A', 'F', 'Csus4', 'Am7'];
const chart = [
  'title: Bench',
  ...Array.from(
    { length: 25 },
    (_, s) => `\n== Part ${s + 1} ==\nchords | ${chords.map((_, i) => chords[(i + s) % 8]).join(' | ')} |`,
  ),
  '',
].join('\n');

const { address, stop } = await serveBuild();
const browser = await openBrowser();
const page = await browser.newPage();
await page.setViewport({ width: 1280, height: 800 });
const usable: number[] = [];
for (let run = 0; run < 5; run += 1) {
  const start = performance.now();
  await page.goto(address);
  await page.waitForSelector('li svg');
  usable.push(performance.now() - start);
}
usable.sort((a, b) => a - b);
console.log(
  `songs usable after (median of 5): ${usable[2]!.toFixed(0)} ms, slowest ${usable[4]!.toFixed(0)} ms`,
);

await page.locator('::-p-aria(New song)').click();
await page.waitForSelector('.cm-content');
await page.click('.cm-content');
await page.keyboard.sendCharacter(chart);
await page.waitForFunction(() => document.querySelectorAll('ol > li').length >= 200);
const frames = await page.evaluate(async () => {
  const content = document.querySelector<HTMLElement>('.cm-content')!;
  content.focus();
  const times: number[] = [];
  for (let n = 0; n < 40; n += 1) {
    await new Promise(requestAnimationFrame);
    const begun = performance.now();
    document.execCommand('insertText', false, n % 2 === 0 ? ' ' : '\n');
    // Until everything the keystroke caused has been worked out: the next task the page can take.
    await new Promise<void>((resolve) => {
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => resolve();
      port2.postMessage(null);
    });
    // Laying it out is part of showing it.
    void document.body.offsetHeight;
    times.push(performance.now() - begun);
    await new Promise((resolve) => setTimeout(resolve, 60));
  }
  return times.sort((a, b) => a - b);
});
console.log(
  `keystroke in 200 bars, read and laid out: median ${frames[20]!.toFixed(1)} ms, worst ${frames.at(-1)!.toFixed(1)} ms`,
);
// A stroke put on the Hits screen of a song of 200 bars that everybody plays.
const row = (words: readonly string[]) =>
  Array.from({ length: 8 }, (_, i) => words[i % words.length]).join(' | ');
const played = [
  'title: Bench played',
  ...Array.from({ length: 25 }, (_, s) =>
    [
      `\n== Part ${s + 1} ==`,
      `chords | ${row(['Dm', 'Bb', 'F', 'C'])} |`,
      `guitar1 | ${row(['x577xx', 'x133xx', '133xxx', 'x355xx'])} |`,
      `guitar1 hits | ${row(['M--mM-mm'])} |`,
      `guitar2 | ${row(['xxx765', 'xxx766', 'xxx565', 'xxx558'])} |`,
      `guitar2 hits | ${row(['O---O---'])} |`,
      `bass | ${row(['x5xx', 'x1xx', '1xxx', 'x3xx'])} |`,
    ].join('\n'),
  ),
  '',
].join('\n');
await page.goto(address);
await page.waitForSelector('input[type="file"]');
await page.evaluate((content) => {
  const input = document.querySelector<HTMLInputElement>('input[type="file"]')!;
  const files = new DataTransfer();
  files.items.add(new File([content], 'played.txt'));
  input.files = files.files;
  input.dispatchEvent(new Event('change', { bubbles: true }));
}, played);
await page.locator('a ::-p-text(Bench played)').click();
await page.waitForSelector('[role="grid"]');
await page.locator('nav ::-p-text(Hits)').click();
await page.waitForSelector('[data-hits-drawing]');
const strokes = await page.evaluate(async () => {
  const times: number[] = [];
  for (let n = 0; n < 60; n += 1) {
    await new Promise(requestAnimationFrame);
    const begun = performance.now();
    window.dispatchEvent(new KeyboardEvent('keydown', { key: 'fdsr'[n % 4]!, bubbles: true }));
    await new Promise<void>((resolve) => {
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => resolve();
      port2.postMessage(null);
    });
    void document.body.offsetHeight;
    times.push(performance.now() - begun);
    await new Promise((resolve) => setTimeout(resolve, 60));
  }
  return times.sort((a, b) => a - b);
});
console.log(
  `stroke put in 200 bars, worked out and laid out: median ${strokes[30]!.toFixed(1)} ms, worst ${strokes.at(-1)!.toFixed(1)} ms`,
);
// Opening a song of 400 bars from the shelf, and stepping through its moments, measured from a trace.
await page.goto(address);
await page.waitForSelector('input[type="file"]');
await page.evaluate(
  (content) => {
    const input = document.querySelector<HTMLInputElement>('input[type="file"]')!;
    const files = new DataTransfer();
    files.items.add(new File([content], 'long.txt'));
    input.files = files.files;
    input.dispatchEvent(new Event('change', { bubbles: true }));
  },
  played.replace('Bench played', 'Bench long').replace(/== Part (\d+) ==\n/g, '== Part $1 == x2\n'),
);
await page.waitForSelector('text/Bench long');
await new Promise((resolve) => setTimeout(resolve, 500));
const opening: number[] = [];
for (let run = 0; run < 5; run += 1) {
  await page.goto(address);
  await page.waitForSelector('text/Bench long');
  await page.waitForFunction(() => document.querySelectorAll('li svg').length > 4);
  opening.push(
    await page.evaluate(async () => {
      const link = [...document.querySelectorAll('a')].find((a) => a.textContent!.includes('Bench long'))!;
      const begun = performance.now();
      link.click();
      while (!document.querySelector('[role="grid"] [data-cell]')) await new Promise(requestAnimationFrame);
      return performance.now() - begun;
    }),
  );
}
opening.sort((a, b) => a - b);
console.log(
  `song of 400 bars, from a click to its cells: median ${opening[2]!.toFixed(0)} ms, slowest ${opening[4]!.toFixed(0)} ms`,
);
await new Promise((resolve) => setTimeout(resolve, 1500));
await page.tracing.start({
  categories: ['devtools.timeline', 'disabled-by-default-devtools.timeline', 'toplevel'],
});
for (let step = 0; step < 120; step += 1) {
  await page.keyboard.press('ArrowRight');
  await new Promise((resolve) => setTimeout(resolve, 60));
}
interface TraceEvent {
  readonly name: string;
  readonly ph: string;
  readonly dur?: number;
  readonly pid: number;
  readonly tid: number;
  readonly args?: { readonly name?: string };
}
const { traceEvents } = JSON.parse(Buffer.from((await page.tracing.stop())!).toString()) as {
  traceEvents: TraceEvent[];
};
// Only the thread that runs the page; drawing happens beside it.
const mains = new Set(
  traceEvents
    .filter((e) => e.name === 'thread_name' && e.args?.name === 'CrRendererMain')
    .map((e) => `${e.pid} ${e.tid}`),
);
const tasks = traceEvents
  .filter(
    (e) => e.ph === 'X' && e.name === 'RunTask' && e.dur !== undefined && mains.has(`${e.pid} ${e.tid}`),
  )
  .map((e) => e.dur! / 1000)
  .sort((a, b) => b - a);
console.log(
  `120 steps through moments: ${tasks.filter((ms) => ms > 50).length} tasks over 50 ms, ${tasks.filter((ms) => ms > 16.7).length} over a frame, longest ${tasks[0]?.toFixed(0)} ms`,
);
await browser.close();
await stop();
