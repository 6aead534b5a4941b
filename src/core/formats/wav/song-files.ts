import { writeWav, WavSamples, type WavBits } from './write-wav';
import type { Heard } from '../../heard/index';
import { loudness, mixed, Renderer, STEMS, type Fader, type Stem } from '../../sound/index';

/** One file: everybody as they stand, or one alone in the middle. */
export type OutPart =
  | { readonly name: string; readonly faders: readonly Fader[] }
  | { readonly name: string; readonly stem: Stem };

/** A finished file, with how loud it is. */
export interface OutFile {
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly lufs: number;
  /** Of full scale. */
  readonly peakDb: number;
}

const PIECE = 4096;

/** Renders what is heard into files, yielding how far it is, 0 … 1. */
export function* filesOf(
  { plan, bars }: Heard,
  { parts, bits }: { parts: readonly OutPart[]; bits: WavBits },
): Generator<number, readonly OutFile[]> {
  const renderer = new Renderer({ ...plan, loop: null });
  const stems = STEMS.map(() => new Float32Array(PIECE));
  const [left, right] = [new Float32Array(PIECE), new Float32Array(PIECE)];
  const files = parts.map((part) => {
    const channels = 'stem' in part ? 1 : 2;
    return {
      part,
      samples: new WavSamples({ frames: plan.frames, channels, bits }),
      loud: new Loudest(plan.rate),
    };
  });
  for (let done = 0; done < plan.frames; done += PIECE) {
    const count = Math.min(PIECE, plan.frames - done);
    renderer.render(stems, count);
    for (const { part, samples, loud } of files) {
      if ('stem' in part) {
        const own = stems[STEMS.indexOf(part.stem)]!;
        samples.add([own], count);
        loud.add([own], count);
      } else {
        mixed(stems, part.faders, { left, right, count });
        samples.add([left, right], count);
        loud.add([left, right], count);
      }
    }
    yield (0.95 * done) / plan.frames;
  }
  const marks = bars.map(({ frame, section, bar }) => ({ frame, label: `${section} ${bar + 1}` }));
  const out: OutFile[] = [];
  for (const { part, samples, loud } of files) {
    out.push({ name: part.name, bytes: writeWav(samples, { rate: plan.rate, marks }), ...loud.measured() });
    yield 0.95 + (0.05 * out.length) / files.length;
  }
  return out;
}

/** Loudness of one file out of ten-second pieces (its loudest), and its peak: a song need not be held for it. */
class Loudest {
  readonly #rate: number;
  readonly #kept: Float32Array[];
  #filled = 0;
  #peak = 0;
  readonly #powers: number[] = [];

  constructor(rate: number) {
    this.#rate = rate;
    this.#kept = [new Float32Array(10 * rate), new Float32Array(10 * rate)];
  }

  add(channels: readonly Float32Array[], count: number): void {
    for (let i = 0; i < count; i += 1) {
      channels.forEach((channel, c) => {
        const value = channel[i]!;
        this.#kept[c]![this.#filled] = value;
        this.#peak = Math.max(this.#peak, Math.abs(value));
      });
      this.#filled += 1;
      if (this.#filled === this.#kept[0]!.length) this.#take(channels.length);
    }
    this.#channels = channels.length;
  }

  #channels = 1;

  measured(): { lufs: number; peakDb: number } {
    if (this.#powers.length === 0) this.#take(this.#channels);
    const powers = this.#powers.filter(Number.isFinite).map((lufs) => 10 ** (lufs / 10));
    const mean = powers.reduce((a, b) => a + b, 0) / Math.max(1, powers.length);
    return { lufs: 10 * Math.log10(mean), peakDb: 20 * Math.log10(this.#peak) };
  }

  #take(channels: number): void {
    const filled = this.#kept.slice(0, channels).map((channel) => channel.subarray(0, this.#filled));
    this.#powers.push(loudness(filled, this.#rate));
    this.#filled = 0;
  }
}
