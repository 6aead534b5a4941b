import type { Comment } from '../../form/index';
import { formatPassLine, parsePassLine } from './pass-line';
import { headName, REMARK, rowLabel, whoseRemark } from './spellings';

/** `above` of a comment after the last line of its block. */
export const AT_END = 'end';
/** `above` of a comment over the header of a section that is written but not played. */
export const ABOVE_HEADER = '==';

/**
 * A line of a block as a comment above it refers to it: its name, and for a row its first bar (from 1) and how many bars it
 * has. Reader and writer use the same function, so a comment returns to the line it was typed above.
 */
interface LinePlace {
  readonly name: string;
  readonly bar: number;
  readonly bars: number;
}

/** Names the lines of one block, called from top to bottom; null for blank lines and comments. */
export function createPlaceNamer(): (raw: string) => LinePlace | null {
  let block = '';
  const seen = new Map<string, number>();
  const keeps = { count: 0 };
  return (raw) => {
    const text = raw.trim();
    if (text === '' || text.startsWith('#')) return null;
    if (/^keep\s*:/.test(text)) return { name: `keep ${(keeps.count += 1)}`, bar: 1, bars: 1 };
    if (text.startsWith('--')) {
      const line = parsePassLine(text);
      block = `${line ? formatPassLine(line) : text} `;
      return { name: block.trim(), bar: 1, bars: 1 };
    }
    const remark = REMARK.exec(text);
    if (remark) return { name: `${whoseRemark(remark[1]) ?? 'band'} remark`, bar: 1, bars: 1 };
    const first = raw.indexOf('|');
    if (first < 0) {
      const setting = text.split(':')[0]!;
      return { name: headName(setting) ?? setting.trim().toLowerCase(), bar: 1, bars: 1 };
    }
    const name = block + (rowLabel(raw.slice(0, first)) || 'chords');
    const bars = Math.max(
      1,
      raw
        .slice(first + 1)
        .trimEnd()
        .replace(/\|$/, '')
        .split('|').length,
    );
    const bar = seen.get(name) ?? 1;
    seen.set(name, bar + bars);
    return { name, bar, bars };
  };
}

/** The place as `Comment.above` stores it: `guitar1 hits`, or `guitar1 hits @5` for the row that starts at bar 5. */
export function placeText({ name, bar }: LinePlace): string {
  return bar === 1 ? name : `${name} @${bar}`;
}

/** The line a comment is written as. */
export function commentLine({ text }: Comment): string {
  return text.startsWith('#') ? `#${text}` : `# ${text}`.trimEnd();
}

/** The text of a comment line, without `#`. */
export function commentText(raw: string): string {
  return raw.trim().replace(/^#\s?/, '');
}

/**
 * The lines of a block with its comments inserted above the lines they refer to. A comment whose line no longer exists goes
 * to the end; one that refers to no line goes to the top, or to the end where `others` says so.
 */
export function withComments(
  lines: readonly string[],
  comments: readonly Comment[],
  others: 'top' | 'end' = 'top',
): readonly string[] {
  if (comments.length === 0) return lines;
  const isTop = (c: Comment) => c.above === undefined && others === 'top';
  const waiting = new Set(comments.filter((c) => !isTop(c) && (c.above ?? AT_END) !== AT_END));
  const done = comments.filter(isTop).map(commentLine);
  const nameOf = createPlaceNamer();
  for (const line of lines) {
    const place = nameOf(line);
    for (const comment of place ? waiting : []) {
      if (!isAt(comment.above!, place!)) continue;
      waiting.delete(comment);
      done.push(commentLine(comment));
    }
    done.push(line);
  }
  const last = comments.filter((c) => waiting.has(c) || (!isTop(c) && (c.above ?? AT_END) === AT_END));
  return [...done, ...last.map(commentLine)];
}

function isAt(above: string, { name, bar, bars }: LinePlace): boolean {
  const [, wanted, from = '1'] = /^(.*?)(?: @(\d+))?$/.exec(above)!;
  return wanted === name && Number(from) >= bar && Number(from) < bar + bars;
}

/** True for comments above the header of their section. */
export function isAboveHeader({ above }: Comment): boolean {
  return above === ABOVE_HEADER;
}

/** True for comments of the song that stand among its `keep:` lines. */
export function isAmongKept({ above }: Comment): boolean {
  return above === AT_END || above?.startsWith('keep ') === true;
}
