import { useMemo, useRef, useState } from 'react';
import { keepingOf, playersWords, type Finding } from '../../core/clash/index';
import { PLAYERS, type Player } from '../../core/form/index';
import { barTicks, countedBeatTicks, TICKS_PER_QUARTER } from '../../core/time/index';
import { useScreenSize, useWidth } from '../../ui/index';
import type { HitsTime } from '../../views/index';
import { NextSteps } from '../next-steps';
import { NothingYet } from '../nothing-yet';
import { useDesk, usePorts } from '../ports';
import { BarDialog } from '../bar-dialog';
import { openKeySheet, useCap, useSingleKeys } from '../keys/index';
import type { Command } from '../split/commands';
import { Finder } from '../split/finder';
import { hearBar } from '../split/hearing';
import { findingWords } from '../split/finding-words';
import { KeepDialog } from '../split/keep-dialog';
import { BesideDialog } from '../told/beside-dialog';
import { LikeDialog } from '../told/like-dialog';
import { RemarksDialog } from '../told/remarks-dialog';
import { barOf, type Outcome } from './actions';
import { useCursor } from './cursor';
import { OVER_TIME } from './drawing-parts';
import { FormDialog } from '../form/form-dialog';
import { FormStrip } from './form-strip';
import { keysFor } from './key-actions';
import { beginLine, lineAt } from './line-actions';
import { Downs, Legend } from './legend';
import { LinePanel } from './line-panel';
import { Palette } from './palette';
import { PatternDialog } from './pattern-dialog';
import { barsInWords, beatsWords, placeOf, placeWords } from './place-words';
import { useHitsScope, type HitsScope } from './scope';
import { PlacesTable } from './places-table';
import { Stage } from './stage';
import { StringButtons } from './string-buttons';
import { strokeSentence } from './stroke-sentence';
import { Toolbar } from './toolbar';
import { TroubleList } from './trouble-list';

/** Pixels before the first bar line, with the players' names and where they stand beside it, and a bar's least width. */
const LEFT = 122;
const LEFT_ALONE = 16;
const LEAST_BAR = 380;
/** Width of a place of the grid for a fingertip, in pixels (WCAG 2.2, 2.5.5). */
const FINGER = 44;

/** The right hand: who strikes when and how, what they do together, and how one section goes into the next. */
export function Hits() {
  const [join, setJoin] = useState<string | null>(null);
  const scope = useHitsScope(join);
  if (!scope || scope.bars.length === 0) {
    return (
      <NothingYet words="There is nothing to strike yet. Write the chords first, then choose who plays what." />
    );
  }
  return <Open scope={scope} onJoin={setJoin} />;
}

function Open({ scope, onJoin }: { scope: HitsScope; onJoin: (id: string | null) => void }) {
  const { desk, listening } = usePorts();
  const said = useDesk((s) => s.said);
  const { cursor, go } = useCursor(scope);
  const [wanted, setDivision] = useState<number | null>(null);
  const [dialog, setDialog] = useState<
    'patterns' | 'form' | 'finder' | 'remarks' | 'beside' | 'like' | 'bar' | null
  >(null);
  const cap = useCap();
  const [keeping, setKeeping] = useState<Finding | null>(null);
  const copied = useRef<string | null>(null);
  const typed = useRef<{ at: number; tick: number; digit: string } | null>(null);
  const [box, width] = useWidth<HTMLDivElement>();
  const length = barTicks(scope.meter);
  const division = fitting(wanted ?? TICKS_PER_QUARTER / 4, length);
  // Where a bar does not fit with room for a fingertip at every place, it is longer than the screen.
  const size = useScreenSize();
  const isScrolled = size === 'phone';
  const isNarrow = size !== 'desk';
  const left = isScrolled ? LEFT_ALONE : LEFT;
  const fits = Math.floor((width - LEFT) / LEAST_BAR);
  const shown = Math.min(fits >= 4 ? 4 : fits >= 2 ? 2 : 1, scope.bars.length);
  const bar = barOf(scope, cursor.tick);
  const first = Math.min(Math.floor(bar / shown) * shown, scope.bars.length - shown);
  const window = { first, count: shown };
  const line = lineAt(scope, cursor);
  const { bar: _bar, ...on } = scope.address(bar);
  const told = {
    song: scope.song,
    on,
    bar,
    player: cursor.player,
    onClose: () => setDialog(null),
  };

  const act = (outcome: Outcome) => {
    if (outcome.edit === null) desk.getState().say(outcome.why);
    else {
      const { edit, ...step } = outcome;
      desk.getState().edit(edit, step);
    }
  };
  /** On to the next place after writing: "this bar" is still the one that was written in. */
  const [wroteIn, setWroteIn] = useState<{ readonly bar: number; readonly at: number } | null>(null);
  const step = (ticks: number) => {
    const to = Math.max(0, Math.min(cursor.tick + ticks, scope.bars.length * length - division));
    const at = to - (to % division);
    setWroteIn({ bar, at });
    go(cursor.player, at);
  };
  const barMeant = wroteIn?.at === cursor.tick ? Math.min(wroteIn.bar, scope.bars.length - 1) : bar;
  const goTo = (player: Player, tick: number) => {
    setWroteIn(null);
    go(player, tick);
    desk.getState().say(placeWords(scope, player, tick));
  };
  const keys = keysFor({
    scope,
    cursor,
    division,
    line,
    barMeant,
    copied,
    typed,
    act,
    step,
    go: goTo,
    join: onJoin,
    section: (by) => {
      const now = scope.playings.findIndex((p) => p.index === scope.playing.index);
      const target = scope.playings[now + by];
      if (!target)
        return desk.getState().say(by > 0 ? 'This is the last section' : 'This is the first section');
      onJoin(null);
      desk.getState().select({ playing: now + by, pass: 1, moment: 0 });
      desk.getState().say(target.section.name);
    },
    divide: setDivision,
    open: setDialog,
    keep: setKeeping,
    hear: () => hearBar(desk, listening),
  });
  useSingleKeys((key) => {
    const hit = keys.find((k) => k.key === key);
    hit?.does();
    return hit !== undefined;
  });

  const inWindow = scope.findings.filter(
    (f) =>
      f.level !== 'note' &&
      OVER_TIME.has(f.kind) &&
      f.from < (first + shown) * length &&
      Math.max(f.to, f.from + 1) > first * length,
  );
  const fills = scope.together.holes
    .filter((h) => h.from < (first + shown) * length && h.to > first * length && scope.closed === null)
    .filter((h) => !scope.bars[barOf(scope, h.from)]?.lines?.[cursor.player])
    .map((h) => ({
      words: `The voice rests from ${placeOf(scope, h.from)} for ${beatsWords((h.to - h.from) / countedBeatTicks(scope.meter))}.`,
      onFill: () => {
        go(cursor.player, h.from);
        act(beginLine(scope, { player: cursor.player, tick: h.from }));
      },
    }));
  const unplayed = PLAYERS.filter((p) =>
    scope.bars.slice(first, first + shown).some((b) => b.cells[p].some((c) => c.cell.kind === 'open')),
  );
  const worstFirst = [...inWindow].sort(
    (a, b) => Number(a.kept !== null) - Number(b.kept !== null) || b.score - a.score,
  );
  const time: HitsTime = useMemo(
    () => ({
      meter: scope.meter,
      swing: scope.section.swing ?? null,
      firstBar: first,
      bars: shown,
      division,
      left,
      width: isScrolled ? left + (shown * length * FINGER) / division + 16 : Math.max(width, 340),
    }),
    [scope.meter, scope.section.swing, first, shown, division, width, isScrolled, left, length],
  );
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <NextSteps at="hits" />
      <FormStrip scope={scope} onJoin={onJoin} />
      <Toolbar
        scope={scope}
        cursor={cursor}
        window={window}
        division={division}
        onDivision={setDivision}
        onBars={(by) => go(cursor.player, Math.max(0, (first + by * shown) * length))}
        onDo={act}
        onPatterns={() => setDialog('patterns')}
        onForm={() => setDialog('form')}
        onTold={setDialog}
      />
      <div ref={box} className="flex min-h-[460px] min-w-0 flex-1 flex-col overflow-hidden">
        {width > 0 && (
          <Stage
            time={time}
            scope={scope}
            cursor={cursor}
            barNames={scope.barNames.slice(first, first + shown)}
            isScrolled={isScrolled}
            onCursor={goTo}
            onChords={(tick) => {
              goTo(cursor.player, tick);
              if (!scope.connection && scope.closed === null) setDialog('bar');
            }}
            onDo={act}
          />
        )}
      </div>
      <PlacesTable scope={scope} window={window} division={division} cursor={cursor} onGo={goTo} />
      <p className="sr-only">{barsInWords(scope, window)}</p>
      <div className="grid grid-cols-1 gap-3 border-t border-line px-4 py-1.5 lg:max-h-[222px] lg:min-h-[128px] lg:grid-cols-[minmax(0,1fr)_auto] lg:overflow-y-auto">
        <div className="min-w-0">
          {line ? (
            <LinePanel scope={scope} cursor={cursor} line={line} onDo={act} onStep={() => step(division)} />
          ) : (
            <TroubleList
              scope={scope}
              findings={worstFirst}
              onGo={(f) => goTo(f.players[0] ?? cursor.player, Math.max(0, f.from - (f.from % division)))}
              onKeep={setKeeping}
              open={
                unplayed.length === 0 || scope.connection
                  ? null
                  : {
                      words: `${playersWords(unplayed)} ${unplayed.length === 1 ? 'has' : 'have'} no grips yet in these bars. Strokes are written all the same and drawn once there are grips.`,
                      onSplit: () =>
                        void desk.getState().split(scope.playing.entry.section, { reopen: false }),
                    }
              }
              fills={fills}
            />
          )}
        </div>
        <div className="flex min-w-0 flex-col gap-1">
          {!line && <StringButtons scope={scope} cursor={cursor} onDo={act} />}
          <Legend keys={keys} line={line !== null} onHelp={openKeySheet} />
        </div>
      </div>
      {isNarrow && <Palette keys={keys} line={line !== null} />}
      <div className="flex gap-4 border-t border-line px-4 py-0.5 text-[0.8125rem] text-soft max-lg:flex-wrap">
        <span className="min-w-0 lg:truncate">
          <span className="font-bold text-ink">{strokeSentence(scope, cursor)}</span> ·{' '}
          {said || [cap('f') && `${cap('f')} strikes`, 'arrows step'].filter(Boolean).join(', ')}
        </span>
        <Downs scope={scope} player={cursor.player} />
      </div>
      <Finder
        commands={dialog === 'finder' ? commandsOf(keys, { scope, onJoin, cap }) : []}
        open={dialog === 'finder'}
        onClose={() => setDialog(null)}
      />
      <PatternDialog
        scope={scope}
        cursor={cursor}
        division={division}
        barMeant={barMeant}
        open={dialog === 'patterns'}
        onClose={() => setDialog(null)}
        onDo={act}
      />
      {!scope.connection && (
        <>
          <BarDialog
            song={scope.song}
            place={scope.address(bar)}
            name={scope.playing.section.name}
            inKey={scope.key}
            player={cursor.player}
            open={dialog === 'bar'}
            onClose={told.onClose}
          />
          <RemarksDialog {...told} playing={scope.playing} open={dialog === 'remarks'} />
          <BesideDialog
            {...told}
            index={bar}
            bar={scope.bars[bar]}
            meter={scope.meter}
            cell={null}
            open={dialog === 'beside'}
          />
          <LikeDialog
            playing={scope.playing}
            player={cursor.player}
            open={dialog === 'like'}
            onClose={() => setDialog(null)}
          />
        </>
      )}
      {!scope.connection && (
        <FormDialog
          song={scope.song}
          playing={scope.playing}
          bar={barMeant}
          pass={scope.pass}
          open={dialog === 'form'}
          onClose={() => setDialog(null)}
        />
      )}
      <KeepDialog
        finding={keeping}
        hereOnly={scope.connection !== null}
        onClose={() => setKeeping(null)}
        onKeep={(reason, reach) => {
          if (keeping)
            desk.getState().edit(
              {
                kind: 'keep',
                finding: keepingOf(scope.song, keeping, {
                  reason,
                  reach,
                  shift: scope.connection ? 0 : scope.playing.shift,
                }),
              },
              { label: `keep the ${findingWords(keeping.kind)} in ${keeping.section}, bar ${keeping.bar}` },
            );
          setKeeping(null);
        }}
      />
    </div>
  );
}

/** The keys by their words, every section and every join. */
function commandsOf(
  keys: ReturnType<typeof keysFor>,
  of: {
    readonly scope: HitsScope;
    readonly onJoin: (id: string | null) => void;
    readonly cap: (key: string) => string;
  },
): readonly Command[] {
  const { scope, onJoin, cap } = of;
  return [
    ...keys
      .filter((k) => !/^\d$/.test(k.key))
      .map((k) => ({ name: k.words[0]!.toUpperCase() + k.words.slice(1), key: cap(k.key), run: k.does })),
    ...scope.connections.map((c) => ({ name: `Go to the join: ${c.words}`, run: () => onJoin(c.id) })),
  ];
}

/** The wished grid, or the nearest finer one that divides the bar. */
function fitting(division: number, length: number): number {
  return (
    [division, TICKS_PER_QUARTER / 4, TICKS_PER_QUARTER / 8].find((d) => length % d === 0) ??
    TICKS_PER_QUARTER / 24
  );
}
