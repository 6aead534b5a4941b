import { useRef, useState } from 'react';
import { pretty } from '../../core/pitch/index';
import { PLAYER_WORDS } from '../../core/form/index';
import { keyBetween, keyMove, type KeyBetween, type KeyMove, type Song } from '../../core/song/index';
import { Button } from '../../ui/index';
import type { Ground } from '../ground/use-ground';
import { Card } from './card';

/** Semitones, the nearest first. */
const SHIFTS = [1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6] as const;

/** What every other key would do to the hands, before any is taken; and the keys of versions that were kept. */
export function KeyCard({ song, ground }: { readonly song: Song; readonly ground: Ground }) {
  const [moves, setMoves] = useState<{ readonly of: Song; readonly list: readonly KeyMove[] } | null>(null);
  const turn = useRef(0);
  const workOut = () => {
    turn.current += 1;
    const mine = turn.current;
    const list: KeyMove[] = [];
    const left = SHIFTS.flatMap((shift) => [
      { shift, capo: false },
      { shift, capo: true },
    ]);
    // One key at a time, so that the page goes on.
    const next = () => {
      if (turn.current !== mine) return;
      const one = left.shift();
      if (!one) return;
      const move = keyMove(song, one.shift, one);
      if (move) list.push(move);
      setMoves({ of: song, list: [...list] });
      setTimeout(next);
    };
    next();
  };
  const shown = moves?.of === song ? moves.list : null;
  const tryOut = ({ key, capos }: KeyMove) => {
    ground.setKey(key);
    ground.setKeep('pitches');
    for (const player of ['guitar1', 'guitar2'] as const)
      ground.put(player, { capo: String(capos?.[player] ?? song.players[player].capo) });
  };
  return (
    <Card title="Key of this version">
      <label className="flex flex-wrap items-center gap-2 text-[0.875rem]">
        <span className="text-soft">Key we play it in</span>
        <input
          value={ground.key}
          aria-invalid={ground.keyTrouble !== null}
          className="w-24 rounded border border-line bg-ground px-2 py-1"
          onChange={(e) => ground.setKey(e.target.value)}
        />
        {ground.keyTrouble !== null && <span className="text-clash">{ground.keyTrouble}</span>}
      </label>
      {(song.versions ?? []).length > 0 && (
        <ul className="text-[0.875rem]" aria-label="Keys of versions">
          {song.versions!.map(({ name, song: was }) => (
            <li key={name}>
              “{name}”: {pretty(was.key)}
              {betweenWords(keyBetween(was, song))}
            </li>
          ))}
        </ul>
      )}
      {shown === null ? (
        <Button className="self-start" onClick={workOut}>
          What would another key do?
        </Button>
      ) : (
        <table className="w-full text-[0.875rem] tabular-nums">
          <caption className="sr-only">What every key does to the hands</caption>
          <thead>
            <tr className="text-left text-soft">
              <th scope="col" className="font-normal">
                Key
              </th>
              <th scope="col" className="font-normal">
                grips change
              </th>
              <th scope="col" className="font-normal">
                do not fit
              </th>
              <th scope="col" className="font-normal">
                with open strings
              </th>
              <th scope="col">
                <span className="sr-only">Try it</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.map((move) => (
              <tr key={`${move.shift} ${move.capos !== null}`} className="border-t border-line">
                <th scope="row" className="py-1 text-left font-normal">
                  <b>{pretty(move.key)}</b> {move.shift > 0 ? `+${move.shift}` : `−${-move.shift}`}
                  {move.capos && `, ${capoWords(move.capos)}`}
                </th>
                <td>{move.done.changed}</td>
                <td className={move.done.misfits.length > 0 ? 'font-bold text-watch' : ''}>
                  {move.done.misfits.length}
                </td>
                <td>
                  {move.openAfter} of {move.openBefore}
                </td>
                <td className="text-right">
                  <Button
                    className="!min-h-7 !py-0"
                    aria-label={`Try ${move.key}${move.capos ? ` with ${capoWords(move.capos)}` : ''}`}
                    onClick={() => tryOut(move)}
                  >
                    Try
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Card>
  );
}

function capoWords({ guitar1, guitar2 }: NonNullable<KeyMove['capos']>): string {
  if (guitar1 === guitar2) return guitar1 === 0 ? 'capos off' : `capos at ${guitar1}`;
  return `capos at ${guitar1} and ${guitar2}`;
}

/** How far it is from a version to now, and what became of the guitars' grips on the way. */
function betweenWords({ shift, shapes, moved, others, openBefore, openAfter, capos }: KeyBetween): string {
  if (shift === 0) return ', as now';
  const size = Math.abs(shift);
  const far = `, ${size} ${size === 1 ? 'semitone' : 'semitones'} ${shift > 0 ? 'below' : 'above'} now`;
  const parts = [
    `${shapes} grips of the guitars fretted as there`,
    `${moved} moved along to other frets`,
    ...(others > 0 ? [`${others} something else`] : []),
    `${openAfter} with open strings rather than ${openBefore}`,
  ];
  for (const player of ['guitar1', 'guitar2'] as const) {
    const { was, is } = capos[player];
    if (was !== is) parts.push(`${PLAYER_WORDS[player]}’s capo ${is === 0 ? 'off' : `at ${is}`}`);
  }
  return `${far}; now ${parts.join(', ')}.`;
}
