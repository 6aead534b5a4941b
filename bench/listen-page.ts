/**
 * Measures listening in the built application in headless Chromium: from a press to the first frame that is read for the
 * loudspeaker, frames that came too late while the page is blocked, and memory. Run after a build:
 * node --import tsx bench/listen-page.ts
 */
import { openBrowser, serveBuild } from '../scripts/browser';

interface Watched {
  taken: Int32Array[];
}

const { address, stop } = await serveBuild();
const browser = await openBrowser();
const page = await browser.newPage();
await page.setViewport({ width: 1280, height: 800 });
await page.evaluateOnNewDocument(`
  window.__name = (f) => f;
  window.taken = [];
  const Real = window.AudioWorkletNode;
  window.AudioWorkletNode = class extends Real {
    constructor(...of) {
      super(...of);
      const post = this.port.postMessage.bind(this.port);
      this.port.postMessage = (message) => {
        post(message);
        if (message.kind === 'take') window.taken.push(new Int32Array(message.memory, 0, 16));
      };
    }
  };
`);
await page.goto(address);
await page.locator('a ::-p-text(Tramline Sparks)').click();
await page.waitForSelector('[data-alternative]');
await new Promise((resolve) => setTimeout(resolve, 3000));
await page.mouse.click(4, 300);

const press = () =>
  page.evaluate(async () => {
    const { taken } = window as unknown as Watched;
    const before = taken.length;
    const begun = performance.now();
    window.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true }));
    while (taken.length === before || Atomics.load(taken.at(-1)!, 1) === 0)
      await new Promise((resolve) => setTimeout(resolve, 1));
    return performance.now() - begun;
  });
const first = await press();
const times: number[] = [];
for (let run = 0; run < 12; run += 1) {
  await new Promise((resolve) => setTimeout(resolve, 500));
  await page.keyboard.press('Space');
  await new Promise((resolve) => setTimeout(resolve, 200));
  if (run % 2) await page.keyboard.press(']');
  times.push(await press());
}
times.sort((a, b) => a - b);
console.log(
  `press to sound: first ${first.toFixed(0)} ms; then median ${times[6]!.toFixed(0)} ms, worst ${times.at(-1)!.toFixed(0)} ms`,
);

for (const blocked of [400, 900]) {
  const missed = await page.evaluate(async (ms) => {
    const { taken } = window as unknown as Watched;
    const control = taken.at(-1)!;
    const before = Atomics.load(control, 3);
    const end = performance.now() + 8000;
    while (performance.now() < end) {
      const until = performance.now() + ms;
      const waste: number[][] = [];
      while (performance.now() < until) waste.push(Array.from({ length: 500 }, (_, i) => i));
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
    return Atomics.load(control, 3) - before;
  }, blocked);
  console.log(`page blocked in tasks of ${blocked} ms for 8 s: ${missed} frames too late`);
}
await browser.close();
await stop();
