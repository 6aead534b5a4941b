import { belongs, pitchClass, thirdOf, type ChordSymbol, type Midi } from '../pitch/index';
import { TICKS_PER_QUARTER } from '../time/index';
import type { Part } from './scene';
import {
  BELONGS_SHARE,
  BELONGS_SHARE_SEMITONE,
  EDGE_GAIN,
  FOREIGN_NOTE,
  RUB_UNIT,
  RUB_WEIGHT,
  SHORT_BEATS,
  SHORTEST_WEIGHT,
  WRONG_THIRD,
} from './thresholds';

/** How two players' notes rub, all their pairs together; the pair is the worst one. */
export interface Rub {
  /** 1 is a clash. */
  readonly score: number;
  readonly a: Midi;
  readonly b: Midi;
}

/**
 * Between two sounding parts, or inside one (`a === b`), for as long as they are heard at once (`ticks`; the shorter of
 * the two when it is not known). Null when nothing rubs.
 */
export function rubBetween(
  a: Part,
  b: Part,
  chord: ChordSymbol | null,
  ticks: number = Math.min(a.soundTicks, b.soundTicks),
): Rub | null {
  const weight = durationWeight(ticks);
  const drive = a === b ? 1 + 0.05 * a.gain : 1 + 0.01 * Math.max(a.gain, b.gain);
  let sum = 0;
  let worst: { weight: number; a: Midi; b: Midi } | null = null;
  const foreign = new Set<number>();
  for (let i = 0; i < a.pitches.length; i += 1) {
    for (let j = a === b ? i + 1 : 0; j < b.pitches.length; j += 1) {
      const x = a.pitches[i]!;
      const y = b.pitches[j]!;
      const meant = isMeant(chord, x, y);
      const pair =
        pairWeight(x, y, { chord, withBass: a.player === 'bass' || b.player === 'bass' }) *
        (meant ? sweetShare(Math.max(a.gain, b.gain)) : 1);
      if (pair === 0) continue;
      sum += pair;
      for (const pitch of [x, y]) if (chord && !fits(chord, pitch)) foreign.add(pitchClass(pitch));
      if (worst === null || pair > worst.weight) worst = { weight: pair, a: x, b: y };
    }
  }
  // Whole tones alone are colour, low down mud, but no rub.
  if (worst === null || Math.abs(worst.a - worst.b) % 12 === 2) return null;
  const score = ((sum * drive + FOREIGN_NOTE * foreign.size) * weight) / RUB_UNIT;
  return { score, a: worst.a, b: worst.b };
}

/**
 * Whether a pitch is at home under a symbol. A power chord names no third, sixth or seventh, so none of them is foreign
 * to it; next to its root and its fifth only the flat second and the flat fifth are.
 */
export function fits(chord: ChordSymbol, pitch: number): boolean {
  if (belongs(chord, pitch)) return true;
  if (chord.tones.length > 2) return false;
  const above = pitchClass(pitch - chord.rootPc) as number;
  return above !== 1 && above !== 6;
}

/** Both are at home, and one of them is named. */
function isMeant(chord: ChordSymbol | null, x: Midi, y: Midi): boolean {
  if (chord === null || !fits(chord, x) || !fits(chord, y)) return false;
  return belongs(chord, x) || belongs(chord, y);
}

/** What is left of a rub that the symbol names: nothing up to the edge, all of it when driven. */
function sweetShare(gain: number): number {
  return Math.min(1, Math.max(0, (gain - EDGE_GAIN) / (8 - EDGE_GAIN)));
}

/** What `rubBetween` says of two players, from their pitches alone; 0 when nothing rubs. Made to be asked often. */
export function rubScore(
  a: readonly Midi[],
  b: readonly Midi[],
  of: { chord: ChordSymbol | null; withBass: boolean; gain: number; ticks: number },
): number {
  const { chord, withBass } = of;
  const table = pairTable(chord, withBass);
  let sum = 0;
  let foreign = 0;
  for (const x of a) {
    const row = x * 128;
    for (const y of b) {
      // A fret that no neck has sounds above the table.
      const pair = x > HIGHEST || y > HIGHEST ? pairWeight(x, y, { chord, withBass }) : table[row + y]!;
      if (pair === 0) continue;
      sum += pair;
      if (chord === null) continue;
      if (!fits(chord, x)) foreign |= 1 << pitchClass(x);
      if (!fits(chord, y)) foreign |= 1 << pitchClass(y);
    }
  }
  if (sum === 0) return 0;
  let strangers = 0;
  for (let bits = foreign; bits !== 0; bits &= bits - 1) strangers += 1;
  const drive = 1 + 0.01 * of.gain;
  return ((sum * drive + FOREIGN_NOTE * strangers) * durationWeight(of.ticks)) / RUB_UNIT;
}

interface PairTables {
  readonly plain: Float64Array;
  readonly withBass: Float64Array;
}

const tables = new WeakMap<ChordSymbol, PairTables>();
let tablesOfNone: PairTables | null = null;

/** Weight of every pair of pitches under a chord, row by row of 128. */
function pairTable(chord: ChordSymbol | null, withBass: boolean): Float64Array {
  let known = chord === null ? tablesOfNone : tables.get(chord);
  if (!known) {
    const fill = (bass: boolean) => {
      const table = new Float64Array(128 * 128);
      for (let x = LOWEST; x <= HIGHEST; x += 1) {
        for (let y = LOWEST; y <= HIGHEST; y += 1) {
          table[x * 128 + y] = pairWeight(x as Midi, y as Midi, { chord, withBass: bass });
        }
      }
      return table;
    };
    known = { plain: fill(false), withBass: fill(true) };
    if (chord === null) tablesOfNone = known;
    else tables.set(chord, known);
  }
  return withBass ? known.withBass : known.plain;
}

/** From below a low bass to above the last fret: C0 to G8. */
const LOWEST = 12;
const HIGHEST = 115;

/** The major third over a minor chord or the other way, held by one player; null when there is none. */
export function wrongThird(
  part: Part,
  chord: ChordSymbol | null,
  ticks: number = part.soundTicks,
): { pitch: Midi; score: number } | null {
  const third = chord ? thirdOf(chord) : null;
  if (chord === null || third === null) return null;
  const isMinor = pitchClass(third - chord.rootPc) === 3;
  const wrong = pitchClass(chord.rootPc + (isMinor ? 4 : 3));
  if (belongs(chord, wrong)) return null;
  const pitch = part.pitches.find((p) => pitchClass(p) === wrong);
  if (pitch === undefined) return null;
  return { pitch, score: (WRONG_THIRD * durationWeight(ticks)) / RUB_UNIT };
}

/** Weight of one pair of pitches before duration and gain; 0 for intervals that do not rub. */
export function pairWeight(
  x: Midi,
  y: Midi,
  context: { chord: ChordSymbol | null; withBass: boolean },
): number {
  const base = baseWeight(Math.abs(x - y), context.withBass);
  if (base === 0) return 0;
  const register = Math.min(2.5, Math.max(0.6, 2 ** ((60 - Math.min(x, y)) / 18)));
  const { chord } = context;
  const meant = isMeant(chord, x, y);
  const semitone = Math.abs(x - y) % 12 === 1;
  return base * register * (meant ? (semitone ? BELONGS_SHARE_SEMITONE : BELONGS_SHARE) : 1);
}

function baseWeight(distance: number, withBass: boolean): number {
  switch (distance % 12) {
    case 1:
      if (distance === 1) return RUB_WEIGHT.semitone;
      return distance === 13 ? RUB_WEIGHT.minorNinth : RUB_WEIGHT.semitoneAndOctaves;
    case 2:
      return distance === 2 ? RUB_WEIGHT.wholeTone : 0;
    case 6:
      if (withBass) return RUB_WEIGHT.tritoneWithBass;
      return distance === 6 ? RUB_WEIGHT.tritone : RUB_WEIGHT.tritoneCompound;
    case 11:
      return distance === 11 ? RUB_WEIGHT.majorSeventh : RUB_WEIGHT.majorSeventhCompound;
    default:
      return 0;
  }
}

/** How much a rub counts by how long it lasts. */
export function durationWeight(ticks: number): number {
  const beats = ticks / TICKS_PER_QUARTER;
  if (beats >= SHORT_BEATS) return Math.min(1, Math.sqrt(beats / 2));
  return Math.max(SHORTEST_WEIGHT, Math.sqrt(SHORT_BEATS / 2) * (beats / SHORT_BEATS));
}
