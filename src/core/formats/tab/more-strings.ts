import { lineCells, type PlacedCell } from '../../form/index';
import type { LineStep } from '../../line/index';
import type { TabBar } from './read-tab';

/** A bar of tab on an instrument with so many more strings below those it was read for: the same notes on the same strings. */
export function withMoreStrings(bar: TabBar, by: number, of: { strings: number; first: boolean }): TabBar {
  const below = Array.from({ length: by }, () => null);
  if (bar.line !== null) {
    const line = bar.line.map((step): LineStep => ({
      ...step,
      notes: step.notes.map((note) => ({ ...note, string: note.string + by })),
      ...(step.fingers ? { fingers: [...below, ...step.fingers] } : {}),
    }));
    return { ...bar, line, cells: lineCells(line, of) };
  }
  const cells = bar.cells.map((placed): PlacedCell => {
    const { cell } = placed;
    return cell.kind === 'grip' ? { ...placed, cell: { ...cell, grip: [...below, ...cell.grip] } } : placed;
  });
  return { ...bar, cells };
}
