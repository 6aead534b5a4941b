import { fail, finished, ok, type Result } from '../base/index';
import { asPlayed, differingPasses, PLAYER_WORDS, PLAYERS, type Player } from '../form/index';
import { openStrings } from '../instrument/index';
import { applyEdit, cellAt, sectionNamed, type CellAddress, type CellChange, type Song } from '../song/index';
import { NTHS, solve, type Solution } from '../solver/index';
import type { Candidate } from './candidate';
import { problemInSteps, type Scope, type SplitProblem } from './problem';
import { addressOf } from './slots';
import { cellOf } from './vocabulary';

/** What the splitter proposes; the song changes only when the player takes it. */
export interface Proposal {
  readonly changes: readonly CellChange[];
  /** Points of what was solved, and the proven lower bound over the whole vocabulary. */
  readonly cost: number;
  readonly bound: number;
  /** What could not be had, in plain words; the best that is possible was done instead. */
  readonly notes: readonly string[];
}

/** How far a split is, 0 … 1, and the best answer so far, which may already be shown. */
export interface SplitProgress {
  readonly share: number;
  readonly first: Proposal | null;
}

export type SplitWork = Generator<SplitProgress, Proposal>;

type Chosen = Solution<Candidate>['chosen'];

/** What to split: null for all sections, a section, or some cells of one. */
export type SplitTarget =
  string | null | { readonly section: string; readonly cells: readonly CellAddress[] };

/**
 * Fills every open cell of a section (null: of all sections, as one chain), with whatever is locked or written left
 * alone; for single cells, fills those whether they are written or not, unless locked. Passes that differ are filled
 * after the section itself. The work is cut into small steps: run it with `finish`, or step by step to show progress
 * and to stop. A section that is not there is a RangeError.
 */
export function* splitSong(song: Song, target: SplitTarget): SplitWork {
  const cells = target !== null && typeof target === 'object' ? target.cells : null;
  const name = target !== null && typeof target === 'object' ? target.section : target;
  const sections = name === null ? null : [name];
  const reopens = cells && ((at: CellAddress) => cells.some((c) => sameAddress(c, at)));
  const scope = (pass: number, names: readonly string[] | null): Scope =>
    reopens ? { sections: names, pass, reopens } : { sections: names, pass };

  const main = yield* solved(song, scope(1, sections), 0, 0.98);
  const changes = [...main.changes];
  let now = applyEdit(song, { kind: 'setCells', changes });
  for (const section of now.sections.filter((s) => name === null || s.name === name)) {
    for (const pass of differingPasses(section).filter((p) => p !== 1)) {
      const more = yield* solved(now, scope(pass, [section.name]), 0.98, 1);
      now = applyEdit(now, { kind: 'setCells', changes: more.changes });
      changes.push(...more.changes);
    }
  }
  // What differs in one playing alone is filled around the section as it is now.
  for (const [entry, { section: own, times, variants }] of now.form.entries()) {
    const section = variants && (name === null || own === name) ? sectionNamed(now, own) : null;
    if (!section) continue;
    for (const pass of differingPasses(asPlayed(section, { times, variants }))) {
      const more = yield* solved(now, { ...scope(pass, [own]), entry }, 0.98, 1);
      now = applyEdit(now, { kind: 'setCells', changes: more.changes });
      changes.push(...more.changes);
    }
  }
  return { changes, cost: main.cost, bound: main.bound, notes: main.notes };
}

/** Share of the work that is finding out what everybody could play. */
const SLOTS_SHARE = 0.1;

function* solved(song: Song, scope: Scope, from: number, to: number): Generator<SplitProgress, Proposal> {
  const at = (share: number) => from + (to - from) * share;
  const slots = problemInSteps(song, scope);
  let made = slots.next();
  while (!made.done) {
    yield { share: at(SLOTS_SHARE * made.value), first: null };
    made = slots.next();
  }
  const problem = made.value;
  const work = solve(problem.chain);
  let step = work.next();
  let shown: { chosen: Chosen; first: Proposal | null } = { chosen: [], first: null };
  function* changed(chosen: Chosen, share: number): Generator<SplitProgress, readonly CellChange[]> {
    const changes = changesInSteps(song, problem, chosen);
    let next = changes.next();
    while (!next.done) {
      yield { share, first: shown.first };
      next = changes.next();
    }
    return next.value;
  }
  while (!step.done) {
    const { share, cost, chosen } = step.value;
    if (chosen !== shown.chosen) {
      const isShown = chosen.length > 0 && scope.pass === 1;
      const changes = isShown ? yield* changed(chosen, at(SLOTS_SHARE + (1 - SLOTS_SHARE) * share)) : [];
      shown = { chosen, first: isShown ? { changes, cost, bound: 0, notes: [] } : null };
    }
    yield { share: at(SLOTS_SHARE + (1 - SLOTS_SHARE) * share), first: shown.first };
    step = work.next();
  }
  const { chosen, cost, bound } = step.value;
  return { changes: yield* changed(chosen, at(0.99)), cost, bound, notes: notesOf(song, problem) };
}

/** The cells a solution fills, in the order of the slots. */
export function changesOf(song: Song, problem: SplitProblem, chosen: Chosen): readonly CellChange[] {
  return finished(changesInSteps(song, problem, chosen));
}

function* changesInSteps(
  song: Song,
  problem: SplitProblem,
  chosen: Chosen,
): Generator<undefined, readonly CellChange[]> {
  const changes: CellChange[] = [];
  for (const [s, slot] of problem.slots.entries()) {
    yield;
    if (slot.isEnd) continue;
    for (const p of NTHS) {
      if (!slot.open[p]) continue;
      const at = addressOf(slot, slot.moments[0]!, PLAYERS[p]!);
      if (at === null || cellAt(song, at) === null) continue;
      changes.push({ at, cell: cellOf(chosen[s]![p]) });
    }
  }
  return changes;
}

/** What stood in the way: chords nobody can hold, wishes nothing meets, a bass that is no lower than a guitar. */
function notesOf(song: Song, { slots }: SplitProblem): readonly string[] {
  const notes = new Set<string>();
  for (const slot of slots) {
    PLAYERS.forEach((player, p) => {
      const missing = slot.missing[p];
      const [moment] = slot.moments;
      const where = `${slot.section}, bar ${moment!.bar + 1}`;
      if (missing === 'grip') {
        notes.add(
          `${PLAYER_WORDS[player]} has no grip for ${moment!.chordText} within this hand (${where}): it rests there. A larger hand, another tuning or a simpler symbol would help.`,
        );
      }
      if (missing === 'wish') {
        notes.add(
          `Nothing ${PLAYER_WORDS[player]} can hold for ${moment!.chordText} meets what is asked of it (${where}): the best without that stands there.`,
        );
      }
    });
  }
  const lowest = (player: Player) => {
    const rig = song.players[player];
    return Math.min(...openStrings(rig)) + rig.capo;
  };
  const under = (['guitar1', 'guitar2'] as const).filter((g) => lowest(g) < lowest('bass'));
  if (under.length > 0 && slots.length > 0) {
    const who = under.map((g) => PLAYER_WORDS[g]).join(' and ');
    notes.add(`${who} can go below the bass in these tunings: the lowest note may not be the bass’s.`);
  }
  return [...notes].slice(0, MOST_NOTES);
}

const MOST_NOTES = 5;

function sameAddress(a: CellAddress, b: CellAddress): boolean {
  return (
    a.section === b.section &&
    a.pass === b.pass &&
    a.player === b.player &&
    a.bar === b.bar &&
    a.index === b.index
  );
}

/** Runs the work to its end, or until `shouldStop` says so between two steps. */
export function finish(
  work: SplitWork,
  options: { onProgress?: (progress: SplitProgress) => void; shouldStop?: () => boolean } = {},
): Result<Proposal, 'stopped'> {
  let step = work.next();
  while (!step.done) {
    if (options.shouldStop?.()) return fail('stopped');
    options.onProgress?.(step.value);
    step = work.next();
  }
  return ok(step.value);
}
