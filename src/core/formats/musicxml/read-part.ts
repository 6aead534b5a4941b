import { TICKS_PER_QUARTER, type Meter } from '../../time/index';
import type { Grace } from '../../line/index';
import type { Fret } from '../../instrument/index';
import type { TakenNote, TakenPart } from '../taken/taken';
import { pitchIn, readNote, type ReadNote } from './read-note';
import type { PlayedMeasure } from './read-order';
import { child, children, numberIn, textIn, type Node } from './tree';

/** A note of a measure: ticks from its beginning. */
interface MeasureNote {
  readonly at: number;
  readonly ticks: number;
  readonly read: ReadNote;
  readonly staff: number;
  readonly grace: {
    readonly string: number | null;
    readonly fret: number | null;
    readonly midi: number | null;
    readonly how: string | null;
  } | null;
}

/** What a measure holds, before it is put in its place. */
export interface ReadMeasure {
  readonly notes: readonly MeasureNote[];
  /** How long what is in it lasts. */
  readonly ticks: number;
  readonly implicit: boolean;
}

/** What a part says of itself as it goes on. */
export interface PartState {
  divisions: number;
  tuning: (string | null)[] | null;
  capo: number;
  chromatic: number;
  octaves: number;
  /** Staves that are tablature. */
  readonly tabs: Set<number>;
}

/** Reads the measures of a part, in written order; `state` is told tuning, capo and transposition on the way. */
export function readMeasures(part: Node, state: PartState): readonly ReadMeasure[] {
  return children(part, 'measure').map((measure) => readMeasure(measure, state));
}

/** Strings a part has where nothing says it. */
const USUAL_STRINGS = 6;

function readMeasure(measure: Node, state: PartState): ReadMeasure {
  const notes: MeasureNote[] = [];
  let now = 0;
  let last = 0;
  let most = 0;
  let graces: MeasureNote['grace'][] = [];
  const ticksOf = (node: Node) =>
    Math.max(0, ((numberIn(node, 'duration') ?? 0) / state.divisions) * TICKS_PER_QUARTER);
  for (const one of measure.inside) {
    if (one.name === 'attributes') readAttributes(one, state);
    else if (one.name === 'backup') now = Math.max(0, now - ticksOf(one));
    else if (one.name === 'forward') now += ticksOf(one);
    else if (one.name === 'note') {
      if (child(one, 'cue')) continue;
      const strings = state.tuning?.length ?? USUAL_STRINGS;
      const read = readNote(one, strings);
      if (child(one, 'grace')) {
        const how = children(one, 'notations')
          .flatMap((n) => children(n, 'technical').flatMap((t) => children(t, 'other-technical')))
          .map((t) => /^goes on by (hammer-on|pull-off|slide)$/.exec(t.text.trim())?.[1] ?? null)
          .find((t) => t !== null);
        graces.push({ string: read.note.string, fret: read.note.fret, midi: pitchIn(one), how: how ?? null });
        continue;
      }
      const isChord = child(one, 'chord') !== undefined;
      const ticks = ticksOf(one);
      const at = isChord ? last : now;
      if (!isChord) {
        last = now;
        now += ticks;
      }
      if (!child(one, 'rest')) {
        const staff = numberIn(one, 'staff') ?? 1;
        const own = graces.findIndex(
          (g) =>
            g !== null && (g.string === read.note.string || g.string === null || read.note.string === null),
        );
        const grace = own < 0 ? null : graces[own]!;
        if (own >= 0) graces.splice(own, 1);
        notes.push({ at, ticks, read, staff, grace });
      }
      if (!isChord) graces = graces.length > 0 && child(one, 'rest') ? [] : graces;
    }
    most = Math.max(most, now);
  }
  return { notes, ticks: most, implicit: measure.attributes.implicit === 'yes' };
}

function readAttributes(node: Node, state: PartState): void {
  const divisions = numberIn(node, 'divisions');
  if (divisions !== null && divisions > 0) state.divisions = divisions;
  for (const clef of children(node, 'clef')) {
    const number = Number(clef.attributes.number ?? 1);
    if (textIn(clef, 'sign')?.trim() === 'TAB') state.tabs.add(number);
  }
  const transpose = child(node, 'transpose');
  if (transpose) {
    state.chromatic = numberIn(transpose, 'chromatic') ?? 0;
    state.octaves = numberIn(transpose, 'octave-change') ?? 0;
  }
  for (const details of children(node, 'staff-details')) {
    const lines = numberIn(details, 'staff-lines');
    const tunings = children(details, 'staff-tuning');
    const capo = numberIn(details, 'capo');
    if (capo !== null && capo >= 0 && capo < 12) state.capo = capo;
    if (tunings.length === 0 && (lines === null || lines === 5)) continue;
    const count = Math.max(lines ?? 0, ...tunings.map((t) => Number(t.attributes.line) || 0));
    if (count < 3 || count > 9) continue;
    const names: (string | null)[] = Array.from({ length: count }, (_, i) => state.tuning?.[i] ?? null);
    for (const tuning of tunings) {
      const line = Number(tuning.attributes.line);
      const step = textIn(tuning, 'tuning-step')?.trim() ?? '';
      const octave = numberIn(tuning, 'tuning-octave');
      const alter = numberIn(tuning, 'tuning-alter') ?? 0;
      if (!/^[A-G]$/.test(step) || octave === null || !(line >= 1 && line <= count)) continue;
      names[line - 1] =
        `${step}${alter > 0 ? '#'.repeat(Math.min(2, alter)) : 'b'.repeat(Math.min(2, -alter))}${octave}`;
    }
    state.tuning = names;
  }
}

/** Where a played measure begins, and how it is written. */
export interface PlacedMeasure extends PlayedMeasure {
  readonly start: number;
  /** Ticks that are missing at its beginning. */
  readonly skipped: number;
  readonly ticks: number;
  readonly meter: Meter;
}

/** A part's notes in played order, what is tied as one. */
export function notesInTime(
  measures: readonly ReadMeasure[],
  placed: readonly PlacedMeasure[],
  of: { readonly semitones: number; readonly staff: number | null },
): readonly TakenNote[] {
  const notes: { -readonly [K in keyof TakenNote]: TakenNote[K] }[] = [];
  /** What may be tied on, by string or pitch. */
  const open = new Map<string, (typeof notes)[number]>();
  const rings: { note: (typeof notes)[number]; until: number }[] = [];
  const pending = new Map<string, 'hammer' | 'pull' | 'slide'>();
  for (const place of placed) {
    const measure = measures[place.measure];
    if (!measure) continue;
    const end = place.start + place.ticks;
    for (const { at, ticks, read, staff, grace } of [...measure.notes].sort((a, b) => a.at - b.at)) {
      if (of.staff !== null && staff !== of.staff) continue;
      if (at >= place.ticks) continue;
      const midi = read.note.midi === null ? null : read.note.midi + of.semitones;
      const from = place.start + at;
      const to = Math.min(end, from + ticks);
      const id = read.note.string !== null ? `s${read.note.string}` : `p${midi}`;
      const before = open.get(id);
      if (read.tieStop && before && before.end >= from - 1 && before.midi === midi) {
        before.end = to;
        if (!read.tieStart) open.delete(id);
        if (read.note.off !== null) before.off = read.note.off;
        if (read.rings) rings.push({ note: before, until: end });
        noteSlurs(read, id, pending);
        continue;
      }
      const note = { ...read.note, midi, at: from, end: to };
      const slur = pending.get(id);
      const stops = (['hammer', 'pull', 'slide'] as const).find((s) => read.slurs[s].stops);
      if (note.reached === null && (stops ?? slur) !== undefined) note.reached = stops ?? slur!;
      pending.delete(id);
      if (grace) note.grace = graceOf(grace, note, of.semitones);
      notes.push(note);
      if (read.tieStart) open.set(id, note);
      else open.delete(id);
      if (read.rings) rings.push({ note, until: Infinity });
      noteSlurs(read, id, pending);
    }
  }
  notes.sort((a, b) => a.at - b.at);
  const places = new Map(notes.map((note, i) => [note, i]));
  for (const { note } of rings) note.end = ringEnd(note, laterThan(notes, places.get(note)!), placed);
  return notes;
}

function noteSlurs(read: ReadNote, id: string, pending: Map<string, 'hammer' | 'pull' | 'slide'>): void {
  for (const kind of ['hammer', 'pull', 'slide'] as const) if (read.slurs[kind].starts) pending.set(id, kind);
}

/** Notes after one, as many as can come into its bar. */
function laterThan<T>(notes: readonly T[], place: number): readonly T[] {
  return notes.slice(place + 1, place + 200);
}

/** What rings on does so until its string is struck again, its bar ends, or nothing is written any more. */
function ringEnd(note: TakenNote, later: readonly TakenNote[], placed: readonly PlacedMeasure[]): number {
  const bar = placed.findLast((one) => one.start <= note.at + 0.5);
  const end = bar ? bar.start + bar.ticks : note.end;
  let sounds = note.end;
  for (const other of later) {
    // A silence ends it.
    if (other.at >= end || other.at > sounds + 1) break;
    if (other.at > note.at && other.string === note.string) return Math.max(note.end, other.at);
    sounds = Math.max(sounds, other.end);
  }
  return Math.max(note.end, Math.min(end, sounds));
}

function graceOf(grace: NonNullable<MeasureNote['grace']>, note: TakenNote, semitones: number): Grace | null {
  const difference = grace.midi === null || note.midi === null ? 0 : grace.midi + semitones - note.midi;
  const fret = grace.fret ?? (note.fret === null ? null : note.fret + difference);
  if (fret === null || fret < 0) return null;
  const how = { 'hammer-on': 'hammer', 'pull-off': 'pull', slide: 'slide' } as const;
  const reached = grace.how
    ? how[grace.how as keyof typeof how]
    : fret < (note.fret ?? fret)
      ? 'hammer'
      : fret > (note.fret ?? fret)
        ? 'pull'
        : 'slide';
  return { fret: fret as Fret, reached };
}

/** A part as it is understood; `tuning` completed from what its notes say. */
export function partOf(
  name: string,
  notes: readonly TakenNote[],
  of: { state: PartState; gain: number | null; isDrums: boolean },
): TakenPart {
  const { state, gain, isDrums } = of;
  return { name, tuning: tuningOf(notes, state), capo: state.capo, notes, gain, isDrums };
}

const STANDARD: Readonly<Record<number, readonly string[]>> = {
  4: ['E1', 'A1', 'D2', 'G2'],
  5: ['B0', 'E1', 'A1', 'D2', 'G2'],
  6: ['E2', 'A2', 'D3', 'G3', 'B3', 'E4'],
};
const NAMES = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'] as const;

/** As it is said; where strings and frets are said and no tuning, as the notes ask; null where nothing says it. */
function tuningOf(notes: readonly TakenNote[], { tuning, capo }: PartState): readonly string[] | null {
  const placed = notes.filter(
    (n) => n.string !== null && n.fret !== null && n.midi !== null && n.harmonic === null,
  );
  if (tuning === null && placed.length === 0) return null;
  const count = tuning?.length ?? USUAL_STRINGS;
  const standard = STANDARD[count] ?? STANDARD[6]!;
  return Array.from({ length: count }, (_, s) => {
    const said = tuning?.[s];
    if (said) return said;
    const opens = placed.filter((n) => n.string === s).map((n) => n.midi! - n.fret! - capo);
    const usual = mostFrequent(opens);
    return usual === null
      ? (standard[s] ?? 'E2')
      : `${NAMES[((usual % 12) + 12) % 12]}${Math.floor(usual / 12) - 1}`;
  });
}

function mostFrequent(list: readonly number[]): number | null {
  const counts = new Map<number, number>();
  for (const one of list) counts.set(one, (counts.get(one) ?? 0) + 1);
  return [...counts.entries()].sort(([, a], [, b]) => b - a)[0]?.[0] ?? null;
}
