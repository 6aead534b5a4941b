/** Longest repeat, in seconds. */
const LONGEST_S = 2;
/** Each repeat is half as loud as the one before, common practice. */
const SHARE = 0.5;

/** A delay after the amplifier. Turned off, what repeats still dies away. */
export class Echo {
  readonly #line: Float32Array;
  #at = 0;
  #frames: number | null;
  #quiet = 0;

  constructor(frames: number | null, rate: number) {
    this.#line = new Float32Array(Math.ceil(LONGEST_S * rate));
    this.#frames = frames;
    this.#last = frames;
    this.#quiet = this.#line.length;
  }

  /** What it was set to while something may still repeat. */
  #last: number | null;

  set(frames: number | null): void {
    this.#frames = frames;
    if (frames !== null) this.#last = frames;
  }

  run(samples: Float64Array, count: number): void {
    if (this.#frames === null && this.#quiet >= this.#line.length) return;
    const length = this.#line.length;
    const back = Math.min(length - 1, Math.max(1, this.#last ?? 1));
    for (let i = 0; i < count; i += 1) {
      const from = this.#at - back;
      const repeat = SHARE * this.#line[from < 0 ? from + length : from]!;
      const dry = this.#frames === null ? 0 : samples[i]!;
      const kept = dry + repeat;
      this.#line[this.#at] = kept > 1e-7 || kept < -1e-7 ? kept : 0;
      this.#at = this.#at + 1 === length ? 0 : this.#at + 1;
      samples[i] = samples[i]! + repeat;
    }
    this.#quiet = this.#frames === null ? this.#quiet + count : 0;
  }

  clear(): void {
    this.#line.fill(0);
    this.#quiet = this.#line.length;
  }
}
