/** One partial of a sound: frequency in Hz, amplitude without unit. */
export interface Partial {
  readonly hz: number;
  readonly amplitude: number;
}

/** Constants of the parametrised two-tone curve. Source: Sethares, JASA 94 (1993), after Plomp & Levelt, JASA 38 (1965). */
const B1 = 3.5;
const B2 = 5.75;
const X_STAR = 0.24;
const S1 = 0.0207;
const S2 = 18.96;

/** The curve itself over the scaled distance `x`: greatest (0.1808) at ln(B2/B1)/(B2−B1) = 0.2206. */
export function roughnessKernel(x: number): number {
  return Math.exp(-B1 * x) - Math.exp(-B2 * x);
}

/** Roughness of two partials: amplitude product times the kernel at their distance in critical-band units. */
export function pairRoughness(a: Partial, b: Partial): number {
  const scale = X_STAR / (S1 * Math.min(a.hz, b.hz) + S2);
  return a.amplitude * b.amplitude * roughnessKernel(scale * Math.abs(a.hz - b.hz));
}

/** Sum over all pairs of a spectrum; partials in any order, none gives 0. */
export function roughness(partials: readonly Partial[]): number {
  const sorted = [...partials].sort((a, b) => a.hz - b.hz);
  let sum = 0;
  for (let i = 0; i < sorted.length; i += 1) {
    const a = sorted[i]!;
    const farthest = (3 * (S1 * a.hz + S2)) / X_STAR; // the kernel is below 3e−5 from x = 3 on
    for (let j = i + 1; j < sorted.length && sorted[j]!.hz - a.hz < farthest; j += 1) {
      sum += pairRoughness(a, sorted[j]!);
    }
  }
  return sum;
}
