import type { Player } from '../form/index';
import type { Midi } from '../pitch/index';
import type { FindingKind } from '../song/index';
import type { Level } from './scene';

/** One thing to say about a moment, without its place in the song. */
export interface Judgement {
  readonly kind: FindingKind;
  readonly level: Level;
  readonly players: readonly Player[];
  /** Whose doing it is, where others only meet it: then who meets it makes no other cause. */
  readonly by?: Player;
  /** The notes it is about. */
  readonly pitches: readonly Midi[];
  readonly text: string;
  /** 1 is a clash; 0 for what is only named. */
  readonly score: number;
}
