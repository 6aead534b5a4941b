import { gripCell, PLAYERS, type Cell, type Player } from '../form/index';
import { deviceWords, formatGrip, sameGrip, shiftBetween, type KnownGrip } from '../grip/index';
import type { Key } from '../pitch/index';
import { effectOf, type Effect } from './effect';
import { momentsOf, sectionNamed, type Moment, type Song } from '../song/index';
import { ticksToSeconds } from '../time/index';
import { allCandidates, addressOf, fixedCandidate, keyOf, planOf, seatsOf } from './problem';
import {
  missingThirdPoints,
  ownPoints,
  pairPoints,
  REST,
  togetherPoints,
  wayPoints,
  type Candidate,
} from './candidate';
import { pitchClass, thirdOf } from '../pitch/index';

/** Something else one player could do in a cell, and what it changes around it. */
export interface Alternative extends Effect {
  readonly cell: Cell;
  /** Null for a rest. */
  readonly known: KnownGrip | null;
  /** Points against the present choice: below 0 is better. */
  readonly difference: number;
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
  const context = contextOf(song, at);
  if (context === null) return [];
  const { covered, seat, now } = context;
  const list = allCandidates(seat)
    .filter((c) => c.known !== null && !(now.known && sameGrip(c.known.grip, now.known.grip)))
    .map((candidate) => ({ candidate, own: ownPoints(candidate, seat) }))
    .sort((a, b) => a.own - b.own)
    .slice(0, WORTH_TRYING)
    .map(({ candidate }) => candidate)
    .map((candidate) => ({ candidate, points: costOf(context, candidate) }))
    .sort((a, b) => a.points - b.points);
  const perDevice = new Map<string, number>();
  const best = list
    .filter(({ candidate }) => {
      const device = candidate.known!.device;
      const n = (perDevice.get(device) ?? 0) + 1;
      perDevice.set(device, n);
      return n <= 3;
    })
    .slice(0, options.most ?? 14);
  const present = costOf(context, now);
  const open = covered[0]!.cells[at.player].kind === 'open';
  const rows = [
    ...(open ? [] : [{ candidate: now, points: present, isNow: true }]),
    ...best.map((b) => ({ ...b, isNow: false })),
    ...(now.known === null && !open
      ? []
      : [{ candidate: REST, points: costOf(context, REST), isNow: false }]),
  ];
  return rows.map(({ candidate, points, isNow }) =>
    describe(context, candidate, { difference: open ? 0 : points - present, isNow }),
  );
}

/** Only the cheapest candidates by themselves are tried together with the others. */
const WORTH_TRYING = 160;

/** "root·fifth 133xxx" or "rest". */
export function wordsFor(alternative: Pick<Alternative, 'known'>): string {
  const { known } = alternative;
  return known === null ? 'rest' : `${deviceWords(known.device)} ${formatGrip(known.grip)}`;
}

interface Context {
  readonly song: Song;
  readonly at: CellChoice;
  readonly key: Key;
  readonly address: NonNullable<ReturnType<typeof addressOf>>;
  /** Moments over which the cell lasts, in order. */
  readonly covered: readonly Moment[];
  readonly seat: ReturnType<typeof seatsOf>[number];
  readonly now: Candidate;
  readonly before: Candidate | null;
  readonly after: Candidate | null;
  readonly secondsBefore: number;
  readonly secondsHere: number;
}

function contextOf(song: Song, at: CellChoice): Context | null {
  const material = sectionNamed(song, at.section);
  if (!material) return null;
  const moments = momentsOf(material, { pass: at.pass, meter: song.meter });
  const moment = moments[at.moment];
  if (!moment) return null;
  const address = addressOf(at, moment, at.player);
  if (address === null) return null;
  const same = (m: Moment | undefined) =>
    m?.places[at.player]?.bar === address.bar && m.places[at.player]?.index === address.index;
  const first = moments.findIndex(same);
  const covered = moments.filter(same);
  const plan = planOf(song, at.section);
  const n = PLAYERS.indexOf(at.player);
  const seat = seatsOf(song, { moment: covered[0]!, plan })[n]!;
  const neighbour = (m: Moment | undefined) =>
    m ? fixedCandidate(m.cells[at.player], { ...seat, chord: m.chord }) : null;
  const seconds = (m: Moment | undefined) => (m ? ticksToSeconds(m.ticks, song.tempo) : 0);
  return {
    song,
    at,
    key: keyOf(song, at.section),
    address,
    covered,
    seat,
    now: fixedCandidate(moment.cells[at.player], seat),
    before: neighbour(moments[first - 1]),
    after: neighbour(moments[first + covered.length]),
    secondsBefore: seconds(moments[first - 1]),
    secondsHere: covered.reduce((sum, m) => sum + seconds(m), 0),
  };
}

/** Points of everything a candidate in this cell touches. */
function costOf(context: Context, candidate: Candidate): number {
  const { song, at, covered, before, after } = context;
  const plan = planOf(song, at.section);
  const mine = PLAYERS.indexOf(at.player);
  let points = 0;
  for (const moment of covered) {
    const seats = seatsOf(song, { moment, plan });
    const all = PLAYERS.map((player, n) =>
      n === mine ? candidate : fixedCandidate(moment.cells[player], seats[n]!),
    );
    points += ownPoints(candidate, seats[mine]!);
    for (const [x, y] of PAIRS) {
      if (x === mine || y === mine) {
        points += pairPoints(all[x]!, all[y]!, { a: seats[x]!, b: seats[y]!, separation: plan.separation });
      }
    }
    const low = Math.min(...all.map((c) => c.low));
    const third = moment.chord ? thirdOf(moment.chord) : null;
    const has = { third: all.some((c) => c.pitches.some((p) => pitchClass(p) === third)) };
    const anyoneOpen = PLAYERS.some((p) => p !== at.player && moment.cells[p].kind === 'open');
    if (low < 900 && !anyoneOpen)
      points += togetherPoints(pitchClass(low), has, {
        chord: moment.chord,
        missingThird: missingThirdPoints(plan, seats),
      });
  }
  const { instrument, role } = context.seat;
  if (before)
    points += wayPoints(before, candidate, {
      instrument,
      moving: role.moving,
      seconds: context.secondsBefore,
    });
  if (after)
    points += wayPoints(candidate, after, { instrument, moving: role.moving, seconds: context.secondsHere });
  return points;
}

function describe(
  context: Context,
  candidate: Candidate,
  is: { difference: number; isNow: boolean },
): Alternative {
  const { covered, song, at, before, seat } = context;
  const cell: Cell = is.isNow
    ? covered[0]!.cells[at.player]
    : candidate.known
      ? gripCell(candidate.known.grip)
      : { kind: 'rest', locked: false, guess: false };
  const change = { at: context.address, cell };
  const effect = is.isNow ? NO_EFFECT : effectOf(song, { kind: 'setCells', changes: [change] });
  const shiftMm =
    before?.known && candidate.known
      ? shiftBetween(before.known.grip, candidate.known.grip, seat.instrument).mm
      : null;
  return { cell, known: candidate.known, difference: is.difference, ...effect, shiftMm, isNow: is.isNow };
}

const NO_EFFECT: Effect = { cures: [], brings: [] };

const PAIRS = [
  [0, 1],
  [0, 2],
  [1, 2],
] as const;
