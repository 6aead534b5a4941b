import { problemAt, type Problem } from '../../base/index';
import {
  cellsWithLine,
  cleanRemark,
  leavesRoom,
  lineCells,
  parseVoice,
  PLAYERS,
  type Bar,
  type BarPatch,
  type Beside,
  type BesidePart,
  type PlacedCell,
  type PlacedChord,
  type Player,
  type Remarks,
  type SoundUse,
} from '../../form/index';
import { parseHits } from '../../hits/index';
import type { Line } from '../../line/index';
import { barTicks } from '../../time/index';
import type { Context } from './asks';
import { readCells, readLines } from './read-bars';
import { readSounds } from './read-sounds';
import { isRepeat, repeated, type Row, type RowBar } from './rows';
import { wordsOf } from './time-in-bar';

/** Names of rows as they are written; `or` rows hold what is kept beside a bar, at most so many of them. */
const OR_LABELS = ['or', 'or 2', 'or 3'] as const;
const PART_ROWS = ['', ' line', ' hits'] as const;

export const ROW_LABELS: readonly string[] = [
  'chords',
  'voice',
  'remarks',
  ...PLAYERS.flatMap((player) => [
    player,
    `${player} line`,
    `${player} hits`,
    `${player} sound`,
    `${player} remarks`,
  ]),
  ...PLAYERS.flatMap((player) => OR_LABELS.flatMap((or) => PART_ROWS.map((row) => `${player} ${or}${row}`))),
];

/** Rows other than chords, bar by bar, as what they replace. */
export function readRows(
  rows: readonly Row[],
  options: {
    chords: readonly (readonly PlacedChord[])[];
    from: number;
    context: Context;
    problems: Problem[];
    size: string;
    sung?: readonly Bar[];
  },
): BarPatch[] {
  const { chords, context, problems, size } = options;
  const patches: {
    chords?: never;
    cells?: Partial<Record<Player, readonly PlacedCell[]>>;
    hits?: Partial<Record<Player, string | null>>;
    lines?: Partial<Record<Player, Line>>;
    sounds?: Partial<Record<Player, SoundUse>>;
    voice?: string | null;
    remarks?: Remarks;
    beside?: Beside;
  }[] = chords.map(() => ({}));
  for (const row of rows) {
    if (row.label === 'chords' || / or( \d)?( line| hits)?$/.test(row.label)) continue;
    if (row.bars.length !== chords.length) problems.push(wrongCount(row, chords.length, size));
    const bars = row.bars.slice(0, chords.length);
    const player = PLAYERS.find((p) => row.label === p || row.label.startsWith(`${p} `));
    if (player && row.label === `${player} line`) {
      readLines(bars, { player, context, problems }).forEach((line, i) => {
        if (line) patches[i]!.lines = { ...patches[i]!.lines, [player]: line };
      });
    } else if (player && row.label === player) {
      const before = options.from > 0;
      const line = rows.find((other) => other.label === `${player} line`);
      const texts = writtenOut(line?.bars ?? [], chords.length);
      const lined = texts.map((text) => text.trim() !== '');
      const steps = texts.map(stepShares);
      readCells(bars, { player, chords, context, problems, before, lined, steps }).forEach((cells, i) => {
        patches[i]!.cells = { ...patches[i]!.cells, [player]: cells };
      });
    } else if (row.label.endsWith('remarks')) {
      readRemarks(bars).forEach((text, i) => {
        if (text !== '') patches[i]!.remarks = { ...patches[i]!.remarks, [player ?? 'band']: text };
      });
    } else if (player && row.label === `${player} sound`) {
      readSounds(bars, { player, context, problems }).forEach((use, i) => {
        // On a pass an empty bar is as the section says.
        if (use ?? options.sung) patches[i]!.sounds = { ...patches[i]!.sounds, [player]: use ?? {} };
      });
    } else if (player) {
      readPatterns(bars, (text) => parseHits(text, context.meter), problems).forEach((hits, i) => {
        patches[i]!.hits = { ...patches[i]!.hits, [player]: hits };
      });
    } else {
      readPatterns(bars, (text) => parseVoice(text, barTicks(context.meter)), problems).forEach(
        (voice, i) => {
          patches[i]!.voice = voice;
        },
      );
    }
  }
  readBeside(rows, options).forEach((beside, i) => {
    if (beside) patches[i]!.beside = beside;
  });
  return patches.map((patch, i): BarPatch =>
    withSteps(patch, { at: options.from + i, rows, i, context, problems }),
  );
}

/** Bars of remarks; `%` says the one before again. */
function readRemarks(bars: readonly RowBar[]): readonly string[] {
  const done: string[] = [];
  for (const bar of bars) done.push(bar.text.trim() === '%' ? (done.at(-1) ?? '') : cleanRemark(bar.text));
  return done;
}

/** What is kept beside the bars: rows like a player's own, each bar of them a part where anything is written. */
function readBeside(rows: readonly Row[], options: Parameters<typeof readRows>[1]): (Beside | null)[] {
  const { chords } = options;
  const beside: (Partial<Record<Player, readonly BesidePart[]>> | null)[] = chords.map(() => null);
  for (const player of PLAYERS) {
    for (const or of OR_LABELS) {
      const own = PART_ROWS.flatMap((kind) => {
        const row = rows.find((r) => r.label === `${player} ${or}${kind}`);
        return row ? [{ ...row, label: `${player}${kind}` }] : [];
      });
      if (own.length === 0) continue;
      const patches = readRows(own, { ...options });
      chords.forEach((_, i) => {
        const text = (kind: string) =>
          own.find((r) => r.label === `${player}${kind}`)?.bars[i]?.text.trim() ?? '';
        if (PART_ROWS.every((kind) => text(kind) === '')) return;
        const patch = patches[i]!;
        const line = patch.lines?.[player] ?? null;
        const isOpen = text('') === '' && line === null;
        const part: BesidePart = {
          cells: isOpen ? [] : (patch.cells?.[player] ?? []),
          hits: patch.hits?.[player] ?? null,
          line,
        };
        beside[i] = { ...beside[i], [player]: [...(beside[i]?.[player] ?? []), part] };
      });
    }
  }
  return beside;
}

/**
 * A bar with lines: their steps stand among its grips. Grips where a step begins, and hits where the line leaves no room
 * for them, are one thing too many.
 */
function withSteps(
  patch: BarPatch,
  of: { at: number; rows: readonly Row[]; i: number; context: Context; problems: Problem[] },
): BarPatch {
  let next = patch;
  for (const player of PLAYERS) {
    const line = patch.lines?.[player];
    if (!line) continue;
    const wordsIn = (label: string) => of.rows.find((row) => row.label === label)?.bars[of.i];
    const grips = wordsIn(player);
    const opens = line[0]?.at === 0;
    const isOwn = grips !== undefined && !(opens ? ['', '.', '?', '%'] : ['']).includes(grips.text.trim());
    const own = isOwn ? (patch.cells?.[player] ?? []) : [];
    const ground = { strings: of.context.strings[player], first: of.at === 0 };
    const cells = cellsWithLine(own, line, ground);
    const say = (bar: RowBar, message: string) => {
      const lead = bar.text.length - bar.text.trimStart().length;
      of.problems.push(problemAt(bar.line, bar.column + lead, bar.text.trim().length, message));
    };
    const beside = cells.length - lineCells(line, { ...ground, first: false }).length;
    if (grips && isOwn && own.some((c) => line.some((step) => step.at === c.at)))
      say(
        grips,
        `${player} plays a line in this bar; expected grips only where none of its notes begins (. before and after them)`,
      );
    const hits = wordsIn(`${player} hits`);
    const room = leavesRoom(line, beside > 0 ? cells : []);
    if (hits && !room && !['', '.', '?', '%'].includes(hits.text.trim()))
      say(hits, `${player} plays a line in this bar; expected ${player} hits to be empty here`);
    next = { ...next, cells: { ...next.cells, [player]: cells } };
    if (next.hits?.[player] !== undefined && !room)
      next = { ...next, hits: { ...next.hits, [player]: null } };
  }
  return next;
}

/** What each of so many bars says, `%` as the bar it repeats. */
function writtenOut(bars: readonly RowBar[], count: number): readonly string[] {
  const texts: string[] = [];
  for (let i = 0; i < count; i += 1) {
    const text = bars[i]?.text ?? '';
    texts.push(text.trim() === '%' ? (texts[i - 1] ?? text) : text);
  }
  return texts;
}

/** Where the steps of a line begin in its bar, as shares of it. */
function stepShares(text: string): readonly number[] {
  const words = wordsOf(text, 1);
  return words.flatMap((word, i) => (word.text === '.' || word.text === '%' ? [] : [i / words.length]));
}

/** Rows of one symbol string a bar: hits and voice. Empty bars are null. */
function readPatterns(
  bars: readonly RowBar[],
  read: (text: string) => ReturnType<typeof parseHits>,
  problems: Problem[],
): (string | null)[] {
  const done: (string | null)[] = [];
  for (const bar of bars) {
    const words = wordsOf(bar.text, bar.column);
    if (isRepeat(words)) {
      done.push(done.length > 0 ? done.at(-1)! : (repeated([], bar, problems) ?? null));
    } else if (words.length === 0) {
      done.push(null);
    } else {
      const lead = bar.text.length - bar.text.trimStart().length;
      const pattern = read(bar.text.trim());
      if (pattern.ok) done.push(pattern.value);
      else {
        const { offset, message } = pattern.error;
        const length = offset === 0 && !message.startsWith('"') ? bar.text.trim().length : 1;
        problems.push(problemAt(bar.line, bar.column + lead + offset, length, message));
        done.push(null);
      }
    }
  }
  return done;
}

/** A row with more or fewer bars than there are. */
export function wrongCount(row: Row, expected: number, size: string): Problem {
  const found = row.bars.length;
  const surplus = row.bars[expected];
  const has = `${row.label} has ${found} ${found === 1 ? 'bar' : 'bars'}; expected ${size}`;
  if (surplus)
    return problemAt(surplus.line, surplus.column, Math.max(1, surplus.text.trimEnd().length), has);
  const last = row.bars.at(-1);
  return last
    ? problemAt(last.line, last.column + last.text.length, 1, has)
    : problemAt(row.line, 1, row.label.length, has);
}
