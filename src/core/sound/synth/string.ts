import { loopFilter, type Damping } from './damping';

/** What is done to one string, at a frame counted from the beginning of the plan. */
export type StringOp = { readonly frame: number } & (
  | {
      /** Struck: everything about the stroke is in it. */
      readonly op: 'pluck';
      readonly hz: number;
      readonly amp: number;
      /** Where along the string it is struck, as a share of its length, 0 … 0.5. */
      readonly beta: number;
      /** How blunt what strikes it is, in ms. */
      readonly widthMs: number;
      /** 1: the whole string rings; n: in n equal parts (a harmonic). */
      readonly part: number;
      readonly damp: Damping;
      /** Share of noise in the stroke, 0 … 1. */
      readonly noise: number;
      readonly seed: number;
      /** How much of what sounded before is left, 0 … 1. */
      readonly keep: number;
    }
  | { readonly op: 'damp'; readonly damp: Damping }
  | {
      /** Bent or slid to another pitch; vibrato on it in cents, 0: none. */
      readonly op: 'glide';
      readonly hz: number;
      readonly frames: number;
      readonly vibratoCents: number;
    }
  | {
      /** Hammered on or pulled off: another length and a dull tap. */
      readonly op: 'tap';
      readonly hz: number;
      readonly amp: number;
      readonly damp: Damping;
      readonly seed: number;
    }
);

/** Longest period that fits: strings down to 17 Hz at 96,000 samples a second. */
const LINE = 8192;
const MASK = LINE - 1;
/** Pitch moves in steps of so many frames. */
const CONTROL = 32;
/** Under this nothing is heard; the string stands still. */
const SILENCE = 2e-6;
const VIBRATO_HZ = 5.4;

/** One string as a delay line with a filter in its loop. Frames must be asked for in order. */
export class WaveString {
  readonly #line = new Float32Array(LINE);
  readonly #ops: readonly StringOp[];
  readonly #rate: number;
  #next = 0;
  #head = 0;
  #last = 0;
  #hz = 0;
  #damp: Damping = { t60: 1, t60At3k: 0.5 };
  #filter = { a: 0, b: 0, delay: 0 };
  #glide: { readonly from: number; readonly to: number; left: number; readonly frames: number } | null = null;
  #vibrato = 0;
  #phase = 0;
  #isStill = true;

  constructor(ops: readonly StringOp[], rate: number) {
    this.#ops = ops;
    this.#rate = rate;
  }

  get isStill(): boolean {
    return this.#isStill;
  }

  /** Goes on from a frame; what sounds, sounds on. */
  jump(frame: number): void {
    let low = 0;
    let high = this.#ops.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.#ops[middle]!.frame < frame) low = middle + 1;
      else high = middle;
    }
    this.#next = low;
  }

  /** Where it was struck `times` strokes before a frame, but not more than `most` frames before; the frame itself if it was not. */
  struckBefore(frame: number, { times, most }: { times: number; most: number }): number {
    let [at, left] = [frame, times];
    for (let i = this.#next - 1; i >= 0 && left > 0 && this.#ops[i]!.frame >= frame - most; i -= 1) {
      if (this.#ops[i]!.op !== 'pluck') continue;
      at = this.#ops[i]!.frame;
      left -= 1;
    }
    return at;
  }

  silence(): void {
    this.#line.fill(0);
    this.#last = 0;
    this.#isStill = true;
    this.#glide = null;
    this.#vibrato = 0;
  }

  /** Adds `count` frames from `frame` on to `out` from `offset` on. */
  addTo(out: Float64Array, at: { frame: number; offset: number; count: number }): void {
    let { frame, offset, count } = at;
    while (count > 0) {
      while (this.#next < this.#ops.length && this.#ops[this.#next]!.frame <= frame) {
        this.#do(this.#ops[this.#next]!);
        this.#next += 1;
      }
      const until = this.#ops[this.#next]?.frame ?? Infinity;
      const moves = this.#glide !== null || this.#vibrato > 0;
      const n = Math.min(count, until - frame, moves ? CONTROL : LINE / 4);
      if (!this.#isStill) {
        if (moves) this.#move(n);
        this.#run(out, offset, n);
      }
      frame += n;
      offset += n;
      count -= n;
    }
  }

  #run(out: Float64Array, offset: number, count: number): void {
    const line = this.#line;
    const { a, b, delay } = this.#filter;
    const whole = Math.max(2, this.#rate / this.#hz - delay);
    const first = Math.floor(whole) - 1;
    const d = whole - first;
    const h0 = (-(d - 1) * (d - 2) * (d - 3)) / 6;
    const h1 = (d * (d - 2) * (d - 3)) / 2;
    const h2 = (-d * (d - 1) * (d - 3)) / 2;
    const h3 = (d * (d - 1) * (d - 2)) / 6;
    let head = this.#head;
    let s = this.#last;
    let most = 0;
    for (let i = 0; i < count; i += 1) {
      const r = head - first;
      const x =
        h0 * line[r & MASK]! +
        h1 * line[(r - 1) & MASK]! +
        h2 * line[(r - 2) & MASK]! +
        h3 * line[(r - 3) & MASK]!;
      s = b * x + a * s;
      line[head & MASK] = s;
      head += 1;
      out[offset + i] = out[offset + i]! + s;
      const size = s < 0 ? -s : s;
      if (size > most) most = size;
    }
    this.#head = head & MASK;
    this.#last = s;
    // Within a period something is at its most.
    if (most < SILENCE && count * this.#hz >= this.#rate) this.silence();
  }

  #do(op: StringOp): void {
    switch (op.op) {
      case 'pluck':
        this.#tune(op.hz, op.damp);
        this.#vibrato = 0;
        this.#excite(op);
        return;
      case 'damp':
        if (!this.#isStill) this.#tune(this.#hz, op.damp);
        return;
      case 'glide':
        if (this.#isStill) return;
        this.#glide =
          op.frames > 0 && op.hz !== this.#hz
            ? { from: this.#hz, to: op.hz, left: op.frames, frames: op.frames }
            : null;
        if (this.#glide === null) this.#tune(op.hz, this.#damp);
        if (this.#vibrato === 0) this.#phase = 0;
        this.#vibrato = op.vibratoCents;
        return;
      case 'tap':
        this.#tune(op.hz, op.damp);
        this.#vibrato = 0;
        this.#excite({ ...op, beta: 0.5, widthMs: 1.6, part: 1, noise: 0.02, keep: 0.85 });
        return;
    }
  }

  #tune(hz: number, damp: Damping): void {
    this.#glide = null;
    this.#base = hz;
    this.#hz = hz;
    this.#damp = damp;
    this.#filter = loopFilter(hz, damp, this.#rate);
  }

  /** Without vibrato. */
  #base = 0;

  #move(frames: number): void {
    const glide = this.#glide;
    if (glide) {
      glide.left = Math.max(0, glide.left - frames);
      const share = 1 - glide.left / glide.frames;
      this.#base = glide.from * (glide.to / glide.from) ** share;
      if (glide.left === 0) this.#glide = null;
    }
    this.#phase += (2 * Math.PI * VIBRATO_HZ * frames) / this.#rate;
    // A finger bends a string up only.
    const cents = (this.#vibrato * (1 - Math.cos(this.#phase))) / 2;
    this.#hz = this.#base * 2 ** (cents / 1200);
    this.#filter = loopFilter(this.#hz, this.#damp, this.#rate);
  }

  /** One period of the ideal pluck's velocity, its edges as round as what strikes is blunt, added to what is left. */
  #excite(of: Extract<StringOp, { op: 'pluck' }> | ExciteOf): void {
    const line = this.#line;
    const { amp, beta, part, noise, keep } = of;
    const period = this.#rate / this.#hz;
    const length = Math.min(LINE - 8, Math.ceil(period) + 3);
    if (this.#isStill) {
      line.fill(0);
      this.#last = 0;
      this.#isStill = false;
    } else {
      for (let i = 0; i < LINE; i += 1) line[i] = line[i]! * keep;
      this.#last *= keep;
    }
    const width = Math.min(0.45, (of.widthMs / 1000) * (this.#hz * part));
    const unit = amp / Math.sqrt(beta * (1 - beta));
    let seed = of.seed >>> 0;
    const cycle = period / part;
    let mean = 0;
    const wave = new Float64Array(length);
    for (let i = 0; i < length; i += 1) {
      const phase = (i / cycle) % 1;
      let value = unit * (pulse(phase, beta, width) - beta);
      if (noise > 0) {
        seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
        value += amp * noise * (seed / 2 ** 31 - 1);
      }
      wave[i] = value;
      mean += value;
    }
    mean /= length;
    for (let i = 0; i < length; i += 1) {
      const at = (this.#head - length + i) & MASK;
      line[at] = line[at]! + wave[i]! - mean;
    }
  }
}

type ExciteOf = Omit<Extract<StringOp, { op: 'pluck' }>, 'op' | 'frame' | 'hz' | 'damp'>;

/** A rectangle from 0 to `beta` of a period with edges `width` wide, round like a raised cosine. */
function pulse(phase: number, beta: number, width: number): number {
  const near = Math.min(phase, 1 - phase) < width / 2 ? (phase < 0.5 ? phase : phase - 1) : null;
  if (near !== null) return edge(near / width);
  const after = phase - beta;
  if (Math.abs(after) < width / 2) return 1 - edge(after / width);
  return phase < beta ? 1 : 0;
}

/** From 0 at −0.5 to 1 at 0.5. */
function edge(x: number): number {
  return 0.5 + 0.5 * Math.sin(Math.PI * Math.max(-0.5, Math.min(0.5, x)));
}

/** One string struck once and left to ring, without an amplifier; `rate` in samples a second. */
export function plainString(
  hz: number,
  of: { readonly rate: number; readonly seconds: number },
): Float64Array {
  const frames = Math.ceil(of.seconds * of.rate);
  const out = new Float64Array(frames);
  const damp = { t60: Math.min(8, Math.max(1.8, 7 * Math.sqrt(82 / hz))), t60At3k: 1 };
  const pluck: StringOp = {
    frame: 0,
    op: 'pluck',
    hz,
    amp: 0.5,
    beta: 0.17,
    widthMs: 0.25,
    part: 1,
    damp,
    noise: 0,
    seed: 1,
    keep: 0,
  };
  new WaveString([pluck], of.rate).addTo(out, { frame: 0, offset: 0, count: frames });
  return out;
}
