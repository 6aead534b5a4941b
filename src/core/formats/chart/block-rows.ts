import { problemAt, type Problem } from '../../base/index';
import { openBar } from '../../form/index';
import { barTicks, type Meter } from '../../time/index';
import { readBars, type TypedBar } from '../typed/bars';
import { parsePassLine } from './pass-line';
import { ROW_LABELS } from './read-rows';
import type { PassBlock } from './read-section';
import type { Row } from './rows';
import { headName, rowLabel } from './spellings';
import { writeChords } from './write';

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
