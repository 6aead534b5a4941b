import type { StoreApi } from 'zustand';
import type { Player as SoundPlayer } from '../audio/index';
import type { Deeds, Desk, SongStorage, TakeStorage } from '../store/index';
import type { SoundService, SplitService, TakeClient } from '../workers/index';
import type { TakingStore } from './log/take/taking';
import type { ListeningStore } from './listening/listening';

/** What the shelf and the bar on top work with; what works on songs comes with the first song that is opened. */
export interface ShelfPorts {
  readonly storage: SongStorage;
  /** What was done on the shelf in this visit. */
  readonly deeds: StoreApi<Deeds>;
  /** False when the browser refuses storage and songs live in this tab only. */
  readonly lasting: boolean;
  /** What is said on the shelf to who cannot see it. */
  readonly told: StoreApi<{ readonly said: string }>;
  /** The desk and all around it, once a song was opened in this visit. */
  readonly opened: StoreApi<{ readonly ports: Ports | null }>;
}

/** What every screen of a song works with. */
export interface Ports extends ShelfPorts {
  readonly desk: Desk;
  /** Heavy work away from the page. */
  readonly client: SplitService;
  /** What is heard, the same on every screen. */
  readonly listening: ListeningStore;
  readonly player: SoundPlayer;
  readonly sound: SoundService;
  /** Listens to recordings, and keeps those one asks to keep. */
  readonly takes: TakeClient;
  readonly keptTakes: TakeStorage;
  readonly taking: TakingStore;
}
