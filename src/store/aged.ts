import type { Bar, Section } from '../core/form/index';
import type { Song } from '../core/song/index';
import type { Written } from './storage';

/** Copies of what is no longer on the desk, so that steps which shared something share its copy. */
const copies = new WeakMap<object, object>();

/**
 * A step of the history as it is kept once it is some way back: the same song in objects of its own. What was worked out
 * about it (findings, strokes, what sounds when) hangs on the objects it was worked out for, and goes with them; it would
 * outweigh the song many times. What the song on the desk shares with it stays shared.
 */
export function aged(step: Written, now: Song): Written {
  if (step.song === now) return step;
  const used = usedBy(now);
  const sections = step.song.sections.map((section) => copyOf(section, used));
  return { ...step, song: { ...step.song, sections, form: [...step.song.form] } };
}

function copyOf(section: Section, used: ReadonlySet<object>): Section {
  if (used.has(section)) return section;
  return copied(section, (one) => ({
    ...one,
    bars: one.bars.map((bar) => (used.has(bar) ? bar : copied(bar, (b): Bar => ({ ...b })))),
  }));
}

function copied<T extends object>(of: T, make: (of: T) => T): T {
  const known = copies.get(of);
  if (known) return known as T;
  const copy = make(of);
  copies.set(of, copy);
  // A copy is not copied again.
  copies.set(copy, copy);
  return copy;
}

let last: { readonly song: Song; readonly used: ReadonlySet<object> } | null = null;

/** Sections and bars of the song on the desk. */
function usedBy(song: Song): ReadonlySet<object> {
  if (last?.song === song) return last.used;
  const used = new Set<object>();
  for (const section of song.sections) {
    used.add(section);
    for (const bar of section.bars) used.add(bar);
  }
  last = { song, used };
  return used;
}
