import { PLAYERS, type Player, type Section } from '../form/index';
import { belongs, type ChordSymbol } from '../pitch/index';
import { loudMaterial, momentsOf, type CellAddress, type Moment, type Song } from '../song/index';
import { ticksToSeconds } from '../time/index';
import { NTHS, type PerLane, type Stage } from '../solver/index';
import { lineOf, type Candidate } from './candidate';
import { ownPoints } from './own-costs';
import type { Plan } from './plan';
import { planOf } from './plan-of';
import { seatsOf, type Seat, type Seats } from './seat';
import { stepsOf } from './step-costs';
import { struckIn, struckOver, type StruckIn } from './struck';
import { jointOf, namedTones, NO_JOINT } from './together';
import {
  choicesFor,
  fixedCandidate,
  SHORT_NECK,
  vocabularyFor,
  type Asked,
  type Vocabulary,
} from './vocabulary';

/** A stretch in which nobody whose part is open changes: what is chosen there is chosen once. */
export interface Slot {
  readonly section: string;
  readonly pass: number;
  /** Place in the form of the playing whose own differences these are; left out: the section's. */
  readonly entry?: number;
  /** One moment, or several over which only parts that are decided move. */
  readonly moments: readonly Moment[];
  readonly plan: Plan;
  readonly seats: Seats;
  /** Whose cell begins here and is for the solver to choose. */
  readonly open: Readonly<PerLane<boolean>>;
  readonly missing: Readonly<PerLane<Vocabulary['missing']>>;
  /** What the solver sees of it. */
  readonly stage: Stage<Candidate>;
  /** True where it only stands at the end of another section: what it costs there is not ours to change. */
  readonly isEnd: boolean;
  /** Looked at when time was short: not all there is took part. */
  readonly isHurried: boolean;
}

/** Which cells of a section may change, and what comes before it. */
export interface SectionScope {
  readonly pass: number;
  readonly entry?: number;
  readonly reopens?: (at: CellAddress) => boolean;
  /** What is played just before; null at a beginning. */
  readonly before: Slot | null;
  /** A great many different symbols are looked at (see `Asked`). */
  readonly isCrowded: boolean;
  /** Asked before each slot: once it says so, hands stay near the nut from there on. */
  readonly isHurried?: () => boolean;
}

/** The slots of a section, one a step, put into `slots`; yields before each how much of it is there, 0 … 1. */
export function* slotsOf(
  song: Song,
  name: string,
  scope: SectionScope,
  slots: Slot[],
): Generator<number, void> {
  const { section, meter, tempo } = loudMaterial(song, name, scope.entry)!;
  const plan = planOf(song, name);
  const moments = momentsOf(section, { pass: scope.pass, meter });
  const struck = struckIn(section, { pass: scope.pass, meter });
  const isOpen = (moment: Moment, player: Player): boolean => {
    const cell = moment.cells[player];
    if (cell.kind === 'open') return moment.places[player] !== null;
    const at = addressOf({ section: name, ...scope }, moment, player);
    return at !== null && !cell.locked && scope.reopens?.(at) === true;
  };
  const groups = grouped(moments, isOpen);
  const asked: Asked = { wishes: section.wishes, common: commonTones(moments) };
  const locks = lockedIn(groups, { song, section, plan });
  const vocabularies: PerLane<Vocabulary>[] = [];
  for (const [i, group] of groups.entries()) {
    yield i / groups.length;
    const [first] = group as [Moment];
    const isHurried = scope.isHurried?.() === true;
    const below = isHurried ? SHORT_NECK.hurried : scope.isCrowded ? SHORT_NECK.crowded : null;
    const seats = seatsOver(song, { section, group, plan, struck });
    const earlier = slots[i - 1];
    const previous = group === groups[0] ? scope.before : earlier!;
    const opens = PLAYERS.map((player) => isOpen(first, player)) as PerLane<boolean>;
    const held = PLAYERS.map(
      (player, p) => opens[p]! && earlier !== undefined && holds(earlier.moments.at(-1)!, first, player),
    ) as PerLane<boolean>;
    const vocabulary = NTHS.map((p): Vocabulary => {
      if (held[p]) return { ...vocabularies[i - 1]![p], missing: null };
      if (opens[p]) return vocabularyFor(seats[p], { ...asked, below });
      const line = group.map((moment) => ({
        candidate: fixedCandidate(moment.cells[PLAYERS[p]!], { ...seats[p], chord: moment.chord }),
        share: moment.ticks / ticksOf(group),
      }));
      return { options: [lineOf(line, i * 3 + p)], missing: null };
    }) as PerLane<Vocabulary>;
    vocabularies.push(vocabulary);
    const seconds = previous ? ticksToSeconds(ticksOf(previous.moments), tempo) : null;
    const choices = NTHS.map((p) =>
      opens[p]
        ? choicesFor(vocabulary[p], seats[p], locks[p].get(first.chordText))
        : { options: vocabulary[p].options, points: [ownPoints(vocabulary[p].options[0]!, seats[p])] },
    ) as unknown as Stage<Candidate>['choices'];
    const beside = [groups[i - 1]?.at(-1)?.chord ?? null, groups[i + 1]?.[0]?.chord ?? null];
    slots.push({
      section: name,
      pass: scope.pass,
      ...(scope.entry === undefined ? {} : { entry: scope.entry }),
      moments: group,
      plan,
      seats,
      open: NTHS.map((p) => opens[p] && !held[p]) as PerLane<boolean>,
      missing: vocabulary.map((v) => v.missing) as unknown as Slot['missing'],
      stage: {
        choices,
        held,
        joint: jointFor(seats, plan, beside),
        steps: NTHS.map((p) => {
          const { instrument, role } = seats[p];
          return seconds === null ? null : stepsOf({ instrument, seconds, role });
        }) as unknown as Stage<Candidate>['steps'],
      },
      isEnd: false,
      isHurried,
    });
  }
}

/** The last or first moment of a section as it is written; null when something in it is still open. */
export function endSlot(
  song: Song,
  name: string,
  of: { which: 'first' | 'last'; secondsBefore: number | null },
): Slot | null {
  const { section, meter } = loudMaterial(song, name)!;
  const moments = momentsOf(section, { pass: 1, meter });
  const moment = of.which === 'first' ? moments[0] : moments.at(-1);
  if (!moment || PLAYERS.some((p) => moment.cells[p].kind === 'open')) return null;
  const plan = planOf(song, name);
  const seats = seatsOf(song, { section, moment, plan });
  const choices = PLAYERS.map((p, n) => ({
    options: [fixedCandidate(moment.cells[p], seats[n]!)],
    points: [0],
  })) as unknown as Stage<Candidate>['choices'];
  const steps = seats.map(({ instrument, role }) =>
    of.secondsBefore === null ? null : stepsOf({ instrument, seconds: of.secondsBefore, role }),
  ) as unknown as Stage<Candidate>['steps'];
  return {
    section: name,
    pass: 1,
    moments: [moment],
    plan,
    seats,
    open: [false, false, false],
    missing: [null, null, null],
    stage: { choices, held: [false, false, false], joint: NO_JOINT, steps },
    isEnd: true,
    isHurried: false,
  };
}

/** Where a moment's cell is written. */
export function addressOf(
  at: { readonly section: string; readonly pass: number; readonly entry?: number },
  moment: Moment,
  player: Player,
): CellAddress | null {
  const place = moment.places[player];
  if (!place) return null;
  const { section, pass, entry } = at;
  const own = entry === undefined ? {} : { entry };
  return { section, pass, player, bar: place.bar, index: place.index, ...own };
}

export function ticksOf(moments: readonly Moment[]): number {
  return moments.reduce((sum, m) => sum + m.ticks, 0);
}

/** Moments put together over which no open part changes and the chord stays: steps of a line, a partner's changes. */
function grouped(
  moments: readonly Moment[],
  isOpen: (moment: Moment, player: Player) => boolean,
): readonly (readonly Moment[])[] {
  const groups: Moment[][] = [];
  for (const moment of moments) {
    const last = groups.at(-1)?.at(-1);
    const goesOn =
      last !== undefined &&
      last.chordText === moment.chordText &&
      last.sounds === moment.sounds &&
      PLAYERS.some((p) => isOpen(moment, p)) &&
      PLAYERS.every(
        (p) => isOpen(last, p) === isOpen(moment, p) && (!isOpen(moment, p) || holds(last, moment, p)),
      );
    if (goesOn) groups.at(-1)!.push(moment);
    else groups.push([moment]);
  }
  return groups;
}

function holds(before: Moment, here: Moment, player: Player): boolean {
  const [a, b] = [before.places[player], here.places[player]];
  return a !== null && b !== null && a.bar === b.bar && a.index === b.index;
}

/** The players over several moments: as long as all of them, under the voice if anybody sings there. */
function seatsOver(
  song: Song,
  of: { section: Section; group: readonly Moment[]; plan: Plan; struck: StruckIn },
): Seats {
  const { section, group, plan, struck } = of;
  const [first] = group as [Moment];
  const from = first.start;
  const to = from + ticksOf(group);
  const sung = group.find((m) => m.sung) ?? first;
  const seats = seatsOf(song, {
    section,
    moment: sung === first ? first : { ...first, sung: true },
    plan,
    struck: struckOver(struck, from, to),
  });
  if (group.length === 1) return seats;
  return seats.map((seat): Seat => ({ ...seat, ticks: ticksOf(group) })) as unknown as Seats;
}

/** A player's locked grips for each symbol of the section. */
function lockedIn(
  groups: readonly (readonly Moment[])[],
  of: { song: Song; section: Section; plan: Plan },
): PerLane<ReadonlyMap<string, readonly Candidate[]>> {
  return PLAYERS.map((player, p) => {
    const locked = new Map<string, readonly Candidate[]>();
    for (const moment of groups.flat()) {
      const cell = moment.cells[player];
      if (cell.kind !== 'grip' || !cell.locked || cell.step || moment.chord === null) continue;
      const seat = seatsOf(of.song, { section: of.section, moment, plan: of.plan })[p]!;
      const candidate = fixedCandidate(cell, seat);
      const before = locked.get(moment.chordText) ?? [];
      if (!before.includes(candidate)) locked.set(moment.chordText, [...before, candidate]);
    }
    return locked;
  }) as unknown as PerLane<ReadonlyMap<string, readonly Candidate[]>>;
}

/** Tones that most of a section's time belong to its chords, the commonest first: what a drone may hold. */
function commonTones(moments: readonly Moment[]): readonly number[] {
  const time = (pc: number) =>
    moments.reduce((sum, { chord, ticks }) => (chord && belongs(chord, pc) ? sum + ticks : sum), 0);
  const whole = moments.reduce((sum, { chord, ticks }) => (chord ? sum + ticks : sum), 0);
  return Array.from({ length: 12 }, (_, pc) => ({ pc, time: time(pc) }))
    .filter((one) => one.time > 0 && one.time >= COMMON_SHARE * whole)
    .sort((x, y) => y.time - x.time || x.pc - y.pc)
    .slice(0, MOST_COMMON)
    .map(({ pc }) => pc);
}

const COMMON_SHARE = 0.5;
const MOST_COMMON = 3;

const joints = new WeakMap<
  Plan,
  Map<string, { readonly seats: Seats; readonly joint: Stage<Candidate>['joint'] }[]>
>();

/** The same object where the same players stand under the same chord for as long: tables are kept by it. */
function jointFor(
  seats: Seats,
  plan: Plan,
  beside: readonly (ChordSymbol | null)[],
): Stage<Candidate>['joint'] {
  const { chord } = seats[0];
  const gain = Math.max(seats[0].instrument.gain, seats[1].instrument.gain);
  const named = namedTones(chord, { plan, gain, beside });
  const key = [
    chord?.text ?? '',
    ...seats.map((s) => s.ticks),
    ...named.map((n) => `${n.pc}:${n.points}`),
  ].join(' ');
  let known = joints.get(plan);
  if (!known) joints.set(plan, (known = new Map()));
  const list = known.get(key) ?? [];
  const hit = list.find((one) =>
    one.seats.every((seat, p) => seat.instrument === seats[p]!.instrument && seat.role === seats[p]!.role),
  );
  if (hit) return hit.joint;
  const joint = jointOf(seats, plan, { chord, named });
  if (list.length >= MOST_JOINTS) list.shift();
  if (known.size >= MOST_JOINTS) known.delete(known.keys().next().value!);
  known.set(key, [...list, { seats, joint }]);
  return joint;
}

/** So many are remembered: songs repeat themselves, but rigs change. */
const MOST_JOINTS = 60;
