/**
 * One thing wrong in a text or file a person gave us: where it stands and what was expected there.
 * `line` and `column` count from 1; `length` is in characters (at least 1), so an editor can underline it.
 * `path` is set instead for problems inside a JSON file, e.g. `sections[2].bars[0]`.
 */
export interface Problem {
  readonly message: string;
  readonly line: number;
  readonly column: number;
  readonly length: number;
  readonly path: string | null;
}

export function problemAt(line: number, column: number, length: number, message: string): Problem {
  return { message, line, column, length: Math.max(1, length), path: null };
}

export function problemIn(path: string, message: string): Problem {
  return { message, line: 1, column: 1, length: 1, path };
}

/** One line for a console or a list: `line 4, column 17: …` or `sections[0].name: …`. */
export function formatProblem(problem: Problem): string {
  const where = problem.path ?? `line ${problem.line}, column ${problem.column}`;
  return `${where}: ${problem.message}`;
}
