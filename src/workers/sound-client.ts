import { proxy, wrap, type Remote } from 'comlink';
import type { Song } from '../core/song/index';
import type { SentSong, SoundService, SoundWorker } from './sound-protocol';

/** The worker for sound, made when it is first asked for. Rejects where there is none. */
export function createSoundClient(make: () => Worker = soundWorker): SoundService {
  let service: Remote<SoundWorker> | null = null;
  const running = () => (service ??= wrap<SoundWorker>(make()));
  const ids = new WeakMap<Song, number>();
  const sent = new Set<number>();
  let last = 0;
  const sending = (song: Song): SentSong => {
    let id = ids.get(song);
    if (id === undefined) ids.set(song, (id = last += 1));
    const isKnown = sent.has(id);
    sent.add(id);
    return { id, song: isKnown ? null : song };
  };
  return {
    async play(job) {
      const versions = () => job.versions.map(({ song, ...rest }) => ({ ...rest, ...sending(song) }));
      const answer = await running().play({ ...job, versions: versions() });
      if (answer.ok || answer.error === 'stopped') return answer as Awaited<ReturnType<SoundService['play']>>;
      // It keeps only the last ones.
      sent.clear();
      return (await running().play({ ...job, versions: versions() })) as Awaited<
        ReturnType<SoundService['play']>
      >;
    },
    warm(song) {
      try {
        running()
          .warm(sending(song))
          .catch(() => undefined);
      } catch {
        // Where there is no worker, that is said when something is to be played.
      }
    },
    stop() {
      void service?.stop();
    },
    async files({ version: { song }, ...job }, onProgress) {
      return running().files({ ...job, song }, proxy(onProgress));
    },
    async bands(song, spans) {
      return running().bands(song, spans);
    },
    cancel() {
      void service?.cancel();
    },
  };
}

function soundWorker(): Worker {
  return new Worker(new URL('./sound.worker.ts', import.meta.url), { type: 'module' });
}
