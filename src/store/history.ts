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
  /** About how many bytes this value has for itself, beyond what it shares with the one after it. */
  readonly bytes: number;
}

export const NO_HISTORY: History<never> = { past: [], future: [] };

/** Most bytes a history may have for itself; tens of thousands of changes of a bar, or hundreds of whole songs. */
export const HISTORY_BYTES = 48_000_000;

/**
 * Remembers `before`; steps with the same merge key directly after each other (typing) become one. `bytes` is what
 * `before` has for itself; the oldest steps go when all together have more than `HISTORY_BYTES`.
 */
export function remembered<T>(
  history: History<T>,
  before: T,
  step: { label: string; mergeKey?: string | null; bytes?: number },
): History<T> {
  const mergeKey = step.mergeKey ?? null;
  const last = history.past.at(-1);
  if (mergeKey !== null && last?.mergeKey === mergeKey && history.future.length === 0) return history;
  const past = [...history.past, { value: before, label: step.label, mergeKey, bytes: step.bytes ?? 0 }];
  let total = past.reduce((sum, one) => sum + one.bytes, 0);
  let from = 0;
  while (total > HISTORY_BYTES && from < past.length - 1) total -= past[from++]!.bytes;
  return { past: from === 0 ? past : past.slice(from), future: [] };
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
      future: [...history.future, { ...last, value: now, mergeKey: null }],
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
      past: [...history.past, { ...next, value: now, mergeKey: null }],
      future: history.future.slice(0, -1),
    },
  };
}
