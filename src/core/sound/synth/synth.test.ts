import { expect } from 'chai';
import fc from 'fast-check';
import { Amp, BLOCK, type Seat } from './amp';
import { biquadShape, Biquad, responseAt } from './biquad';
import type { Damping } from './damping';
import { area, curve } from './drive';
import { Doubler, Halver } from './half-band';
import { earsOf, kneed } from './mix';
import { WaveString, type StringOp } from './string';
import {
  Decks,
  loudness,
  openRing,
  Renderer,
  renderInto,
  RING,
  ringMemory,
  roomIn,
  THIRD_OCTAVES,
  ThirdOctaves,
  type SoundPlan,
} from '../index';
import {
  cents,
  levelDb,
  offHarmonicDb,
  partialDb,
  pitchOf,
  roughnessOf,
  spectrum,
} from '../../../../test/measures';

const RATE = 48_000;
const OPEN: Damping = { t60: 5, t60At3k: 1.2 };
const hzOf = (midi: number) => 440 * 2 ** ((midi - 69) / 12);
const pluck = (hz: number, over: Partial<Extract<StringOp, { op: 'pluck' }>> = {}): StringOp => ({
  ...{
    frame: 0,
    op: 'pluck',
    hz,
    amp: 0.1,
    beta: 0.13,
    widthMs: 0.35,
    part: 1,
    damp: OPEN,
    noise: 0.02,
    seed: 7,
    keep: 0.2,
  },
  ...over,
});
/** One string by itself. */
const stringOf = (ops: readonly StringOp[], seconds: number, rate = RATE) => {
  const out = new Float64Array(Math.round(seconds * rate));
  const string = new WaveString(ops, rate);
  // Pieces as odd as a worker asks for them.
  for (let at = 0; at < out.length; at += 700)
    string.addTo(out, { frame: at, offset: at, count: Math.min(700, out.length - at) });
  return out;
};
/** Notes through one amplifier. */
const through = (
  midis: readonly number[],
  of: { gain: number; seat?: Seat; seconds?: number; damp?: Damping; seed?: number },
) => {
  const { gain, seat = 'guitar1', seconds = 1.2, damp = OPEN, seed = 1 } = of;
  const strings = midis.map(
    (m, i) =>
      new WaveString([pluck(hzOf(m), { frame: 144 * i, damp, seed: 97 * seed + i, noise: 0.05 })], RATE),
  );
  const amp = new Amp(seat, gain, RATE);
  const out = new Float64Array(Math.round(seconds * RATE));
  const block = new Float64Array(BLOCK);
  for (let at = 0; at < out.length; at += BLOCK) {
    const count = Math.min(BLOCK, out.length - at);
    block.fill(0);
    for (const string of strings) string.addTo(block, { frame: at, offset: 0, count });
    amp.run(block, count);
    out.set(block.subarray(0, count), at);
  }
  return out;
};

describe('a string', () => {
  for (const rate of [44_100, RATE]) {
    it(`is in tune within a cent from E1 to E6 at ${rate} samples a second (ISO 16: A4 is 440 Hz)`, () => {
      for (let midi = 28; midi <= 88; midi += 1) {
        const hz = hzOf(midi);
        const heard = pitchOf(stringOf([pluck(hz)], 0.7, rate), rate, { near: hz });
        expect(Math.abs(cents(heard, hz)), `note ${midi}`).to.be.below(1);
      }
    });
  }

  it('dies away as fast as it is asked to, within 12 percent', () => {
    const cases: readonly (readonly [hz: number, t60: number])[] = [
      [82.41, 8],
      [329.6, 4],
      [1318.5, 2],
      [82.41, 0.34],
      [164.8, 0.34],
      [329.6, 0.22],
    ];
    for (const [hz, t60] of cases) {
      const heard = stringOf([pluck(hz, { damp: { t60, t60At3k: t60 / 4 }, noise: 0 })], Math.min(3, t60));
      const [a, b] = [0.1 * t60, Math.min(2.4, 0.6 * t60)];
      const fall = partialDb(heard, RATE, { hz, at: a }) - partialDb(heard, RATE, { hz, at: b });
      expect((60 * (b - a)) / fall / t60, `${hz} Hz, ${t60} s`).to.be.within(0.88, 1.12);
    }
  });

  it('is choked within a tenth of a second', () => {
    const heard = stringOf(
      [pluck(110), { frame: RATE / 2, op: 'damp', damp: { t60: 0.07, t60At3k: 0.05 } }],
      1,
    );
    expect(levelDb(heard, RATE, [0.6, 0.65]) - levelDb(heard, RATE, [0.45, 0.5])).to.be.below(-60);
  });

  it('bends, slides and shakes to where it is asked', () => {
    const hz = hzOf(52);
    const bent = stringOf(
      [pluck(hz), { frame: 9600, op: 'glide', hz: hzOf(54), frames: 7000, vibratoCents: 0 }],
      1.2,
    );
    expect(Math.abs(cents(pitchOf(bent, RATE, { near: hzOf(54), from: 0.5 }), hzOf(54)))).to.be.below(1);
    const shaken = stringOf([pluck(hz), { frame: 2400, op: 'glide', hz, frames: 0, vibratoCents: 30 }], 1.2);
    // Bent up only, by half of it in the middle.
    expect(cents(pitchOf(shaken, RATE, { near: hz, from: 0.3 }), hz)).to.be.within(8, 22);
  });

  it('rings as a harmonic with next to nothing of its whole length', () => {
    for (const part of [2, 3, 4]) {
      const heard = stringOf([pluck(82.41, { part, noise: 0 })], 1);
      const [whole, over] = [82.41, 82.41 * part].map((hz) => partialDb(heard, RATE, { hz, at: 0.2 }));
      expect(over! - whole!, `in ${part}`).to.be.above(35);
      expect(Math.abs(cents(pitchOf(heard, RATE, { near: 82.41 * part }), 82.41 * part))).to.be.below(1);
    }
  });

  it('law: whatever is done to it, it stays small and ends', () => {
    const op = fc.oneof(
      fc.record({
        op: fc.constant('pluck' as const),
        frame: fc.nat(40_000),
        hz: fc.double({ min: 25, max: 1800, noNaN: true }),
        amp: fc.double({ min: 0, max: 0.2, noNaN: true }),
        beta: fc.double({ min: 0.02, max: 0.5, noNaN: true }),
        widthMs: fc.double({ min: 0.05, max: 3, noNaN: true }),
        part: fc.integer({ min: 1, max: 6 }),
        damp: fc.record({
          t60: fc.double({ min: 0.02, max: 12, noNaN: true }),
          t60At3k: fc.double({ min: 0.01, max: 12, noNaN: true }),
        }),
        noise: fc.double({ min: 0, max: 1, noNaN: true }),
        seed: fc.nat(),
        keep: fc.double({ min: 0, max: 0.9, noNaN: true }),
      }),
      fc.record({
        op: fc.constant('glide' as const),
        frame: fc.nat(40_000),
        hz: fc.double({ min: 25, max: 1800, noNaN: true }),
        frames: fc.nat(20_000),
        vibratoCents: fc.double({ min: 0, max: 60, noNaN: true }),
      }),
      fc.record({
        op: fc.constant('tap' as const),
        frame: fc.nat(40_000),
        hz: fc.double({ min: 25, max: 1800, noNaN: true }),
        amp: fc.double({ min: 0, max: 0.2, noNaN: true }),
        damp: fc.constant(OPEN),
        seed: fc.nat(),
      }),
    );
    fc.assert(
      fc.property(fc.array(op, { maxLength: 14 }), (ops) => {
        const sorted = [...ops].sort((a, b) => a.frame - b.frame) as StringOp[];
        const end: StringOp = { frame: 45_000, op: 'damp', damp: { t60: 0.07, t60At3k: 0.05 } };
        const heard = stringOf([...sorted, end], 1.6);
        expect(heard.every((x) => Math.abs(x) < 4)).to.equal(true);
        expect(levelDb(heard, RATE, [1.5, 1.6])).to.be.below(-70);
      }),
      { seed: 5, numRuns: 60 },
    );
  });
});

describe('an amplifier', () => {
  it('leaves the pitch within three cents at every gain', () => {
    for (const gain of [0, 5, 9]) {
      for (const midi of [28, 40, 52, 64, 76, 88]) {
        const hz = hzOf(midi);
        const heard = through([midi], { gain, seat: midi < 40 ? 'bass' : 'guitar1', seconds: 0.7 });
        expect(
          Math.abs(cents(pitchOf(heard, RATE, { near: hz }), hz)),
          `note ${midi}, gain ${gain}`,
        ).to.be.below(3);
      }
    }
  });

  it('grinds a third in one amplifier at gain 6, and not over two', () => {
    for (const low of [45, 52]) {
      const excess = (interval: number, isApart: boolean) => {
        const [a, b] = [
          through([low], { gain: 6 }),
          through([low + interval], { gain: 6, seat: isApart ? 'guitar2' : 'guitar1', seed: 5 }),
        ];
        const both = isApart ? a.map((x, i) => x + b[i]!) : through([low, low + interval], { gain: 6 });
        return roughnessOf(both, RATE) - (roughnessOf(a, RATE) + roughnessOf(b, RATE)) / 2;
      };
      const [fifth, third] = [excess(7, false), excess(4, false)];
      expect(third / fifth, `on ${low}`).to.be.above(2.2);
      expect(excess(4, true) / third, `on ${low}, two amps`).to.be.below(0.6);
    }
  });

  it('clean, a third is as rough over two amplifiers as in one', () => {
    const both = through([45, 49], { gain: 0 });
    const [a, b] = [through([45], { gain: 0 }), through([49], { gain: 0, seed: 5 })];
    const apart = a.map((x, i) => x + b[i]!);
    expect(roughnessOf(apart, RATE) / roughnessOf(both, RATE)).to.be.within(0.9, 1.1);
  });

  it('adds little that belongs to no harmonic, even at the top (E6, gain 10)', () => {
    for (const midi of [64, 76, 88]) {
      const hz = hzOf(midi);
      const amp = new Amp('guitar1', 10, RATE);
      const out = new Float64Array(2 * RATE);
      const block = new Float64Array(BLOCK);
      for (let at = 0; at + BLOCK <= out.length; at += BLOCK) {
        for (let i = 0; i < BLOCK; i += 1) block[i] = 0.25 * Math.sin((2 * Math.PI * hz * (at + i)) / RATE);
        amp.run(block, BLOCK);
        out.set(block, at);
      }
      expect(offHarmonicDb(out, RATE, hz), `note ${midi}`).to.be.below(-45);
    }
  });

  it('is about as loud at every gain', () => {
    for (let gain = 0; gain <= 10; gain += 1) {
      const chord = Float32Array.from(through([40, 47, 52], { gain, seconds: 2 }));
      expect(loudness([chord], RATE), `gain ${gain}`).to.be.within(-25, -21);
      expect(chord.every((x) => Math.abs(x) < 1)).to.equal(true);
    }
  });

  it('law: its curve is the slope of its area', () => {
    fc.assert(
      fc.property(fc.double({ min: -4, max: 4, noNaN: true }), (x) => {
        const h = 1e-5;
        expect((area(x + h) - area(x - h)) / (2 * h)).to.be.closeTo(curve(x), 1e-4);
      }),
      { seed: 2, numRuns: 300 },
    );
  });
});

describe('filters', () => {
  it('do what their response says', () => {
    for (const [kind, of] of [
      ['lowpass', { hz: 900 }],
      ['highpass', { hz: 300, q: 0.9 }],
      ['peak', { hz: 700, q: 1.2, db: 5 }],
      ['lowshelf', { hz: 400, db: -6 }],
      ['highshelf', { hz: 2000, db: 4 }],
    ] as const) {
      const shape = biquadShape(kind, of, RATE);
      for (const hz of [100, 700, 3000]) {
        const samples = Float64Array.from({ length: RATE }, (_, i) =>
          Math.sin((2 * Math.PI * hz * i) / RATE),
        );
        new Biquad(shape).run(samples, samples.length);
        const measured = levelDb(samples, RATE, [0.5, 1]) + 3.0103;
        expect(measured, `${kind} at ${hz}`).to.be.closeTo(
          20 * Math.log10(responseAt(shape, hz, RATE)),
          0.05,
        );
      }
    }
    // At its own frequency a peak is as high as it is said to be, and a Butterworth filter 3.01 dB down (cookbook).
    expect(responseAt(biquadShape('peak', { hz: 700, db: 5 }, RATE), 700, RATE)).to.be.closeTo(
      10 ** (5 / 20),
      1e-9,
    );
    expect(responseAt(biquadShape('lowpass', { hz: 900 }, RATE), 900, RATE)).to.be.closeTo(
      Math.SQRT1_2,
      1e-9,
    );
  });

  it('twice as many samples and back: the same, and no image above', () => {
    for (const hz of [100, 3000, 15_000, 19_000]) {
      const samples = Float64Array.from({ length: 16_384 }, (_, i) =>
        Math.sin((2 * Math.PI * hz * i) / RATE),
      );
      const twice = new Float64Array(32_768);
      const back = new Float64Array(16_384);
      new Doubler().run(samples, twice, 16_384);
      new Halver().run(twice, back, 16_384);
      expect(levelDb(back, RATE, [0.08, 0.16]), `${hz} Hz`).to.be.closeTo(-3.01, 0.02);
      const sizes = spectrum(twice, 2 * RATE, 0);
      const at = (f: number) =>
        Math.max(...sizes.subarray(Math.round((f * 32_768) / (2 * RATE)) - 3).subarray(0, 7));
      expect(20 * Math.log10(at(RATE - hz) / at(hz)), `image of ${hz} Hz`).to.be.below(-80);
    }
  });
});

describe('loudness', () => {
  const sine = (db: number, hz: number) =>
    Float32Array.from(
      { length: 5 * RATE },
      (_, i) => 10 ** (db / 20) * Math.sin((2 * Math.PI * hz * i) / RATE),
    );

  it('is what the recommendation says of a 997 Hz sine (ITU-R BS.1770-4: full scale in one channel is −3.01)', () => {
    expect(loudness([sine(0, 997)], RATE)).to.be.closeTo(-3.01, 0.03);
  });

  it('is what EBU Tech 3341 asks of a meter: a stereo sine of 1 kHz at −23 dBFS is −23 LUFS', () => {
    expect(loudness([sine(-23, 1000), sine(-23, 1000)], RATE)).to.be.closeTo(-23, 0.1);
    expect(loudness([sine(-33, 1000), sine(-33, 1000)], RATE)).to.be.closeTo(-33, 0.1);
  });

  it('of silence is none', () => expect(loudness([new Float32Array(RATE)], RATE)).to.equal(-Infinity));
});

describe('third-octave bands', () => {
  it('have the nominal frequencies of ISO 266', () => {
    expect(THIRD_OCTAVES.length).to.equal(25);
    THIRD_OCTAVES.forEach((hz, i) => {
      // Each nominal frequency is within 1.5 percent of the exact one (base ten).
      expect(hz / (1000 * 10 ** ((i - 15) / 10))).to.be.within(0.985, 1.016);
    });
  });

  it('put a sine into its own band, at its level', () => {
    for (const hz of [63, 440, 1000, 5000]) {
      const bands = new ThirdOctaves(RATE);
      const samples = Float32Array.from(
        { length: RATE },
        (_, i) => 0.1 * Math.sin((2 * Math.PI * hz * i) / RATE),
      );
      bands.add(samples, samples.length);
      const levels = bands.levels();
      expect(levels.indexOf(Math.max(...levels)), `${hz} Hz`).to.equal(
        THIRD_OCTAVES.findIndex((f) => Math.abs(Math.log2(f / hz)) < 1 / 6),
      );
      expect(Math.max(...levels)).to.be.closeTo(-20, 0.6);
    }
  });
});

describe('the mix', () => {
  it('law: is never beyond full scale, and what is louder stays louder', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -9, max: 9, noNaN: true }),
        fc.double({ min: -9, max: 9, noNaN: true }),
        (a, b) => {
          expect(Math.abs(kneed(a))).to.be.below(1);
          if (a < b) expect(kneed(a)).to.be.at.most(kneed(b));
          if (Math.abs(a) < 0.79) expect(kneed(a)).to.equal(a);
        },
      ),
      { seed: 3 },
    );
  });

  it('is as loud at a side as in the middle', () => {
    for (const pan of [-1, -0.4, 0, 0.7, 1]) {
      const [left, right] = earsOf({ level: 0.8, pan });
      expect(Math.hypot(left, right)).to.be.closeTo(0.8, 1e-12);
    }
    expect(earsOf({ level: 1, pan: -1 })[1]).to.be.closeTo(0, 1e-12);
  });
});

/** Chords on two guitars and a bass for some seconds, struck in a fixed order. */
function planOf(seconds: number, loop: SoundPlan['loop'] = null): SoundPlan {
  const frames = seconds * RATE;
  const strings = (midis: readonly number[], every: number) =>
    midis.map((midi, s) =>
      Array.from({ length: Math.floor(frames / (every * RATE)) }, (_, n): StringOp =>
        pluck(hzOf(midi), { frame: Math.round(n * every * RATE) + 100 * s, seed: 31 * n + s }),
      ),
    );
  const voice = (seat: Seat, gain: number, midis: readonly number[], every: number) => ({
    seat,
    settings: [{ frame: 0, gain, delayFrames: seat === 'guitar2' ? 9000 : null }],
    strings: strings(midis, every),
  });
  return {
    rate: RATE,
    voices: [
      voice('guitar1', 7, [40, 47, 52], 0.25),
      voice('guitar2', 3, [57, 64], 0.5),
      voice('bass', 1, [28], 0.5),
    ],
    drums: Array.from(
      { length: seconds * 2 },
      (_, n) => ({ frame: (n * RATE) / 2, hit: n % 2 ? 'snare' : 'kick', amp: 1 }) as const,
    ),
    hum: [{ frame: RATE, frames: RATE, hz: 220 }],
    frames,
    loop,
    fade: null,
  };
}

function rendered(plan: SoundPlan, seconds: number, { from = 0, piece = 1024 } = {}): Float32Array[] {
  const renderer = new Renderer(plan);
  if (from > 0) renderer.seek(Math.round(from * RATE));
  const frames = Math.round(seconds * RATE);
  const stems = Array.from({ length: 5 }, () => new Float32Array(frames));
  for (let at = 0; at < frames; at += piece) {
    const count = Math.min(piece, frames - at);
    renderer.render(
      stems.map((stem) => stem.subarray(at, at + count)),
      count,
    );
  }
  return stems;
}

describe('a renderer', () => {
  it('makes the same sound every time, in whatever pieces', () => {
    const one = rendered(planOf(2), 2);
    expect(rendered(planOf(2), 2)).to.deep.equal(one);
    const other = rendered(planOf(2), 2, { piece: 512 });
    expect(
      Math.max(
        ...other.map((stem, s) => stem.reduce((m, x, i) => Math.max(m, Math.abs(x - one[s]![i]!)), 0)),
      ),
    ).to.be.below(1e-4);
    for (const stem of one) expect(stem.every((x) => Number.isFinite(x) && Math.abs(x) < 1)).to.equal(true);
    for (const stem of one) expect(levelDb(stem, RATE, [0.5, 2])).to.be.above(-60);
  });

  it('goes on from any place as if it had played up to there, 100 dB below', () => {
    const whole = rendered(planOf(7), 7);
    for (const from of [0.6, 3.21, 5]) {
      const heard = rendered(planOf(7), 0.5, { from });
      for (const s of [0, 1, 2, 3]) {
        const start = Math.round(from * RATE);
        const off = heard[s]!.map((x, i) => x - whole[s]![start + i]!);
        // Drums struck before the place are not heard again; of a delay only so many repeats are.
        const [a, b] = s === 3 ? [0.3, 0.5] : [0, 0.5];
        const against = levelDb(whole[s]!, RATE, [from, from + 0.5]);
        expect(levelDb(off, RATE, [a, b]) - against, `stem ${s} from ${from}`).to.be.below(
          [-100, -60, -100, -60][s]!,
        );
      }
    }
  });

  it('goes round without a seam', () => {
    const stems = rendered(planOf(2, { from: RATE, to: 2 * RATE }), 5);
    // Round after round the same, once what rang before is gone.
    const second = stems[0]!.subarray(3 * RATE, 4 * RATE);
    const third = stems[0]!.subarray(4 * RATE, 5 * RATE);
    const off = third.map((x, i) => x - second[i]!);
    expect(levelDb(off, RATE, [0, 1]) - levelDb(second, RATE, [0, 1])).to.be.below(-40);
  });

  it('fades out', () => {
    const [guitar] = rendered({ ...planOf(4), fade: { from: RATE, to: 4 * RATE } }, 4);
    const at = (s: number) => levelDb(guitar!, RATE, [s, s + 0.5]);
    expect(at(0.5)).to.be.above(at(2) + 6);
    expect(at(2)).to.be.above(at(3.4) + 10);
  });
});

describe('rings and decks', () => {
  const ringOf = (versions: number, plan = planOf(3)) => {
    const ring = openRing(ringMemory(versions), { fresh: true });
    const renderers = Array.from({ length: versions }, () => new Renderer(plan));
    return { ring, fill: (frames: number) => renderInto(ring, renderers, frames) };
  };
  const heardFrom = (decks: Decks, frames: number, each: () => void = () => undefined) => {
    const [left, right] = [new Float32Array(frames), new Float32Array(frames)];
    for (let at = 0; at + 128 <= frames; at += 128) {
      each();
      decks.play(left.subarray(at), right.subarray(at), 128);
    }
    return left;
  };
  const even = Array.from({ length: 5 }, () => ({ level: 1, pan: 0 }));

  it('are written no further than they are read', () => {
    const { ring, fill } = ringOf(1);
    let all = 0;
    while (roomIn(ring) > 0) all += fill(5000);
    expect(all).to.equal(2 ** 17);
    expect(fill(5000)).to.equal(0);
  });

  it('play what was rendered, and say when it is over', () => {
    const { ring, fill } = ringOf(1, planOf(1));
    const decks = new Decks(RATE);
    decks.faders(
      even.map((f, s) => ({ ...f, level: s === 0 ? 1 : 0 })),
      { atOnce: true },
    );
    decks.take(ring);
    fill(4096);
    const heard = heardFrom(decks, RATE, () => fill(1024));
    const [stem] = rendered(planOf(1), 1);
    const off = heard.subarray(0, RATE - 200).map((x, i) => x - stem![i]! * Math.SQRT1_2);
    expect(levelDb(off, RATE, [0.2, 0.95])).to.be.below(-100);
    heardFrom(decks, 4096, () => fill(1024));
    expect(decks.isStill).to.equal(true);
    expect(Atomics.load(ring.control, RING.missed)).to.equal(0);
  });

  it('begin and end softly, and go over from one thing to another without a jump', () => {
    const { ring, fill } = ringOf(2);
    const decks = new Decks(RATE);
    decks.faders(even, { atOnce: true });
    decks.take(ring);
    const begun = heardFrom(decks, 2 * 4096, () => fill(2048));
    expect(levelDb(begun, RATE, [0, 0.01])).to.be.below(levelDb(begun, RATE, [0.12, 0.16]) - 6);
    const before = heardFrom(decks, 9600, () => fill(2048));
    decks.version(1);
    const after = heardFrom(decks, 9600, () => fill(2048));
    // Two equal versions: going over is not heard at all.
    const { ring: same, fill: fillSame } = ringOf(1);
    const plain = new Decks(RATE);
    plain.faders(even, { atOnce: true });
    plain.take(same);
    const whole = heardFrom(plain, 2 * 4096 + 19_200, () => fillSame(2048));
    const off = after.map((x, i) => x - whole[2 * 4096 + before.length + i]!);
    expect(levelDb(off, RATE, [0, 0.2])).to.be.below(-100);
    decks.stop();
    const end = heardFrom(decks, 4096, () => fill(2048));
    expect(decks.isStill).to.equal(true);
    expect(levelDb(end, RATE, [0.05, 0.08])).to.be.below(-200);
  });

  it('a stretch that comes too late is silence and is counted', () => {
    const { ring, fill } = ringOf(1);
    const decks = new Decks(RATE);
    decks.faders(even, { atOnce: true });
    decks.take(ring);
    fill(4096);
    heardFrom(decks, 8192);
    expect(Atomics.load(ring.control, RING.missed)).to.be.above(0);
  });
});
