import { openTape, TapeWriter } from './tape';
import { Decks, openRing, RING, type Fader, type Ring } from '../core/sound/index';

/** What the page tells whoever plays. */
export type DeckMessage =
  | { readonly kind: 'take'; readonly memory: SharedArrayBuffer; readonly version: number }
  | { readonly kind: 'faders'; readonly faders: readonly Fader[] }
  | { readonly kind: 'version'; readonly version: number }
  | { readonly kind: 'stop' }
  /** Keeps what is heard from now on, left and right in turn, until the memory is full: to measure what was played. */
  | { readonly kind: 'capture'; readonly memory: SharedArrayBuffer }
  /** Writes what comes in on a tape, and where on it what is taken next begins to be heard; null: no more. */
  | { readonly kind: 'record'; readonly memory: SharedArrayBuffer | null };

declare const sampleRate: number;
declare const currentFrame: number;
declare function registerProcessor(name: string, processor: unknown): void;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}

/** The browser's audio thread: it only asks the decks for the next piece of time. */
class DecksProcessor extends AudioWorkletProcessor {
  readonly #decks = new Decks(sampleRate);
  #capture: { readonly samples: Float32Array; at: number; readonly ring: Ring | null } | null = null;
  #ring: Ring | null = null;
  #tape: TapeWriter | null = null;
  /** What is played was taken after the tape began. */
  #isOnTape = false;

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<DeckMessage>) => {
      switch (data.kind) {
        case 'take':
          this.#ring = openRing(data.memory);
          this.#decks.take(this.#ring, { version: data.version });
          this.#isOnTape = this.#tape !== null;
          return;
        case 'faders':
          this.#decks.faders(data.faders, { atOnce: this.#decks.isStill });
          return;
        case 'version':
          this.#decks.version(data.version);
          return;
        case 'stop':
          this.#decks.stop();
          return;
        case 'capture':
          this.#capture = { samples: new Float32Array(data.memory), at: 0, ring: this.#ring };
          return;
        case 'record':
          this.#tape = data.memory && new TapeWriter(openTape(data.memory));
          this.#isOnTape = false;
          return;
      }
    };
  }

  process(
    [into]: readonly (readonly Float32Array[])[],
    [out]: readonly (readonly Float32Array[])[],
  ): boolean {
    const [left, right] = [out![0]!, out![1] ?? out![0]!];
    this.#decks.play(left, right, left.length);
    if (this.#tape) {
      const isFull = !this.#tape.write(currentFrame, into?.[0] ?? null, left.length);
      const read = this.#ring && this.#isOnTape ? Atomics.load(this.#ring.control, RING.read) : 0;
      if (read > 0) this.#tape.begins(left.length, read);
      if (isFull) this.#tape = null;
    }
    const capture = this.#capture;
    const hasBegun = capture?.ring == null || Atomics.load(capture.ring.control, RING.read) > 0;
    if (capture && hasBegun) {
      for (let i = 0; i < left.length && capture.at + 1 < capture.samples.length; i += 1) {
        capture.samples[capture.at] = left[i]!;
        capture.samples[capture.at + 1] = right[i]!;
        capture.at += 2;
      }
    }
    return true;
  }
}

registerProcessor('decks', DecksProcessor);
