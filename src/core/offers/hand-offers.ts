import { finished } from '../base/index';
import { barsOnPass, PLAYERS, type Player } from '../form/index';
import { applyEdit, materialOf, type Edit, type OnPass, type Song } from '../song/index';
import { solve, whatIfs, type Chain, type Nth, type Solution } from '../solver/index';
import {
  eighthsIn,
  handChanges,
  handCostsOf,
  handProblem,
  handReason,
  TAILS,
  type HandOption,
  type HandProblem,
  type Tail,
} from '../split/index';
import { barTicks, TICKS_PER_QUARTER } from '../time/index';
import { pushEdit } from './push-edit';

/** Something the right hand could do, in one bar or throughout the section. */
export interface HandOffer {
  /** The pattern of the bar; of a section that of its first open bar. */
  readonly hits: string;
  /** "muted eighths, open where the chord changes; stops at the end". */
  readonly words: string;
  /** What speaks for it and against it, against what is there or else the best. */
  readonly reason: string;
  /** Points of the best section with it against the best there is: 0 for the best. */
  readonly regret: number;
  readonly edit: Edit;
}

/** Offers this much dearer than the best are still made, in points. */
const SLACK = 500;

/**
 * What a player's right hand could do in a bar (from 0) while everybody's written hits stay, in the order of the exact
 * cost of the section with it. Empty where there is nothing to strike, or a line.
 */
export function handOffersFor(
  song: Song,
  at: OnPass & { readonly player: Player; readonly bar: number },
  { most = 8 }: { most?: number } = {},
): readonly HandOffer[] {
  const { player, bar, ...place } = at;
  const lane = PLAYERS.indexOf(player) as Nth;
  const problem = handProblem(song, place, { reopens: (p, b) => p === player && b === bar });
  if (problem === null || !problem.slots[bar]?.open[lane]) return [];
  const solution = solved(problem.chain, SLACK);
  // The same pattern by two names is offered by the better one.
  const different = new Set<string>();
  const all = finished(
    whatIfs(problem.chain, solution, { stage: bar, lane, slack: SLACK, most: MOST_LOOKED_AT }),
  ).filter(
    ({ option }) =>
      option.pattern !== null && !different.has(option.pattern) && different.add(option.pattern),
  );
  const found = withEveryEnd(all, most);
  const base = handCostsOf(problem, solution.chosen, { bar, lane });
  return found.flatMap(({ option, regret, chosen }): readonly HandOffer[] => {
    if (option.pattern === null) return [];
    const costs = handCostsOf(problem, chosen, { bar, lane });
    const reason = regret === 0 ? '' : handReason(costs, base);
    const edit: Edit = { kind: 'setHits', changes: [{ ...place, player, bar, hits: option.pattern }] };
    return [{ hits: option.pattern, words: wordsOf(option, problem, bar, lane), reason, regret, edit }];
  });
}

/** So many are looked at to find different ones. */
const MOST_LOOKED_AT = 300;

/**
 * The first ones in their order, each figure once, and of each way a bar may end one at least: a place for a fill is not the
 * cheapest end.
 */
function withEveryEnd<I extends { readonly option: HandOption }>(
  all: readonly I[],
  most: number,
): readonly I[] {
  const ends = TAILS.flatMap((tail) => all.find(({ option }) => option.tail === tail) ?? []);
  const figures = all.filter(
    (one, i) => all.findIndex(({ option }) => option.name === one.option.name) === i,
  );
  const missing = ends.filter((one) => !figures.slice(0, most).includes(one));
  const taken = new Set([...figures.slice(0, Math.max(2, most - missing.length)), ...missing]);
  return all.filter((one) => taken.has(one));
}

/**
 * Everybody an eighth early into the bar after this one, with the strokes that are written; null where that bar does not
 * begin with a chord for all who play, somebody has locked it, or it comes early already. Its regret is that of the two
 * bars with everybody's hits chosen anew.
 */
export function pushOffer(
  song: Song,
  at: OnPass & { readonly player: Player; readonly bar: number },
): HandOffer | null {
  const { player: who, bar, ...place } = at;
  const material = materialOf(song, place.section, place.entry);
  if (!material || eighthsIn(material.meter) === null) return null;
  const { section, meter } = material;
  const next = barsOnPass(section, place.pass)[bar + 1];
  const starts = PLAYERS.flatMap((player) => {
    const placed = next?.lines?.[player] ? undefined : next?.cells[player].find((c) => c.at === 0);
    return placed?.cell.kind === 'grip' ? [{ player, placed }] : [];
  });
  const plays = PLAYERS.filter((player) => next?.cells[player].some((c) => c.cell.kind !== 'rest'));
  if (starts.length === 0 || starts.length < plays.length) return null;
  if (starts.some(({ placed }) => placed.push !== 0 || (placed.cell.kind === 'grip' && placed.cell.locked)))
    return null;
  const times = song.form[place.entry ?? song.form.findIndex((e) => e.section === place.section)]?.times ?? 1;
  const edit = pushEdit(
    section,
    { pass: place.pass, times, meter },
    {
      at: (bar + 1) * barTicks(meter),
      players: starts.map(({ player }) => player),
      push: PUSH,
      chord: true,
      isLoud: true,
    },
  );
  if (edit === null) return null;
  const least = (from: Song) => {
    const problem = handProblem(from, place, { reopens: (_, b) => b === bar || b === bar + 1 });
    return problem === null ? 0 : solved(problem.chain, 0).cost;
  };
  const pushed = applyEdit(song, edit);
  const regret = least(pushed) - least(song);
  const now = materialOf(pushed, place.section, place.entry)!.section;
  const hits = barsOnPass(now, place.pass)[bar]!.hits[who] ?? `${'-'.repeat(eighthsIn(meter)! - 1)}O`;
  const words = `everybody an eighth early into bar ${bar + 2}`;
  return { hits, words, reason: 'a push that all share', regret, edit };
}

/** An eighth. */
const PUSH = 480;

/**
 * Figures a player could go through a whole section with, each with the ends that suit it best, in the order of the exact
 * cost; bars with a line stay as they are.
 */
export function sectionHandOffers(
  song: Song,
  at: OnPass & { readonly player: Player },
  { most = 6 }: { most?: number } = {},
): readonly HandOffer[] {
  const { player, ...place } = at;
  const lane = PLAYERS.indexOf(player) as Nth;
  const problem = handProblem(song, place, { reopens: (p) => p === player });
  const first = problem?.slots.find((slot) => slot.open[lane]);
  if (!problem || !first) return [];
  const names = [...new Set(first.stage.choices[lane].options.map((o) => o.name))];
  const all = names.map((name) => {
    const chain = onlyNamed(problem, lane, name);
    return { name, ...solved(chain, 0) };
  });
  const least = Math.min(...all.map((one) => one.cost));
  const patterns = (one: (typeof all)[number]) => one.chosen.map((three) => three[lane].pattern).join();
  const ordered = [...all].sort((a, b) => a.cost - b.cost);
  const sorted = ordered
    .filter((one, i) => ordered.findIndex((other) => patterns(other) === patterns(one)) === i)
    .slice(0, most);
  const base = handCostsOf(problem, sorted[0]!.chosen, { bar: first.bar, lane });
  return sorted.map((one): HandOffer => {
    const option = one.chosen[problem.slots.indexOf(first)]![lane];
    const costs = handCostsOf(problem, one.chosen, { bar: first.bar, lane });
    return {
      hits: option.pattern!,
      words: wordsOf({ ...option, tail: null }, problem, first.bar, lane),
      reason: one.cost === least ? '' : handReason(costs, base),
      regret: one.cost - least,
      edit: {
        kind: 'setHits',
        changes: handChanges(problem, one.chosen).filter((c) => c.player === player),
      },
    };
  });
}

function solved(chain: Chain<HandOption>, slack: number): Solution<HandOption> {
  return finished(solve(chain, { slack }));
}

/** The same with one figure alone for a player, in every bar that knows it. */
function onlyNamed({ slots, chain }: HandProblem, lane: Nth, name: string): Chain<HandOption> {
  const stages = chain.stages.map((stage, s) => {
    if (!slots[s]!.open[lane]) return stage;
    const { options, points } = stage.choices[lane];
    const kept = options.flatMap((o, i) => (o.name === name ? [i] : []));
    if (kept.length === 0) return stage;
    const own = { options: kept.map((i) => options[i]!), points: kept.map((i) => points[i]!) };
    const choices = stage.choices.map((c, p) => (p === lane ? own : c)) as unknown as typeof stage.choices;
    return { ...stage, choices };
  });
  return { stages };
}

/** The figure in words, how it ends, and the room it leaves where somebody sings. */
function wordsOf(option: HandOption, { slots }: HandProblem, bar: number, lane: Nth): string {
  const { seats, stage } = slots[bar]!;
  const { sung } = seats[lane];
  // A figure we have a name for is called by it, whoever wrote it.
  const same = stage.choices[lane].options.find((o) => o.pattern === option.pattern && o.liking === null);
  const { words } = same ?? option;
  const eighth = TICKS_PER_QUARTER / 2;
  const struck = new Set(option.strokes.map((s) => Math.floor(s.at / eighth)));
  const holes = sung.filter((sings, i) => sings && !struck.has(i)).length;
  const { tail } = option;
  const end = tail === null ? '' : `; ${TAIL_WORDS[tail]}`;
  const room = holes > 0 ? `; leaves ${holes} ${holes === 1 ? 'eighth' : 'eighths'} to the voice` : '';
  return `${words}${end}${room}`;
}

const TAIL_WORDS: Readonly<Record<Tail, string>> = {
  stop: 'stops at the end',
  lead: 'leads into the next',
  run: 'runs into the next in sixteenths',
  room: 'holds the last half bar, room for a fill',
};
