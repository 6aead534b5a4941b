import type { Line } from '../engraving/index';

/** Read from two metres, or from a music stand at hand. */
export type StandSize = 'far' | 'near';

/**
 * A ten-inch tablet of 1280 by 800 CSS pixels has about 5.9 of them to a millimetre, so a digit 9 mm high takes 54. The digits
 * of our tab are 12.8 units high: 0.64 of their size of 20, measured.
 */
const FAR_PX = 55;
const DIGIT_UNITS = 20 * 0.64;
/** Units a line of tab is high besides its strings: chord names, one row of marks, stems. */
const AROUND = 18 + 13 + 8 + 24;
/** Smallest a line that comes next is drawn. */
const SMALLEST = 0.85;

/** Pixels below the bar on top and without the line of what comes next. */
export function standRoom({ height }: { readonly height: number }): number {
  return Math.max(120, height - 44 - 38);
}

/** Pixels a unit of the line now and of those after it takes, so that both are in view. */
export function scalesFor(
  view: { readonly width: number; readonly height: number },
  strings: number,
  size: StandSize,
): { readonly now: number; readonly next: number; readonly digit: number } {
  const room = standRoom(view);
  const units = AROUND + (strings - 1) * 13;
  const wanted = (size === 'far' ? FAR_PX : FAR_PX * 0.55) / DIGIT_UNITS;
  // Two thirds of a low window at most, so that the next line is seen; a tall one gives what is asked for.
  const now = Math.max(0.8, Math.min(wanted, (room * 0.76) / units));
  const left = room - now * units;
  const next = Math.max(SMALLEST, Math.min(now * 0.6, left / units));
  return { now, next, digit: now * DIGIT_UNITS };
}

/** The line a bar (by its place in the song as it is played) stands on. */
export function lineAt(lines: readonly Line[], place: number): number {
  const found = lines.findLastIndex(({ bars }) => bars[0]!.bar.place <= place);
  return Math.max(0, found);
}
