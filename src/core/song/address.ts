import type { Cell, PlacedCell, Player, Push, SoundUse } from '../form/index';
import type { Line } from '../line/index';

/** A section as it is played on a pass (from 1) of a playing; `times` left out: as often as its first playing. */
export interface OnPass {
  readonly section: string;
  readonly pass: number;
  readonly times?: number;
  /** Place in the form (from 0) of the playing that is looked at: what differs this time alone is changed there. */
  readonly entry?: number;
}

/** Where a cell stands: the section, the pass on view (from 1), the bar (from 0), the player, and which in that bar. */
export interface CellAddress extends OnPass {
  readonly player: Player;
  readonly bar: number;
  readonly index: number;
}

export interface CellChange {
  readonly at: CellAddress;
  readonly cell: Cell;
}

/** The right hand of one player in one bar (from 0) of a section, as it is played on a pass (from 1). */
export interface HitsChange extends OnPass {
  readonly player: Player;
  readonly bar: number;
  /** A pattern `parseHits` accepts, or null: each grip struck once. */
  readonly hits: string | null;
}

/** How early whatever is written at one place of a bar (from 0, ticks after the bar line) comes. */
export interface PushChange extends OnPass {
  readonly bar: number;
  readonly at: number;
  readonly push: Push;
  readonly players: readonly Player[];
  /** Also what the chord row says. */
  readonly chord: boolean;
}

/** A line instead of grips with hits in one bar (from 0); null opens the bar's cells again. */
export interface LineChange extends OnPass {
  readonly player: Player;
  readonly bar: number;
  readonly line: Line | null;
  /** The grips and hits of the bar stay where the line leaves room; left out: the bar is all line. */
  readonly beside?: boolean;
}

/** Everything a player does in one bar (from 0): grips with hits, or a line. */
export interface PartChange extends OnPass {
  readonly player: Player;
  readonly bar: number;
  readonly cells: readonly PlacedCell[];
  readonly hits: string | null;
  readonly line: Line | null;
}

/** The sound of one player in one bar (from 0), or in the whole section where `bar` is null; a use without anything is as around it. */
export interface SoundChange extends OnPass {
  readonly player: Player;
  readonly bar: number | null;
  readonly use: SoundUse;
}

/** Where somebody sings in one bar (from 0): `~` and `.` dividing it evenly, or null. */
export interface VoiceChange extends OnPass {
  readonly bar: number;
  readonly voice: string | null;
}
