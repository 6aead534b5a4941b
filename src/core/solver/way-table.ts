import { NEVER, type Nth, type Option, type Stage } from './chain';

/** Points of a lane's step into a stage, row by row of where it comes from: `NEVER` where a held option would change. */
export function wayTable<T extends Option>(
  from: readonly T[],
  to: readonly T[],
  { stage, lane }: { stage: Stage<T>; lane: Nth },
): Float64Array {
  const steps = stage.steps[lane];
  if (!stage.held[lane] && steps?.table) return steps.table(from, to);
  const table = new Float64Array(from.length * to.length);
  if (stage.held[lane]) {
    from.forEach((a, i) => to.forEach((b, j) => (table[i * to.length + j] = a === b ? 0 : NEVER)));
  } else if (steps !== null) {
    let k = 0;
    for (const a of from) {
      for (const b of to) {
        table[k] = steps.between(a, b);
        k += 1;
      }
    }
  }
  return table;
}
