import type { Player, SoundUse, Sounds } from '../form/index';
import type { Rig, Song } from './song';

/** Where a sound is asked for: the section's own choice, and what a bar of it says instead. */
export interface SoundPlace {
  readonly section: { readonly sounds?: Sounds };
  readonly bar?: { readonly sounds?: Sounds };
}

/** A player's rig with the sound that is used at a place; the same object where that changes nothing. Remembered. */
export function rigIn(song: Pick<Song, 'players'>, player: Player, { section, bar }: SoundPlace): Rig {
  const rig = song.players[player];
  const around = section.sounds?.[player];
  const here = bar?.sounds?.[player];
  // A use that says nothing (a pass that is as the section says) changes nothing.
  const inSection = around ? withUse(rig, around, rig) : rig;
  return here ? withUse(inSection, here, rig) : inSection;
}

/** The name of the sound a player uses at a place, or null where none of the named ones is. */
export function soundNameIn(player: Player, { section, bar }: SoundPlace): string | null {
  return bar?.sounds?.[player]?.sound ?? section.sounds?.[player]?.sound ?? null;
}

/** A named sound starts from the player's settings, what is turned from what is around it. */
function withUse(around: Rig, use: SoundUse, own: Rig): Rig {
  const named = use.sound === undefined ? undefined : own.sounds?.find((s) => s.name === use.sound);
  const start = named ? own : around;
  const gain = use.gain ?? named?.gain ?? start.gain;
  const delay = use.delay !== undefined ? use.delay : named?.delay !== undefined ? named.delay : start.delay;
  if (gain === own.gain && delay === own.delay) return own;
  let known = rigs.get(own);
  if (!known) rigs.set(own, (known = new Map()));
  const id = `${gain} ${delay === null ? '' : JSON.stringify(delay)}`;
  let made = known.get(id);
  if (!made) known.set(id, (made = { ...own, gain, delay }));
  return made;
}

const rigs = new WeakMap<Rig, Map<string, Rig>>();
