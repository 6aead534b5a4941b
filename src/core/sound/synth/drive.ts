/**
 * A soft limit: a cubic up to ±1, flat beyond. What it makes above the highest frequency is weakened by taking the mean of
 * the curve between two samples rather than the curve at one. Source: J. D. Parker, V. Zavalishin, E. Le Bivic, Reducing the
 * aliasing of nonlinear waveshaping using continuous-time convolution, DAFx-16 (2016).
 */
export class SoftLimit {
  #before = 0;
  #sumBefore = 0;

  /** Drives the first `count` samples by `gain` in place; what comes out stays within ±1. */
  run(samples: Float64Array, { gain, count }: { gain: number; count: number }): void {
    let [x0, f0] = [this.#before, this.#sumBefore];
    for (let i = 0; i < count; i += 1) {
      const x = samples[i]! * gain;
      const f = area(x);
      const step = x - x0;
      samples[i] = step > 1e-4 || step < -1e-4 ? (f - f0) / step : curve((x + x0) / 2);
      x0 = x;
      f0 = f;
    }
    this.#before = x0;
    this.#sumBefore = f0;
  }

  clear(): void {
    this.#before = 0;
    this.#sumBefore = 0;
  }
}

/** 1.5·(x − x³/3) within ±1, ±1 beyond. */
export function curve(x: number): number {
  if (x >= 1) return 1;
  if (x <= -1) return -1;
  return 1.5 * (x - (x * x * x) / 3);
}

/** Its antiderivative, 0 at 0. */
export function area(x: number): number {
  const s = x * x;
  if (s < 1) return 0.75 * s - 0.125 * s * s;
  return (x < 0 ? -x : x) - 0.375;
}
