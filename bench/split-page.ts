/**
 * Measures what a player waits for in the built application: from pressing "Split whole song" in a song that was just
 * opened, in a tab that has split nothing before, until it is proven best. Run after a build:
 * node --import tsx bench/split-page.ts
 */
import { importText, openBrowser, serveBuild } from '../scripts/browser';
import { chartOf } from './charts';

const RUNS = 5;

const { address, stop } = await serveBuild();
const browser = await openBrowser();
for (const slots of [32, 128]) {
  const times: number[] = [];
  for (let run = 0; run < RUNS; run += 1) {
    const context = await browser.createBrowserContext();
    const page = await context.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    await page.goto(address);
    await page.waitForSelector('input[type="file"]');
    await importText(page, 'bench.txt', chartOf(slots, 100 + run));
    await page.locator('a ::-p-text(Bench)').click();
    await page.waitForSelector('[role="grid"]');
    // As long as it takes to look at a song and reach for the button.
    await new Promise((resolve) => setTimeout(resolve, 3000));
    await page.locator('[aria-label="Section Part 1"] ::-p-text(More)').click();
    await page.waitForSelector('[role="menuitem"]');
    times.push(
      await page.evaluate(async () => {
        const items = [...document.querySelectorAll<HTMLElement>('[role="menuitem"]')];
        const begun = performance.now();
        items.find((item) => item.textContent!.includes('Split whole song'))!.click();
        while (!document.querySelector('[role="status"]')?.textContent?.includes('proven best'))
          await new Promise(requestAnimationFrame);
        return performance.now() - begun;
      }),
    );
    await context.close();
  }
  times.sort((a, b) => a - b);
  const [median, worst] = [times[RUNS >> 1]!, times.at(-1)!];
  console.log(
    `both hands of ${slots} slots, press to proven: median ${median.toFixed(0)} ms, worst ${worst.toFixed(0)} ms`,
  );
}
await browser.close();
await stop();
