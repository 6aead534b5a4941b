import { problemAt, type Problem } from '../../base/index';
import {
  openBar,
  openCells,
  ownCells,
  PLAYERS,
  sayableOwn,
  sayableSection,
  type Bar,
  type BarPatch,
  type OwnVariant,
  type PlacedCell,
  type PlacedChord,
  type Player,
  type Section,
} from '../../form/index';
import { barTicks } from '../../time/index';
import { askDisagreeing, type Context } from './asks';
import { readChords } from './read-bars';
import { readRows, wrongCount } from './read-rows';
import type { Row } from './rows';

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
  if (block.rows.length === 0) {
    const message =
      'nothing is written under this line; expected rows with what differs, or out for bars left out';
    problems.push(problemAt(block.line, 1, 2, message));
    return [];
  }
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
  const filled = patches.map((said, i): BarPatch => {
    const patch = withoutLines(said, { rows: block.rows, i, base: bars[block.fromBar + i]! });
    if (!chordsRow) return patch;
    // Other chords with nobody's grips said: those grips were for the old chords, so they are open again.
    const cells: Partial<Record<Player, readonly PlacedCell[]>> = {};
    for (const player of PLAYERS) cells[player] = patch.cells?.[player] ?? openCells(chords[i]!);
    return { chords: chords[i]!, ...patch, cells };
  });
  return [{ pass: block.pass, fromBar: block.fromBar, bars: filled }];
}

/** An empty bar in a row of lines takes the line away that stands there: the grips beside it are left. */
function withoutLines(
  patch: BarPatch,
  { rows, i, base }: { rows: readonly Row[]; i: number; base: Bar },
): BarPatch {
  let next = patch;
  for (const player of PLAYERS) {
    const row = rows.find((r) => r.label === `${player} line`);
    const own = ownCells(base.cells[player]);
    const isGone = row !== undefined && (row.bars[i]?.text.trim() ?? '') === '' && base.lines?.[player];
    if (isGone && own.length > 0 && next.cells?.[player] === undefined)
      next = { ...next, cells: { ...next.cells, [player]: own } };
  }
  return next;
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
