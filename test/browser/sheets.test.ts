import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import { readChart, songAs, packed, shelfFiles } from '../../src/core/formats/index';
import { demoTexts } from '../fuzz/corpus';
import {
  catchDownloads,
  goTo,
  importText,
  openSong,
  patient,
  press,
  sees,
  songMenu,
  startApp,
  text,
  type App,
} from './app';
import { complaintsOfAxe } from './axe';

const signs = readFileSync(new URL('../formats/every-sign.txt', import.meta.url), 'utf8');

describe('sheets, stand and files, in Chromium', () => {
  let app: App;
  const folder = mkdtempSync(join(tmpdir(), 'orchestron-sheets-'));
  before(async () => {
    app = await startApp();
  });
  after(async () => {
    rmSync(folder, { recursive: true });
    await app.stop();
  });

  const sheetOf = async (title: string, size: { width?: number; height?: number } = {}) => {
    const opened = await app.open(size);
    await openSong(opened.page, title);
    await goTo(opened.page, 'Sheets');
    await opened.page.waitForSelector('article .engraved svg text');
    return opened;
  };
  const choose = async (page: Page, words: string) => {
    await page.locator('button ::-p-text(How it looks)').click();
    await page.locator(`[role^="menuitem"] ::-p-text(${words})`).click();
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => document.querySelector('[role="menu"]') === null);
  };
  const give = (page: Page, name: string, bytes: Uint8Array) => {
    writeFileSync(join(folder, name), bytes);
    return page
      .$('input[aria-label="Import songs"]')
      .then((input) =>
        (input as unknown as { uploadFile(path: string): Promise<void> }).uploadFile(join(folder, name)),
      );
  };

  it('sets every sign of a song in notes, with nothing cut off, and as text, written out, large, on five lines', async () => {
    const { page, complaints } = await app.open();
    await importText(page, 'signs.txt', signs);
    await openSong(page, 'Every Sign');
    await goTo(page, 'Sheets');
    await page.waitForSelector('article .engraved svg text');
    const said = () => page.$$eval('.engraved svg text', (all) => all.map((t) => t.textContent));
    expect(await said()).to.include.members(['Em', '1.', '2.', '“let ring”', 'or 577xxx', '3']);
    await page.locator('button ::-p-text(Guitar 2)').click();
    await page.waitForSelector('article[aria-label="Sheet for Guitar 2"] .engraved svg text');
    expect(await said()).to.include.members(['h', '<12>', '1', '5–7', 'tap', '2<14>', '(5)h', '×']);
    // Nothing is drawn outside its line, and no two lines lie over each other.
    const boxes = await page.$$eval('.engraved', (all) =>
      all.map((e) => {
        const svg = e.querySelector('svg');
        const { top, bottom } = e.getBoundingClientRect();
        const inside = svg
          ? [...svg.querySelectorAll('text, path')].map((t) => t.getBoundingClientRect())
          : [];
        return {
          top,
          bottom,
          low: Math.max(0, ...inside.map((b) => b.bottom)),
          high: Math.min(1e9, ...inside.map((b) => b.top)),
        };
      }),
    );
    for (const { top, bottom, low, high } of boxes) {
      expect(low).to.be.at.most(bottom + 3);
      // The box of a text is higher than its ink.
      expect(high).to.be.at.least(top - 6);
    }
    await choose(page, 'Five-line staff');
    await page.waitForFunction(() => document.querySelectorAll('.vf-stavenote').length > 5);
    await choose(page, 'Written out');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('article h3')].some((h) => h.textContent === '2nd time'),
    );
    await choose(page, 'Large');
    await choose(page, 'Text tab');
    await page.waitForSelector('article pre');
    expect(await text(page, 'article pre'))
      .to.include('9b1')
      .and.include('(5)h7');
    // What was chosen is there again after a reload.
    await page.reload();
    await page.waitForSelector('article pre');
    expect(complaints).to.deep.equal([]);
  });

  it('prints one sheet or all on A4 and Letter, no line cut in two, with the song’s title', async () => {
    const { page, complaints } = await sheetOf('Tramline Sparks');
    expect(await page.title()).to.equal('Tramline Sparks · Guitar 1');
    const pages = async () => {
      const pdf = Buffer.from(await page.pdf({ preferCSSPageSize: true })).toString('latin1');
      const box = /\/MediaBox\s*\[\s*0 0 ([\d.]+) ([\d.]+)/.exec(pdf)!;
      return {
        count: (pdf.match(/\/Type\s*\/Page\b/g) ?? []).length,
        size: [Math.round(Number(box[1])), Math.round(Number(box[2]))],
      };
    };
    const one = await pages();
    // Points: 210 × 297 mm and 8.5 × 11 inches.
    expect(one.size).to.deep.equal([595, 842]);
    expect(one.count).to.be.within(2, 4);
    await choose(page, 'Letter paper');
    expect((await pages()).size).to.deep.equal([612, 792]);
    await page.emulateMediaType('print');
    // In one step: lines are drawn anew when the medium changes, and one that is gone has no style.
    const breaks = await page.evaluate(() =>
      [...document.querySelectorAll('[data-line-played]')].map((l) => getComputedStyle(l).breakInside),
    );
    expect(breaks).to.not.be.empty;
    expect(new Set(breaks)).to.deep.equal(new Set(['avoid']));
    await page.emulateMediaType('screen');
    // One print for all: what the browser is asked to print has every sheet in it.
    await page.evaluate(() => {
      window.print = () => {
        window.dispatchEvent(new Event('beforeprint'));
        document.body.dataset.printed = [...document.querySelectorAll('article')]
          .map(
            (a) =>
              `${a.getAttribute('aria-label')}: ${a.querySelectorAll('.engraved svg').length > 0 || a.querySelector('dl') !== null}`,
          )
          .join('; ');
        window.dispatchEvent(new Event('afterprint'));
      };
    });
    await page.locator('button ::-p-text(Print)').click();
    await page.locator('[role="menuitem"] ::-p-text(Every sheet)').click();
    await page.waitForFunction(() => document.body.dataset.printed !== undefined);
    expect(await page.$eval('body', (b) => b.dataset.printed)).to.equal(
      'Sheet for Guitar 1: true; Sheet for Guitar 2: true; Sheet for Bass: true; Page for all: true',
    );
    expect(complaints).to.deep.equal([]);
  });

  it('the page for all says who plays what, stops and pushes', async () => {
    const { page, complaints } = await sheetOf('Nine Minute Bus');
    await page.locator('button ::-p-text(For all)').click();
    const said = await text(page, 'article[aria-label="Page for all"]');
    expect(said).to.include('Guitar 2').and.include('Bass').and.include('push: ').and.include('as before');
    expect(complaints).to.deep.equal([]);
  });

  it('the stand: frets nine millimetres high on a ten-inch tablet, turned by touch, keys and pedals, announced a bar ahead', async () => {
    const { page, complaints } = await sheetOf('Nine Minute Bus');
    await page.locator('button ::-p-text(On the stand)').click();
    await page.waitForSelector('[data-stand] svg text');
    // 1280 × 800 on ten inches (254 mm) across: 5.94 pixels a millimetre. The ink of a digit is measured on its own font.
    const high = await page.evaluate(() => {
      const digit = [
        ...document.querySelectorAll<SVGTextElement>('[aria-label="Now"] .vf-tabnote text'),
      ].find((t) => /^\d$/.test(t.textContent!))!;
      const svg = digit.ownerSVGElement!;
      const scale = svg.getBoundingClientRect().height / svg.viewBox.baseVal.height;
      const pen = document.createElement('canvas').getContext('2d')!;
      pen.font = `bold 100px ${getComputedStyle(digit).fontFamily}`;
      const { actualBoundingBoxAscent, actualBoundingBoxDescent } = pen.measureText('4');
      const size = parseFloat(getComputedStyle(digit).fontSize);
      return ((actualBoundingBoxAscent + actualBoundingBoxDescent) / 100) * size * scale;
    });
    expect(high / (Math.hypot(1280, 800) / 254)).to.be.at.least(9);
    const place = () => page.$eval('[data-stand]', (e) => Number(e.getAttribute('data-place')));
    const next = await page.$eval(
      'section[aria-label="Next"]',
      (e) => e.getBoundingClientRect().bottom - e.getBoundingClientRect().top,
    );
    expect(next).to.be.greaterThan(60);
    const seen: number[] = [];
    for (const key of ['ArrowRight', 'PageDown', 'Space'] as const) {
      await page.keyboard.press(key);
      seen.push(await place());
    }
    expect([...seen].sort((a, b) => a - b)).to.deep.equal(seen);
    expect(new Set(seen).size).to.equal(3);
    await page.keyboard.press('PageUp');
    expect(await place()).to.equal(seen[1]);
    await page.keyboard.press('Home');
    await page.mouse.click(900, 300);
    expect(await place()).to.be.greaterThan(0);
    await page.mouse.click(40, 300);
    expect(await place()).to.equal(0);
    // The last bars of the first time through say what comes.
    const announced: string[] = [];
    for (let n = 0; n < 6; n += 1) {
      announced.push(await text(page, '[data-announced]'));
      await page.keyboard.press('ArrowRight');
    }
    expect(announced.join(' ')).to.include('Next: Riff, 2nd time').and.include('Next: Verse');
    await page.keyboard.press('End');
    expect(await text(page, '[data-announced]')).to.equal('The end');
    await page.keyboard.press('Escape');
    await page.waitForSelector('article .engraved svg text');
    expect(complaints).to.deep.equal([]);
  });

  it('the stand turns by itself after a count-in, and with the playing', async () => {
    const { page, complaints } = await sheetOf('Nine Minute Bus');
    await page.locator('button ::-p-text(On the stand)').click();
    await page.waitForSelector('[data-stand] svg text');
    await page.keyboard.press('M');
    await page.waitForFunction(() =>
      /^Count: [234]/.test(document.querySelector('[data-announced]')!.textContent!),
    );
    const place = () => page.$eval('[data-stand]', (e) => Number(e.getAttribute('data-place')));
    expect(await place()).to.equal(0);
    await page.waitForFunction(
      () => Number(document.querySelector('[data-stand]')!.getAttribute('data-place')) >= 2,
    );
    await page.keyboard.press('M');
    await page.keyboard.press('Home');
    await press(page, 'Play with the band');
    await page.waitForFunction(() => document.querySelector('[aria-label="Now"] [data-sounding]') !== null);
    await page.waitForFunction(
      () => Number(document.querySelector('[data-stand]')!.getAttribute('data-place')) >= 2,
    );
    await press(page, 'Stop the band');
    expect(complaints).to.deep.equal([]);
  });

  it('the stand is carried away in one file that needs no network and lets nothing in', async () => {
    const { page, complaints } = await sheetOf('Salt Lamp');
    const downloads = await catchDownloads(page);
    await page.locator('button ::-p-text(Take along)').click();
    await page.locator('[role="menuitem"] ::-p-text(The stands of all three)').click();
    await page.waitForFunction(() => (window as unknown as { caught: unknown[] }).caught.length > 0);
    const [file] = await downloads();
    expect(file!.name).to.equal('salt-lamp-stand.html');
    const path = join(folder, file!.name);
    writeFileSync(path, file!.text);
    expect(file!.text).to.match(
      /Content-Security-Policy" content="default-src 'none'; script-src 'sha256-[^']+'; style-src 'sha256-[^']+'; font-src data:/,
    );
    const phone = await (await page.browser().createBrowserContext()).newPage();
    patient(phone);
    const asked: string[] = [];
    phone.on('request', (r) => /^(file|data):/.test(r.url()) || asked.push(r.url()));
    phone.on('console', (m) => asked.push(m.text()));
    phone.on('pageerror', (e) => asked.push(String(e)));
    await phone.setViewport({ width: 844, height: 390, hasTouch: true });
    await phone.setOfflineMode(true);
    await phone.goto(`file://${path}`);
    await phone.locator('button ::-p-text(Bass)').click();
    await phone.waitForSelector('[data-stand] svg text');
    await phone.touchscreen.tap(700, 200);
    expect(await phone.$eval('[data-stand]', (e) => Number(e.getAttribute('data-place')))).to.be.greaterThan(
      0,
    );
    await phone.locator('::-p-aria(Dark, for the stage)').click();
    expect(asked).to.deep.equal([]);
    expect(complaints).to.deep.equal([]);
    await phone.browserContext().close();
  });

  it('notes from elsewhere: who plays what is chosen before they land', async () => {
    const { page, complaints } = await app.open();
    const song = readChart(demoTexts()[0]![1]).song;
    await give(
      page,
      'from-elsewhere.musicxml',
      songAs({ ...song, title: 'From Elsewhere' }, 'musicxml').bytes,
    );
    await sees(page, 'What was understood of from-elsewhere');
    await page.select('select[aria-label="Part of Guitar 2"]', '');
    await sees(page, 'the part Guitar 2');
    expect(await complaintsOfAxe(page)).to.deep.equal([]);
    await press(page, 'Put it on the shelf');
    await page.waitForFunction(() => location.pathname.endsWith('/chart'));
    await goTo(page, 'Songs');
    await sees(page, 'From Elsewhere');
    await give(page, 'broken.mid', songAs(song, 'mid').bytes.slice(0, 300));
    await sees(page, 'cut off');
    expect(complaints).to.deep.equal([]);
  });

  it('every kind of file is handed out, with what it has no place for', async () => {
    const { page, complaints } = await app.open();
    const downloads = await catchDownloads(page);
    for (const kind of ['.musicxml', '.mxl', '.mid', '.cho', '.crd', '.tab']) {
      await songMenu(page, 'Salt Lamp', `(${kind})`);
      await sees(page, `Not in a ${kind} file`);
    }
    expect((await downloads()).map((f) => f.name)).to.deep.equal(
      ['musicxml', 'mxl', 'mid', 'cho', 'crd', 'tab'].map((kind) => `salt-lamp.${kind}`),
    );
    expect(complaints).to.deep.equal([]);
  });

  it('the whole shelf comes in as one file, and what is there already is asked about', async () => {
    const { page, complaints } = await app.open();
    const [first, second] = demoTexts().map(([, one]) => readChart(one).song);
    const songs = [first!, { ...second!, tempo: second!.tempo + 1 }, { ...first!, title: 'Quite New' }];
    const archive = packed(shelfFiles(songs, [{ name: 'Cellar', songs: [2, 0] }]));
    await page.locator('button ::-p-text(New set list)').click();
    await page.keyboard.type('Attic');
    await page.keyboard.press('Enter');
    await sees(page, 'No song is on this set list yet');
    await page.locator('button ::-p-text(All)').click();
    await songMenu(page, second!.title, 'Put on “Attic”');
    await give(page, 'shelf.zip', archive);
    await page.waitForSelector('[data-shelf-in]');
    expect(await complaintsOfAxe(page)).to.deep.equal([]);
    await sees(page, 'the same is here');
    await sees(page, 'another one is here');
    await page.select(`select[aria-label="${second!.title} is here already"]`, 'replace');
    await press(page, 'Put 2 on the shelf');
    await sees(page, '2 songs put on the shelf, with 1 set list.');
    await sees(page, 'Quite New');
    const titles = await page.$$eval('li [data-song]', (all) => all.map((a) => a.textContent));
    expect(titles.filter((t) => t === second!.title).length).to.equal(1);
    expect(titles).to.include('Quite New');
    await sees(page, `${second!.tempo + 1} bpm`);
    // What was replaced keeps its place on the lists that had it.
    await page.locator('button ::-p-text(Attic)').click();
    await sees(page, '1 of 5 songs');
    await page.locator('button ::-p-text(Cellar)').click();
    await sees(page, '2 of 5 songs');
    const listed = await page.$$eval('li [data-song]', (all) => all.map((a) => a.textContent));
    expect(listed).to.deep.equal(['Quite New', first!.title]);
    await press(page, 'Undo');
    await page.waitForFunction(() => !document.body.innerText.includes('Cellar'));
    expect(complaints).to.deep.equal([]);
  });
});
