import {
  barsOnPass,
  PLAYERS,
  sungMarks,
  type Bar,
  type PlacedCell,
  type Player,
  type Section,
} from '../../form/index';
import { gripPitches, type Grip } from '../../grip/index';
import { complementOf, isGuess, sureOf } from '../../hits/index';
import { isSlurred } from '../../line/index';
import { materialOf, rigIn, type HitsChange, type OnPass, type Song } from '../../song/index';
import { barTicks, TICKS_PER_QUARTER, type Meter } from '../../time/index';
import {
  NTHS,
  type Chain,
  type Joint,
  type Nth,
  type PerLane,
  type Stage,
  type Steps,
} from '../../solver/index';
import { opennessOf } from '../plan';
import { planOf } from '../plan-of';
import { eighthsIn, FIGURES, withTail, type Ground } from './figures';
import {
  fullPoints,
  OTHER_FIGURE_POINTS,
  ownHandCosts,
  pairHandCosts,
  type HandCosts,
  type HandSeat,
} from './hand-costs';
import { numberOf, silencesOf, strokesOf, type HandOption } from './option';
import { HAND_PLANS, type HandPlan } from './wants';

/** One bar of a section as its right hands see it. */
export interface HandSlot {
  readonly bar: number;
  readonly seats: PerLane<HandSeat>;
  readonly open: PerLane<boolean>;
  readonly plan: HandPlan;
  readonly eighthTicks: number;
  readonly stage: Stage<HandOption>;
}

/** The right hands of a section on one pass: what is open is for the solver to choose. */
export interface HandProblem {
  readonly at: OnPass;
  readonly slots: readonly HandSlot[];
  readonly chain: Chain<HandOption>;
}

/** Bars in a phrase that repeats and leads on (common practice). */
const PHRASE = 4;

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
  const own = patternsOf(song, meter);
  const kinds = new Kinds();
  const drafts = bars.map((_, b) => draftOf(song, { section, bars, b, meter, tempo, plan, reopens }));
  const lists = drafts.map((draft, b) =>
    NTHS.map((p) => optionsIn(draft, p, { bars, b, meter, kinds, own: own[PLAYERS[p]!] })),
  );
  const steps = kinds.steps();
  /** Bars in which the same grips come at the same time cost the same. */
  const joints = new Map<string, Joint<HandOption>>();
  const jointFor = (seats: PerLane<HandSeat>): Joint<HandOption> => {
    const key = seats.map((seat) => seat.changes.join()).join(' ');
    let joint = joints.get(key);
    if (!joint) joints.set(key, (joint = jointOf(seats, plan)));
    return joint;
  };
  const slots = drafts.map((draft, b): HandSlot => {
    const options = lists[b]!;
    const choices = NTHS.map((p) => ({
      options: options[p]!,
      points: options[p]!.map((o) => sumOf(ownHandCosts(o, draft.seats[p]))),
    })) as unknown as Stage<HandOption>['choices'];
    return {
      bar: b,
      seats: draft.seats,
      open: draft.open,
      plan,
      eighthTicks: TICKS_PER_QUARTER / 2,
      stage: {
        choices,
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

function sumOf(costs: HandCosts): number {
  let sum = 0;
  for (const name in costs) sum += costs[name as keyof HandCosts]!;
  return sum;
}

interface Draft {
  readonly plan: HandPlan;
  readonly seats: PerLane<HandSeat>;
  readonly open: PerLane<boolean>;
  readonly grounds: PerLane<Ground>;
}

function draftOf(
  song: Song,
  of: {
    section: Section;
    bars: readonly Bar[];
    b: number;
    meter: Meter;
    tempo: number;
    plan: HandPlan;
    reopens: (player: Player, bar: number) => boolean;
  },
): Draft {
  const { section, bars, b, meter, tempo, plan, reopens } = of;
  const bar = bars[b]!;
  const length = barTicks(meter);
  const eighth = TICKS_PER_QUARTER / 2;
  const count = eighthsIn(meter)!;
  const marks = sungMarks(bar.voice);
  const sung = Array.from({ length: count }, (_, i) => marks[Math.floor((i * marks.length) / count)] === '~');
  const isLast = b === bars.length - 1;
  const ends = isLast ? 'section' : b % PHRASE === PHRASE - 1 ? 'phrase' : null;
  const grounds = PLAYERS.map((player): Ground => {
    const held = heldIn(bars, b, player, length);
    return {
      meter,
      changes: new Set(held.changes.filter((t) => t % eighth === 0).map((t) => t / eighth)),
      held: (i) => stringsOf(held.at(i * eighth)),
    };
  }) as PerLane<Ground>;
  const guitars = Math.max(
    rigIn(song, 'guitar1', { section, bar }).gain,
    rigIn(song, 'guitar2', { section, bar }).gain,
  );
  const seats = PLAYERS.map((player): HandSeat => {
    const rig = rigIn(song, player, { section, bar });
    const held = heldIn(bars, b, player, length);
    const lows = held.grips.map((grip) => Math.min(...gripPitches(grip, rig)));
    const own = section.hands?.[player]?.strokes ?? rig.strokes;
    return {
      player,
      role: plan.roles[player],
      meter,
      tempo,
      gain: player === 'bass' ? guitars : rig.gain,
      together: plan.together,
      downs: rig.downs,
      allDown: own === 'down',
      low: lows.length > 0 ? Math.min(...lows) : null,
      changes: held.changes,
      sung,
      ends,
    };
  }) as PerLane<HandSeat>;
  const open = PLAYERS.map((player, p) => {
    const isWritten = bar.hits[player] !== null && !reopens(player, b);
    return !isWritten && !bar.lines?.[player] && seats[p]!.low !== null;
  }) as PerLane<boolean>;
  return { plan, seats, open, grounds };
}

/** What a player's left hand does in a bar: new grips with their ticks, and what is held at a tick. */
function heldIn(
  bars: readonly Bar[],
  b: number,
  player: Player,
  length: number,
): { changes: readonly number[]; grips: readonly Grip[]; at: (tick: number) => Grip | null } {
  const own = bars[b]!.cells[player].map((c) => ({ placed: c, start: c.at - c.push }));
  const next = (bars[b + 1]?.cells[player] ?? []).map((c) => ({ placed: c, start: length + c.at - c.push }));
  const here = [...own, ...next].filter(({ start }) => start >= 0 && start < length);
  const pushedOut = own.filter(({ start }) => start < 0).at(-1)?.placed;
  const before = pushedOut ?? lastBefore(bars, b, player);
  const gripOf = (placed: PlacedCell | undefined): Grip | null =>
    placed?.cell.kind === 'grip' ? placed.cell.grip : null;
  const at = (tick: number) => gripOf(here.filter(({ start }) => start <= tick).at(-1)?.placed ?? before);
  const changes = here.filter(({ placed }) => placed.cell.kind === 'grip').map(({ start }) => start);
  const isNew = here.some(({ start }) => start === 0);
  const heard = [...(isNew ? [] : [before]), ...here.map((h) => h.placed)];
  const grips = heard.flatMap((placed) => {
    const grip = gripOf(placed);
    return grip === null ? [] : [grip];
  });
  return { changes, grips, at };
}

function lastBefore(bars: readonly Bar[], b: number, player: Player): PlacedCell | undefined {
  for (let i = b - 1; i >= 0; i -= 1) {
    const last = bars[i]!.cells[player].at(-1);
    if (last) return last;
  }
  return undefined;
}

/** Strings (1 = highest) of a grip, the lowest first. */
function stringsOf(grip: Grip | null): readonly number[] {
  return grip === null ? [] : grip.flatMap((fret, s) => (fret === null ? [] : [grip.length - s]));
}

/** Figures are kinds: going on with the same one costs nothing. */
class Kinds {
  readonly #names: string[] = [DECIDED];

  of(name: string): number {
    const at = this.#names.indexOf(name);
    return at >= 0 ? at : this.#names.push(name) - 1;
  }

  steps(): Steps<HandOption> {
    const n = this.#names.length;
    const table = new Float64Array(n * n);
    for (let a = 1; a < n; a += 1)
      for (let b = 1; b < n; b += 1) if (a !== b) table[a * n + b] = OTHER_FIGURE_POINTS;
    return { kinds: table, between: (a, b) => table[a.kind * n + b.kind]! };
  }
}

const DECIDED = 'decided';

interface OptionsOf {
  readonly bars: readonly Bar[];
  readonly b: number;
  readonly meter: Meter;
  readonly kinds: Kinds;
  /** What this player strikes elsewhere in the song. */
  readonly own: readonly Pattern[];
}

interface Pattern {
  readonly pattern: string;
  readonly words: string;
}

function optionsIn(draft: Draft, p: Nth, of: OptionsOf): readonly HandOption[] {
  const { bars, b, meter, kinds } = of;
  const player = PLAYERS[p]!;
  const bar = bars[b]!;
  if (!draft.open[p]) return [decided(bar, player, meter)];
  const seat = draft.seats[p];
  const ground = draft.grounds[p];
  const options: HandOption[] = [];
  const add = (
    { pattern, name, words }: { pattern: string; name: string; words: string },
    { tail = null, liking = null }: Partial<Pick<HandOption, 'tail' | 'liking'>> = {},
  ) => {
    const kind = kinds.of(name);
    if (options.some((o) => o.pattern === pattern && o.name === name)) return;
    options.push({
      alike: numberOf(`${pattern} ${tail ?? ''}`),
      kind,
      id: kind,
      pattern,
      name,
      words,
      tail,
      liking,
      strokes: strokesOf(pattern, meter),
      silent: silencesOf(pattern, meter),
    });
  };
  const open = opennessOf(seat.gain);
  for (const figure of FIGURES) {
    const likes = (open > 0 ? seat.role.clean[figure.name] : undefined) ?? seat.role.driven[figure.name];
    if (likes === undefined) continue;
    const pattern = figure.bar(ground);
    add({ pattern, ...figure });
    if (seat.ends === null) continue;
    for (const tail of ['stop', 'lead'] as const) {
      if (tail === 'lead' && (figure.name.startsWith('broken') || figure.name === 'long')) continue;
      const ended = withTail(pattern, tail, meter);
      if (ended !== null) add({ ...figure, pattern: ended }, { tail });
    }
  }
  const { together } = draft.plan;
  for (const one of fromPartners(bar, player, draft, meter)) {
    add({ ...one, name: one.words }, { liking: LIKES[one.how][together ? 'together' : 'apart'] });
  }
  for (const one of of.own) add({ ...one, name: one.words }, { liking: OWN_LIKING });
  return options;
}

/** Points for what follows from a partner, where the plan strikes together and where it does not; and for an own pattern. */
const LIKES = {
  same: { together: 0, apart: 140 },
  accents: { together: 60, apart: 20 },
  gaps: { together: 260, apart: 60 },
} as const;
const OWN_LIKING = 40;

/** A bar that is written, a line or a rest. */
function decided(bar: Bar, player: Player, meter: Meter): HandOption {
  const line = bar.lines?.[player];
  const pattern = bar.hits[player];
  const written = pattern === null || line ? null : sureOf(pattern);
  const strokes = line
    ? line
        .filter((step) => step.notes.length > 0 && !isSlurred(step))
        .map((step) => ({
          at: step.at,
          kind: step.muted ? ('mute' as const) : ('ring' as const),
          weak: step.weak,
          string: null,
        }))
    : written === null
      ? []
      : strokesOf(written, meter);
  return {
    alike: numberOf(
      `decided ${strokes.map((s) => `${s.at}${s.kind[0]}${s.weak ? 'w' : ''}`).join()} ${written ?? ''}`,
    ),
    kind: 0,
    id: 0,
    pattern: null,
    name: DECIDED,
    words: 'as written',
    tail: null,
    liking: null,
    strokes,
    silent: written === null ? [] : silencesOf(written, meter),
  };
}

/** What follows from a guitar's written hits: the same, its accents alone, its gaps. */
function fromPartners(
  bar: Bar,
  player: Player,
  draft: Draft,
  meter: Meter,
): readonly (Pattern & { readonly how: keyof typeof LIKES })[] {
  const found: (Pattern & { readonly how: keyof typeof LIKES })[] = [];
  for (const partner of PLAYERS) {
    const written = bar.hits[partner];
    if (partner === player || written === null || draft.open[PLAYERS.indexOf(partner)]) continue;
    const pattern = sureOf(written);
    const who = partner === 'bass' ? 'the bass' : `Guitar ${partner.at(-1)!}`;
    const plain = withoutStrings(pattern);
    if (plain === null) continue;
    found.push({ how: 'same', pattern: plain, words: `the same as ${who}` });
    found.push({
      how: 'accents',
      pattern: plain.replace(/[mMo]/g, '-').replace(/^-/, 'O'),
      words: `${who}’s accents`,
    });
    found.push({ how: 'gaps', pattern: complementOf(plain, meter), words: `${who}’s gaps` });
  }
  return found;
}

/** A pattern of whole strokes; null where it picks strings or does more than strike, mute, hold and stop. */
function withoutStrings(pattern: string): string | null {
  return /^[OoMmXx.\-]+$/.test(pattern) ? pattern : null;
}

/** Patterns each player has written somewhere in the song in this metre, at most a few, the commonest first. */
function patternsOf(song: Song, meter: Meter): Readonly<Record<Player, readonly Pattern[]>> {
  const n = eighthsIn(meter)!;
  const list = (player: Player): readonly Pattern[] => {
    const counts = new Map<string, { count: number; words: string }>();
    for (const section of song.sections) {
      section.bars.forEach((bar, b) => {
        const pattern = bar.hits[player];
        if (pattern === null || isGuess(pattern) || withoutStrings(pattern) === null) return;
        if (pattern.length % n !== 0 || barTicks(meter) % pattern.length !== 0) return;
        const known = counts.get(pattern) ?? { count: 0, words: `as in ${section.name}, bar ${b + 1}` };
        counts.set(pattern, { ...known, count: known.count + 1 });
      });
    }
    return [...counts]
      .sort((x, y) => y[1].count - x[1].count)
      .slice(0, MOST_OWN)
      .map(([pattern, { words }]) => ({ pattern, words }));
  };
  return { guitar1: list('guitar1'), guitar2: list('guitar2'), bass: list('bass') };
}

const MOST_OWN = 4;

/** What three right hands cost together; remembered by what is alike. */
function jointOf(seats: PerLane<HandSeat>, plan: HandPlan): Joint<HandOption> {
  const [a, b, c] = seats;
  const pairs = [pairsOf({ a, b, plan }), pairsOf({ a, b: c, plan }), pairsOf({ a: b, b: c, plan })] as const;
  return {
    table: ([A, B, C]) => {
      const table = new Float64Array(A.length * B.length * C.length);
      let k = 0;
      for (const x of A) {
        for (const y of B) {
          const both = pairs[0](x, y);
          for (const z of C) {
            const strokes = x.strokes.length + y.strokes.length + z.strokes.length;
            table[k] = both + pairs[1](x, z) + pairs[2](y, z) + fullPoints(strokes, a);
            k += 1;
          }
        }
      }
      return table;
    },
  };
}

function pairsOf(of: { a: HandSeat; b: HandSeat; plan: HandPlan }): (x: HandOption, y: HandOption) => number {
  const known = new Map<number, Map<number, number>>();
  return (x, y) => {
    let row = known.get(x.alike);
    if (!row) known.set(x.alike, (row = new Map()));
    let points = row.get(y.alike);
    if (points === undefined) row.set(y.alike, (points = sumOf(pairHandCosts(x, y, of))));
    return points;
  };
}
