import { problemAt, type Problem } from '../../base/index';
import { ownCells, PLAYERS, type Bar } from '../../form/index';
import { barTicks, beatName, countedBeatTicks, formatMeter, type Meter } from '../../time/index';
import type { Band } from './header';
import type { Row, RowBar } from './rows';
import { isOddDivision, type Word } from './time-in-bar';

/** What rows are read with. */
export interface Context extends Band {
  readonly meter: Meter;
  /** What may be a slip is asked, and read as it is written. */
  readonly asks: Problem[];
}

/** A row that changes as often in a bar as the chords do, and at other places, by more than a push: asked about. */
export function askDisagreeing(rows: readonly Row[], bars: readonly Bar[], { asks, meter }: Context): void {
  for (const player of PLAYERS) {
    const row = rows.find((r) => r.label === player);
    if (!row) continue;
    bars.forEach((bar, b) => {
      const [cells, text] = [ownCells(bar.cells[player]), row.bars[b]];
      const { chords } = bar;
      if (!text || chords.length < 2 || cells.length !== chords.length || text.text.trim() === '%') return;
      const at = chords.findIndex((c, i) => Math.abs(c.at - cells[i]!.at) > MOST_PUSH);
      if (at < 0) return;
      const place = (tick: number) => beatName(tick / countedBeatTicks(meter) + 1);
      const message = `the chords change on beat ${place(chords[at]!.at)}, ${player} on beat ${place(cells[at]!.at)}; is that meant? Count the dots`;
      const lead = text.text.length - text.text.trimStart().length;
      asks.push(problemAt(text.line, text.column + lead, text.text.trim().length, message));
    });
  }
}

/** What comes an eighth before a chord may be a push written out. */
const MOST_PUSH = 480;

/** Bars in fives or sevens are asked about; whoever means them writes a group. */
export function askOdd(bar: RowBar, words: readonly Word[], { asks, meter }: Context): void {
  if (words.length < 2 || !isOddDivision(words, barTicks(meter))) return;
  const message = `${words.length} symbols make ${ODD_WORDS[words.length] ?? `groups of ${words.length}`} of this ${formatMeter(meter)} bar; is that meant? If so write {…} around them, else count the dots`;
  asks.push(problemAt(bar.line, words[0]!.column, bar.text.trim().length, message));
}

const ODD_WORDS: Readonly<Record<number, string>> = { 5: 'quintuplets', 7: 'septuplets', 10: 'quintuplets' };
