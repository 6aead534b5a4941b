import { combinedSounds, type Player } from '../form/index';
import { loudestSounds, rigIn, sectionNamed, type Song } from '../song/index';
import { gainClass } from '../sound/index';
import { DEFAULT_PLAN, type Plan } from './plan';
import { tunedPlan } from './tune';

/** The plan a section is split by: that of its first playing, or the usual one. */
export function planOf(song: Pick<Song, 'form' | 'players' | 'sections'>, section: string): Plan {
  const entry = song.form.find((e) => e.section === section);
  return tunedPlan(entry?.plan ?? DEFAULT_PLAN, entry?.tune ?? {}, drivenIn(song, section));
}

/** Whose amplifier is driven in a section, by the sounds it is played with. */
export function drivenIn(
  song: Pick<Song, 'players' | 'sections' | 'form'>,
  name: string,
): { readonly guitar1: boolean; readonly guitar2: boolean } {
  const written = sectionNamed(song, name);
  const loud = written && loudestSounds(song, written);
  const section = loud ? { sounds: combinedSounds(written.sounds, loud) } : (written ?? {});
  const isDriven = (player: Player) => gainClass(rigIn(song, player, { section }).gain) !== 'clean';
  return { guitar1: isDriven('guitar1'), guitar2: isDriven('guitar2') };
}
