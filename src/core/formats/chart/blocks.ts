import { problemAt, type Problem } from '../../base/index';
import { cleanComments, type Player } from '../../form/index';
import { ROW_LABELS } from './read-rows';
import type { PassBlock } from './read-section';
import type { Row } from './rows';

/** Lines under one section header, from the one after it on; comments and remarks are taken out of them. */
export interface Block {
  readonly header: { readonly text: string; readonly line: number };
  readonly above: readonly string[];
  readonly lines: string[];
  readonly firstLine: number;
  readonly comments: string[];
  readonly told: { readonly who: Player | 'band'; readonly text: string; readonly line: number }[];
}

/** `remark: …`, `guitar1 remark: …`. */
export const REMARK = /^(?:(guitar1|guitar2|bass)\s+)?remark\s*:(.*)$/;

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
    if (/^keep\s*:/.test(trimmed)) {
      kept.push({ text: raw, line });
      blocks.at(-1)?.lines.push('');
    } else if (remark) {
      const who = (remark[1] as Player | undefined) ?? 'band';
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
  isReturn: boolean,
): { rows: Row[]; passes: PassBlock[]; problems: Problem[] } {
  const problems: Problem[] = [];
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
    const label = raw
      .slice(0, bar < 0 ? undefined : bar)
      .trim()
      .replace(/\s+/g, ' ');
    if (bar < 0 && SETTING.test(trimmed)) {
      const message = `this is said of the whole section; expected it behind its name, like == Chorus ==; ${trimmed}`;
      problems.push(problemAt(line, column, trimmed.length, message));
      return;
    }
    if (bar < 0 || !ROW_LABELS.includes(label)) {
      const what = bar < 0 ? 'this line has no bars' : `"${label}" is no row`;
      problems.push(
        problemAt(line, column, label.length, `${what}; expected ${SHOWN_LABELS} and bars between |`),
      );
      return;
    }
    const bars = readBars(raw, bar, line);
    const earlier = target.findIndex((row) => row.label === label);
    if (earlier >= 0) target[earlier] = { ...target[earlier]!, bars: [...target[earlier]!.bars, ...bars] };
    else target.push({ label, line, bars });
  });
  return { rows, passes, problems };
}

function readBars(raw: string, first: number, line: number): Row['bars'] {
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
