import { finished } from '../base/index';
import { gripCell, PLAYERS, type Cell, type Player } from '../form/index';
import { deviceWords, formatGrip, sameGrip, shiftBetween, type KnownGrip } from '../grip/index';
import { loudMaterial, momentsOf, type CellAddress, type Moment, type Song } from '../song/index';
import { ticksToSeconds } from '../time/index';
import {
  addCosts,
  addressOf,
  allCandidates,
  classesOf,
  fixedCandidate,
  namedTones,
  ownCosts,
  ownPoints,
  pairCosts,
  planOf,
  reasonFor,
  REST,
  seatsOf,
  sumOf,
  togetherCosts,
  wayCosts,
  type Candidate,
  type Costs,
  type Named,
  type Plan,
  type Seats,
} from '../split/index';
import { effectOf, type Effect } from './effect';

/** Something else one player could do in a cell while everything else stays, and what it changes around it. */
export interface Alternative extends Effect {
  readonly cell: Cell;
  /** Null for a rest. */
  readonly known: KnownGrip | null;
  /** Points against the present choice: below 0 is better. */
  readonly difference: number;
  /** What speaks most for it and against it, against the present choice; for the present one, against the others. */
  readonly reason: string;
  /** Along the neck from the player's grip before, in mm, or null at the start. */
  readonly shiftMm: number | null;
  readonly isNow: boolean;
}

/** The player's cell that sounds at a moment of a section on a pass. */
export interface CellChoice {
  readonly section: string;
  readonly pass: number;
  readonly moment: number;
  readonly player: Player;
  /** Place in the form (from 0) of a playing that differs from the section; left out: the section as it is written. */
  readonly entry?: number;
}

/**
 * What the player could do instead, best for the moments the cell covers and the way in and out first; the present
 * choice is always among them, and a rest at the end. At most `most` grips and three of a kind.
 */
export function alternativesFor(
  song: Song,
  at: CellChoice,
  options: { most?: number } = {},
): readonly Alternative[] {
  return finished(alternativesInSteps(song, at, options));
}

/** The same, one alternative a step, so that a page can go on in between. */
export function* alternativesInSteps(
  song: Song,
  at: CellChoice,
  options: { most?: number } = {},
): Generator<undefined, readonly Alternative[]> {
  const context = contextOf(song, at);
  if (context === null) return [];
  const { rows, present, best, open } = rankedRows(context, options.most ?? 14);
  const said: Alternative[] = [];
  for (const row of rows) {
    yield;
    const isNow = row === present;
    const against = isNow ? (best[0]?.costs ?? {}) : present.costs;
    said.push({
      ...described(context, row.candidate, isNow),
      difference: open ? 0 : row.points - present.points,
      reason: open ? '' : reasonFor(row.costs, against),
    });
  }
  return said;
}

/** What `alternativesFor` lists besides the present choice, in its order, without asking what it changes around it. */
export function otherChoices(
  song: Song,
  at: CellChoice,
  most: number,
): readonly Pick<Alternative, 'cell' | 'known'>[] {
  const context = contextOf(song, at);
  if (context === null) return [];
  const { rows, present } = rankedRows(context, most);
  return rows
    .filter((row) => row !== present)
    .map(({ candidate }) => ({ cell: cellOf(context, candidate, false), known: candidate.known }));
}

/** The present choice, what is best for the moments and ways, and a rest. */
function rankedRows(
  context: Context,
  most: number,
): {
  readonly rows: readonly Row[];
  readonly present: Row;
  readonly best: readonly Row[];
  readonly open: boolean;
} {
  const { at, covered, now } = context;
  const seat = context.slots[0]!.seats[context.mine];
  const list = allCandidates(seat)
    .filter((c) => c.known !== null && !(now.known && sameGrip(c.known.grip, now.known.grip)))
    .map((candidate) => ({ candidate, own: ownPoints(candidate, seat) }))
    .sort((a, b) => a.own - b.own)
    .slice(0, WORTH_TRYING)
    .map(({ candidate }) => rowOf(context, candidate))
    .sort((a, b) => a.points - b.points);
  const perDevice = new Map<string, number>();
  const best = list
    .filter(({ candidate }) => {
      const device = candidate.known!.device;
      const n = (perDevice.get(device) ?? 0) + 1;
      perDevice.set(device, n);
      return n <= 3;
    })
    .slice(0, most);
  const present = rowOf(context, now);
  const open = covered[0]!.cells[at.player].kind === 'open';
  const rows = [
    ...(open ? [] : [present]),
    ...best,
    ...(now.known === null && !open ? [] : [rowOf(context, REST)]),
  ];
  return { rows, present, best, open };
}

/** Only the cheapest candidates by themselves are tried together with the others. */
const WORTH_TRYING = 160;

/** "root·fifth 133xxx" or "rest". */
export function wordsFor(alternative: { readonly known: Pick<KnownGrip, 'grip' | 'device'> | null }): string {
  const { known } = alternative;
  return known === null ? 'rest' : `${deviceWords(known.device)} ${formatGrip(known.grip)}`;
}

interface Context {
  readonly song: Song;
  readonly at: CellChoice;
  readonly mine: 0 | 1 | 2;
  readonly address: CellAddress;
  /** Moments over which the cell lasts, in order, and their seats. */
  readonly covered: readonly Moment[];
  readonly slots: readonly { readonly seats: Seats; readonly named: readonly Named[] }[];
  readonly plan: Plan;
  readonly now: Candidate;
  readonly before: Candidate | null;
  readonly after: Candidate | null;
  readonly secondsBefore: number;
  readonly secondsHere: number;
}

function contextOf(song: Song, at: CellChoice): Context | null {
  const material = loudMaterial(song, at.section, at.entry);
  if (!material) return null;
  const { section, meter, tempo } = material;
  const moments = momentsOf(section, { pass: at.pass, meter });
  const moment = moments[at.moment];
  // A line is changed as a whole, not note by note.
  const cell = moment?.cells[at.player];
  if (!moment || !cell || (cell.kind !== 'open' && cell.step)) return null;
  const address = addressOf(at, moment, at.player);
  if (address === null) return null;
  const same = (m: Moment | undefined) =>
    m?.places[at.player]?.bar === address.bar && m.places[at.player]?.index === address.index;
  const first = moments.findIndex(same);
  const covered = moments.filter(same);
  const plan = planOf(song, at.section);
  const mine = PLAYERS.indexOf(at.player) as 0 | 1 | 2;
  const slots = covered.map((m) => {
    const seats = seatsOf(song, { section, moment: m, plan });
    const i = moments.indexOf(m);
    const beside = [moments[i - 1]?.chord ?? null, moments[i + 1]?.chord ?? null];
    const gain = Math.max(seats[0].instrument.gain, seats[1].instrument.gain);
    return { seats, named: namedTones(m.chord, { plan, gain, beside }) };
  });
  const seat = slots[0]!.seats[mine];
  const neighbour = (m: Moment | undefined) =>
    m ? fixedCandidate(m.cells[at.player], { ...seat, chord: m.chord }) : null;
  const seconds = (m: Moment | undefined) => (m ? ticksToSeconds(m.ticks, tempo) : 0);
  return {
    song,
    at,
    mine,
    address,
    covered,
    slots,
    plan,
    now: fixedCandidate(moment.cells[at.player], seat),
    before: neighbour(moments[first - 1]),
    after: neighbour(moments[first + covered.length]),
    secondsBefore: seconds(moments[first - 1]),
    secondsHere: covered.reduce((sum, m) => sum + seconds(m), 0),
  };
}

interface Row {
  readonly candidate: Candidate;
  readonly costs: Costs;
  readonly points: number;
}

/** Everything a candidate in this cell touches, by name. */
function rowOf(context: Context, candidate: Candidate): Row {
  const { at, mine, covered, slots, before, after, plan } = context;
  const costs: Costs = {};
  covered.forEach((moment, i) => {
    const { seats, named } = slots[i]!;
    const all = PLAYERS.map((player, n) =>
      n === mine ? candidate : fixedCandidate(moment.cells[player], seats[n]!),
    );
    addCosts(costs, ownCosts(candidate, seats[mine]));
    for (const [x, y] of PAIRS) {
      if (x !== mine && y !== mine) continue;
      addCosts(costs, pairCosts(all[x]!, all[y]!, { a: seats[x], b: seats[y], plan }));
    }
    if (PLAYERS.some((p) => p !== at.player && moment.cells[p].kind === 'open')) return;
    const low = Math.min(...all.map((c) => c.low));
    const has = all.reduce((bits, c) => bits | classesOf(c), 0);
    addCosts(costs, togetherCosts(low, has, { chord: moment.chord, named }));
  });
  const { instrument, role } = slots[0]!.seats[mine];
  const way = (seconds: number) => ({ instrument, role, seconds });
  if (before) addCosts(costs, wayCosts(before, candidate, way(context.secondsBefore)));
  if (after) addCosts(costs, wayCosts(candidate, after, way(context.secondsHere)));
  return { candidate, costs, points: sumOf(costs) };
}

function described(
  context: Context,
  candidate: Candidate,
  isNow: boolean,
): Omit<Alternative, 'difference' | 'reason'> {
  const { song, before, slots, mine } = context;
  const cell = cellOf(context, candidate, isNow);
  const change = { at: context.address, cell };
  const effect = isNow ? NO_EFFECT : effectOf(song, { kind: 'setCells', changes: [change] });
  const { instrument } = slots[0]!.seats[mine];
  const shiftMm =
    before?.known && candidate.known
      ? shiftBetween(before.known.grip, candidate.known.grip, instrument).mm
      : null;
  return { cell, known: candidate.known, ...effect, shiftMm, isNow };
}

function cellOf({ covered, at }: Context, candidate: Candidate, isNow: boolean): Cell {
  if (isNow) return covered[0]!.cells[at.player];
  return candidate.known ? gripCell(candidate.known.grip) : { kind: 'rest', locked: false, guess: false };
}

const NO_EFFECT: Effect = { cures: [], brings: [] };

const PAIRS = [
  [0, 1],
  [0, 2],
  [1, 2],
] as const;
