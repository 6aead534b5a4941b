import { asPlayed, combinedSounds, PLAYERS, type Player, type Section, type Sounds } from '../form/index';
import { rigIn } from './rig-in';
import { materialOf, sectionNamed, type Material, type Song } from './song';

/**
 * What a section has to bear: each player's sound in the playing in which it is driven most. Undefined where every
 * playing sounds as the section says.
 */
export function loudestSounds(
  song: Pick<Song, 'players' | 'form'>,
  section: Pick<Section, 'name' | 'sounds'>,
): Sounds | undefined {
  const own = song.form.flatMap((e) => (e.section === section.name && e.sounds ? [e.sounds] : []));
  if (own.length === 0) return undefined;
  const gainWith = (player: Player, sounds: Sounds) =>
    rigIn(song, player, { section: { sounds: combinedSounds(section.sounds, sounds) } }).gain;
  const loudest: { -readonly [P in keyof Sounds]: Sounds[P] } = {};
  for (const player of PLAYERS) {
    let most = gainWith(player, {});
    for (const sounds of own) {
      if (gainWith(player, sounds) <= most) continue;
      most = gainWith(player, sounds);
      loudest[player] = sounds[player]!;
    }
  }
  return Object.keys(loudest).length > 0 ? loudest : undefined;
}

/**
 * The section as it is split: one set of grips for all its playings, with the sounds that ask most of them; with `playing`
 * (place in the form, from 0) as it is played there, what differs this time alone included.
 */
export function loudMaterial(song: Song, name: string, playing?: number): Material | null {
  const material = materialOf(song, name, playing);
  const written = sectionNamed(song, name);
  if (!material || !written) return null;
  const { times } = material;
  const entry = playing === undefined ? undefined : song.form[playing];
  const sounds = entry ? entry.sounds : loudestSounds(song, written);
  return { ...material, section: asPlayed(written, { times, sounds, variants: entry?.variants }) };
}
