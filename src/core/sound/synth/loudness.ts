import { Biquad, type BiquadShape } from './biquad';

/**
 * Loudness in LUFS of channels of samples, over the whole length, in gated blocks of 400 ms. −Infinity where it is silent.
 * Source: Recommendation ITU-R BS.1770-4; the two filters by their analogue prototypes, for any rate.
 */
export function loudness(channels: readonly Float32Array[], rate: number): number {
  const block = Math.round(0.4 * rate);
  const hop = Math.round(0.1 * rate);
  const powers = channels.map((channel) => {
    const samples = Float64Array.from(channel);
    for (const shape of weighting(rate)) new Biquad(shape).run(samples, samples.length);
    return samples;
  });
  const length = channels[0]?.length ?? 0;
  const blocks: number[] = [];
  for (let at = 0; at + block <= length; at += hop) {
    let sum = 0;
    for (const samples of powers) {
      for (let i = at; i < at + block; i += 1) sum += samples[i]! * samples[i]!;
    }
    blocks.push(sum / block);
  }
  const inLufs = (power: number) => -0.691 + 10 * Math.log10(power);
  const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
  const loud = blocks.filter((power) => power > 0 && inLufs(power) > -70);
  if (loud.length === 0) return -Infinity;
  const gate = inLufs(mean(loud)) - 10;
  return inLufs(mean(loud.filter((power) => inLufs(power) > gate)));
}

/** The shelf of a head and the high-pass below it. */
function weighting(rate: number): readonly BiquadShape[] {
  const shelf = ((): BiquadShape => {
    const [hz, gain, q] = [1681.974450955533, 3.999843853973347, 0.7071752369554196];
    const k = Math.tan((Math.PI * hz) / rate);
    const vh = 10 ** (gain / 20);
    const vb = vh ** 0.4996667741545416;
    const a0 = 1 + k / q + k * k;
    return {
      b0: (vh + (vb * k) / q + k * k) / a0,
      b1: (2 * (k * k - vh)) / a0,
      b2: (vh - (vb * k) / q + k * k) / a0,
      a1: (2 * (k * k - 1)) / a0,
      a2: (1 - k / q + k * k) / a0,
    };
  })();
  const [hz, q] = [38.13547087602444, 0.5003270373238773];
  const k = Math.tan((Math.PI * hz) / rate);
  const a0 = 1 + k / q + k * k;
  const high = { b0: 1, b1: -2, b2: 1, a1: (2 * (k * k - 1)) / a0, a2: (1 - k / q + k * k) / a0 };
  return [shelf, high];
}
