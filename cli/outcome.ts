/** What a call prints and its exit code: 0 done, 1 wrong input, 2 wrong call. */
export interface Outcome {
  readonly code: 0 | 1 | 2;
  readonly out: string;
  readonly err: string;
}

/** The input is wrong; the message says where and what was expected. */
export class InputError extends Error {}

/** The call is wrong: no such command, a missing argument. */
export class CallError extends Error {}
