import { openStrings, type Instrument } from '../instrument/index';
import type { ChordSymbol, Midi } from '../pitch/index';
import { deviceOfGrip, type Device } from './device';
import { effortOfFound, fingersOfFound } from './effort';
import type { Grip } from './grip';
import type { Hand } from './hand';
import { fretArray, holdFound, holdGrip, type Hold } from './hold';
import { findPresses, reachFor, type Reach } from './press';
import { findStops, stopsOf, type Stop } from './stops';

/** A grip with everything a player wants to know about it before taking it. */
export interface KnownGrip {
  readonly grip: Grip;
  /** Sounding pitches, lowest string first. */
  readonly pitches: readonly Midi[];
  readonly device: Device;
  readonly effort: number;
  readonly hold: Hold;
  readonly stops: readonly Stop[];
}

/** Everything about one grip a player typed, or why it cannot be held. */
export function knowGrip(
  grip: Grip,
  context: { instrument: Instrument; hand: Hand; chord: ChordSymbol | null },
): KnownGrip | { readonly refused: string } {
  const { instrument, hand, chord } = context;
  const hold = holdGrip(grip, instrument, hand);
  if (!hold.ok) return { refused: hold.error };
  const open = openStrings(instrument);
  const pitches = grip.flatMap((fret, i) =>
    fret === null ? [] : [(open[i]! + instrument.capo + fret) as Midi],
  );
  if (pitches.length === 0) return { refused: 'all strings are silent; use r for a rest' };
  const reach = reachFor(instrument, hand);
  const frets = fretArray(grip);
  const fingers = new Int8Array(frets.length);
  const stops = new Int8Array(frets.length);
  findPresses(frets, reach);
  fingersOfFound(fingers);
  findStops(frets, fingers, stops);
  return {
    grip,
    pitches,
    device: deviceOfGrip(grip, pitches, chord),
    effort: effortOfFound(frets, stops, reach),
    hold: hold.value,
    stops: stopsOf(grip, hold.value),
  };
}

/** A grip of the enumeration: fingers and stops are worked out again when somebody looks at them. */
export class FoundGrip implements KnownGrip {
  readonly grip: Grip;
  readonly pitches: readonly Midi[];
  readonly device: Device;
  readonly effort: number;
  readonly #reach: Reach;
  #hold: Hold | null = null;
  #stops: readonly Stop[] | null = null;

  constructor(of: { grip: Grip; pitches: readonly Midi[]; device: Device; effort: number }, reach: Reach) {
    this.grip = of.grip;
    this.pitches = of.pitches;
    this.device = of.device;
    this.effort = of.effort;
    this.#reach = reach;
  }

  get hold(): Hold {
    if (this.#hold === null) {
      const frets = fretArray(this.grip);
      findPresses(frets, this.#reach);
      this.#hold = holdFound(frets.length, this.#reach);
    }
    return this.#hold;
  }

  get stops(): readonly Stop[] {
    this.#stops ??= stopsOf(this.grip, this.hold);
    return this.#stops;
  }
}
