import FFT from 'fft.js';
import { roughness, type Partial } from '../src/core/sound/index';

/** Measures of sound for tests: none of them uses the code that made the sound. */

/** Pitch near a guess in Hz, by how far the phase of one partial moves between two windows; 0.4 s from `from` s on. */
export function pitchOf(
  samples: ArrayLike<number>,
  rate: number,
  { near, from = 0.1 }: { near: number; from?: number },
): number {
  const start = Math.round(from * rate);
  const count = Math.round(0.4 * rate);
  const hop = Math.round(0.1 * rate);
  const phase = (at: number, hz: number) => {
    let [re, im] = [0, 0];
    for (let i = 0; i < count; i += 1) {
      const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / count);
      const angle = (2 * Math.PI * hz * (i + at)) / rate;
      re += window * samples[at + i]! * Math.cos(angle);
      im -= window * samples[at + i]! * Math.sin(angle);
    }
    return Math.atan2(im, re);
  };
  let hz = near;
  for (let round = 0; round < 3; round += 1) {
    let moved = phase(start + hop, hz) - phase(start, hz);
    moved -= 2 * Math.PI * Math.round(moved / (2 * Math.PI));
    hz += ((moved / (2 * Math.PI)) * rate) / hop;
  }
  return hz;
}

export function cents(hz: number, from: number): number {
  return 1200 * Math.log2(hz / from);
}

/** Root mean square of a stretch in seconds, in dB. */
export function levelDb(
  samples: ArrayLike<number>,
  rate: number,
  [from, to]: readonly [number, number],
): number {
  let sum = 0;
  const [a, b] = [Math.round(from * rate), Math.min(samples.length, Math.round(to * rate))];
  for (let i = a; i < b; i += 1) sum += samples[i]! ** 2;
  return 10 * Math.log10(sum / Math.max(1, b - a) + 1e-30);
}

/** Amplitude of one frequency over two of its periods, in dB. */
export function partialDb(
  samples: ArrayLike<number>,
  rate: number,
  { hz, at }: { hz: number; at: number },
): number {
  const start = Math.round(at * rate);
  const count = Math.round((2 * rate) / hz);
  let [re, im] = [0, 0];
  for (let i = 0; i < count; i += 1) {
    const angle = (2 * Math.PI * hz * i) / rate;
    re += (samples[start + i] ?? 0) * Math.cos(angle);
    im += (samples[start + i] ?? 0) * Math.sin(angle);
  }
  return 20 * Math.log10(Math.hypot(re, im) / count + 1e-30);
}

/** Sizes of 16,384 frequencies up to half the rate, of a Hann window that begins at `from` s. */
export function spectrum(samples: ArrayLike<number>, rate: number, from: number): Float64Array {
  const size = 32_768;
  const fft = new FFT(size);
  const out = fft.createComplexArray() as number[];
  const start = Math.round(from * rate);
  const input = Array.from(
    { length: size },
    (_, i) => (samples[start + i] ?? 0) * (0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size)),
  );
  fft.realTransform(out, input);
  return Float64Array.from(
    { length: size / 2 },
    (_, k) => (4 * Math.hypot(out[2 * k]!, out[2 * k + 1]!)) / size,
  );
}

/** Peaks of a spectrum between 40 Hz and 8 kHz, none softer than a thousandth of the loudest. */
export function partialsOf(sizes: Float64Array, rate: number): readonly Partial[] {
  const perBin = rate / 2 / sizes.length;
  const most = sizes.reduce((a, b) => Math.max(a, b), 0);
  const peaks: Partial[] = [];
  for (let k = 2; k < sizes.length - 2; k += 1) {
    const hz = k * perBin;
    if (hz < 40 || hz > 8000 || sizes[k]! < most / 1000) continue;
    if (sizes[k]! > sizes[k - 1]! && sizes[k]! >= sizes[k + 1]!) peaks.push({ hz, amplitude: sizes[k]! });
  }
  return peaks;
}

/** Roughness of a sound (Sethares' curve) by its own loudness: how loud it is does not count. */
export function roughnessOf(samples: ArrayLike<number>, rate: number, from = 0.3): number {
  const peaks = partialsOf(spectrum(samples, rate, from), rate);
  const size = Math.sqrt(peaks.reduce((sum, { amplitude }) => sum + amplitude ** 2, 0));
  return roughness(peaks.map(({ hz, amplitude }) => ({ hz, amplitude: amplitude / size })));
}

/** Energy between 40 Hz and 8 kHz that lies on no harmonic of a note, against that which does, in dB. */
export function offHarmonicDb(samples: ArrayLike<number>, rate: number, hz: number): number {
  const sizes = spectrum(samples, rate, 0.3);
  const perBin = rate / 2 / sizes.length;
  let [on, off] = [0, 0];
  for (let k = Math.ceil(40 / perBin); k * perBin < 8000; k += 1) {
    const away = Math.abs(k * perBin - hz * Math.round((k * perBin) / hz));
    if (away < 5 * perBin) on += sizes[k]! ** 2;
    else off += sizes[k]! ** 2;
  }
  return 10 * Math.log10(off / on);
}
