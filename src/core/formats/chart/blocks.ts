import { problemAt, type Problem } from '../../base/index';
import { cleanComments, MAX_NOTE_CHARACTERS, type Comment, type Player } from '../../form/index';
import { collapseBlanks, MAX_LINE_CHARACTERS, tooLongMessage } from '../limits';
import { AT_END, commentText, createPlaceNamer, placeText } from './comments';
import { ROW_LABELS } from './read-rows';
import { looseHeader, REMARK, rowLabel, whoseRemark } from './spellings';

/** Lines under one section header, from the one after it on; comments and remarks are taken out of them. */
export interface Block {
  readonly header: { readonly text: string; readonly line: number };
  /** Comments above the header. */
  readonly above: readonly Comment[];
  readonly lines: string[];
  readonly firstLine: number;
  readonly comments: Comment[];
  readonly told: { readonly who: Player | 'band'; readonly text: string; readonly line: number }[];
}

/** A chart as its parts, before any of them is understood. */
export interface ChartBlocks {
  readonly head: readonly { raw: string; line: number }[];
  /** Comments among the settings of the song and its `keep:` lines. */
  readonly comments: readonly Comment[];
  readonly blocks: readonly Block[];
  readonly kept: readonly { text: string; line: number }[];
  readonly problems: readonly Problem[];
}

/** The text as blocks under section headers, with what stands before them. */
export function blocksOf(text: string): ChartBlocks {
  const reader = new BlockReader();
  text.split(/\r\n|\n|\r/).forEach((raw, i) => reader.line(raw, i + 1));
  return reader.finished();
}

/** A line of settings side by side: a section header, a player's, plans and patterns. */
const SETTINGS_LINE = /^ {0,20}(?:==|(?!keep)[A-Za-z][A-Za-z0-9 ]{0,20}:)/;

/** Longest line of settings. */
const MAX_SETTINGS_CHARACTERS = 20_000;

/** Cuts a chart into its blocks, line by line. */
class BlockReader {
  readonly #head: { raw: string; line: number }[] = [];
  readonly #comments: Comment[] = [];
  readonly #blocks: Block[] = [];
  readonly #kept: { text: string; line: number }[] = [];
  readonly #problems: Problem[] = [];
  /** Comments whose place is not known yet: they stand above what follows. */
  #pending: string[] = [];
  /** Those right under a line of their block, with a blank line after them: where no line of it follows they end it. */
  #tail: string[] = [];
  #isUnderLine = false;
  #isAfterKeep = false;
  #nameOf = createPlaceNamer();
  /** `keep:` lines count through the whole chart. */
  readonly #nameKeep = createPlaceNamer();

  line(typed: string, line: number): void {
    const raw = this.#within(typed, line);
    const text = raw.trim();
    if (text.startsWith('#')) {
      if (commentText(raw).length > MAX_NOTE_CHARACTERS) this.#tooLong(line, text, 'comment');
      this.#pending.push(commentText(raw));
      this.#blocks.at(-1)?.lines.push('');
      return;
    }
    if (text === '') {
      if (this.#isUnderLine) this.#tail = this.#pending.splice(0);
      this.#isUnderLine = false;
      this.#blocks.at(-1)?.lines.push(raw);
      return;
    }
    const loose = text.startsWith('==') ? null : looseHeader(raw);
    if (text.startsWith('==') || loose) {
      this.#settle(this.#tail, AT_END);
      const chords = loose?.chords ?? null;
      this.#blocks.push({
        header: { text: loose?.header ?? raw, line },
        above: cleanComments(this.#pending.splice(0)),
        lines: chords === null ? [] : [chords],
        firstLine: chords === null ? line + 1 : line,
        comments: [],
        told: [],
      });
      this.#nameOf = createPlaceNamer();
    } else this.#inBlock(raw, line);
    this.#isUnderLine = true;
  }

  /** A line within the lengths that are read; what is longer is told, and nothing of it read. */
  #within(raw: string, line: number): string {
    const isRow =
      this.#blocks.length > 0 &&
      raw.includes('|') &&
      ROW_LABELS.includes(rowLabel(raw.slice(0, raw.indexOf('|')).slice(0, 40)));
    if (!isRow && raw.length <= MAX_LINE_CHARACTERS) return raw.includes('|') ? raw : collapseBlanks(raw);
    // Settings stand side by side between semicolons, as many as there are.
    const sign = isRow ? '|' : ';';
    const isList = isRow || (raw.length <= MAX_SETTINGS_CHARACTERS && SETTINGS_LINE.test(raw));
    const pieces = isList ? raw.split(sign) : [raw];
    let column = 1;
    for (const piece of pieces) {
      if (piece.length > MAX_LINE_CHARACTERS) {
        const message = isRow
          ? `this bar has ${piece.length} characters; expected at most ${MAX_LINE_CHARACTERS}`
          : tooLongMessage(piece.length);
        this.#problems.push(problemAt(line, column, piece.length, message));
      }
      column += piece.length + 1;
    }
    const isLong = pieces.some((p) => p.length > MAX_LINE_CHARACTERS);
    if (isRow) return pieces.map((p) => (p.length > MAX_LINE_CHARACTERS ? '' : p)).join('|');
    return isLong ? '' : collapseBlanks(raw);
  }

  #inBlock(raw: string, line: number): void {
    const text = raw.trim();
    const block = this.#blocks.at(-1);
    const isKeep = /^keep\s*:/.test(text);
    if (isKeep) this.#settle(this.#tail, AT_END);
    const place = isKeep ? this.#nameKeep(raw) : this.#nameOf(raw);
    if (place) {
      this.#settle(this.#tail, placeText(place), isKeep);
      this.#settle(this.#pending, placeText(place), isKeep);
    }
    this.#isAfterKeep = isKeep;
    if (isKeep) {
      this.#kept.push({ text: raw, line });
      block?.lines.push('');
      return;
    }
    const remark = block ? REMARK.exec(text) : null;
    if (block && remark) {
      const who = whoseRemark(remark[1]) ?? 'band';
      const told = remark[2]!.trim();
      if (told.length > MAX_NOTE_CHARACTERS) this.#tooLong(line, text, 'remark');
      block.told.push({ who, text: told, line });
      block.lines.push('');
    } else if (block) block.lines.push(raw);
    else this.#head.push({ raw, line });
  }

  /** Gives waiting comments their place in the block they stand in, or among the lines of the song. */
  #settle(waiting: string[], above: string, isKeep = this.#isAfterKeep): void {
    const owner = isKeep ? this.#comments : (this.#blocks.at(-1)?.comments ?? this.#comments);
    // After the settings of the song is where its comments stand anyhow.
    const isHead = owner === this.#comments && !isKeep;
    const place = isHead && above === AT_END ? {} : { above };
    owner.push(...cleanComments(waiting.splice(0).map((text) => ({ text, ...place }))));
  }

  #tooLong(line: number, text: string, what: string): void {
    const message = `this ${what} is too long; expected ${MAX_NOTE_CHARACTERS} characters or fewer, or a second line`;
    this.#problems.push(problemAt(line, 1, text.length, message));
  }

  finished(): ChartBlocks {
    this.#settle(this.#tail, AT_END);
    this.#settle(this.#pending, AT_END);
    return {
      head: this.#head,
      comments: this.#comments,
      blocks: this.#blocks,
      kept: this.#kept,
      problems: this.#problems,
    };
  }
}
