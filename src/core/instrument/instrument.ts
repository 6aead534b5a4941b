import { fail, ok, type Brand, type Result } from '../base/index';
import {
  midi,
  noteName,
  parseKey,
  parseNote,
  pitchClass,
  pitchClassOf,
  type Key,
  type Midi,
} from '../pitch/index';

/** A fret as a player counts it: 0 is the open string (or the capo). */
export type Fret = Brand<number, 'Fret'>;
/** A length in millimetres. */
export type Millimetres = Brand<number, 'Millimetres'>;

/**
 * One player's instrument. Strings run from the lowest-sounding to the highest.
 * Grip frets count from the capo, as tab does: fret 0 sounds `open + capo`.
 */
export interface Instrument {
  readonly kind: 'guitar' | 'bass';
  /** Open strings without capo, spelled with octave, lowest first: `['E2', 'A2', …]`. */
  readonly tuning: readonly string[];
  /** Absolute fret the capo sits on, 0 for none. */
  readonly capo: number;
  /** Number of frets on the neck. */
  readonly frets: number;
  /** Vibrating length of the open string in mm. */
  readonly scaleMm: number;
  /** How much the amplifier drives, 0 clean to 10. */
  readonly gain: number;
}

/** Standard tunings, lowest string first (common practice; E4 = 329.63 Hz, E1 = 41.20 Hz). */
export const STANDARD_GUITAR = ['E2', 'A2', 'D3', 'G3', 'B3', 'E4'] as const;
export const STANDARD_BASS = ['E1', 'A1', 'D2', 'G2'] as const;
const FIVE_STRING_BASS = ['B0', 'E1', 'A1', 'D2', 'G2'] as const;

/** Scale lengths in mm: 25.5 inch guitar, 34 inch bass (common practice). */
export const GUITAR_SCALE_MM = 648;
export const BASS_SCALE_MM = 864;

/** Lowest and highest open string that is read, C0 and C6: wider than any guitar or bass, so that fret 27 over capo 12 stays a pitch. */
const TUNING_RANGE = { min: 12, max: 84 } as const;
export const FRETS_RANGE = { min: 12, max: 27 } as const;
export const SCALE_RANGE_MM = { min: 500, max: 1000 } as const;

export function defaultGuitar(gain: number): Instrument {
  return { kind: 'guitar', tuning: STANDARD_GUITAR, capo: 0, frets: 22, scaleMm: GUITAR_SCALE_MM, gain };
}

export function defaultBass(): Instrument {
  return { kind: 'bass', tuning: STANDARD_BASS, capo: 0, frets: 21, scaleMm: BASS_SCALE_MM, gain: 0 };
}

/** Open strings as pitches, capo not counted, lowest first. Throws RangeError for a tuning that is no note list. */
export function openStrings(instrument: Instrument): readonly Midi[] {
  const known = opened.get(instrument.tuning);
  if (known) return known;
  const open = instrument.tuning.map((name) => {
    const note = parseNote(name);
    if (!note.ok) throw new RangeError(note.error);
    return note.value;
  });
  opened.set(instrument.tuning, open);
  return open;
}

const opened = new WeakMap<readonly string[], readonly Midi[]>();

/** Frets that can be used above the capo. */
export function usableFrets(instrument: Instrument): number {
  return instrument.frets - instrument.capo;
}

/**
 * Reads `D A D G B E` or `D2 A2 D3 …`. Names without octave go to the pitch nearest the standard string.
 * Fails unless there are 6 strings (guitar) or 4 or 5 (bass).
 */
export function parseTuning(text: string, kind: Instrument['kind']): Result<readonly string[]> {
  const names = text.trim().split(/\s+/).filter(Boolean);
  const standard = standardFor(kind, names.length);
  if (!standard) {
    const expected = kind === 'guitar' ? '6 strings' : '4 or 5 strings';
    return fail(`this tuning names ${names.length} strings; expected ${expected} for ${kind}, lowest first`);
  }
  const tuning: string[] = [];
  for (const [i, name] of names.entries()) {
    if (/\d$/.test(name)) {
      const note = parseNote(name);
      if (!note.ok) return fail(note.error);
      tuning.push(name);
    } else {
      const pc = pitchClassOf(name);
      if (pc === null) return fail(`"${name}" is no string; expected a note name like D or Eb`);
      tuning.push(nearest(name, pc, parsed(standard[i]!)));
    }
  }
  const pitches = tuning.map(parsed);
  const far = pitches.findIndex((p) => p < TUNING_RANGE.min || p > TUNING_RANGE.max);
  if (far >= 0) return fail(`no string sounds ${tuning[far]}; expected notes from C0 to C6`);
  if (pitches.some((p, i) => i > 0 && p < pitches[i - 1]! - 12)) {
    return fail('the strings of a tuning run from the lowest to the highest');
  }
  return ok(tuning);
}

/** Octaves are left out where they are the usual ones. */
export function formatTuning(instrument: Instrument): string {
  const bare = instrument.tuning.map((name) => name.replace(/-?\d$/, '')).join(' ');
  const again = parseTuning(bare, instrument.kind);
  const same = again.ok && again.value.every((name, i) => name === instrument.tuning[i]);
  return same ? bare : instrument.tuning.join(' ');
}

/** "standard", "drop D", "a semitone down" … or the strings themselves. */
export function tuningWords(instrument: Instrument): string {
  const standard = standardFor(instrument.kind, instrument.tuning.length);
  const open = openStrings(instrument);
  if (!standard) return formatTuning(instrument);
  const offsets = open.map((m, i) => m - parsed(standard[i]!));
  const upper = offsets.slice(1);
  if (offsets.every((o) => o === 0)) return 'standard';
  if (upper.every((o) => o === upper[0])) {
    const dropped = offsets[0]! - upper[0]! === -2;
    if (offsets[0] === upper[0]) return `${semitoneWords(upper[0]!)}`;
    if (dropped) return `drop ${instrument.tuning[0]!.replace(/\d$/, '')}`;
  }
  return formatTuning(instrument);
}

/** Semitones all strings but the lowest lie above the usual ones (below 0: lower); null where they do not move alike. */
export function tunedBy(instrument: Instrument): number | null {
  const standard = standardFor(instrument.kind, instrument.tuning.length);
  if (!standard) return null;
  const [, second, ...upper] = openStrings(instrument).map((m, i) => m - parsed(standard[i]!));
  return second !== undefined && upper.every((by) => by === second) ? second : null;
}

/** The same instrument with every string so many semitones higher. The same object for 0. */
export function retuned<T extends Instrument>(instrument: T, by: number): T {
  if (by === 0) return instrument;
  const tuning = openStrings(instrument).map((m) => noteName(midi(m + by), by > 0 ? SHARPS : FLATS));
  return { ...instrument, tuning };
}

/** Strings that were tuned down are named back as usual; lower ones by flats, as players say them. */
const SHARPS = keyOf('E');
const FLATS = keyOf('Eb');

function keyOf(text: string): Key {
  const key = parseKey(text);
  if (!key.ok) throw new RangeError(key.error);
  return key.value;
}

function semitoneWords(n: number): string {
  const way = n < 0 ? 'down' : 'up';
  const size = Math.abs(n);
  if (size === 1) return `a semitone ${way}`;
  if (size === 2) return `a whole tone ${way}`;
  return `${size} semitones ${way}`;
}

function standardFor(kind: Instrument['kind'], strings: number): readonly string[] | null {
  if (kind === 'guitar') return strings === 6 ? STANDARD_GUITAR : null;
  if (strings === 4) return STANDARD_BASS;
  return strings === 5 ? FIVE_STRING_BASS : null;
}

function parsed(name: string): Midi {
  const note = parseNote(name);
  if (!note.ok) throw new RangeError(note.error);
  return note.value;
}

function nearest(name: string, pc: number, standard: Midi): string {
  const up = pitchClass(pc - standard) as number;
  const pitch = midi(up <= 6 ? standard + up : standard + up - 12);
  for (let octave = 0; octave <= 6; octave += 1) {
    if (parsed(`${name}${octave}`) === pitch) return `${name}${octave}`;
  }
  throw new RangeError(`No octave for ${name}`);
}
