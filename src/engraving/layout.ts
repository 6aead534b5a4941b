import type { Sheet, DrawnBar } from '../core/sheet/index';
import { barWidth, type Look } from './bar-width';
import type { PlacedBar } from './placed';
import { rowsOf, type Rows } from './rows';

/** One line of music. */
export interface Line {
  readonly bars: readonly PlacedBar[];
  /** What stands before the first bar: clef, key and metre. */
  readonly width: number;
  readonly rows: Rows;
  readonly height: number;
  /** Words at the beginning of another time, above it. */
  readonly opens: string | null;
}

/** What a sheet is drawn on. */
export interface Page {
  /** In units of the drawing. */
  readonly width: number;
  readonly look: Look;
  /** The bar that stands before them on the sheet; left out: none, key and metre are shown. */
  readonly before?: DrawnBar | undefined;
}

/** Longest a last line is stretched, as a share of its own width. */
const STRETCH = 1.35;

/** The bars of a part, line by line: as many as fit, stretched to the width; the heights are known before anything is drawn. */
export function layOutBars(
  bars: readonly DrawnBar[],
  sheet: Pick<Sheet, 'strings' | 'open'>,
  page: Page,
): readonly Line[] {
  const lines: Line[] = [];
  let from = 0;
  while (from < bars.length) {
    let to = from;
    let used = 0;
    while (to < bars.length && (to === from || bars[to]!.opens === null)) {
      const width = naturalWidth(bars, to, to === from, page);
      if (to > from && used + width > page.width) break;
      used += width;
      to += 1;
    }
    const isEnd = to === bars.length || bars[to]!.opens !== null;
    const room = isEnd ? Math.min(page.width, used * STRETCH) : page.width;
    lines.push(lineOf(bars, { from, to, room, natural: used }, sheet, page));
    from = to;
  }
  return lines;
}

function lineOf(
  bars: readonly DrawnBar[],
  { from, to, room, natural }: { from: number; to: number; room: number; natural: number },
  sheet: Pick<Sheet, 'strings' | 'open'>,
  page: Page,
): Line {
  const share = room / natural;
  let x = 0;
  const placed = bars.slice(from, to).map((bar, i): PlacedBar => {
    const index = from + i;
    const width = naturalWidth(bars, index, i === 0, page) * share;
    const at = x;
    x += width;
    return { bar, x: at, width, ...changes(bars, index, i === 0, page) };
  });
  const rows = rowsOf(placed, { sheet, look: page.look, width: Math.max(room, page.width) });
  return { bars: placed, width: room, rows, height: rows.height, opens: bars[from]!.opens };
}

function naturalWidth(bars: readonly DrawnBar[], index: number, first: boolean, page: Page): number {
  const bar = bars[index]!;
  return barWidth(bar, { look: page.look, first, ...changes(bars, index, first, page) });
}

/** Whether key and metre are shown: at the head of every line the key, the metre where it begins or changes. */
function changes(
  bars: readonly DrawnBar[],
  index: number,
  first: boolean,
  page: Page,
): { readonly showsKey: boolean; readonly showsMeter: boolean } {
  const [bar, before] = [bars[index]!, bars[index - 1] ?? page.before];
  const meterWords = ({ at }: DrawnBar) => `${at.meter.beats}/${at.meter.unit}`;
  return {
    showsKey: first || before?.key.text !== bar.key.text,
    showsMeter: !before || meterWords(before) !== meterWords(bar),
  };
}
