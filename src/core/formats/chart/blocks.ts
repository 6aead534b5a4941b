import { problemAt, type Problem } from '../../base/index';
import { cleanComments, openBar, type Player } from '../../form/index';
import { barTicks, type Meter } from '../../time/index';
import { readBars, type TypedBar } from '../typed/bars';
import { ROW_LABELS } from './read-rows';
import type { PassBlock } from './read-section';
import type { Row } from './rows';
import { headName, looseHeader, REMARK, rowLabel, whoseRemark } from './spellings';
import { writeChords } from './write';

/** Lines under one section header, from the one after it on; comments and remarks are taken out of them. */
export interface Block {
  readonly header: { readonly text: string; readonly line: number };
  readonly above: readonly string[];
  readonly lines: string[];
  readonly firstLine: number;
  readonly comments: string[];
  readonly told: { readonly who: Player | 'band'; readonly text: string; readonly line: number }[];
}

/** The text as blocks under section headers, with what stands before them. */
export function blocksOf(text: string): {
  readonly head: readonly { raw: string; line: number }[];
  readonly comments: readonly string[];
  readonly blocks: readonly Block[];
  readonly kept: readonly { text: string; line: number }[];
} {
  const head: { raw: string; line: number }[] = [];
  const comments: string[] = [];
  const blocks: Block[] = [];
  const kept: { text: string; line: number }[] = [];
  // Comments right above a header are of what follows, others of what they stand in.
  let pending: string[] = [];
  const settle = () => {
    (blocks.at(-1)?.comments ?? comments).push(...pending);
    pending = [];
  };
  text.split(/\r\n|\n|\r/).forEach((raw, i) => {
    const line = i + 1;
    const trimmed = raw.trim();
    const remark = blocks.length > 0 ? REMARK.exec(trimmed) : null;
    if (trimmed.startsWith('#')) {
      pending.push(trimmed.replace(/^#+\s?/, ''));
      blocks.at(-1)?.lines.push('');
      return;
    }
    if (trimmed.startsWith('==')) {
      blocks.push({
        header: { text: raw, line },
        above: pending,
        lines: [],
        firstLine: line + 1,
        comments: [],
        told: [],
      });
      pending = [];
      return;
    }
    settle();
    const loose = looseHeader(raw);
    if (loose) {
      blocks.push({
        header: { text: loose.header, line },
        above: pending,
        lines: loose.chords === null ? [] : [loose.chords],
        firstLine: loose.chords === null ? line + 1 : line,
        comments: [],
        told: [],
      });
      return;
    }
    if (/^keep\s*:/.test(trimmed)) {
      kept.push({ text: raw, line });
      blocks.at(-1)?.lines.push('');
    } else if (remark) {
      const who = whoseRemark(remark[1]) ?? 'band';
      blocks.at(-1)!.told.push({ who, text: remark[2]!.trim(), line });
      blocks.at(-1)!.lines.push('');
    } else if (blocks.length > 0) blocks.at(-1)!.lines.push(raw);
    else if (trimmed !== '') head.push({ raw, line });
  });
  settle();
  return { head, comments: cleanComments(comments), blocks, kept };
}

/** The rows people write, for a message; `or` rows are like a player's own. */
const SHOWN_LABELS = ROW_LABELS.filter((label) => !label.includes(' or')).join(', ');

/** What stands in the header of a section, written under it. */
const SETTING =
  /^(?:(?:guitar1|guitar2|bass)\s+(?:like|with|strokes|sound|gain|frets|only|never)\b|(?:plan|tuned|key|tempo|meter|swing|feel|pickup|written in|voice)\s+\S|x\d+$|vamp$|fade$|on cue$)/;

/** Rows and pass blocks of a section; lines count from 1 inside the block. */
export function readRows(
  lines: readonly string[],
  { isReturn, meter }: { readonly isReturn: boolean; readonly meter: Meter },
): { rows: Row[]; passes: PassBlock[]; problems: Problem[]; asks: Problem[] } {
  const problems: Problem[] = [];
  const asks: Problem[] = [];
  const rows: Row[] = [];
  const passes: PassBlock[] = [];
  let target = rows;
  lines.forEach((raw, i) => {
    const line = i + 1;
    const trimmed = raw.trim();
    if (trimmed === '') return;
    const column = raw.length - raw.trimStart().length + 1;
    if (trimmed.startsWith('--')) {
      const match =
        /^--\s*(?:(this time)\s*[,:]?\s*)?(?:(?:pass\s+(\d+)|(last)\s+pass)\s*:?\s*)?bars?\s+(\d+)(?:\s*-\s*(\d+))?\s*(out)?\s*--$/.exec(
          trimmed,
        );
      const own = isReturn || match?.[1] !== undefined;
      const pass = match?.[3] === 'last' ? 'last' : match?.[2] === undefined ? 'every' : Number(match[2]);
      const from = Number(match?.[4]);
      const to = Number(match?.[5] ?? match?.[4]);
      target = [];
      if (!match || (pass === 'every' && !own) || pass === 0 || from < 1 || to < from) {
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
      const out = match[6] === 'out';
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
      const last = target.findIndex((row) => row.label === 'chords');
      if (last >= 0) target[last] = { ...target[last]!, bars: [...target[last]!.bars, ...said] };
      else target.push({ label: 'chords', line, bars: said });
      return;
    }
    if (bar < 0 || !ROW_LABELS.includes(label)) {
      const what = bar < 0 ? 'this line has no bars' : `"${label}" is no row`;
      const length = Math.max(1, raw.slice(0, bar < 0 ? undefined : bar).trim().length);
      problems.push(problemAt(line, column, length, `${what}; expected ${SHOWN_LABELS} and bars between |`));
      return;
    }
    const bars = rowBars(raw, bar, line);
    const earlier = target.findIndex((row) => row.label === label);
    if (earlier >= 0) target[earlier] = { ...target[earlier]!, bars: [...target[earlier]!.bars, ...bars] };
    else target.push({ label, line, bars });
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
  if (/^[^|]*[A-Za-z]{3,}[^|]*\|/.test(text) && headName(text.split('|')[0]!) !== null) return null;
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
