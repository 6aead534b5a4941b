import type { Brand } from '../base/index';
import { parseNote, type Midi } from '../pitch/index';

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
export const FIVE_STRING_BASS = ['B0', 'E1', 'A1', 'D2', 'G2'] as const;

/** Scale lengths in mm: 25.5 inch guitar, 34 inch bass (common practice). */
export const GUITAR_SCALE_MM = 648;
export const BASS_SCALE_MM = 864;

export const FRETS_RANGE = { min: 12, max: 27 } as const;
export const SCALE_RANGE_MM = { min: 500, max: 1000 } as const;

/** A guitar in standard tuning with 22 frets and no capo; `gain` from 0 clean to 10. */
export function defaultGuitar(gain: number): Instrument {
  return { kind: 'guitar', tuning: STANDARD_GUITAR, capo: 0, frets: 22, scaleMm: GUITAR_SCALE_MM, gain };
}

/** A bass of four strings in standard tuning with 21 frets, played clean. */
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
