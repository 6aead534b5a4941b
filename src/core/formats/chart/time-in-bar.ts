import { fail, ok, type Result } from '../../base/index';
import { MOST_PLACES, type Push } from '../../form/index';

/** A word between bar lines with its column (from 1). */
export interface Word {
  readonly text: string;
  readonly column: number;
}

/** A symbol with its place in the bar worked out. */
export interface PlacedWord {
  readonly at: number;
  readonly push: Push;
  readonly text: string;
  readonly column: number;
}

/** The words of a text that begins at a column (from 1), each with its own column. */
export function wordsOf(text: string, column: number): readonly Word[] {
  return [...text.matchAll(/\S+/g)].map((m) => ({ text: m[0], column: column + m.index }));
}

/**
 * Divides a bar evenly by its words; `.` lets the one before go on, `<` and `<<` bring a word an eighth or a
 * sixteenth early. Fails when the bar cannot be divided so.
 */
export function placeWords(
  words: readonly Word[],
  bar: { readonly ticks: number; readonly meter: string },
): Result<readonly PlacedWord[]> {
  const step = bar.ticks / words.length;
  if (!Number.isInteger(step) || words.length > MOST_PLACES) {
    return fail(
      `${words.length} symbols do not divide a ${bar.meter} bar evenly; expected 1, 2, 3, 4, 6 or 8 (use . to hold)`,
    );
  }
  const placed: PlacedWord[] = [];
  words.forEach((word, i) => {
    const early = /^<{0,2}/.exec(word.text)![0].length;
    const text = word.text.slice(early);
    if (text === '.') return;
    placed.push({ at: i * step, push: PUSHES[early]!, text, column: word.column + early });
  });
  return ok(placed);
}

/** The fewest words that put every start in its place: what `placeWords` reads back. */
export function writePlaces(
  starts: readonly { readonly at: number; readonly push: Push; readonly text: string }[],
  barTicks: number,
): string {
  for (let n = 1; n <= MOST_PLACES; n += 1) {
    const step = barTicks / n;
    if (!Number.isInteger(step) || starts.some(({ at }) => at % step !== 0)) continue;
    const words = Array.from({ length: n }, (_, i) => {
      const here = starts.find(({ at }) => at === i * step);
      return here ? '<'.repeat(PUSHES.indexOf(here.push)) + here.text : '.';
    });
    return words.join(' ');
  }
  throw new RangeError(`No division of a bar of ${barTicks} ticks reaches every start`);
}

const PUSHES: readonly Push[] = [0, 480, 240];
