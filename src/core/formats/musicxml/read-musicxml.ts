import { fail, ok, type Result } from '../../base/index';
import { isNoChord, parseChord } from '../../pitch/index';
import { TICKS_PER_QUARTER, type Meter } from '../../time/index';
import { keyOfFifths } from '../taken/key-of-fifths';
import type { Taken, TakenBar } from '../taken/taken';
import { EARLY_NOTE, KINDS } from './harmony';
import { jumps, playedOrder } from './read-order';
import {
  notesInTime,
  partOf,
  readMeasures,
  type PartState,
  type PlacedMeasure,
  type ReadMeasure,
} from './read-part';
import { child, children, numberIn, parseXml, textIn, type Node } from './tree';

/** Most notes and measures that are read. */
const MOST_NOTES = 80_000;
const MOST_MEASURES = 3000;

/** Reads a MusicXML score (partwise). Fails, in words, with what was expected. */
export function readMusicXml(text: string): Result<Taken> {
  const parsed = parseXml(text.replace(/^\uFEFF/, ''));
  if (!parsed.ok) return parsed;
  const root = parsed.value;
  if (root.name === 'score-timewise')
    return fail('this MusicXML goes bar by bar through all parts (score-timewise); expected score-partwise');
  if (root.name !== 'score-partwise')
    return fail(`this is no MusicXML score: its root is <${root.name}>; expected <score-partwise>`);
  const parts = children(root, 'part');
  const written = parts[0] ? children(parts[0], 'measure') : [];
  if (written.length === 0) return fail('this score has no bars; expected at least one part with a measure');
  if (written.length > MOST_MEASURES) return fail(`this score has more than ${MOST_MEASURES} bars`);
  const states = parts.map((): PartState => ({
    divisions: 1,
    tuning: null,
    capo: 0,
    chromatic: 0,
    octaves: 0,
    tabs: new Set(),
  }));
  const read = parts.map((part, i) => readMeasures(part, states[i]!));
  const notes = read.reduce((sum, list) => sum + list.reduce((n, m) => n + m.notes.length, 0), 0);
  if (notes > MOST_NOTES)
    return fail(`this score has ${notes} notes; ${MOST_NOTES} are the most that are read`);
  const lost = new Set<string>();
  const said = saidIn(written);
  const placed = placeMeasures(written, read, said, lost);
  const names = namesOf(root);
  const down = downOf(states, read);
  const made = parts.map((part, i) => {
    const state = states[i]!;
    const own = read[i]!;
    const staff = state.tabs.size > 0 && hasStaff(own, [...state.tabs][0]!) ? [...state.tabs][0]! : null;
    if (staff !== null && own.some((m) => m.notes.some((n) => n.staff !== staff)))
      lost.add('notes on the staff beside a tablature (they are the same once more)');
    const semitones = (down > 0 ? 0 : state.chromatic) + 12 * state.octaves;
    const isDrums = own.every((m) => m.notes.every((n) => !n.read.isPitched));
    const { name, program } = names.get(part.attributes.id ?? '') ?? { name: `Part ${i + 1}`, program: null };
    return partOf(name, notesInTime(own, placed, { semitones, staff }), {
      state,
      gain: gainOf(program),
      isDrums,
    });
  });
  if (made.every((part) => part.notes.length === 0) && said.harmony.length === 0)
    return fail('this score has neither notes nor chord names; expected some');
  for (const text of lostIn(root, written)) lost.add(text);
  return ok({
    title: textIn(child(root, 'work'), 'work-title')?.trim() || textIn(root, 'movement-title')?.trim() || '',
    bars: barsOf(placed, said),
    chords: chordsOf(placed, said, lost),
    parts: made,
    down,
    swing: said.swing,
    lost: [...lost],
  });
}

function hasStaff(measures: readonly ReadMeasure[], staff: number): boolean {
  return measures.some((m) => m.notes.some((n) => n.staff === staff));
}

interface Names {
  readonly name: string;
  /** Of General MIDI, from 1; null where nothing says it. */
  readonly program: number | null;
}

function namesOf(root: Node): ReadonlyMap<string, Names> {
  const list = children(child(root, 'part-list'), 'score-part').map(
    (part, i) =>
      [
        part.attributes.id ?? '',
        {
          name: textIn(part, 'part-name')?.trim() || `Part ${i + 1}`,
          program: numberIn(child(part, 'midi-instrument'), 'midi-program'),
        },
      ] as const,
  );
  return new Map(list);
}

/** General MIDI Level 1: 25 to 29 clean guitars, 30 overdriven, 31 distorted. */
function gainOf(program: number | null): number | null {
  if (program === null || program < 25 || program > 32) return null;
  return program === 30 ? 5 : program === 31 ? 8 : 1;
}

/** How far all parts sound lower than they are written, where they do alike. */
function downOf(states: readonly PartState[], read: readonly (readonly ReadMeasure[])[]): number {
  const own = states.filter((_, i) => read[i]!.some((m) => m.notes.length > 0));
  const [first] = own;
  if (!first || first.chromatic >= 0 || first.chromatic < -12) return 0;
  return own.every((state) => state.chromatic === first.chromatic) ? -first.chromatic : 0;
}

/** What the first part says of key, metre, tempo, sections and chords, measure by measure. */
interface Said {
  readonly meters: readonly Meter[];
  readonly keys: readonly (string | null)[];
  readonly tempos: readonly number[];
  readonly sections: readonly (string | null)[];
  readonly words: readonly (readonly string[])[];
  readonly harmony: readonly {
    readonly measure: number;
    readonly at: number;
    readonly push: 0 | 240 | 480;
    readonly text: string | null;
  }[];
  readonly swing: Taken['swing'];
}

function saidIn(measures: readonly Node[]): Said {
  let meter: Meter = { beats: 4, unit: 4 };
  let key: string | null = null;
  let tempo = 120;
  let divisions = 1;
  let swing: Said['swing'] = null;
  const list = { meters: [] as Meter[], keys: [] as (string | null)[], tempos: [] as number[] };
  const sections: (string | null)[] = [];
  const words: string[][] = [];
  const harmony: Said['harmony'][number][] = [];
  measures.forEach((measure, index) => {
    let now = 0;
    let section: string | null = null;
    const told: string[] = [];
    for (const one of measure.inside) {
      if (one.name === 'attributes') {
        divisions = numberIn(one, 'divisions') || divisions;
        meter = meterIn(one) ?? meter;
        const fifths = numberIn(child(one, 'key'), 'fifths');
        if (fifths !== null) key = keyOfFifths(fifths, textIn(child(one, 'key'), 'mode')?.trim() === 'minor');
      } else if (one.name === 'direction') {
        const types = children(one, 'direction-type').flatMap((t) => t.inside);
        const mark = types.find((t) => t.name === 'rehearsal');
        if (mark?.text.trim()) section = mark.text.trim();
        const set = tempoIn(one);
        if (set !== null) tempo = set;
        for (const t of types.filter((w) => w.name === 'words')) {
          const text = t.text.trim();
          const swung = /^swing (\d{2})%( 16ths)?$/.exec(text);
          if (swung) swing = { percent: Number(swung[1]), unit: swung[2] ? 16 : 8 };
          else if (text !== '' && !/^gain \d/.test(text)) told.push(text);
        }
      } else if (one.name === 'sound') {
        const set = Number(one.attributes.tempo);
        if (Number.isFinite(set) && set > 0) tempo = set;
      } else if (one.name === 'harmony') {
        const offset = ((numberIn(one, 'offset') ?? 0) / divisions) * TICKS_PER_QUARTER;
        const early = EARLY_NOTE.exec(textIn(one, 'footnote') ?? '')?.[1];
        const push = early === '480' ? 480 : early === '240' ? 240 : 0;
        harmony.push({ measure: index, at: now + offset, push, text: symbolIn(one) });
      } else if (one.name === 'note' && !child(one, 'grace')) {
        const ticks = ((numberIn(one, 'duration') ?? 0) / divisions) * TICKS_PER_QUARTER;
        if (child(one, 'chord')) continue;
        now += ticks;
      } else if (one.name === 'forward')
        now += ((numberIn(one, 'duration') ?? 0) / divisions) * TICKS_PER_QUARTER;
      else if (one.name === 'backup')
        now = Math.max(0, now - ((numberIn(one, 'duration') ?? 0) / divisions) * TICKS_PER_QUARTER);
    }
    list.meters.push(meter);
    list.keys.push(key);
    list.tempos.push(tempo);
    sections.push(section);
    words.push(told);
  });
  return { ...list, sections, words, harmony, swing };
}

function meterIn(attributes: Node): Meter | null {
  const time = child(attributes, 'time');
  if (!time) return null;
  const beats = (textIn(time, 'beats') ?? '').split('+').reduce((sum, text) => sum + Number(text), 0);
  const unit = numberIn(time, 'beat-type');
  if (!Number.isInteger(beats) || beats < 1 || beats > 24 || ![2, 4, 8, 16].includes(unit ?? 0)) return null;
  return { beats, unit: unit as Meter['unit'] };
}

const BEAT_UNITS: Readonly<Record<string, number>> = {
  whole: 4,
  half: 2,
  quarter: 1,
  eighth: 0.5,
  '16th': 0.25,
};

/** Quarters a minute: what the player is told, else what is written. */
function tempoIn(direction: Node): number | null {
  const sound = Number(child(direction, 'sound')?.attributes.tempo);
  if (Number.isFinite(sound) && sound > 0) return sound;
  const metronome = children(direction, 'direction-type').flatMap((t) => children(t, 'metronome'))[0];
  const perMinute = numberIn(metronome, 'per-minute');
  const unit = BEAT_UNITS[textIn(metronome, 'beat-unit')?.trim() ?? ''];
  if (perMinute === null || unit === undefined || perMinute <= 0) return null;
  return perMinute * unit * (child(metronome, 'beat-unit-dot') ? 1.5 : 1);
}

const SUFFIXES: Readonly<Record<string, string>> = Object.fromEntries(
  Object.entries(KINDS)
    .toReversed()
    .map(([suffix, kind]) => [kind, suffix]),
);

/** A chord name; null where it is none that is understood. */
function symbolIn(harmony: Node): string | null {
  const kind = child(harmony, 'kind');
  const name = kind?.text.trim() ?? '';
  const written = kind?.attributes.text;
  if (name === 'none' || (written !== undefined && isNoChord(written))) return 'N.C.';
  const root = noteIn(child(harmony, 'root'), 'root');
  if (root === null) return null;
  const bass = noteIn(child(harmony, 'bass'), 'bass');
  const slash = bass === null || bass === root ? '' : `/${bass}`;
  const degrees = children(harmony, 'degree').map((d) => {
    const value = numberIn(d, 'degree-value') ?? 0;
    const alter = numberIn(d, 'degree-alter') ?? 0;
    const type = textIn(d, 'degree-type')?.trim();
    const sign = alter > 0 ? '#' : alter < 0 ? 'b' : '';
    return type === 'subtract'
      ? `(no${value})`
      : type === 'alter'
        ? `${sign}${value}`
        : `${sign === '' ? 'add' : sign}${value}`;
  });
  const tries = [
    ...(written !== undefined
      ? [`${root}${written}${slash}`, `${root}${written}${degrees.join('')}${slash}`]
      : []),
    `${root}${SUFFIXES[name] ?? ''}${degrees.join('')}${slash}`,
    ...(SUFFIXES[name] !== undefined ? [`${root}${SUFFIXES[name]}${slash}`] : []),
  ];
  return tries.find((text) => parseChord(text).ok) ?? null;
}

function noteIn(node: Node | undefined, what: 'root' | 'bass'): string | null {
  const step = textIn(node, `${what}-step`)?.trim() ?? '';
  if (!/^[A-G]$/.test(step)) return null;
  const alter = numberIn(node, `${what}-alter`) ?? 0;
  return `${step}${alter > 0 ? '#'.repeat(Math.min(2, alter)) : 'b'.repeat(Math.min(2, Math.max(0, -alter)))}`;
}

/** Played measures with their beginnings; what is shorter than its metre is a pick-up, or is filled up and said. */
function placeMeasures(
  measures: readonly Node[],
  read: readonly (readonly ReadMeasure[])[],
  said: Said,
  lost: Set<string>,
): readonly PlacedMeasure[] {
  let start = 0;
  return playedOrder(measures).map((one, n): PlacedMeasure => {
    const written = said.meters[one.measure]!;
    const length = (written.beats * 4 * TICKS_PER_QUARTER) / written.unit;
    const own = Math.max(0, ...read.map((list) => list[one.measure]?.ticks ?? 0));
    const inside = Math.round(own);
    const isShort = inside > 0 && inside < length - 1;
    const isLong = inside > length + 1;
    // A short bar is a pick-up where the song or one of its sections begins.
    const isPickup = isShort && !one.again && (n === 0 || said.sections[one.measure] !== null);
    if (isShort && !isPickup) lost.add('bars shorter than their metre (silence stands at their end)');
    if (isLong) lost.add('bars longer than their metre (they have one of their own)');
    const meter = isLong ? meterFor(inside, written) : written;
    const ticks = isPickup ? inside : isLong ? (meter.beats * 4 * TICKS_PER_QUARTER) / meter.unit : length;
    const placed = { ...one, start, ticks, meter, skipped: isPickup ? length - inside : 0 };
    start += ticks;
    return placed;
  });
}

function meterFor(ticks: number, usual: Meter): Meter {
  const unit =
    ([usual.unit, 8, 16] as const).find((u) => Number.isInteger((ticks * u) / (4 * TICKS_PER_QUARTER))) ?? 16;
  return { beats: Math.min(24, Math.max(1, Math.round((ticks * unit) / (4 * TICKS_PER_QUARTER)))), unit };
}

function barsOf(placed: readonly PlacedMeasure[], said: Said): readonly TakenBar[] {
  let name: string | null = null;
  return placed.map(({ measure, again, start, ticks, skipped, meter }): TakenBar => {
    const marked = said.sections[measure] ?? null;
    const section = again ? (marked ?? name) : marked;
    if (section !== null) name = section;
    return {
      ...{ start, ticks, skipped, meter, section, again },
      tempo: said.tempos[measure]!,
      key: said.keys[measure] ?? null,
      words: said.words[measure] ?? [],
    };
  });
}

function chordsOf(placed: readonly PlacedMeasure[], said: Said, lost: Set<string>): Taken['chords'] {
  return placed.flatMap(({ measure, start, ticks }) =>
    said.harmony
      .filter((h) => h.measure === measure && h.at < ticks)
      .flatMap(({ at, push, text }) => {
        if (text === null) lost.add('chord names that are not understood');
        return text === null ? [] : [{ at: start + at, push, text }];
      }),
  );
}

function lostIn(root: Node, measures: readonly Node[]): readonly string[] {
  const has = (test: (node: Node) => boolean): boolean => {
    const walk = (node: Node): boolean => test(node) || node.inside.some(walk);
    return children(root, 'part').some(walk);
  };
  return [
    ...(measures.some(jumps) ? ['jumps (D.C., D.S., coda): the bars stand as they are written'] : []),
    ...(has((n) => n.name === 'lyric') ? ['lyrics'] : []),
    ...(has((n) => n.name === 'dynamics') ? ['dynamics'] : []),
    ...(has((n) => n.name === 'cue') ? ['cue notes'] : []),
  ];
}
