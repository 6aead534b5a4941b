import type { Cell } from '../form/index';
import { gripPitches } from '../grip/index';
import type { Instrument } from '../instrument/index';
import { stepPitches } from '../line/index';
import type { Midi } from '../pitch/index';

/**
 * Pitches of a cell, lowest first: those of its grip, or of the step of a line as it is heard; none for a rest.
 * Remembered with the grip or step, for the strings it was last asked on: the same list while they stay.
 */
export function cellPitches(cell: Cell, instrument: Instrument): readonly Midi[] {
  if (cell.kind !== 'grip') return NONE;
  const what = cell.step ?? cell.grip;
  const hit = known.get(what);
  if (hit?.tuning === instrument.tuning && hit.capo === instrument.capo) return hit.pitches;
  const pitches = cell.step
    ? stepPitches(cell.step, instrument)
    : [...gripPitches(cell.grip, instrument)].sort((a, b) => a - b);
  known.set(what, { tuning: instrument.tuning, capo: instrument.capo, pitches });
  return pitches;
}

const NONE: readonly Midi[] = [];
const known = new WeakMap<
  object,
  { readonly tuning: Instrument['tuning']; readonly capo: number; readonly pitches: readonly Midi[] }
>();
