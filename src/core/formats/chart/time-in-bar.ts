import { fail, ok, type Result } from '../../base/index';
import { MOST_PLACES, type Push } from '../../form/index';
import { asGroup, dividedBy, groupedWords, isDivided, isUsualStep } from '../../time/index';

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
  const divided = dividedBy(words, {
    open: ({ text }) => text.startsWith('{'),
    close: ({ text }) => text.endsWith('}'),
  });
  if (divided === null) {
    return fail(
      'a group is not closed; expected { before its first word and } behind its last, like {a b c}',
    );
  }
  const step = bar.ticks / divided.places;
  const at = divided.items.map((one) => ({ tick: round(one.at * step), text: one.item.text }));
  // Beside a group, what lets the one before go on begins nothing; a bar of as many words as nobody counts is a slip.
  const isUsual = divided.places < words.length && Number.isInteger(step);
  const starts = at.filter(({ text }) => !isUsual || !/^\{?\.}?$/.test(text)).map(({ tick }) => tick);
  if (!isDivided(starts, bar.ticks, MOST_PLACES) || words.length > MOST_PLACES) {
    return fail(
      `${words.length} symbols do not divide a ${bar.meter} bar evenly; expected 1, 2, 3, 4, 6 or 8 (use . to hold)`,
    );
  }
  const placed: PlacedWord[] = [];
  for (const { item: word, at } of divided.items) {
    const opened = word.text.startsWith('{') ? 1 : 0;
    const early = /^<{0,2}/.exec(word.text.slice(opened))![0].length;
    const text = word.text.slice(opened + early).replace(/}$/, '');
    if (text === '.') continue;
    placed.push({ at: round(at * step), push: PUSHES[early]!, text, column: word.column + opened + early });
  }
  return ok(placed);
}

/** Without what dividing by three leaves. */
function round(ticks: number): number {
  const whole = Math.round(ticks);
  return Math.abs(ticks - whole) < 1e-6 ? whole : ticks;
}

/** True when a bar comes out in fives, sevens and the like without being written as a group: perhaps a slip. */
export function isOddDivision(words: readonly Word[], ticks: number): boolean {
  return !words.some(({ text }) => text.startsWith('{')) && !isUsualStep(ticks / words.length);
}

/** The fewest words that put every start in its place: what `placeWords` reads back. */
export function writePlaces(
  starts: readonly { readonly at: number; readonly push: Push; readonly text: string }[],
  barTicks: number,
): string {
  for (let n = 1; n <= MOST_PLACES; n += 1) {
    const step = barTicks / n;
    if (!Number.isInteger(step) || starts.some(({ at }) => at % step !== 0)) continue;
    const named = starts.map((s) => ({ at: s.at, text: '<'.repeat(PUSHES.indexOf(s.push)) + s.text }));
    const words = Array.from({ length: n }, (_, i) => named.find(({ at }) => at === i * step)?.text ?? '.');
    if (!isUsualStep(step)) return asGroup(words);
    return (n > 8 ? groupedWords(named, barTicks, n) : null) ?? words.join(' ');
  }
  throw new RangeError(`No division of a bar of ${barTicks} ticks reaches every start`);
}

const PUSHES: readonly Push[] = [0, 480, 240];
