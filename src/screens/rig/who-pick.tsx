import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import { PLAYER_TEXT, PlayerMark } from '../../views/index';

/** Whose it is: one of the players. */
export function WhoPick(props: {
  readonly name: string;
  readonly label: string;
  readonly value: Player;
  readonly onPick: (player: Player) => void;
}) {
  const { name, label, value, onPick } = props;
  return (
    <fieldset className="flex flex-wrap items-center gap-x-3 gap-y-1 text-[0.875rem]">
      <legend className="float-left mr-2 text-soft">{label}</legend>
      {PLAYERS.map((player) => (
        <label key={player} className={`flex min-h-6 items-center gap-1 ${PLAYER_TEXT[player]}`}>
          <input type="radio" name={name} checked={player === value} onChange={() => onPick(player)} />
          <PlayerMark player={player} /> {PLAYER_WORDS[player]}
        </label>
      ))}
    </fieldset>
  );
}
