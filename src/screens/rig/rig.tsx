import { PLAYERS } from '../../core/form/index';
import type { Song } from '../../core/song/index';
import { Button } from '../../ui/index';
import { GroundOutcome } from '../ground/ground-outcome';
import { Naming } from '../ground/naming';
import { useGround } from '../ground/use-ground';
import { useDesk, usePorts } from '../ports';
import { DelayCard } from './delay-card';
import { EarsCard } from './ears-card';
import { HandCard } from './hand-card';
import { KeyCard } from './key-card';
import { PlayerRig } from './player-rig';
import { StrokesCard } from './strokes-card';

/** Instruments as they are, key, sounds, delay, hands and ears: what everything else is judged and chosen by. */
export function Rig() {
  const song = useDesk((s) => s.song)!;
  // What is typed here begins anew when the song's own changes under it.
  return <RigRoom key={JSON.stringify([song.key, song.down, song.players])} song={song} />;
}

function RigRoom({ song }: { readonly song: Song }) {
  const { desk } = usePorts();
  const ground = useGround(song);
  const { done, isSame, step } = ground;
  const isOpen = done === null || !isSame;
  return (
    <form
      className="flex min-h-0 flex-1 flex-col"
      onSubmit={(e) => {
        e.preventDefault();
        if (step) desk.getState().edit(step.edit, { label: step.label });
      }}
    >
      <div className="grid min-h-0 flex-1 gap-4 p-4 lg:grid-cols-[1.5fr_1fr] lg:overflow-hidden">
        <div className="flex min-h-0 flex-col gap-5 lg:overflow-y-auto lg:pr-2">
          <Naming song={song} onDone={() => undefined} />
          {PLAYERS.map((player) => (
            <PlayerRig key={player} song={song} ground={ground} player={player} />
          ))}
        </div>
        <div className="flex min-h-0 flex-col gap-3 lg:overflow-y-auto lg:pr-1">
          <KeyCard song={song} ground={ground} />
          <DelayCard song={song} ground={ground} />
          <HandCard ground={ground} />
          <StrokesCard ground={ground} />
          <EarsCard />
        </div>
      </div>
      {isOpen && (
        <div
          role="region"
          aria-label="What would change"
          className="sticky bottom-0 flex max-h-[45vh] flex-col gap-2 overflow-y-auto border-t-2 border-ink bg-ground px-4 py-2"
        >
          {done === null && (
            <p className="text-clash">
              Something typed above cannot be read yet; it says there what was expected.
            </p>
          )}
          <GroundOutcome song={song} ground={ground} />
          <div className="flex justify-end gap-2">
            <Button onClick={ground.reset}>Leave it as it was</Button>
            <Button look="strong" type="submit" disabled={step === null}>
              Take it
            </Button>
          </div>
        </div>
      )}
    </form>
  );
}
