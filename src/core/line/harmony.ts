import { fail, ok, type Result } from '../base/index';
import type { Hand } from '../grip/index';
import { openStrings, usableFrets, type Instrument } from '../instrument/index';
import { noteName, tonicOf, type Key, type Midi } from '../pitch/index';
import { plainNote, stepPitches, type Line, type LineStep } from './line';
import { placeMelody } from './place';

/** What a second part can be made of a line; `below` and `above` the line. */
export const HARMONIES = ['third', 'fourth', 'sixth', 'octave'] as const;
/** An interval counted in steps of the key's scale, not in semitones. */
export type Harmony = (typeof HARMONIES)[number];

/** Steps of the scale. */
const SCALE_STEPS: Readonly<Record<Harmony, number>> = { third: 2, fourth: 3, sixth: 5, octave: 7 };

const MAJOR = [0, 2, 4, 5, 7, 9, 11];
const MINOR = [0, 2, 3, 5, 7, 8, 10];

/** Pitch classes of the key's scale from its tonic on: major, or natural minor (standard theory). */
export function scaleOf(key: Key): readonly number[] {
  return (key.mode === 'major' ? MAJOR : MINOR).map((s) => (tonicOf(key) + s) % 12);
}

/**
 * The pitch a number of scale steps above (below when negative) another, within the key. A pitch outside the scale
 * goes with the scale note it is altered from, and the result stays in the scale: a harmony that bends back to the key.
 */
export function scaleStepsFrom(pitch: Midi, steps: number, key: Key): Midi {
  const scale = key.mode === 'major' ? MAJOR : MINOR;
  const above = pitch - tonicOf(key);
  const octave = Math.floor(above / 12);
  const inside = above - octave * 12;
  // The nearest scale note at or under it.
  const degree = scale.filter((s) => s <= inside).length - 1;
  const to = degree + steps;
  const turns = Math.floor(to / 7);
  return (tonicOf(key) + (octave + turns) * 12 + scale[to - turns * 7]!) as Midi;
}

/** The pitch at a diatonic interval above or below another one in the key. */
export function scaleStepsOf(
  pitch: Midi,
  { harmony, side, key }: { harmony: Harmony; side: 'above' | 'below'; key: Key },
): Midi {
  return scaleStepsFrom(pitch, SCALE_STEPS[harmony] * (side === 'above' ? 1 : -1), key);
}

/**
 * A second part that follows a line at a diatonic interval in the key, on strings of another instrument, in the same
 * rhythm; slurs stay where the new notes lie on one string. Silences and dead notes stay what they are. Fails when it
 * leaves the neck, saying where.
 */
export function harmonyLine(
  line: Line,
  options: {
    from: Instrument;
    to: Instrument;
    hand: Hand;
    key: Key;
    harmony: Harmony;
    side: 'above' | 'below';
  },
): Result<Line> {
  const { from, to, hand, key, harmony, side } = options;
  const steps = SCALE_STEPS[harmony] * (side === 'above' ? 1 : -1);
  return moved(line, { from, to, hand, key }, (pitch) => scaleStepsFrom(pitch, steps, key));
}

/** The same line on another instrument, or elsewhere on the same, `semitones` higher. */
export function movedLine(
  line: Line,
  options: { from: Instrument; to: Instrument; hand: Hand; key: Key; semitones: number },
): Result<Line> {
  return moved(line, options, (pitch) => (pitch + options.semitones) as Midi);
}

function moved(
  line: Line,
  ground: { from: Instrument; to: Instrument; hand: Hand; key: Key },
  change: (pitch: Midi) => Midi,
): Result<Line> {
  const { from, to, hand, key } = ground;
  // The top note of each step is the melody.
  const tops = line.map((step) => stepPitches(step, from).at(-1) ?? null);
  const wanted = tops.flatMap((pitch) => (pitch === null ? [] : [change(pitch)]));
  const spots = placeMelody(wanted, { instrument: to, hand, near: null });
  if (spots === null) {
    const lowest = openStrings(to)[0]! + to.capo;
    const highest = openStrings(to).at(-1)! + to.capo + usableFrets(to);
    const out = wanted.find((p) => p < lowest || p > highest) ?? wanted[0]!;
    const range = `${noteName(lowest as Midi, key)} to ${noteName(highest as Midi, key)}`;
    return fail(
      `${noteName(out, key)} is not on this neck; expected notes from ${range}. Try the other side`,
    );
  }
  let next = 0;
  let before: { string: number; fret: number } | null = null;
  return ok(
    line.map((step, i): LineStep => {
      if (tops[i] === null) {
        const dead = { ...step, notes: step.notes.length === 0 ? [] : [deadOn(before)] };
        before = null; // what comes after a silence is picked
        return dead;
      }
      const spot = spots[next]!;
      next += 1;
      const written = step.notes.find((n) => n.reached !== null)?.reached ?? null;
      const sameString = before?.string === spot.string && before.fret !== spot.fret;
      const reached =
        written === null || !sameString
          ? null
          : written === 'slide'
            ? 'slide'
            : spot.fret > before!.fret
              ? 'hammer'
              : 'pull';
      before = spot;
      const vibrato = step.notes.some((n) => n.vibrato);
      return { ...step, notes: [{ ...plainNote(spot.string, spot.fret), reached, vibrato }] };
    }),
  );
}

function deadOn(spot: { string: number } | null) {
  return { ...plainNote(spot?.string ?? 0, 0), fret: null };
}

/**
 * Each note of a line with its octave above it on another string, the string between them muted: what cuts through a
 * wall. Fails when a note leaves no room for its octave.
 */
export function octaveDouble(line: Line, options: { instrument: Instrument; key: Key }): Result<Line> {
  const { instrument, key } = options;
  const open = openStrings(instrument).map((m) => m + instrument.capo);
  const last = usableFrets(instrument);
  const steps: LineStep[] = [];
  for (const step of line) {
    const note = step.notes[0];
    const pitch = stepPitches(step, instrument)[0];
    if (note === undefined || pitch === undefined) {
      steps.push(step);
      continue;
    }
    // The shape of an octave: two or three strings higher, two or three frets up.
    const pairs = open.flatMap((low, string) =>
      [string + 2, string + 3].flatMap((upper) => {
        const [a, b] = [pitch - low, pitch + 12 - (open[upper] ?? Infinity)];
        const fits =
          a >= 0 && b >= 0 && a <= last && b <= last && (a === 0 || b === 0 || Math.abs(a - b) <= 3);
        return fits ? [{ string, upper, a, b }] : [];
      }),
    );
    const near = note.fret ?? 0;
    const cost = (p: (typeof pairs)[number]) =>
      Math.abs(p.string - note.string) * 4 + Math.abs(p.a - near) + (p.upper - p.string - 2);
    const best = [...pairs].sort((x, y) => cost(x) - cost(y))[0];
    if (!best) return fail(`${noteName(pitch, key)} leaves no room for its octave on this neck`);
    const own = { reached: best.string === note.string ? note.reached : null, vibrato: note.vibrato };
    steps.push({
      ...step,
      notes: [
        { ...plainNote(best.string, best.a), ...own },
        { ...plainNote(best.upper, best.b), ...own },
      ],
    });
  }
  return ok(steps);
}
