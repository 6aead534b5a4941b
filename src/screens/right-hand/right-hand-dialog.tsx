import { useState } from 'react';
import { PLAYER_WORDS, type Player } from '../../core/form/index';
import type { OnPass } from '../../core/song/index';
import { Dialog } from '../../ui/index';
import { usePorts } from '../ports';
import { HandOffers } from './hand-offers';
import { WherePick } from './where-pick';

interface Props {
  readonly open: boolean;
  readonly onClose: () => void;
  readonly place: OnPass;
  readonly player: Player;
  readonly bar: number;
  /** Why nothing can be chosen here, or null. */
  readonly closed: string | null;
}

/** What a player's right hand could do in a bar or throughout a section, without leaving the grips. */
export function RightHandDialog({ open, onClose, place, player, bar, closed }: Props) {
  const { desk } = usePorts();
  const [where, setWhere] = useState<'bar' | 'all'>('bar');
  return (
    <Dialog open={open} onClose={onClose} title={`Right hand of ${PLAYER_WORDS[player]}`}>
      {closed === null ? (
        <>
          <WherePick
            value={where}
            choices={[
              ['bar', `Only bar ${bar + 1}`],
              ['all', 'The whole section'],
            ]}
            onPick={setWhere}
          />
          <HandOffers
            {...{ place, player, bar, where }}
            onTake={(edit, label) => {
              desk.getState().edit(edit, { label, decided: 'hand' });
              onClose();
            }}
          />
          <p className="text-[0.875rem] text-soft">
            Stroke by stroke, with patterns of your own, it goes on the Hits screen.
          </p>
        </>
      ) : (
        <p>{closed}</p>
      )}
    </Dialog>
  );
}
