import type { Cell } from '../form/index';
import { gripPitches } from '../grip/index';
import type { Instrument } from '../instrument/index';
import { stepPitches } from '../line/index';
import type { Midi } from '../pitch/index';

/** Pitches of a cell, lowest first: those of its grip, or of the step of a line as it is heard; none for a rest. */
export function cellPitches(cell: Cell, instrument: Instrument): readonly Midi[] {
  if (cell.kind !== 'grip') return [];
  if (cell.step) return stepPitches(cell.step, instrument);
  return [...gripPitches(cell.grip, instrument)].sort((a, b) => a - b);
}
