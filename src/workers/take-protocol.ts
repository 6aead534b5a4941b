import type { CheckedTake, DemoTake, TakeJob } from '../core/take/index';

/** What the worker that listens to takes offers. */
export interface TakeService {
  /** A recording against the song. */
  check(job: TakeJob): CheckedTake;
  /** When something is struck in a recording, in ms. */
  strikes(audio: Float32Array, rate: number): readonly number[];
  /** The stand-in's take of a part of the song, with faults. */
  demo(job: Pick<TakeJob, 'song' | 'player' | 'spans' | 'tempoShare'>, seed: number): DemoTake;
}
