import { PLAYERS } from '../../core/form/index';
import type { Plan } from '../../core/split/index';
import { PLAYER_FILL, PLAYER_TEXT } from '../../views/index';

/** What a plan does to the registers: a band for each player from where its lowest note lies to where its top may go. */
export function PlanPicture({
  plan,
  driven,
}: {
  plan: Plan;
  driven: { readonly guitar1: boolean; readonly guitar2: boolean };
}) {
  const y = (pitch: number) => 46 - ((pitch - 24) / (84 - 24)) * 44;
  return (
    <svg width="92" height="48" viewBox="0 0 92 48" aria-hidden="true" className="shrink-0 rounded bg-ground">
      {PLAYERS.map((player, i) => {
        const isDriven = player !== 'bass' && driven[player];
        const { lowest, top, devices } = plan.roles[player][isDriven ? 'driven' : 'clean'];
        const x = [34, 62, 6][i]!;
        if (Object.keys(devices).length === 0) {
          return (
            <line
              key={player}
              x1={x + 2}
              x2={x + 22}
              y1="24"
              y2="24"
              className={PLAYER_TEXT[player]}
              stroke="currentColor"
              strokeDasharray="2 3"
            />
          );
        }
        return (
          <g key={player} className={PLAYER_TEXT[player]}>
            <rect
              x={x}
              y={y(top)}
              width="24"
              height={Math.max(3, y(lowest[0]) - y(top))}
              rx="2"
              fill="none"
              stroke="currentColor"
              opacity="0.5"
            />
            <rect
              x={x}
              y={y(Math.min(lowest[1], top))}
              width="24"
              height={Math.max(3, y(lowest[0]) - y(Math.min(lowest[1], top)))}
              rx="2"
              className={PLAYER_FILL[player]}
              opacity="0.75"
            />
          </g>
        );
      })}
    </svg>
  );
}
