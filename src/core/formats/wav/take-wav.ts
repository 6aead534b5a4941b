import { WavSamples, writeWav } from './write-wav';

/** A recording of one channel as a WAV file of 16 bits. */
export function takeWav(audio: Float32Array, rate: number): Uint8Array {
  const samples = new WavSamples({ frames: audio.length, channels: 1, bits: 16 });
  samples.add([audio], audio.length);
  return writeWav(samples, { rate, marks: [] });
}
