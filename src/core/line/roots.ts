import { fail, ok, type Result } from '../base/index';
import type { Hand } from '../grip/index';
import { openStrings, usableFrets, type Instrument } from '../instrument/index';
import { pitchClass, type Midi } from '../pitch/index';
import { plainNote, plainStep, stepPitches, type Line } from './line';
import { placeMelody } from './place';

/**
 * What the bass plays under a line: the lowest note of each chord's stretch as its root when it is known, else the first
 * note of the line there, as low on the bass as it goes, one for each stretch. `stretches` are in ticks of the bar.
 */
export function bassRoots(
  line: Line,
  options: {
    from: Instrument;
    bass: Instrument;
    hand: Hand;
    stretches: readonly { readonly at: number; readonly root: number | null }[];
  },
): Result<Line> {
  const { from, bass, hand, stretches } = options;
  const lowest = openStrings(bass)[0]! + bass.capo;
  const roots = stretches.flatMap(({ at, root }, i) => {
    const until = stretches[i + 1]?.at ?? Infinity;
    const first = line.find((s) => s.at >= at && s.at < until && s.notes.length > 0);
    const pc = root ?? (first ? (stepPitches(first, from)[0] ?? null) : null);
    return pc === null ? [] : [{ at, pitch: lowestOf(pc, lowest) }];
  });
  if (roots.length === 0) return fail('there is no note here for the bass to take its root from');
  const spots = placeMelody(
    roots.map((r) => r.pitch),
    { instrument: bass, hand, near: null },
  );
  if (spots === null) return fail(`the roots are not on this bass of ${usableFrets(bass)} frets`);
  return ok(spots.map((spot, i) => plainStep(roots[i]!.at, [plainNote(spot.string, spot.fret)])));
}

function lowestOf(pitch: number, lowest: number): Midi {
  return (lowest + pitchClass(pitch - lowest)) as Midi;
}
