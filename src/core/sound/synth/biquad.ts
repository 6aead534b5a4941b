/** Coefficients of a second-order filter, `a0` divided out. */
export interface BiquadShape {
  readonly b0: number;
  readonly b1: number;
  readonly b2: number;
  readonly a1: number;
  readonly a2: number;
}

/** What a filter does to what is above, below or around its frequency. */
export type BiquadKind = 'lowpass' | 'highpass' | 'peak' | 'lowshelf' | 'highshelf';

/**
 * The usual second-order filters by frequency in Hz, `q`, and for peaks and shelves decibels. Source: R. Bristow-Johnson,
 * Cookbook formulae for audio EQ biquad filter coefficients.
 */
export function biquadShape(
  kind: BiquadKind,
  { hz, q = Math.SQRT1_2, db = 0 }: { hz: number; q?: number; db?: number },
  rate: number,
): BiquadShape {
  const w = (2 * Math.PI * Math.min(hz, 0.49 * rate)) / rate;
  const [c, alpha] = [Math.cos(w), Math.sin(w) / (2 * q)];
  const A = 10 ** (db / 40);
  const root = 2 * Math.sqrt(A) * alpha;
  const made = (b: readonly [number, number, number], a: readonly [number, number, number]): BiquadShape => ({
    b0: b[0] / a[0],
    b1: b[1] / a[0],
    b2: b[2] / a[0],
    a1: a[1] / a[0],
    a2: a[2] / a[0],
  });
  switch (kind) {
    case 'lowpass':
      return made([(1 - c) / 2, 1 - c, (1 - c) / 2], [1 + alpha, -2 * c, 1 - alpha]);
    case 'highpass':
      return made([(1 + c) / 2, -(1 + c), (1 + c) / 2], [1 + alpha, -2 * c, 1 - alpha]);
    case 'peak':
      return made([1 + alpha * A, -2 * c, 1 - alpha * A], [1 + alpha / A, -2 * c, 1 - alpha / A]);
    case 'lowshelf':
      return made(
        [A * (A + 1 - (A - 1) * c + root), 2 * A * (A - 1 - (A + 1) * c), A * (A + 1 - (A - 1) * c - root)],
        [A + 1 + (A - 1) * c + root, -2 * (A - 1 + (A + 1) * c), A + 1 + (A - 1) * c - root],
      );
    case 'highshelf':
      return made(
        [A * (A + 1 + (A - 1) * c + root), -2 * A * (A - 1 + (A + 1) * c), A * (A + 1 + (A - 1) * c - root)],
        [A + 1 - (A - 1) * c + root, 2 * (A - 1 - (A + 1) * c), A + 1 - (A - 1) * c - root],
      );
  }
}

/** A second-order filter with its memory. */
export class Biquad {
  #shape: BiquadShape;
  #s1 = 0;
  #s2 = 0;

  constructor(shape: BiquadShape) {
    this.#shape = shape;
  }

  /** Another shape from now on. */
  set(shape: BiquadShape): void {
    this.#shape = shape;
  }

  clear(): void {
    this.#s1 = 0;
    this.#s2 = 0;
  }

  /** Filters the first `count` samples in place. */
  run(samples: Float64Array, count: number): void {
    const { b0, b1, b2, a1, a2 } = this.#shape;
    let [s1, s2] = [this.#s1, this.#s2];
    for (let i = 0; i < count; i += 1) {
      const x = samples[i]!;
      const y = b0 * x + s1;
      s1 = b1 * x - a1 * y + s2;
      s2 = b2 * x - a2 * y;
      samples[i] = y;
    }
    // Numbers too small for the processor's quick path are as good as nothing.
    this.#s1 = Math.abs(s1) < 1e-15 ? 0 : s1;
    this.#s2 = Math.abs(s2) < 1e-15 ? 0 : s2;
  }
}

/** Size of the response of a shape at a frequency, 1 is as loud as before. */
export function responseAt({ b0, b1, b2, a1, a2 }: BiquadShape, hz: number, rate: number): number {
  const w = (2 * Math.PI * hz) / rate;
  const size = (x: number, y: number, z: number) =>
    Math.hypot(x + y * Math.cos(w) + z * Math.cos(2 * w), y * Math.sin(w) + z * Math.sin(2 * w));
  return size(b0, b1, b2) / size(1, a1, a2);
}
