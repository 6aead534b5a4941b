import { unreachable } from '../base/index';
import {
  OPEN,
  PLAYERS,
  variantAt,
  type Bar,
  type BarPatch,
  type Cell,
  type PlacedCell,
  type PlanName,
  type Player,
  type Push,
  type Section,
  type Wish,
} from '../form/index';
import type { Delay } from '../time/index';
import { moveSection } from './unfold';
import { keyShift, sectionNamed, songKey, type KeptFinding, type Song } from './song';
import { moveKey } from '../pitch/index';

/** Where a cell stands: the section, the pass on view (from 1), the bar (from 0), the player, and which in that bar. */
export interface CellAddress {
  readonly section: string;
  readonly pass: number;
  readonly player: Player;
  readonly bar: number;
  readonly index: number;
}

export interface CellChange {
  readonly at: CellAddress;
  readonly cell: Cell;
}

/** The right hand of one player in one bar (from 0) of a section, as it is played on a pass (from 1). */
export interface HitsChange {
  readonly section: string;
  readonly pass: number;
  readonly player: Player;
  readonly bar: number;
  /** A pattern `parseHits` accepts, or null: each grip struck once. */
  readonly hits: string | null;
}

/** How early whatever is written at one place of a bar (from 0, ticks after the bar line) comes. */
export interface PushChange {
  readonly section: string;
  readonly pass: number;
  readonly bar: number;
  readonly at: number;
  readonly push: Push;
  readonly players: readonly Player[];
  /** Also what the chord row says. */
  readonly chord: boolean;
}

/** Everything that can be done to a song, as plain data. */
export type Edit =
  | { readonly kind: 'setCells'; readonly changes: readonly CellChange[] }
  | { readonly kind: 'setHits'; readonly changes: readonly HitsChange[] }
  | { readonly kind: 'setPush'; readonly change: PushChange }
  | { readonly kind: 'setDelay'; readonly player: Player; readonly delay: Delay | null }
  | { readonly kind: 'together'; readonly edits: readonly Edit[] }
  | { readonly kind: 'reopen'; readonly section: string | null }
  | { readonly kind: 'setPlan'; readonly entry: number; readonly plan: PlanName | null }
  | { readonly kind: 'setWishes'; readonly section: string; readonly wishes: readonly Wish[] }
  | { readonly kind: 'keep'; readonly finding: KeptFinding }
  | { readonly kind: 'unkeep'; readonly finding: Omit<KeptFinding, 'reason'> }
  | { readonly kind: 'detach'; readonly entry: number; readonly name: string }
  | { readonly kind: 'setTitle'; readonly title: string }
  | { readonly kind: 'replace'; readonly song: Song };

/** The song after an edit; the same object when nothing changes. Addresses that do not exist are RangeErrors. */
export function applyEdit(song: Song, edit: Edit): Song {
  switch (edit.kind) {
    case 'setCells':
      return edit.changes.reduce(setCell, song);
    case 'setHits':
      return edit.changes.reduce(setHits, song);
    case 'setPush':
      return setPush(song, edit.change);
    case 'setDelay': {
      const rig = { ...song.players[edit.player], delay: edit.delay };
      return { ...song, players: { ...song.players, [edit.player]: rig } };
    }
    case 'together':
      return edit.edits.reduce(applyEdit, song);
    case 'reopen':
      return mapSections(song, (s) => (edit.section === null || s.name === edit.section ? reopen(s) : s));
    case 'setPlan':
      return {
        ...song,
        form: song.form.map((entry, i) => (i === edit.entry ? { ...entry, plan: edit.plan } : entry)),
      };
    case 'setWishes':
      return mapSections(song, (s) => (s.name === edit.section ? { ...s, wishes: edit.wishes } : s));
    case 'keep':
      return { ...song, kept: [...song.kept.filter((k) => !sameCause(k, edit.finding)), edit.finding] };
    case 'unkeep':
      return { ...song, kept: song.kept.filter((k) => !sameCause(k, edit.finding)) };
    case 'detach':
      return detach(song, edit.entry, edit.name);
    case 'setTitle':
      return { ...song, title: edit.title };
    case 'replace':
      return edit.song;
    default:
      return unreachable(edit);
  }
}

/** True when two kept findings speak of the same thing. */
export function sameCause(a: Omit<KeptFinding, 'reason'>, b: Omit<KeptFinding, 'reason'>): boolean {
  return (
    a.section === b.section &&
    a.pass === b.pass &&
    a.bar === b.bar &&
    a.beat === b.beat &&
    a.kind === b.kind &&
    a.players.join() === b.players.join() &&
    a.notes.join() === b.notes.join()
  );
}

/** The cell at an address, as it is played on that pass; null when there is none. */
export function cellAt(song: Song, at: CellAddress): Cell | null {
  const section = sectionNamed(song, at.section);
  if (!section) return null;
  const variant = variantAt(section, at);
  const list =
    variant === null
      ? section.bars[at.bar]?.cells[at.player]
      : section.variants[variant]!.bars[at.bar - section.variants[variant]!.fromBar]!.cells![at.player];
  return list?.[at.index]?.cell ?? null;
}

function setCell(song: Song, { at, cell }: CellChange): Song {
  if (cellAt(song, at) === null) {
    throw new RangeError(`No cell ${at.index + 1} of ${at.player} in bar ${at.bar + 1} of ${at.section}`);
  }
  return mapSections(song, (section) =>
    section.name === at.section ? setInSection(section, at, cell) : section,
  );
}

function setInSection(section: Section, at: CellAddress, cell: Cell): Section {
  const put = (list: readonly PlacedCell[]) => list.map((c, i) => (i === at.index ? { ...c, cell } : c));
  const variant = variantAt(section, at);
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

function setHits(song: Song, change: HitsChange): Song {
  const { player, bar, hits } = change;
  return mapBar(song, change, {
    has: (patch) => patch.hits?.[player] !== undefined,
    patch: (p) => ({ ...p, hits: { ...p.hits, [player]: hits } }),
    bar: (b) => ({ ...b, hits: { ...b.hits, [player]: hits } }),
    what: `hits of ${player} in bar ${bar + 1}`,
  });
}

function setPush(song: Song, change: PushChange): Song {
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
      what,
    });
  }
  if (!change.chord) return next;
  return mapBar(next, change, {
    has: (patch) => patch.chords !== undefined,
    patch: (p) => ({ ...p, chords: put(p.chords!) }),
    bar: (b) => ({ ...b, chords: put(b.chords) }),
    what,
  });
}

/** Changes a bar where it is written for that pass: in the last patch that `has` it, else in the section itself. */
function mapBar(
  song: Song,
  at: { section: string; pass: number; bar: number },
  change: {
    has: (patch: BarPatch) => boolean;
    patch: (patch: BarPatch) => BarPatch;
    bar: (bar: Bar) => Bar;
    what: string;
  },
): Song {
  if (!sectionNamed(song, at.section)?.bars[at.bar])
    throw new RangeError(`No ${change.what} of ${at.section}`);
  return mapSections(song, (section) => {
    if (section.name !== at.section) return section;
    const written = section.variants.findLastIndex((v) => {
      const patch = v.pass === at.pass ? v.bars[at.bar - v.fromBar] : undefined;
      return patch !== undefined && change.has(patch);
    });
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

/** Everything not locked goes back to the solver. */
function reopen(section: Section): Section {
  const open = (list: readonly PlacedCell[]) =>
    list.map((c) => (c.cell.kind !== 'open' && !c.cell.locked ? { ...c, cell: OPEN } : c));
  return {
    ...section,
    bars: section.bars.map((bar) => ({
      ...bar,
      cells: {
        guitar1: open(bar.cells.guitar1),
        guitar2: open(bar.cells.guitar2),
        bass: open(bar.cells.bass),
      },
    })),
    variants: section.variants.map((v) => ({
      ...v,
      bars: v.bars.map((patch) =>
        patch.cells
          ? {
              ...patch,
              cells: Object.fromEntries(
                PLAYERS.flatMap((p) => (patch.cells![p] ? [[p, open(patch.cells![p])]] : [])),
              ),
            }
          : patch,
      ),
    })),
  };
}

/** Gives one playing its own copy of the material, moved into its key, under a new name. */
function detach(song: Song, index: number, name: string): Song {
  const entry = song.form[index];
  const section = entry && sectionNamed(song, entry.section);
  if (!entry || !section) throw new RangeError(`No playing ${index + 1} in the form`);
  const shift = keyShift(song, entry);
  const key = moveKey(songKey(song), shift);
  const own = { ...(shift === 0 ? section : moveSection(section, { song, shift, key })), name };
  return {
    ...song,
    sections: [...song.sections, own],
    form: song.form.map((e, i) => (i === index ? { ...e, section: name, key: null } : e)),
  };
}

function mapSections(song: Song, change: (section: Section) => Section): Song {
  return { ...song, sections: song.sections.map(change) };
}
