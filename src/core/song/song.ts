import {
  asPlayed,
  barsOnPass,
  cleanRemark,
  combinedSounds,
  differingPasses,
  PLAYERS,
  type Comment,
  type FormEntry,
  type NamedPlan,
  type NamedSound,
  type Player,
  type Section,
} from '../form/index';
import { HANDS, type Hand } from '../grip/index';
import { DOWNS_A_SECOND, type NamedPattern, type StrokeWay } from '../hits/index';
import { defaultBass, defaultGuitar, type Instrument } from '../instrument/index';
import { DEFAULT_KEY, parseKey, pitchClass, tonicOf, type Key, type Midi } from '../pitch/index';
import {
  barTicks,
  COMMON_TIME,
  quartersAMinute,
  swungTick,
  ticksToSeconds,
  type Delay,
  type Meter,
} from '../time/index';
import type { KeptFinding } from './kept';
import type { SongLog } from './log';

export { FINDING_KINDS, type FindingKind, type KeptFinding } from './kept';

/** What a player brings: the instrument, the hands every grip and stroke is judged by, and a delay if one is on. */
export interface Rig extends Instrument {
  readonly hand: Hand;
  readonly delay: Delay | null;
  /** Sounds under names of one's own; left out: none. */
  readonly sounds?: readonly NamedSound[];
  /** How the right hand strikes where nothing else is said. */
  readonly strokes: StrokeWay;
  /** Down-strokes a second this player keeps up. */
  readonly downs: number;
  /** Told to this player all through the song. */
  readonly remark?: string;
}

/** The document. Immutable plain data; edits make a new one. */
export interface Song {
  readonly title: string;
  /** Told to everybody. */
  readonly remark?: string;
  /** Comments among the song's settings and its `keep:` lines. */
  readonly comments?: readonly Comment[];
  readonly key: string;
  /** Beats per minute: of dotted quarters in 6/8, 9/8 and 12/8, else of quarters. */
  readonly tempo: number;
  readonly meter: Meter;
  /** Range of the voice, lowest and highest note with octave, or null. */
  readonly voice: readonly [string, string] | null;
  /**
   * Everything in the song is named as it is fretted, and sounds so many semitones lower: the whole band is tuned down
   * alike. Left out: named as it sounds.
   */
  readonly down?: number;
  readonly players: Readonly<Record<Player, Rig>>;
  readonly sections: readonly Section[];
  readonly form: readonly FormEntry[];
  readonly kept: readonly KeptFinding[];
  /** Tuned plans under names of one's own; left out: none. */
  readonly plans?: readonly NamedPlan[];
  /** Right hands under names of one's own; left out: none. */
  readonly patterns?: readonly NamedPattern[];
  /** Earlier splits under a name, the oldest first; left out: none. */
  readonly versions?: readonly Version[];
  /** What was decided and rehearsed; left out: nothing. */
  readonly log?: SongLog;
}

/** The song as it was when it was kept under a name. */
export interface Version {
  readonly name: string;
  readonly song: Omit<Song, 'versions' | 'log'>;
}

/** What of a song no chart says: it stays with the song whatever is typed, and stands in the song file alone. */
export function besideChart({ versions, log }: Song): Pick<Song, 'versions' | 'log'> {
  return { ...(versions ? { versions } : {}), ...(log ? { log } : {}) };
}

/** The same in words, for who is handed a chart. */
export function besideWords({ versions, log }: Song): readonly string[] {
  return [
    ...(versions && versions.length > 0 ? ['earlier versions'] : []),
    ...(log ? ['what was decided and rehearsed'] : []),
  ];
}

export function emptySong(title: string): Song {
  return {
    title,
    key: 'C',
    tempo: 120,
    meter: COMMON_TIME,
    voice: null,
    players: {
      guitar1: { ...defaultGuitar(6), ...USUAL_HANDS },
      guitar2: { ...defaultGuitar(3), ...USUAL_HANDS },
      bass: { ...defaultBass(), ...USUAL_HANDS },
    },
    sections: [],
    form: [],
    kept: [],
  };
}

/** How far a band tunes down together. */
export const DOWN_RANGE = { min: 1, max: 12 } as const;

/** What a rig has beyond the instrument where nothing is said. */
export const USUAL_HANDS = {
  hand: HANDS.middle,
  delay: null,
  strokes: 'alternate',
  downs: DOWNS_A_SECOND,
} as const satisfies Omit<Rig, keyof Instrument>;

export function songKey(song: Pick<Song, 'key'>): Key {
  const key = parseKey(song.key);
  return key.ok ? key.value : DEFAULT_KEY;
}

export function sectionNamed(song: Pick<Song, 'sections'>, name: string): Section | null {
  return sectionsByName(song).get(name) ?? null;
}

/** Which time (from 1) a section comes at a place of the form (from 0), and how often it comes in the song. */
export function occurrenceAt(song: Pick<Song, 'form'>, entry: number): { which: number; count: number } {
  const name = song.form[entry]?.section;
  const places = song.form.flatMap((e, i) => (e.section === name ? [i] : []));
  return { which: places.filter((i) => i <= entry).length, count: places.length };
}

/** The sections by name. Remembered with the list: songs of thousands of sections are asked thousands of times. */
export function sectionsByName({ sections }: Pick<Song, 'sections'>): ReadonlyMap<string, Section> {
  let known = named.get(sections);
  if (!known) named.set(sections, (known = new Map(sections.map((s) => [s.name, s]))));
  return known;
}

const named = new WeakMap<Song['sections'], ReadonlyMap<string, Section>>();

/** Sections in the order they are first played, then those that are written and not played: as chart text has them. */
export function inPlayedOrder(song: Song): Song {
  const byName = sectionsByName(song);
  const order = new Set<Section>();
  for (const entry of song.form) {
    const section = byName.get(entry.section);
    if (section) order.add(section);
  }
  for (const section of song.sections) order.add(section);
  const sections = [...order];
  const ordered = sections.every((s, i) => s === song.sections[i]) ? song : { ...song, sections };
  return withFirstSounds(ordered);
}

/** What a section's first playing sounds like, and what is told of it, is the section's own. */
function withFirstSounds(song: Song): Song {
  if (song.form.every((entry) => entry.sounds === undefined && entry.remark === undefined)) return song;
  const seen = new Set<string>();
  const own = new Map<string, Pick<FormEntry, 'sounds' | 'remark'>>();
  const form = song.form.map((entry): FormEntry => {
    const first = !seen.has(entry.section);
    seen.add(entry.section);
    if (!first || (entry.sounds === undefined && entry.remark === undefined)) return entry;
    const { sounds, remark, ...rest } = entry;
    own.set(entry.section, { ...(sounds ? { sounds } : {}), ...(remark ? { remark } : {}) });
    return rest;
  });
  if (own.size === 0) return song;
  return mapSections({ ...song, form }, (section) => {
    const said = own.get(section.name);
    if (!said) return section;
    const { sounds, remark } = said;
    const band = section.remarks?.band;
    const told = remark && cleanRemark(band === undefined ? remark : `${band}; ${remark}`);
    return {
      ...section,
      ...(sounds ? { sounds: combinedSounds(section.sounds, sounds) } : {}),
      ...(told ? { remarks: { ...section.remarks, band: told } } : {}),
    };
  });
}

export function mapSections(song: Song, change: (section: Section) => Section): Song {
  return { ...song, sections: song.sections.map(change) };
}

/** The key a section is written in: its own, else the song's. */
export function sectionKey(song: Pick<Song, 'key'>, section: Pick<Section, 'key'> | null): Key {
  return section?.key === undefined ? songKey(song) : songKey({ key: section.key });
}

/**
 * Semitones, −5 … 6, from the key a section is written in to the key of one playing; relative keys count as the same.
 */
export function keyShift(
  song: Pick<Song, 'key' | 'sections'>,
  entry: Pick<FormEntry, 'key' | 'section'>,
): number {
  if (entry.key === null) return 0;
  const to = parseKey(entry.key);
  if (!to.ok) return 0;
  const from = sectionKey(song, sectionNamed(song, entry.section));
  const up = pitchClass(relativeMajor(to.value) - relativeMajor(from)) as number;
  return up > 6 ? up - 12 : up;
}

function relativeMajor(key: Key): number {
  return key.mode === 'major' ? tonicOf(key) : tonicOf(key) + 3;
}

/** The metre a section is written in. */
export function meterOf(song: Pick<Song, 'meter'>, section: Pick<Section, 'meter'>): Meter {
  return section.meter ?? song.meter;
}

/** Quarter notes a minute of one playing, in the metre of its section. */
export function tempoOf(
  song: Pick<Song, 'tempo'>,
  entry: Pick<FormEntry, 'tempo'> | undefined,
  meter: Meter,
): number {
  return quartersAMinute(entry?.tempo ?? song.tempo, meter);
}

/** A section with what its first playing makes of it; null when there is none of this name. */
export interface Material {
  /** All its bars, with its last ending on the last pass. */
  readonly section: Section;
  readonly times: number;
  readonly meter: Meter;
  /** Quarter notes a minute. */
  readonly tempo: number;
}

/** `playing`: place in the form (from 0) whose passes and tempo count; left out or not of this section, the first. */
export function materialOf(song: Song, name: string, playing?: number): Material | null {
  const section = sectionNamed(song, name);
  if (!section) return null;
  const wanted = playing === undefined ? undefined : song.form[playing];
  const entry = wanted?.section === name ? wanted : song.form.find((e) => e.section === name);
  const times = entry?.times ?? 1;
  return {
    section: asPlayed(section, { times, sounds: entry?.sounds, variants: entry?.variants }),
    times,
    meter: meterOf(song, section),
    tempo: tempoOf(song, entry, meterOf(song, section)),
  };
}

/** Bars and seconds of one entry of the form: every pass with the bars it has, in its own metre and tempo. */
export function entryLength(song: Song, entry: FormEntry): { bars: number; seconds: number } {
  const section = sectionNamed(song, entry.section);
  if (!section) return { bars: 0, seconds: 0 };
  const played = asPlayed(section, entry);
  const meter = meterOf(song, section);
  const ticks = barTicks(meter);
  const differing = differingPasses(played).filter((pass) => pass <= entry.times);
  let bars = (entry.times - differing.length) * played.bars.length;
  for (const pass of differing) bars += barsOnPass(played, pass).length;
  const all = bars * ticks - swungTick(beforePickup(section, ticks), section.swing ?? null);
  return { bars, seconds: ticksToSeconds(all, tempoOf(song, entry, meter)) };
}

/** Ticks of the first bar that are not played the first time round, where it is a pick-up. */
export function beforePickup({ pickup }: Pick<Section, 'pickup'>, barTicks: number): number {
  return pickup === undefined ? 0 : Math.max(0, barTicks - pickup);
}

/** Bars and minutes of the whole song, all passes counted. */
export function songLength(song: Song): { bars: number; seconds: number } {
  const parts = song.form.map((entry) => entryLength(song, entry));
  return {
    bars: parts.reduce((sum, p) => sum + p.bars, 0),
    seconds: parts.reduce((sum, p) => sum + p.seconds, 0),
  };
}

/** Cells still for the solver, over all sections and passes. */
export function countOpen(song: Song): number {
  let open = 0;
  for (const section of song.sections) {
    for (const bar of section.bars) {
      for (const player of PLAYERS) open += bar.cells[player].filter((c) => c.cell.kind === 'open').length;
    }
    for (const variant of section.variants) {
      for (const patch of variant.bars) {
        for (const player of PLAYERS) {
          open += patch.cells?.[player]?.filter((c) => c.cell.kind === 'open').length ?? 0;
        }
      }
    }
  }
  return open;
}

/** The range of the voice as pitches. */
export interface VoiceRange {
  readonly low: Midi;
  readonly high: Midi;
}
