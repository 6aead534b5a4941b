import { problemAt, type Problem } from '../../base/index';

/** A row of a section: its bars as text with the line and column each starts at (both from 1). */
export interface Row {
  readonly label: string;
  readonly line: number;
  readonly bars: readonly { readonly text: string; readonly line: number; readonly column: number }[];
}

/** One bar of a row. */
export type RowBar = Row['bars'][number];

/** `%` alone: the bar before again. */
export function isRepeat(words: readonly { text: string }[]): boolean {
  return words.length === 1 && words[0]!.text === '%';
}

/** What the bar before said, or a problem where there is none. */
export function repeated<T>(done: readonly T[], bar: RowBar, problems: Problem[]): T | null {
  if (done.length > 0) return done.at(-1)!;
  const column = bar.column + bar.text.indexOf('%');
  problems.push(
    problemAt(
      bar.line,
      column,
      1,
      '% repeats the bar before, and there is none; expected this bar written out',
    ),
  );
  return null;
}
