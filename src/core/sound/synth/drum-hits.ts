/** What a drummer hits, and the sticks that count in: the first beat and the others. */
export const DRUM_HITS = ['kick', 'snare', 'hat', 'count-one', 'count'] as const;
/** One of them. */
export type DrumHit = (typeof DRUM_HITS)[number];

/** The hits, each worked out once: sines that fall and die away, and noise. The same every time. */
export function drumSamples(rate: number): Readonly<Record<DrumHit, Float32Array>> {
  return {
    kick: made(
      rate,
      0.28,
      (t) => Math.sin(2 * Math.PI * (46 * t + 2.6 * (1 - Math.exp(-t * 38)))) * fall(t, 0.16) * 0.6,
    ),
    snare: made(
      rate,
      0.22,
      (t, noise) =>
        (0.26 * Math.sin(2 * Math.PI * 188 * t) + 0.16 * Math.sin(2 * Math.PI * 331 * t)) * fall(t, 0.07) +
        0.27 * noise.high * fall(t, 0.11),
    ),
    hat: made(rate, 0.07, (t, noise) => 0.28 * noise.higher * fall(t, 0.026)),
    'count-one': made(rate, 0.06, (t) => stick(t, 1760)),
    count: made(rate, 0.06, (t) => stick(t, 1320)),
  };
}

function stick(t: number, hz: number): number {
  return (
    (0.3 * Math.sin(2 * Math.PI * hz * t) + 0.12 * Math.sin(2 * Math.PI * hz * 2.76 * t)) * fall(t, 0.018)
  );
}

/** Down to a hundredth after `seconds` times 2, softly begun. */
function fall(t: number, seconds: number): number {
  return Math.min(1, t / 0.0015) * Math.exp((-2.3 * t) / seconds);
}

/** As loud as leaves room for everybody else, at the far wall. */
const LOUD = 1.35;

function made(
  rate: number,
  seconds: number,
  at: (t: number, noise: { high: number; higher: number }) => number,
): Float32Array {
  let seed = 20_011;
  let [low, lower] = [0, 0];
  const length = Math.round(seconds * rate);
  // The same noise whatever the rate would need another filter; nobody compares rates.
  return Float32Array.from({ length }, (_, i) => {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
    const white = seed / 2 ** 31 - 1;
    low += 0.22 * (white - low);
    const high = white - low;
    lower += 0.55 * (high - lower);
    const end = Math.min(1, (length - i) / (0.004 * rate));
    return LOUD * end * at(i / rate, { high, higher: high - lower });
  });
}
