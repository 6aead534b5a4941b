import { PLAYERS, type Bar, type Section } from '../form/index';

/** Sections of more bars than this are judged in stretches, so that a change in one bar is not judged with all others. */
export const LONG_BARS = 96;
/** Bars of a stretch, and how many around it are heard with it: figures and repeats show within a few bars. */
const STRETCH_BARS = 12;
const AROUND_BARS = 3;

/** A part of a long section that is judged by itself. */
export interface Stretch {
  /** Its bars with those around it, what is held into them written out, as a section of their own. */
  readonly section: Section;
  /** Where it begins in the long section, in bars from 0; what is said of bars outside `from` … `to` belongs elsewhere. */
  readonly first: number;
  readonly from: number;
  readonly to: number;
}

/** The stretches of a section as it is played on a pass; the same objects as long as their bars are the same. */
export function stretchesOf(section: Section, bars: readonly Bar[]): readonly Stretch[] {
  const stretches: Stretch[] = [];
  for (let from = 0; from < bars.length; from += STRETCH_BARS) {
    const to = Math.min(bars.length, from + STRETCH_BARS);
    const first = Math.max(0, from - AROUND_BARS);
    const own = bars.slice(first, Math.min(bars.length, to + AROUND_BARS));
    stretches.push({ section: stretchSection(section, { own, first, bars }), first, from, to });
  }
  return stretches;
}

type Known = {
  readonly of: Section;
  readonly own: readonly Bar[];
  readonly held: readonly unknown[];
  readonly section: Section;
};

const cache = new WeakMap<Bar, Map<number, Known>>();

function stretchSection(
  section: Section,
  { own, first, bars }: { own: readonly Bar[]; first: number; bars: readonly Bar[] },
): Section {
  const head = own[0]!;
  const held = first === 0 ? [] : heldInto(bars, first);
  let known = cache.get(head);
  if (!known) cache.set(head, (known = new Map()));
  const hit = known.get(first);
  const isSame =
    hit !== undefined &&
    hit.of.name === section.name &&
    hit.of.meter === section.meter &&
    hit.of.swing === section.swing &&
    hit.of.hands === section.hands &&
    hit.of.sounds === section.sounds &&
    sameItems(hit.own, own) &&
    sameItems(hit.held, held);
  if (isSame) return hit.section;
  const opening = first === 0 ? head : opened(head, held);
  const made: Section = { ...section, bars: [opening, ...own.slice(1)], variants: [], wishes: [] };
  known.set(first, { of: section, own, held, section: made });
  return made;
}

function sameItems(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((one, i) => one === b[i]);
}

/** What goes on into a bar: the chord and each player's cell, null where the bar begins with its own. */
function heldInto(bars: readonly Bar[], at: number): readonly unknown[] {
  const here = bars[at]!;
  const before = <T>(of: (bar: Bar) => readonly T[]): T | null => {
    for (let i = at - 1; i >= 0; i -= 1) {
      const last = of(bars[i]!).at(-1);
      if (last !== undefined) return last;
    }
    return null;
  };
  return [
    here.chords[0]?.at === 0 ? null : before((b) => b.chords),
    ...PLAYERS.map((p) => (here.cells[p][0]?.at === 0 ? null : before((b) => b.cells[p]))),
  ];
}

function opened(bar: Bar, [chord, ...parts]: readonly unknown[]): Bar {
  const cells = { ...bar.cells };
  PLAYERS.forEach((player, i) => {
    const cell = parts[i] as Bar['cells'][typeof player][number] | null;
    if (cell) cells[player] = [{ at: 0, push: 0, cell: cell.cell }, ...bar.cells[player]];
  });
  const held = chord as Bar['chords'][number] | null;
  return {
    ...bar,
    cells,
    chords: held ? [{ at: 0, push: 0, chord: held.chord }, ...bar.chords] : bar.chords,
  };
}
