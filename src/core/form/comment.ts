/** A comment line of chart text (`# as on the demo`): for whoever reads the chart, never on a sheet. */
export interface Comment {
  readonly text: string;
  /**
   * The line of its block it stands above, as `chart/comments.ts` names it (`guitar1 hits @5`, `end`). Left out: where
   * comments of its owner stand by default (above a form entry, at the top of a section, after the song's settings).
   */
  readonly above?: string;
}

/** Longest a comment or remark may be, in characters. */
export const MAX_NOTE_CHARACTERS = 1_900;

/** Comments as a chart can hold them: each on one line, without control characters. */
export function cleanComments(comments: readonly (string | Comment)[]): readonly Comment[] {
  return comments.map((comment) => {
    const { text, above } = typeof comment === 'string' ? { text: comment } : comment;
    const line = text
      .replace(/[\p{Cc}\u2028\u2029]+/gu, ' ')
      .trim()
      .slice(0, MAX_NOTE_CHARACTERS)
      .trim();
    return above === undefined ? { text: line } : { text: line, above };
  });
}
