import { useMemo, useState } from 'react';
import { PLAYER_WORDS } from '../../core/form/index';
import { backTo, compareSongs, songLength, type Song, type Version } from '../../core/song/index';
import { Button, Dialog } from '../../ui/index';
import { PLAYER_TEXT, PlayerMark } from '../../views/index';
import { HearButton } from '../listening/index';
import { useDesk, usePorts } from '../ports';

/** Keeps the present split under a name, compares it with an earlier one bar by bar, and goes back. */
export function Versions({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} title="Versions">
      <KeptVersions onClose={onClose} />
    </Dialog>
  );
}

/** What is kept under names, as cards: heard, compared, gone back to. */
export function KeptVersions({ onClose }: { onClose: () => void }) {
  const { desk } = usePorts();
  const song = useDesk((s) => s.song)!;
  const versions = song.versions ?? [];
  const [name, setName] = useState(`Split ${versions.length + 1}`);
  const [shown, setShown] = useState<string | null>(null);
  const [base, setBase] = useState<string | null>(null);
  const edit = desk.getState().edit;
  const other = versions.find((v) => v.name === shown) ?? null;
  const against = versions.find((v) => v.name === base && v !== other) ?? null;
  return (
    <div className="flex flex-col gap-3">
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (name.trim() !== '')
            edit({ kind: 'keepVersion', name: name.trim() }, { label: `kept as “${name.trim()}”` });
        }}
      >
        <label className="flex flex-col">
          <span className="text-[0.875rem] text-soft">Keep the song as it is now under a name</span>
          <input
            value={name}
            aria-label="Name of the version"
            autoComplete="off"
            className="rounded border border-ink bg-ground px-2 py-1"
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <Button type="submit" look="strong" disabled={name.trim() === ''}>
          {versions.some((v) => v.name === name.trim()) ? 'Keep in its place' : 'Keep'}
        </Button>
      </form>
      {versions.length === 0 && (
        <p className="text-soft">Nothing is kept yet. A version holds every part, the form and the rig.</p>
      )}
      <ul className="flex flex-col gap-1">
        {[...versions].reverse().map((v) => (
          <li
            key={v.name}
            data-version={v.name}
            className="flex flex-wrap items-center gap-2 rounded-md border border-line px-3 py-1.5"
          >
            <b>{v.name}</b>
            <span className="text-[0.875rem] text-soft">{differenceWords(song, v.song)}</span>
            <span className="ml-auto flex gap-1">
              <HearButton other={v.song} label={`“${v.name}”`} mark="section">
                Hear it here
              </HearButton>
              <Button
                aria-expanded={shown === v.name}
                onClick={() => setShown(shown === v.name ? null : v.name)}
              >
                Compare
              </Button>
              <Button
                onClick={() => {
                  edit(backTo(song, v.name), { label: `back to “${v.name}”`, decided: 'back' });
                  onClose();
                }}
              >
                Go back to it
              </Button>
              <Button
                look="quiet"
                onClick={() =>
                  edit({ kind: 'dropVersion', name: v.name }, { label: `version “${v.name}” dropped` })
                }
              >
                Drop
              </Button>
            </span>
          </li>
        ))}
      </ul>
      {other && (
        <>
          {versions.length > 1 && (
            <label className="flex items-center gap-2 text-[0.875rem]">
              Compare “{other.name}” with
              <select
                value={against?.name ?? ''}
                className="rounded border border-line bg-ground px-2 py-1"
                onChange={(e) => setBase(e.target.value === '' ? null : e.target.value)}
              >
                <option value="">the song as it is now</option>
                {versions
                  .filter((v) => v.name !== other.name)
                  .map((v) => (
                    <option key={v.name}>{v.name}</option>
                  ))}
              </select>
            </label>
          )}
          <Compared base={against} now={against?.song ?? song} then={other.song} name={other.name} />
        </>
      )}
    </div>
  );
}

function differenceWords(now: Song, then: Song): string {
  const bars = new Set(compareSongs(now, then).map((d) => `${d.section} ${d.bar}`)).size;
  const length = songLength(then).bars;
  return `${length} bars · ${bars === 0 ? 'plays as now' : `differs in ${bars} ${bars === 1 ? 'bar' : 'bars'}`}`;
}

/** Bar by bar what is now and what was, each to be taken over by itself. */
function Compared({
  base,
  now,
  then,
  name,
}: {
  /** The version it is compared with; null: the song as it is, whose bars can be replaced. */
  base: Version | null;
  now: Song;
  then: Song;
  name: string;
}) {
  const { desk } = usePorts();
  const list = useMemo(() => compareSongs(now, then), [now, then]);
  if (list.length === 0) return <p className="text-soft">Every bar is played as in “{name}”.</p>;
  return (
    <table className="w-full text-left text-[0.875rem]">
      <caption className="pb-1 text-left font-bold">
        {base ? `“${base.name}”` : 'Now'} against “{name}”
      </caption>
      <thead>
        <tr className="text-soft">
          <th className="pr-2 font-normal">Where</th>
          <th className="pr-2 font-normal">{base?.name ?? 'Now'}</th>
          <th className="pr-2 font-normal">{name}</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {list.map((d) => (
          <tr key={`${d.section} ${d.bar} ${d.player}`} className="border-t border-line align-top">
            <td className="py-1 pr-2 whitespace-nowrap">
              <span className={PLAYER_TEXT[d.player]}>
                <PlayerMark player={d.player} />
              </span>{' '}
              {d.section}, bar {d.bar + 1}
              <span className="sr-only">, {PLAYER_WORDS[d.player]}</span>
            </td>
            <td className="frets py-1 pr-2">{d.now ?? 'no such bar'}</td>
            <td className="frets py-1 pr-2">{d.then ?? 'no such bar'}</td>
            <td className="py-0.5 text-right">
              {base === null && d.change && (
                <Button
                  className="!min-h-6 !py-0"
                  onClick={() =>
                    desk.getState().edit(
                      { kind: 'setParts', changes: [d.change!] },
                      {
                        label: `${PLAYER_WORDS[d.player]}, bar ${d.bar + 1} of ${d.section} as in “${name}”`,
                        decided: 'back',
                      },
                    )
                  }
                >
                  Take it
                </Button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
