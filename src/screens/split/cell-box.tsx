import { Lock } from 'lucide-react';
import { isLocked, isStep, leadText, offText, PLAYER_WORDS, type Player } from '../../core/form/index';
import { formatGrip } from '../../core/grip/index';
import { formatLine } from '../../core/line/index';
import type { Moment } from '../../core/song/index';
import { HitStrip, PLAYER_BORDER, PLAYER_TEXT } from '../../views/index';
import { usePorts } from '../ports';
import { cellWords, findingsOfCell, momentInWords, noteNames } from './cell-words';
import { findingWords } from './finding-words';
import type { Span } from './grid-spans';
import type { SplitModel } from './model';

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

export function CellBox({
  model,
  player,
  span,
  onAgain,
}: {
  readonly model: SplitModel;
  readonly player: Player;
  readonly span: Span;
  readonly onAgain?: () => void;
}) {
  const { desk } = usePorts();
  const { moments, momentIndex, selection } = model;
  const first = moments[span.first]!;
  const last = moments[span.last]!;
  const cell = first.cells[player];
  const covers = momentIndex >= span.first && momentIndex <= span.last;
  const isNow = covers && selection.player === player;
  const flags = findingsOfCell(model, { player, span });
  const push = pushOf(model, first, player);
  const line = lineOf(model, first, player);
  return (
    <button
      type="button"
      role="gridcell"
      aria-selected={isNow}
      tabIndex={isNow ? 0 : -1}
      data-now={isNow}
      data-cell={`${player}-${span.first}`}
      style={{ gridColumn: `span ${span.last - span.first + 1}` }}
      onClick={() => {
        if (isNow && onAgain) return onAgain();
        const moment = line !== null && covers ? momentIndex : span.first;
        desk.getState().select({ moment, player });
        desk.getState().say(momentInWords(model, { moment, player }));
      }}
      className={`relative flex min-w-0 flex-col rounded-md border-2 bg-sheet px-2 pt-1 pb-1 text-left ${
        isNow ? 'border-ink' : covers ? PLAYER_BORDER[player] : 'border-line'
      } ${cell.kind === 'open' ? 'border-dashed' : ''}`}
    >
      <span className="sr-only">
        {PLAYER_WORDS[player]}, bar {first.bar + 1}:
      </span>
      <span className="flex w-full items-start gap-1">
        <span
          className="truncate text-[0.875rem] font-bold big:text-[1.25rem]"
          title={line === null ? cellWords(model, first, player) : 'line'}
        >
          {line === null ? cellWords(model, first, player) : 'line'}
        </span>
        <span className="ml-auto flex shrink-0 items-center gap-1">
          {flags.slice(0, 2).map((f) => (
            <span
              key={f.kind}
              title={f.text}
              className={`rounded px-1 text-[0.6875rem] leading-4 font-bold text-on-mark ${f.level === 'clash' ? 'bg-clash' : 'bg-watch'}`}
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
        <span
          className={`frets shrink-0 text-[0.9375rem] font-bold big:text-[1.5rem] ${PLAYER_TEXT[player]}`}
        >
          {push && <span title={push}>‹</span>}
          {line === null && cell.kind === 'grip'
            ? `${leadText(cell)}${formatGrip(cell.grip)}${offText(cell)}`
            : ''}
        </span>
        <span
          className={`truncate text-[0.8125rem] big:text-[1.125rem] ${line === null ? 'text-soft' : 'frets'}`}
          title={line ?? noteNames(model, first, player)}
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

function pushOf(model: SplitModel, moment: Moment, player: Player): string | null {
  const place = moment.places[player];
  const placed = place && model.bars[place.bar]?.cells[player][place.index];
  if (!placed || placed.push === 0) return null;
  return placed.push === 480 ? 'an eighth early' : 'a sixteenth early';
}
