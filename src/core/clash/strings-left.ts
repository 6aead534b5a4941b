import { PLAYERS, type Player } from '../form/index';
import type { Playing, Song } from '../song/index';
import { openStringsLeft, stringsStrummedAcross, type StringLeft } from './ring';
import { stageOf } from './stage';

/** Strings of a player that sound though nobody means them: left ringing from the grip before, or strummed across. */
export interface StringsLeft {
  readonly ringing: readonly StringLeft[];
  readonly strummed: readonly StringLeft[];
}

/** What is judged as ringing on in one pass (from 1) of a playing, string by string, so that it can be heard. */
export function stringsLeftIn(
  song: Song,
  { section, key, tempo, entry }: Pick<Playing, 'section' | 'key' | 'tempo' | 'entry'>,
  pass: number,
): Readonly<Record<Player, StringsLeft>> {
  const stage = stageOf(song, { section, key, tempo, pass, voice: null, times: entry.times });
  const [guitar1, guitar2, bass] = PLAYERS.map((player): StringsLeft => ({
    ringing: openStringsLeft(stage, player),
    strummed: stringsStrummedAcross(stage, player),
  }));
  return { guitar1: guitar1!, guitar2: guitar2!, bass: bass! };
}
