import type { CheckedTake, DemoTake, TakeJob } from '../core/take/index';

/** What the worker that listens to takes offers. */
export interface TakeService {
  /** A recording against the song. */
  check(job: TakeJob): CheckedTake;
  /** The stand-in's take of a part of the song, with faults. */
  demo(job: Pick<TakeJob, 'song' | 'player' | 'spans' | 'tempoShare'>, seed: number): DemoTake;
}
