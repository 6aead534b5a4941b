import FFT from 'fft.js';

/** Nominal middle frequencies of third-octave bands in Hz, 31.5 Hz to 8 kHz. Source: ISO 266, IEC 61260-1. */
export const THIRD_OCTAVES = [
  31.5, 40, 50, 63, 80, 100, 125, 160, 200, 250, 315, 400, 500, 630, 800, 1000, 1250, 1600, 2000, 2500, 3150,
  4000, 5000, 6300, 8000,
] as const;

/** Band 0 is 1 kHz; ten bands are a factor of ten (base-ten system of IEC 61260-1). */
const FIRST = -15;
const WINDOW = 16_384;

/** Adds up what sounds in each third-octave band, piece by piece. */
export class ThirdOctaves {
  readonly #rate: number;
  readonly #fft = new FFT(WINDOW);
  readonly #window = Float64Array.from(
    { length: WINDOW },
    (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / WINDOW),
  );
  readonly #waiting = new Float64Array(WINDOW);
  readonly #power = new Float64Array(THIRD_OCTAVES.length);
  #filled = 0;
  #windows = 0;

  constructor(rate: number) {
    this.#rate = rate;
  }

  add(samples: Float32Array, count: number): void {
    for (let i = 0; i < count; i += 1) {
      this.#waiting[this.#filled] = samples[i]!;
      this.#filled += 1;
      if (this.#filled < WINDOW) continue;
      this.#take();
      this.#waiting.copyWithin(0, WINDOW / 2);
      this.#filled = WINDOW / 2;
    }
  }

  /** Mean level of each band in dB below a full-scale sine; −Infinity where nothing sounds. */
  levels(): readonly number[] {
    return [...this.#power].map((power) => 10 * Math.log10((2 * power) / Math.max(1, this.#windows)));
  }

  #take(): void {
    const out = this.#fft.createComplexArray() as number[];
    const input = new Array<number>(WINDOW);
    for (let i = 0; i < WINDOW; i += 1) input[i] = this.#waiting[i]! * this.#window[i]!;
    this.#fft.realTransform(out, input);
    const perBin = this.#rate / WINDOW;
    // A Hann window keeps three eighths of the power; both halves of the spectrum count.
    const scale = 2 / (WINDOW * WINDOW * 0.375);
    THIRD_OCTAVES.forEach((_, b) => {
      const middle = 1000 * 10 ** ((FIRST + b) / 10);
      const from = Math.max(1, Math.ceil((middle * 10 ** -0.05) / perBin));
      const to = Math.min(WINDOW / 2 - 1, Math.floor((middle * 10 ** 0.05) / perBin));
      let sum = 0;
      for (let k = from; k <= to; k += 1) sum += out[2 * k]! ** 2 + out[2 * k + 1]! ** 2;
      this.#power[b] = this.#power[b]! + sum * scale;
    });
    this.#windows += 1;
  }
}
