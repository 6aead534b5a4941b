import { useEffect, useMemo, useRef, type ReactNode } from 'react';
import type { Finding } from '../../core/clash/index';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import { formatGrip } from '../../core/grip/index';
import { pretty } from '../../core/pitch/index';
import type { Moment } from '../../core/song/index';
import { beatTicks, countedBeatTicks } from '../../core/time/index';
import { Button, useBig, useScreenSize } from '../../ui/index';
import { PLAYER_SHORT, PLAYER_TEXT, PlayerMark, Together, type Trouble } from '../../views/index';
import { usePorts } from '../ports';
import { likeWords } from '../told/like-dialog';
import { CellBox } from './cell-box';
import { findingWords } from './finding-words';
import { cellsOf, groupsOf, isStepOnly, nearModel, windowOf, type Span, type Window } from './grid-spans';
import type { SplitModel } from './model';
import { SoundMark } from './sound-mark';

/** The section under its head: chords as columns as wide as their beats, a row for each player, who hits when below. */
export function SectionGrid({
  model: whole,
  head,
  onSound,
  onBar,
  onAgain,
}: {
  model: SplitModel;
  head: ReactNode;
  /** Somebody wants another sound for a player. */
  onSound: (player: Player) => void;
  /** Somebody wants to write the bar that is looked at. */
  onBar: () => void;
  /** The grip that is looked at was touched once more; left out: nothing comes of it. */
  onAgain?: () => void;
}) {
  const { from, to } = windowOf(whole);
  const model = useMemo(() => nearModel(whole, { from, to }), [whole, from, to]);
  const { playing, bars, selection } = model;
  const moments = model.moments.slice(from, to);
  const groups = groupsOf(model, { from, to });
  const scroller = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const now = scroller.current?.querySelector<HTMLElement>('[data-now="true"]');
    now?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    // Whoever goes through the cells by keys has the focus on the one they are at.
    if (document.activeElement?.matches('[role="gridcell"]')) now?.focus({ preventScroll: true });
  }, [selection]);
  const isBig = useBig();
  const size = useScreenSize();
  const troubles = useMemo(() => troublesOf(model.inSection), [model.inSection]);
  const widths = moments.map(
    (m, i) =>
      `minmax(${rem(isStepOnly(model, from + i) ? STEP_WIDTH : leastWidth(m, (m.ticks / beatTicks(playing.meter)) * 26, isBig))}, ${m.ticks}fr)`,
  );
  return (
    <section
      aria-label={`Section ${playing.section.name}`}
      className="flex flex-1 flex-col px-4 pt-2 max-lg:flex-none max-sm:px-2 max-sm:pt-1 lg:min-h-0"
    >
      {head}
      <Further model={model} from={from} to={to} />
      <div ref={scroller} className="relative min-h-0 flex-1 overflow-auto pb-2">
        <div
          className="grid h-full max-h-[32.5rem] content-start gap-1.5 big:max-h-[900px]"
          style={{
            gridTemplateColumns: `${rem(size === 'phone' ? 58 : 112)} ${widths.join(' ')}`,
            gridTemplateRows: `auto repeat(3, minmax(${rem(66)}, ${rem(isBig ? 190 : size === 'phone' ? 76 : 100)})) auto`,
          }}
          role="grid"
          aria-label="Parts"
        >
          <div role="row" className="contents">
            <span role="columnheader">
              <span className="sr-only">Player</span>
            </span>
            {groups.map((span) => (
              <ChordHead key={span.first} model={model} span={span} onBar={onBar} />
            ))}
          </div>
          {PLAYERS.map((player) => (
            <div role="row" className="contents" key={player}>
              <div role="rowheader" className={`sticky left-0 z-10 bg-ground pr-1 ${PLAYER_TEXT[player]}`}>
                <b className="whitespace-nowrap">
                  <PlayerMark player={player} />{' '}
                  <span className="max-sm:sr-only">{PLAYER_WORDS[player]}</span>
                  <span aria-hidden className="sm:hidden">
                    {PLAYER_SHORT[player]}
                  </span>
                </b>
                <div className="text-[0.8125rem] text-soft max-sm:sr-only">
                  {like(model, player) ?? model.plan.roles[player].words} ·{' '}
                  <SoundMark model={model} player={player} onSound={onSound} />
                </div>
              </div>
              {cellsOf(model, player, { from, to }).map((span) => (
                <CellBox
                  key={span.first}
                  model={model}
                  player={player}
                  span={span}
                  {...(onAgain ? { onAgain } : {})}
                />
              ))}
            </div>
          ))}
          <div role="row" className="contents">
            <div role="rowheader" className="sticky left-0 z-10 bg-ground">
              <b className="max-sm:text-[0.75rem]">Together</b>
              <div className="text-[0.8125rem] text-soft max-sm:hidden">who hits when</div>
            </div>
            {groups.map(({ first, last }) => {
              const [m, end] = [model.moments[first]!, model.moments[last]!];
              return (
                <div
                  key={first}
                  role="gridcell"
                  className="px-2"
                  style={{ gridColumn: `span ${last - first + 1}` }}
                >
                  <Together
                    marks={model.marks}
                    troubles={troubles}
                    from={m.start}
                    to={end.start + end.ticks}
                  />
                </div>
              );
            })}
          </div>
        </div>
        <p className="sr-only">{bars.length} bars</p>
      </div>
    </section>
  );
}

/** Whom a player follows here; null who has a part of their own. */
function like({ playing }: SplitModel, player: Player): string | null {
  const own = playing.section.like?.[player];
  return own ? `like ${likeWords(own)}` : null;
}

/** What the right hands get wrong together, for the lane below the players. */
function troublesOf(findings: readonly Finding[]): readonly Trouble[] {
  return findings.flatMap((f): Trouble[] => {
    if (f.level === 'note' || f.kept !== null || !IN_LANE.has(f.kind)) return [];
    const early = f.kind === 'push' ? f.to - f.from : 0;
    return [{ from: f.from - early, to: f.to - early, level: f.level, words: findingWords(f.kind) }];
  });
}

const IN_LANE: ReadonlySet<Finding['kind']> = new Set(['stop', 'flam', 'push', 'buried-hit']);

/** The chord over its moments; where only a line goes on, a dot for each of its notes to go to. */
function ChordHead({ model, span, onBar }: { model: SplitModel; span: Span; onBar: () => void }) {
  const { desk } = usePorts();
  const { first, last } = span;
  const moment = model.moments[first]!;
  const whole = model.moments.slice(first, last + 1);
  const beats = whole.reduce((sum, m) => sum + m.ticks, 0) / countedBeatTicks(model.playing.meter);
  const isNow = (index: number) => index === model.momentIndex;
  const bar = model.bars[moment.bar];
  const chord = bar?.chords.find((c) => c.at === moment.at);
  const remark = moment.at === 0 ? bar?.remarks?.band : undefined;
  const go = (index: number) => () => desk.getState().select({ moment: index });
  const note = whole.findIndex((_, i) => isNow(first + i));
  const length = `${beats % 1 === 0 ? beats : beats.toFixed(1)} ${beats === 1 ? 'beat' : 'beats'}`;
  return (
    <div
      role="columnheader"
      style={{ gridColumn: `span ${last - first + 1}` }}
      className={`flex min-w-0 items-baseline gap-1.5 px-1 ${whole.some((_, i) => isNow(first + i)) ? 'border-b-2 border-ink' : ''}`}
    >
      <button
        type="button"
        className="min-h-6 min-w-6 shrink-0 text-left text-[1.0625rem] font-bold big:text-[1.75rem]"
        title="Twice: write this bar"
        onClick={go(first)}
        onDoubleClick={onBar}
      >
        {moment.push > 0 && (
          <span title={moment.push === 480 ? 'an eighth early' : 'a sixteenth early'}>‹</span>
        )}
        {moment.chordStarts ? pretty(moment.chordText) : '…'}
        {chord?.guess && <span title="a guess">≈</span>}
      </button>
      <span className="min-w-0 truncate text-[0.75rem] text-soft" title={`bar ${moment.bar + 1}, ${length}`}>
        bar {moment.bar + 1} <span className="max-lg:sr-only">· {length}</span>
      </span>
      {remark !== undefined && (
        <span className="min-w-0 truncate text-[0.75rem] italic" title={remark}>
          “{remark}”
        </span>
      )}
      {last > first && (
        <span role="group" aria-label="Notes of the line" className="ml-auto flex shrink-0">
          <NoteStep
            words="Note before"
            mark="‹"
            to={note - 1}
            count={whole.length}
            onGo={(i) => go(first + i)()}
          />
          <span className="text-[0.75rem] whitespace-nowrap text-soft">
            note {note < 0 ? '' : `${note + 1} of `}
            {whole.length}
          </span>
          <NoteStep
            words="Next note"
            mark="›"
            to={note + 1}
            count={whole.length}
            onGo={(i) => go(first + i)()}
          />
        </span>
      )}
    </div>
  );
}

/** To the note of a line before or after the one that is looked at. */
function NoteStep(props: {
  readonly words: string;
  readonly mark: string;
  readonly to: number;
  readonly count: number;
  readonly onGo: (note: number) => void;
}) {
  const { words, mark, to, count, onGo } = props;
  return (
    <button
      type="button"
      aria-label={words}
      disabled={to < 0 || to >= count}
      className="min-h-6 min-w-6 rounded text-center hover:bg-well disabled:opacity-45"
      onClick={() => onGo(to)}
    >
      {mark}
    </button>
  );
}

/** Pixels at letters of the usual size: with larger ones as much wider. */
function rem(px: number): string {
  return `${px / 16}rem`;
}

/** Wide enough for the longest frets of a column: nothing that is played is cut off. */
function leastWidth(moment: Moment, wanted: number, isBig: boolean): number {
  const longest = Math.max(
    ...PLAYERS.map((p) => {
      const cell = moment.cells[p];
      return cell.kind === 'grip' ? formatGrip(cell.grip).length : 0;
    }),
  );
  return Math.max(104, wanted, longest * (isBig ? 16 : 9) + 24);
}

/** Least width of a column in which nothing but a line goes one note further. */
const STEP_WIDTH = 20;

/** Says which part of a long section is drawn, with the ways to what comes before and after. */
function Further({ model, from, to }: { model: SplitModel } & Window) {
  const { desk } = usePorts();
  const { moments, bars } = model;
  if (to - from === moments.length) return null;
  const go = (moment: number) => () => desk.getState().select({ moment });
  return (
    <div className="flex items-center gap-2 py-0.5 text-[0.8125rem] text-soft">
      <Button
        look="quiet"
        className="!min-h-6 !py-0"
        disabled={from === 0}
        onClick={go(Math.max(0, from - 1))}
      >
        ‹ earlier
      </Button>
      <span>
        bars {moments[from]!.bar + 1}–{moments[to - 1]!.bar + 1} of {bars.length}
      </span>
      <Button look="quiet" className="!min-h-6 !py-0" disabled={to === moments.length} onClick={go(to)}>
        later ›
      </Button>
    </div>
  );
}
