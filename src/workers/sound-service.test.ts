import { expect } from 'chai';
import { readChart } from '../core/formats/index';
import { hear, spansFrom, spansOfPlaying } from '../core/heard/index';
import { openRing, Renderer, RING, ringMemory, STEMS, type Fader } from '../core/sound/index';
import { createSoundService } from './sound-service';

const RATE = 24_000;
const row = (words: readonly string[]) =>
  Array.from({ length: 8 }, (_, i) => words[i % words.length]).join(' | ');
const { song } = readChart(
  [
    'tempo: 150\nguitar1: gain 6\nguitar2: gain 1, delay 300 ms',
    ...['One', 'Two', 'Three'].map(
      (name) => `== ${name} ==
chords | ${row(['Em', 'C', 'G', 'D'])} |
guitar1 | ${row(['022xxx', 'x355xx', '355xxx', 'x577xx'])} |
guitar1 hits | ${row(['O-mmO-O-'])} |
guitar2 | ${row(['022000', 'x32010', '320003', 'xx0232'])} |
bass | ${row(['0xxx', 'x3xx', '3xxx', 'x5xx'])} |`,
    ),
  ].join('\n'),
);
const START = { playing: 0, pass: 1, moment: 0 };
const job = (over = {}) => ({
  versions: [{ id: 1, song }],
  spans: spansFrom(song, START),
  rate: RATE,
  tempoShare: 1,
  countIn: 0,
  loop: false,
  at: null,
  memory: ringMemory(1),
  ...over,
});

describe('the service of sound', () => {
  it('of a long song begins with the beginning and goes on with all of it, without a seam', async () => {
    const service = createSoundService();
    const asked = job();
    const info = await service.play(asked);
    expect(info.ok && info.value.places.length).to.equal(24);
    const ring = openRing(asked.memory);
    const heard = hear(song, asked.spans, { rate: RATE });
    const renderer = new Renderer(heard.plan);
    const stems = STEMS.map(() => new Float32Array(1024));
    let [worst, loud] = [0, 0];
    for (let at = 0; at < 20 * RATE; at += 1024) {
      while (Atomics.load(ring.control, RING.written) < at + 1024)
        await new Promise((resolve) => setTimeout(resolve, 1));
      renderer.render(stems, 1024);
      for (const [s, stem] of stems.slice(0, 3).entries()) {
        for (let i = 0; i < 1024; i += 1) {
          const x = ring.channels[s]![(at + i) & (ring.channels[s]!.length - 1)]!;
          worst = Math.max(worst, Math.abs(x - stem[i]!));
          loud = Math.max(loud, Math.abs(x));
        }
      }
      Atomics.store(ring.control, RING.read, at + 1024);
    }
    service.stop();
    expect(loud).to.be.above(0.1);
    expect(20 * Math.log10(worst / loud)).to.be.below(-60);
  });

  it('asks again for a song it has forgotten, and answers nothing that was stopped', async () => {
    const service = createSoundService();
    expect(await service.play(job({ versions: [{ id: 9, song: null }] }))).to.deep.equal({
      ok: false,
      error: 'forgotten',
    });
    const first = service.play(job());
    const second = service.play(job({ versions: [{ id: 1, song: null }] }));
    expect((await first).ok).to.equal(false);
    // The first was stopped before it was unpacked: its song never came.
    expect(await second).to.deep.equal({ ok: false, error: 'forgotten' });
    service.stop();
  });

  it('writes files in which the parts add up to the mix', async () => {
    const service = createSoundService();
    const spans = spansOfPlaying(song, 0).map((span) => ({ ...span, to: 3840 }));
    const faders: Fader[] = STEMS.map(() => ({ level: 0.5, pan: -1 }));
    const shares: number[] = [];
    const result = await service.files(
      {
        song,
        spans,
        tempoShare: 1,
        countIn: 1,
        bits: 24,
        parts: [{ name: 'mix', faders }, ...STEMS.map((stem) => ({ name: stem, stem }))],
      },
      (share) => shares.push(share),
    );
    if (!result.ok) throw new Error(result.error);
    const [mix, ...parts] = result.value;
    const at = (bytes: Uint8Array, frame: number, channels: number) => {
      const i = 44 + frame * 3 * channels;
      return ((bytes[i + 2]! << 24) | (bytes[i + 1]! << 16) | (bytes[i]! << 8)) / 2 ** 31;
    };
    for (let frame = 0; frame < 3 * 48_000; frame += 997) {
      const sum = parts.reduce((all, part) => all + 0.5 * at(part.bytes, frame, 1), 0);
      if (Math.abs(sum) < 0.79) expect(at(mix!.bytes, frame, 2)).to.be.closeTo(sum, 1e-6);
    }
    expect(mix!.lufs).to.be.within(-40, -10);
    expect(mix!.peakDb).to.be.below(0);
    for (let i = 1; i < shares.length; i += 1) expect(shares[i]!).to.be.at.least(shares[i - 1]!);
  });

  it('measures bands: a bass is below a guitar', async () => {
    const result = await createSoundService().bands(song, spansOfPlaying(song, 0).slice(0, 1));
    if (!result.ok) throw new Error(result.error);
    const { hz, levels } = result.value;
    const loudest = (list: readonly number[]) => hz[list.indexOf(Math.max(...list))]!;
    expect(loudest(levels.bass)).to.be.below(loudest(levels.guitar2));
    expect(levels.voice.every((db) => db < -200)).to.equal(true);
  });

  it('a new piece of work stops the one before', async () => {
    const service = createSoundService();
    const first = service.bands(song, spansFrom(song, START));
    const second = service.bands(
      song,
      spansOfPlaying(song, 0).map((s) => ({ ...s, to: 960 })),
    );
    expect([(await first).ok, (await second).ok]).to.deep.equal([false, true]);
  });
});
