import { finished } from '../base/index';
import { materialOf, sectionNamed, type CellAddress, type Song } from '../song/index';
import { NTHS, type Chain, type Tie } from '../solver/index';
import { ticksToSeconds } from '../time/index';
import type { Candidate } from './candidate';
import { endSlot, slotsOf, ticksOf, type Slot } from './slots';

/** A chain of slots, and what the solver sees of it: what is solved at once. */
export interface SplitProblem {
  readonly slots: readonly Slot[];
  readonly chain: Chain<Candidate>;
}

/** Which cells may change: what is open, and beyond that whatever `reopens` says of a written cell. */
export interface Scope {
  /** Null: the whole song. */
  readonly sections: readonly string[] | null;
  readonly pass: number;
  /** Place in the form (from 0) of a playing whose own differences are filled; left out: the section as it is written. */
  readonly entry?: number;
  /** Treats an unlocked cell as open though it is written. */
  readonly reopens?: (at: CellAddress) => boolean;
  /** Asked now and then: once it says so, hands stay near the nut in what is still to be looked at. */
  readonly isHurried?: () => boolean;
}

/**
 * The sections of a scope as one chain in the order they are first played; what is not open stays what it is. The last
 * moment before a section and the first after it, where they are played next to it and not in the scope themselves,
 * stand at its ends as they are written. A section played again shares its solution.
 */
export function problemOf(song: Song, scope: Scope): SplitProblem {
  return finished(problemInSteps(song, scope));
}

/** How much of a problem is there, 0 … 1, and its first slots as far as they go. */
export interface ProblemSoFar {
  readonly share: number;
  readonly slots: () => readonly Slot[];
}

/** The same, yielding after each slot. */
export function* problemInSteps(song: Song, scope: Scope): Generator<ProblemSoFar, SplitProblem> {
  const names = scope.sections ?? song.sections.map((s) => s.name);
  for (const name of names) if (!sectionNamed(song, name)) throw new RangeError(`No section ${name}`);
  const wanted = new Set(names);
  const order = firstPlayings(song).filter((name) => wanted.has(name));
  const played = new Set(order);
  const left = names.filter((name) => !played.has(name)); // in no form: solved all the same
  const slots: Slot[] = [];
  const isCrowded = symbolsIn(song, wanted) > MOST_SYMBOLS;
  let last: string | null = null;
  const all = [...order, ...left];
  for (const [done, name] of all.entries()) {
    const before = neighbourOf(song, name, -1);
    const joined = last !== null && before === last;
    if (!joined && before !== null && !wanted.has(before)) {
      const end = endSlot(song, before, { which: 'last', secondsBefore: null });
      if (end) slots.push(end);
    }
    const follows = joined || slots.at(-1)?.section === before;
    const earlier = follows ? (slots.at(-1) ?? null) : null;
    const own: Slot[] = [];
    for (const share of slotsOf(song, name, { ...scope, before: earlier, isCrowded }, own)) {
      yield { share: (done + share) / all.length, slots: () => [...slots, ...own] };
    }
    slots.push(...own);
    const after = neighbourOf(song, name, 1);
    if (after !== null && !wanted.has(after)) {
      const tempo = materialOf(song, name)?.tempo ?? song.tempo;
      const lastOf = slots.at(-1);
      const secondsBefore = lastOf ? ticksToSeconds(ticksOf(lastOf.moments), tempo) : null;
      const start = endSlot(song, after, { which: 'first', secondsBefore });
      if (start) slots.push(start);
      last = null;
    } else last = name;
  }
  return problemFrom(slots);
}

/** Different symbols from which a song counts as crowded: no song we know has a third of them. */
const MOST_SYMBOLS = 72;

function symbolsIn(song: Song, names: ReadonlySet<string>): number {
  const sections = song.sections.filter(({ name }) => names.has(name));
  return new Set(sections.flatMap(({ bars }) => bars.flatMap(({ chords }) => chords.map((c) => c.chord))))
    .size;
}

/** A problem of some slots: a player who chooses for the same symbol again in a section chooses the same. */
export function problemFrom(slots: readonly Slot[]): SplitProblem {
  return { slots, chain: { stages: slots.map((slot) => slot.stage), ties: tiesOf(slots) } };
}

function tiesOf(slots: readonly Slot[]): readonly Tie[] {
  return NTHS.flatMap((lane) => {
    const groups = new Map<string, Map<readonly Candidate[], number[]>>();
    slots.forEach((slot, s) => {
      const { options } = slot.stage.choices[lane];
      if (!slot.open[lane] || slot.isEnd || options.length < 2) return;
      const ofSection = groups.get(slot.section) ?? new Map<readonly Candidate[], number[]>();
      groups.set(slot.section, ofSection);
      ofSection.set(options, [...(ofSection.get(options) ?? []), s]);
    });
    const lists = [...groups.values()].flatMap((ofSection) => [...ofSection.values()]);
    return lists.filter((stages) => stages.length > 1).map((stages) => ({ lane, stages }));
  });
}

/** Sections in the order they are first played. */
function firstPlayings(song: Song): readonly string[] {
  return [...new Set(song.form.map((e) => e.section))];
}

/** The section played next to the first playing of another one, or null. */
function neighbourOf(song: Song, name: string, step: 1 | -1): string | null {
  const at = song.form.findIndex((e) => e.section === name);
  const other = at < 0 ? undefined : song.form[at + step];
  return other && other.section !== name && other.key === song.form[at]!.key ? other.section : null;
}
