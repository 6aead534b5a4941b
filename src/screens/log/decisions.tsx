import { useVirtualizer } from '@tanstack/react-virtual';
import { format, formatDistanceToNow } from 'date-fns';
import { useMemo, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import { partWords, takenBack, type Decision, type DecisionKind, type Song } from '../../core/song/index';
import { Button } from '../../ui/index';
import { PLAYER_TEXT, PlayerMark } from '../../views/index';
import { usePorts } from '../ports';
import { placeOf, placeWords } from './place';

const KINDS: Readonly<Record<DecisionKind, string>> = {
  split: 'split',
  plan: 'plan',
  cure: 'cure',
  grip: 'grip',
  hand: 'right hand',
  lock: 'lock',
  guess: 'guess',
  kept: 'kept on purpose',
  version: 'version',
  back: 'back to what was',
  note: 'note',
};
const ROW_PX = 76;

/** What was decided, the newest first: what it replaced, the way there, and the way back. */
export function Decisions({ song }: { readonly song: Song }) {
  const [section, setSection] = useState('');
  const [player, setPlayer] = useState<Player | ''>('');
  const decisions = song.log?.decisions;
  const shown = useMemo(
    () =>
      [...(decisions ?? [])]
        .reverse()
        .filter(
          (d) =>
            (section === '' || d.section === section || d.was.some((part) => part.section === section)) &&
            (player === '' || d.players.includes(player)),
        ),
    [decisions, section, player],
  );
  const box = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: shown.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_PX,
    getItemKey: (i) => shown[i]!.id,
    overscan: 6,
  });
  if (!decisions || decisions.length === 0)
    return (
      <p className="text-soft">
        Nothing is decided yet. What is taken on Split, Hits and Listen (a grip, a cure, a plan, a lock, a
        finding kept on purpose) stands here from then on, with what it replaced.
      </p>
    );
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-2">
      <div className="flex flex-wrap gap-3 text-[0.875rem]">
        <label className="flex items-center gap-2">
          <span className="text-soft">Section</span>
          <select
            value={section}
            className="min-h-8 rounded border border-line bg-ground px-2"
            onChange={(e) => setSection(e.target.value)}
          >
            <option value="">all of them</option>
            {song.sections.map(({ name }) => (
              <option key={name}>{name}</option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2">
          <span className="text-soft">Player</span>
          <select
            value={player}
            className="min-h-8 rounded border border-line bg-ground px-2"
            onChange={(e) => setPlayer(e.target.value as Player | '')}
          >
            <option value="">everybody</option>
            {PLAYERS.map((p) => (
              <option key={p} value={p}>
                {PLAYER_WORDS[p]}
              </option>
            ))}
          </select>
        </label>
        <span className="ml-auto text-soft">
          {shown.length === decisions.length ? shown.length : `${shown.length} of ${decisions.length}`}{' '}
          {decisions.length === 1 ? 'decision' : 'decisions'}
        </span>
      </div>
      <div ref={box} tabIndex={-1} className="min-h-64 flex-1 overflow-y-auto max-lg:max-h-[75dvh]">
        <ol
          aria-label="Decisions, the newest first"
          className="relative"
          style={{ height: rows.getTotalSize() }}
        >
          {rows.getVirtualItems().map((row) => (
            <li
              key={row.key}
              ref={rows.measureElement}
              data-index={row.index}
              aria-setsize={shown.length}
              aria-posinset={row.index + 1}
              className="absolute top-0 left-0 w-full pb-1.5"
              style={{ transform: `translateY(${row.start}px)` }}
            >
              <Row song={song} decision={shown[row.index]!} />
            </li>
          ))}
        </ol>
      </div>
    </div>
  );
}

const TOLD = 2;

function Row({ song, decision }: { readonly song: Song; readonly decision: Decision }) {
  const { desk } = usePorts();
  const { id = '' } = useParams();
  const navigate = useNavigate();
  const { at, kind, words, section, was, players, over, plan } = decision;
  const [first] = was;
  const alone = first?.entry === undefined ? {} : { entry: first.entry };
  const place = section === null ? null : placeOf(song, { ...decision, ...alone, section });
  const back = over ? null : takenBack(song, decision);
  const told = was
    .slice(0, TOLD)
    .map((part) => `${was.length > 1 ? `bar ${part.bar} ` : ''}${partWords(part)}`);
  const left = was.length - TOLD;
  const more = left > 0 ? ` and ${left} more ${left === 1 ? 'bar' : 'bars'}` : '';
  return (
    <article
      data-decision={kind}
      className={`flex flex-wrap items-start gap-x-3 gap-y-1 rounded-lg border border-line bg-sheet px-3 py-1.5 ${over ? 'text-soft line-through' : ''}`}
    >
      <div className="min-w-64 flex-1">
        <p>
          {players.map((p) => (
            <span key={p} className={PLAYER_TEXT[p]}>
              <PlayerMark player={p} />{' '}
            </span>
          ))}
          <b>{capital(words)}</b>{' '}
          <span className="text-[0.875rem] text-soft">
            {KINDS[kind]} · {placeWords(decision)}
            {first?.entry !== undefined && ', this time alone'} ·{' '}
            <time dateTime={new Date(at).toISOString()} title={format(at, 'd MMMM yyyy, HH:mm')}>
              {formatDistanceToNow(at, { addSuffix: true })}
            </time>
            {over && ' · taken back'}
          </span>
        </p>
        {told.length > 0 && (
          <p className="truncate text-[0.875rem]" title={told.join('; ')}>
            <span className="text-soft">before: </span>
            <span className="frets">{told.join('; ')}</span>
            {more}
          </p>
        )}
        {decision.kept && decision.kept.reason !== '' && (
          <p className="text-[0.875rem]">“{decision.kept.reason}”</p>
        )}
        {plan && (
          <p className="text-[0.875rem]">
            <span className="text-soft">before: </span>
            {plan.plan === null ? 'no plan of its own' : `plan ${plan.plan}`}
          </p>
        )}
      </div>
      <span className="flex flex-wrap gap-1">
        {place && (
          <Button
            className="!min-h-7 !py-0 max-sm:!min-h-11"
            aria-label={`Go there: ${placeWords(decision)}`}
            onClick={() => {
              desk.getState().select({ ...place, ...(players[0] ? { player: players[0] } : {}) });
              void navigate(`/song/${id}/${kind === 'hand' ? 'hits' : 'split'}`);
            }}
          >
            Go there
          </Button>
        )}
        {back && (
          <Button
            className="!min-h-7 !py-0 max-sm:!min-h-11"
            aria-label={`Take back: ${words}`}
            disabled={!back.ok}
            title={back.ok ? 'As it was before, whatever was decided since elsewhere' : back.error}
            onClick={() =>
              desk.getState().edit({ kind: 'takeBack', id: decision.id }, { label: `taken back: ${words}` })
            }
          >
            Take back
          </Button>
        )}
        <Button
          look="quiet"
          className="!min-h-7 !py-0 max-sm:!min-h-11"
          aria-label={`Forget: ${words}`}
          title="Out of the log; what was decided stays"
          onClick={() =>
            desk
              .getState()
              .edit(
                { kind: 'log', change: { what: 'forget', id: decision.id } },
                { label: `forgotten: ${words}` },
              )
          }
        >
          Forget
        </Button>
        {back && !back.ok && <span className="basis-full text-[0.8125rem] text-soft">{back.error}</span>}
      </span>
    </article>
  );
}

function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}
