/** Numbers at the head of a tape's memory, each an Int32. */
export const TAPE = {
  /** Frames that are on it. */
  written: 0,
  /** How often the microphone or the machine lost some, and how many frames: silence stands for them. */
  jumps: 1,
  lost: 2,
  /** The frame at which what was played began to be heard; −1: not yet. */
  playedAt: 3,
} as const;
const HEAD_BYTES = 16;

/** Memory for so many frames of one channel, shared with whoever records. */
export function tapeMemory(frames: number): SharedArrayBuffer {
  const memory = new SharedArrayBuffer(HEAD_BYTES + 4 * frames);
  new Int32Array(memory, 0, 4)[TAPE.playedAt] = -1;
  return memory;
}

/** The two sides of a tape's memory. */
export interface Tape {
  readonly head: Int32Array;
  readonly samples: Float32Array;
}

export function openTape(memory: SharedArrayBuffer): Tape {
  return { head: new Int32Array(memory, 0, 4), samples: new Float32Array(memory, HEAD_BYTES) };
}

/** Writes what comes in, block by block; where the clock jumped, silence stands for what was lost. */
export class TapeWriter {
  readonly #tape: Tape;
  #at = 0;
  #due: number | null = null;

  constructor(tape: Tape) {
    this.#tape = tape;
  }

  /** False when it is full. `frame`: the clock's, at the first of these samples. */
  write(frame: number, samples: Float32Array | null, count: number): boolean {
    const { head, samples: tape } = this.#tape;
    const lost = this.#due === null ? 0 : frame - this.#due;
    if (lost > 0) {
      Atomics.add(head, TAPE.jumps, 1);
      Atomics.add(head, TAPE.lost, lost);
      this.#at += lost;
    }
    this.#due = frame + count;
    if (samples !== null && this.#at < tape.length)
      tape.set(samples.subarray(0, Math.min(count, tape.length - this.#at)), this.#at);
    this.#at += count;
    Atomics.store(head, TAPE.written, Math.min(this.#at, tape.length));
    return this.#at < tape.length;
  }

  /** What is played began with the block that was written last, so many frames of it in. */
  begins(count: number, read: number): void {
    if (Atomics.load(this.#tape.head, TAPE.playedAt) < 0)
      Atomics.store(
        this.#tape.head,
        TAPE.playedAt,
        Math.max(0, this.#at - count + Math.max(0, count - read)),
      );
  }
}
