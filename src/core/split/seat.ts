import { PLAYERS, type Player, type Section } from '../form/index';
import { parseNote, type ChordSymbol } from '../pitch/index';
import { rigIn, type Moment, type Rig, type Song } from '../song/index';
import type { Plan, Role } from './plan';
import { UNSTRUCK, type Struck } from './struck';

/** What is the same for all candidates of one player in one slot. */
export interface Seat {
  readonly player: Player;
  readonly instrument: Rig;
  readonly role: Role;
  readonly chord: ChordSymbol | null;
  readonly ticks: number;
  /** The singer's range while someone sings, else null. */
  readonly voice: { readonly low: number; readonly high: number } | null;
  /** What written hits ask of the left hand here. */
  readonly struck: Struck;
}

/** The three players in one moment. */
export type Seats = readonly [Seat, Seat, Seat];

export function seatsOf(
  song: Song,
  {
    section,
    moment,
    plan,
    struck,
  }: {
    section: Pick<Section, 'sounds' | 'voice'>;
    moment: Moment;
    plan: Plan;
    struck?: Readonly<Record<Player, Struck>>;
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
    struck: struck?.[player] ?? UNSTRUCK,
  }));
  return seats as unknown as Seats;
}

function voiceOf(range: Song['voice']): Seat['voice'] {
  if (range === null) return null;
  const [low, high] = [parseNote(range[0]), parseNote(range[1])];
  return low.ok && high.ok ? { low: low.value, high: high.value } : null;
}
