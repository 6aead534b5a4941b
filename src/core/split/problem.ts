import { finished } from '../base/index';
import { combinedSounds, PLAYERS, type Cell, type Player, type Section } from '../form/index';
import { enumerateGrips, gripPitches, knowGrip, type Fingering, type KnownGrip } from '../grip/index';
import { parseNote, type ChordSymbol } from '../pitch/index';
import {
  loudestSounds,
  loudMaterial,
  materialOf,
  momentsOf,
  rigIn,
  sectionNamed,
  type CellAddress,
  type Moment,
  type Rig,
  type Song,
} from '../song/index';
import { ticksToSeconds } from '../time/index';
import { candidateOf, missingThirdPoints, ownPoints, REST, type Candidate, type Seat } from './candidate';
import { gainClass } from '../sound/index';
import { DEFAULT_PLAN, type Plan, type Role } from './plan';
import { tunedPlan } from './tune';
import { allows, wishesOf, type Wish } from './wish';

/** One moment of a section as the solver sees it. Order of players: guitar 1, guitar 2, bass. */
export interface Slot {
  readonly section: string;
  readonly pass: number;
  /** Place in the form of the playing whose own differences these are; left out: the section's. */
  readonly entry?: number;
  readonly moment: Moment;
  readonly plan: Plan;
  readonly seats: readonly [Seat, Seat, Seat];
  /** Everything each player may do here with its own points, cheapest first; one entry where the cell is fixed. */
  readonly choices: readonly [Choices, Choices, Choices];
  /** True where a player's cell goes on from the slot before: then the same candidate must. */
  readonly held: readonly [boolean, boolean, boolean];
  /** Seconds from the start of the slot before, or null when none is played before it. */
  readonly secondsBefore: number | null;
  /** Points when nobody has the third. */
  readonly missingThird: number;
  /** True where it only stands at the end of another section: what it costs there is not ours to change. */
  readonly isEnd: boolean;
}

export interface Choices {
  readonly candidates: readonly Candidate[];
  readonly points: readonly number[];
  /** True where the cell is for the solver to choose. */
  readonly open: boolean;
  /** Nobody can play what is asked here: no hand holds the chord, or nothing meets the wishes. */
  readonly missing: 'grip' | 'wish' | null;
}

/** A chain of slots: what is solved at once. */
export interface SplitProblem {
  readonly slots: readonly Slot[];
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
}

/** The plan a section is split by: that of its first playing, or the usual one. */
export function planOf(song: Pick<Song, 'form' | 'players' | 'sections'>, section: string): Plan {
  const entry = song.form.find((e) => e.section === section);
  return tunedPlan(entry?.plan ?? DEFAULT_PLAN, entry?.tune ?? {}, drivenIn(song, section));
}

/** Whose amplifier is driven in a section, by the sounds it is played with. */
export function drivenIn(
  song: Pick<Song, 'players' | 'sections' | 'form'>,
  name: string,
): { readonly guitar1: boolean; readonly guitar2: boolean } {
  const written = sectionNamed(song, name);
  const loud = written && loudestSounds(song, written);
  const section = loud ? { sounds: combinedSounds(written.sounds, loud) } : (written ?? {});
  const isDriven = (player: Player) => gainClass(rigIn(song, player, { section }).gain) !== 'clean';
  return { guitar1: isDriven('guitar1'), guitar2: isDriven('guitar2') };
}

/**
 * The sections of a scope as one chain in the order they are first played; what is not open stays what it is. The last
 * moment before a section and the first after it, where they are played next to it and not in the scope themselves,
 * stand at its ends as they are written. A section played again shares its solution.
 */
export function problemOf(song: Song, scope: Scope): SplitProblem {
  return finished(problemInSteps(song, scope));
}

/** The same, yielding after each moment how much of it is there, 0 … 1. */
export function* problemInSteps(song: Song, scope: Scope): Generator<number, SplitProblem> {
  const names = scope.sections ?? song.sections.map((s) => s.name);
  for (const name of names) if (!sectionNamed(song, name)) throw new RangeError(`No section ${name}`);
  const wanted = new Set(names);
  const order = firstPlayings(song).filter((name) => wanted.has(name));
  const played = new Set(order);
  const left = names.filter((name) => !played.has(name)); // in no form: solved all the same
  const slots: Slot[] = [];
  let last: string | null = null;
  const all = [...order, ...left];
  for (const [done, name] of all.entries()) {
    const before = neighbourOf(song, name, -1);
    const joined = last !== null && before === last;
    if (!joined && before !== null && !wanted.has(before)) {
      const end = endSlot(song, before, 'last');
      if (end) slots.push(end);
    }
    const follows = joined || slots.at(-1)?.section === before;
    const own = sectionSlots(song, name, { scope, before: follows ? (slots.at(-1) ?? null) : null });
    let step = own.next();
    while (!step.done) {
      yield (done + step.value) / all.length;
      step = own.next();
    }
    slots.push(...step.value);
    const after = neighbourOf(song, name, 1);
    if (after !== null && !wanted.has(after)) {
      const start = endSlot(song, after, 'first');
      if (start)
        slots.push({
          ...start,
          secondsBefore: ticksToSeconds(slots.at(-1)!.moment.ticks, tempoIn(song, name)),
        });
      last = null;
    } else last = name;
  }
  return { slots };
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

function* sectionSlots(
  song: Song,
  name: string,
  { scope, before }: { scope: Scope; before: Slot | null },
): Generator<number, readonly Slot[]> {
  const { section, meter, tempo } = loudMaterial(song, name, scope.entry)!;
  const plan = planOf(song, name);
  const wishes = wishesOf(section);
  const moments = momentsOf(section, { pass: scope.pass, meter });
  const slots: Slot[] = [];
  for (const [i, moment] of moments.entries()) {
    const previous = slots[i - 1];
    const seats = seatsOf(song, { section, moment, plan });
    const held = PLAYERS.map((p) => previous !== undefined && holds(previous.moment, moment, p));
    const choices: Choices[] = [];
    const choose = (player: Player, n: number): Choices => {
      if (held[n]) return sameAgain(previous!.choices[n]!, seats[n]!);
      const at = addressOf({ section: name, ...scope }, moment, player);
      const cell = moment.cells[player];
      const reopened = at !== null && cell.kind !== 'open' && !cell.locked && scope.reopens?.(at) === true;
      return cell.kind === 'open' || reopened ? openChoices(seats[n]!, wishes) : fixedChoice(cell, seats[n]!);
    };
    for (const [n, player] of PLAYERS.entries()) {
      choices.push(choose(player, n));
      yield i / moments.length;
    }
    const earlier = previous ?? before;
    slots.push({
      section: name,
      pass: scope.pass,
      ...(scope.entry === undefined ? {} : { entry: scope.entry }),
      moment,
      plan,
      seats,
      choices: choices as unknown as Slot['choices'],
      held: held as unknown as Slot['held'],
      secondsBefore: earlier ? ticksToSeconds(earlier.moment.ticks, tempo) : null,
      missingThird: missingThirdPoints(plan, seats),
      isEnd: false,
    });
  }
  return slots;
}

/** The last or first moment of a section as it is written; null when something in it is still open. */
function endSlot(song: Song, name: string, which: 'first' | 'last'): Slot | null {
  const { section, meter } = loudMaterial(song, name)!;
  const moments = momentsOf(section, { pass: 1, meter });
  const moment = which === 'first' ? moments[0] : moments.at(-1);
  if (!moment || PLAYERS.some((p) => moment.cells[p].kind === 'open')) return null;
  const plan = planOf(song, name);
  const seats = seatsOf(song, { section, moment, plan });
  return {
    section: name,
    pass: 1,
    moment,
    plan,
    seats,
    choices: PLAYERS.map((p, n) => ({
      ...fixedChoice(moment.cells[p], seats[n]!),
      points: [0],
    })) as unknown as Slot['choices'],
    held: [false, false, false],
    secondsBefore: null,
    missingThird: missingThirdPoints(plan, seats),
    isEnd: true,
  };
}

function tempoIn(song: Song, name: string): number {
  return materialOf(song, name)?.tempo ?? song.tempo;
}

/** Where a slot's cell is written. */
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

export function seatsOf(
  song: Song,
  { section, moment, plan }: { section: Pick<Section, 'sounds'>; moment: Moment; plan: Plan },
): Slot['seats'] {
  const seats = PLAYERS.map((player): Seat => ({
    player,
    instrument: rigIn(song, player, { section, bar: moment }),
    role: plan.roles[player],
    chord: moment.chord,
    ticks: moment.cells[player].kind === 'grip' ? moment.soundTicks[player] || moment.ticks : moment.ticks,
    voice: moment.sung ? voiceOf(song) : null,
  }));
  return seats as unknown as Slot['seats'];
}

function voiceOf(song: Song): Seat['voice'] {
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
  let byChord = fixed.get(cell.grip);
  if (!byChord) fixed.set(cell.grip, (byChord = new WeakMap()));
  const hit = byChord.get(chord ?? NO_CHORD);
  if (hit?.rig === instrument && hit.fingers === cell.fingers) return hit.candidate;
  const known = knowGrip(cell.grip, { instrument, hand: instrument.hand, chord, own: cell.fingers });
  const candidate = candidateOf('refused' in known ? unholdable(cell.grip, seat) : known);
  byChord.set(chord ?? NO_CHORD, { rig: instrument, fingers: cell.fingers, candidate });
  return candidate;
}

const NO_CHORD = {};
const fixed = new WeakMap<
  KnownGrip['grip'],
  WeakMap<ChordSymbol | object, { rig: Rig; fingers: Fingering | undefined; candidate: Candidate }>
>();

function unholdable(grip: KnownGrip['grip'], { instrument }: Pick<Seat, 'instrument'>): KnownGrip {
  const pitches = [...gripPitches(grip, instrument)].sort((a, b) => a - b);
  const hold = { presses: [], fingers: grip.map(() => null), reachMm: 0 };
  return { grip, pitches, device: 'mixed', hold, stops: [], effort: 4, reach: 'out' };
}

/** Remembered per instrument and role for each chord, length and voice: songs repeat themselves. */
function openChoices(seat: Seat, wishes: readonly Wish[]): Choices {
  const own = wishes.filter((wish) => wish.player === seat.player);
  if (own.length > 0) return chooseAmong(seat, own);
  let byRole = remembered.get(seat.instrument);
  if (!byRole) remembered.set(seat.instrument, (byRole = new WeakMap()));
  let known = byRole.get(seat.role);
  if (!known) byRole.set(seat.role, (known = new Map()));
  const key = `${seat.chord?.text ?? ''} ${seat.ticks} ${seat.voice ? `${seat.voice.low}-${seat.voice.high}` : ''}`;
  const hit = known.get(key);
  if (hit) return hit;
  const choices = chooseAmong(seat, []);
  known.set(key, choices);
  return choices;
}

const remembered = new WeakMap<Rig, WeakMap<Role, Map<string, Choices>>>();

/** Wishes that nothing can meet are let go rather than leaving a player without a grip. */
function chooseAmong(seat: Seat, wishes: readonly Wish[]): Choices {
  const all = allCandidates(seat);
  const wanted = seat.chord !== null && Object.keys(seat.role.devices).length > 0;
  const hasNothing = wanted && all[0] === REST;
  const wished = all.filter((c) => allows(wishes, c));
  const list = (wished.length > 0 ? wished : all).map((candidate, i) => ({
    candidate,
    points: ownPoints(candidate, seat),
    i,
  }));
  list.sort((a, b) => a.points - b.points || a.i - b.i);
  return {
    candidates: list.map((one) => one.candidate),
    points: list.map((one) => one.points),
    open: true,
    missing: hasNothing ? 'grip' : wished.length === 0 ? 'wish' : null,
  };
}

function fixedChoice(cell: Cell, seat: Seat): Choices {
  const candidate = fixedCandidate(cell, seat);
  return { candidates: [candidate], points: [ownPoints(candidate, seat)], open: false, missing: null };
}

/** The same candidates in the same order, so that a held cell is the same index. */
function sameAgain(before: Choices, seat: Seat): Choices {
  const points = before.candidates.map((candidate) => ownPoints(candidate, seat));
  return { candidates: before.candidates, points, open: before.open, missing: null };
}

export function holds(before: Moment, here: Moment, player: Player): boolean {
  const a = before.places[player];
  const b = here.places[player];
  return a !== null && b !== null && a.bar === b.bar && a.index === b.index;
}

/** The cell a candidate stands for. */
export function cellOf(candidate: Candidate): Cell {
  return candidate.known === null
    ? { kind: 'rest', locked: false, guess: false }
    : { kind: 'grip', grip: candidate.known.grip, locked: false, guess: false };
}
