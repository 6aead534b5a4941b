import { useEffect, useState } from 'react';
import { isLocked, PLAYER_WORDS } from '../../core/form/index';
import { deviceWords, formatGrip } from '../../core/grip/index';
import { cellAt, type Edit, type Song } from '../../core/song/index';
import { followersOf, wordsFor, type Following } from '../../core/offers/index';
import type { Selection } from '../../store/index';
import { PLAYER_TEXT } from '../../views/index';
import { useDesk, usePorts } from '../ports';
import { ChipRow, GripChip } from './grip-chip';
import { addressNow, type SplitModel } from './model';

/** What this player could do when everybody not locked follows: by the exact cost of the best section with it. */
export function Followers({ model }: { model: SplitModel }) {
  const list = useFollowing(model);
  const song = useDesk((s) => s.song)!;
  const player = model.selection.player;
  const at = addressNow(model, player);
  const cell = at && cellAt(song, at);
  if (!at || !cell) return null;
  const locked = isLocked(cell);
  return (
    <ChipRow label="With the others following">
      {list === null && <span className="text-soft">solving the section around it …</span>}
      {list?.length === 0 && (
        <span className="text-soft">
          {locked ? `${PLAYER_WORDS[player]} is locked here.` : 'Nothing else comes near the best there is.'}
        </span>
      )}
      {list?.map((one, i) => {
        const change: Edit = { kind: 'setCells', changes: one.changes };
        const others = followersOf(one, at);
        const isNow = one.changes.length === 0;
        return (
          <GripChip
            key={one.known ? formatGrip(one.known.grip) : 'rest'}
            {...{ player, change, isNow }}
            place={i}
            label={`${wordsFor(one)} for ${PLAYER_WORDS[player]}, bar ${at.bar + 1}, ${followWords(others)}`}
            isLocked={locked}
            heard={one.known ? formatGrip(one.known.grip) : 'the rest'}
          >
            <span className="whitespace-nowrap">
              <span className="mr-1 text-[0.75rem] text-soft">{String.fromCharCode(97 + i)}</span>
              <span className={`frets font-bold ${PLAYER_TEXT[player]}`}>
                {one.known ? formatGrip(one.known.grip) : 'rest'}
              </span>{' '}
              <span className="text-[0.8125rem]">{one.known ? deviceWords(one.known.device) : ''}</span>
            </span>
            <span className="text-[0.75rem] whitespace-nowrap">
              {one.regret === 0 ? (
                <span className="text-good">the best there is</span>
              ) : (
                <span className="text-soft">{(one.regret / 1000).toFixed(2)} of a clash worse</span>
              )}
              <span className="text-soft"> · {isNow ? 'now' : followWords(others)}</span>
            </span>
          </GripChip>
        );
      })}
    </ChipRow>
  );
}

function followWords(others: number): string {
  if (others === 0) return 'no one else changes';
  return others === 1 ? '1 other grip follows' : `${others} other grips follow`;
}

/** Null while the section is being solved away from the page. */
function useFollowing(model: SplitModel): readonly Following[] | null {
  const { client } = usePorts();
  const song = useDesk((s) => s.song)!;
  const selection = useDesk((s) => s.selection);
  const section = model.playing.section.name;
  const [found, setFound] = useState<{
    song: Song;
    selection: Selection;
    list: readonly Following[];
  } | null>(null);
  useEffect(() => {
    let isWanted = true;
    client
      .follow(song, { ...selection, section }, () => undefined)
      .then((result) => {
        // A late answer for an older song or another cell is dropped.
        if (isWanted && result.ok) setFound({ song, selection, list: result.value });
      })
      .catch(() => {
        if (isWanted) setFound({ song, selection, list: [] });
      });
    return () => {
      isWanted = false;
    };
  }, [client, song, selection, section]);
  return found && found.song === song && found.selection === selection ? found.list : null;
}
