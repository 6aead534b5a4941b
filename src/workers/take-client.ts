import { wrap, type Remote } from 'comlink';
import type { CheckedTake, DemoTake, TakeJob } from '../core/take/index';
import type { TakeService } from './take-protocol';

/** Listens to takes away from the page. Rejects where there is no worker. */
export interface TakeClient {
  check(job: TakeJob): Promise<CheckedTake>;
  strikes(audio: Float32Array, rate: number): Promise<readonly number[]>;
  demo(job: Parameters<TakeService['demo']>[0], seed: number): Promise<DemoTake>;
  /** Lets go of what is being done, and of the worker. */
  stop(): void;
}

/** The worker, made when it is first asked for; what it was doing ends with `stop`. */
export function createTakeClient(make: () => Worker = takeWorker): TakeClient {
  let running: { readonly worker: Worker; readonly service: Remote<TakeService> } | null = null;
  let end: ((error: Error) => void) | null = null;
  const ask = async <T>(work: (service: Remote<TakeService>) => Promise<T>): Promise<T> => {
    if (!running) {
      const worker = make();
      running = { worker, service: wrap<TakeService>(worker) };
    }
    const { worker, service } = running;
    return new Promise<T>((resolve, reject) => {
      end = reject;
      worker.onerror = () =>
        reject(new Error('The part that listens to takes did not start: reload the page.'));
      work(service).then(resolve, reject);
    });
  };
  return {
    check: (job) => ask((service) => service.check(job)),
    strikes: (audio, rate) => ask((service) => service.strikes(audio, rate)),
    demo: (job, seed) => ask((service) => service.demo(job, seed)),
    stop() {
      running?.worker.terminate();
      running = null;
      end?.(new Error('stopped'));
      end = null;
    },
  };
}

function takeWorker(): Worker {
  return new Worker(new URL('./take.worker.ts', import.meta.url), { type: 'module' });
}
