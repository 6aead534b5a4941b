import type { PlanName, Player } from '../form/index';
import type { KeptFinding } from './kept';

/** What can be decided. */
export const DECISION_KINDS = [
  'split',
  'plan',
  'cure',
  'grip',
  'hand',
  'lock',
  'guess',
  'kept',
  'version',
  'back',
  'note',
] as const;
/** One of them. */
export type DecisionKind = (typeof DECISION_KINDS)[number];

/** What a bar of a player said, as chart text; `pass` and `bar` from 1. Bars of grips: `0:888xxx! 1920<:r`. */
export interface WrittenPart {
  readonly section: string;
  readonly pass: number;
  readonly bar: number;
  /** Of one playing alone (place in the form, from 0); left out: wherever the section is played. */
  readonly entry?: number;
  readonly player: Player;
  readonly cells: string;
  readonly hits: string | null;
  readonly line: string | null;
}

/** How a playing (place in the form, from 0) was to be split; `tune` as in chart text, empty: as the plan is. */
export interface WrittenPlan {
  readonly entry: number;
  readonly plan: PlanName | null;
  readonly tune: string;
}

/** Something that was decided, with what it replaced: enough to go there and to take it back. */
export interface Decision {
  /** Its own in the song. */
  readonly id: string;
  /** When, in ms since 1970 (UTC). */
  readonly at: number;
  readonly kind: DecisionKind;
  /** What was done, as it was said then. */
  readonly words: string;
  /** Where it begins: the section (null: the whole song), the pass and the bar from 1. */
  readonly section: string | null;
  readonly pass: number | null;
  readonly bar: number | null;
  /** Whose part it changed; none: nobody's. */
  readonly players: readonly Player[];
  /** The bars it changed, as they were before. */
  readonly was: readonly WrittenPart[];
  readonly plan?: WrittenPlan;
  readonly kept?: KeptFinding;
  /** The version that holds the whole song as it was before. */
  readonly version?: string;
  /** It was taken back. */
  readonly over?: true;
}

/** The fastest tempo a section went at, or the way from it into another one, in beats a minute. */
export interface Reached {
  readonly section: string;
  /** The section it goes into, for a join; null: the section itself. */
  readonly into: string | null;
  readonly tempo: number;
  /** Whether it went without a mistake. */
  readonly clean: boolean;
}

/** What went wrong: where, for whom (null: everybody), in words; `bar` from 1. */
export interface Failure {
  readonly section: string;
  readonly into: string | null;
  readonly bar: number | null;
  readonly player: Player | null;
  readonly words: string;
  /** It went clean at its tempo later on the same day. */
  readonly over?: true;
}

/** One rehearsal of the song. */
export interface Rehearsal {
  readonly id: string;
  /** The day, `2026-11-27`. */
  readonly date: string;
  /** Who was there, as one likes to say it. */
  readonly who: string;
  readonly minutes: number | null;
  readonly reached: readonly Reached[];
  readonly failed: readonly Failure[];
  readonly notes: string;
}

/** What was decided and rehearsed. It stands in the song file alone, not in chart text. */
export interface SongLog {
  /** The oldest first. */
  readonly decisions: readonly Decision[];
  /** By their days, the oldest first. */
  readonly rehearsals: readonly Rehearsal[];
}

export const NO_LOG: SongLog = { decisions: [], rehearsals: [] };

/** What can be done to the log, as plain data; decisions come into it with what they decide (`withDecision`). */
export type LogChange =
  /** The entry alone; what was decided stays. */
  | { readonly what: 'forget'; readonly id: string }
  | { readonly what: 'rehearsed'; readonly rehearsal: Rehearsal }
  | { readonly what: 'dropRehearsal'; readonly id: string };

/** Longest text in the log, in characters: a page. */
export const MOST_LOG_CHARACTERS = 4000;
export const MINUTES_RANGE = { min: 1, max: 1440 } as const;

/** A day as `2026-02-28` that there is. */
export function isDay(text: string): boolean {
  const match = /^(\d{4})-(\d\d)-(\d\d)$/.exec(text);
  if (!match) return false;
  const [year, month, day] = match.slice(1).map(Number) as [number, number, number];
  const isLeap = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
  const days = [31, isLeap ? 29 : 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][month - 1] ?? 0;
  return day >= 1 && day <= days;
}

/** Days in order; of one day as they were written. */
export function inOrder(rehearsals: readonly Rehearsal[]): readonly Rehearsal[] {
  return [...rehearsals].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
}
