/** An option that was left out, with what it costs one chain at least. */
export interface Out {
  readonly index: number;
  readonly kind: number;
  readonly value: number;
  forward: number;
  backward: number;
  isForwardExact: boolean;
  isBackwardExact: boolean;
  /** Stands for all that are far from mattering: its steps are free. */
  readonly isRest: boolean;
}

/** A fresh one: what the way to it and on from it costs is not known yet. */
export function outOf(of: Pick<Out, 'index' | 'kind' | 'value' | 'isRest'>): Out {
  return { ...of, forward: 0, backward: 0, isForwardExact: false, isBackwardExact: false };
}

/** What a whole chain with it costs at least. */
export function costWith(one: Out): number {
  return one.value + one.forward + one.backward;
}

/** The least of those left out with their step, for each kind; only steps that may be the least are worked out. */
export function cheapestOut(
  out: readonly Out[],
  of: { kinds: number; rough: (one: Out) => number; exact: (one: Out) => number },
): Float64Array {
  const best = new Float64Array(of.kinds).fill(Infinity);
  for (const one of out) {
    if (one.value + of.rough(one) >= best[one.kind]!) continue;
    best[one.kind] = Math.min(best[one.kind]!, one.value + of.exact(one));
  }
  return best;
}

/** The least value with its step among active options; `least` where none is below it. */
export function leastStep<T>(
  active: readonly T[],
  { values, least }: { values: Float64Array; least: number },
  way: (option: T) => number,
): number {
  let best = least;
  for (let i = 0; i < active.length; i += 1) {
    if (values[i]! >= best) continue; // ways cost nothing at least
    const v = values[i]! + way(active[i]!);
    if (v < best) best = v;
  }
  return best;
}
