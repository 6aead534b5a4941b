import type { Player } from '../core/form/index';

/** Each player has a colour and a shape, so that no meaning hangs on colour alone. */
export const PLAYER_TEXT: Readonly<Record<Player, string>> = {
  guitar1: 'text-g1',
  guitar2: 'text-g2',
  bass: 'text-bass',
};

/** Where there is no room for a player's name. */
export const PLAYER_SHORT: Readonly<Record<Player, string>> = { guitar1: 'G1', guitar2: 'G2', bass: 'B' };

export const PLAYER_FILL: Readonly<Record<Player, string>> = {
  guitar1: 'fill-g1',
  guitar2: 'fill-g2',
  bass: 'fill-bass',
};

export const PLAYER_BORDER: Readonly<Record<Player, string>> = {
  guitar1: 'border-g1',
  guitar2: 'border-g2',
  bass: 'border-bass',
};

/** The player's shape around a point, in SVG units: ▲ guitar 1, ◆ guitar 2, ■ bass. */
export function PlayerShape(props: { player: Player; x: number; y: number; size: number; hollow?: boolean }) {
  const { player, x, y, size, hollow = false } = props;
  const r = size / 2;
  const points = {
    guitar1: `${x},${y - r} ${x + r},${y + r * 0.85} ${x - r},${y + r * 0.85}`,
    guitar2: `${x},${y - r * 1.1} ${x + r * 1.1},${y} ${x},${y + r * 1.1} ${x - r * 1.1},${y}`,
    bass: `${x - r},${y - r * 0.7} ${x + r},${y - r * 0.7} ${x + r},${y + r * 0.7} ${x - r},${y + r * 0.7}`,
  }[player];
  if (!hollow) return <polygon points={points} className={PLAYER_FILL[player]} />;
  return (
    <polygon
      points={points}
      className={PLAYER_TEXT[player]}
      fill="none"
      stroke="currentColor"
      strokeWidth="2"
    />
  );
}

/** The shape as an inline mark before a player's name. */
export function PlayerMark({ player }: { player: Player }) {
  return (
    <svg
      width="13"
      height="13"
      viewBox="0 0 14 14"
      aria-hidden="true"
      className="inline-block shrink-0 align-[-1px]"
    >
      <PlayerShape player={player} x={7} y={7} size={12} />
    </svg>
  );
}
