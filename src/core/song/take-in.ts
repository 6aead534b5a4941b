import { PLAYERS, type Bar, type FormEntry, type Player, type Section } from '../form/index';
import { refitSong } from './refit';
import { canonicalSong } from './canonical';
import { besideChart, inPlayedOrder, meterOf, sectionNamed, type Rig, type Song } from './song';
import { barTicks } from '../time/index';
import { setBars } from './edit-sections';
import { withFollowers } from './likes';
import { freeName } from './names';

/** Where another song, or a part of it, goes in. */
export type TakeIn =
  /** Its sections behind those that are there; a section that is there already, bar for bar, is played again. */
  | { readonly how: 'behind' }
  /** Its first section in place of the bars of one. */
  | { readonly how: 'section'; readonly section: string }
  /** What a player does in its first section, from the first bar of one on; bars that are missing are added. */
  | { readonly how: 'part'; readonly section: string; readonly player: Player };

/**
 * A song with something of another one in it. What stands before the sections is taken only where nothing was written
 * yet. RangeError for a section that is not there, and for a part in another metre than its section's.
 */
export function takenIn(into: Song, from: Song, where: TakeIn): Song {
  if (into.sections.length === 0 && where.how === 'behind') return behind(into, from);
  const other = onRigsOf(into, from);
  const song = withSoundsOf(into, other);
  return canonicalSong(put(song, other, where), into);
}

function put(song: Song, other: Song, where: TakeIn): Song {
  switch (where.how) {
    case 'behind':
      return behind(song, other);
    case 'section':
      return inSection(song, other, where.section);
    case 'part':
      return withPart(song, other, where);
  }
}

/** Whether what somebody plays in the first section of one song fits the bars of a section of another one. */
export function takesPart(song: Song, other: Song, name: string): boolean {
  const [section, from] = [sectionNamed(song, name), other.sections[0]];
  return !!section && !!from && barTicks(meterOf(song, section)) === barTicks(meterOf(other, from));
}

/** A song on the strings of another one, the notes as they sound: grips for a five-string bass fit no four-string one. */
function onRigsOf({ players }: Song, other: Song): Song {
  const ofStrings = ({ tuning, capo }: Rig) => `${tuning.join(' ')} ${capo}`;
  const differ = PLAYERS.some((p) => ofStrings(players[p]) !== ofStrings(other.players[p]));
  if (!differ) return other;
  const rig = (p: Player): Rig => {
    const { tuning, capo, frets } = players[p];
    return { ...other.players[p], tuning, capo, frets };
  };
  const own = { guitar1: rig('guitar1'), guitar2: rig('guitar2'), bass: rig('bass') };
  return refitSong(other, { key: null, players: own, keep: 'pitches' }).song;
}

/** A song with the named sounds of another one that it has not, for bars that use them. */
function withSoundsOf(song: Song, other: Song): Song {
  const rig = (p: Player): Rig => {
    const own = song.players[p].sounds ?? [];
    const more = (other.players[p].sounds ?? []).filter((s) => !own.some((o) => o.name === s.name));
    return more.length === 0 ? song.players[p] : { ...song.players[p], sounds: [...own, ...more] };
  };
  return { ...song, players: { guitar1: rig('guitar1'), guitar2: rig('guitar2'), bass: rig('bass') } };
}

function behind(song: Song, other: Song): Song {
  if (song.sections.length === 0) {
    const title = other.title === 'Untitled' ? song.title : other.title;
    return { ...other, title, ...besideChart(song) };
  }
  const names = new Map<string, string>();
  const sections: Section[] = [...song.sections];
  for (const one of other.sections) {
    const section = asWritten(one, { song, other });
    const known = sections.find((s) => s.name === section.name);
    if (known && JSON.stringify(known.bars) === JSON.stringify(section.bars)) {
      names.set(section.name, known.name);
      continue;
    }
    const name = freeName(
      section.name,
      sections.map((s) => s.name),
    );
    names.set(section.name, name);
    sections.push({ ...section, name });
  }
  const form = other.form.map((entry): FormEntry => ({ ...entry, section: names.get(entry.section)! }));
  return withFollowers(inPlayedOrder({ ...song, sections, form: [...song.form, ...form] }));
}

/** A section that says its metre and key itself, where the song it comes into has others. */
function asWritten(section: Section, { song, other }: { song: Song; other: Song }): Section {
  const isOther = other.meter.beats !== song.meter.beats || other.meter.unit !== song.meter.unit;
  return {
    ...section,
    ...(isOther && section.meter === undefined ? { meter: other.meter } : {}),
    ...(other.key !== song.key && section.key === undefined ? { key: other.key } : {}),
  };
}

function inSection(song: Song, other: Song, name: string): Song {
  const section = sectionNamed(song, name);
  const from = other.sections[0];
  if (!section || !from) throw new RangeError(`No section ${name}`);
  const { meter } = asWritten(from, { song, other });
  const next: Section = { ...section, bars: from.bars, variants: [], ...(meter ? { meter } : {}) };
  const form = song.form.map((entry): FormEntry => {
    if (entry.section !== name) return entry;
    const { variants: _were, bars: _count, ...rest } = entry;
    return rest;
  });
  const kept = song.kept.filter((k) => k.section !== name || k.bar === null);
  const sections = song.sections.map((s) => (s === section ? next : s));
  return withFollowers({ ...song, sections, form, kept });
}

function withPart(song: Song, other: Song, where: { section: string; player: Player }): Song {
  const section = sectionNamed(song, where.section);
  const from = other.sections[0];
  if (!section || !from) throw new RangeError(`No section ${where.section}`);
  if (!takesPart(song, other, where.section)) throw new RangeError(`${where.section} has another metre`);
  const missing = from.bars.slice(section.bars.length).map((bar) => bar.chords);
  const longer =
    missing.length === 0
      ? song
      : setBars(song, {
          section: where.section,
          change: { what: 'insert', at: section.bars.length, bars: missing },
        });
  const { player } = where;
  const put = (bar: Bar, source: Bar | undefined): Bar => {
    if (!source) return bar;
    const { [player]: _was, ...lines } = bar.lines ?? {};
    const line = source.lines?.[player];
    const all = { ...lines, ...(line ? { [player]: line } : {}) };
    const { lines: _lines, ...rest } = bar;
    return {
      ...rest,
      cells: { ...bar.cells, [player]: source.cells[player] },
      hits: { ...bar.hits, [player]: source.hits[player] },
      ...(Object.keys(all).length > 0 ? { lines: all } : {}),
    };
  };
  const sections = longer.sections.map((s) =>
    s.name === where.section ? { ...s, bars: s.bars.map((bar, i) => put(bar, from.bars[i])) } : s,
  );
  return withFollowers({ ...longer, sections });
}
