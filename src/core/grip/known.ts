import { openStrings, type Instrument } from '../instrument/index';
import type { ChordSymbol, Midi } from '../pitch/index';
import { deviceOfGrip, type Device } from './device';
import { effortOfFound, fingersOfFound } from './effort';
import type { Fingering } from './fingering';
import type { Grip } from './grip';
import type { Hand } from './hand';
import { findNatural, fretArray, holdFound, holdWithin, type Hold, type ReachGrade } from './hold';
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
  /** Whether the hand holds it at ease; naming, drawing and judging what sounds do not ask that. */
  readonly reach: ReachGrade;
}

/** Everything about one grip a player typed, in its natural fingering or their own, or why no fingers can hold it. */
export function knowGrip(
  grip: Grip,
  context: { instrument: Instrument; hand: Hand; chord: ChordSymbol | null; own?: Fingering | undefined },
): KnownGrip | { readonly refused: string } {
  const { instrument, hand, chord, own } = context;
  const held = holdWithin(grip, instrument, hand, own);
  if (!held.ok) return { refused: held.error };
  const { hold } = held.value;
  const open = openStrings(instrument);
  const pitches = grip.flatMap((fret, i) =>
    fret === null ? [] : [(open[i]! + instrument.capo + fret) as Midi],
  );
  if (pitches.length === 0) return { refused: 'all strings are silent; use r for a rest' };
  const reach = reachFor(instrument, held.value.hand);
  const frets = fretArray(grip);
  const fingers = new Int8Array(frets.length);
  const stops = new Int8Array(frets.length);
  // The effort is that of the natural fingering, also where the player has an own one: what they chose is easy for them.
  if (findNatural(frets, reach) === Infinity) findPresses(frets, reach, { atAnyReach: true });
  fingersOfFound(fingers);
  findStops(frets, fingers, stops);
  return {
    grip,
    pitches,
    device: deviceOfGrip(grip, pitches, chord),
    effort: effortOfFound(frets, stops, reach),
    hold,
    stops: stopsOf(grip, hold),
    reach: held.value.reach,
  };
}

/** A grip of the enumeration: fingers and stops are worked out again when somebody looks at them. */
export class FoundGrip implements KnownGrip {
  readonly grip: Grip;
  readonly pitches: readonly Midi[];
  readonly device: Device;
  readonly effort: number;
  readonly reach = 'ease';
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
      this.#hold = holdFound(frets, this.#reach);
    }
    return this.#hold;
  }

  get stops(): readonly Stop[] {
    this.#stops ??= stopsOf(this.grip, this.hold);
    return this.#stops;
  }
}
