import { expect } from 'chai';
import { WavSamples, writeWav } from './write-wav';

/** Chunks of a RIFF file by their own headers. Source: Multimedia Programming Interface and Data Specifications 1.0 (1991). */
function chunksOf(bytes: Uint8Array): Map<string, DataView> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const name = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));
  expect([name(0), name(8)]).to.deep.equal(['RIFF', 'WAVE']);
  expect(view.getUint32(4, true)).to.equal(bytes.length - 8);
  const chunks = new Map<string, DataView>();
  for (let at = 12; at + 8 <= bytes.length;) {
    const size = view.getUint32(at + 4, true);
    chunks.set(name(at), new DataView(bytes.buffer, bytes.byteOffset + at + 8, size));
    at += 8 + size + (size % 2);
  }
  return chunks;
}

const ramp = Float32Array.from([0, 0.5, -0.5, 1, -1, 2, -2, 1e-9]);

describe('a WAV file', () => {
  for (const bits of [16, 24] as const) {
    it(`of ${bits} bits holds what was given, lowest byte first, cut at full scale`, () => {
      const samples = new WavSamples({ frames: ramp.length, channels: 2, bits });
      samples.add([ramp, ramp.map((x) => -x)], ramp.length);
      const chunks = chunksOf(writeWav(samples, { rate: 48_000, marks: [] }));
      const format = chunks.get('fmt ')!;
      // PCM, channels, rate, bytes a second, bytes a frame, bits.
      expect(format.getUint16(0, true)).to.equal(1);
      expect(format.getUint16(2, true)).to.equal(2);
      expect(format.getUint32(4, true)).to.equal(48_000);
      expect(format.getUint32(8, true)).to.equal((48_000 * 2 * bits) / 8);
      expect(format.getUint16(12, true)).to.equal((2 * bits) / 8);
      expect(format.getUint16(14, true)).to.equal(bits);
      const data = chunks.get('data')!;
      const full = 2 ** (bits - 1);
      const at = (i: number) =>
        bits === 16
          ? data.getInt16(2 * i, true)
          : data.getUint16(3 * i, true) + data.getInt8(3 * i + 2) * 65_536;
      ramp.forEach((x, i) => {
        const wanted = Math.max(-full, Math.min(full - 1, Math.round(x * (full - 1))));
        // With 16 bits a step of noise hides the steps.
        expect(at(2 * i)).to.be.closeTo(wanted, bits === 16 ? 1.01 : 0);
      });
    });
  }

  it('has its marks at their frames, in plain letters', () => {
    const samples = new WavSamples({ frames: 1000, channels: 1, bits: 16 });
    samples.add([new Float32Array(1000)], 1000);
    const bytes = writeWav(samples, {
      rate: 48_000,
      marks: [
        { frame: 0, label: 'Verse 1' },
        { frame: 480, label: 'Lift in B♭ 2' },
      ],
    });
    const chunks = chunksOf(bytes);
    const cue = chunks.get('cue ')!;
    expect(cue.getUint32(0, true)).to.equal(2);
    expect([0, 1].map((n) => cue.getUint32(4 + 24 * n + 20, true))).to.deep.equal([0, 480]);
    expect(Buffer.from(bytes).toString('latin1')).to.include('Lift in Bb 2');
  });
});
