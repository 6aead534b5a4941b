import { problemAt, type Problem } from '../../base/index';
import {
  cellsWithLine,
  cleanRemark,
  leavesRoom,
  lineCells,
  OPEN,
  openBar,
  openCells,
  ownCells,
  parseCell,
  PLAYERS,
  sayableOwn,
  sayableSection,
  type Bar,
  type BarPatch,
  type Beside,
  type BesidePart,
  type OwnVariant,
  type PlacedCell,
  type PlacedChord,
  type Player,
  type Remarks,
  type Section,
  type SoundUse,
} from '../../form/index';
import { parseHits } from '../../hits/index';
import { parseLine, type Line } from '../../line/index';
import { isNoChord, parseChord } from '../../pitch/index';
import { barTicks, beatName, countedBeatTicks, formatMeter, type Meter } from '../../time/index';
import type { Band } from './header';
import { readSounds } from './read-sounds';
import { isRepeat, repeated, type Row, type RowBar } from './rows';
import { isOddDivision, placeWords, wordsOf, type Word } from './time-in-bar';

/** Rows after one `-- pass N: bar A-B --` line; bars count from 0 here. */
export interface PassBlock {
  readonly pass: OwnVariant['pass'];
  /** It differs in the playing it stands under alone. */
  readonly own: boolean;
  readonly fromBar: number;
  readonly toBar: number;
  /** These bars are not played on that pass. */
  readonly out: boolean;
  readonly line: number;
  readonly rows: readonly Row[];
}

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

interface Context extends Band {
  readonly meter: Meter;
  /** What may be a slip is asked, and read as it is written. */
  readonly asks: Problem[];
}

/** A section as its rows say it, with what differs in its first playing alone. */
export interface SectionRows {
  readonly section: Section;
  readonly own: readonly OwnVariant[];
  readonly problems: readonly Problem[];
  readonly asks: readonly Problem[];
}

/** Builds a section from its rows. Whatever cannot be read is a problem; everything else is kept. */
export function readSection(
  name: string,
  rows: readonly Row[],
  passes: readonly PassBlock[],
  ground: Omit<Context, 'asks'>,
): SectionRows {
  const problems: Problem[] = [];
  const asks: Problem[] = [];
  const context = { ...ground, asks };
  const chordsRow = rows.find((row) => row.label === 'chords');
  if (!chordsRow) {
    const first = rows[0]!;
    problems.push(
      problemAt(
        first.line,
        1,
        first.label.length,
        `the section ${name} has no chords row; expected one, like chords | Dm | Bb |`,
      ),
    );
  }
  const count = chordsRow?.bars.length ?? Math.max(...rows.map((row) => row.bars.length));
  const chords = chordsRow
    ? readChords(chordsRow, context, problems, null)
    : Array.from({ length: count }, (_, i): PlacedChord[] =>
        i === 0 ? [{ at: 0, push: 0, chord: 'N.C.' }] : [],
      );
  const bars: Bar[] = chords.map((c) => openBar(c));
  const patches = readRows(rows, {
    chords,
    from: 0,
    context,
    problems,
    size: `${count} bars, as the chords row`,
  });
  const whole = bars.map((bar, i) => mergeBar(bar, patches[i]!));
  askDisagreeing(rows, whole, context);
  const blocks = (isOwn: boolean) =>
    passes
      .filter((block) => block.own === isOwn)
      .flatMap((block) => readPass(block, whole, context, problems));
  const variants = blocks(false).flatMap((v) => (v.pass === 'every' ? [] : [{ ...v, pass: v.pass }]));
  const read = { name, bars: whole, variants, wishes: [] };
  const { section } = sayableSection(read, barTicks(context.meter));
  return {
    section,
    own: sayableOwn(section, blocks(true), barTicks(context.meter)).variants,
    problems,
    asks,
  };
}

/** What differs when a section that is written above is played again. */
export function readReturn(
  section: Section,
  passes: readonly PassBlock[],
  ground: Omit<Context, 'asks'>,
): Omit<SectionRows, 'section'> {
  const problems: Problem[] = [];
  const asks: Problem[] = [];
  const context = { ...ground, asks };
  const own = passes.flatMap((block) => readPass(block, section.bars, context, problems));
  return { own: sayableOwn(section, own, barTicks(context.meter)).variants, problems, asks };
}

/** A row that changes as often in a bar as the chords do, and at other places, by more than a push: asked about. */
function askDisagreeing(rows: readonly Row[], bars: readonly Bar[], { asks, meter }: Context): void {
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
function askOdd(bar: RowBar, words: readonly Word[], { asks, meter }: Context): void {
  if (words.length < 2 || !isOddDivision(words, barTicks(meter))) return;
  const message = `${words.length} symbols make ${ODD_WORDS[words.length] ?? `groups of ${words.length}`} of this ${formatMeter(meter)} bar; is that meant? If so write {…} around them, else count the dots`;
  asks.push(problemAt(bar.line, words[0]!.column, bar.text.trim().length, message));
}

const ODD_WORDS: Readonly<Record<number, string>> = { 5: 'quintuplets', 7: 'septuplets', 10: 'quintuplets' };

function readPass(
  block: PassBlock,
  bars: readonly Bar[],
  context: Context,
  problems: Problem[],
): OwnVariant[] {
  if (block.toBar >= bars.length) {
    problems.push(
      problemAt(
        block.line,
        1,
        2,
        `this section has ${bars.length} bars; expected bars from 1 to ${bars.length} here`,
      ),
    );
    if (block.fromBar >= bars.length) return [];
  }
  if (block.out) return leftOut(block, bars.length, problems);
  const until = Math.min(block.toBar, bars.length - 1);
  const length = until - block.fromBar + 1;
  const chordsRow = block.rows.find((row) => row.label === 'chords');
  const base = bars.slice(block.fromBar, until + 1).map((bar) => bar.chords);
  const before =
    bars
      .slice(0, block.fromBar)
      .flatMap((bar) => bar.chords)
      .at(-1) ?? null;
  const chords = chordsRow
    ? fit(readChords(chordsRow, context, problems, before?.chord ?? null), base)
    : base;
  const size = `${length} ${length === 1 ? 'bar' : 'bars'}, as this pass block says`;
  const patches = readRows(block.rows, { chords, from: block.fromBar, context, problems, size, sung: bars });
  if (chordsRow && chordsRow.bars.length !== length) problems.push(wrongCount(chordsRow, length, size));
  const filled = patches.map((patch, i): BarPatch => {
    if (!chordsRow) return patch;
    // Other chords with nobody's grips said: those grips were for the old chords, so they are open again.
    const cells: Partial<Record<Player, readonly PlacedCell[]>> = {};
    for (const player of PLAYERS) cells[player] = patch.cells?.[player] ?? openCells(chords[i]!);
    return { chords: chords[i]!, ...patch, cells };
  });
  return [{ pass: block.pass, fromBar: block.fromBar, bars: filled }];
}

function leftOut(block: PassBlock, count: number, problems: Problem[]): OwnVariant[] {
  const last = Math.min(block.toBar, count - 1);
  if (block.fromBar === 0 && last === count - 1) {
    const message = 'every bar is left out on this pass; expected some that are played';
    problems.push(problemAt(block.line, 1, 2, message));
    return [];
  }
  const first = block.rows[0];
  if (first) {
    problems.push(
      problemAt(first.line, 1, first.label.length, 'bars that are left out have no rows; expected none here'),
    );
  }
  const bars = Array.from({ length: last - block.fromBar + 1 }, () => ({ out: true }) as const);
  return [{ pass: block.pass, fromBar: block.fromBar, bars }];
}

/** Rows other than chords, bar by bar, as what they replace. */
function readRows(
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
      const lined = chords.map((_, i) => (line?.bars[i]?.text.trim() ?? '') !== '');
      const steps = chords.map((_, i) => stepShares(line?.bars[i]?.text ?? ''));
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
      readPatterns(bars, (text) => readVoiceBar(text, context.meter), problems).forEach((voice, i) => {
        patches[i]!.voice = voice;
      });
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

/** Where the steps of a line begin in its bar, as shares of it. */
function stepShares(text: string): readonly number[] {
  const words = wordsOf(text, 1);
  return words.flatMap((word, i) => (word.text === '.' || word.text === '%' ? [] : [i / words.length]));
}

/** Rows of lines; empty bars have none. */
function readLines(
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

function readChords(row: Row, context: Context, problems: Problem[], before: string | null): PlacedChord[][] {
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
      const isGuess = typed.length > 1 && typed.endsWith('~');
      const text = isGuess ? typed.slice(0, -1) : typed;
      const chord = isNoChord(text) ? null : parseChord(text);
      if (chord && !chord.ok) problems.push(problemAt(bar.line, column, text.length, chord.error));
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

function readCells(
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
      if (!read.ok) problems.push(problemAt(bar.line, column, text.length, read.error));
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

function readVoiceBar(text: string, meter: Meter): ReturnType<typeof parseHits> {
  const pattern = text.replace(/ /g, '');
  const wrong = [...text].findIndex((c) => !/[~. ]/.test(c));
  if (wrong >= 0) {
    return {
      ok: false,
      error: { offset: wrong, message: `"${text[wrong]!}" is no voice mark; expected ~ singing or . silent` },
    };
  }
  if (barTicks(meter) % pattern.length !== 0) {
    return {
      ok: false,
      error: {
        offset: 0,
        message: `${pattern.length} voice marks do not divide the bar evenly; expected 8 or 16`,
      },
    };
  }
  return { ok: true, value: pattern };
}

function nothingBefore(bar: RowBar, column: number, what: string): Problem {
  return problemAt(
    bar.line,
    column,
    1,
    `. lets the ${what} before go on, and there is none; expected a ${what} here`,
  );
}

function wrongCount(row: Row, expected: number, size: string): Problem {
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

/** As many bars as `base`, the missing ones taken from it. */
function fit<T>(list: readonly T[], base: readonly T[]): readonly T[] {
  return base.map((b, i) => list[i] ?? b);
}

function mergeBar(bar: Bar, patch: BarPatch): Bar {
  return {
    chords: bar.chords,
    cells: { ...bar.cells, ...patch.cells },
    hits: { ...bar.hits, ...patch.hits },
    voice: patch.voice ?? bar.voice,
    ...(patch.lines ? { lines: patch.lines } : {}),
    ...(patch.sounds ? { sounds: patch.sounds } : {}),
    ...(patch.remarks ? { remarks: patch.remarks } : {}),
    ...(patch.beside ? { beside: patch.beside } : {}),
  };
}
