import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import { goTo, importText, openSong, press, sees, startApp, type App } from './app';

/** Two bars, each grip struck once, nothing to find: whatever is written is written here. */
const BLANK = `title: Blank Arm
key: Em
tempo: 160
guitar1: gain 2
guitar2: gain 2
== Verse == x2
chords  | Em | C |
guitar1 | 022xxx | x355xx |
guitar2 | xxx987 | xxx988 |
bass    | 0xxx | x3xx |
`;

describe('the Hits screen, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  const openBlank = async (text = BLANK) => {
    const opened = await app.open();
    await importText(opened.page, 'blank.txt', text);
    await openSong(opened.page, /title: (.*)/.exec(text)![1]!);
    await goTo(opened.page, 'Hits');
    await opened.page.waitForSelector('[data-hits-drawing]');
    return opened;
  };
  /** A row of the song as chart text, as the Chart screen would show it. */
  const chart = async (page: Page, label: string): Promise<string> => {
    await goTo(page, 'Chart');
    await page.waitForSelector('.cm-content');
    const text = await page.$eval('.cm-content', (e) => (e as HTMLElement).innerText);
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-hits-drawing]');
    const row = text.split('\n').find((l) => l.startsWith(`${label} `) || l.startsWith(`${label}|`));
    return (row ?? '').slice((row ?? '').indexOf('|')).replace(/\s+/g, ' ');
  };
  const keys = async (page: Page, list: string) => {
    for (const key of list.split(' ')) await page.keyboard.press(key as 'a');
  };
  /** Where a tick of a lane is on the page. */
  const spot = (page: Page, lane: number, tick: number) =>
    page.$eval(
      '[data-hits-drawing]',
      (svg, l, t) => {
        const box = svg.getBoundingClientRect();
        const cursor = svg.querySelector('[data-cursor]')!.getBoundingClientRect();
        const g = [...svg.querySelectorAll('[data-lane]')][l]!;
        const y = Number(/translate\(0[ ,](\d+)/.exec(g.getAttribute('transform') ?? '')![1]);
        const left = box.left + 122;
        const width = box.width - 122 - 16;
        return { x: left + (t / 7680) * width, y: box.top + y + cursor.height * 0.5 };
      },
      lane,
      tick,
    );

  it('is written with one hand: strokes, mutes, dead hits, silence, weight and direction', async () => {
    const { page, complaints } = await openBlank();
    await press(page, 'Grid: 16ths');
    await page.locator('[role="menuitemradio"] ::-p-text(8ths)').click();
    await page.keyboard.press('Escape');
    await keys(page, 'f g d d w x r f q q');
    expect(await chart(page, 'guitar1 hits')).to.include('O-MmX.O^-');
    await keys(page, 'ArrowDown z');
    await sees(page, 'the voice sings there');
    expect(await chart(page, 'voice')).to.include('~.......');
    expect(complaints).to.deep.equal([]);
  });

  it('undoes step by step, copies a bar and picks single strings', async () => {
    const { page, complaints } = await openBlank();
    await keys(page, 'i');
    await keys(page, 'ArrowLeft ArrowLeft ArrowLeft ArrowLeft f t');
    await sees(page, 'string');
    await keys(page, 'c PageDown v');
    const written = await chart(page, 'guitar1 hits');
    expect(written).to.match(/\| 4-+ \| % \|/);
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    expect(await chart(page, 'guitar1 hits')).to.match(/\| 4-+ \| \|/);
    expect(complaints).to.deep.equal([]);
  });

  it('is drawn with the mouse: strike, move, lengthen, paint the voice', async () => {
    const { page, complaints } = await openBlank();
    const at = await spot(page, 0, 1920);
    await page.mouse.click(at.x, at.y, { count: 2 });
    await page.waitForFunction(() => document.querySelector('[data-cursor="1920"]') !== null);
    expect(await chart(page, 'guitar1 hits')).to.include('| O---O--- |');
    const from = await spot(page, 0, 1920);
    const to = await spot(page, 0, 2400);
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move((from.x + to.x) / 2, to.y);
    await page.mouse.move(to.x, to.y);
    await page.mouse.up();
    expect(await chart(page, 'guitar1 hits')).to.include('| O----O-- |');
    // The end of the second ribbon, a little before the bar line, back to the fourth beat.
    const lane = await page.$eval('[data-hits-drawing]', (svg) => {
      const g = svg.querySelector('[data-lane="guitar1"]')!.getBoundingClientRect();
      return { top: g.top, height: g.height };
    });
    const end = await spot(page, 0, 3840);
    const back = await spot(page, 0, 2880);
    const ribbon = lane.top + lane.height - 12;
    await page.mouse.move(end.x - 5, ribbon);
    await page.mouse.down();
    await page.mouse.move(back.x + 30, ribbon);
    await page.mouse.move(back.x - 4, ribbon);
    await page.mouse.up();
    expect(await chart(page, 'guitar1 hits')).to.include('| O----O.. |');
    const voice = await page.$eval('[data-hits-drawing]', (svg) => svg.getBoundingClientRect().top + 60);
    const [a, b] = [await spot(page, 0, 0), await spot(page, 0, 1800)];
    await page.mouse.move(a.x + 2, voice);
    await page.mouse.down();
    await page.mouse.move(b.x, voice);
    await page.mouse.up();
    expect(await chart(page, 'voice')).to.include('~~~~....');
    expect(complaints).to.deep.equal([]);
  });

  it('takes a starting pattern over the whole section, answers it, and ties the bass to it', async () => {
    const { page, complaints } = await openBlank();
    await keys(page, 'a');
    await press(page, 'The whole section');
    await page.locator('[data-pattern="Backbeat chop"]').click();
    expect(await chart(page, 'guitar1 hits')).to.include('| ..O...O. | % |');
    await keys(page, 'ArrowDown a');
    await press(page, 'Answer Guitar 1: strike where it rests');
    expect(await chart(page, 'guitar2 hits')).to.include('| O-.O--.O |');
    await keys(page, 'ArrowDown');
    await press(page, 'Bass: alternate');
    await page.locator('[role="menuitemradio"] ::-p-text(with Guitar 1)').click();
    await sees(page, 'with Guitar 1');
    await keys(page, 'f');
    await sees(page, 'Bass strikes with Guitar 1; choose own hits first');
    await goTo(page, 'Chart');
    await sees(page, 'bass with guitar1');
    expect(complaints).to.deep.equal([]);
  });

  it('pushes a change for one, for all, for nobody, and says when not all do', async () => {
    const { page, complaints } = await openBlank();
    await keys(page, 'PageDown ,');
    await sees(page, 'the change comes an eighth early for Guitar 1');
    await sees(page, 'not all push');
    await keys(page, ';');
    await page.waitForFunction(() => !document.body.innerText.includes('not all push'));
    expect(await chart(page, 'chords')).to.include('| <C |');
    expect(await chart(page, 'bass')).to.include('| <x3xx |');
    await keys(page, 'PageDown :');
    expect(await chart(page, 'chords')).to.include('| C |');
    expect(complaints).to.deep.equal([]);
  });

  it('writes a line by keys, on the neck and as text, and makes a harmony of it', async () => {
    const { page, complaints } = await openBlank();
    await keys(page, 'b');
    await page.waitForSelector('[data-line-panel]');
    const field = 'input[aria-label="The line as text"]';
    const now = () => page.$eval(field, (e) => (e as HTMLInputElement).value);
    expect(await now()).to.equal('0@6');
    await keys(page, '7 Shift+ArrowRight'.replace('Shift+ArrowRight', '').trim());
    expect(await now()).to.equal('7@6');
    await keys(page, 'ArrowRight ArrowRight ArrowRight ArrowRight 9 h');
    expect(await now()).to.equal('7@6 h9@6 . .');
    await page.keyboard.down('Shift');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.up('Shift');
    expect(await now()).to.equal('7@6 h8@6 . .');
    const neck = (await page.$('[data-line-panel] svg[role="img"]'))!;
    const box = (await neck.boundingBox())!;
    await keys(page, 'ArrowRight ArrowRight ArrowRight ArrowRight');
    await page.mouse.click(box.x + 90, box.y + 14);
    expect(await now()).to.match(/^7@6 h8@6 [12]@1 \.$/);
    await page.click(field, { count: 3 });
    await page.keyboard.type('7@5 9@5 10@9 .');
    await sees(page, 'string 9 is not there');
    await page.click(field, { count: 3 });
    await page.keyboard.type('7@5 9@5 5@4 .');
    await page.keyboard.press('Enter');
    expect(await chart(page, 'guitar1 line')).to.include('7@5 9@5 5@4 .');
    await press(page, 'From this line');
    await page.locator('[role="menuitem"] ::-p-text(Guitar 2: a third above)').click();
    await goTo(page, 'Chart');
    await sees(page, 'guitar2 line');
    expect(complaints).to.deep.equal([]);
  });

  it('shows how one section goes into the next, with its findings, ways out and practice order', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Nine Minute Bus');
    await goTo(page, 'Hits');
    await page.waitForSelector('[data-hits-drawing]');
    await press(page, 'Practise');
    await page.locator('[role="menuitem"] ::-p-text(1. Chorus again)').click();
    await sees(page, 'again from the top');
    await sees(page, 'Quick shift');
    await page.locator('[data-cure] ::-p-text(leaves the last stroke before it out)').click();
    await page.waitForFunction(() => !document.body.innerText.includes('Quick shift'));
    await page.keyboard.press('j');
    await page.waitForFunction(() => !document.body.innerText.includes('again from the top'));
    expect(complaints).to.deep.equal([]);
  });

  it('changes how a section is played: tempo, feel, an own last ending, and the exact length', async () => {
    const { page, complaints } = await openBlank();
    await keys(page, 'PageDown o');
    await sees(page, '4 bars, 0:06 here');
    await page.type('input[aria-label="Tempo here"]', '80');
    await page.keyboard.press('Enter');
    await sees(page, '4 bars, 0:12 here');
    await press(page, 'half-time feel');
    await press(page, 'Own last ending from bar 2');
    await press(page, 'Done');
    await goTo(page, 'Chart');
    await sees(page, 'tempo 80; feel half');
    await sees(page, '-- last pass: bar 2 --');
    expect(complaints).to.deep.equal([]);
  });

  it('finds its commands by their words', async () => {
    const { page, complaints } = await openBlank();
    await page.keyboard.press('/');
    await page.waitForSelector('[role="combobox"]');
    await page.keyboard.type('palm');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.querySelector('[role="combobox"]') === null);
    await sees(page, 'palm-muted for Guitar 1');
    expect(await chart(page, 'guitar1 hits')).to.match(/\| M-+ \|/);
    expect(complaints).to.deep.equal([]);
  });

  it('says when a run of down-strokes is too fast for the player', async () => {
    const text = BLANK.replace('gain 2', 'gain 2; downs 5')
      .replace('== x2', '== x2; guitar1 strokes down')
      .replace('bass ', 'guitar1 hits | OOOOOOOO | % |\nbass ');
    const { page, complaints } = await openBlank(text.replace('Blank Arm', 'Down Arm'));
    await sees(
      page,
      'fastest run of downs: 5.3 a second, over your ceiling of 5; goes up to 150 bpm, or alternate',
    );
    expect(complaints).to.deep.equal([]);
  });
});
