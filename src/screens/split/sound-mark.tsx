import type { Player } from '../../core/form/index';
import { rigIn, soundNameIn, soundWords } from '../../core/song/index';
import type { SplitModel } from './model';

/** The sound a player uses in the section; a click changes it. */
export function SoundMark({
  model,
  player,
  onSound,
}: {
  model: SplitModel;
  player: Player;
  onSound: (player: Player) => void;
}) {
  const { song, playing, moment } = model;
  const place = { section: playing.section, bar: moment };
  const name = soundNameIn(player, place);
  const words = `${name === null ? '' : `${name} · `}${soundWords(rigIn(song, player, place))}`;
  return (
    <button
      type="button"
      title="Another sound in this section or bar"
      aria-haspopup="dialog"
      className="text-left underline decoration-dotted hover:text-ink"
      onClick={() => onSound(player)}
    >
      {words}
    </button>
  );
}
