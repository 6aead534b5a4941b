/**
 * Maximum length of a line that is not tab, in characters; ours, several times the longest line of any song here. Regular
 * expressions that are not linear never see more.
 */
export const MAX_LINE_CHARACTERS = 2_000;

/** Maximum length of a line of tab, in characters: about 200 bars of 48 columns. */
export const MAX_TAB_CHARACTERS = 10_000;

/** Longer runs of blanks mean the same as this many. */
const MAX_BLANKS = 20;
const WIDE = new RegExp(`[^\\S\\n]{${MAX_BLANKS + 1},}`, 'g');

/** The line with long runs of blanks cut to `MAX_BLANKS`. */
export function collapseBlanks(line: string): string {
  return line.length <= MAX_BLANKS ? line : line.replace(WIDE, (run) => run.slice(0, MAX_BLANKS));
}

/** The message for a line of so many characters, more than `MAX_LINE_CHARACTERS`. */
export function tooLongMessage(length: number): string {
  return `this line has ${length} characters; expected a line of a song, of at most ${MAX_LINE_CHARACTERS}`;
}
