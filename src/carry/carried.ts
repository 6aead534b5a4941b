import type { StandSheet } from '../core/sheet/index';

/** What is carried: the stands of one player, or of all. */
export interface Carried {
  readonly title: string;
  readonly stands: readonly StandSheet[];
}

/** Marks what this program carried. */
const MARK = 'orchestron stands 1';

/** Stands as a text that may stand in a page. */
export function writeStands({ title, stands }: Carried): string {
  return JSON.stringify({ mark: MARK, title, stands }).replace(/</g, '\\u003c');
}

/** Reads what `writeStands` wrote; null for anything else. */
export function readStands(text: string): Carried | null {
  try {
    const read = JSON.parse(text) as { mark?: unknown } & Carried;
    return read.mark === MARK && Array.isArray(read.stands) && read.stands.length > 0 ? read : null;
  } catch {
    return null;
  }
}
