import { problemAt, type Problem } from '../../base/index';
import { OPEN, openCells, parseCell, type PlacedCell, type PlacedChord, type Player } from '../../form/index';
import { parseLine, type Line } from '../../line/index';
import { isNoChord, parseChord } from '../../pitch/index';
import { barTicks, formatMeter } from '../../time/index';
import { askOdd, type Context } from './asks';
import { isRepeat, repeated, type Row, type RowBar } from './rows';
import { placeWords, wordsOf } from './time-in-bar';

/** Rows of lines; empty bars have none. */
export function readLines(
  bars: readonly RowBar[],
  options: { player: Player; context: Context; problems: Problem[] },
): (Line | null)[] {
  const { player, context, problems } = options;
  const done: (Line | null)[] = [];
  for (const bar of bars) {
    const words = wordsOf(bar.text, bar.column);
    if (isRepeat(words)) {
      done.push(repeated(done, bar, problems));
      continue;
    }
    if (words.length === 0) {
      done.push(null);
      continue;
    }
    const read = parseLine(bar.text, { meter: context.meter, strings: context.strings[player] });
    if (read.ok) {
      askOdd(bar, words, context);
      done.push(read.value);
    } else {
      for (const p of read.error)
        problems.push(problemAt(bar.line, bar.column + p.offset, p.length, p.message));
      done.push(null);
    }
  }
  return done;
}

/** The row of chords, bar by bar; `before`: the chord that goes on into it, or null where a section begins. */
export function readChords(
  row: Row,
  context: Context,
  problems: Problem[],
  before: string | null,
): PlacedChord[][] {
  const bars: PlacedChord[][] = [];
  const shape = { ticks: barTicks(context.meter), meter: formatMeter(context.meter) };
  let something = before !== null;
  for (const bar of row.bars) {
    const words = wordsOf(bar.text, bar.column);
    if (isRepeat(words)) {
      bars.push(repeated(bars, bar, problems) ?? []);
      continue;
    }
    if (words.length === 0) {
      problems.push(
        problemAt(bar.line, bar.column, 1, 'an empty bar; expected a chord, . to hold the one before, or %'),
      );
      bars.push([]);
      continue;
    }
    const placed = placeWords(words, shape);
    if (!placed.ok) {
      problems.push(problemAt(bar.line, words[0]!.column, bar.text.trim().length, placed.error));
      bars.push([]);
      continue;
    }
    askOdd(bar, words, context);
    if (!something && words[0]!.text === '.') problems.push(nothingBefore(bar, words[0]!.column, 'chord'));
    const chords: PlacedChord[] = [];
    for (const { text: typed, at, push, column } of placed.value) {
      const text = typed.replace(/^~(?=.)|(?<=.)[~?]$/g, '');
      const isGuess = text !== typed;
      const chord = isNoChord(text) ? null : parseChord(text);
      if (chord && !chord.ok) problems.push(problemAt(bar.line, column, typed.length, chord.error));
      else
        chords.push({ at, push, chord: chord ? text : 'N.C.', ...(isGuess ? { guess: true as const } : {}) });
    }
    something ||= chords.length > 0;
    bars.push(chords);
  }
  const first = bars[0];
  if (first && before === null && !first.some((c) => c.at === 0)) {
    bars[0] = [{ at: 0, push: 0, chord: 'N.C.' }, ...first];
  }
  return bars;
}

/** A row of grips, bar by bar. */
export function readCells(
  bars: readonly RowBar[],
  options: {
    player: Player;
    chords: readonly (readonly PlacedChord[])[];
    context: Context;
    problems: Problem[];
    before: boolean;
    /** Bars in which the player has a line: what comes after it may go on from it. */
    lined: readonly boolean[];
    /** Where in each bar the steps of a line begin, as shares of it. */
    steps: readonly (readonly number[])[];
  },
): (readonly PlacedCell[])[] {
  const { player, chords, context, problems } = options;
  const shape = { ticks: barTicks(context.meter), meter: formatMeter(context.meter) };
  const done: (readonly PlacedCell[])[] = [];
  let something = options.before;
  bars.forEach((bar, i) => {
    something ||= (options.lined[i - 1] ?? false) || options.steps[i]![0] === 0;
    const steps = options.steps[i]!.map((share) => Math.round(shape.ticks * share));
    const words = wordsOf(bar.text, bar.column);
    const open = openCells(chords[i]!);
    if (isRepeat(words)) {
      done.push(repeated(done, bar, problems) ?? open);
      return;
    }
    const placed = words.length === 0 ? null : placeWords(words, shape);
    if (placed === null || !placed.ok) {
      if (placed) problems.push(problemAt(bar.line, words[0]!.column, bar.text.trim().length, placed.error));
      done.push(open);
      return;
    }
    askOdd(bar, words, context);
    if (!something && words[0]!.text === '.') problems.push(nothingBefore(bar, words[0]!.column, 'grip'));
    const cells: PlacedCell[] = [];
    placed.value.forEach(({ text, at, push, column }, n) => {
      const until = placed.value[n + 1]?.at ?? shape.ticks;
      const read = parseCell(text, context.strings[player]);
      if (!read.ok) problems.push(problemAt(bar.line, column, text.length, gripTrouble(text, read.error)));
      const cell = read.ok ? read.value : OPEN;
      cells.push({ at, push, cell });
      // One ? over several chords is a choice for each of them.
      const end = Math.min(until, ...steps.filter((step) => step > at));
      if (cell.kind === 'open') cells.push(...open.filter((c) => c.at > at && c.at < end));
    });
    // A single ? for the bar is struck when its chord is.
    const only = cells[0];
    const pushed =
      words.length === 1 && words[0]!.text === '?' ? chords[i]!.find((c) => c.at === 0)?.push : undefined;
    if (only && pushed) cells[0] = { ...only, push: pushed };
    something ||= cells.length > 0;
    done.push(cells);
  });
  while (done.length < chords.length) done.push(openCells(chords[done.length]!));
  const first = done[0];
  if (first && !options.before && options.steps[0]?.[0] !== 0 && !first.some((c) => c.at === 0))
    done[0] = [{ at: 0, push: 0, cell: OPEN }, ...first];
  return done;
}

/** What is wrong with a word in a row of grips, and what it may have been meant for. */
function gripTrouble(text: string, error: string): string {
  if (/^\([1-4T]+\)/.test(text))
    return `${text} stands alone; expected fingers right behind the grip, like 577xxx(134)`;
  if (/^(s|h|p|su|sd)$/.test(text))
    return `${text} stands alone; expected it right before the grip, like ${text}799xxx`;
  const isChord = /^[A-G]/.test(text) && parseChord(text).ok;
  if (isChord) return `${text} is a chord; expected a grip here, like x02220, or ? for the splitter`;
  // The reader of grips has taken off how it is come to.
  return error.replace(/^"[^"]*" is no grip/, () => `"${text}" is no grip`);
}

function nothingBefore(bar: RowBar, column: number, what: string): Problem {
  return problemAt(
    bar.line,
    column,
    1,
    `. lets the ${what} before go on, and there is none; expected a ${what} here`,
  );
}
