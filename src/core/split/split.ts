import { finished } from '../base/index';
import { asPlayed, barsOnPass, differingPasses, PLAYERS, type Bar, type Player } from '../form/index';
import {
  applyEdit,
  cellAt,
  materialOf,
  sectionNamed,
  type CellAddress,
  type CellChange,
  type HitsChange,
  type OnPass,
  type PartChange,
  type Song,
} from '../song/index';
import { NTHS, roughly, solve, type Solution } from '../solver/index';
import type { Candidate } from './candidate';
import { followedIn } from './following';
import { notesOf } from './notes';
import { editOf, type Hands, type Proposal, type SplitProgress, type SplitWork } from './proposal';
import { problemFrom, problemInSteps, type Scope, type SplitProblem } from './problem';
import { handChanges, handProblem, type HandProblem } from './right/hands';
import { addressOf, type Slot } from './slots';
import { chokedIn } from './choked';
import { cellOf } from './vocabulary';

type Chosen = Solution<Candidate>['chosen'];

/** What to split: null for all sections, a section, or some cells of one. */
export type SplitTarget =
  string | null | { readonly section: string; readonly cells: readonly CellAddress[] };

export interface SplitOptions {
  /** Left out: both, but for single cells the left. */
  readonly hands?: Hands;
  /** Asked now and then: once it says so, the best so far is taken with the bound that is proven by then. */
  readonly isEnough?: () => boolean;
  /** Asked while it is still being found out what everybody could play: once it says so, how the song begins is shown. */
  readonly isLate?: () => boolean;
  /** The same: once it says so, hands stay near the nut in the rest, and the notes say so. */
  readonly isHurried?: () => boolean;
}

/**
 * Fills every open cell of a section (null: of all sections, as one chain), with whatever is locked or written left
 * alone, then every bar without hits; for single cells, fills those whether they are written or not, unless locked.
 * Bars that a plan makes from a partner's part come first. Passes and playings that differ are filled after the section
 * itself. The work is cut into small steps: run it with `finish`, or step by step to show progress and to stop. A
 * section that is not there is a RangeError.
 */
export function* splitSong(song: Song, target: SplitTarget, options: SplitOptions = {}): SplitWork {
  const cells = target !== null && typeof target === 'object' ? target.cells : null;
  const name = target !== null && typeof target === 'object' ? target.section : target;
  if (name !== null && !sectionNamed(song, name)) throw new RangeError(`No section ${name}`);
  const hands = options.hands ?? (cells ? 'left' : 'both');
  const sum = { changes: [] as CellChange[], hits: [] as HitsChange[], parts: [] as PartChange[] };
  const notes: string[] = [];
  let [cost, bound, now] = [0, 0, song];
  const take = (more: Partial<Pick<Proposal, 'changes' | 'hits' | 'parts'>>) => {
    const { changes = [], hits = [], parts = [] } = more;
    sum.changes.push(...changes);
    sum.hits.push(...hits);
    sum.parts.push(...parts);
    now = applyEdit(now, editOf({ changes, hits, parts }));
  };
  const places = () => placesIn(now, name);
  if (hands !== 'right') {
    const main = { sections: name === null ? null : [name], pass: 1 };
    if (cells === null) yield* followAll();
    const reopens = cells && ((at: CellAddress) => cells.some((c) => sameAddress(c, at)));
    const scope = (of: Scope): Scope => (reopens ? { ...of, reopens } : of);
    const base = { ...sum, parts: [...sum.parts] };
    const work = solved(now, scope(main), { from: 0, to: 0.9, base, ...options });
    const first = yield* work;
    ({ cost, bound } = first);
    notes.push(...first.notes);
    take({ changes: first.changes });
    for (const at of places().filter((place) => place.pass !== 1 || place.entry !== undefined)) {
      const { section, ...rest } = at;
      const more = yield* solved(now, scope({ ...rest, sections: [section] }), {
        from: 0.9,
        to: 0.95,
        base: null,
        ...options,
      });
      take({ changes: more.changes });
    }
  }
  if (hands !== 'left') {
    for (const at of places()) {
      const problem = handProblem(now, at, { reopens: comesElsewhere(at) });
      if (problem === null || problem.slots.every((slot) => !slot.open.some(Boolean))) continue;
      const { isEnough } = options;
      const work = solve(problem.chain, { reach: HANDS_REACH, ...(isEnough ? { isEnough } : {}) });
      let step = work.next();
      while (!step.done) {
        yield { share: 0.97, first: null };
        step = work.next();
      }
      cost += step.value.cost - least(problem);
      bound += step.value.bound - least(problem);
      take({ hits: handChanges(problem, step.value.chosen) });
    }
    if (hands === 'both' && cells === null) yield* answer();
  }
  return { ...sum, cost, bound, notes };

  /**
   * The left hand answers the right one once: chords that are now cut short again and again, chosen here with open strings,
   * are looked for anew around everything else. What is proven is the first choice.
   */
  function* answer(): Generator<SplitProgress, void> {
    const names = new Set(sum.changes.filter(({ at }) => isWrittenOnce(at)).map(({ at }) => at.section));
    for (const section of names) {
      const again = chokedIn(now, section);
      if (again.size === 0) continue;
      const mine = new Set(
        sum.changes.flatMap(({ at }) => (at.section === section && isWrittenOnce(at) ? [placeKey(at)] : [])),
      );
      const reopens = (at: CellAddress) => again.has(placeKey(at)) && mine.has(placeKey(at));
      const scope = { sections: [section], pass: 1, reopens };
      const more = yield* solved(now, scope, { from: 0.97, to: 0.99, base: null, ...options });
      const changed = new Set(more.changes.map(({ at }) => placeKey(at)));
      sum.changes = sum.changes.filter(
        ({ at }) => at.section !== section || !isWrittenOnce(at) || !changed.has(placeKey(at)),
      );
      take({ changes: more.changes });
    }
  }

  /** Bars of a pass whose chords come elsewhere than in the section: what was just chosen there need not fit. */
  function comesElsewhere(at: OnPass): (player: Player, bar: number) => boolean {
    const section =
      at.pass === 1 && at.entry === undefined ? null : materialOf(now, at.section, at.entry)?.section;
    if (!section) return () => false;
    const base = sectionNamed(now, at.section)!.bars;
    const bars = barsOnPass(section, at.pass);
    const starts = (bar: Bar | undefined, player: Player) =>
      bar?.cells[player].map((c) => c.at - c.push).join();
    return (player, b) =>
      sum.hits.some((h) => h.section === at.section && h.pass === 1 && h.player === player && h.bar === b) &&
      bars[b]!.hits[player] === base[b]?.hits[player] &&
      starts(bars[b], player) !== starts(base[b], player);
  }

  function* followAll(): Generator<SplitProgress, void> {
    for (const at of places()) {
      yield { share: 0, first: null };
      const section = materialOf(now, at.section, at.entry)?.section;
      if (!section) continue;
      const followed = followedIn(now, section, { ...at, withHits: hands === 'both' });
      notes.push(...followed.notes);
      take({ parts: followed.parts });
    }
  }
}

function isWrittenOnce({ pass, entry }: CellAddress): boolean {
  return pass === 1 && entry === undefined;
}

function placeKey({ player, bar, index }: CellAddress): string {
  return `${player} ${bar} ${index}`;
}

/** Ends that lead on are thanked for: points are counted from there, so that none is below nothing. */
function least({ chain }: HandProblem): number {
  const own = (points: readonly number[]) => Math.min(0, ...points);
  return chain.stages.reduce((sum, { choices }) => sum + choices.reduce((s, c) => s + own(c.points), 0), 0);
}

/** Every form a section has: as it is written, the passes that differ, and playings that differ in themselves. */
function placesIn(song: Song, name: string | null): readonly OnPass[] {
  const sections = song.sections.filter((s) => name === null || s.name === name);
  const written = sections.flatMap((section) => {
    // The last pass is one of a number once it is known how often the section is played.
    const passes = differingPasses(materialOf(song, section.name)?.section ?? section);
    return [1, ...passes.filter((pass) => pass !== 1)].map((pass): OnPass => ({
      section: section.name,
      pass,
    }));
  });
  // What differs in one playing alone is filled around the section as it is now.
  const playings = song.form.flatMap(({ section: own, times, variants }, entry): readonly OnPass[] => {
    const section = variants && (name === null || own === name) ? sectionNamed(song, own) : null;
    if (!section) return [];
    return differingPasses(asPlayed(section, { times, variants })).map((pass) => ({
      section: own,
      pass,
      entry,
    }));
  });
  return [...written, ...playings];
}

/** Right hands cost less than left ones: fewer of them need to take part at first (measured by us). */
const HANDS_REACH = 150;

/** Share of the work that is finding out what everybody could play. */
const SLOTS_SHARE = 0.1;

interface SolvedOf extends SplitOptions {
  readonly from: number;
  readonly to: number;
  /** What is shown with a first answer besides its cells; null: no first answer is shown. */
  readonly base: Pick<Proposal, 'hits' | 'parts'> | null;
}

type SolvedCells = Pick<Proposal, 'changes' | 'cost' | 'bound' | 'notes'>;

function* solved(song: Song, scope: Scope, of: SolvedOf): Generator<SplitProgress, SolvedCells> {
  const { from, to, base, isEnough, isLate, isHurried } = of;
  const at = (share: number) => from + (to - from) * share;
  const slots = problemInSteps(song, isHurried ? { ...scope, isHurried } : scope);
  let made = slots.next();
  let early: Proposal | null = null;
  while (!made.done) {
    const soFar = made.value;
    if (early === null && base !== null && isLate?.() && soFar.slots().length > 0) {
      early = yield* begun(song, soFar.slots(), { base, share: at(SLOTS_SHARE * soFar.share) });
    }
    yield { share: at(SLOTS_SHARE * soFar.share), first: early };
    made = slots.next();
  }
  const problem = made.value;
  const work = solve(problem.chain, isEnough ? { isEnough } : {});
  let step = work.next();
  let shown: { chosen: Chosen; first: Proposal | null } = { chosen: [], first: early };
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
      const isShown = chosen.length > 0 && base !== null;
      const changes = isShown ? yield* changed(chosen, at(SLOTS_SHARE + (1 - SLOTS_SHARE) * share)) : [];
      shown = { chosen, first: isShown && base ? { ...base, changes, cost, bound: 0, notes: [] } : null };
    }
    yield { share: at(SLOTS_SHARE + (1 - SLOTS_SHARE) * share), first: shown.first };
    step = work.next();
  }
  const { chosen, cost, bound } = step.value;
  return { changes: yield* changed(chosen, at(0.99)), cost, bound, notes: notesOf(song, problem, chosen) };
}

/** How a song begins, from what is cheapest by itself: shown until there is an answer for all of it. */
function* begun(
  song: Song,
  slots: readonly Slot[],
  { base, share }: { base: Pick<Proposal, 'hits' | 'parts'>; share: number },
): Generator<SplitProgress, Proposal> {
  const problem = problemFrom(slots);
  const work = roughly(problem.chain);
  let step = work.next();
  while (!step.done) {
    yield { share, first: null };
    step = work.next();
  }
  const { cost, chosen } = step.value;
  const changes = chosen.length > 0 ? changesOf(song, problem, chosen) : [];
  return { ...base, changes, cost, bound: 0, notes: [] };
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

function sameAddress(a: CellAddress, b: CellAddress): boolean {
  return (
    a.section === b.section &&
    a.pass === b.pass &&
    a.player === b.player &&
    a.bar === b.bar &&
    a.index === b.index
  );
}
