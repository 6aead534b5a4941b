/** What a call prints and its exit code: 0 done, 1 wrong input, 2 wrong call. */
export interface Outcome {
  readonly code: 0 | 1 | 2;
  readonly out: string;
  readonly err: string;
}

/** The input is wrong; the message says where and what was expected. */
export class InputError extends Error {
  readonly exit = 1;
}

/** The call is wrong: no such command, a missing argument. */
export class CallError extends Error {
  readonly exit = 2;
}

/** How a call ends that failed with one of these; null for any other error (a fault of ours). */
export function exitOf(error: unknown): 1 | 2 | null {
  const exit = error instanceof Error ? (error as { exit?: unknown }).exit : null;
  return exit === 1 || exit === 2 ? exit : null;
}
