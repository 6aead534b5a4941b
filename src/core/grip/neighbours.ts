import type { Instrument } from '../instrument/index';
import { pitchClass, type ChordSymbol, type Midi } from '../pitch/index';
import { shiftBetween } from './effort';
import { enumerateGrips } from './enumerate';
import { handFret, sameGrip, type Grip } from './grip';
import type { Hand } from './hand';
import { knowGrip, type KnownGrip } from './known';
import { allFrettings } from './refret';

/** In what a neighbour differs from the grip it was asked for. */
export const NEIGHBOUR_KINDS = [
  'same-notes',
  'inversion',
  'fewer',
  'octave-up',
  'octave-down',
  'easier',
] as const;
/** One of {@link NEIGHBOUR_KINDS}. */
export type NeighbourKind = (typeof NEIGHBOUR_KINDS)[number];

/** "same notes elsewhere" … as a player would ask for it. */
export const NEIGHBOUR_WORDS: Readonly<Record<NeighbourKind, string>> = {
  'same-notes': 'same notes elsewhere',
  inversion: 'other inversion',
  fewer: 'one note fewer',
  'octave-up': 'octave up',
  'octave-down': 'octave down',
  easier: 'easier',
};

/** A grip close to another one, and what it changes. */
export interface Neighbour {
  readonly kind: NeighbourKind;
  readonly known: KnownGrip;
  /** Pitches that go and that come, lowest first. */
  readonly lost: readonly Midi[];
  readonly gained: readonly Midi[];
  /** Of the hand from the one to the other, in frets; below 0 is towards the nut. */
  readonly frets: number;
  /** In mm; below 0 is less of a stretch. */
  readonly reachMm: number;
  readonly effort: number;
}

const MOST_OF_A_KIND = 3;
/** An easier grip must be easier by this much to be offered as such. */
const EASIER_BY = 0.15;

/**
 * The grip's neighbours by kind, nearest first, at most three of each: every one can be held and has a device of ours.
 * `chord` null judges by the notes alone; then only neighbours with the same notes, fewer, or an octave away are known.
 */
export function neighboursOf(
  now: KnownGrip,
  context: { chord: ChordSymbol | null; instrument: Instrument; hand: Hand },
): readonly Neighbour[] {
  const { chord, instrument, hand } = context;
  const found: Neighbour[] = [];
  const offer = (kind: NeighbourKind, candidates: readonly KnownGrip[]) => {
    const list = candidates
      .filter((one) => !sameGrip(one.grip, now.grip) && !found.some((f) => sameGrip(f.known.grip, one.grip)))
      .slice(0, MOST_OF_A_KIND);
    found.push(...list.map((known) => describe(kind, known, now)));
  };
  const refretted = (by: number): readonly KnownGrip[] => {
    const pitches = now.pitches.map((p) => (p + by) as Midi);
    if (pitches.some((p) => p < 0 || p > 127)) return [];
    const near = handFret(now.grip);
    return knowAll(allFrettings(pitches, { instrument, hand, near }), context);
  };
  const others = chord === null ? [] : enumerateGrips(chord, instrument, hand);
  const pcs = pitchClasses(now);
  const byShift = (list: readonly KnownGrip[]) =>
    [...list].sort(
      (a, b) => distance(now, a, instrument) - distance(now, b, instrument) || a.effort - b.effort,
    );

  offer('same-notes', refretted(0));
  offer(
    'inversion',
    byShift(
      others.filter(
        (one) =>
          one.pitches.length === now.pitches.length &&
          pitchClasses(one) === pcs &&
          pitchClass(one.pitches[0]!) !== pitchClass(now.pitches[0]!),
      ),
    ),
  );
  offer('fewer', oneNoteFewer(now, context));
  offer('octave-up', refretted(12));
  offer('octave-down', refretted(-12));
  offer(
    'easier',
    byShift(
      others.filter(
        (one) =>
          one.effort <= now.effort - EASIER_BY &&
          pitchClasses(one) === pcs &&
          pitchClass(one.pitches[0]!) === pitchClass(now.pitches[0]!),
      ),
    ),
  );
  return found;
}

/** A doubled note goes first, then the notes from the top down. */
function oneNoteFewer(
  now: KnownGrip,
  context: { chord: ChordSymbol | null; instrument: Instrument; hand: Hand },
): readonly KnownGrip[] {
  if (now.pitches.length < 2) return [];
  const strings = now.grip.flatMap((fret, s) => (fret === null ? [] : [s])).reverse();
  const without = strings.map((s): Grip => now.grip.map((fret, i) => (i === s ? null : fret)));
  const all = pitchClasses(now);
  return [...knowAll(without, context)].sort(
    (a, b) => Number(pitchClasses(b) === all) - Number(pitchClasses(a) === all),
  );
}

function knowAll(
  grips: readonly Grip[],
  context: { chord: ChordSymbol | null; instrument: Instrument; hand: Hand },
): readonly KnownGrip[] {
  return grips.flatMap((grip) => {
    const known = knowGrip(grip, context);
    if ('refused' in known || known.reach === 'out' || known.device === 'mixed') return [];
    return known.stops.some((stop) => stop.by === 'nothing') ? [] : [known];
  });
}

function describe(kind: NeighbourKind, known: KnownGrip, now: KnownGrip): Neighbour {
  return {
    kind,
    known,
    lost: now.pitches.filter((p) => !known.pitches.includes(p)),
    gained: known.pitches.filter((p) => !now.pitches.includes(p)),
    frets: (handFret(known.grip) ?? 0) - (handFret(now.grip) ?? 0),
    reachMm: known.hold.reachMm - now.hold.reachMm,
    effort: Math.round((known.effort - now.effort) * 1000) / 1000,
  };
}

function distance(now: KnownGrip, other: KnownGrip, instrument: Instrument): number {
  const top = Math.abs(now.pitches.at(-1)! - other.pitches.at(-1)!);
  return shiftBetween(now.grip, other.grip, instrument).mm + 4 * top;
}

/** As a 12-bit set. */
function pitchClasses(known: KnownGrip): number {
  return known.pitches.reduce((bits, p) => bits | (1 << pitchClass(p)), 0);
}
