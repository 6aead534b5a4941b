import type { Finding } from '../clash/index';
import type { Player } from '../form/index';
import type { Edit, Material, Moment, Song, Strike } from '../song/index';
import type { RightHands } from './right-hand';

/** A way that may help: how far it goes from what is there decides between equals. */
export interface Way {
  readonly words: string;
  readonly edit: Edit;
  /** What sort of way it is: one of each is offered before a second of any. */
  readonly sort: string;
  readonly far: number;
}

/** Where a finding stands, and what the ways out of it start from. */
export interface Ground {
  readonly song: Song;
  readonly finding: Finding;
  readonly material: Material;
  readonly moments: readonly Moment[];
  /** All strokes of the pass, ticks from the start of the section. */
  readonly strikes: Readonly<Record<Player, readonly Strike[]>>;
  /** The written right hands, fresh for each way. */
  readonly hands: () => RightHands;
}

/** The way joins the list when the right hands changed at all. */
export function add(ways: Way[], hands: RightHands, way: Omit<Way, 'edit'>): void {
  const edit = hands.edit();
  if (edit) ways.push({ ...way, edit });
}
