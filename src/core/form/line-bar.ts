import { plainStep, stepGrip, type Line } from '../line/index';
import { OPEN, type Cell, type PlacedCell } from './cell';

/** How many strings a line is for, and whether its bar opens the section: what comes before it there is silence. */
export interface LineGround {
  readonly strings: number;
  readonly first: boolean;
}

/** The steps of a line as locked cells, so that everything that looks at grips sees them. */
export function lineCells(line: Line, { strings, first }: LineGround): readonly PlacedCell[] {
  const rest = { kind: 'rest', locked: true, guess: false } as const;
  const cells = line.map((step): PlacedCell => {
    const guess = step.guess ?? false;
    const cell: Cell =
      step.notes.length === 0
        ? { ...rest, guess, step }
        : {
            kind: 'grip',
            grip: stepGrip(step, strings),
            locked: true,
            guess,
            ...(step.fingers ? { fingers: step.fingers } : {}),
            step,
          };
    return { at: step.at, push: 0, cell };
  });
  if (!first || line[0]?.at === 0) return cells;
  return [{ at: 0, push: 0, cell: { ...rest, step: plainStep(0, []) } }, ...cells];
}

/**
 * The cells of a bar in which a line stands among grips: where both begin at once the line does. `own` are the grips, in
 * time order.
 */
export function cellsWithLine(own: readonly PlacedCell[], line: Line, of: LineGround): readonly PlacedCell[] {
  const beside = own.filter((c) => !line.some((step) => step.at === c.at));
  if (beside.length === 0) return lineCells(line, of);
  const opens = beside[0]!.at === 0 || line[0]?.at === 0;
  const before: readonly PlacedCell[] = of.first && !opens ? [{ at: 0, push: 0, cell: OPEN }] : [];
  return [...before, ...beside, ...lineCells(line, { ...of, first: false })].sort((a, b) => a.at - b.at);
}

/** The grips and rests of a bar that are no steps of its line. */
export function ownCells(cells: readonly PlacedCell[]): readonly PlacedCell[] {
  return cells.some(isStep) ? cells.filter((c) => !isStep(c)) : cells;
}

/** True for a cell that stands for a step of a line. */
export function isStep({ cell }: PlacedCell): boolean {
  return cell.kind !== 'open' && cell.step !== undefined;
}

/** True when a bar has room for hits beside its line: before it begins, or where a grip follows it. */
export function leavesRoom(line: Line, cells: readonly PlacedCell[]): boolean {
  return (line.length > 0 && line[0]!.at > 0) || cells.some((c) => !isStep(c));
}
