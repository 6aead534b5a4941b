import { proxy, wrap, type Remote } from 'comlink';
import type { Result } from '../core/base/index';
import type { Song } from '../core/song/index';
import type { Proposal } from '../core/split/index';
import type { SplitService } from './protocol';
import { createSplitService } from './service';

/** Splits away from the page, with progress and stop. */
export interface SplitClient {
  split(
    song: Song,
    section: string | null,
    onProgress: (share: number) => void,
  ): Promise<Result<Proposal, 'stopped'>>;
  stop(): void;
}

/** Starts the worker on first use; where workers are missing the same work runs inline. */
export function createSplitClient(): SplitClient {
  let service: Remote<SplitService> | SplitService | null = null;
  const start = () => (service ??= typeof Worker === 'undefined' ? createSplitService() : startWorker());
  return {
    split: (song, section, onProgress) => start().split(song, section, proxy(onProgress)),
    stop: () => void service?.stop(),
  };
}

function startWorker(): Remote<SplitService> {
  const worker = new Worker(new URL('./split.worker.ts', import.meta.url), { type: 'module' });
  return wrap<SplitService>(worker);
}
