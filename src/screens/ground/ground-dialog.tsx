import { Link, useParams } from 'react-router';
import { PLAYERS } from '../../core/form/index';
import type { Song } from '../../core/song/index';
import { Button, Dialog } from '../../ui/index';
import { usePorts } from '../ports';
import { GroundOutcome } from './ground-outcome';
import { Naming } from './naming';
import { RigFields } from './rig-fields';
import { useGround } from './use-ground';

/** Key, instruments and hands of the song; what is already fretted moves with them. */
export function GroundDialog({ song, onClose }: { song: Song; onClose: () => void }) {
  const { desk } = usePorts();
  const { id = '' } = useParams();
  const ground = useGround(song);
  const { drafts, key, keyTrouble, put, setKey, step, wrong, wrongSounds } = ground;
  return (
    <Dialog open onClose={onClose} title="Key, instruments, sounds, hands">
      <form
        className="flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          if (step) desk.getState().edit(step.edit, { label: step.label });
          onClose();
        }}
      >
        <label className="flex flex-wrap items-center gap-2">
          <span className="text-[0.875rem] text-soft">Key we play it in</span>
          <input
            value={key}
            aria-invalid={keyTrouble !== null}
            className="w-24 rounded border border-line bg-ground px-2 py-1"
            onChange={(e) => setKey(e.target.value)}
          />
          {keyTrouble !== null && <span className="text-[0.8125rem] text-clash">{keyTrouble}</span>}
          <Link to={`/song/${id}/rig`} className="ml-auto underline" onClick={onClose}>
            All of it, on Rig
          </Link>
        </label>
        <Naming song={song} onDone={onClose} />
        {PLAYERS.map((player) => (
          <RigFields
            key={player}
            player={player}
            draft={drafts[player]}
            wrong={wrong[player]}
            wrongSounds={wrongSounds[player]}
            onChange={(draft) => put(player, draft)}
          />
        ))}
        <GroundOutcome song={song} ground={ground} />
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Leave it as it was</Button>
          <Button look="strong" type="submit" disabled={step === null}>
            Take it
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
