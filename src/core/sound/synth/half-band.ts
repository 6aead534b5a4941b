/**
 * Coefficients of two chains of allpass sections whose sum is a half-band filter, stop band below −96 dB with a transition of
 * 0.06 of the rate: elliptic design by the Jacobi theta series. Source: R. A. Valenzuela, A. G. Constantinides, Digital
 * signal processing schemes for efficient interpolation and decimation, IEE Proc. G 130 (1983).
 */
export function halfBandCoefficients(count: number, transition: number): readonly number[] {
  let k = Math.tan(((1 - transition * 2) * Math.PI) / 4);
  k *= k;
  const root = (1 - k * k) ** 0.25;
  const e = (0.5 * (1 - root)) / (1 + root);
  const e4 = e ** 4;
  const q = e * (1 + e4 * (2 + e4 * (15 + 150 * e4)));
  const order = count * 2 + 1;
  return Array.from({ length: count }, (_, index) => {
    const c = index + 1;
    let above = 0;
    for (let i = 0, sign = 1; i < 24; i += 1, sign = -sign)
      above += sign * q ** (i * (i + 1)) * Math.sin(((i * 2 + 1) * c * Math.PI) / order);
    let below = 0;
    for (let i = 1, sign = -1; i < 24; i += 1, sign = -sign)
      below += sign * q ** (i * i) * Math.cos((i * 2 * c * Math.PI) / order);
    const ww = ((above * q ** 0.25) / (below + 0.5)) ** 2;
    const x = Math.sqrt((1 - ww * k) * (1 - ww / k)) / (1 + ww);
    return (1 - x) / (1 + x);
  });
}

const COEFFICIENTS = halfBandCoefficients(6, 0.06);
const EVEN = COEFFICIENTS.filter((_, i) => i % 2 === 0);
const ODD = COEFFICIENTS.filter((_, i) => i % 2 === 1);

/** A chain of first-order allpass sections at the lower rate. */
class Chain {
  readonly #c: Float64Array;
  readonly #x: Float64Array;
  readonly #y: Float64Array;

  constructor(coefficients: readonly number[]) {
    this.#c = Float64Array.from(coefficients);
    this.#x = new Float64Array(coefficients.length);
    this.#y = new Float64Array(coefficients.length);
  }

  step(input: number): number {
    let v = input;
    const [c, x, y] = [this.#c, this.#x, this.#y];
    for (let i = 0; i < c.length; i += 1) {
      const out = c[i]! * (v - y[i]!) + x[i]!;
      x[i] = v;
      y[i] = out;
      v = out;
    }
    return v;
  }

  clear(): void {
    this.#x.fill(0);
    this.#y.fill(0);
  }

  flush(): void {
    for (let i = 0; i < this.#c.length; i += 1) {
      if (Math.abs(this.#x[i]!) < 1e-15) this.#x[i] = 0;
      if (Math.abs(this.#y[i]!) < 1e-15) this.#y[i] = 0;
    }
  }
}

/** Twice as many samples: `out` gets 2·count of them. */
export class Doubler {
  readonly #even = new Chain(EVEN);
  readonly #odd = new Chain(ODD);

  run(input: Float64Array, out: Float64Array, count: number): void {
    for (let i = 0; i < count; i += 1) {
      const x = input[i]!;
      out[2 * i] = this.#even.step(x);
      out[2 * i + 1] = this.#odd.step(x);
    }
    this.#even.flush();
    this.#odd.flush();
  }

  clear(): void {
    this.#even.clear();
    this.#odd.clear();
  }
}

/** Half as many samples: 2·count of them become count. */
export class Halver {
  readonly #even = new Chain(EVEN);
  readonly #odd = new Chain(ODD);

  run(input: Float64Array, out: Float64Array, count: number): void {
    for (let i = 0; i < count; i += 1) {
      out[i] = 0.5 * (this.#even.step(input[2 * i + 1]!) + this.#odd.step(input[2 * i]!));
    }
    this.#even.flush();
    this.#odd.flush();
  }

  clear(): void {
    this.#even.clear();
    this.#odd.clear();
  }
}
