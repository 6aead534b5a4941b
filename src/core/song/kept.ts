import type { Player } from '../form/index';

/** Kinds of findings; the clash room makes them, a song can keep them. */
export const FINDING_KINDS = [
  'mud',
  'rub',
  'crowding',
  'doubling',
  'gain',
  'wrong-bass',
  'missing-third',
  'ring-over',
  'push',
  'flam',
  'stop',
  'buried-hit',
  'voice',
  'delay',
  'reach',
  'shift',
  'range',
  'other-chord',
  'unheard-third',
  'missing-tone',
  'empty-string',
  'steps-on',
  'pedal',
  'open',
] as const;
/** One of {@link FINDING_KINDS}. */
export type FindingKind = (typeof FINDING_KINDS)[number];

/**
 * A finding that is meant. `pass` null: on every pass; `bar` and `beat` count from 1, `beat` null: anywhere in the bar.
 * `notes` are the ones that cause it, with octave as in the key of the song (`Bb3`), lowest first; none: whatever they
 * are. It is kept as long as its cause stays: other notes or another place are another finding. `bar` null: wherever the
 * kind comes between these players (none: whoever they are) in the section; `section` null: in the whole song.
 */
export interface KeptFinding {
  readonly section: string | null;
  readonly pass: number | null;
  readonly bar: number | null;
  readonly beat: number | null;
  readonly kind: FindingKind;
  readonly players: readonly Player[];
  readonly notes: readonly string[];
  readonly reason: string;
}
