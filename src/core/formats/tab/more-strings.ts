import { lineCells, type PlacedCell } from '../../form/index';
import type { LineStep } from '../../line/index';
import type { TabBar } from './read-tab';

/** The bar for an instrument with `by` more strings below the ones it was read for; every note keeps its string and fret. */
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
