import type { Apart, Span } from '../core/heard/index';
import type { Result } from '../core/base/index';
import type { Song, SongPlace } from '../core/song/index';
import { openRing, RING, ringMemory, type Fader, type Ring } from '../core/sound/index';
import type { SoundDevice } from './sound-device';

/** What to play. */
export interface PlayRequest {
  /** One song, or two at the same place. */
  readonly versions: readonly {
    readonly song: Song;
    readonly apart?: Apart | null;
    readonly ringsFree?: boolean;
    readonly spans?: readonly Span[];
  }[];
  readonly spans: readonly Span[];
  readonly tempoShare: number;
  readonly countIn: number;
  readonly loop: boolean;
  /** Begins here; null: at the first span, with the count-in. */
  readonly at: SongPlace | null;
  /** Which of two is heard at first. */
  readonly version?: number;
}

/** What whoever renders answers (see workers/sound-protocol.ts). */
export interface PlayInfo {
  readonly places: readonly { readonly frame: number; readonly place: SongPlace }[];
  readonly start: number;
  readonly frames: number;
  readonly loop: { readonly from: number; readonly to: number } | null;
  readonly from: number;
  readonly hasTwo: boolean;
}

/** Renders a request into memory, ahead of who plays it. */
export interface Renders {
  play(
    job: PlayRequest & { readonly rate: number; readonly memory: SharedArrayBuffer },
  ): Promise<Result<PlayInfo, 'stopped'>>;
  stop(): void;
}

/** Where the music is. */
export interface Heard {
  /** Null during the count-in. */
  readonly place: SongPlace | null;
  /** How far the place is in what is played, 0 … 1. */
  readonly share: number;
  /** Whole rounds of a loop by now. */
  readonly round: number;
}

/** Whether something plays, and what was asked for. */
export type PlayerState =
  | { readonly kind: 'still' }
  | { readonly kind: 'starting'; readonly request: PlayRequest }
  | { readonly kind: 'playing'; readonly request: PlayRequest; readonly hasTwo: boolean };

/** One player for all screens. */
export interface Player {
  getState(): PlayerState;
  /** Called whenever the state changes; returns how to end that. */
  subscribe(listen: () => void): () => void;
  /** Begins, or goes over to something else without a gap. */
  play(request: PlayRequest): Promise<void>;
  stop(): void;
  faders(faders: readonly Fader[]): void;
  /** Which of two songs is heard. */
  version(version: number): void;
  /** Where the music is now; null when nothing plays. Ends what has come to its end. */
  heard(): Heard | null;
  /** Seconds of what is played before the music, the count-in among them; null when nothing plays. */
  countedIn(): number | null;
  /** Frames that came too late since it began. */
  missed(): number;
  /** The device, once there is one: to measure. */
  device(): SoundDevice | null;
  /** Opens the device beforehand, so that the first press sounds at once. */
  warm(): Promise<void>;
}

/** What a player is made over. */
export interface PlayerPorts {
  /** Opens the sound card; rejects with a sentence where there is none. */
  readonly open: () => Promise<SoundDevice>;
  /** What is played on where there is none: time goes on. */
  readonly instead: () => SoundDevice;
  readonly renders: Renders;
  /** Told when there is no sound, in words. */
  readonly say: (words: string) => void;
}

/** A player over a sound card and a renderer. Nothing it is asked for throws; trouble is said in words. */
export function createPlayer({ open, instead, renders, say }: PlayerPorts): Player {
  let state: PlayerState = { kind: 'still' };
  let device: SoundDevice | null = null;
  let opening: Promise<SoundDevice> | null = null;
  let faders: readonly Fader[] | null = null;
  let now: { readonly ring: Ring; readonly info: PlayInfo; readonly rate: number } | null = null;
  let order = 0;
  const listeners = new Set<() => void>();
  const set = (next: PlayerState) => {
    state = next;
    for (const listen of listeners) listen();
  };
  let trouble: string | null = null;
  const ready = () =>
    (opening ??= open()
      .catch((error: unknown) => {
        trouble = error instanceof Error ? error.message : 'No sound can be made here.';
        return instead();
      })
      .then((made) => {
        device = made;
        if (faders) made.faders(faders);
        return made;
      }));
  const end = () => {
    now = null;
    if (state.kind !== 'still') set({ kind: 'still' });
  };
  return {
    getState: () => state,
    subscribe(listen) {
      listeners.add(listen);
      return () => void listeners.delete(listen);
    },
    async play(request) {
      order += 1;
      const mine = order;
      if (now === null) set({ kind: 'starting', request });
      const speakers = await ready();
      if (order !== mine) return;
      if (trouble !== null && now === null) say(`${trouble} The place is still shown as it goes by.`);
      speakers.wake();
      const memory = ringMemory(request.versions.length);
      const answer = await renders
        .play({ ...request, rate: speakers.rate, memory })
        .catch((): Result<PlayInfo, 'failed'> => ({ ok: false, error: 'failed' }));
      if (order !== mine) return;
      if (!answer.ok) {
        if (answer.error === 'failed') {
          say(
            'The sound could not be worked out: the browser gave no room for it. Reload the page and try again.',
          );
          speakers.stop();
          end();
        }
        return;
      }
      const info = answer.value;
      speakers.take(memory, request.version ?? 0);
      now = { ring: openRing(memory), info, rate: speakers.rate };
      set({ kind: 'playing', request, hasTwo: info.hasTwo });
    },
    stop() {
      order += 1;
      renders.stop();
      device?.stop();
      end();
    },
    faders(next) {
      faders = next;
      device?.faders(next);
    },
    version(version) {
      device?.version(version);
    },
    heard() {
      if (now === null) return null;
      const { ring, info, rate } = now;
      const read = Atomics.load(ring.control, RING.read);
      const last = Atomics.load(ring.control, RING.end);
      if (last >= 0 && read >= last) {
        end();
        return null;
      }
      const played = Math.max(0, read - Math.round((device?.delayS ?? 0) * rate));
      const { loop, from, places, frames, start } = info;
      let frame = from + played;
      let round = 0;
      if (loop && frame >= loop.to) {
        const length = loop.to - loop.from;
        round = 1 + Math.floor((frame - loop.to) / length);
        frame = loop.from + ((frame - loop.to) % length);
      }
      const place = frame < start ? null : (lastFrom(places, frame)?.place ?? null);
      const whole = (loop?.to ?? frames) - start;
      return { place, round, share: Math.max(0, Math.min(1, (frame - start) / Math.max(1, whole))) };
    },
    countedIn: () => (now === null ? null : (now.info.start - now.info.from) / now.rate),
    missed: () => (now === null ? 0 : Atomics.load(now.ring.control, RING.missed)),
    device: () => device,
    async warm() {
      await ready();
    },
  };
}

function lastFrom<T extends { readonly frame: number }>(list: readonly T[], frame: number): T | null {
  let [low, high] = [0, list.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (list[middle]!.frame <= frame) low = middle + 1;
    else high = middle;
  }
  return list[low - 1] ?? null;
}
