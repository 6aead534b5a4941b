import type { Cell } from '../form/index';
import { enumerateGrips, gripPitches, knowGrip, type Fingering, type KnownGrip } from '../grip/index';
import { pitchClass, type ChordSymbol } from '../pitch/index';
import type { Rig } from '../song/index';
import type { Choices } from '../solver/index';
import { candidateOf, isUsual, REST, type Candidate } from './candidate';
import { lastingPoints, passingPoints } from './own-costs';
import { styleFor, type Role } from './plan';
import type { Seat } from './seat';
import * as w from './weights';
import { allows, type Wish } from './wish';

/** What a player may choose from in a slot. */
export interface Vocabulary {
  readonly options: readonly Candidate[];
  /** Nobody can play what is asked here: no hand holds the chord, or nothing meets the wishes. */
  readonly missing: 'grip' | 'wish' | null;
}

/** What is asked of a player in a section besides the plan. */
export interface Asked {
  readonly wishes: readonly Wish[];
  /** Tones that many chords of the section have, for one who drones. */
  readonly common: readonly number[];
  /** Where nothing is asked of a player, hands stay below this fret (above the capo); left out: the whole neck. */
  readonly below?: number | null;
}

/** Where hands stay when a great many different symbols are looked at, and when time is short. */
export const SHORT_NECK = { crowded: 14, hurried: 7 } as const;

/** Every grip for the chord, or only rest where there is no chord or the plan leaves the player out. */
export function allCandidates(seat: Seat): readonly Candidate[] {
  if (seat.chord === null || Object.keys(styleFor(seat.role, seat.instrument.gain).devices).length === 0)
    return [REST];
  const grips = enumerateGrips(seat.chord, seat.instrument, seat.instrument.hand);
  return grips.length === 0 ? [REST] : grips.map(candidateOf);
}

const vocabularies = new WeakMap<Rig, WeakMap<Role, Map<string, Vocabulary>>>();

/**
 * What a player's plan knows for a chord in this sound: grips of its devices, of those that sound the same the easiest
 * few and every usual one. The same list for the same symbol, whatever stands around it: so a player can be asked for
 * the same grip. Wishes that nothing can meet are let go rather than leaving a player without a grip.
 */
export function vocabularyFor(seat: Seat, { wishes, common, below = null }: Asked): Vocabulary {
  const own = wishes.filter((wish) => wish.player === seat.player);
  const drones = seat.role.drones ? common : [];
  const neck = own.length === 0 ? below : null;
  const key = `${seat.chord?.text ?? ''}|${drones.join()}|${JSON.stringify(own)}|${neck ?? ''}`;
  let byRole = vocabularies.get(seat.instrument);
  if (!byRole) vocabularies.set(seat.instrument, (byRole = new WeakMap()));
  let known = byRole.get(seat.role);
  if (!known) byRole.set(seat.role, (known = new Map()));
  let vocabulary = known.get(key);
  if (!vocabulary) known.set(key, (vocabulary = vocabularyOf(seat, { wishes: own, drones, below: neck })));
  return vocabulary;
}

function vocabularyOf(
  seat: Seat,
  of: { wishes: readonly Wish[]; drones: readonly number[]; below: number | null },
): Vocabulary {
  const { wishes, drones, below } = of;
  const neck = below === null ? seat.instrument : shortened(seat.instrument, below);
  const wanted = seat.chord !== null && Object.keys(seat.role.clean.devices).length > 0;
  const grips = wanted ? enumerateGrips(seat.chord!, neck, seat.instrument.hand) : [];
  if (grips.length === 0) return { options: [REST], missing: wanted ? 'grip' : null };
  const wished = wishes.length === 0 ? grips : grips.filter((grip) => allows(wishes, candidateOf(grip)));
  if (wished.length === 0) return { options: usualOf(grips, seat).map(candidateOf), missing: 'wish' };
  const asksDevices = wishes.some((wish) => wish.kind === 'only');
  const options = (asksDevices ? wished : usualOf(wished, seat)).map(candidateOf);
  const more = drones.flatMap((pc) => dronesOn(pc, seat)).filter((c) => allows(wishes, c));
  const ids = new Set(options.map((c) => c.id));
  return { options: [...options, ...more.filter((c) => !ids.has(c.id))], missing: null };
}

function shortened(instrument: Rig, below: number): Rig {
  return { ...instrument, frets: Math.min(instrument.frets, below + instrument.capo) };
}

/**
 * Grips of the plan's devices (all of them where it has none for this chord): of those that sound the same the easiest
 * few, of chords of four and more strings those with a name and the easiest of the others, of three strings those that
 * lie side by side where there are any.
 */
function usualOf(list: readonly KnownGrip[], seat: Seat): readonly KnownGrip[] {
  const { devices } = styleFor(seat.role, seat.instrument.gain);
  const named = list.filter((grip) => devices[grip.device] !== undefined);
  const all = named.length > 0 ? named : list;
  const sideBySide = all.some((grip) => grip.pitches.length === 3 && silentInside(grip) === 0);
  const counts = new Map<string, number>();
  let odd = 0;
  return all.filter((grip) => {
    const count = grip.pitches.length;
    if (count > 2) {
      if (seat.chord !== null && isUsual(grip, seat.instrument, seat.chord.rootPc)) return true;
      const gap = silentInside(grip);
      if (count === 3 ? sideBySide && gap > 0 : gap > 0 || odd >= MOST_ODD) return false;
      if (count > 3) odd += 1;
    }
    const sound = grip.pitches.join();
    const n = (counts.get(sound) ?? 0) + 1;
    counts.set(sound, n);
    return n <= MOST_ALIKE;
  });
}

function silentInside({ grip, pitches }: KnownGrip): number {
  const first = grip.findIndex((fret) => fret !== null);
  const last = grip.findLastIndex((fret) => fret !== null);
  return last - first + 1 - pitches.length;
}

/** Of grips that sound the same the easiest so many take part, of chords without a name so many in all. */
const MOST_ALIKE = 3;
const MOST_ODD = 48;

/** Octaves and single notes on one tone, whatever the chord. */
function dronesOn(pc: number, { instrument, chord }: Seat): readonly Candidate[] {
  if (chord === null) return [];
  const tone = { pc: pitchClass(pc), name: '', degree: 1, above: pitchClass(0) };
  const alone: ChordSymbol = { ...chord, text: '', rootPc: tone.pc, bassPc: tone.pc, tones: [tone] };
  return enumerateGrips(alone, instrument, instrument.hand)
    .filter(({ device }) => device === 'octave' || device === 'single')
    .map(candidateOf);
}

/** What an option costs, remembered: what lasts wherever the chord comes, and all of it by what matters at a place. */
interface Priced {
  readonly lasting: readonly number[];
  readonly at: Map<string, Choices<Candidate>>;
}

const priced = new WeakMap<readonly Candidate[], WeakMap<Role, Map<string, Priced>>>();

/** The points of every option for a player in a slot; `locked` are grips this player has locked for the same symbol. */
export function choicesFor(
  { options }: Vocabulary,
  seat: Seat,
  locked: readonly Candidate[] = [],
): Choices<Candidate> {
  const { voice, ticks, struck, instrument } = seat;
  let byRole = priced.get(options);
  if (!byRole) priced.set(options, (byRole = new WeakMap()));
  let byChord = byRole.get(seat.role);
  if (!byChord) byRole.set(seat.role, (byChord = new Map()));
  const chord = `${seat.chord?.text ?? ''} ${instrument.gain}`;
  let known = byChord.get(chord);
  if (!known) {
    known = { lasting: options.map((c) => lastingPoints(c, seat)), at: new Map() };
    byChord.set(chord, known);
  }
  const key = `${ticks} ${voice ? `${voice.low}-${voice.high}` : ''} ${struck.picked.join()}${struck.choked ? ' choked' : ''} ${locked.map((c) => c.id).join()}`;
  let choices = known.at.get(key);
  if (!choices) {
    const isOther = (c: Candidate) => locked.length > 0 && !locked.some((l) => l.id === c.id);
    const { lasting } = known;
    const points = options.map(
      (c, i) => lasting[i]! + passingPoints(c, seat) + (isOther(c) ? w.AS_LOCKED_POINTS : 0),
    );
    known.at.set(key, (choices = { options, points }));
  }
  return choices;
}

/** A cell that is already decided, even when the hand cannot really hold it. */
export function fixedCandidate(cell: Cell, seat: Pick<Seat, 'instrument' | 'chord'>): Candidate {
  if (cell.kind !== 'grip') return REST;
  const { instrument, chord } = seat;
  let byChord = fixed.get(cell.grip);
  if (!byChord) fixed.set(cell.grip, (byChord = new WeakMap()));
  const hit = byChord.get(chord ?? NO_CHORD);
  if (hit?.rig === instrument && hit.fingers === cell.fingers) return hit.candidate;
  const found = knowGrip(cell.grip, { instrument, hand: instrument.hand, chord, own: cell.fingers });
  const candidate = candidateOf('refused' in found ? unholdable(cell.grip, seat) : found);
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

/** The cell a candidate stands for. */
export function cellOf(candidate: Candidate): Cell {
  return candidate.known === null
    ? { kind: 'rest', locked: false, guess: false }
    : { kind: 'grip', grip: candidate.known.grip, locked: false, guess: false };
}
