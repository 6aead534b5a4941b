import { Lock } from 'lucide-react';
import { useEffect, useMemo, useRef, type ReactNode } from 'react';
import type { Finding } from '../../core/clash/index';
import {
  isLocked,
  isStep,
  leadText,
  offText,
  type Player,
  PLAYER_WORDS,
  PLAYERS,
} from '../../core/form/index';
import { deviceOf, deviceWords, formatGrip } from '../../core/grip/index';
import { formatLine } from '../../core/line/index';
import { pretty, spell, toneName } from '../../core/pitch/index';
import { cellPitches, type Moment } from '../../core/song/index';
import { beatTicks, countedBeatTicks } from '../../core/time/index';
import { Button, useBig } from '../../ui/index';
import { HitStrip, PLAYER_BORDER, PLAYER_TEXT, PlayerMark, Together, type Trouble } from '../../views/index';
import { usePorts } from '../ports';
import { likeWords } from '../told/like-dialog';
import { findingWords } from './finding-words';
import { isAt, type SplitModel } from './model';
import { SoundMark } from './sound-mark';

/** The section under its head: chords as columns as wide as their beats, a row for each player, who hits when below. */
export function SectionGrid({
  model: whole,
  head,
  onSound,
}: {
  model: SplitModel;
  head: ReactNode;
  /** Somebody wants another sound for a player. */
  onSound: (player: Player) => void;
}) {
  const { from, to } = windowOf(whole);
  const model = useMemo(() => nearModel(whole, { from, to }), [whole, from, to]);
  const { playing, bars, selection } = model;
  const moments = model.moments.slice(from, to);
  const scroller = useRef<HTMLDivElement>(null);
  useEffect(() => {
    scroller.current
      ?.querySelector('[data-now="true"]')
      ?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [selection]);
  const isBig = useBig();
  const troubles = useMemo(() => troublesOf(model.inSection), [model.inSection]);
  const widths = moments.map(
    (m, i) =>
      `minmax(${isStepOnly(model, from + i) ? STEP_WIDTH : leastWidth(m, (m.ticks / beatTicks(playing.meter)) * 26, isBig)}px, ${m.ticks}fr)`,
  );
  return (
    <section
      aria-label={`Section ${playing.section.name}`}
      className="flex min-h-[340px] flex-1 flex-col px-4 pt-2 lg:min-h-0"
    >
      {head}
      <Further model={model} from={from} to={to} />
      <div ref={scroller} className="min-h-0 flex-1 overflow-auto pb-2">
        <div
          className="grid h-full max-h-[520px] content-start gap-1.5 big:max-h-[900px]"
          style={{
            gridTemplateColumns: `112px ${widths.join(' ')}`,
            gridTemplateRows: `auto repeat(3, minmax(66px, ${isBig ? 190 : 100}px)) auto`,
          }}
          role="grid"
          aria-label="Parts"
        >
          <div role="row" className="contents">
            <span role="columnheader" />
            {moments.map((m, i) => (
              <ChordHead key={from + i} model={model} moment={m} index={from + i} />
            ))}
          </div>
          {PLAYERS.map((player) => (
            <div role="row" className="contents" key={player}>
              <div role="rowheader" className={`sticky left-0 z-10 bg-ground pr-1 ${PLAYER_TEXT[player]}`}>
                <b className="whitespace-nowrap">
                  <PlayerMark player={player} /> {PLAYER_WORDS[player]}
                </b>
                <div className="text-[13px] text-soft">
                  {like(model, player) ?? model.plan.roles[player].words} ·{' '}
                  <SoundMark model={model} player={player} onSound={onSound} />
                </div>
              </div>
              {cellsOf(model, player, { from, to }).map((span) => (
                <CellBox key={span.first} model={model} player={player} span={span} />
              ))}
            </div>
          ))}
          <div role="row" className="contents">
            <div role="rowheader" className="sticky left-0 z-10 bg-ground">
              <b>Together</b>
              <div className="text-[13px] text-soft">who hits when</div>
            </div>
            {groupsOf(model, { from, to }).map(({ first, last }) => {
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

function ChordHead({ model, moment, index }: { model: SplitModel; moment: Moment; index: number }) {
  const { desk } = usePorts();
  const beats = moment.ticks / countedBeatTicks(model.playing.meter);
  const isNow = index === model.momentIndex;
  const bar = model.bars[moment.bar];
  const chord = bar?.chords.find((c) => c.at === moment.at);
  const remark = moment.at === 0 ? bar?.remarks?.band : undefined;
  return (
    <div
      role="columnheader"
      className={`flex items-baseline gap-1.5 px-1 ${isNow ? 'border-b-2 border-ink' : ''}`}
    >
      <button
        type="button"
        className="shrink-0 text-[17px] font-bold big:text-[28px]"
        onClick={() => desk.getState().select({ moment: index })}
      >
        {moment.push > 0 && (
          <span title={moment.push === 480 ? 'an eighth early' : 'a sixteenth early'}>‹</span>
        )}
        {moment.chordStarts ? pretty(moment.chordText) : isStepOnly(model, index) ? '·' : '…'}
        {chord?.guess && <span title="a guess">≈</span>}
      </button>
      <span hidden={isStepOnly(model, index)} className="min-w-0 truncate text-[12px] text-soft">
        bar {moment.bar + 1} · {beats % 1 === 0 ? beats : beats.toFixed(1)} {beats === 1 ? 'beat' : 'beats'}
      </span>
      {remark !== undefined && (
        <span className="min-w-0 truncate text-[12px] italic" title={remark}>
          “{remark}”
        </span>
      )}
    </div>
  );
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

/** A cell with the moments it lasts over, from `first` to `last`. */
interface Span {
  readonly first: number;
  readonly last: number;
}

function cellsOf(model: SplitModel, player: Player, { from, to }: Window): readonly Span[] {
  const spans: Span[] = [];
  for (let i = from; i < to; i += 1) {
    const goesOn = i > from && goesOnAt(model, i, player);
    if (goesOn) spans[spans.length - 1] = { ...spans.at(-1)!, last: i };
    else spans.push({ first: i, last: i });
  }
  return spans;
}

/** Moments that are drawn: from (included) to (not included). */
interface Window {
  readonly from: number;
  readonly to: number;
}

/** Sections of more moments than this are drawn in part, around the moment that is looked at. */
const MOST_DRAWN = 64;
const DRAWN_STEP = 16;

function windowOf({ moments, momentIndex }: SplitModel): Window {
  if (moments.length <= MOST_DRAWN) return { from: 0, to: moments.length };
  const block = Math.floor(momentIndex / DRAWN_STEP);
  return {
    from: Math.max(0, (block - 1) * DRAWN_STEP),
    to: Math.min(moments.length, (block + 2) * DRAWN_STEP),
  };
}

/** The model with only the strokes and findings near what is drawn: every cell asks for its own among them. */
function nearModel(model: SplitModel, { from, to }: Window): SplitModel {
  if (to - from === model.moments.length) return model;
  const [first, last] = [model.moments[from]!, model.moments[to - 1]!];
  const [start, end] = [first.start, last.start + last.ticks];
  const marks = (player: Player) => model.marks[player].filter((m) => m.at < end && m.until >= start);
  return {
    ...model,
    marks: { guitar1: marks('guitar1'), guitar2: marks('guitar2'), bass: marks('bass') },
    inSection: model.inSection.filter((f) => f.from < end && Math.max(f.to, f.from + 1) > start),
  };
}

/** Says which part of a long section is drawn, with the ways to what comes before and after. */
function Further({ model, from, to }: { model: SplitModel } & Window) {
  const { desk } = usePorts();
  const { moments, bars } = model;
  if (to - from === moments.length) return null;
  const go = (moment: number) => () => desk.getState().select({ moment });
  return (
    <div className="flex items-center gap-2 py-0.5 text-[13px] text-soft">
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

/** Moments with those in which only a line goes on. */
function groupsOf(model: SplitModel, { from, to }: Window): readonly Span[] {
  const groups: Span[] = [];
  for (let i = from; i < to; i += 1) {
    if (i > from && isStepOnly(model, i)) groups[groups.length - 1] = { ...groups.at(-1)!, last: i };
    else groups.push({ first: i, last: i });
  }
  return groups;
}

/** Least width of a column in which nothing but a line goes one note further. */
const STEP_WIDTH = 20;

/** The same cell as in the moment before, or the next step of the same bar's line. */
function goesOnAt({ moments, bars }: SplitModel, i: number, player: Player): boolean {
  const before = moments[i - 1]?.places[player];
  const here = moments[i]!.places[player];
  if (before?.bar !== here?.bar) return false;
  if (before?.index === here?.index) return true;
  const list = here ? bars[here.bar]?.cells[player] : undefined;
  const isLine = (place: typeof before) => {
    const cell = place ? list?.[place.index] : undefined;
    return cell !== undefined && isStep(cell);
  };
  return isLine(before) && isLine(here);
}

/** True for a moment that only stands there because somebody's line goes on. */
function isStepOnly(model: SplitModel, i: number): boolean {
  const moment = model.moments[i]!;
  return i > 0 && !moment.chordStarts && PLAYERS.every((p) => goesOnAt(model, i, p));
}

/** The line of the bar a cell stands in, as text; null for any other cell. */
function lineOf(model: SplitModel, moment: Moment, player: Player): string | null {
  const place = moment.places[player];
  const bar = place ? model.bars[place.bar] : undefined;
  const line = bar?.lines?.[player];
  if (!place || !bar || !line || !isStep(bar.cells[player][place.index]!)) return null;
  return formatLine(line, {
    meter: model.playing.meter,
    strings: model.song.players[player].tuning.length,
  });
}

function CellBox({ model, player, span }: { model: SplitModel; player: Player; span: Span }) {
  const { desk } = usePorts();
  const { moments, momentIndex, selection, inSection } = model;
  const first = moments[span.first]!;
  const last = moments[span.last]!;
  const cell = first.cells[player];
  const covers = momentIndex >= span.first && momentIndex <= span.last;
  const isNow = covers && selection.player === player;
  const flags = flagsFor(model, { player, span, inSection });
  const push = pushOf(model, first, player);
  const line = lineOf(model, first, player);
  return (
    <button
      type="button"
      role="gridcell"
      aria-selected={isNow}
      data-now={isNow}
      data-cell={`${player}-${span.first}`}
      style={{ gridColumn: `span ${span.last - span.first + 1}` }}
      onClick={() =>
        desk.getState().select({ moment: line !== null && covers ? momentIndex : span.first, player })
      }
      className={`relative flex min-w-0 flex-col rounded-md border-2 bg-sheet px-2 pt-1 pb-1 text-left ${
        isNow ? 'border-ink' : covers ? PLAYER_BORDER[player] : 'border-line'
      } ${cell.kind === 'open' ? 'border-dashed' : ''}`}
    >
      <span className="sr-only">
        {PLAYER_WORDS[player]}, bar {first.bar + 1}:
      </span>
      <span className="flex w-full items-start gap-1">
        <span className="truncate text-[14px] font-bold big:text-[20px]">
          {line === null ? words(model, first, player) : 'line'}
        </span>
        <span className="ml-auto flex shrink-0 items-center gap-1">
          {flags.slice(0, 2).map((f) => (
            <span
              key={f.kind}
              title={f.text}
              className={`rounded px-1 text-[11px] leading-4 font-bold text-on-mark ${f.level === 'clash' ? 'bg-clash' : 'bg-watch'}`}
            >
              {findingWords(f.kind)}
            </span>
          ))}
          {cell.kind !== 'open' && cell.guess && <span title="a guess">≈</span>}
          {hasBeside(model, first, player) && <span title="another way is kept beside it">⇄</span>}
          {isLocked(cell) && <Lock size={14} aria-label="locked" />}
        </span>
      </span>
      <span className="flex w-full min-w-0 items-baseline gap-2 leading-5 big:leading-9">
        <span className={`frets shrink-0 text-[15px] font-bold big:text-[24px] ${PLAYER_TEXT[player]}`}>
          {push && <span title={push}>‹</span>}
          {line === null && cell.kind === 'grip'
            ? `${leadText(cell)}${formatGrip(cell.grip)}${offText(cell)}`
            : ''}
        </span>
        <span
          className={`truncate text-[13px] big:text-[18px] ${line === null ? 'text-soft' : 'frets'}`}
          title={line ?? undefined}
        >
          {line?.replace(/ \.(?= |$)/g, '') ?? noteNames(model, first, player)}
        </span>
      </span>
      <span className="mt-auto w-full">
        <HitStrip
          player={player}
          marks={model.marks[player]}
          from={first.start}
          to={last.start + last.ticks}
        />
      </span>
    </button>
  );
}

/** Another grip, or another way to play the bar, is kept beside it. */
function hasBeside({ bars }: SplitModel, { cells, bar, at }: Moment, player: Player): boolean {
  const cell = cells[player];
  if (cell.kind !== 'open' && (cell.or?.length ?? 0) > 0) return true;
  return at === 0 && (bars[bar]?.beside?.[player]?.length ?? 0) > 0;
}

function flagsFor(
  model: SplitModel,
  cell: { player: Player; span: Span; inSection: readonly Finding[] },
): readonly Finding[] {
  const covered = model.moments.slice(cell.span.first, cell.span.last + 1);
  const seen = new Set<string>();
  return cell.inSection.filter((f) => {
    const mine =
      f.level !== 'note' &&
      f.kept === null &&
      f.players.includes(cell.player) &&
      covered.some((m) => isAt(f, m)) &&
      !seen.has(f.kind);
    if (mine) seen.add(f.kind);
    return mine;
  });
}

function words(model: SplitModel, moment: Moment, player: Player): string {
  const cell = moment.cells[player];
  if (cell.kind === 'open') return 'open';
  if (cell.kind === 'rest') return 'rest';
  const pitches = cellPitches(cell, model.song.players[player]);
  return pitches.length === 0 ? 'silent' : deviceWords(deviceOf(pitches, moment.chord));
}

function noteNames(model: SplitModel, moment: Moment, player: Player): string {
  const cell = moment.cells[player];
  if (cell.kind !== 'grip') return cell.kind === 'open' ? 'for the splitter to choose' : '';
  return cellPitches(cell, model.song.players[player])
    .map((m) => pretty((moment.chord && toneName(moment.chord, m)) ?? spell(m, model.playing.key)))
    .join(' ');
}

function pushOf(model: SplitModel, moment: Moment, player: Player): string | null {
  const place = moment.places[player];
  const placed = place && model.bars[place.bar]?.cells[player][place.index];
  if (!placed || placed.push === 0) return null;
  return placed.push === 480 ? 'an eighth early' : 'a sixteenth early';
}
