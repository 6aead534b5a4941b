import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from 'puppeteer-core';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  readonly id: string;
  readonly impact: string;
  readonly nodes: readonly { readonly html: string }[];
}

/**
 * What axe-core has to say about what is shown, of any weight; each rule with up to three places. `colours`: only whether
 * they stand out from each other, where the same was asked about everything else by day.
 */
export async function complaintsOfAxe(page: Page, only?: 'colours'): Promise<string[]> {
  await page.evaluate(axe);
  const found = (await page.evaluate(
    (rules) =>
      (
        window as unknown as {
          axe: { run(on: unknown, options: object): Promise<{ violations: unknown[] }> };
        }
      ).axe
        // What lies under a dialog or menu is out of reach meanwhile, and asked about without it.
        .run([...document.querySelectorAll('[role="dialog"], [role="menu"]')].at(-1) ?? document, {
          resultTypes: ['violations'],
          // A menu hangs on the body, beside every landmark, while it is open.
          rules: { region: { enabled: document.querySelector('[role="menu"]') === null } },
          ...(rules ? { runOnly: rules } : {}),
        })
        .then(({ violations }) => violations),
    only ? ['color-contrast', 'link-in-text-block'] : null,
  )) as Violation[];
  return found.map(
    ({ id, impact, nodes }) =>
      `${impact} ${id}: ${nodes
        .slice(0, 3)
        .map((n) => n.html.slice(0, 160))
        .join(' | ')}`,
  );
}
