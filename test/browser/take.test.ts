import { expect } from 'chai';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { microphoneArgs } from '../../scripts/browser';
import { readChart } from '../../src/core/formats/index';
import { songWithTakes } from '../../src/core/formats/files/song-with-takes';
import { takeWav } from '../../src/core/formats/wav/take-wav';
import { plannedPart, spansOfPlaying } from '../../src/core/heard/index';
import { mockTake, ROOMS, type Fault } from '../../src/core/take/index';
import {
  catchDownloads,
  goTo,
  openSong,
  press,
  said,
  sees,
  startApp,
  text,
  type App,
  type Opened,
} from './app';

/** Somebody plays playings of Tramline Sparks (guitar 1): in the verse one strike left out, one chord a tone too high. */
function take(playings: readonly number[], leadS: number): Uint8Array {
  const { song } = readChart(readFileSync('demo/tramline-sparks.txt', 'utf8'));
  const part = plannedPart(song, 'guitar1', { spans: playings.flatMap((p) => spansOfPlaying(song, p)) });
  const verse = part.strokes.map((s) => s.section === 'Verse' && s.pass === 1);
  const missed = part.strokes.findIndex((s, i) => verse[i] && s.bar === 1 && !s.weak && s.beat > 2);
  const wrong = part.strokes.findIndex((s, i) => verse[i] && s.bar === 3 && s.chord === 'A');
  const hold = part.strokes[wrong]!.hold;
  const faults: Fault[] = [
    { what: 'missed', stroke: missed },
    ...part.strokes.flatMap((s, stroke): Fault[] =>
      s.hold === hold ? [{ what: 'chord', stroke, semitones: 2 }] : [],
    ),
  ];
  const { audio } = mockTake(part, { rate: 22_050, seed: 4, room: ROOMS.close, gain: 7, faults, leadS });
  return takeWav(audio, 22_050);
}

async function toTakes({ page }: Opened): Promise<void> {
  await openSong(page, 'Tramline Sparks');
  await goTo(page, 'Log');
  await page.locator('[role="tab"] ::-p-text(A take)').click();
  await page.waitForSelector('[data-take-file]');
}

async function verse({ page }: Opened): Promise<void> {
  await page.select('section[aria-label="What is recorded"] select', '1');
}

const remarks = ({ page }: Opened) =>
  page.$$eval('[data-remark]', (all) =>
    all.map((e) => `${(e as HTMLElement).dataset.remark}: ${e.querySelector('button')!.innerText}`),
  );

describe('a take, in Chromium', () => {
  const folder = mkdtempSync(join(tmpdir(), 'orchestron-take-'));
  const file = join(folder, 'verse.wav');
  let app: App;
  before(async () => {
    writeFileSync(file, take([1], 4));
    // The microphone plays from when it is opened; the count-in is over before this begins, however busy the machine is.
    const played = join(folder, 'played.wav');
    writeFileSync(played, take([0, 1], 9));
    app = await startApp({ args: microphoneArgs(played) });
  });
  after(async () => {
    await app.stop();
    rmSync(folder, { recursive: true });
  });

  it('a demo take: its remarks lead to their bars, are heard, and go into the log', async () => {
    const opened = await app.open();
    const { page, complaints } = opened;
    await toTakes(opened);
    await page.locator('button ::-p-text(Try it on a demo take)').click();
    await page.waitForSelector('[data-take-read]', { timeout: 60_000 });
    expect(await said(page)).to.match(/Guitar 1, Intro: \d+ of \d+ strong strikes met, \d+ remarks?/);
    const planted = await page.$$eval('details li', (all) => all.length);
    expect(planted).to.be.greaterThan(1);
    expect((await remarks(opened)).length).to.be.greaterThan(1);
    await page.locator('[data-remark="chord"] button ::-p-text(the take)').click();
    await page.waitForSelector('[aria-label^="Stop the take"]');
    await page.waitForSelector('[aria-label^="Hear the take"]');
    await page.locator('[data-remark="chord"] button ::-p-text(as written)').click();
    await page.waitForSelector('[data-remark="chord"] [aria-label^="Stop, remark"]');
    await page.locator('[data-remark="chord"] button ::-p-text(Into the log)').click();
    await sees(page, 'In the log');
    await page.locator('[data-remark="chord"] button ::-p-text(Go there)').click();
    await page.waitForSelector('[data-cell="guitar1-0"], [data-cell]');
    await page.waitForFunction(() => /\/split\?section=Intro&bar=4/.test(location.href));
    // What was read is still there; the log has it.
    await goTo(page, 'Log');
    await page.waitForSelector('[data-take-read]');
    await page.locator('[role="tab"] ::-p-text(Rehearsals)').click();
    await sees(page, 'a tone above');
    expect(complaints).to.deep.equal([]);
  });

  it('a recording opened: found wherever it begins, kept when asked, handed out with the song, deleted', async () => {
    const opened = await app.open();
    const { page, complaints } = opened;
    await toTakes(opened);
    await verse(opened);
    const input = (await page.$('[data-take-file]'))!;
    await (input as unknown as { uploadFile(path: string): Promise<void> }).uploadFile(file);
    await page.waitForSelector('[data-take-read]', { timeout: 60_000 });
    const found = (await remarks(opened)).join('\n');
    expect(found).to.match(/missed: \d+\. Verse, bar 2/);
    expect(found).to.match(/chord: \d+\. Verse, bar 4\s+Sounds a tone above A/);
    expect(await page.$('[data-kept-take]')).to.equal(null);
    await page.locator('button ::-p-text(Keep this recording)').click();
    await page.waitForSelector('[data-kept-take]');
    await page.reload();
    await page.waitForSelector('[data-kept-take]');
    expect(await page.$('[data-take-read]')).to.equal(null);
    const files = await catchDownloads(page);
    await page.locator('button ::-p-text(Hand the song out with)').click();
    await page.waitForFunction(() => (window as unknown as { caught: unknown[] }).caught.length === 1);
    expect((await files())[0]!.name).to.equal('tramline-sparks-with-recordings.zip');
    await page.locator('[data-kept-take] button ::-p-text(Read again)').click();
    await page.waitForSelector('[data-take-read]', { timeout: 60_000 });
    expect((await remarks(opened)).join('\n')).to.equal(found);
    // The first strike marked elsewhere: it is found again, and said.
    await page.locator('input[step="0.05"]').fill('9');
    await page.locator('button ::-p-text(Read it from there)').click();
    await sees(page, 'It does not begin where it was said');
    await page.locator('[data-kept-take] button ::-p-text(Delete)').click();
    await page.waitForFunction(() => document.querySelector('[data-kept-take]') === null);
    // Out of an archive it comes back to the song that is there.
    const { song } = readChart(readFileSync('demo/tramline-sparks.txt', 'utf8'));
    const about = {
      player: 'guitar1',
      made: 1_790_000_000_000,
      words: 'Verse ×2',
      tempoShare: 1,
      start: 2,
    } as const;
    const sound = { name: 'take', audio: new Float32Array(44_100).fill(0.1), rate: 22_050 };
    const archive = join(folder, 'with-recordings.zip');
    writeFileSync(archive, songWithTakes(song, [{ ...about, ...sound, spans: spansOfPlaying(song, 1) }]));
    await goTo(page, 'Songs');
    const songs = (await page.waitForSelector('input[aria-label="Import songs"]'))!;
    await (songs as unknown as { uploadFile(path: string): Promise<void> }).uploadFile(archive);
    await sees(page, 'keep the recording in this browser');
    await page.locator('[data-shelf-in] button ::-p-text(Take the rest)').click();
    await sees(page, '0 songs put on the shelf, with 1 recording.');
    await openSong(page, 'Tramline Sparks');
    await goTo(page, 'Log');
    await page.waitForSelector('[data-kept-take]');
    await sees(page, 'Guitar 1, Verse ×2');
    expect(complaints).to.deep.equal([]);
  });

  it('recorded from a microphone against the count-in, until one says that was it', async () => {
    const opened = await app.open();
    const { page, complaints } = opened;
    await toTakes(opened);
    await page.select('section[aria-label="What is recorded"] select', 'all');
    await page.locator('button ::-p-text(Record)').click();
    await sees(page, 'Counting in');
    await page.waitForFunction(
      () => /Recording: (?:2[2-9]) of/.test(document.querySelector('[data-recording]')!.textContent!),
      { timeout: 60_000 },
    );
    await page.locator('button ::-p-text(That was it)').click();
    await page.waitForSelector('[data-take-read]', { timeout: 60_000 });
    expect(await text(page, '[data-take-read]')).to.match(
      /Guitar 1, the whole song · \d+ of \d+ strong strikes met/,
    );
    expect((await remarks(opened)).join('\n')).to.match(/missed: \d+\. Verse, bar 2/);
    expect(complaints).to.deep.equal([]);
  });

  it('down-strokes are counted by playing too', async () => {
    const { page, complaints } = await app.open();
    await openSong(page, 'Tramline Sparks');
    await goTo(page, 'Rig');
    await page.locator('button ::-p-text(By playing)').click();
    await sees(page, 'Play down-strokes now');
    // A verse with its rests is no trial; what is heard is counted all the same, and one is asked for more.
    await page.waitForFunction(
      () => /once more|Take [\d.]+ for Guitar 1|No strikes were heard/.test(document.body.innerText),
      { timeout: 60_000 },
    );
    // Who leaves in the middle of it takes the microphone along.
    await page.evaluate(() => {
      const devices = navigator.mediaDevices;
      const open = devices.getUserMedia.bind(devices);
      devices.getUserMedia = async (of) => {
        const stream = await open(of);
        (window as unknown as { tracks: MediaStreamTrack[] }).tracks = stream.getTracks();
        return stream;
      };
    });
    await page.locator('button ::-p-text(By playing)').click();
    await sees(page, 'Play down-strokes now');
    await goTo(page, 'Split');
    await page.waitForFunction(
      () =>
        (window as unknown as { tracks: MediaStreamTrack[] }).tracks.every((t) => t.readyState === 'ended'),
      { timeout: 4000 },
    );
    expect(complaints).to.deep.equal([]);
  });

  it('says what is wrong with a file that is no recording', async () => {
    const opened = await app.open();
    const { page } = opened;
    await toTakes(opened);
    const input = (await page.$('[data-take-file]'))!;
    await (input as unknown as { uploadFile(path: string): Promise<void> }).uploadFile('package.json');
    await sees(page, 'no sound file the browser can read; expected a WAV file');
    await press(page, 'Record');
    await page.waitForSelector('[data-recording]');
    await page.locator('button ::-p-text(That was it)').click();
    await sees(page, 'Nothing was recorded');
  });
});

describe('a microphone that is refused, in Chromium', () => {
  it('is said with a way on, and a recording can be opened all the same', async () => {
    const app = await startApp();
    const opened = await app.open();
    await toTakes(opened);
    await opened.page.locator('button ::-p-text(Record)').click();
    await sees(opened.page, 'A recording made elsewhere can be opened instead.');
    expect(await opened.page.$('[data-recording]')).to.equal(null);
    await app.stop();
  });
});
