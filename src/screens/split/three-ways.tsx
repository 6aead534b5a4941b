import { useEffect, useMemo, useState } from 'react';
import { applyEdit, type Song } from '../../core/song/index';
import type { Different } from '../../core/split/index';
import { Button, Dialog } from '../../ui/index';
import { RegisterLane } from '../../views/index';
import { laneBlocks } from '../lane-blocks';
import { useDesk, usePorts } from '../ports';

/** Three ways to split a section side by side, each the proven best of its plan; one is taken in one step. */
export function ThreeWays({ section, onClose }: { section: string | null; onClose: () => void }) {
  return (
    <Dialog open={section !== null} onClose={onClose} title={`Three ways to split ${section ?? ''}`}>
      {section !== null && <Ways section={section} onClose={onClose} />}
    </Dialog>
  );
}

function Ways({ section, onClose }: { section: string; onClose: () => void }) {
  const { desk, client } = usePorts();
  const song = useDesk((s) => s.song)!;
  const [share, setShare] = useState(0);
  const [ways, setWays] = useState<readonly Different[] | null>(null);
  useEffect(() => {
    let isWanted = true;
    void client
      .different(song, section, (s) => isWanted && setShare(s))
      .then((result) => {
        if (isWanted && result.ok) setWays(result.value);
      });
    return () => {
      isWanted = false;
    };
  }, [client, song, section]);
  if (ways === null) {
    return (
      <p className="flex items-center gap-3">
        Solving {section} in every plan …
        <progress value={Math.round(100 * share)} max={100} aria-label={`Solving ${section}`} />
      </p>
    );
  }
  return (
    <ul className="flex flex-col gap-3">
      {ways.map((way) => (
        <li key={way.plan.name} data-way className="rounded-md border border-line bg-ground p-3">
          <div className="flex flex-wrap items-baseline gap-x-3">
            <b className="text-lg">{way.plan.words}</b>
            <span className="text-[14px] text-soft">
              {way.cost <= way.bound ? 'proven best of its plan' : 'not proven'} · {troubleWords(way)}
            </span>
            <Button
              look="strong"
              className="ml-auto"
              onClick={() => {
                desk
                  .getState()
                  .edit(way.edit, { label: `${way.plan.words} for ${section}, ${way.changes.length} cells` });
                onClose();
              }}
            >
              Take it
            </Button>
          </div>
          <p className="mb-2 text-[14px]">{way.plan.useWhen}</p>
          <Registers song={song} way={way} section={section} />
        </li>
      ))}
    </ul>
  );
}

function Registers({ song, way, section }: { song: Song; way: Different; section: string }) {
  const after = useMemo(() => {
    const split = applyEdit(song, way.edit);
    // Only this section, as it is played first.
    const entry = split.form.find((e) => e.section === section)!;
    return { ...split, form: [{ ...entry, times: 1 }] };
  }, [song, way, section]);
  const blocks = useMemo(() => laneBlocks(after), [after]);
  return <RegisterLane blocks={blocks} selected={null} cursor={null} width={560} height={92} />;
}

function troubleWords({ clashes, watches }: Different): string {
  if (clashes + watches === 0) return 'nothing to look at';
  const clash = clashes === 0 ? [] : [clashes === 1 ? '1 clash' : `${clashes} clashes`];
  const watch = watches === 0 ? [] : [`${watches} to watch`];
  return [...clash, ...watch].join(', ');
}
