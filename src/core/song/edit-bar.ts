import {
  asPlayed,
  barsOnPass,
  cellsWithLine,
  formatCell,
  isOnPass,
  leavesRoom,
  openCells,
  ownCells,
  variantAt,
  writtenBars,
  withLine,
  type Bar,
  type BarPatch,
  type Cell,
  type PlacedCell,
  type Player,
  type Push,
  type Section,
} from '../form/index';
import type {
  CellAddress,
  CellChange,
  HitsChange,
  LineChange,
  OnPass,
  PartChange,
  PushChange,
  SoundChange,
  VoiceChange,
} from './address';
import { withFittingFingers } from '../line/index';
import { mapSections, sectionNamed, type Song } from './song';

/** How often the playing is played, and the bar by where it is written: those left out on the pass are counted. */
function asWritten<A extends OnPass & { readonly bar: number }>(
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

/** The bar at an address as it is played on that pass; null when there is none. */
export function barAt(song: Song, where: OnPass & { readonly bar: number }): Bar | null {
  const at = withTimes(song, where);
  const played = playedSection(song, at);
  return (played && barsOnPass(played, at.pass)[at.bar]) ?? null;
}

function hasOut(variants: readonly { readonly bars: readonly BarPatch[] }[]): boolean {
  return variants.some((v) => v.bars.some((p) => p.out));
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

/** The cell at an address, as it is played on that pass; null when there is none. */
export function cellAt(song: Song, at: CellAddress): Cell | null {
  const section = sectionNamed(song, at.section);
  if (!section) return null;
  return listAt(song, section, asWritten(song, at))?.[at.index]?.cell ?? null;
}

/** The cells of a player in a bar as they are played on a pass. */
function listAt(
  song: Song,
  section: Section,
  at: CellAddress & { readonly times: number },
): readonly PlacedCell[] | undefined {
  const own = ownVariant(song, at);
  if (own !== null) {
    const v = song.form[at.entry!]!.variants![own]!;
    const cells = v.bars[at.bar - v.fromBar]!.cells?.[at.player];
    if (cells) return cells;
  }
  const variant = variantAt(section, at);
  return variant === null
    ? section.bars[at.bar]?.cells[at.player]
    : section.variants[variant]!.bars[at.bar - section.variants[variant]!.fromBar]!.cells![at.player];
}

/** How often the playing an address speaks of is played. */
function withTimes<A extends OnPass>(song: Song, at: A): A & { readonly times: number } {
  const times = at.times ?? song.form.find((e) => e.section === at.section)?.times ?? 1;
  return { ...at, times };
}

export function setCell(song: Song, { at, cell }: CellChange): Song {
  const now = cellAt(song, at);
  const where = `cell ${at.index + 1} of ${at.player} in bar ${at.bar + 1} of ${at.section}`;
  if (now === null) throw new RangeError(`No ${where}`);
  if (now.kind !== 'open' && now.step) throw new RangeError(`A line stands in ${where}`);
  const place = asWritten(song, at);
  const own = ownVariant(song, place);
  if (own !== null) {
    const section = sectionNamed(song, at.section)!;
    const list = listAt(song, section, place)!;
    const cells = list.map((c, i) => (i === at.index ? { ...c, cell: withOthers(c.cell, cell) } : c));
    return mapOwn(song, place, own, (said) => ({ ...said, cells: { ...said.cells, [at.player]: cells } }));
  }
  return mapSections(song, (section) =>
    section.name === at.section ? setInSection(section, place, cell) : section,
  );
}

function setInSection(section: Section, at: CellAddress & { readonly times: number }, cell: Cell): Section {
  const put = (list: readonly PlacedCell[]) =>
    list.map((c, i) => (i === at.index ? { ...c, cell: withOthers(c.cell, cell) } : c));
  const variant = variantAt(section, at);
  if (variant === null && at.pass > 1) {
    const played = barsWritten(section, at)[at.bar]!;
    const line = played.lines?.[at.player];
    const patch: BarPatch = {
      cells: { [at.player]: put(played.cells[at.player]) },
      ...(line ? { lines: { [at.player]: line }, hits: { [at.player]: played.hits[at.player] } } : {}),
    };
    return withPatch(section, at, (said) => bothSay(said, patch));
  }
  if (variant === null) {
    const bars = section.bars.map((bar, b) =>
      b === at.bar ? { ...bar, cells: { ...bar.cells, [at.player]: put(bar.cells[at.player]) } } : bar,
    );
    return { ...section, bars };
  }
  const variants = section.variants.map((v, i) => {
    if (i !== variant) return v;
    const bars = v.bars.map((patch, b) =>
      b === at.bar - v.fromBar
        ? { ...patch, cells: { ...patch.cells, [at.player]: put(patch.cells![at.player]!) } }
        : patch,
    );
    return { ...v, bars };
  });
  return { ...section, variants };
}

/** What is kept beside a cell stays when another one takes its place, but for that one itself. */
function withOthers(was: Cell, next: Cell): Cell {
  if (next.kind === 'open') return next;
  if (next.or !== undefined) {
    const { or, ...plain } = next;
    return or.length > 0 ? next : plain;
  }
  const text = formatCell({ ...next, or: [], locked: false, guess: false });
  const or = (was.kind === 'open' ? [] : (was.or ?? [])).filter((one) => formatCell(one) !== text);
  return or.length > 0 ? { ...next, or } : next;
}

/**
 * Many cells at once, as one after the other with `setCell`, but each section's bars are copied once: a whole song is
 * thousands of them. Cells of passes go the plain way.
 */
export function setCells(song: Song, changes: readonly CellChange[]): Song {
  if (changes.length < WORTH_A_BATCH) return changes.reduce(setCell, song);
  const bars = new Map<string, Bar[]>();
  const plain: CellChange[] = [];
  for (const change of changes) {
    const { at, cell } = change;
    const section = sectionNamed(song, at.section);
    if (
      !section ||
      at.pass > 1 ||
      at.entry !== undefined ||
      variantAt(section, withTimes(song, at)) !== null
    ) {
      plain.push(change);
      continue;
    }
    const list = bars.get(at.section) ?? [...section.bars];
    bars.set(at.section, list);
    const bar = list[at.bar];
    const now = bar?.cells[at.player][at.index]?.cell;
    const where = `cell ${at.index + 1} of ${at.player} in bar ${at.bar + 1} of ${at.section}`;
    if (!bar || !now) throw new RangeError(`No ${where}`);
    if (now.kind !== 'open' && now.step) throw new RangeError(`A line stands in ${where}`);
    const cells = bar.cells[at.player].map((c, i) =>
      i === at.index ? { ...c, cell: withOthers(c.cell, cell) } : c,
    );
    list[at.bar] = { ...bar, cells: { ...bar.cells, [at.player]: cells } };
  }
  const next = mapSections(song, (s) => {
    const own = bars.get(s.name);
    return own ? { ...s, bars: own } : s;
  });
  return plain.reduce(setCell, next);
}

const WORTH_A_BATCH = 24;

/** A bar that holds a line has no hits of its own: its steps are struck. */
export function setHits(song: Song, change: HitsChange): Song {
  const { player, bar, hits } = change;
  const base = sectionNamed(song, change.section)?.bars[asWritten(song, change).bar];
  const underLine = base !== undefined && isFull(base, player);
  return mapBar(song, change, {
    // A line on a pass, and grips that take a line's place there, bring their own hits.
    has: (patch) =>
      patch.hits?.[player] !== undefined ||
      patch.lines?.[player] !== undefined ||
      (underLine && patch.cells?.[player] !== undefined),
    patch: (p) => (isFull(p, player) ? p : { ...p, hits: { ...p.hits, [player]: hits } }),
    bar: (b) => (isFull(b, player) ? b : { ...b, hits: { ...b.hits, [player]: hits } }),
    // Beside a line the hits of a pass need the line with them.
    seed: (b) => (b.lines?.[player] ? partOf(b, player) : {}),
    what: `hits of ${player} in bar ${bar + 1}`,
  });
}

/** True when a line fills the whole bar of a player. */
function isFull({ lines, cells }: Pick<BarPatch, 'lines' | 'cells'>, player: Player): boolean {
  const line = lines?.[player];
  return line !== undefined && !leavesRoom(line, cells?.[player] ?? []);
}

/** What a player does in a bar, as a pass says it. */
function partOf(bar: Bar, player: Player): BarPatch {
  const line = bar.lines?.[player];
  return {
    cells: { [player]: bar.cells[player] },
    ...(line ? { lines: { [player]: line }, hits: { [player]: bar.hits[player] } } : {}),
  };
}

/** Nothing at all where nobody plays a line. */
function withLines(lines: NonNullable<Bar['lines']>): Pick<Bar, 'lines'> {
  return Object.keys(lines).length > 0 ? { lines } : {};
}

/** A line in place of the player's bar; with `beside` the grips and hits stay where it leaves room for them. */
export function setLine(song: Song, change: LineChange): Song {
  const { player, bar, beside = false } = change;
  const strings = song.players[player].tuning.length;
  const line = change.line && withFittingFingers(change.line, strings);
  const written = asWritten(song, change).bar;
  const first = written === 0;
  return mapBar(song, change, {
    has: (patch) => patch.cells?.[player] !== undefined,
    patch: (p) => {
      const { lines: were, ...rest } = p;
      const { [player]: _gone, ...lines } = were ?? {};
      const own = beside ? ownCells(p.cells?.[player] ?? []) : [];
      const chords = p.chords ?? sectionNamed(song, change.section)?.bars[written]?.chords ?? [];
      const cells = line ? cellsWithLine(own, line, { strings, first }) : openCells(chords);
      const isGone = line !== null && !beside && p.hits?.[player] !== undefined;
      return {
        ...rest,
        ...(isGone ? { hits: { ...p.hits, [player]: null } } : {}),
        cells: { ...p.cells, [player]: cells },
        ...withLines(line ? { ...lines, [player]: line } : lines),
      };
    },
    bar: (b) => {
      if (line && beside) {
        const cells = cellsWithLine(ownCells(b.cells[player]), line, { strings, first });
        return { ...b, cells: { ...b.cells, [player]: cells }, lines: { ...b.lines, [player]: line } };
      }
      if (line) return withLine(b, player, line, { strings, first });
      const { [player]: _gone, ...lines } = b.lines ?? {};
      const { lines: _were, ...rest } = b;
      return { ...rest, cells: { ...b.cells, [player]: openCells(b.chords) }, ...withLines(lines) };
    },
    seed: (b) => ({ ...partOf(b, player), hits: { [player]: b.hits[player] } }),
    what: `bar ${bar + 1}`,
  });
}

export function setPush(song: Song, change: PushChange): Song {
  const { at, push } = change;
  const put = <T extends { readonly at: number; readonly push: Push }>(list: readonly T[]) =>
    list.map((one) => (one.at === at ? { ...one, push } : one));
  const what = `push in bar ${change.bar + 1}`;
  let next = song;
  for (const player of change.players) {
    next = mapBar(next, change, {
      has: (patch) => patch.cells?.[player] !== undefined,
      patch: (p) => ({ ...p, cells: { ...p.cells, [player]: put(p.cells![player]!) } }),
      bar: (b) => ({ ...b, cells: { ...b.cells, [player]: put(b.cells[player]) } }),
      seed: (b) => partOf(b, player),
      what,
    });
  }
  if (!change.chord) return next;
  return mapBar(next, change, {
    has: (patch) => patch.chords !== undefined,
    patch: (p) => ({ ...p, chords: put(p.chords!) }),
    bar: (b) => ({ ...b, chords: put(b.chords) }),
    seed: (b) => ({ chords: b.chords }),
    what,
  });
}

/** Puts a whole bar of a player in place of what was there. */
export function setPart(song: Song, change: PartChange): Song {
  const { player, bar, cells, hits, line } = change;
  if (line !== null) {
    const plain = setLine(song, { ...change, line });
    const own = ownCells(cells);
    if (own.length === 0 && !leavesRoom(line, [])) return plain;
    const strings = song.players[player].tuning.length;
    const mixed = cellsWithLine(own, line, { strings, first: asWritten(song, change).bar === 0 });
    const put = mapBar(plain, change, {
      has: (patch) => patch.cells?.[player] !== undefined,
      patch: (p) => ({ ...p, cells: { ...p.cells, [player]: mixed } }),
      bar: (b) => ({ ...b, cells: { ...b.cells, [player]: mixed } }),
      seed: (b) => partOf(b, player),
      what: `bar ${bar + 1}`,
    });
    return setHits(put, { ...change, hits });
  }
  const open = setLine(song, { ...change, line: null });
  const filled = mapBar(open, change, {
    has: (patch) => patch.cells?.[player] !== undefined,
    patch: (p) => ({ ...p, cells: { ...p.cells, [player]: cells } }),
    bar: (b) => ({ ...b, cells: { ...b.cells, [player]: cells } }),
    seed: (b) => partOf(b, player),
    what: `bar ${bar + 1}`,
  });
  return setHits(filled, { ...change, hits });
}

/** Where a pass has the player's sound written it is changed there, else in the section. */
export function setUse(song: Song, change: SoundChange): Song {
  const { player, use, bar } = change;
  if (bar === null) {
    return mapSections(song, (s) =>
      s.name === change.section ? { ...s, sounds: { ...s.sounds, [player]: use } } : s,
    );
  }
  return mapBar(
    song,
    { ...change, bar },
    {
      has: (patch) => patch.sounds?.[player] !== undefined,
      patch: (p) => ({ ...p, sounds: { ...p.sounds, [player]: use } }),
      bar: (b) => ({ ...b, sounds: { ...b.sounds, [player]: use } }),
      seed: () => ({}),
      what: `bar ${bar + 1}`,
    },
  );
}

export function setVoice(song: Song, change: VoiceChange): Song {
  const { voice, bar } = change;
  return mapBar(song, change, {
    has: (patch) => patch.voice !== undefined,
    patch: (p) => ({ ...p, voice }),
    bar: (b) => ({ ...b, voice }),
    seed: () => ({}),
    what: `bar ${bar + 1}`,
  });
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

/** What a patch says, and what is said more, the latter where both speak. */
function bothSay(said: BarPatch, more: BarPatch): BarPatch {
  const join = <K extends 'cells' | 'lines' | 'hits' | 'sounds'>(key: K) =>
    said[key] || more[key] ? { [key]: { ...said[key], ...more[key] } } : {};
  return { ...said, ...more, ...join('cells'), ...join('lines'), ...join('hits'), ...join('sounds') };
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
