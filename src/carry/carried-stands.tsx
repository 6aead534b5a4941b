import { useState } from 'react';
import { PLAYER_WORDS } from '../core/form/index';
import { Stand } from '../stand/index';
import { Button, useTheme } from '../ui/index';
import { PLAYER_TEXT, PlayerMark } from '../views/index';
import type { Carried } from './carried';

/** Whose stand it is, where there are several, and then the stand. */
export function CarriedStands({
  stands: { title, stands },
  leader,
}: {
  stands: Carried;
  leader: number | null;
}) {
  const [whose, setWhose] = useState<number | null>(stands.length === 1 ? 0 : null);
  const [theme, setTheme] = useTheme();
  const stand = whose === null ? undefined : stands[whose];
  // A whole evening: its songs are told apart by their titles.
  const isEvening = stands.some((one) => one.title !== stands[0]!.title);
  const isOne = stands.every((one) => one.player === stands[0]!.player);
  if (stand) {
    return (
      <Stand
        key={`${stand.player} ${stand.title}`}
        stand={stand}
        theme={theme}
        onTheme={setTheme}
        leader={leader}
        {...(stands.length > 1 ? { onLeave: () => setWhose(null) } : {})}
      />
    );
  }
  return (
    <main className="mx-auto flex min-h-full max-w-md flex-col justify-center gap-3 p-6">
      <h1 className="text-2xl font-bold">{title}</h1>
      <p>{isOne ? 'Which song?' : isEvening ? 'Whose stand, and which song?' : 'Whose stand is this?'}</p>
      {stands.map(({ player, title: song }, i) => (
        <Button key={i} className="!min-h-14 !text-lg" onClick={() => setWhose(i)}>
          <span className={PLAYER_TEXT[player]}>
            <PlayerMark player={player} />
          </span>
          {isEvening ? `${song}${isOne ? '' : ` · ${PLAYER_WORDS[player]}`}` : PLAYER_WORDS[player]}
        </Button>
      ))}
    </main>
  );
}
