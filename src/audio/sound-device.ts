import type { Fader } from '../core/sound/index';

/** Something that plays rings of stems. */
export interface SoundDevice {
  /** Samples a second. */
  readonly rate: number;
  /** Seconds from when a frame is read until it leaves the loudspeaker. */
  readonly delayS: number;
  take(memory: SharedArrayBuffer, version: number): void;
  faders(faders: readonly Fader[]): void;
  version(version: number): void;
  stop(): void;
  /** Wakes it up after the page was asleep; a press of the player's allows it. */
  wake(): void;
  /** Keeps what is heard, to measure it. */
  capture(memory: SharedArrayBuffer): void;
  /** Writes a microphone on a tape (see tape.ts) by the same clock as what is played; returns how to end that. Left out: it cannot. */
  record?(stream: MediaStream, memory: SharedArrayBuffer): () => void;
}
