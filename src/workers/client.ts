import { proxy, wrap, type Remote } from 'comlink';
import { fail, type Result } from '../core/base/index';
import type { SplitService } from './protocol';
import { createSplitService } from './service';

/** A worker that says nothing for so long while it works is taken for dead: it tells something every 24 ms. */
const SILENCE_MS = 4000;
/** A worker that has not let go of its work by then is ended. */
const LET_GO_MS = 300;

/** What the client works with; the browser's own, or stand-ins that fail on purpose in tests. */
export interface ClientPorts {
  /** Makes the worker; null where there are none. May throw. */
  readonly worker: () => Worker | null;
  /** The same work in the page. */
  readonly inline: () => SplitService;
  /** Told when work goes on in the page, in words. */
  readonly say: (words: string) => void;
  readonly silenceMs?: number;
}

/** The worker that is in use, with everything that waits for it. */
interface Running {
  readonly service: Remote<SplitService>;
  readonly worker: Worker;
  readonly waiting: Set<Waiting>;
}

interface Waiting {
  heardAt: number;
  stop(): void;
  /** Goes on with the same work in the page. */
  moveToPage(): void;
}

const MISSING = 'This browser does not let work run beside the page, so the split is worked out in the page.';
const DEAD = 'What works beside the page has stopped answering; going on in the page.';

/**
 * The service away from the page. Jobs always end: a worker that cannot be made, dies, or is silent is said at once and
 * its work is done again in the page, in slices; stopping resolves at once, and a worker that does not let go is ended.
 */
export function createSplitClient(ports: ClientPorts): SplitService {
  let running: Running | null = null;
  let inline: SplitService | null = null;
  let isBroken = false;

  const start = ({ quietly = false } = {}): Running | null => {
    if (isBroken) return null;
    if (running) return running;
    let worker: Worker | null = null;
    try {
      worker = ports.worker();
    } catch {
      // Refused: the same as none.
    }
    if (!worker) {
      if (quietly) return null;
      isBroken = true;
      ports.say(MISSING);
      return null;
    }
    const made: Running = { worker, service: wrap<SplitService>(worker), waiting: new Set() };
    const dies = () => {
      if (running === made) end(made, DEAD);
    };
    worker.addEventListener('error', dies);
    worker.addEventListener('messageerror', dies);
    running = made;
    return made;
  };
  const page = () => (inline ??= ports.inline());

  /** Ends a worker; what waits for it goes on in the page. */
  const end = (made: Running, words: string | null) => {
    made.worker.terminate();
    if (running === made) running = null;
    const waiting = [...made.waiting];
    made.waiting.clear();
    if (words !== null && waiting.length > 0) {
      isBroken = true;
      ports.say(words);
      for (const one of waiting) one.moveToPage();
    }
  };

  function run<T>(
    call: (
      service: SplitService | Remote<SplitService>,
      beat: (words: unknown) => void,
    ) => Promise<Result<T, 'stopped'>>,
    onProgress: (progress: never) => void,
  ): Promise<Result<T, 'stopped'>> {
    const made = start();
    const inPage = () => call(page(), onProgress as (words: unknown) => void);
    if (!made) return inPage();
    return new Promise((resolve, reject) => {
      const { waiting, service } = made;
      const leave = () => {
        clearInterval(watch);
        waiting.delete(job);
      };
      const job: Waiting = {
        heardAt: performance.now(),
        stop() {
          leave();
          resolve(fail('stopped'));
        },
        moveToPage() {
          leave();
          inPage().then(resolve, reject);
        },
      };
      const silence = ports.silenceMs ?? SILENCE_MS;
      const watch = setInterval(() => {
        if (performance.now() - job.heardAt > silence) end(made, DEAD);
      }, silence / 8);
      waiting.add(job);
      const beat = (progress: unknown) => {
        job.heardAt = performance.now();
        if (waiting.has(job)) onProgress(progress as never);
      };
      call(service, proxy(beat)).then(
        (result) => {
          if (!waiting.has(job)) return;
          leave();
          resolve(result);
        },
        (error: unknown) => {
          if (!waiting.has(job)) return;
          leave();
          reject(error instanceof Error ? error : new Error(String(error)));
        },
      );
    });
  }

  return {
    split: (song, target, hands, onProgress) =>
      run((service, beat) => service.split(song, target, hands, beat), onProgress),
    follow: (song, at, onProgress) => run((service, beat) => service.follow(song, at, beat), onProgress),
    different: (song, section, onProgress) =>
      run((service, beat) => service.different(song, section, beat), onProgress),
    async warm(song) {
      // In the page it would be in the way, and a worker that is missing is told when it is missed.
      const made = isBroken ? null : start({ quietly: true });
      await made?.service.warm(song).catch(() => undefined);
    },
    stop() {
      inline?.stop();
      const made = running;
      if (!made || made.waiting.size === 0) return;
      for (const job of [...made.waiting]) job.stop();
      const late = setTimeout(() => end(made, null), LET_GO_MS);
      Promise.resolve(made.service.stop()).then(
        () => clearTimeout(late),
        () => undefined,
      );
    },
  };
}

/** The worker of this application. */
export function splitWorker(): Worker | null {
  if (typeof Worker === 'undefined') return null;
  return new Worker(new URL('./split.worker.ts', import.meta.url), { type: 'module' });
}

/** The same work in the page, in short slices so that the page stays usable. */
export function inlineService(): SplitService {
  return createSplitService(undefined, { sliceMs: PAGE_SLICE_MS });
}

const PAGE_SLICE_MS = 12;
