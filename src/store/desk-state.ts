import type { StoreApi } from 'zustand/vanilla';
import type { Player } from '../core/form/index';
import type { DecisionKind, Edit, FirstDifference, MergeClash, Side, Song } from '../core/song/index';
import type { Hands, SplitTarget } from '../core/split/index';
import type { SplitService } from '../workers/index';
import type { History } from './history';
import type { SongStorage, StoredSong, Written } from './storage';

/** Which moment of the song is looked at, and whose part. Shared by every view. */
export interface Selection {
  /** Place in the form, from 0. */
  readonly playing: number;
  readonly pass: number;
  /** Moment of the section on that pass, from 0. */
  readonly moment: number;
  readonly player: Player;
}

export type SavingState =
  | { readonly kind: 'saved' | 'saving' }
  /** Another tab changed the same places; everything else is joined once these are settled. */
  | { readonly kind: 'conflict'; readonly theirs: StoredSong; readonly clashes: readonly MergeClash[] }
  /** The song was deleted in another tab. */
  | { readonly kind: 'gone' }
  | { readonly kind: 'trouble'; readonly message: string };

export interface Job {
  readonly label: string;
  /** 0 … 1. */
  readonly share: number;
}

/** Why a song cannot be opened, with what is stored of it, to be exported. */
export interface OpenTrouble {
  readonly message: string;
  readonly stored: StoredSong | null;
}

/** How an edit is told: in the history, and in the song's log where it decides something. */
export interface Step {
  readonly label: string;
  /** Edits with the same key one after the other are one step of the history. */
  readonly mergeKey?: string;
  readonly decided?: DecisionKind;
}

/** An edit that waits for an answer, and what it would be the first difference of. */
export interface AskedEdit {
  readonly edit: Edit;
  readonly step: Step;
  readonly of: FirstDifference;
}

/** The open song and everything about looking at it. Selection and previews never enter the song. */
export interface DeskState {
  readonly id: string | null;
  readonly song: Song | null;
  /** Chart text as typed while it has problems or questions; null when the song says it all. */
  readonly draft: string | null;
  readonly version: number;
  readonly history: History<Written>;
  readonly selection: Selection;
  /** A change shown but not made. */
  readonly preview: Edit | null;
  readonly saving: SavingState;
  readonly job: Job | null;
  /** A change that would make the first difference of a pass or playing, until it is said whether it is for that alone. */
  readonly asked: AskedEdit | null;
  /** What the last key or click did, for the live region and the status line. */
  readonly said: string;
  readonly trouble: OpenTrouble | null;
  open(id: string): Promise<void>;
  /** Puts the open song away without saving: it was deleted or changed behind the desk. */
  close(): void;
  edit(edit: Edit, step: Step): void;
  /** Ends the question about a pass or playing: for it alone, for every one, or not at all. */
  answer(scope: 'this' | 'every' | null): void;
  /** What is typed in the chart, as a song and as text; `isUnderstood` when the song says all of the text. */
  typeChart(song: Song, typed: { text: string; isUnderstood: boolean }): void;
  undo(): void;
  redo(): void;
  select(selection: Partial<Selection>): void;
  show(preview: Edit | null): void;
  say(words: string): void;
  /** Splits a section, some cells, or the whole song (null); with `reopen` also what is written and not locked. */
  split(target: SplitTarget, options: { reopen: boolean; hands?: Hands }): Promise<void>;
  stopJob(): void;
  /** Ends a conflict: for each clash, by id, whose change counts (mine where nothing is said). */
  settle(choices: Readonly<Record<string, Side>>): Promise<void>;
  /** Keeps what is open as a song of its own; gives its id. */
  keepAsCopy(): Promise<string | null>;
  /** Puts a song that was deleted elsewhere back on the shelf. */
  putBack(): Promise<void>;
  /** Resolves when everything is saved, or cannot be. */
  saveNow(): Promise<void>;
}

export type Desk = StoreApi<DeskState>;

export interface DeskPorts {
  readonly storage: SongStorage;
  readonly client: SplitService;
  readonly now: () => number;
  /**
   * A place that can be written to at once when the page goes away or storage is full (localStorage); null where there
   * is none.
   */
  readonly lastResort: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> | null;
  /** This visit, and the visits of tabs that are open now (their unsaved changes are theirs). */
  readonly tab: { readonly id: string; readonly alive: () => Promise<ReadonlySet<string>> };
}
