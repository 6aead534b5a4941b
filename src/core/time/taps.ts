/** After so long a pause tapping begins anew. */
const PAUSE_MS = 3000;
/** So many taps at the end are looked at: who taps on gets nearer to what is meant now. */
const MOST_TAPS = 17;
const LEAST_TAPS = 3;

/**
 * Beats a minute of what was tapped last, to a tenth; `times` in ms, in order. A tap left out counts as two beats. Null
 * while fewer than three taps stand together. The slope of the taps over their beats (least squares): single taps that
 * were early or late hardly move it.
 */
export function tempoOfTaps(times: readonly number[]): number | null {
  const from = times.findLastIndex((t, i) => i > 0 && t - times[i - 1]! > PAUSE_MS);
  const taps = times.slice(Math.max(0, from)).slice(-MOST_TAPS);
  if (taps.length < LEAST_TAPS) return null;
  const gaps = taps.slice(1).map((t, i) => t - taps[i]!);
  const beat = [...gaps].sort((a, b) => a - b)[Math.floor((gaps.length - 1) / 2)]!;
  if (beat <= 0) return null;
  const beats: number[] = [0];
  for (const gap of gaps) beats.push(beats.at(-1)! + Math.max(1, Math.round(gap / beat)));
  const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
  const [t, b] = [mean(taps), mean(beats)];
  const over = beats.reduce((sum, n, i) => sum + (n - b) * (taps[i]! - t), 0);
  const under = beats.reduce((sum, n) => sum + (n - b) ** 2, 0);
  return Math.round((10 * 60_000) / (over / under)) / 10;
}
