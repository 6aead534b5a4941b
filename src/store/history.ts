/** Undo and redo over immutable values; earlier values share most of their structure with later ones. */
export interface History<T> {
  readonly past: readonly Step<T>[];
  readonly future: readonly Step<T>[];
}

interface Step<T> {
  readonly value: T;
  /** What was done to leave this value: "lock Guitar 1, bar 2". */
  readonly label: string;
  readonly mergeKey: string | null;
}

export const NO_HISTORY: History<never> = { past: [], future: [] };

/** Remembers `before`; steps with the same merge key directly after each other (typing) become one. */
export function remembered<T>(
  history: History<T>,
  before: T,
  step: { label: string; mergeKey?: string | null },
): History<T> {
  const mergeKey = step.mergeKey ?? null;
  const last = history.past.at(-1);
  if (mergeKey !== null && last?.mergeKey === mergeKey && history.future.length === 0) return history;
  return { past: [...history.past, { value: before, label: step.label, mergeKey }], future: [] };
}

/** One step back from `now`; null when there is none. */
export function undone<T>(
  history: History<T>,
  now: T,
): { history: History<T>; value: T; label: string } | null {
  const last = history.past.at(-1);
  if (!last) return null;
  return {
    value: last.value,
    label: last.label,
    history: {
      past: history.past.slice(0, -1),
      future: [...history.future, { value: now, label: last.label, mergeKey: null }],
    },
  };
}

/** One step forward again; null when there is none. */
export function redone<T>(
  history: History<T>,
  now: T,
): { history: History<T>; value: T; label: string } | null {
  const next = history.future.at(-1);
  if (!next) return null;
  return {
    value: next.value,
    label: next.label,
    history: {
      past: [...history.past, { value: now, label: next.label, mergeKey: null }],
      future: history.future.slice(0, -1),
    },
  };
}
