import type { Direction, Technique } from '../../hits/index';
import type { Bend, Grace, LineNote } from '../../line/index';
import type { Meter } from '../../time/index';

/** A note of a part that comes from elsewhere. Ticks count from the first bar line (960 a quarter). */
export interface TakenNote {
  readonly at: number;
  /** Where it is no longer heard. */
  readonly end: number;
  /** The pitch that sounds; null for a dead note that has none. */
  readonly midi: number | null;
  /** From 0, the lowest; null where nothing says it. */
  readonly string: number | null;
  /** From the capo; null where nothing says it. */
  readonly fret: number | null;
  readonly kind: 'ring' | 'mute' | 'dead';
  readonly weak: boolean;
  readonly technique: Technique;
  readonly direction: Direction | null;
  readonly reached: 'hammer' | 'pull' | 'slide' | 'tap' | null;
  readonly from: 'below' | 'above' | null;
  readonly off: 'up' | 'down' | null;
  readonly grace: Grace | null;
  readonly bend: Bend | null;
  readonly trill: number | null;
  readonly vibrato: boolean;
  readonly harmonic: LineNote['harmonic'];
  /** 1 index to 4 little finger, T the thumb; null where nothing says it. */
  readonly finger: 1 | 2 | 3 | 4 | 'T' | null;
  readonly guess: boolean;
}

/** A note of which only its pitch and its time are known. */
export function plainTaken(at: number, end: number, midi: number): TakenNote {
  return { at, end, midi, ...PLAIN };
}

const PLAIN = {
  string: null,
  fret: null,
  kind: 'ring',
  weak: false,
  technique: 'pick',
  direction: null,
  reached: null,
  from: null,
  off: null,
  grace: null,
  bend: null,
  trill: null,
  vibrato: false,
  harmonic: null,
  finger: null,
  guess: false,
} as const;

/** One instrument of what was read. */
export interface TakenPart {
  readonly name: string;
  /** Open strings with octave, the lowest first; null where nothing says them. */
  readonly tuning: readonly string[] | null;
  readonly capo: number;
  /** In time order. */
  readonly notes: readonly TakenNote[];
  /** Gain, from what its program of General MIDI is called; null where it says nothing. */
  readonly gain: number | null;
  readonly isDrums: boolean;
}

/** A bar as it is played. */
export interface TakenBar {
  readonly start: number;
  readonly ticks: number;
  /** Ticks that are missing at its beginning: it is a pick-up. */
  readonly skipped: number;
  readonly meter: Meter;
  /** Quarters a minute. */
  readonly tempo: number;
  /** As chart text has it: `Dm`; null where nothing says it. */
  readonly key: string | null;
  /** A section begins here; null elsewhere. */
  readonly section: string | null;
  /** Another time through what was repeated begins here. */
  readonly again: boolean;
  readonly words: readonly string[];
}

/** Everything that was understood of a file of notes, whatever it was written in. */
export interface Taken {
  readonly title: string;
  readonly bars: readonly TakenBar[];
  readonly chords: readonly { readonly at: number; readonly push: 0 | 240 | 480; readonly text: string }[];
  readonly parts: readonly TakenPart[];
  /** Semitones the whole sounds lower than it is written; 0 where it does not. */
  readonly down: number;
  readonly swing: { readonly percent: number; readonly unit: 8 | 16 } | null;
  /** What was in the file and could not be kept, in words. */
  readonly lost: readonly string[];
}
