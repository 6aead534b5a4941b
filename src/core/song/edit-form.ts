import {
  cleanRemark,
  ownCells,
  PLAYERS,
  saidSounds,
  type Bar,
  type BarPatch,
  type Cell,
  type FormEntry,
  type OwnVariant,
  type Section,
  type Sounds,
  type Variant,
} from '../form/index';
import { moveKey } from '../pitch/index';
import { inPlayedOrder, keyShift, mapSections, sectionKey, sectionNamed, type Song } from './song';
import { moveSection } from './unfold';

/** Bars of a section from `fromBar` (from 0) on, on one pass; with `entry` (from 0) in that playing alone. */
export interface VaryChange {
  readonly section: string;
  readonly pass: OwnVariant['pass'];
  readonly fromBar: number;
  readonly entry?: number;
}

/** How an entry of the form is played; null: as usual. */
export interface PlayingChange {
  readonly times?: number;
  readonly tempo?: number | null;
  readonly feel?: FormEntry['feel'] | null;
  readonly bars?: number | null;
  readonly sounds?: Sounds | null;
  readonly end?: FormEntry['end'] | null;
  readonly remark?: string;
  /** Everything moves to it; null: as it is written. */
  readonly key?: string | null;
}

/** Gives bars (from 0) of a section an own version on one pass, to begin with the same as before. */
export function vary(song: Song, edit: VaryChange & { readonly bars: number }): Song {
  const section = sectionNamed(song, edit.section);
  const bars = section?.bars.slice(edit.fromBar, edit.fromBar + edit.bars) ?? [];
  if (!section || bars.length === 0) throw new RangeError(`No bar ${edit.fromBar + 1} of ${edit.section}`);
  return withVariant(
    song,
    edit,
    bars.map((bar) => asPatch(bar)),
  );
}

/** What a bar says of who plays what; remarks and what is kept beside it stay the section's. */
function asPatch({ remarks: _remarks, beside: _beside, ...bar }: Bar): BarPatch {
  return bar;
}

/** Leaves bars of a section from `fromBar` (from 0) on out on one pass: `bars` of them, or all that are left. */
export function leaveOut(song: Song, edit: VaryChange & { readonly bars?: number }): Song {
  const section = sectionNamed(song, edit.section);
  const left = (section?.bars.length ?? 0) - edit.fromBar;
  const count = Math.min(left, edit.bars ?? left);
  if (!section || count < 1 || count >= section.bars.length)
    throw new RangeError(`No bars from ${edit.fromBar + 1} on to leave out of ${edit.section}`);
  return withVariant(
    song,
    edit,
    Array.from({ length: count }, () => ({ out: true }) as const),
  );
}

function withVariant(
  song: Song,
  { section: name, pass, fromBar, entry }: VaryChange,
  bars: readonly BarPatch[],
): Song {
  if (entry !== undefined) {
    const form = song.form.map((e, i) =>
      i === entry ? { ...e, variants: [...(e.variants ?? []), { pass, fromBar, bars }] } : e,
    );
    return { ...song, form };
  }
  if (pass === 'every') throw new RangeError('Only one playing can differ on every pass');
  return mapSections(song, (s) =>
    s.name === name ? { ...s, variants: [...s.variants, { pass, fromBar, bars }] } : s,
  );
}

/** Takes away what differs on a pass, of a section or of one playing of it. */
export function unvary(song: Song, edit: Omit<VaryChange, 'fromBar'>): Song {
  const { section: name, pass, entry } = edit;
  if (entry !== undefined) {
    const form = song.form.map((e, i): FormEntry => {
      if (i !== entry) return e;
      const { variants = [], ...rest } = e;
      const left = variants.filter((v) => v.pass !== pass);
      return left.length > 0 ? { ...rest, variants: left } : rest;
    });
    return { ...song, form };
  }
  return mapSections(song, (s) =>
    s.name === name ? { ...s, variants: s.variants.filter((v) => v.pass !== pass) } : s,
  );
}

/** One entry of the form (from 0) played otherwise; an entry that is not there changes nothing. */
export function setPlaying(
  song: Song,
  edit: { readonly entry: number; readonly change: PlayingChange },
): Song {
  const { times, tempo, feel, bars, sounds, end, remark, key } = edit.change;
  const form = song.form.map((entry, i): FormEntry => {
    if (i !== edit.entry) return entry;
    const next: { -readonly [K in keyof FormEntry]: FormEntry[K] } = { ...entry };
    if (times !== undefined) next.times = times;
    if (key !== undefined) next.key = key;
    if (tempo === null) delete next.tempo;
    else if (tempo !== undefined) next.tempo = tempo;
    if (feel === null) delete next.feel;
    else if (feel !== undefined) next.feel = feel;
    if (bars === null) delete next.bars;
    else if (bars !== undefined) next.bars = bars;
    if (end === null) delete next.end;
    else if (end !== undefined) next.end = end;
    const told = remark === undefined ? undefined : cleanRemark(remark);
    if (told) next.remark = told;
    else if (told === '') delete next.remark;
    const said = sounds && saidSounds(sounds);
    if (said) next.sounds = said;
    else if (sounds !== undefined) delete next.sounds;
    return next;
  });
  return inPlayedOrder({ ...song, form });
}

/**
 * Two sections from one before bar `bar` (from 1; it counts from 0, so it is the number of bars of the first part): what was played as A is played as A and B, pass by pass where it was
 * played more than once. Only for sections that are the same every time.
 */
export function cut(
  song: Song,
  edit: { readonly section: string; readonly bar: number; readonly name: string },
): Song {
  const section = sectionNamed(song, edit.section);
  const at = edit.bar;
  if (!section || at < 1 || at >= section.bars.length)
    throw new RangeError(`No bar ${at + 1} to cut ${edit.section} before`);
  if (sectionNamed(song, edit.name)) throw new RangeError(`There is a section ${edit.name}`);
  // Once each pass is an entry of its own, a second and a last time could not be told apart any more.
  const isVaried = song.form.some((e) => e.section === edit.section && e.variants !== undefined);
  if (section.variants.length > 0 || isVaried)
    throw new RangeError(`${edit.section} differs from time to time`);
  const first: Section = { ...section, bars: section.bars.slice(0, at) };
  const { pickup: _pickup, comments: _comments, ...same } = section;
  const rest: Section = { ...same, bars: section.bars.slice(at), name: edit.name };
  // The second part must say by itself what was held over the cut.
  const second = { ...rest, bars: rest.bars.map((b, i) => (i === 0 ? heldInto(section, at, b) : b)) };
  const form = song.form.flatMap((entry): FormEntry[] => {
    if (entry.section !== edit.section) return [entry];
    const { bars: only, ...whole } = entry;
    if (only !== undefined && only <= at) return [entry];
    const tail = only === undefined ? {} : { bars: only - at };
    const { comments: _above, ...tailOf } = whole;
    const once = [whole, { ...tailOf, section: edit.name, ...tail }];
    if (entry.times === 1) return once;
    return Array.from({ length: entry.times }, () => once.map((e) => ({ ...e, times: 1 }))).flat();
  });
  return {
    ...song,
    sections: song.sections.flatMap((s) => (s === section ? [first, second] : [s])),
    form,
    kept: song.kept.map((k) =>
      k.section === edit.section && k.bar !== null && k.bar > at
        ? { ...k, section: edit.name, bar: k.bar - at }
        : k,
    ),
  };
}

/** A bar that begins with what goes on from the bars before it. */
export function heldInto(section: Section, at: number, bar: Bar): Bar {
  const before = section.bars.slice(0, at);
  const chord = before.flatMap((b) => b.chords).at(-1);
  const chords =
    bar.chords.some((c) => c.at === 0) || !chord
      ? bar.chords
      : [{ at: 0, push: 0 as const, chord: chord.chord }, ...bar.chords];
  const cells = Object.fromEntries(
    PLAYERS.map((player) => {
      const own = bar.cells[player];
      const held = before.flatMap((b) => b.cells[player]).at(-1);
      const isLine = bar.lines?.[player] !== undefined && ownCells(own).length === 0;
      if (own.some((c) => c.at === 0) || !held || isLine) return [player, own];
      const { step: _step, ...cell } = held.cell as Cell & { step?: unknown };
      return [player, [{ at: 0, push: 0, cell: cell as Cell }, ...own]];
    }),
  ) as unknown as Bar['cells'];
  return { ...bar, chords, cells };
}

/** The section with what differs in one playing as its own. */
function asOwn(section: Section, { variants = [], times }: FormEntry): Section {
  if (variants.length === 0) return section;
  const passes = Array.from({ length: times }, (_, i) => i + 1);
  const own = variants.flatMap((v): Variant[] =>
    v.pass === 'every' ? passes.map((pass) => ({ ...v, pass })) : [{ ...v, pass: v.pass }],
  );
  return { ...section, variants: [...section.variants, ...own] };
}

/** Gives one playing its own copy of the material, moved into its key, under a new name. */
export function detach(song: Song, index: number, name: string): Song {
  const entry = song.form[index];
  const section = entry && sectionNamed(song, entry.section);
  if (!entry || !section) throw new RangeError(`No playing ${index + 1} in the form`);
  const shift = keyShift(song, entry);
  const key = moveKey(sectionKey(song, section), shift);
  const own = asOwn(section, entry);
  const moved = shift === 0 ? own : moveSection(own, { song, shift, key });
  const written = section.key === undefined ? {} : { key: key.text };
  return {
    ...song,
    sections: [...song.sections, { ...moved, ...written, name }],
    form: song.form.map((e, i): FormEntry => {
      if (i !== index) return e;
      const { variants: _own, ...rest } = e;
      return { ...rest, section: name, key: null };
    }),
  };
}
