/** So long strokes have to go on to count as kept up, in ms. */
export const KEPT_UP_MS = 4000;
/** Strokes further apart than so many times the usual gap end a run. */
const BREAK = 1.8;

/**
 * Strokes a second that were kept up: the fastest stretch of at least four seconds without a break; `times` in ms, in
 * order. Null where nothing went on that long.
 */
export function strokesKeptUp(times: readonly number[]): number | null {
  const gaps = times.slice(1).map((t, i) => t - times[i]!);
  if (gaps.length === 0) return null;
  const usual = [...gaps].sort((a, b) => a - b)[Math.floor(gaps.length / 2)]!;
  let best: number | null = null;
  let start = 0;
  for (let end = 1; end < times.length; end += 1) {
    if (gaps[end - 1]! > BREAK * usual) start = end;
    // The shortest stretch that ends here and is long enough.
    while (times[end]! - times[start + 1]! >= KEPT_UP_MS) start += 1;
    const span = times[end]! - times[start]!;
    if (span >= KEPT_UP_MS) best = Math.max(best ?? 0, (1000 * (end - start)) / span);
  }
  return best === null ? null : Math.round(10 * best) / 10;
}
