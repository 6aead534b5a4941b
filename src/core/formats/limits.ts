/**
 * Longest line of words that is looked at: more than any line of a song has. Expressions that could take time with the
 * square of a line's length are never given more.
 */
export const MAX_LINE_CHARACTERS = 2_000;

/** Longest line of tab: some two hundred bars on one line. */
export const MAX_TAB_CHARACTERS = 10_000;

/** Longest run of blanks that says more than a shorter one. */
const MAX_BLANKS = 20;
const WIDE = new RegExp(`[^\\S\\n]{${MAX_BLANKS + 1},}`, 'g');

/** A line of words with its long runs of blanks cut short. */
export function squeezed(line: string): string {
  return line.length <= MAX_BLANKS ? line : line.replace(WIDE, (run) => run.slice(0, MAX_BLANKS));
}

/** What is said of a line nobody can have meant as one. */
export function tooLongWords(length: number): string {
  return `this line has ${length} characters; expected a line of a song, of at most ${MAX_LINE_CHARACTERS}`;
}
