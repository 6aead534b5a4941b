import type { Problem } from '../../base/index';
import type { Player } from '../../form/index';
import type { Song } from '../../song/index';

/** What a line of the text was taken for. */
export interface TypedLine {
  /** From 1. */
  readonly line: number;
  readonly as: 'setting' | 'section' | 'chords' | 'words' | 'tab' | 'order' | 'kept' | 'nothing';
  /** In words: "Verse, 4 times: Dm, Bb"; empty where the line says it itself. */
  readonly says: string;
}

/** A text as it was understood. */
export interface TypedRead {
  readonly song: Song;
  readonly lines: readonly TypedLine[];
  /** What could not be read; something stands in its place, or it is kept as a comment. */
  readonly problems: readonly Problem[];
  /** What was taken for granted. */
  readonly questions: readonly Problem[];
  /** Why there is no song in it; null where there is one. */
  readonly refused: string | null;
}

/** How a text is to be read. */
export interface TypedOptions {
  /** Where settings and instruments are taken from until the text says others; left out: an empty song. */
  readonly ground?: Song;
  /** How many chords stand in a bar where no bar lines are; left out: one. */
  readonly chordsPerBar?: 1 | 2 | 4;
  /** What is sung is kept as remarks at its bars; left out: yes. */
  readonly keepsWords?: boolean;
  /** Chords are named as they are fretted behind the capo; left out: as they sound. */
  readonly fretted?: boolean;
  /** Whose the tab is where it does not say so. */
  readonly player?: Player;
}
