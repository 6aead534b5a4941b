import { isLocked, PLAYER_WORDS, type Player, type SoundUse } from '../form/index';
import { sameGrip } from '../grip/index';
import { momentIndexAt, rigIn, type CellChange, type Edit } from '../song/index';
import { addressOf } from '../split/index';
import type { Ground, Way } from './way';

type Place = Pick<Ground, 'song' | 'finding' | 'material' | 'moments'>;

/** Turning down, or a sound of one's own that is cleaner, for the section. */
export function soundWays({ song, finding, material, moments }: Place): readonly Way[] {
  const [player] = finding.players;
  const moment = moments[momentIndexAt(moments, finding.from)];
  if (!player || !moment) return [];
  const { section } = material;
  const { gain } = rigIn(song, player, { section, bar: moment });
  const use = section.sounds?.[player];
  const change = (now: SoundUse) => soundEdit({ song, finding }, player, now);
  const isOwn = song.form[finding.playing]?.sounds?.[player] !== undefined;
  const where = `in ${section.name}${isOwn ? ', this time' : ''}`;
  const named = (song.players[player].sounds ?? [])
    .filter((s) => s.gain !== undefined && s.gain < gain && s.name !== use?.sound)
    .map((s) => ({
      words: `${PLAYER_WORDS[player]}: sound ${s.name} ${where}`,
      edit: change({ sound: s.name }),
      sort: `${player} sound`,
      far: 0.15,
    }));
  const turned = GAINS.filter((g) => g < gain).map((g, i) => ({
    words: `${PLAYER_WORDS[player]}: gain ${g} ${where}`,
    edit: change({ ...use, gain: g }),
    sort: `${player} gain`,
    far: 0.3 + 0.1 * i,
  }));
  return [...named, ...turned];
}

/** Another sound for a player where a finding is: in that playing where it has one of its own, else in the section. */
export function soundEdit(
  { song, finding }: Pick<Place, 'song' | 'finding'>,
  player: Player,
  use: SoundUse,
): Edit {
  const { section, pass, playing } = finding;
  const own = song.form[playing]?.sounds;
  return own?.[player]
    ? { kind: 'setPlaying', entry: playing, change: { sounds: { ...own, [player]: use } } }
    : { kind: 'useSound', change: { section, pass, player, bar: null, use } };
}

/** Crunch, the edge, clean: what a volume knob does without another pedal. */
const GAINS = [6, 4, 2] as const;

/** The same change for every cell of the section that holds the same grip under the same chord; null where it is alone. */
export function everywhere(ground: Place, way: Way): Way | null {
  if (way.edit.kind !== 'setCells' || way.edit.changes.length !== 1) return null;
  const [{ at, cell }] = way.edit.changes as readonly [CellChange];
  const { finding, moments } = ground;
  const here = moments[momentIndexAt(moments, finding.from)]!;
  const now = here.cells[at.player];
  if (now.kind !== 'grip' || now.step) return null;
  const changes = new Map<string, CellChange>();
  for (const moment of moments) {
    const own = moment.cells[at.player];
    if (own.kind !== 'grip' || own.step || isLocked(own)) continue;
    if (moment.chordText !== here.chordText || !sameGrip(own.grip, now.grip)) continue;
    const place = addressOf(finding, moment, at.player as Player);
    if (place) changes.set(`${place.bar} ${place.index}`, { at: place, cell });
  }
  if (changes.size < 2) return null;
  return {
    words: `${way.words}, all ${changes.size} times`,
    edit: { kind: 'setCells', changes: [...changes.values()] },
    sort: `${way.sort} everywhere`,
    far: way.far + 0.02,
  };
}
