import * as wavefile from 'wavefile';

/** Bits of a sample in a file. */
export type WavBits = 16 | 24;

/** A place in the sound with what it is called. */
export interface WavMark {
  readonly frame: number;
  readonly label: string;
}

/** Whole numbers of so many bits, lowest byte first, for interleaved channels; filled piece by piece. */
export class WavSamples {
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly bits: WavBits;
  readonly channels: number;
  #at = 0;
  #seed = 1;

  constructor(of: { frames: number; channels: number; bits: WavBits }) {
    this.bits = of.bits;
    this.channels = of.channels;
    this.bytes = new Uint8Array(of.frames * of.channels * (of.bits / 8));
  }

  /** Adds `count` frames of −1 … 1; what is beyond is cut. With 16 bits a triangle of noise of one step hides the steps. */
  add(channels: readonly Float32Array[], count: number): void {
    const full = 2 ** (this.bits - 1) - 1;
    const { bytes } = this;
    let at = this.#at;
    for (let i = 0; i < count; i += 1) {
      for (const channel of channels) {
        const noise = this.bits === 16 ? this.#chance() - this.#chance() : 0;
        const value = Math.max(-full - 1, Math.min(full, Math.round(channel[i]! * full + noise)));
        for (let b = 0; b < this.bits; b += 8) {
          bytes[at] = (value >> b) & 0xff;
          at += 1;
        }
      }
    }
    this.#at = at;
  }

  #chance(): number {
    this.#seed = (Math.imul(this.#seed, 1664525) + 1013904223) >>> 0;
    return this.#seed / 2 ** 32;
  }
}

/** A WAV file of samples, with marks in it. `rate` in samples a second. */
export function writeWav(samples: WavSamples, of: { rate: number; marks: readonly WavMark[] }): Uint8Array {
  const file = new WaveFile();
  file.fromScratch(samples.channels, of.rate, String(samples.bits), []);
  // Samples given as numbers would be held three times.
  const data = file as unknown as { data: { samples: Uint8Array; chunkSize: number } };
  data.data.samples = samples.bytes;
  data.data.chunkSize = samples.bytes.length;
  // The package counts in ms and rounds; frames are what is meant.
  for (const { frame, label } of of.marks)
    file.setCuePoint({ position: (1000 * frame) / of.rate, label: plain(label) });
  return file.toBuffer();
}

// The package is written for both kinds of modules and comes in one or the other.
const WaveFile = wavefile.WaveFile ?? (wavefile as unknown as { default: typeof wavefile }).default.WaveFile;

/** Marks are in plain letters: other programs read them as such. */
function plain(label: string): string {
  return label
    .normalize('NFKD')
    .replace(/♭/g, 'b')
    .replace(/♯/g, '#')
    .replace(/[^\x20-\x7e]/g, '');
}
