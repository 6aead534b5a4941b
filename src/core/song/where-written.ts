import {
  asPlayed,
  barsOnPass,
  isOnPass,
  PLAYERS,
  writtenBars,
  type Bar,
  type BarPatch,
  type Cell,
  type OwnVariant,
  type Section,
} from '../form/index';
import type { CellAddress, OnPass } from './address';
import { mapSections, sectionNamed, type Song } from './song';

/** The bar at an address as it is played on that pass; null when there is none. */
export function barAt(song: Song, where: OnPass & { readonly bar: number }): Bar | null {
  const at = withTimes(song, where);
  const played = playedSection(song, at);
  return (played && barsOnPass(played, at.pass)[at.bar]) ?? null;
}

/** The cell at an address, as it is played on that pass; null when there is none. */
export function cellAt(song: Song, at: CellAddress): Cell | null {
  return barAt(song, at)?.cells[at.player][at.index]?.cell ?? null;
}

/**
 * Changes a bar where it is written for that pass: in the last patch that `has` it, else in the section itself. What is not
 * written for a later pass yet is written for it alone, from how the bar is played then (`seed`).
 */
export function mapBar(
  song: Song,
  where: OnPass & { readonly bar: number },
  change: {
    has: (patch: BarPatch) => boolean;
    patch: (patch: BarPatch) => BarPatch;
    bar: (bar: Bar) => Bar;
    seed: (bar: Bar) => BarPatch;
    what: string;
  },
): Song {
  const at = asWritten(song, where);
  if (!sectionNamed(song, at.section)?.bars[at.bar])
    throw new RangeError(`No ${change.what} of ${at.section}`);
  const own = ownVariant(song, at);
  if (own !== null) {
    const section = sectionNamed(song, at.section)!;
    return mapOwn(song, at, own, (said) =>
      change.patch(change.has(said) ? said : bothSay(change.seed(barsWritten(section, at)[at.bar]!), said)),
    );
  }
  return mapSections(song, (section) => {
    if (section.name !== at.section) return section;
    const written = section.variants.findLastIndex((v) => {
      const patch = isOnPass(v, at) ? v.bars[at.bar - v.fromBar] : undefined;
      return patch !== undefined && change.has(patch);
    });
    if (written < 0 && at.pass > 1) {
      const seed = change.seed(barsWritten(section, at)[at.bar]!);
      return withPatch(section, at, (said) => change.patch(bothSay(said, seed)));
    }
    if (written < 0) {
      return { ...section, bars: section.bars.map((b, i) => (i === at.bar ? change.bar(b) : b)) };
    }
    const variants = section.variants.map((v, i) =>
      i === written
        ? { ...v, bars: v.bars.map((p, n) => (n === at.bar - v.fromBar ? change.patch(p) : p)) }
        : v,
    );
    return { ...section, variants };
  });
}

/** How often the playing is played, and the bar by where it is written: those left out on the pass are counted. */
export function asWritten<A extends OnPass & { readonly bar: number }>(
  song: Song,
  where: A,
): A & { readonly times: number } {
  const at = withTimes(song, where);
  const section = sectionNamed(song, at.section);
  const played = playedSection(song, at);
  if (!section || !played || !hasOut(played.variants)) return at;
  return { ...at, bar: writtenBars(played, at.pass)[at.bar] ?? section.bars.length };
}

/** The section as the playing of an address plays it; null when there is none. */
function playedSection(song: Song, at: OnPass & { readonly times: number }): Section | null {
  const section = sectionNamed(song, at.section);
  if (!section) return null;
  const entry = at.entry === undefined ? undefined : song.form[at.entry];
  const variants = entry?.section === at.section ? entry.variants : undefined;
  return asPlayed(section, { times: at.times, ...(variants ? { variants } : {}) });
}

function hasOut(variants: readonly { readonly bars: readonly BarPatch[] }[]): boolean {
  return variants.some((v) => v.bars.some((p) => p.out));
}

/** How often the playing an address speaks of is played. */
export function withTimes<A extends OnPass>(song: Song, at: A): A & { readonly times: number } {
  const times = at.times ?? song.form.find((e) => e.section === at.section)?.times ?? 1;
  return { ...at, times };
}

/** Which of a playing's own variants speaks of a bar on a pass (the last that does); null when none. */
function ownVariant(
  song: Song,
  at: OnPass & { readonly times: number; readonly bar: number },
): number | null {
  const entry = at.entry === undefined ? undefined : song.form[at.entry];
  if (entry?.section !== at.section || !entry.variants) return null;
  const index = entry.variants.findLastIndex((v) => {
    const isOn = v.pass === 'every' || isOnPass({ ...v, pass: v.pass }, at);
    const patch = isOn ? v.bars[at.bar - v.fromBar] : undefined;
    return patch !== undefined && !patch.out;
  });
  return index < 0 ? null : index;
}

/** Whether something of a bar differs in its playing alone. */
export function hasOwn(song: Song, where: OnPass & { readonly bar: number }): boolean {
  return ownVariant(song, asWritten(song, where)) !== null;
}

/** The song where bars of a playing may differ there alone: those that do not yet begin with nothing of their own. */
export function withOwnBars(
  song: Song,
  entry: number,
  places: readonly (OnPass & { readonly bar: number })[],
): Song {
  return places.reduce((now, place) => {
    if (place.entry !== entry || hasOwn(now, place)) return now;
    const at = asWritten(now, place);
    // What is changed on the first pass is changed on every pass of the playing.
    const own: OwnVariant = { pass: at.pass > 1 ? at.pass : 'every', fromBar: at.bar, bars: [{}] };
    const form = now.form.map((e, i) => (i === entry ? { ...e, variants: [...(e.variants ?? []), own] } : e));
    return { ...now, form };
  }, song);
}

/** One bar of a playing's own variant changed. */
function mapOwn(
  song: Song,
  at: OnPass & { readonly bar: number },
  index: number,
  change: (patch: BarPatch) => BarPatch,
): Song {
  const form = song.form.map((entry, i) => {
    if (i !== at.entry) return entry;
    const variants = entry.variants!.map((v, n) =>
      n === index ? { ...v, bars: v.bars.map((p, b) => (b === at.bar - v.fromBar ? change(p) : p)) } : v,
    );
    return { ...entry, variants };
  });
  return { ...song, form };
}

/** The section's bars on a pass by where they are written, those left out on it included. */
function barsWritten(section: Section, at: { pass: number; times: number }): readonly Bar[] {
  const stays = section.variants.map((v) => ({ ...v, bars: v.bars.map((p) => (p.out ? {} : p)) }));
  return barsOnPass(asPlayed({ ...section, hands: {}, variants: stays }, at), at.pass);
}

/** The section with one bar of a pass of its own, beside what that pass says of the bar already. */
function withPatch(
  section: Section,
  at: { readonly pass: number; readonly bar: number },
  change: (said: BarPatch) => BarPatch,
): Section {
  const { pass, bar } = at;
  const known = section.variants.findLastIndex((v) => {
    const patch = v.pass === pass ? v.bars[bar - v.fromBar] : undefined;
    return patch !== undefined && !patch.out;
  });
  if (known < 0) {
    const variant = { pass, fromBar: bar, bars: [change({})] };
    return { ...section, variants: [...section.variants, variant] };
  }
  const variants = section.variants.map((v, i) =>
    i === known ? { ...v, bars: v.bars.map((p, n) => (n === bar - v.fromBar ? change(p) : p)) } : v,
  );
  return { ...section, variants };
}

/** What a patch says, and what is said more, the latter where both speak: its cells without a line take a line away. */
function bothSay(said: BarPatch, more: BarPatch): BarPatch {
  const join = <K extends 'cells' | 'hits' | 'sounds'>(key: K) =>
    said[key] || more[key] ? { [key]: { ...said[key], ...more[key] } } : {};
  const kept = PLAYERS.filter((p) => said.lines?.[p] && more.cells?.[p] === undefined);
  const lines = { ...Object.fromEntries(kept.map((p) => [p, said.lines![p]])), ...more.lines };
  const joined = said.lines || more.lines ? { lines } : {};
  return { ...said, ...more, ...join('cells'), ...joined, ...join('hits'), ...join('sounds') };
}
