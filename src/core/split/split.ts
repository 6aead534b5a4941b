import { fail, ok, type Result } from '../base/index';
import { differingPasses, gripCell, PLAYERS, type Cell } from '../form/index';
import { applyEdit, cellAt, sectionNamed, type CellChange, type Song } from '../song/index';
import { addressOf, problemOf } from './problem';
import { solve } from './solve';

/** What the splitter proposes; the song changes only when the player takes it. */
export interface Proposal {
  readonly changes: readonly CellChange[];
  /** Points of the sections solved, and the proven lower bound over the full vocabulary. */
  readonly cost: number;
  readonly bound: number;
}

/** Progress 0 … 1. */
export type SplitWork = Generator<number, Proposal>;

/**
 * Fills every open cell of a section (null: of all sections), with whatever is locked or written left alone.
 * Passes that differ are filled after the section itself. The work is cut into small steps: run it with `finish`,
 * or step by step to show progress and to stop.
 */
export function* splitSong(song: Song, section: string | null): SplitWork {
  const names = section === null ? song.sections.map((s) => s.name) : [section];
  const changes: CellChange[] = [];
  let now = song;
  let cost = 0;
  let bound = 0;
  for (const [n, name] of names.entries()) {
    const material = sectionNamed(song, name);
    if (!material) throw new RangeError(`No section ${name}`);
    const passes = [1, ...differingPasses(material).filter((p) => p !== 1)];
    for (const [i, pass] of passes.entries()) {
      yield (n + i / passes.length) / names.length;
      const problem = problemOf(now, name, pass);
      const work = solve(problem);
      let step = work.next();
      while (!step.done) {
        yield (n + (i + step.value) / passes.length) / names.length;
        step = work.next();
      }
      const { chosen } = step.value;
      if (pass === passes[0]) {
        cost += step.value.cost;
        bound += step.value.bound;
      }
      const found: CellChange[] = [];
      problem.slots.forEach((slot, s) => {
        PLAYERS.forEach((player, p) => {
          const at = addressOf(problem, slot.moment, player);
          if (at === null || slot.held[p] || cellAt(now, at)?.kind !== 'open') return;
          const { known } = chosen[s]![p]!;
          const cell: Cell = known ? gripCell(known.grip) : { kind: 'rest', locked: false, guess: false };
          found.push({ at, cell });
        });
      });
      now = applyEdit(now, { kind: 'setCells', changes: found });
      changes.push(...found);
    }
  }
  return { changes, cost, bound };
}

/** Runs the work to its end, or until `shouldStop` says so between two steps. */
export function finish(
  work: SplitWork,
  options: { onProgress?: (share: number) => void; shouldStop?: () => boolean } = {},
): Result<Proposal, 'stopped'> {
  let step = work.next();
  while (!step.done) {
    if (options.shouldStop?.()) return fail('stopped');
    options.onProgress?.(step.value);
    step = work.next();
  }
  return ok(step.value);
}
