import { placesOf, withoutStrings, type StrokeWay } from '../hits/index';
import type { Line } from '../line/index';
import { leavesRoom, lineCells, type LineGround } from './line-bar';
import type { Meter, Swing } from '../time/index';
import type { PlanName } from './plan-name';
import type { PlanTune } from './plan-tune';
import type { Wish } from './wish';
import { OPEN, PLAYERS, type PlacedCell, type Player, type Push } from './cell';
import type { Comment } from './comment';
import type { Like } from './like';
import type { Remarks } from './remark';
import { combinedSounds, type Sounds } from './sound';

/** A chord starting `at` ticks after the bar line (nominally; `push` says how much earlier it is struck). */
export interface PlacedChord {
  readonly at: number;
  readonly push: Push;
  /** The symbol as typed, or `N.C.`. */
  readonly chord: string;
  /** Not sure; left out: sure. */
  readonly guess?: true;
}

/** One bar of a section. Empty lists mean that what was before goes on. */
export interface Bar {
  readonly chords: readonly PlacedChord[];
  readonly cells: Readonly<Record<Player, readonly PlacedCell[]>>;
  /** A pattern of hits, or null: each grip struck once and left to ring. */
  readonly hits: Readonly<Record<Player, string | null>>;
  /** `~` singing and `.` silent, dividing the bar evenly, `?` after them for a guess (see voice.ts); null when nobody sings. */
  readonly voice: string | null;
  /**
   * Who plays notes of a line here: its steps stand among the player's cells (see line-bar.ts). A line that begins later,
   * or grips after it, leave room for grips with hits in the same bar.
   */
  readonly lines?: Readonly<Partial<Record<Player, Line>>>;
  /** Who sounds different here from the rest of the section. */
  readonly sounds?: Sounds;
  readonly remarks?: Remarks;
  /** Other ways to play the bar, kept beside it. */
  readonly beside?: Beside;
}

/** What else a player could do in a bar, to be compared and swapped; the first is the nearest. */
export type Beside = Readonly<Partial<Record<Player, readonly BesidePart[]>>>;

/** A whole bar of a player, as `cells`, `hits` and `lines` of a bar say it. */
export interface BesidePart {
  readonly cells: readonly PlacedCell[];
  readonly hits: string | null;
  readonly line: Line | null;
}

/** What replaces parts of one bar on one pass; what is left out stays as in the section. */
export interface BarPatch {
  readonly chords?: readonly PlacedChord[];
  readonly cells?: Readonly<Partial<Record<Player, readonly PlacedCell[]>>>;
  readonly hits?: Readonly<Partial<Record<Player, string | null>>>;
  readonly voice?: string | null;
  /** Its steps stand in `cells` too; cells without a line take the place of a line. */
  readonly lines?: Readonly<Partial<Record<Player, Line>>>;
  /** A use that says nothing is the section's. */
  readonly sounds?: Sounds;
  /** Said besides what the section says. */
  readonly remarks?: Remarks;
  readonly beside?: Beside;
  /** The bar is not played on this pass. */
  readonly out?: true;
}

/** What differs on pass `pass` (from 1, or the last of each playing), from bar `fromBar` (from 0) on. */
export interface Variant {
  readonly pass: number | 'last';
  readonly fromBar: number;
  readonly bars: readonly BarPatch[];
}

/** What differs in one playing alone, on one of its passes or on each. */
export interface OwnVariant extends Omit<Variant, 'pass'> {
  readonly pass: Variant['pass'] | 'every';
}

/** The material of a section. Its name is unique in a song and stands for it everywhere. */
export interface Section {
  readonly name: string;
  readonly bars: readonly Bar[];
  readonly variants: readonly Variant[];
  readonly wishes: readonly Wish[];
  /** Left out: the song's. */
  readonly meter?: Meter;
  /** Left out: straight. */
  readonly swing?: Swing;
  /** The singer's range here, lowest and highest note with octave; left out: the song's. */
  readonly voice?: readonly [string, string];
  readonly hands?: Readonly<Partial<Record<Player, SectionHand>>>;
  readonly sounds?: Sounds;
  /** Key the section is written in; left out: the song's. */
  readonly key?: string;
  /** Ticks of the first bar that are played, its last ones, the first time round; left out: all of it. */
  readonly pickup?: number;
  /** Whose parts follow another player's. Their cells stand in the bars, made anew whenever the other's change. */
  readonly like?: Readonly<Partial<Record<Player, Like>>>;
  readonly remarks?: Remarks;
  /** Comments among its rows. */
  readonly comments?: readonly Comment[];
}

/** How a player's right hand works in a section; what is left out is as usual for the player. */
export interface SectionHand {
  readonly strokes?: StrokeWay;
  /** Strikes exactly when this player does, bar by bar. */
  readonly with?: Player;
}

/** One place in the played order. */
export interface FormEntry {
  readonly section: string;
  /** How many passes, from 1. */
  readonly times: number;
  readonly plan: PlanName | null;
  /** How the plan is tuned here; left out: as it is. */
  readonly tune?: PlanTune;
  /** Key of this playing; everything moves with it. Null: the song's key. */
  readonly key: string | null;
  /** Beats a minute, as of the song; left out: the song's. */
  readonly tempo?: number;
  /** The pulse is felt at half or twice the written speed; nothing is written differently. */
  readonly feel?: 'half' | 'double';
  /** Only the first so many bars; left out: all of them. */
  readonly bars?: number;
  /** Who sounds different from the section this time. Its first playing sounds as the section says. */
  readonly sounds?: Sounds;
  /** What differs this time alone. */
  readonly variants?: readonly OwnVariant[];
  /** It goes round until somebody says so, fades out, or ends on a sign; `times` is about how often. */
  readonly end?: 'vamp' | 'fade' | 'cue';
  readonly remark?: string;
  /** Comments above its header, and under it where the section is played again. */
  readonly comments?: readonly Comment[];
}

/** The bars as they are played on a pass (from 1). Passes without a variant share one list. */
export function barsOnPass(section: Section, pass: number): readonly Bar[] {
  const follows = PLAYERS.some((p) => section.hands?.[p]?.with !== undefined);
  const variants = section.variants.filter((v) => v.pass === pass);
  if (variants.length === 0 && !follows) return section.bars;
  const id = variants.length === 0 ? 0 : pass;
  let known = passCache.get(section);
  if (!known) passCache.set(section, (known = new Map()));
  const cached = known.get(id);
  if (cached) return cached;
  const bars: (Bar | null)[] = [...section.bars];
  for (const variant of variants) {
    variant.bars.forEach((patch, i) => {
      const base = bars[variant.fromBar + i];
      if (base) bars[variant.fromBar + i] = patch.out ? null : patchBar(base, patch);
    });
  }
  const played = bars.flatMap((bar) => (bar === null ? [] : [follows ? struckTogether(bar, section) : bar]));
  known.set(id, played);
  return played;
}

const passCache = new WeakMap<Section, Map<number, readonly Bar[]>>();

/**
 * The section as one entry of the form plays it: its last ending on its last pass, no more bars than it plays, and the
 * sounds it is played with. The same object when none of them changes anything.
 */
export function asPlayed(
  section: Section,
  entry: {
    readonly times: number;
    readonly bars?: number;
    readonly sounds?: Sounds | undefined;
    readonly variants?: readonly OwnVariant[] | undefined;
  },
): Section {
  const count = Math.min(section.bars.length, entry.bars ?? Infinity);
  const hasLast = section.variants.some((v) => v.pass === 'last');
  const own = entry.variants ?? [];
  if (!hasLast && count === section.bars.length && entry.sounds === undefined && own.length === 0)
    return section;
  let known = playedCache.get(section);
  if (!known) playedCache.set(section, (known = new Map()));
  const { sounds } = entry;
  const usesTimes = hasLast || own.some((v) => typeof v.pass !== 'number');
  const id = `${usesTimes ? entry.times : 0} ${count} ${sounds ? JSON.stringify(sounds) : ''} ${idOf(own)}`;
  let played = known.get(id);
  if (!played) {
    const passes = Array.from({ length: entry.times }, (_, i) => i + 1);
    const spread = own.flatMap((v) => (v.pass === 'every' ? passes.map((pass) => ({ ...v, pass })) : [v]));
    const variants = ([...section.variants, ...spread] as readonly Variant[]).map((v) => ({
      ...v,
      pass: v.pass === 'last' ? entry.times : v.pass,
      bars: v.bars.slice(0, Math.max(0, count - v.fromBar)),
    }));
    const uses = sounds ? { sounds: combinedSounds(section.sounds, sounds) } : {};
    known.set(id, (played = { ...section, ...uses, bars: section.bars.slice(0, count), variants }));
  }
  return played;
}

/** A number for each list of variants, so that what is played with it is made once; 0 for none. */
function idOf(own: readonly OwnVariant[]): number {
  if (own.length === 0) return 0;
  let id = ids.get(own);
  if (id === undefined) ids.set(own, (id = nextId += 1));
  return id;
}

const ids = new WeakMap<readonly OwnVariant[], number>();
let nextId = 0;

const playedCache = new WeakMap<Section, Map<string, Section>>();

function patchBar(base: Bar, patch: BarPatch): Bar {
  const lines: Partial<Record<Player, Line>> = {};
  const hits = { ...base.hits, ...patch.hits };
  for (const player of PLAYERS) {
    // Other grips or another line for a player take the place of the line that stood there.
    const own = patch.lines?.[player];
    const line = own ?? (patch.cells?.[player] === undefined ? base.lines?.[player] : undefined);
    if (!line) continue;
    lines[player] = line;
    // Another line brings its own hits, where it leaves room for any.
    if (own) hits[player] = patch.hits?.[player] ?? null;
  }
  const cells = { ...base.cells, ...patch.cells };
  for (const player of PLAYERS) {
    const line = lines[player];
    if (line && !leavesRoom(line, cells[player])) hits[player] = null;
  }
  return {
    chords: patch.chords ?? base.chords,
    cells,
    hits,
    voice: patch.voice === undefined ? base.voice : patch.voice,
    ...(Object.keys(lines).length > 0 ? { lines } : {}),
    ...(patch.sounds || base.sounds ? { sounds: { ...base.sounds, ...patch.sounds } } : {}),
    ...(patch.remarks || base.remarks ? { remarks: { ...base.remarks, ...patch.remarks } } : {}),
    ...(patch.beside || base.beside ? { beside: { ...base.beside, ...patch.beside } } : {}),
  };
}

/** The bar with the hits of those who strike with somebody else; a string picked alone is a stroke for them. */
function struckTogether(bar: Bar, section: Section): Bar {
  const hits = { ...bar.hits };
  for (const player of PLAYERS) {
    const leader = section.hands?.[player]?.with;
    if (leader === undefined || bar.lines?.[leader] || bar.lines?.[player]) continue;
    const led = bar.hits[leader];
    hits[player] = led === null ? null : placesOf(led).map(withoutStrings).join('');
  }
  return { ...bar, hits };
}

/** Passes on which something differs, in order, without 1 unless it differs itself; of a section as it is played. */
export function differingPasses(section: Section): readonly number[] {
  const passes = section.variants.flatMap((v) => (v.pass === 'last' ? [] : [v.pass]));
  return [...new Set(passes)].sort((a, b) => a - b);
}

/**
 * Where the bars that are played on a pass are written, from 0: all of them in order, but for those left out. `variants`
 * as they are played.
 */
export function writtenBars(section: Pick<Section, 'bars' | 'variants'>, pass: number): readonly number[] {
  const out = new Set<number>();
  for (const v of section.variants) {
    if (v.pass === pass) v.bars.forEach((patch, i) => patch.out && out.add(v.fromBar + i));
  }
  return section.bars.flatMap((_, i) => (out.has(i) ? [] : [i]));
}

/** Bars as they are played on a pass, from 0, that are not those of the first pass without its own differences. */
export function differingBars(section: Pick<Section, 'bars' | 'variants'>, pass: number): readonly number[] {
  const touched = new Set<number>();
  for (const v of section.variants) {
    if (v.pass === pass) v.bars.forEach((_, i) => touched.add(v.fromBar + i));
  }
  if (touched.size === 0) return [];
  return writtenBars(section, pass).flatMap((written, i) =>
    touched.has(written) || written !== i ? [i] : [],
  );
}

/** The variant in which this player's cells are written for a pass, or null when they are the section's. */
export function variantAt(
  section: Section,
  at: { pass: number; times: number; bar: number; player: Player },
): number | null {
  const index = section.variants.findLastIndex(
    (v) =>
      isOnPass(v, at) &&
      v.bars[at.bar - v.fromBar] !== undefined &&
      v.bars[at.bar - v.fromBar]!.cells?.[at.player] !== undefined,
  );
  return index < 0 ? null : index;
}

/** True when a variant belongs to a pass of a playing that has `times` of them. */
export function isOnPass(variant: Variant, at: { pass: number; times: number }): boolean {
  return variant.pass === 'last' ? at.pass === at.times : variant.pass === at.pass;
}

/** A bar where a player plays a line and nothing else. */
export function withLine(bar: Bar, player: Player, line: Line, of: LineGround): Bar {
  return {
    ...bar,
    cells: { ...bar.cells, [player]: lineCells(line, of) },
    hits: { ...bar.hits, [player]: null },
    lines: { ...bar.lines, [player]: line },
  };
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
