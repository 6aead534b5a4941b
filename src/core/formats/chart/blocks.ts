import { problemAt, type Problem } from '../../base/index';
import { cleanComments, MAX_NOTE_CHARACTERS, openBar, type Comment, type Player } from '../../form/index';
import { barTicks, type Meter } from '../../time/index';
import { MAX_LINE_CHARACTERS, squeezed, tooLongWords } from '../limits';
import { readBars, type TypedBar } from '../typed/bars';
import { AT_END, commentText, createPlaceNamer, placeText } from './comments';
import { parsePassLine } from './pass-line';
import { ROW_LABELS } from './read-rows';
import type { PassBlock } from './read-section';
import type { Row } from './rows';
import { headName, looseHeader, REMARK, rowLabel, whoseRemark } from './spellings';
import { writeChords } from './write';

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
  const cutting = new Cutting();
  text.split(/\r\n|\n|\r/).forEach((raw, i) => cutting.line(raw, i + 1));
  return cutting.finished();
}

/** A line of settings side by side: a section header, a player's, plans and patterns. */
const SETTINGS_LINE = /^ {0,20}(?:==|(?!keep)[A-Za-z][A-Za-z0-9 ]{0,20}:)/;

/** Longest line of settings. */
const MAX_SETTINGS_CHARACTERS = 20_000;

/** Cuts a chart into its blocks, line by line. */
class Cutting {
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
    if (!isRow && raw.length <= MAX_LINE_CHARACTERS) return raw.includes('|') ? raw : squeezed(raw);
    // Settings stand side by side between semicolons, as many as there are.
    const sign = isRow ? '|' : ';';
    const isList = isRow || (raw.length <= MAX_SETTINGS_CHARACTERS && SETTINGS_LINE.test(raw));
    const pieces = isList ? raw.split(sign) : [raw];
    let column = 1;
    for (const piece of pieces) {
      if (piece.length > MAX_LINE_CHARACTERS) {
        const message = isRow
          ? `this bar has ${piece.length} characters; expected at most ${MAX_LINE_CHARACTERS}`
          : tooLongWords(piece.length);
        this.#problems.push(problemAt(line, column, piece.length, message));
      }
      column += piece.length + 1;
    }
    const isLong = pieces.some((p) => p.length > MAX_LINE_CHARACTERS);
    if (isRow) return pieces.map((p) => (p.length > MAX_LINE_CHARACTERS ? '' : p)).join('|');
    return isLong ? '' : squeezed(raw);
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

/** The rows people write, for a message; `or` rows are like a player's own. */
const SHOWN_LABELS = ROW_LABELS.filter((label) => !label.includes(' or')).join(', ');

/** What stands in the header of a section, written under it. */
const SETTING =
  /^(?:(?:guitar1|guitar2|bass)\s+(?:like|with|strokes|sound|gain|frets|only|never)\b|(?:plan|tuned|key|tempo|meter|swing|feel|pickup|written in|voice)\s+\S|x\d+$|vamp$|fade$|on cue$)/;

/** A row whose further lines are still to come. */
type GrowingRow = Omit<Row, 'bars'> & { readonly bars: Row['bars'][number][] };

/** Rows and pass blocks of a section; lines count from 1 inside the block. */
export function readRows(
  lines: readonly string[],
  { isReturn, meter }: { readonly isReturn: boolean; readonly meter: Meter },
): { rows: Row[]; passes: PassBlock[]; problems: Problem[]; asks: Problem[] } {
  const problems: Problem[] = [];
  const asks: Problem[] = [];
  const rows: GrowingRow[] = [];
  const passes: PassBlock[] = [];
  let target = rows;
  lines.forEach((raw, i) => {
    const line = i + 1;
    const trimmed = raw.trim();
    if (trimmed === '') return;
    const column = raw.length - raw.trimStart().length + 1;
    if (trimmed.startsWith('--')) {
      const match = parsePassLine(trimmed);
      const own = isReturn || match?.isThisTime === true;
      target = [];
      if (
        !match ||
        (match.pass === 'every' && !own) ||
        match.pass === 0 ||
        match.from < 1 ||
        match.to < match.from
      ) {
        problems.push(
          problemAt(
            line,
            column,
            trimmed.length,
            'expected which pass and bars differ, like -- pass 2: bar 7-8 --, -- last pass: bar 8 --, -- pass 2: bar 8 out -- or -- this time: bar 8 --',
          ),
        );
        return;
      }
      const { pass, from, to, out } = match;
      passes.push({ pass, own, fromBar: from - 1, toBar: to - 1, out, line, rows: target });
      return;
    }
    const bar = raw.indexOf('|');
    const label = rowLabel(raw.slice(0, bar < 0 ? undefined : bar));
    if (bar < 0 && SETTING.test(trimmed)) {
      const message = `this is said of the whole section; expected it behind its name, like == Chorus ==; ${trimmed}`;
      problems.push(problemAt(line, column, trimmed.length, message));
      return;
    }
    const said = ROW_LABELS.includes(label) && bar >= 0 ? null : looseChords(raw, { line, meter, asks });
    if (said) {
      const known = target.find((row) => row.label === 'chords');
      if (known) known.bars.push(...said);
      else target.push({ label: 'chords', line, bars: [...said] });
      return;
    }
    if (bar < 0 || !ROW_LABELS.includes(label)) {
      const what = bar < 0 ? 'this line has no bars' : `"${label}" is no row`;
      const length = Math.max(1, raw.slice(0, bar < 0 ? undefined : bar).trim().length);
      problems.push(problemAt(line, column, length, `${what}; expected ${SHOWN_LABELS} and bars between |`));
      return;
    }
    const bars = rowBars(raw, bar, line);
    const known = target.find((row) => row.label === label);
    // One by one: a row of a hundred thousand bars has no place on the stack.
    if (known) for (const one of bars) known.bars.push(one);
    else target.push({ label, line, bars: [...bars] });
  });
  return { rows, passes, problems, asks };
}

/** Bars of chords without a label, as people write them: `| Dm / / Bb |`, `Dm Bb F C`. Null where a line is none. */
function looseChords(
  raw: string,
  of: { readonly line: number; readonly meter: Meter; readonly asks: Problem[] },
): Row['bars'] | null {
  const { line, meter, asks } = of;
  const text = raw.trim();
  const bar = text.indexOf('|');
  if (bar >= 0 && /[A-Za-z]{3}/.test(text.slice(0, bar)) && headName(text.slice(0, bar)) !== null)
    return null;
  const read = readBars(text, { meter, key: null, expected: false });
  if (!read || read.bars.length === 0 || read.wrong.length > 0) return null;
  const column = raw.length - raw.trimStart().length + 1;
  const all: TypedBar[] = [];
  for (let n = 0; n < (read.times ?? 1); n += 1) all.push(...read.bars);
  const bars = all.map((typed) => {
    const { chords } = openBar(typed.map((c) => ({ push: 0 as const, ...c })));
    return { text: ` ${writeChords({ chords }, barTicks(meter))} `, line, column };
  });
  const many = bars.length === 1 ? 'one bar' : `${bars.length} bars`;
  const how = text.includes('|') ? many : `${many}, one for each chord`;
  asks.push(problemAt(line, column, text.length, [`read as ${how} of chords`, ...read.asks].join('; ')));
  return bars;
}

function rowBars(raw: string, first: number, line: number): Row['bars'] {
  const bars: { text: string; line: number; column: number }[] = [];
  let column = first + 2;
  const pieces = raw.slice(first + 1).split('|');
  pieces.forEach((text, i) => {
    const last = i === pieces.length - 1;
    if (!(last && text.trim() === '')) bars.push({ text, line, column });
    column += text.length + 1;
  });
  return bars;
}
