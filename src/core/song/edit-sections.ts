import {
  cellsWithLine,
  openBar,
  ownCells,
  PLAYERS,
  sectionNameTrouble,
  type Bar,
  type BarPatch,
  type BesidePart,
  type FormEntry,
  type OwnVariant,
  type PlacedCell,
  type PlacedChord,
  type Player,
  type Section,
} from '../form/index';
import { cleanTitle, joinNamed } from './names';
import { heldInto } from './edit-form';
import { movedLog } from './edit-log';
import { mapSections, sectionNamed, sectionsByName, type KeptFinding, type Song } from './song';

/** What is changed of the bars of a section; bars count from 0. */
export type BarsChange =
  /** New bars before bar `at`; as many as there are: behind the last one. Everybody's part in them is open. */
  | { readonly what: 'insert'; readonly at: number; readonly bars: readonly (readonly PlacedChord[])[] }
  | { readonly what: 'remove'; readonly from: number; readonly count: number }
  /** Bar `from` stands where bar `to` stood. */
  | { readonly what: 'move'; readonly from: number; readonly to: number }
  /** Bars again right behind themselves, with everything that is played in them. */
  | { readonly what: 'repeat'; readonly from: number; readonly count: number };

/** What stands before the sections; left out: as it is. */
export interface HeadChange {
  readonly key?: string;
  readonly tempo?: number;
  readonly voice?: Song['voice'];
  /** Semitones the whole band is tuned down; null: none. */
  readonly down?: number | null;
}

/** A new section, played once at a place of the form (from 0). Throws RangeError for a name that is taken or cannot be. */
export function addSection(
  song: Song,
  edit: { readonly name: string; readonly at: number; readonly bars: readonly (readonly PlacedChord[])[] },
): Song {
  const name = checkedName(song, edit.name);
  const bars = edit.bars.map(openBar);
  if (bars.length === 0) throw new RangeError('A section has at least one bar');
  const section: Section = { name, bars: [saidFrom(bars[0]!), ...bars.slice(1)], variants: [], wishes: [] };
  const entry: FormEntry = { section: name, times: 1, plan: null, key: null };
  return { ...song, sections: [...song.sections, section], form: inserted(song.form, edit.at, entry) };
}

/** A bar that begins with silence where it says nothing at its beginning. */
function saidFrom(bar: Bar): Bar {
  if (bar.chords.some((c) => c.at === 0)) return bar;
  return openBar([{ at: 0, push: 0, chord: 'N.C.' }, ...bar.chords]);
}

/** A section under another name, wherever it is spoken of. */
export function renameSection(song: Song, edit: { readonly section: string; readonly name: string }): Song {
  const name = cleanTitle(edit.name);
  if (name === edit.section || !sectionNamed(song, edit.section)) return song;
  checkedName(song, name);
  const sections = sectionsByName(song);
  const renamed = (kept: KeptFinding): KeptFinding => {
    if (kept.section === edit.section) return { ...kept, section: name };
    // Two sections meet in a join, named after both.
    if (kept.section === null || sections.has(kept.section) || !joinNamed(sections, kept.section))
      return kept;
    const parts = kept.section.split(' > ').map((part) => {
      const number = / \d+$/.exec(part)?.[0] ?? '';
      if (part === edit.section) return name;
      return part === `${edit.section}${number}` ? `${name}${number}` : part;
    });
    return { ...kept, section: parts.join(' > ') };
  };
  const logged = movedLog(song, { section: (one) => (one === edit.section ? name : one) });
  return {
    ...mapSections(logged, (s) => (s.name === edit.section ? { ...s, name } : s)),
    form: song.form.map((e) => (e.section === edit.section ? { ...e, section: name } : e)),
    kept: song.kept.map(renamed),
  };
}

function checkedName(song: Song, wanted: string): string {
  const name = cleanTitle(wanted);
  const trouble = sectionNameTrouble(name);
  if (trouble !== null) throw new RangeError(trouble);
  if (sectionNamed(song, name)) throw new RangeError(`There is already a section ${name}`);
  return name;
}

/** A section once more, at a place of the form (from 0). */
export function playAgain(song: Song, edit: { readonly section: string; readonly at: number }): Song {
  if (!sectionNamed(song, edit.section)) throw new RangeError(`No section ${edit.section}`);
  return {
    ...song,
    form: inserted(song.form, edit.at, { section: edit.section, times: 1, plan: null, key: null }),
  };
}

/** One playing taken to another place of the form, so that it is entry `to` afterwards; both from 0. */
export function movePlaying(song: Song, edit: { readonly entry: number; readonly to: number }): Song {
  const entry = song.form[edit.entry];
  if (!entry) throw new RangeError(`No playing ${edit.entry + 1} in the form`);
  const others = song.form.filter((_, i) => i !== edit.entry);
  return { ...song, form: inserted(others, edit.to, entry) };
}

/** Takes one playing away, and its section with it where it is played nowhere else. */
export function dropPlaying(song: Song, edit: { readonly entry: number }): Song {
  const entry = song.form[edit.entry];
  if (!entry) throw new RangeError(`No playing ${edit.entry + 1} in the form`);
  const form = song.form.filter((_, i) => i !== edit.entry);
  const isLast = form.every((e) => e.section !== entry.section);
  if (!isLast) return { ...song, form };
  return {
    ...song,
    form,
    sections: song.sections.filter((s) => s.name !== entry.section),
    kept: song.kept.filter((k) => k.section !== entry.section),
  };
}

function inserted<T>(list: readonly T[], at: number, one: T): readonly T[] {
  const place = Math.min(Math.max(0, at), list.length);
  return [...list.slice(0, place), one, ...list.slice(place)];
}

/** The song with another title, key, tempo, metre, voice or tunings, as `change` says; everything else stays. */
export function setHead(song: Song, change: HeadChange): Song {
  const { down, ...rest } = song;
  const lower = change.down === undefined ? down : (change.down ?? undefined);
  return {
    ...rest,
    ...(lower === undefined ? {} : { down: lower }),
    ...(change.key === undefined ? {} : { key: change.key }),
    ...(change.tempo === undefined ? {} : { tempo: change.tempo }),
    ...(change.voice === undefined ? {} : { voice: change.voice }),
  };
}

/**
 * Bars of a section put in, taken out, moved or repeated; what differs on a pass or in one playing and what is kept goes
 * with its bar. What a bar held from the one before it says itself where that one is another now. Throws RangeError for
 * bars that are not there, and when no bar would be left.
 */
export function setBars(song: Song, edit: { readonly section: string; readonly change: BarsChange }): Song {
  const section = sectionNamed(song, edit.section);
  if (!section) throw new RangeError(`No section ${edit.section}`);
  const order = orderAfter(section, edit.change);
  const bars = order.map((one, i): Bar => {
    const before = order[i - 1];
    if (typeof one !== 'number') return i === 0 ? saidFrom(one) : one;
    const follows = i > 0 && typeof before === 'number' && before === one - 1;
    const bar = section.bars[one]!;
    const held = follows || (one === 0 && i === 0) ? bar : heldInto(section, one, bar);
    return relined(held, { first: i === 0, players: song.players });
  });
  const differing = <T extends Differing>(variants: readonly T[]): readonly T[] => {
    const placed = variants
      .flatMap((v) => rearranged(v, order))
      .map((v) => ({
        ...v,
        bars: v.bars.map((patch, i) => relined(patch, { first: v.fromBar + i === 0, players: song.players })),
      }));
    return playable(placed, bars.length);
  };
  const next: Section = {
    ...section,
    bars,
    variants: differing(section.variants),
  };
  const places = (bar: number) => order.flatMap((one, i) => (one === bar ? [i] : []));
  const form = song.form.map((entry): FormEntry => {
    if (entry.section !== edit.section) return entry;
    const { variants, bars: only, ...rest } = entry;
    const own = differing(variants ?? []);
    const count =
      only === undefined ? null : Math.max(1, order.filter((o) => typeof o === 'number' && o < only).length);
    return {
      ...rest,
      ...(own.length > 0 ? { variants: own } : {}),
      ...(count === null || count >= bars.length ? {} : { bars: count }),
    };
  });
  const kept = song.kept.flatMap((k): KeptFinding[] => {
    if (k.section !== edit.section || k.bar === null) return [k];
    const [first] = places(k.bar - 1);
    return first === undefined ? [] : [{ ...k, bar: first + 1 }];
  });
  const logged = movedLog(song, {
    section: (name) => name,
    bar: (name, bar) => {
      if (name !== edit.section) return bar;
      const [first] = places(bar - 1);
      return first === undefined ? null : first + 1;
    },
  });
  return { ...mapSections(logged, (s) => (s === section ? next : s)), form, kept };
}

/** Where each bar comes from: its place before (from 0), or a new bar. */
function orderAfter(section: Section, change: BarsChange): readonly (number | Bar)[] {
  const old = section.bars.map((_, i) => i);
  const check = (bar: number) => {
    if (!(bar >= 0 && bar < old.length)) throw new RangeError(`No bar ${bar + 1} of ${section.name}`);
  };
  switch (change.what) {
    case 'insert':
      return [...old.slice(0, change.at), ...change.bars.map(openBar), ...old.slice(change.at)];
    case 'remove': {
      check(change.from);
      const left = old.filter((i) => i < change.from || i >= change.from + change.count);
      if (left.length === 0) throw new RangeError('A section has at least one bar');
      return left;
    }
    case 'move': {
      check(change.from);
      check(change.to);
      return inserted(
        old.filter((i) => i !== change.from),
        change.to,
        change.from,
      );
    }
    case 'repeat': {
      check(change.from);
      const end = Math.min(old.length, change.from + change.count);
      return [...old.slice(0, end), ...old.slice(change.from, end), ...old.slice(end)];
    }
  }
}

type Differing = Pick<OwnVariant, 'pass' | 'fromBar' | 'bars'>;

/** Lines as they stand in a bar that opens its section, or does not: what comes before them there is silence. */
function relined<T extends BarPatch>(
  bar: T,
  { first, players }: { readonly first: boolean; readonly players: Song['players'] },
): T {
  const ground = (player: Player) => ({ strings: players[player].tuning.length, first });
  const cells: Partial<Record<Player, readonly PlacedCell[]>> = { ...bar.cells };
  const beside: Partial<Record<Player, readonly BesidePart[]>> = { ...bar.beside };
  for (const player of PLAYERS) {
    const line = bar.lines?.[player];
    const own = cells[player];
    if (line && own) cells[player] = cellsWithLine(ownCells(own), line, ground(player));
    const parts = beside[player];
    if (parts)
      beside[player] = parts.map((part) =>
        part.line ? { ...part, cells: cellsWithLine(ownCells(part.cells), part.line, ground(player)) } : part,
      );
  }
  return { ...bar, ...(bar.cells ? { cells } : {}), ...(bar.beside ? { beside } : {}) };
}

/** Without what leaves every bar out that is there: something is played on each pass. */
function playable<T extends Differing>(variants: readonly T[], count: number): readonly T[] {
  const outOn = (pass: T['pass']) =>
    variants.filter((v) => v.pass === pass).flatMap((v) => v.bars.filter((p) => p.out)).length;
  return variants.filter((v) => outOn(v.pass) < count || !v.bars.some((p) => p.out));
}

/** What differs in bars, where those are now; bars without a difference between them divide it. */
function rearranged<T extends Differing>(variant: T, order: readonly (number | Bar)[]): readonly T[] {
  const done: { fromBar: number; bars: BarPatch[] }[] = [];
  const seen = new Set<number>();
  order.forEach((one, i) => {
    if (typeof one !== 'number' || seen.has(one)) return;
    seen.add(one);
    const patch = variant.bars[one - variant.fromBar];
    if (!patch) return;
    const last = done.at(-1);
    if (last && last.fromBar + last.bars.length === i) last.bars.push(patch);
    else done.push({ fromBar: i, bars: [patch] });
  });
  return done.map((d) => ({ ...variant, ...d }));
}
