/** How one stem is heard: a factor, and a place from −1 (left) to 1 (right). */
export interface Fader {
  readonly level: number;
  readonly pan: number;
}

/** From here on, of 1, what is louder is bent rather than cut: −2 dB below full scale. */
const KNEE = 10 ** (-2 / 20);

/** Factors for the left and the right ear: as loud in the middle as at a side. */
export function earsOf({ level, pan }: Fader): readonly [left: number, right: number] {
  const angle = ((Math.max(-1, Math.min(1, pan)) + 1) * Math.PI) / 4;
  return [level * Math.cos(angle), level * Math.sin(angle)];
}

/** Never beyond ±1: above the knee a sample comes ever less closer to it. */
export function kneed(x: number): number {
  const size = x < 0 ? -x : x;
  if (size <= KNEE) return x;
  const over = (size - KNEE) / (1 - KNEE);
  const bent = KNEE + (1 - KNEE) * (over / (1 + over));
  return x < 0 ? -bent : bent;
}

/** Mixes `count` frames of stems into two channels. */
export function mixed(
  stems: readonly Float32Array[],
  faders: readonly Fader[],
  out: { readonly left: Float32Array; readonly right: Float32Array; readonly count: number },
): void {
  const { left, right, count } = out;
  const ears = faders.map(earsOf);
  for (let i = 0; i < count; i += 1) {
    let [l, r] = [0, 0];
    for (let s = 0; s < stems.length; s += 1) {
      const x = stems[s]![i]!;
      l += x * ears[s]![0];
      r += x * ears[s]![1];
    }
    left[i] = kneed(l);
    right[i] = kneed(r);
  }
}
