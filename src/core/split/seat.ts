import { PLAYERS, type Player, type Section } from '../form/index';
import { parseNote, type ChordSymbol } from '../pitch/index';
import { rigIn, type Moment, type Rig, type Song } from '../song/index';
import type { Plan, Role } from './plan';

/** What is the same for all candidates of one player in one slot. */
export interface Seat {
  readonly player: Player;
  readonly instrument: Rig;
  readonly role: Role;
  readonly chord: ChordSymbol | null;
  readonly ticks: number;
  /** The singer's range while someone sings, else null. */
  readonly voice: { readonly low: number; readonly high: number } | null;
  /** Strings (1 = highest) that the right hand picks one after the other here. */
  readonly picked: readonly number[];
}

/** The three players in one moment. */
export type Seats = readonly [Seat, Seat, Seat];

const NOTHING: readonly number[] = [];

export function seatsOf(
  song: Song,
  {
    section,
    moment,
    plan,
    picked,
  }: {
    section: Pick<Section, 'sounds' | 'voice'>;
    moment: Moment;
    plan: Plan;
    picked?: Readonly<Record<Player, readonly number[]>>;
  },
): Seats {
  const voice = moment.sung ? voiceOf(section.voice ?? song.voice) : null;
  const seats = PLAYERS.map((player): Seat => ({
    player,
    instrument: rigIn(song, player, { section, bar: moment }),
    role: plan.roles[player],
    chord: moment.chord,
    ticks: moment.cells[player].kind === 'grip' ? moment.soundTicks[player] || moment.ticks : moment.ticks,
    voice,
    picked: picked?.[player] ?? NOTHING,
  }));
  return seats as unknown as Seats;
}

function voiceOf(range: Song['voice']): Seat['voice'] {
  if (range === null) return null;
  const [low, high] = [parseNote(range[0]), parseNote(range[1])];
  return low.ok && high.ok ? { low: low.value, high: high.value } : null;
}
