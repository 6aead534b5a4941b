import { combinedUse, formatSoundUse, type Player, type SoundUse, type Sounds } from '../form/index';
import type { Rig, Song } from './song';

/** Where a sound is asked for: the section's own choice, and what a bar of it says instead. */
export interface SoundPlace {
  readonly section: { readonly sounds?: Sounds };
  readonly bar?: { readonly sounds?: Sounds };
}

/** A player's rig with the sound that is used at a place; the same object where that changes nothing. Remembered. */
export function rigIn(song: Pick<Song, 'players'>, player: Player, place: SoundPlace): Rig {
  const rig = song.players[player];
  const use = combinedUseIn(player, place);
  return use === null ? rig : withUse(rig, use);
}

/** The name of the sound a player uses at a place, or null where none of the named ones is. */
export function soundNameIn(player: Player, place: SoundPlace): string | null {
  return combinedUseIn(player, place)?.sound ?? null;
}

/** What an amplifier and a delay are set to, in words: "gain 1", "gain 6, delay 1/8.". */
export function soundWords({ gain, delay }: Pick<Rig, 'gain' | 'delay'>): string {
  return formatSoundUse(delay === null ? { gain } : { gain, delay });
}

/** Null where nobody says anything of the player's sound. */
function combinedUseIn(player: Player, { section, bar }: SoundPlace): SoundUse | null {
  const [around, own] = [section.sounds?.[player], bar?.sounds?.[player]];
  return around || own ? combinedUse(around, own) : null;
}

function withUse(rig: Rig, use: SoundUse): Rig {
  const named = use.sound === undefined ? undefined : rig.sounds?.find((s) => s.name === use.sound);
  const { gain, delay } = { gain: rig.gain, delay: rig.delay, ...knobsOf(named), ...knobsOf(use) };
  if (gain === rig.gain && delay === rig.delay) return rig;
  let known = rigs.get(rig);
  if (!known) rigs.set(rig, (known = new Map()));
  const id = soundWords({ gain, delay });
  let made = known.get(id);
  if (!made) known.set(id, (made = { ...rig, gain, delay }));
  return made;
}

/** What is turned, without what is left as it is. */
function knobsOf(of: Pick<SoundUse, 'gain' | 'delay'> | undefined): Pick<SoundUse, 'gain' | 'delay'> {
  return {
    ...(of?.gain === undefined ? {} : { gain: of.gain }),
    ...(of?.delay === undefined ? {} : { delay: of.delay }),
  };
}

const rigs = new WeakMap<Rig, Map<string, Rig>>();
