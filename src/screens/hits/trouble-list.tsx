import { useEffect, useState } from 'react';
import type { Finding } from '../../core/clash/index';
import type { Song, SongPlace } from '../../core/song/index';
import { beatName } from '../../core/time/index';
import { connectionCures, curesFor, type Cure } from '../../core/offers/index';
import { Button } from '../../ui/index';
import { CureButton } from '../split/finding-list';
import { HearButton } from '../listening/index';
import { findingWords, heardAs, KIND_WORDS } from '../split/finding-words';
import { useDesk } from '../ports';
import type { HitsScope } from './scope';

interface Props {
  readonly scope: HitsScope;
  /** Findings in the bars on view. */
  readonly findings: readonly Finding[];
  readonly onGo: (finding: Finding) => void;
  readonly onKeep: (finding: Finding) => void;
  /** Rests of the voice in the bars on view, in words, and what begins a fill there. */
  /** Who has nothing to strike here yet, in words, and what splits the section; null when everybody has. */
  readonly open: { readonly words: string; readonly onSplit: () => void } | null;
  readonly fills: readonly { readonly words: string; readonly onFill: () => void }[];
}

const EDGE = { clash: 'border-clash', watch: 'border-watch', note: 'border-line' } as const;
const TITLE = { clash: 'text-clash', watch: 'text-watch', note: 'text-soft' } as const;

/** What does not fit together in the bars on view, with the ways out. */
export function TroubleList({ scope, findings, onGo, onKeep, open, fills }: Props) {
  const cures = useHitsCures(scope, findings);
  return (
    <ul className="flex items-start gap-2 overflow-x-auto pb-1">
      {open && (
        <li className="max-w-[400px] rounded-md border border-line bg-sheet px-3 py-1.5">
          <p className="font-bold">Nothing to strike yet</p>
          <p className="text-[0.875rem]">{open.words}</p>
          <Button look="strong" className="mt-1 text-[0.875rem]" onClick={open.onSplit}>
            Split the section
          </Button>
        </li>
      )}
      {open === null && findings.length === 0 && (
        <li className="px-1 py-2 text-soft">Nothing to say about these bars.</li>
      )}
      {findings.map((f) => (
        <li
          key={f.id}
          className={`w-[400px] shrink-0 rounded-md border border-l-[6px] bg-sheet px-3 py-1.5 ${EDGE[f.level]}`}
        >
          <p className="flex items-baseline gap-2">
            <button type="button" className={`font-bold underline ${TITLE[f.level]}`} onClick={() => onGo(f)}>
              {KIND_WORDS[f.kind]}
            </button>
            <span className="text-[0.8125rem] text-soft">
              {scope.barNames[f.bar - 1]}, beat {beatName(f.beat)}
            </span>
            {f.kept === null && f.level !== 'note' && (
              <Button
                look="quiet"
                className="ml-auto !min-h-6 shrink-0 !px-1.5 !py-0 text-[0.8125rem]"
                onClick={() => onKeep(f)}
              >
                Keep it, it’s meant
              </Button>
            )}
          </p>
          <p className="text-[0.875rem]">{f.text}</p>
          {f.kept !== null && <p className="text-[0.875rem] text-good">Kept: {f.kept || 'meant'}</p>}
          {f.kept === null && f.level !== 'note' && (
            <div className="mt-1 flex flex-wrap gap-1 text-[0.875rem]">
              {scope.closed === null && !cures.has(f.id) && (
                <span className="text-soft">looking for a way out …</span>
              )}
              {(cures.get(f.id) ?? []).slice(0, 3).map((cure) => (
                <span key={cure.words} className="flex">
                  <CureButton cure={cure} finding={f} compact />
                  <HearButton other={cure.edit} label={cure.words} {...heardAt(scope, f)} />
                </span>
              ))}
              <HearButton other={null} label={`the ${findingWords(f.kind)}`} {...heardAt(scope, f)} />
            </div>
          )}
        </li>
      ))}
      {fills.map(({ words, onFill }) => (
        <li key={words} className="shrink-0 rounded-md border border-line bg-sheet px-3 py-1.5">
          <p className="font-bold">Room for a fill</p>
          <p className="text-[0.875rem]">{words}</p>
          <Button className="mt-1 text-[0.875rem]" onClick={onFill}>
            Write a line there
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** Where a finding is heard: in its bar, or over the bar line of a join. */
function heardAt(
  scope: HitsScope,
  f: Finding,
): { readonly at: SongPlace; readonly mark: 'bar' | 'before' | 'join'; readonly ringsFree: boolean } {
  const { playings, connection, playing, pass, moments } = scope;
  if (connection) {
    const { from } = connection;
    const index = playings.findIndex((p) => p.index === from.playing.index);
    return {
      at: { playing: Math.max(0, index), pass: from.pass, moment: 0 },
      mark: 'join',
      ringsFree: f.kind === 'ring-over',
    };
  }
  const moment = Math.max(
    0,
    moments.findLastIndex((m) => m.start <= f.from),
  );
  return { at: { playing: Math.max(0, playings.indexOf(playing)), pass, moment }, ...heardAs(f) };
}

const NONE: ReadonlyMap<string, readonly Cure[]> = new Map();

/** Cures by finding, looked for after the screen is drawn. */
function useHitsCures(scope: HitsScope, findings: readonly Finding[]): ReadonlyMap<string, readonly Cure[]> {
  const song = useDesk((s) => s.song)!;
  const key = `${scope.id} ${findings.map((f) => f.id).join('\n')}`;
  const [found, setFound] = useState<{ song: Song; key: string; map: typeof NONE } | null>(null);
  const { connection, closed } = scope;
  useEffect(() => {
    const timer = setTimeout(() => {
      const worth = findings.filter((f) => f.level !== 'note' && f.kept === null);
      const cures = (f: Finding) =>
        closed !== null
          ? []
          : connection
            ? connectionCures(song, connection, f).slice(0, 4)
            : curesFor(song, f);
      setFound({ song, key, map: new Map(worth.map((f) => [f.id, cures(f)])) });
    }, 0);
    return () => clearTimeout(timer);
    // The findings are new objects at every look; their ids say whether they changed.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [song, key]);
  return found && found.song === song && found.key === key ? found.map : NONE;
}
