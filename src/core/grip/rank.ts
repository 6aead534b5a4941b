import { pitchClass, type ChordSymbol } from '../pitch/index';
import { gainClass, gripDirt } from '../sound/index';
import type { Device } from './device';
import { handFret } from './grip';
import type { KnownGrip } from './known';

/**
 * How soon a player would think of a device for a chord on its own, 0 first (common practice). What a plan wants of a
 * device is another matter and lives in the split room.
 */
const STANDING: Readonly<Record<Device, number>> = {
  full: 0,
  power3: 0.2,
  triad: 0.4,
  sus: 0.5,
  shell: 0.5,
  power2: 0.6,
  'wide-fifth': 0.7,
  'fifth-bass': 1,
  octave: 1.2,
  second: 1.7,
  'held-note': 1.8,
  drone: 1.5,
  third: 1.2,
  sixth: 1.3,
  tenth: 1.4,
  fourth: 1.5,
  fifth: 1.5,
  tritone: 1.6,
  seventh: 1.6,
  single: 2,
  mixed: 2.5,
};
const ANOTHER_LOWEST = 0.5;
/** For each note of the symbol that is left out: a clean guitar is asked for the whole chord, a driven one is not. */
const LEFT_OUT = { clean: 0.35, crunch: 0.2, high: 0.05 } as const;
/** For each fret up the neck, and for each string that sounds (as thanks). */
const PER_FRET = 0.05;
const PER_STRING = 0.08;
/** For each semitone the lowest note lies above E2 on a driven guitar, whose place is down there. */
const PER_SEMITONE_UP = 0.03;

/**
 * Order of grips for one chord without a band around it, lower is better: easy, usual, with the lowest note the symbol
 * names, and not sour at this gain (0–10). On a bass the single root comes first.
 */
export function rankOf(
  known: KnownGrip,
  context: { chord: ChordSymbol; gain: number; isBass: boolean },
): number {
  const { chord, gain, isBass } = context;
  const drive = gainClass(gain);
  const usual = isBass ? (known.device === 'single' ? 0 : 1) : STANDING[known.device];
  const lowest = pitchClass(Math.min(...known.pitches)) === chord.bassPc ? 0 : ANOTHER_LOWEST;
  if (isBass) return usual + lowest + known.effort + PER_FRET * (handFret(known.grip) ?? 0);
  const pcs = new Set(known.pitches.map((p) => pitchClass(p)));
  const leftOut = chord.tones.filter((t) => !pcs.has(t.pc)).length * LEFT_OUT[drive];
  const place = PER_FRET * (handFret(known.grip) ?? 0) - PER_STRING * known.pitches.length;
  const up = drive === 'clean' ? 0 : PER_SEMITONE_UP * Math.max(0, Math.min(...known.pitches) - 40);
  return usual + lowest + leftOut + place + up + known.effort + gripDirt(known.pitches, gain);
}
