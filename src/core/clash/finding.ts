import type { Player } from '../form/index';
import type { Midi } from '../pitch/index';
import type { FindingKind } from '../song/index';
import type { Level } from './scene';

/** A judgement with its place. `bar` and `beat` count from 1; `beats` is how long it lasts. */
export interface Finding {
  /** Stable while its place and cause stay. */
  readonly id: string;
  readonly kind: FindingKind;
  readonly level: Level;
  readonly section: string;
  readonly pass: number;
  readonly bar: number;
  readonly beat: number;
  readonly beats: number;
  readonly players: readonly Player[];
  /** Whose doing it is, where others only meet it. */
  readonly by?: Player;
  /** Spelled with octave, lowest first: `B♭2`. */
  readonly notes: readonly string[];
  /** The same as pitches, as they sound in this playing. */
  readonly pitches: readonly Midi[];
  readonly text: string;
  readonly score: number;
  /** Why it is meant, or null. */
  readonly kept: string | null;
  /** Place in the form of the playing it was heard in, from 0. */
  readonly playing: number;
  /** From and to in ticks from the start of the section. */
  readonly from: number;
  readonly to: number;
}
