import { useState } from 'react';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import { groupedHits, isStrike, placesOf, STARTING_PATTERNS, withoutStrings } from '../../core/hits/index';
import { meterOf, patternIn } from '../../core/song/index';
import { barTicks } from '../../core/time/index';
import { Button, Dialog } from '../../ui/index';
import { answer, barOf, closedFor, setPatterns, symbolUnder, type HitsPlace, type Outcome } from './actions';
import { setStrokes } from './hand-actions';
import { HandOffers } from '../right-hand/hand-offers';
import { OwnPatterns } from './own-patterns';
import { PatternSketch } from '../right-hand/pattern-sketch';
import { WherePick } from '../right-hand/where-pick';
import type { HitsScope } from './scope';
import { symbolWords } from './symbols';

interface Props {
  readonly scope: HitsScope;
  readonly cursor: HitsPlace;
  /** Ticks of a place of the grid. */
  readonly division: number;
  /** The bar whose hits are meant by what is taken from here: the one written in last. */
  readonly barMeant: number;
  readonly open: boolean;
  readonly onClose: () => void;
  readonly onDo: (outcome: Outcome) => void;
}

/** Patterns to begin with, answers to other players, and taking the present one elsewhere. */
export function PatternDialog({ scope, cursor, division, barMeant, open, onClose, onDo }: Props) {
  const { player, tick } = cursor;
  const bar = barOf(scope, tick);
  const from = barMeant;
  const [where, setWhere] = useState<'bar' | 'rest' | 'all'>('bar');
  const bars = scope.bars
    .map((_, b) => b)
    .filter((b) => where === 'all' || (where === 'rest' ? b >= bar : b === bar));
  const did = (outcome: Outcome) => {
    onDo(outcome.edit === null ? outcome : { ...outcome, decided: 'hand' });
    onClose();
  };
  const strings = scope.song.players[player].tuning.length;
  const here = patternIn(scope.bars, { bar: from, player }, scope.meter);
  const others = PLAYERS.filter((p) => p !== player);
  const targets = scope.connection
    ? []
    : scope.song.sections
        .filter(
          (s) => s.name !== scope.section.name && barTicks(meterOf(scope.song, s)) === barTicks(scope.meter),
        )
        .map((s) => s.name);
  return (
    <Dialog open={open} onClose={onClose} title={`Patterns for ${PLAYER_WORDS[player]}`}>
      <WherePick
        value={where}
        choices={[
          ['bar', `Only ${scope.barNames[bar]}`],
          ['rest', 'From here to the end of the section'],
          ['all', 'The whole section'],
        ]}
        onPick={setWhere}
      />
      {scope.connection === null && closedFor(scope, player, bar) === null && (
        <HandOffers
          {...{ player, bar, where }}
          place={scope.address(bar)}
          onTake={(edit, label) => did({ edit, label })}
        />
      )}
      <OwnPatterns
        meter={scope.meter}
        here={here}
        name={scope.barNames[from]!}
        onHits={(hits, name) =>
          did(
            setPatterns(
              scope,
              bars.map((b) => ({ player, bar: b, hits })),
              `“${name}” for ${PLAYER_WORDS[player]}`,
            ),
          )
        }
      />
      <h3 className="font-bold">Take what is here</h3>
      <div className="mt-1 mb-3 flex flex-wrap gap-1">
        <Button
          disabled={here === null || (where === 'bar' && from === bar)}
          onClick={() => did(copied(scope, { from: player, bar: from, to: [player], bars }))}
        >
          The hits of {scope.barNames[from]} to {where === 'bar' ? scope.barNames[bar] : 'those bars'}
        </Button>
        {others.map((p) => (
          <Button key={p} disabled={here === null} onClick={() => did(sameBars(scope, player, p, bars))}>
            {p === 'bass' ? 'The bass' : PLAYER_WORDS[p]} strikes the same there
          </Button>
        ))}
        {others.map((p) => (
          <Button key={`a${p}`} onClick={() => did(answers(scope, player, p, bars))}>
            Answer {p === 'bass' ? 'the bass' : PLAYER_WORDS[p]}: strike where it rests
          </Button>
        ))}
        <Button
          onClick={() =>
            did(
              setPatterns(
                scope,
                bars.map((b) => ({ player, bar: b, hits: null })),
                `each grip struck once by ${PLAYER_WORDS[player]}`,
              ),
            )
          }
        >
          Each grip struck once
        </Button>
      </div>
      {targets.length > 0 && (
        <>
          <h3 className="font-bold">Take this section’s hits to</h3>
          <div className="mt-1 mb-3 flex flex-wrap gap-1">
            {targets.map((name) => (
              <Button key={name} disabled={here === null} onClick={() => did(toSection(scope, player, name))}>
                {name}
              </Button>
            ))}
          </div>
        </>
      )}
      <Groups
        {...{ scope, cursor, division }}
        onHits={(hits, groups) =>
          did(
            setPatterns(
              scope,
              bars.map((b) => ({ player, bar: b, hits })),
              `groups of ${groups} for ${PLAYER_WORDS[player]}`,
            ),
          )
        }
      />
      <h3 className="font-bold">Begin with</h3>
      <ul className="mt-1 flex flex-col gap-1">
        {STARTING_PATTERNS.map((p) => {
          const pattern = p.bar(scope.meter, strings);
          return (
            <li key={p.name}>
              <button
                type="button"
                data-pattern={p.name}
                className="grid w-full grid-cols-[1fr_auto] items-center gap-3 rounded-md border border-line px-3 py-1.5 text-left hover:border-ink"
                onClick={() => did(begun(scope, { player, bars, pattern, name: p.name, strokes: p.strokes }))}
              >
                <span>
                  <b>{p.name}</b>
                  <span className="block text-[0.875rem] text-soft">{p.words}</span>
                </span>
                <PatternSketch pattern={pattern} />
              </button>
            </li>
          );
        })}
      </ul>
    </Dialog>
  );
}

/** A player's hits of this section, bar by bar and over again, for another section; its lines stay. */
function toSection(scope: HitsScope, player: Player, name: string): Outcome {
  const target = scope.song.sections.find((s) => s.name === name)!;
  if (target.hands?.[player]?.with)
    return { edit: null, why: `${PLAYER_WORDS[player]} strikes with another player in ${name}` };
  const changes = target.bars.flatMap((bar, b) => {
    const hits = patternIn(scope.bars, { bar: b % scope.bars.length, player }, scope.meter);
    return bar.lines?.[player] ? [] : [{ section: name, pass: 1, player, bar: b, hits }];
  });
  return {
    edit: { kind: 'setHits', changes },
    label: `${PLAYER_WORDS[player]}’s hits of ${scope.section.name} taken to ${name}`,
  };
}

/** A stroke where each group of so many places begins: some that fill the bar, or typed. */
function Groups({
  scope,
  cursor,
  division,
  onHits,
}: Pick<Props, 'scope' | 'cursor' | 'division'> & { onHits: (hits: string, groups: string) => void }) {
  const [text, setText] = useState('');
  const now = symbolUnder(scope, cursor);
  const symbol = now !== null && isStrike(now) ? now : 'O';
  const read = (groups: string) => groupedHits(groups, { meter: scope.meter, ticks: division, symbol });
  const take = (groups: string) => {
    const hits = read(groups);
    if (hits.ok) onHits(hits.value, groups);
  };
  const typed = text.trim() === '' ? null : read(text);
  const places = barTicks(scope.meter) / division;
  return (
    <section aria-label="Groups" className="mb-3">
      <h3 className="font-bold">A stroke where each group begins</h3>
      <form
        className="mt-1 flex flex-wrap items-center gap-1"
        onSubmit={(e) => {
          e.preventDefault();
          take(text);
        }}
      >
        {GROUPS.filter((groups) => read(groups).ok).map((groups) => (
          <Button key={groups} data-groups={groups} onClick={() => take(groups)}>
            {groups}
          </Button>
        ))}
        <input
          aria-label={`Groups of the ${places} places of the bar`}
          placeholder="3+3+2"
          value={text}
          autoComplete="off"
          className="w-32 rounded border border-line bg-ground px-2 py-1 focus:border-ink"
          onChange={(e) => setText(e.currentTarget.value)}
        />
        <Button type="submit" disabled={!typed?.ok}>
          Write
        </Button>
      </form>
      <p className="mt-1 text-[0.875rem] text-soft">
        {typed && !typed.ok
          ? typed.error.message
          : `The bar has ${places} places; struck as here, ${symbolWords(symbol)}.`}
      </p>
    </section>
  );
}

/** Groupings that bands count in (common practice). */
const GROUPS = [
  '3+3+2',
  '3+2+3',
  '2+3+3',
  '3+3+3+3+2+2',
  '3+3+3+3+4',
  '3+3+4+3+3',
  '2+2+3',
  '3+2+2',
  '2+3',
  '3+2',
  '3+3',
  '2+2+2',
  '2+2+2+3',
] as const;

function begun(
  scope: HitsScope,
  of: {
    player: Player;
    bars: readonly number[];
    pattern: string;
    name: string;
    strokes: 'down' | 'alternate' | null;
  },
): Outcome {
  const { player, bars, pattern, name, strokes } = of;
  const label = `${name.toLowerCase()} for ${PLAYER_WORDS[player]}`;
  const hits = setPatterns(
    scope,
    bars.map((bar) => ({ player, bar, hits: pattern })),
    label,
  );
  // Over the whole section the pattern's way of striking comes with it; for single bars the section's stays.
  if (hits.edit === null || strokes === null || bars.length < scope.bars.length || scope.connection)
    return hits;
  const way = setStrokes(scope, player, strokes);
  return way.edit === null ? hits : { edit: { kind: 'together', edits: [hits.edit, way.edit] }, label };
}

function copied(
  scope: HitsScope,
  of: { from: Player; bar: number; to: readonly Player[]; bars: readonly number[] },
): Outcome {
  const hits = patternIn(scope.bars, { bar: of.bar, player: of.from }, scope.meter);
  const list = of.to.flatMap((player) =>
    of.bars.filter((b) => b !== of.bar || player !== of.from).map((bar) => ({ player, bar, hits })),
  );
  return setPatterns(scope, list, `hits of ${scope.barNames[of.bar]} taken over`);
}

function sameBars(scope: HitsScope, from: Player, to: Player, bars: readonly number[]): Outcome {
  const list = bars.map((bar) => ({
    player: to,
    bar,
    // Strings picked alone are one player's business: the others strike there.
    hits: wholeGrip(patternIn(scope.bars, { bar, player: from }, scope.meter)),
  }));
  return setPatterns(scope, list, `${PLAYER_WORDS[to]} strikes as ${PLAYER_WORDS[from]}`);
}

function wholeGrip(pattern: string | null): string | null {
  return pattern && placesOf(pattern).map(withoutStrings).join('');
}

function answers(scope: HitsScope, player: Player, to: Player, bars: readonly number[]): Outcome {
  const made = bars
    .filter((bar) => closedFor(scope, player, bar) === null)
    .map((bar) => answer(scope, player, bar, to));
  const edits = made.flatMap((m) => (m.edit ? [m.edit] : []));
  if (edits.length === 0) return made[0] ?? { edit: null, why: 'Nothing to answer here' };
  return { edit: { kind: 'together', edits }, label: `${PLAYER_WORDS[player]} answers ${PLAYER_WORDS[to]}` };
}
