import type { Result } from '../core/base/index';
import type { WavBits } from '../core/formats/wav/write-wav';
import type { OutFile, OutPart } from '../core/formats/wav/song-files';
import type { Apart, Bands, Heard, Span } from '../core/heard/index';
import type { Song, SongPlace } from '../core/song/index';

/** A song as it is to be heard. */
export interface SoundVersion {
  readonly song: Song;
  readonly apart?: Apart | null;
  /** What the hand could stop rings on. */
  readonly ringsFree?: boolean;
  /** Its own stretches, where its form is another; left out: the job's. */
  readonly spans?: readonly Span[];
}

/** What is to be played, in memory that is shared with whoever plays it. */
export interface SoundJob {
  /** One, or two that are played at the same place and told apart by ear. */
  readonly versions: readonly SoundVersion[];
  readonly spans: readonly Span[];
  readonly rate: number;
  readonly tempoShare: number;
  /** Bars of sticks before. */
  readonly countIn: number;
  readonly loop: boolean;
  /** Begins here rather than at the first span; null: at the beginning, with the count-in. */
  readonly at: SongPlace | null;
  /** Which of two is heard first, and alone where they are not as long as each other. */
  readonly version?: number;
  readonly memory: SharedArrayBuffer;
}

/** What the page needs to follow what it hears. */
export interface SoundInfo extends Pick<Heard, 'places' | 'bars' | 'start'> {
  readonly frames: number;
  readonly loop: { readonly from: number; readonly to: number } | null;
  /** The plan's frame that is heard first. */
  readonly from: number;
  /** False where a second song is too different to be played at the same place. */
  readonly hasTwo: boolean;
}

/** What is to be written into files. */
export interface OutJob extends Pick<SoundJob, 'spans' | 'tempoShare' | 'countIn'> {
  readonly version: SoundVersion;
  readonly parts: readonly OutPart[];
  readonly bits: WavBits;
}

/** The same as it goes to the worker: songs that it has already are not sent again. */
export interface SentJob extends Omit<SoundJob, 'versions'> {
  readonly versions: readonly (Omit<SoundVersion, 'song'> & SentSong)[];
}

/** A song on its way to the worker, by a number of its own. */
export interface SentSong {
  readonly id: number;
  /** Null: sent before. */
  readonly song: Song | null;
}

/** What the worker itself answers to. */
export interface SoundWorker {
  play(job: SentJob): Promise<Result<SoundInfo, 'stopped' | 'forgotten'>>;
  warm(sent: SentSong): void;
  stop(): void;
  files(
    job: Omit<OutJob, 'version'> & { readonly song: Song },
    onProgress: (share: number) => void,
  ): Promise<Result<readonly OutFile[], 'stopped'>>;
  bands(song: Song, spans: readonly Span[]): Promise<Result<Bands, 'stopped'>>;
  cancel(): void;
}

/** What the worker for sound offers. One job at a time; a new one takes the place of the one before. */
export interface SoundService {
  /** Begins to fill the job's memory; answers as soon as some of it is there. */
  play(job: SoundJob): Promise<Result<SoundInfo, 'stopped'>>;
  /** Gets ready for a song that was opened. */
  warm(song: Song): void;
  stop(): void;
  /** Renders files, 48,000 samples a second; a new piece of such work or `cancel` stops the one before. */
  files(job: OutJob, onProgress: (share: number) => void): Promise<Result<readonly OutFile[], 'stopped'>>;
  /** Measures third-octave bands; the same. */
  bands(song: Song, spans: readonly Span[]): Promise<Result<Bands, 'stopped'>>;
  cancel(): void;
}
