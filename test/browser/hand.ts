import type { ElementHandle, Page } from 'puppeteer-core';

/**
 * Somebody at the program: every touch of theirs is counted. Seconds are those of the keystroke-level model (Card, Moran
 * and Newell 1980, "The keystroke-level model for user performance time with interactive systems"): 0.28 s a key of an
 * average typist, 1.1 s to point, 0.2 s to press and let go, 0.4 s from keys to pointer or back, 1.35 s of thought before
 * each thing that is decided.
 */
export class Hand {
  readonly page: Page;
  keys = 0;
  points = 0;
  decisions = 0;
  moves = 0;
  #at: 'keys' | 'pointer' = 'pointer';
  readonly #finger: boolean;

  constructor(page: Page, { finger = false } = {}) {
    this.page = page;
    this.#finger = finger;
  }

  get actions(): number {
    return this.keys + this.points;
  }

  get seconds(): number {
    return this.keys * 0.28 + this.points * (1.1 + 0.2) + this.moves * 0.4 + this.decisions * 1.35;
  }

  #goTo(where: 'keys' | 'pointer'): void {
    if (this.#at !== where) this.moves += 1;
    this.#at = where;
  }

  /** Points at something and presses it; a thought goes before unless it is one of a row. */
  async press(selector: string, { thought = true } = {}): Promise<void> {
    this.#goTo('pointer');
    this.points += 1;
    if (thought) this.decisions += 1;
    // What is drawn anew in the moment of the press is pressed again.
    for (let tries = 4; ; tries -= 1) {
      try {
        const found = (await this.page.locator(selector).waitHandle()) as ElementHandle<Element>;
        await found.evaluate((e) => e.scrollIntoView({ block: 'nearest' }));
        if (this.#finger) await found.tap();
        else await found.click();
        return;
      } catch (error) {
        if (tries === 0 || !/detached|not clickable/.test(String(error))) throw error;
      }
    }
  }

  /** Chooses from a list with names: it is opened and one is pressed. */
  async choose(selector: string, value: string): Promise<void> {
    this.#goTo('pointer');
    this.points += 2;
    this.decisions += 1;
    await this.page.waitForSelector(selector);
    await this.page.select(selector, value);
  }

  async type(text: string): Promise<void> {
    this.#goTo('keys');
    this.keys += text.length;
    this.decisions += 1;
    await this.page.keyboard.type(text);
  }

  async key(...names: readonly string[]): Promise<void> {
    this.#goTo('keys');
    for (const name of names) {
      this.keys += 1;
      await this.page.keyboard.press(name as 'Enter');
    }
  }

  /** Goes on with Tab until something has the focus, as often as it takes. */
  async tabTo(name: RegExp, { most = 80 } = {}): Promise<void> {
    this.decisions += 1;
    for (let n = 0; n < most; n += 1) {
      await this.key('Tab');
      const words = await this.page.evaluate(() => {
        const e = document.activeElement;
        const label = e?.closest('label')?.textContent ?? '';
        return `${e?.getAttribute('aria-label') ?? ''} ${label} ${e?.textContent ?? ''}`;
      });
      if (name.test(words)) return;
    }
    throw new Error(`Tab does not come to ${name} in ${most} steps`);
  }

  /** Pastes what is on the clipboard. */
  async paste(text: string): Promise<void> {
    this.#goTo('keys');
    this.keys += 2;
    this.decisions += 1;
    await this.page.keyboard.sendCharacter(text);
  }

  report(): string {
    return `${this.actions} actions (${this.points} pointed, ${this.keys} keys), ${Math.round(this.seconds)} s`;
  }
}
