import type { PlannedPart, PlannedStroke } from '../heard/index';
import { parseChord } from '../pitch/index';
import { plainString } from '../sound/index';
import type { AlignedTake } from './align';
import { BINS, shapeOf, spectrumReader } from './log-spectrum';

/** What explains better what is heard than what is written does. */
export type OtherNotes =
  /** Everything so many semitones higher. */
  | { readonly kind: 'all'; readonly semitones: number }
  /** The other third of the chord. */
  | { readonly kind: 'third' }
  | { readonly kind: 'noThird' }
  /** One of its notes a semitone off. */
  | { readonly kind: 'note' };

/** Notes held together, and how much nearer to what is written they sound than to anything near it. */
export interface HeardHold {
  /** Places of its strokes in the plan. */
  readonly strokes: readonly number[];
  /** Below 0: `other` is nearer. */
  readonly margin: number;
  readonly other: OtherNotes;
}

/** Heard from after the stroke's own noise on, for so long; shorter is not judged; in seconds. */
const AFTER_S = 0.03;
const LONGEST_S = 0.42;
const SHORTEST_S = 0.07;
/** Sought so far from concert pitch, in cents. */
const CENTS = [-36, -24, -12, 0, 12, 24, 36];
const SEMITONES = [-7, -5, -3, -2, -1, 1, 2, 3, 5, 7];
const TEMPLATE_RATE = 22_050;
const POOLED = 12;

interface Window {
  readonly stroke: number;
  readonly from: number;
  readonly to: number;
}

/**
 * Whether what is written or something near it explains the spectrum better, for everything that is held (strokes of one
 * grip pooled), or for so many at most. Written and near are made by our own strings, clean: what an amplifier and a room add is broad, and taken off.
 */
export function hearHolds(
  audio: Float32Array,
  rate: number,
  part: PlannedPart,
  aligned: AlignedTake,
  { most = Infinity }: { readonly most?: number } = {},
): readonly HeardHold[] {
  const holds = windowsOf(part, aligned, audio.length / rate).slice(0, most);
  if (holds.length === 0) return [];
  const templates = templatesOf();
  const cents = offPitch(audio, { rate, part, holds, templates });
  const reader = spectrumReader(rate, cents);
  return holds.flatMap((windows): HeardHold[] => {
    const heard = shapeOf(pooled(audio, rate, windows, reader));
    const strokes = windows.map((w) => part.strokes[w.stroke]!);
    const notes = notesOf(strokes);
    const planned = templates(notes.hz);
    let nearest: HeardHold | null = null;
    for (const { other, hz } of nearBy(notes, strokes)) {
      const shape = templates(hz);
      const margin = nearer(heard, planned, shape);
      if (nearest === null || margin < nearest.margin)
        nearest = { strokes: windows.map((w) => w.stroke), margin, other };
    }
    return nearest ? [nearest] : [];
  });
}

/** How much nearer a shape is to one than to another, along the line between them. */
function nearer(heard: Float64Array, one: Float64Array, other: Float64Array): number {
  let [toOne, toOther, apart] = [0, 0, 0];
  for (let b = 0; b < heard.length; b += 1) {
    toOne += heard[b]! * one[b]!;
    toOther += heard[b]! * other[b]!;
    apart += (one[b]! - other[b]!) ** 2;
  }
  return apart < 1e-9 ? Infinity : (toOne - toOther) / Math.sqrt(apart);
}

/** Where in the recording each hold is heard, cut off by whatever is struck next. */
function windowsOf(part: PlannedPart, aligned: AlignedTake, seconds: number): readonly (readonly Window[])[] {
  const struck = new Map(aligned.matches.map((m) => [m.stroke, m.onset.at]));
  const at = (stroke: number) => struck.get(stroke) ?? aligned.timeOf(part.strokes[stroke]!.at);
  const holds = new Map<number, Window[]>();
  part.strokes.forEach((stroke, i) => {
    if (stroke.kind === 'dead' || stroke.hz.length === 0 || !struck.has(i)) return;
    const next = part.strokes.findIndex((s, k) => k > i && s.at - stroke.at > 0.02);
    const from = at(i) + AFTER_S;
    const to = Math.min(
      from + LONGEST_S,
      next < 0 ? Infinity : at(next) - 0.01,
      aligned.timeOf(stroke.end),
      seconds,
    );
    if (to - from < SHORTEST_S) return;
    const windows = holds.get(stroke.hold);
    if (!windows) holds.set(stroke.hold, [{ stroke: i, from, to }]);
    else if (windows.length < POOLED) windows.push({ stroke: i, from, to });
  });
  return [...holds.values()];
}

function pooled(
  audio: Float32Array,
  rate: number,
  windows: readonly Window[],
  reader: ReturnType<typeof spectrumReader>,
): Float64Array {
  const sum = new Float64Array(BINS);
  for (const { from, to } of windows) {
    const power = reader(audio, Math.round(from * rate), Math.round(to * rate));
    for (let b = 0; b < BINS; b += 1) sum[b]! += power[b]! * (to - from);
  }
  return sum;
}

/** How far from concert pitch the whole take is, in cents: where the plan explains most of it. */
function offPitch(
  audio: Float32Array,
  of: {
    readonly rate: number;
    readonly part: PlannedPart;
    readonly holds: readonly (readonly Window[])[];
    readonly templates: Templates;
  },
): number {
  const some = [...of.holds].sort((a, b) => length(b) - length(a)).slice(0, 12);
  let best = { cents: 0, sum: -Infinity };
  for (const cents of CENTS) {
    const reader = spectrumReader(of.rate, cents);
    let sum = -0.0005 * Math.abs(cents);
    for (const windows of some) {
      const heard = shapeOf(pooled(audio, of.rate, windows, reader));
      const planned = of.templates(notesOf(windows.map((w) => of.part.strokes[w.stroke]!)).hz);
      for (let b = 0; b < BINS; b += 1) sum += heard[b]! * planned[b]!;
    }
    if (sum > best.sum) best = { cents, sum };
  }
  return best.cents;
}

function length(windows: readonly Window[]): number {
  return windows.reduce((sum, { from, to }) => sum + to - from, 0);
}

interface Notes {
  /** Every pitch once, the lowest first. */
  readonly hz: readonly number[];
  /** Places of those that are thirds. */
  readonly thirds: readonly number[];
}

function notesOf(strokes: readonly PlannedStroke[]): Notes {
  const all = new Map<number, { hz: number; isThird: boolean }>();
  for (const { hz, thirds } of strokes)
    hz.forEach((f, i) => all.set(keyOf(f), { hz: f, isThird: thirds.includes(i) }));
  const list = [...all.values()].sort((a, b) => a.hz - b.hz);
  return { hz: list.map((n) => n.hz), thirds: list.flatMap((n, i) => (n.isThird ? [i] : [])) };
}

/** What somebody could have played instead, near what is written. */
function nearBy(
  { hz, thirds }: Notes,
  strokes: readonly PlannedStroke[],
): readonly { readonly other: OtherNotes; readonly hz: readonly number[] }[] {
  const moved = (places: readonly number[], semitones: number) =>
    hz.map((f, i) => (places.includes(i) ? f * 2 ** (semitones / 12) : f));
  const list: { other: OtherNotes; hz: readonly number[] }[] = SEMITONES.map((semitones) => ({
    other: { kind: 'all', semitones },
    hz: hz.map((f) => f * 2 ** (semitones / 12)),
  }));
  if (thirds.length > 0 && thirds.length < hz.length) {
    list.push({ other: { kind: 'third' }, hz: moved(thirds, strokes.some(hasMajorThird) ? -1 : 1) });
    list.push({ other: { kind: 'noThird' }, hz: hz.filter((_, i) => !thirds.includes(i)) });
  }
  if (hz.length > 1) {
    // All octaves of a note are one: somebody who mistakes a shape mistakes them together, or one of them.
    hz.forEach((_, i) => {
      if (i === 0 || thirds.includes(i)) return;
      for (const semitones of [-1, 1]) list.push({ other: { kind: 'note' }, hz: moved([i], semitones) });
    });
  }
  return list;
}

function hasMajorThird({ chord }: PlannedStroke): boolean {
  const read = chord === null ? null : parseChord(chord);
  return read?.ok === true && read.value.tones.some(({ degree, above }) => degree === 3 && above === 4);
}

type Templates = (hz: readonly number[]) => Float64Array;

/** Shapes of what our own strings sound like together. */
function templatesOf(): Templates {
  const reader = spectrumReader(TEMPLATE_RATE);
  const notes = new Map<number, Float64Array>();
  const shapes = new Map<string, Float64Array>();
  const note = (hz: number) => {
    const key = keyOf(hz);
    let power = notes.get(key);
    if (!power) {
      const sound = plainString(hz, { rate: TEMPLATE_RATE, seconds: AFTER_S + LONGEST_S });
      power = reader(sound, Math.round(AFTER_S * TEMPLATE_RATE), sound.length);
      notes.set(key, power);
    }
    return power;
  };
  return (hz) => {
    const key = hz.map(keyOf).join();
    let shape = shapes.get(key);
    if (!shape) {
      const sum = new Float64Array(BINS);
      for (const f of hz) note(f).forEach((p, b) => (sum[b]! += p));
      shapes.set(key, (shape = shapeOf(sum)));
    }
    return shape;
  };
}

/** Pitches a twentieth of a semitone apart are one. */
function keyOf(hz: number): number {
  return Math.round(240 * Math.log2(hz));
}
