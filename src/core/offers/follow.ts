import { finished } from '../base/index';
import { PLAYERS, type Cell, type Player } from '../form/index';
import { formatGrip, type KnownGrip } from '../grip/index';
import { cellAt, type CellChange, type Song } from '../song/index';
import { solve, whatIfs, type Solution } from '../solver/index';
import { cellOf, changesOf, problemInSteps, type Candidate, type SplitProblem } from '../split/index';
import type { CellChoice } from './alternatives';

/** Something a player could do in a cell when everybody else not locked may follow, exactly. */
export interface Following {
  readonly cell: Cell;
  /** The grip and its device; null for a rest. */
  readonly known: Pick<KnownGrip, 'grip' | 'device'> | null;
  /** Points of the best section with it against the best section there is: its regret, 0 for the best. */
  readonly regret: number;
  /** The cell itself and every other cell that changes with it, against the song as it is. */
  readonly changes: readonly CellChange[];
}

/** One section solved with everything open that is not locked, ready to be asked. */
export interface Ground {
  readonly problem: SplitProblem;
  readonly solution: Solution<Candidate>;
  readonly song: Song;
}

/** Sections this much dearer than the best, in points, are still answered exactly at once. */
const SLACK = 200;

/** Solves a section around its locks, as if every cell that is not locked were open. Yields its progress, 0 … 1. */
export function* groundOf(song: Song, section: string, pass: number): Generator<number, Ground> {
  const slots = problemInSteps(song, { sections: [section], pass, reopens: () => true });
  let made = slots.next();
  while (!made.done) {
    yield 0.1 * made.value.share;
    made = slots.next();
  }
  const problem = made.value;
  const work = solve(problem.chain, { slack: SLACK });
  let step = work.next();
  while (!step.done) {
    yield 0.1 + 0.9 * step.value.share;
    step = work.next();
  }
  return { problem, solution: step.value, song };
}

/**
 * What the player could do in a cell, in the order of the exact cost of the best section that contains it, with what
 * else would change. Only what costs at most `SLACK` points more than the best; empty when the proof did not close.
 */
export function followingFor(
  ground: Ground,
  at: CellChoice,
  options: { most?: number } = {},
): readonly Following[] {
  const { problem, solution, song } = ground;
  const lane = PLAYERS.indexOf(at.player) as 0 | 1 | 2;
  const stage = slotAt(problem, at, lane);
  if (stage === null) return [];
  const found = finished(
    whatIfs(problem.chain, solution, { stage, lane, slack: SLACK, most: options.most ?? 12 }),
  );
  return found.map(({ option, regret, chosen }) => {
    const changes = changesOf(song, problem, chosen).filter((c) => !isThere(song, c));
    const known = option.known && { grip: option.known.grip, device: option.known.device };
    return { cell: cellOf(option), known, regret, changes };
  });
}

/** The slot in which the open cell of a moment begins; null where there is none. */
function slotAt({ slots }: SplitProblem, at: CellChoice, lane: 0 | 1 | 2): number | null {
  const first = slots.findIndex((slot) => !slot.isEnd);
  let moment = at.moment;
  let s = first;
  while (slots[s] && moment >= slots[s]!.moments.length) {
    moment -= slots[s]!.moments.length;
    s += 1;
  }
  if (!slots[s] || slots[s]!.section !== at.section || slots[s]!.isEnd) return null;
  while (s > 0 && slots[s]!.stage.held[lane]) s -= 1;
  return slots[s]!.open[lane] ? s : null;
}

/** Players whose cells change with a choice, besides the cell itself, and how many cells. */
export function followersOf(
  following: Following,
  at: { readonly player: Player; readonly bar: number; readonly index: number },
): number {
  return following.changes.filter(
    ({ at: c }) => c.player !== at.player || c.bar !== at.bar || c.index !== at.index,
  ).length;
}

function isThere(song: Song, { at, cell }: CellChange): boolean {
  const now = cellAt(song, at);
  if (now?.kind !== cell.kind) return false;
  return now.kind !== 'grip' || cell.kind !== 'grip' || formatGrip(now.grip) === formatGrip(cell.grip);
}
