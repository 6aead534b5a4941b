import type { PlannedStroke } from '../heard/index';
import type { AlignedTake } from './align';
import type { OtherNotes } from './chords';

/** What was not as it is written; `ms` and `percent` never below 0. */
export type Remarked =
  | { readonly what: 'early' | 'late'; readonly ms: number }
  | { readonly what: 'missed' }
  | { readonly what: 'extra' }
  | { readonly what: 'rings'; readonly ms: number }
  /** Rings where a mute is written. */
  | { readonly what: 'open' }
  | { readonly what: 'chord'; readonly other: OtherNotes; readonly chord: string | null }
  | {
      readonly what: 'tempo';
      readonly percent: number;
      readonly isFaster: boolean;
      /** Quarters a minute: as written, and as it was played. */
      readonly written: number;
      readonly played: number;
      readonly bars: number;
    };

/** One thing to say of a take, at its bar. */
export type TakeRemark = Remarked & {
  /** Plainly, or perhaps. */
  readonly isSure: boolean;
  /** Seconds of the recording, and of the plan. */
  readonly at: number;
  readonly planned: number;
  /** Places of the strokes it is about, in the plan; for a strike too many, the one before. */
  readonly strokes: readonly number[];
  readonly playing: number;
  readonly pass: number;
  readonly section: string;
  readonly bar: number;
  /** Felt beats from 1 where it is in the bar; a fraction between them. */
  readonly beats: readonly number[];
};

/** Of what is weak, slurred or dead it is never said that it is missing. */
export function isTold({ weak, slurred, kind }: PlannedStroke): boolean {
  return !weak && !slurred && kind !== 'dead';
}

type Placed = Pick<TakeRemark, 'at' | 'planned' | 'playing' | 'pass' | 'section' | 'bar' | 'beats'>;

/** Where a remark about a stroke stands. */
export function placed(stroke: PlannedStroke, aligned: AlignedTake): Placed {
  const { playing, pass, section, bar, beat } = stroke;
  return { at: aligned.timeOf(stroke.at), planned: stroke.at, playing, pass, section, bar, beats: [beat] };
}
