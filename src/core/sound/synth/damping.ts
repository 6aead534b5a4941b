/** How fast a string dies away: seconds until it is 60 dB softer, at its fundamental and at 3 kHz. */
export interface Damping {
  readonly t60: number;
  readonly t60At3k: number;
}

/** The filter in a string's loop: `s = b·x + a·s`, and the samples it takes at the fundamental. */
export interface LoopFilter {
  readonly a: number;
  readonly b: number;
  readonly delay: number;
}

/** At 0 Hz the loop dies away slowest; it must die away all the same. */
const MOST_AT_ZERO = 0.99995;

/**
 * One pole that loses, each time round, what two decay times ask for: 60 dB in `t60` at `hz`, 60 dB in `t60At3k` at 3 kHz
 * (or two octaves up, if that is higher). `rate` in samples a second.
 */
export function loopFilter(hz: number, { t60, t60At3k }: Damping, rate: number): LoopFilter {
  const high = Math.max(3000, 4 * hz);
  const [w, w2] = [(2 * Math.PI * hz) / rate, (2 * Math.PI * Math.min(high, 0.45 * rate)) / rate];
  const keeps = (seconds: number) => 10 ** (-3 / (Math.max(0.003, seconds) * hz));
  const atHz = keeps(t60);
  const share = Math.min(0.9999999, keeps(t60At3k) / atHz) ** 2;
  const [c, c2] = [Math.cos(w), Math.cos(w2)];
  const half = c - share * c2;
  const pole = (half - Math.sqrt(Math.max(0, half * half - (1 - share) ** 2))) / (1 - share);
  let a = Math.min(0.98, Math.max(0, pole));
  const bOf = (at: number) => atHz * Math.sqrt(1 - 2 * at * c + at * at);
  if (bOf(a) / (1 - a) > MOST_AT_ZERO) {
    let [low, up] = [0, a];
    for (let i = 0; i < 40; i += 1) {
      const middle = (low + up) / 2;
      if (bOf(middle) / (1 - middle) > MOST_AT_ZERO) up = middle;
      else low = middle;
    }
    a = low;
  }
  return {
    a,
    b: Math.min(bOf(a), MOST_AT_ZERO * (1 - a)),
    delay: Math.atan2(a * Math.sin(w), 1 - a * c) / w,
  };
}
