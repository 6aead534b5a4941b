import {
  cellsWithLine,
  formatCell,
  isStep,
  leavesRoom,
  openCells,
  ownCells,
  variantAt,
  withLine,
  type Bar,
  type BarPatch,
  type Cell,
  type PlacedCell,
  type Player,
  type Push,
} from '../form/index';
import type {
  CellChange,
  HitsChange,
  LineChange,
  PartChange,
  PushChange,
  SoundChange,
  VoiceChange,
} from './address';
import { withFittingFingers } from '../line/index';
import { mapSections, sectionNamed, type Song } from './song';
import { asWritten, cellAt, mapBar, withTimes } from './where-written';

export function setCell(song: Song, { at, cell }: CellChange): Song {
  const now = cellAt(song, at);
  const where = `cell ${at.index + 1} of ${at.player} in bar ${at.bar + 1} of ${at.section}`;
  if (now === null) throw new RangeError(`No ${where}`);
  if (now.kind !== 'open' && now.step) throw new RangeError(`A line stands in ${where}`);
  const { player } = at;
  const put = (list: readonly PlacedCell[]) =>
    list.map((c, i) => (i === at.index ? { ...c, cell: withOthers(c.cell, cell) } : c));
  return mapBar(song, at, {
    has: (patch) => patch.cells?.[player] !== undefined,
    patch: (p) => ({ ...p, cells: { ...p.cells, [player]: put(p.cells![player]!) } }),
    bar: (b) => ({ ...b, cells: { ...b.cells, [player]: put(b.cells[player]) } }),
    seed: (b) => partOf(b, player),
    what: where,
  });
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
  /** A note of a line stands where it is written. */
  const putCells = (list: readonly PlacedCell[]) => list.map((c) => (isStep(c) ? c : put([c])[0]!));
  const what = `push in bar ${change.bar + 1}`;
  let next = song;
  for (const player of change.players) {
    next = mapBar(next, change, {
      has: (patch) => patch.cells?.[player] !== undefined,
      patch: (p) => ({ ...p, cells: { ...p.cells, [player]: putCells(p.cells![player]!) } }),
      bar: (b) => ({ ...b, cells: { ...b.cells, [player]: putCells(b.cells[player]) } }),
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
