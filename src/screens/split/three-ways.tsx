import { useEffect, useMemo, useState } from 'react';
import { formatCell, PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import { holdGrip, shiftBetween } from '../../core/grip/index';
import {
  applyEdit,
  materialOf,
  momentsOf,
  unfold,
  type Moment,
  type Song,
  type SongPlace,
} from '../../core/song/index';
import type { Different } from '../../core/offers/index';
import { Button, Dialog, useWidth } from '../../ui/index';
import { PLAYER_TEXT, PlayerMark, RegisterLane } from '../../views/index';
import { laneBlocks } from '../lane-blocks';
import { HearButton } from '../listening/index';
import { useDesk, usePorts } from '../ports';
import { findingWords } from './finding-words';

/** Three ways to split a section side by side, each the proven best of its plan; one is taken in one step. */
export function ThreeWays({ section, onClose }: { section: string | null; onClose: () => void }) {
  return (
    <Dialog open={section !== null} onClose={onClose} title={`Three ways to split ${section ?? ''}`} wide>
      {section !== null && <Ways section={section} onClose={onClose} />}
    </Dialog>
  );
}

function Ways({ section, onClose }: { section: string; onClose: () => void }) {
  const { desk, client } = usePorts();
  const song = useDesk((s) => s.song)!;
  const [share, setShare] = useState(0);
  const [ways, setWays] = useState<readonly Different[] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    let isWanted = true;
    client
      .different(song, section, (s) => isWanted && setShare(s))
      .then((result) => {
        if (!isWanted) return;
        if (result.ok) setWays(result.value);
        else setTrouble('Stopped; nothing was changed.');
      })
      .catch((error: unknown) => {
        const words = error instanceof Error ? error.message : String(error);
        if (isWanted) setTrouble(`This could not be worked out (${words}). Nothing was changed.`);
      });
    return () => {
      isWanted = false;
    };
  }, [client, song, section]);
  if (trouble !== null) return <p role="alert">{trouble}</p>;
  if (ways === null) {
    return (
      <p className="flex items-center gap-3">
        Solving {section} in every plan …
        <progress value={Math.round(100 * share)} max={100} aria-label={`Solving ${section}`} />
      </p>
    );
  }
  return (
    <ul className="grid grid-cols-1 gap-3 lg:grid-cols-3">
      {ways.map((way) => (
        <li key={way.plan.name} data-way className="min-w-0 rounded-md border border-line bg-ground p-3">
          <div className="flex flex-wrap items-baseline gap-x-3">
            <b className="text-lg">{way.plan.words}</b>
            <span className="text-[0.875rem] text-soft">
              {way.cost <= way.bound ? 'proven best of its plan' : 'not proven'} · {troubleWords(way)}
            </span>
            <span className="ml-auto">
              <HearButton other={way.edit} label={way.plan.words} at={placeIn(song, section)} mark="section">
                Hear it
              </HearButton>
            </span>
            <Button
              look="strong"
              onClick={() => {
                desk.getState().edit(way.edit, {
                  label: `${way.plan.words} for ${section}, ${way.changes.length} cells`,
                  decided: 'split',
                });
                onClose();
              }}
            >
              Take it
            </Button>
          </div>
          <p className="mb-2 text-[0.875rem]">{way.plan.useWhen}</p>
          <Registers song={song} way={way} section={section} />
          <Hands song={song} way={way} section={section} />
        </li>
      ))}
    </ul>
  );
}

/** Where a section is played first. */
function placeIn(song: Song, section: string): SongPlace {
  return {
    playing: Math.max(
      0,
      unfold(song).findIndex((p) => p.entry.section === section),
    ),
    pass: 1,
    moment: 0,
  };
}

/** What each hand would do: its grips, the widest reach and the longest shift, and what there would be to look at. */
function Hands({ song, way, section }: { song: Song; way: Different; section: string }) {
  const rows = useMemo(() => {
    const after = applyEdit(song, way.edit);
    const material = materialOf(after, section)!;
    const moments = momentsOf(material.section, { pass: 1, meter: material.meter });
    return PLAYERS.map((player) => {
      const hits = material.section.bars.find((bar) => bar.hits[player] !== null)?.hits[player] ?? null;
      return { player, hits, ...handOf(after, player, moments) };
    });
  }, [song, way, section]);
  return (
    <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5 text-[0.875rem]">
      {rows.map(({ player, grips, words, hits }) => (
        <div key={player} className="contents">
          <dt className={PLAYER_TEXT[player]}>
            <PlayerMark player={player} /> {PLAYER_WORDS[player]}
          </dt>
          <dd>
            <span className="frets">{grips}</span> <span className="text-soft">{words}</span>
            {hits !== null && (
              <span className="block text-soft">
                strikes <span className="frets">{hits}</span>
              </span>
            )}
          </dd>
        </div>
      ))}
      {way.findings.length > 0 && (
        <div className="contents">
          <dt className="text-soft">To look at</dt>
          <dd>
            {way.findings
              .slice(0, 4)
              .map((f) => `${findingWords(f.kind)} in bar ${f.bar}`)
              .join(', ')}
            {way.findings.length > 4 && ` and ${way.findings.length - 4} more`}
          </dd>
        </div>
      )}
    </dl>
  );
}

function handOf(song: Song, player: Player, moments: readonly Moment[]): { grips: string; words: string } {
  const rig = song.players[player];
  const cells = moments
    .filter((m, i) => {
      const [a, b] = [m.places[player], moments[i - 1]?.places[player]];
      return a?.bar !== b?.bar || a?.index !== b?.index;
    })
    .map((m) => m.cells[player]);
  const grips = cells.flatMap((c) => (c.kind === 'grip' ? [c.grip] : []));
  const reach = Math.max(
    0,
    ...grips.map((grip) => {
      const held = holdGrip(grip, rig, rig.hand);
      return held.ok ? held.value.reachMm : 0;
    }),
  );
  const shift = Math.max(
    0,
    ...grips.map((g, i) => (i === 0 ? 0 : shiftBetween(grips[i - 1]!, g, rig).frets)),
  );
  const shown = cells.slice(0, 8).map(formatCell).join(' ');
  return {
    grips: cells.length > 8 ? `${shown} …` : shown,
    words: `reach ${Math.round(reach)} mm, ${shift === 0 ? 'hand stays' : `shifts up to ${shift} ${shift === 1 ? 'fret' : 'frets'}`}`,
  };
}

function Registers({ song, way, section }: { song: Song; way: Different; section: string }) {
  const after = useMemo(() => {
    const split = applyEdit(song, way.edit);
    // Only this section, as it is played first.
    const entry = split.form.find((e) => e.section === section)!;
    return { ...split, form: [{ ...entry, times: 1 }] };
  }, [song, way, section]);
  const blocks = useMemo(() => laneBlocks(after), [after]);
  const [ref, width] = useWidth<HTMLDivElement>();
  return (
    <div ref={ref}>
      {width > 0 && <RegisterLane blocks={blocks} selected={null} cursor={null} width={width} height={104} />}
    </div>
  );
}

function troubleWords({ clashes, watches }: Different): string {
  if (clashes + watches === 0) return 'nothing to look at';
  const clash = clashes === 0 ? [] : [clashes === 1 ? '1 clash' : `${clashes} clashes`];
  const watch = watches === 0 ? [] : [`${watches} to watch`];
  return [...clash, ...watch].join(', ');
}
