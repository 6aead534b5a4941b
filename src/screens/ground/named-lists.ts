import { parseTuning, type Instrument } from '../../core/instrument/index';
import { ALL_KEYS, pretty } from '../../core/pitch/index';
import { parseMeter, type Meter } from '../../core/time/index';

/** Something with a name, as lists offer it. */
export interface Named<T> {
  readonly name: string;
  readonly value: T;
}

export const KEYS: readonly Named<string>[] = ALL_KEYS.map((key) => ({
  name: `${pretty(key.tonic)} ${key.mode}`,
  value: key.text,
}));

/** Metres of songs, the usual ones first. */
export const METERS: readonly Named<Meter>[] = [
  '4/4',
  '3/4',
  '6/8',
  '12/8',
  '2/4',
  '5/4',
  '7/4',
  '7/8',
  '9/8',
].flatMap((name) => {
  const meter = parseMeter(name);
  return meter.ok ? [{ name, value: meter.value }] : [];
});

/** How far the whole band tunes down, in semitones. */
export const DOWNS: readonly Named<number | null>[] = [
  { name: 'standard pitch', value: null },
  { name: 'half a step down', value: 1 },
  { name: 'a whole step down', value: 2 },
  { name: 'one and a half steps down', value: 3 },
  { name: 'two steps down', value: 4 },
];

const GUITAR = [
  'standard',
  'drop D',
  'drop C#',
  'drop C',
  'drop B',
  'DADGAD',
  'open D',
  'open E',
  'open G',
  'open A',
  'open C',
];
const BASS = ['standard', 'drop D', 'drop C#', 'drop C', 'five-string'];
/** All strings down alike: a choice of its own where the whole band is asked for first. */
const ALL_DOWN = ['half a step down', 'a whole step down'];

/** Tunings by what people call them; each is read as it is shown. */
export function tuningsOf(kind: Instrument['kind']): readonly Named<readonly string[]>[] {
  return tuningsNamed(kind === 'guitar' ? GUITAR : BASS, kind);
}

/** The same for one instrument alone, which may be tuned down by itself. */
export function tuningsAlone(kind: Instrument['kind']): readonly Named<readonly string[]>[] {
  const [usual, ...others] = tuningsOf(kind);
  return [...(usual ? [usual] : []), ...tuningsNamed(ALL_DOWN, kind), ...others];
}

function tuningsNamed(
  names: readonly string[],
  kind: Instrument['kind'],
): readonly Named<readonly string[]>[] {
  return names.flatMap((name) => {
    const tuning = parseTuning(name, kind);
    return tuning.ok ? [{ name: pretty(name), value: tuning.value }] : [];
  });
}

/** Ranges of singers as choirs name them (common practice); singers of a band rarely use all of it. */
export const VOICES: readonly Named<readonly [string, string] | null>[] = [
  { name: 'no one sings', value: null },
  { name: 'low voice, A2 to D4', value: ['A2', 'D4'] },
  { name: 'middle voice, C3 to G4', value: ['C3', 'G4'] },
  { name: 'high voice, E3 to B4', value: ['E3', 'B4'] },
  { name: 'low, an octave up, G3 to C5', value: ['G3', 'C5'] },
  { name: 'high, an octave up, C4 to G5', value: ['C4', 'G5'] },
];

/** Sounds by their gain, as the dial stands (see core/sound/gain.ts). */
export const SOUNDS: readonly Named<number>[] = [
  { name: 'straight, gain 0', value: 0 },
  { name: 'clean, gain 1', value: 1 },
  { name: 'warm, gain 3', value: 3 },
  { name: 'on the edge, gain 4', value: 4 },
  { name: 'crunch, gain 6', value: 6 },
  { name: 'driven, gain 8', value: 8 },
  { name: 'all the way, gain 10', value: 10 },
];
