import { DEFAULT_PLAN, PLANS, type Plan, type Role } from './plan';
import type { Instrument } from '../instrument/index';
import { PLAYERS, type Cell, type Player } from '../form/index';
import { enumerateGrips, gripPitches, knowGrip, type KnownGrip } from '../grip/index';
import { parseNote, type Key } from '../pitch/index';
import { momentsOf, sectionNamed, unfold, type CellAddress, type Moment, type Song } from '../song/index';
import { ticksToSeconds } from '../time/index';
import { candidateOf, ownPoints, REST, type Candidate, type Seat } from './candidate';

/** One moment of a section as the solver sees it. Order of players: guitar 1, guitar 2, bass. */
export interface Slot {
  readonly moment: Moment;
  readonly seats: readonly [Seat, Seat, Seat];
  /** What each player may do here with its own points, cheapest first; one entry where the cell is fixed. */
  readonly choices: readonly [Choices, Choices, Choices];
  /** True where a player's cell goes on from the slot before: then the same candidate must. */
  readonly held: readonly [boolean, boolean, boolean];
  /** Seconds from the start of the slot before. */
  readonly secondsBefore: number;
}

export interface Choices {
  readonly candidates: readonly Candidate[];
  readonly points: readonly number[];
  /** Cheapest own points of what was pruned away; Infinity when nothing was. */
  readonly prunedFrom: number;
}

export interface SplitProblem {
  readonly section: string;
  readonly pass: number;
  readonly plan: Plan;
  readonly slots: readonly Slot[];
}

/** How many candidates a guitar and the bass keep in a slot (cost grows with the fourth power). */
const KEPT_GUITAR = 26;
const KEPT_BASS = 10;

/** The plan a section is split by: that of its first playing, or the usual one. */
export function planOf(song: Song, section: string): Plan {
  const entry = song.form.find((e) => e.section === section);
  return PLANS[entry?.plan ?? DEFAULT_PLAN];
}

export function keyOf(song: Song, section: string): Key {
  return unfold(song).find((p) => p.entry.section === section)!.key;
}

/** Sets up one section on one pass; every cell that is not open stays what it is. */
export function problemOf(song: Song, section: string, pass: number): SplitProblem {
  const material = sectionNamed(song, section);
  if (!material) throw new RangeError(`No section ${section}`);
  const plan = planOf(song, section);
  const moments = momentsOf(material, { pass, meter: song.meter });
  const slots: Slot[] = [];
  moments.forEach((moment, i) => {
    const before = slots[i - 1];
    const seats = seatsOf(song, { moment, plan });
    const held = [0, 1, 2].map((n) => before !== undefined && holds(before.moment, moment, PLAYERS[n]!));
    const choices = PLAYERS.map((player, n) => {
      const cell = moment.cells[player];
      if (held[n]) return sameAgain(before!.choices[n]!, seats[n]!);
      return cell.kind === 'open' ? openChoices(seats[n]!) : fixedChoice(cell, seats[n]!);
    });
    slots.push({
      moment,
      seats,
      choices: choices as unknown as Slot['choices'],
      held: held as unknown as Slot['held'],
      secondsBefore: before ? ticksToSeconds(before.moment.ticks, song.tempo) : 0,
    });
  });
  return { section, pass, plan, slots };
}

/** Where a slot's cell is written. */
export function addressOf(
  problem: Pick<SplitProblem, 'section' | 'pass'>,
  moment: Moment,
  player: Player,
): CellAddress | null {
  const place = moment.places[player];
  return place
    ? { section: problem.section, pass: problem.pass, player, bar: place.bar, index: place.index }
    : null;
}

export function seatsOf(song: Song, { moment, plan }: { moment: Moment; plan: Plan }): Slot['seats'] {
  const seats = PLAYERS.map((player): Seat => ({
    player,
    instrument: song.players[player],
    role: plan.roles[player],
    chord: moment.chord,
    ticks: moment.cells[player].kind === 'grip' ? moment.soundTicks[player] || moment.ticks : moment.ticks,
    voice: moment.sung ? voiceOf(song) : null,
  }));
  return seats as unknown as Slot['seats'];
}

export function voiceOf(song: Song): Seat['voice'] {
  if (song.voice === null) return null;
  const low = parseNote(song.voice[0]);
  const high = parseNote(song.voice[1]);
  return low.ok && high.ok ? { low: low.value, high: high.value } : null;
}

/** Every grip for the chord, or only rest where there is no chord or the plan leaves the player out. */
export function allCandidates(seat: Seat): readonly Candidate[] {
  if (seat.chord === null || Object.keys(seat.role.devices).length === 0) return [REST];
  const grips = enumerateGrips(seat.chord, seat.instrument, seat.instrument.hand);
  return grips.length === 0 ? [REST] : grips.map(candidateOf);
}

/** A cell that is already decided, even when the hand cannot really hold it. */
export function fixedCandidate(cell: Cell, seat: Pick<Seat, 'instrument' | 'chord'>): Candidate {
  if (cell.kind !== 'grip') return REST;
  const { instrument, chord } = seat;
  const known = knowGrip(cell.grip, { instrument, hand: instrument.hand, chord });
  return 'refused' in known ? candidateOf(unholdable(cell.grip, seat)) : candidateOf(known);
}

function unholdable(grip: KnownGrip['grip'], { instrument }: Pick<Seat, 'instrument'>): KnownGrip {
  const pitches = [...gripPitches(grip, instrument)].sort((a, b) => a - b);
  const hold = { presses: [], fingers: grip.map(() => null), reachMm: 0 };
  return { grip, pitches, device: 'mixed', hold, stops: [], effort: 4 };
}

/** Remembered per instrument and role for each chord, length and voice: songs repeat themselves. */
function openChoices(seat: Seat): Choices {
  let byRole = remembered.get(seat.instrument);
  if (!byRole) remembered.set(seat.instrument, (byRole = new WeakMap()));
  let known = byRole.get(seat.role);
  if (!known) byRole.set(seat.role, (known = new Map()));
  const key = `${seat.chord?.text ?? ''} ${seat.ticks} ${seat.voice ? `${seat.voice.low}-${seat.voice.high}` : ''}`;
  const hit = known.get(key);
  if (hit) return hit;
  const choices = chooseAmong(seat);
  known.set(key, choices);
  return choices;
}

const remembered = new WeakMap<Instrument, WeakMap<Role, Map<string, Choices>>>();

function chooseAmong(seat: Seat): Choices {
  const all = allCandidates(seat).map((candidate) => ({ candidate, points: ownPoints(candidate, seat) }));
  all.sort((a, b) => a.points - b.points);
  const kept = diverse(all, seat.instrument.kind === 'bass' ? KEPT_BASS : KEPT_GUITAR);
  const chosen = new Set(kept);
  const pruned = all.find((one) => !chosen.has(one));
  return {
    candidates: kept.map((one) => one.candidate),
    points: kept.map((one) => one.points),
    prunedFrom: pruned?.points ?? Infinity,
  };
}

/** The cheapest, but not more than half of them of one device, so that every device the plan likes stays in. */
function diverse<T extends { candidate: Candidate }>(sorted: readonly T[], count: number): readonly T[] {
  const perDevice = new Map<string, number>();
  const kept: T[] = [];
  for (const one of sorted) {
    if (kept.length === count) break;
    const device = one.candidate.known?.device ?? 'rest';
    const n = perDevice.get(device) ?? 0;
    if (n >= count / 2) continue;
    perDevice.set(device, n + 1);
    kept.push(one);
  }
  return kept;
}

function fixedChoice(cell: Cell, seat: Seat): Choices {
  const candidate = fixedCandidate(cell, seat);
  return { candidates: [candidate], points: [ownPoints(candidate, seat)], prunedFrom: Infinity };
}

function sameAgain(before: Choices, seat: Seat): Choices {
  const points = before.candidates.map((candidate) => ownPoints(candidate, seat));
  return { candidates: before.candidates, points, prunedFrom: before.prunedFrom === Infinity ? Infinity : 0 };
}

function holds(before: Moment, here: Moment, player: Player): boolean {
  const a = before.places[player];
  const b = here.places[player];
  return a !== null && b !== null && a.bar === b.bar && a.index === b.index;
}
