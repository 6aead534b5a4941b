import { fail, ok } from '../core/base/index';
import { splitSong } from '../core/split/index';
import type { SplitService } from './protocol';

/** How long to work before letting messages in, in ms. */
const SLICE_MS = 24;

/** The work itself, the same inside the worker and inline (tests, browsers without workers). */
export function createSplitService(clock: () => number = () => performance.now()): SplitService {
  let run = 0;
  return {
    async split(song, section, onProgress) {
      run += 1;
      const mine = run;
      const work = splitSong(song, section);
      let slice = clock();
      let step = work.next();
      while (!step.done) {
        if (clock() - slice > SLICE_MS) {
          onProgress(step.value);
          await new Promise((resolve) => setTimeout(resolve, 0));
          if (run !== mine) return fail('stopped');
          slice = clock();
        }
        step = work.next();
      }
      return ok(step.value);
    },
    stop() {
      run += 1;
    },
  };
}
