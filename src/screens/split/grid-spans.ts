import { isStep, PLAYERS, type Player } from '../../core/form/index';
import type { SplitModel } from './model';

/** A cell with the moments it lasts over, from `first` to `last`. */
export interface Span {
  readonly first: number;
  readonly last: number;
}

export function cellsOf(model: SplitModel, player: Player, { from, to }: Window): readonly Span[] {
  const spans: Span[] = [];
  for (let i = from; i < to; i += 1) {
    const goesOn = i > from && goesOnAt(model, i, player);
    if (goesOn) spans[spans.length - 1] = { ...spans.at(-1)!, last: i };
    else spans.push({ first: i, last: i });
  }
  return spans;
}

/** Moments that are drawn: from (included) to (not included). */
export interface Window {
  readonly from: number;
  readonly to: number;
}

/** Sections of more moments than this are drawn in part, around the moment that is looked at. */
const MOST_DRAWN = 64;
const DRAWN_STEP = 16;

export function windowOf({ moments, momentIndex }: SplitModel): Window {
  if (moments.length <= MOST_DRAWN) return { from: 0, to: moments.length };
  const block = Math.floor(momentIndex / DRAWN_STEP);
  return {
    from: Math.max(0, (block - 1) * DRAWN_STEP),
    to: Math.min(moments.length, (block + 2) * DRAWN_STEP),
  };
}

/** The model with only the strokes and findings near what is drawn: every cell asks for its own among them. */
export function nearModel(model: SplitModel, { from, to }: Window): SplitModel {
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

/** Moments with those in which only a line goes on. */
export function groupsOf(model: SplitModel, { from, to }: Window): readonly Span[] {
  const groups: Span[] = [];
  for (let i = from; i < to; i += 1) {
    if (i > from && isStepOnly(model, i)) groups[groups.length - 1] = { ...groups.at(-1)!, last: i };
    else groups.push({ first: i, last: i });
  }
  return groups;
}

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
export function isStepOnly(model: SplitModel, i: number): boolean {
  const moment = model.moments[i]!;
  return i > 0 && !moment.chordStarts && PLAYERS.every((p) => goesOnAt(model, i, p));
}
