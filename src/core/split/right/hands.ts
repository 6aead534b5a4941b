import { barsOnPass, PLAYERS, type Player } from '../../form/index';
import { materialOf, type HitsChange, type OnPass, type Song } from '../../song/index';
import { NTHS, type Chain, type Choices, type Nth, type PerLane, type Stage } from '../../solver/index';
import { planOf } from '../plan-of';
import { choicesIn, figuresOf, Kinds } from './bar-options';
import { draftOf, earlierThan } from './draft';
import { eighthsIn, type FigureName } from './figures';
import {
  fullPoints,
  OTHER_FIGURE_POINTS,
  ownHandCosts,
  pairHandCosts,
  type HandCosts,
  type HandSeat,
} from './hand-costs';
import { jointsOf } from './hand-joint';
import { motifsOf, nameOf, writtenIn } from './motifs';
import type { HandOption } from './option';
import { HAND_PLANS, type HandPlan } from './wants';

/** One bar of a section as its right hands see it. */
export interface HandSlot {
  readonly bar: number;
  readonly seats: PerLane<HandSeat>;
  readonly open: PerLane<boolean>;
  readonly plan: HandPlan;
  readonly stage: Stage<HandOption>;
}

/** The right hands of a section on one pass: what is open is for the solver to choose. */
export interface HandProblem {
  readonly at: OnPass;
  readonly slots: readonly HandSlot[];
  readonly chain: Chain<HandOption>;
}

/**
 * What the right hands of a section may do on a pass, bar by bar: figures of the plan, what follows from what a partner
 * has written, and what the player strikes elsewhere in the song; bars with hits or a line are decided. `reopens`: take
 * written hits as open, too. Null where the section is not there or its metre has no eighths.
 */
export function handProblem(
  song: Song,
  at: OnPass,
  { reopens = () => false }: { reopens?: (player: Player, bar: number) => boolean } = {},
): HandProblem | null {
  const material = materialOf(song, at.section, at.entry);
  if (!material || eighthsIn(material.meter) === null) return null;
  const { section, meter, tempo } = material;
  const bars = barsOnPass(section, at.pass);
  const plan = HAND_PLANS[planOf(song, at.section).name];
  const motifs = motifsOf(song, bars, meter);
  const kinds = new Kinds();
  const before = earlierThan(song, at.section);
  const drafts = bars.map((_, b) => draftOf(song, { section, bars, b, meter, tempo, plan, before, reopens }));
  const isOpen = (player: Player, b: number) => drafts[b]!.open[PLAYERS.indexOf(player) as Nth];
  const writtenOf = (player: Player) => {
    const found = new Set<FigureName>();
    drafts.forEach(({ grounds }, b) => {
      const pattern = isOpen(player, b) ? null : writtenIn(bars, b, player);
      if (pattern === null) return;
      for (const name of figuresOf(pattern, grounds[PLAYERS.indexOf(player) as Nth])) {
        found.add(name);
        kinds.link(nameOf('same', pattern), name);
      }
    });
    return found;
  };
  const written = { guitar1: writtenOf('guitar1'), guitar2: writtenOf('guitar2'), bass: writtenOf('bass') };
  const known = new Map<string, Choices<HandOption>>();
  const lists = drafts.map(
    (draft, b) =>
      NTHS.map((p) =>
        choicesIn(draft, p, { bars, b, meter, kinds, motifs, isOpen, written, known }),
      ) as unknown as Stage<HandOption>['choices'],
  );
  const steps = kinds.steps();
  const jointFor = jointsOf(plan);
  const slots = drafts.map((draft, b): HandSlot => {
    return {
      bar: b,
      seats: draft.seats,
      open: draft.open,
      plan,
      stage: {
        choices: lists[b]!,
        held: [false, false, false],
        joint: jointFor(draft.seats),
        steps: b === 0 ? [null, null, null] : [steps, steps, steps],
      },
    };
  });
  return { at, slots, chain: { stages: slots.map((slot) => slot.stage) } };
}

/** What was chosen, as changes of the bars that were open. */
export function handChanges(
  problem: HandProblem,
  chosen: readonly (readonly [HandOption, HandOption, HandOption])[],
): readonly HitsChange[] {
  return problem.slots.flatMap((slot, s) =>
    NTHS.flatMap((p): readonly HitsChange[] => {
      const option = chosen[s]![p];
      if (!slot.open[p] || option.pattern === null) return [];
      return [{ ...problem.at, player: PLAYERS[p]!, bar: slot.bar, hits: option.pattern }];
    }),
  );
}

/** What one player's right hand costs in a bar beside what the others do there, by name. */
export function handCostsOf(
  { slots }: HandProblem,
  chosen: readonly (readonly [HandOption, HandOption, HandOption])[],
  { bar, lane }: { bar: number; lane: Nth },
): HandCosts {
  const { seats, plan } = slots[bar]!;
  const three = chosen[bar]!;
  const costs: HandCosts = { ...ownHandCosts(three[lane], seats[lane]) };
  const add = (more: HandCosts) => {
    for (const [name, points] of Object.entries(more) as [keyof HandCosts, number][]) {
      costs[name] = (costs[name] ?? 0) + points;
    }
  };
  for (const [x, y] of PAIRS) {
    if (x === lane || y === lane) add(pairHandCosts(three[x], three[y], { a: seats[x], b: seats[y], plan }));
  }
  const before = chosen[bar - 1]?.[lane];
  if (before && before.kind !== three[lane].kind && before.kind > 0) add({ phrase: OTHER_FIGURE_POINTS });
  const strokes = three.reduce((sum, o) => sum + o.strokes.length, 0);
  add({ full: fullPoints(strokes, seats[0]) });
  return costs;
}

const PAIRS = [
  [0, 1],
  [0, 2],
  [1, 2],
] as const;
