import { chordOf } from './words';

/** A chord and the column (from 0) it stands over. */
interface Over {
  readonly column: number;
}

/** The columns of the chords of a line, in order: what is no chord has none. */
export function columnsOf(line: string): readonly Over[] {
  return [...line.matchAll(/\S+/g)].flatMap((m) =>
    chordOf(m[0], { small: true }) === null ? [] : [{ column: m.index }],
  );
}

/** The words of a line as they are sung to the chords over it: one text for each; what is before the first is its own. */
export function wordsUnder(chords: readonly Over[], line: string): readonly string[] {
  return chords.map((over, i) => {
    const from = i === 0 ? 0 : startOfWord(line, over.column);
    const until = i + 1 < chords.length ? startOfWord(line, chords[i + 1]!.column) : line.length;
    return line.slice(from, Math.max(from, until)).trim();
  });
}

/** A chord over the middle of a word comes with the whole word. */
function startOfWord(line: string, column: number): number {
  let at = Math.min(column, line.length);
  while (at > 0 && at < line.length && /\S/.test(line[at - 1]!) && /\S/.test(line[at]!)) at -= 1;
  return at;
}

const BRACKETS = /\[([^[\]]*)\]/g;

/** A line with chords in brackets among its words: each chord with what is sung to it. Null where it is none. */
export function bracketed(
  line: string,
): { readonly chords: readonly string[]; readonly words: readonly string[] } | null {
  const found = [...line.matchAll(BRACKETS)].filter((m) => !/^\*|^\s*$/.test(m[1]!));
  if (found.length === 0) return null;
  const inside = found.map((m) => m[1]!.trim());
  const isAll = inside.every((text) =>
    text.split(/\s+/).every((w) => chordOf(w) !== null || w === '/' || w === '-'),
  );
  if (!isAll) return null;
  const chords: string[] = [];
  const words: string[] = [];
  found.forEach((m, i) => {
    const until = found[i + 1]?.index ?? line.length;
    const before = i === 0 ? line.slice(0, m.index) : '';
    const sung = (before + line.slice(m.index + m[0].length, until)).replace(BRACKETS, ' ');
    m[1]!
      .trim()
      .split(/\s+/)
      .filter((w) => chordOf(w) !== null)
      .forEach((chord, n) => {
        chords.push(chord);
        words.push(n === 0 ? sung.replace(/\s+/g, ' ').trim() : '');
      });
  });
  return { chords, words };
}
