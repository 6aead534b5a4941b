import { barTicks, type Meter } from '../time/index';
import type { PlanName } from './plan-name';
import type { Wish } from './wish';
import { OPEN, type Cell, type Player, type Push } from './cell';

/** A chord starting `at` ticks after the bar line (nominally; `push` says how much earlier it is struck). */
export interface PlacedChord {
  readonly at: number;
  readonly push: Push;
  /** The symbol as typed, or `N.C.`. */
  readonly chord: string;
}

/** A cell starting `at` ticks after the bar line; it lasts until the player's next cell, over bar lines too. */
export interface PlacedCell {
  readonly at: number;
  readonly push: Push;
  readonly cell: Cell;
}

/** One bar of a section. Empty lists mean that what was before goes on. */
export interface Bar {
  readonly chords: readonly PlacedChord[];
  readonly cells: Readonly<Record<Player, readonly PlacedCell[]>>;
  /** A pattern of hits, or null: each grip struck once and left to ring. */
  readonly hits: Readonly<Record<Player, string | null>>;
  /** `~` singing and `.` silent, dividing the bar evenly; null when nobody sings. */
  readonly voice: string | null;
}

/** What replaces parts of one bar on one pass; what is left out stays as in the section. */
export interface BarPatch {
  readonly chords?: readonly PlacedChord[];
  readonly cells?: Readonly<Partial<Record<Player, readonly PlacedCell[]>>>;
  readonly hits?: Readonly<Partial<Record<Player, string | null>>>;
  readonly voice?: string | null;
}

/** What differs on pass `pass` (from 1), from bar `fromBar` (from 0) on. */
export interface Variant {
  readonly pass: number;
  readonly fromBar: number;
  readonly bars: readonly BarPatch[];
}

/** The material of a section. Its name is unique in a song and stands for it everywhere. */
export interface Section {
  readonly name: string;
  readonly bars: readonly Bar[];
  readonly variants: readonly Variant[];
  readonly wishes: readonly Wish[];
}

/** One place in the played order. */
export interface FormEntry {
  readonly section: string;
  /** How many passes, from 1. */
  readonly times: number;
  readonly plan: PlanName | null;
  /** Key of this playing; everything moves with it. Null: the song's key. */
  readonly key: string | null;
}

/** The bars as they are played on a pass (from 1). Passes without a variant share one list. */
export function barsOnPass(section: Section, pass: number): readonly Bar[] {
  const variants = section.variants.filter((v) => v.pass === pass);
  if (variants.length === 0) return section.bars;
  let known = passCache.get(section);
  if (!known) passCache.set(section, (known = new Map()));
  const cached = known.get(pass);
  if (cached) return cached;
  const bars = [...section.bars];
  for (const variant of variants) {
    variant.bars.forEach((patch, i) => {
      const base = bars[variant.fromBar + i];
      if (base) bars[variant.fromBar + i] = patchBar(base, patch);
    });
  }
  known.set(pass, bars);
  return bars;
}

const passCache = new WeakMap<Section, Map<number, readonly Bar[]>>();

function patchBar(base: Bar, patch: BarPatch): Bar {
  return {
    chords: patch.chords ?? base.chords,
    cells: { ...base.cells, ...patch.cells },
    hits: { ...base.hits, ...patch.hits },
    voice: patch.voice === undefined ? base.voice : patch.voice,
  };
}

/** Passes on which something differs, in order, without 1 unless it differs itself. */
export function differingPasses(section: Section): readonly number[] {
  return [...new Set(section.variants.map((v) => v.pass))].sort((a, b) => a - b);
}

/** The bar (from 0) of a pass whose cells for this player are written in a variant, or null when they are the section's. */
export function variantAt(
  section: Section,
  at: { pass: number; bar: number; player: Player },
): number | null {
  const index = section.variants.findLastIndex(
    (v) =>
      v.pass === at.pass &&
      v.bars[at.bar - v.fromBar] !== undefined &&
      v.bars[at.bar - v.fromBar]!.cells?.[at.player] !== undefined,
  );
  return index < 0 ? null : index;
}

/** One open cell for each chord that starts in the bar, pushed as the chord is. */
export function openCells(chords: readonly PlacedChord[]): readonly PlacedCell[] {
  return chords.map(({ at, push }) => ({ at, push, cell: OPEN }));
}

/** A bar where everybody's cells are open. */
export function openBar(chords: readonly PlacedChord[]): Bar {
  const cells = openCells(chords);
  return {
    chords,
    cells: { guitar1: cells, guitar2: cells, bass: cells },
    hits: { guitar1: null, guitar2: null, bass: null },
    voice: null,
  };
}

/** Length of a section on one pass, in ticks. */
export function sectionTicks(section: Section, meter: Meter): number {
  return section.bars.length * barTicks(meter);
}
