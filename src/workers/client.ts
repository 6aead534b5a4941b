import { proxy, wrap, type Remote } from 'comlink';
import type { SplitService } from './protocol';
import { createSplitService } from './service';

/** The service away from the page: starts the worker on first use; where workers are missing the work runs inline. */
export function createSplitClient(): SplitService {
  let service: Remote<SplitService> | SplitService | null = null;
  const start = () => (service ??= typeof Worker === 'undefined' ? createSplitService() : startWorker());
  return {
    split: (song, target, onProgress) => start().split(song, target, proxy(onProgress)),
    follow: (song, at) => start().follow(song, at),
    different: (song, section, onProgress) => start().different(song, section, proxy(onProgress)),
    stop: () => void service?.stop(),
  };
}

function startWorker(): Remote<SplitService> {
  const worker = new Worker(new URL('./split.worker.ts', import.meta.url), { type: 'module' });
  return wrap<SplitService>(worker);
}
