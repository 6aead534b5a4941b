import { useNavigate, useParams } from 'react-router';
import type { Player } from '../../../core/form/index';
import { momentsOf, unfold } from '../../../core/song/index';
import type { TakeRemark } from '../../../core/take/index';
import { usePorts } from '../../ports';

/** Goes to the bar of a remark: to Hits for what the right hand does, to Split for chords. */
export function usePlaceLink(): (remark: TakeRemark, player: Player) => void {
  const { desk } = usePorts();
  const { id = '' } = useParams();
  const navigate = useNavigate();
  return ({ what, playing, pass, bar }, player) => {
    const { song, select } = desk.getState();
    const one = song && unfold(song)[playing];
    if (!one) return;
    const moments = momentsOf(one.section, { pass, meter: one.meter });
    const moment = moments.findIndex((m) => m.bar >= bar);
    select({ playing, pass, moment: Math.max(0, moment), player });
    void navigate(`/song/${id}/${what === 'chord' ? 'split' : 'hits'}`);
  };
}
