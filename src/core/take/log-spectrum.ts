import FFT from 'fft.js';

/** Bins an octave, and where they begin and end, in Hz. */
const OCTAVE = 36;
const LOWEST_HZ = 70;
const HIGHEST_HZ = 4400;
const WINDOW_S = 0.37;
/** What is so far under the strongest bin is not there, in dB. */
const RANGE_DB = 45;
/** The mean of so many bins on both sides is taken off: an amplifier and a room colour broadly. */
const AROUND = 14;

export const BINS = Math.ceil(OCTAVE * Math.log2(HIGHEST_HZ / LOWEST_HZ));

/** How strong each bin of a log-frequency axis is (power, 36 an octave from 70 Hz on) in up to 0.37 s of a sound. */
export interface SpectrumReader {
  /** Power of every bin, all together 1; from a frame up to another. */
  (sound: ArrayLike<number>, from: number, to: number): Float64Array;
}

/** `cents`: so much higher than concert pitch everything is looked for. */
export function spectrumReader(rate: number, cents = 0): SpectrumReader {
  const size = 2 ** Math.round(Math.log2(WINDOW_S * rate));
  const fft = new FFT(size);
  const out = fft.createComplexArray();
  const frame = new Float64Array(size);
  const edges = Array.from(
    { length: BINS + 1 },
    (_, b) => (LOWEST_HZ * 2 ** ((b - 0.5) / OCTAVE + cents / 1200) * size) / rate,
  );
  return (sound, from, to) => {
    const length = Math.min(size, to - from);
    frame.fill(0);
    for (let i = 0; i < length; i += 1)
      frame[i] = (sound[from + i] ?? 0) * (0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / length));
    fft.realTransform(out, frame);
    const power = (k: number) => out[2 * k]! ** 2 + out[2 * k + 1]! ** 2;
    /** Between two lines of the transform. */
    const at = (x: number) => {
      const k = Math.min(size / 2 - 1, Math.floor(x));
      return power(k) + (x - k) * (power(k + 1) - power(k));
    };
    const bins = new Float64Array(BINS);
    let all = 0;
    for (let b = 0; b < BINS; b += 1) {
      const [low, high] = [edges[b]!, edges[b + 1]!];
      let most = Math.max(at(low), at((low + high) / 2), at(high));
      for (let k = Math.ceil(low); k <= high && k < size / 2; k += 1) most = Math.max(most, power(k));
      bins[b] = most;
      all += most;
    }
    for (let b = 0; b < BINS; b += 1) bins[b] = all > 0 ? bins[b]! / all : 0;
    return bins;
  };
}

/** The shape of a spectrum: loudness in dB over its floor, without what colours it broadly, of length 1. */
export function shapeOf(power: ArrayLike<number>): Float64Array {
  let most = 0;
  for (let b = 0; b < power.length; b += 1) most = Math.max(most, power[b]!);
  const floor = most * 10 ** (-RANGE_DB / 10) + 1e-300;
  const db = Float64Array.from(power, (p) => 10 * Math.log10((p + floor) / floor));
  const shape = new Float64Array(power.length);
  let length = 0;
  for (let b = 0; b < shape.length; b += 1) {
    const [from, to] = [Math.max(0, b - AROUND), Math.min(shape.length, b + AROUND + 1)];
    let sum = 0;
    for (let k = from; k < to; k += 1) sum += db[k]!;
    shape[b] = db[b]! - sum / (to - from);
    length += shape[b]! ** 2;
  }
  length = Math.sqrt(length) || 1;
  for (let b = 0; b < shape.length; b += 1) shape[b]! /= length;
  return shape;
}
