import { parseMidi, type MidiEvent } from 'midi-file';
import { fail, ok, type Result } from '../../base/index';
import { TICKS_PER_QUARTER, type Meter } from '../../time/index';
import { plainTaken, type Taken, type TakenBar, type TakenNote, type TakenPart } from '../taken/taken';
import { keyOfFifths } from '../taken/key-of-fifths';
import { parsePlaces, type Places } from './places';

/** Largest file that is read: no song of three players has more. */
export const MOST_MIDI_BYTES = 4_000_000;
/** Most notes and bars. */
const MOST_NOTES = 60_000;
const MOST_BARS = 3000;

/**
 * Reads a Standard MIDI File 1.0 of format 0 or 1. Fails with what was expected where it is none, where it is cut off, and
 * where its time is not counted in beats.
 */
export function readMidi(bytes: Uint8Array): Result<Taken> {
  const whole = wholeness(bytes);
  if (whole !== null) return fail(whole);
  let file: ReturnType<typeof parseMidi>;
  try {
    file = parseMidi(bytes);
  } catch (error) {
    return fail(`this MIDI file cannot be read: ${error instanceof Error ? error.message : String(error)}`);
  }
  const { header, tracks } = file;
  if (header.format === 2)
    return fail('this MIDI file holds several songs (format 2); expected format 0 or 1');
  if (!header.ticksPerBeat)
    return fail('this MIDI file counts time in film frames; expected one that counts in beats');
  const scale = TICKS_PER_QUARTER / header.ticksPerBeat;
  const timed = tracks.map((events) => inTime(events, scale));
  const all = timed.flat();
  const parts = timed.flatMap((events, i) => partsOf(events, i));
  const notes = parts.reduce((sum, part) => sum + part.notes.length, 0);
  if (notes === 0) return fail('this MIDI file has no notes; expected at least one');
  if (notes > MOST_NOTES)
    return fail(`this MIDI file has ${notes} notes; ${MOST_NOTES} are the most that are read`);
  const bars = barsOf(all, parts);
  if (bars.length > MOST_BARS) return fail(`this MIDI file has more than ${MOST_BARS} bars`);
  return ok({
    title: titleOf(timed),
    bars,
    chords: [],
    parts,
    down: 0,
    swing: null,
    lost: lostIn(all, parts),
  });
}

interface Timed {
  readonly at: number;
  readonly event: MidiEvent;
}

/** Why a file is not whole, or null. Every chunk must end inside it: the library reads on past the end in silence. */
function wholeness(bytes: Uint8Array): string | null {
  if (bytes.length > MOST_MIDI_BYTES) return 'this file is too large to be a song; expected less than 4 MB';
  const word = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));
  const size = (at: number) =>
    bytes[at]! * 0x1000000 + ((bytes[at + 1]! << 16) | (bytes[at + 2]! << 8) | bytes[at + 3]!);
  if (bytes.length < 14 || word(0) !== 'MThd')
    return 'this is no MIDI file; expected one that begins with MThd (.mid)';
  let at = 8 + size(4);
  const wanted = (bytes[10]! << 8) | bytes[11]!;
  let tracks = 0;
  while (at + 8 <= bytes.length) {
    const end = at + 8 + size(at + 4);
    if (end > bytes.length) return 'this MIDI file is cut off; export it once more';
    if (word(at) === 'MTrk') tracks += 1;
    at = end;
  }
  return tracks < wanted ? `this MIDI file is cut off: ${tracks} of its ${wanted} tracks are there` : null;
}

function inTime(events: readonly MidiEvent[], scale: number): readonly Timed[] {
  let now = 0;
  return events.map((event) => {
    now += event.deltaTime;
    return { at: now * scale, event };
  });
}

/** Bytes of a text as UTF-8, or as they are where they are none. */
function textOf(raw: string): string {
  try {
    return decodeURIComponent(
      [...raw].map((c) => `%${c.charCodeAt(0).toString(16).padStart(2, '0')}`).join(''),
    );
  } catch {
    return raw;
  }
}

function titleOf(tracks: readonly (readonly Timed[])[]): string {
  const name = tracks[0]?.find(({ event }) => event.type === 'trackName')?.event;
  const hasNotes = tracks[0]?.some(({ event }) => event.type === 'noteOn') ?? false;
  return name?.type === 'trackName' && !hasNotes ? textOf(name.text) : '';
}

/** The drum channel, from 0 (General MIDI Level 1). */
const DRUMS = 9;

/** A track is a part, or one for each channel where it holds several that are not one guitar's strings. */
function partsOf(events: readonly Timed[], index: number): readonly TakenPart[] {
  const name = events.find(({ event }) => event.type === 'trackName')?.event;
  const words = name?.type === 'trackName' ? textOf(name.text) : '';
  const own = events.flatMap(({ event }) =>
    event.type === 'sequencerSpecific' ? (parsePlaces(event.data) ?? []) : [],
  )[0];
  const notes = notesOf(events);
  const channels = [...new Set(notes.map((n) => n.channel))];
  if (notes.length === 0) return [];
  const programs = new Map<number, number>();
  for (const { event } of events) {
    if (event.type === 'programChange' && !programs.has(event.channel))
      programs.set(event.channel, event.programNumber);
  }
  const isOne = own !== undefined || channels.length === 1 || words !== '';
  const groups = isOne ? [channels] : channels.map((channel) => [channel]);
  return groups.map((group, g): TakenPart => {
    const mine = notes.filter((n) => group.includes(n.channel));
    const program = programs.get(group[0]!) ?? null;
    const placed = own ? withPlaces(mine, own) : null;
    return {
      name: words || `${programWords(program)} ${index + 1}${groups.length > 1 ? `.${g + 1}` : ''}`.trim(),
      tuning: placed ? own!.tuning : null,
      capo: placed ? own!.capo : 0,
      notes: placed ?? mine.map(({ channel: _channel, velocity: _velocity, order: _order, ...note }) => note),
      gain: gainOf(program),
      isDrums: group.includes(DRUMS),
    };
  });
}

type Heard = TakenNote & {
  readonly channel: number;
  readonly velocity: number;
  /** Which note of the track it is. */
  readonly order: number;
};

/** Notes with their ends; what is never ended ends with the track. Bends count as the farthest they reach. */
function notesOf(events: readonly Timed[]): readonly Heard[] {
  const notes: Heard[] = [];
  const open = new Map<string, { at: number; velocity: number; order: number }[]>();
  let count = 0;
  const bends = new Map<number, { at: number; value: number }[]>();
  const range = new Map<number, number>();
  const last = events.at(-1)?.at ?? 0;
  const parameter = new Map<number, [number, number]>();
  const close = (channel: number, midi: number, at: number) => {
    const list = open.get(`${channel} ${midi}`);
    const begun = list?.shift();
    if (!begun) return;
    notes.push({
      ...plainTaken(begun.at, Math.max(begun.at + 1, at), midi),
      weak: begun.velocity < WEAK_BELOW,
      channel,
      velocity: begun.velocity,
      order: begun.order,
    });
  };
  for (const { at, event } of events) {
    if (event.type === 'noteOn' && event.velocity > 0) {
      const id = `${event.channel} ${event.noteNumber}`;
      open.set(id, [...(open.get(id) ?? []), { at, velocity: event.velocity, order: (count += 1) }]);
    } else if (event.type === 'noteOff' || event.type === 'noteOn')
      close(event.channel, event.noteNumber, at);
    else if (event.type === 'pitchBend')
      bends.set(event.channel, [...(bends.get(event.channel) ?? []), { at, value: event.value }]);
    else if (event.type === 'controller') {
      const now = parameter.get(event.channel) ?? [127, 127];
      if (event.controllerType === 101) parameter.set(event.channel, [event.value, now[1]]);
      if (event.controllerType === 100) parameter.set(event.channel, [now[0], event.value]);
      if (event.controllerType === 6 && now[0] === 0 && now[1] === 0) range.set(event.channel, event.value);
    }
  }
  for (const [id, list] of open) {
    const [channel, midi] = id.split(' ').map(Number) as [number, number];
    for (const _ of [...list]) close(channel, midi, last);
  }
  return notes
    .sort((a, b) => a.at - b.at || a.order - b.order)
    .map((note) => ({
      ...note,
      bend: bendIn(note, bends.get(note.channel) ?? [], range.get(note.channel) ?? 2),
    }));
}

/** A note struck more softly than this is a weak one (of 127). */
const WEAK_BELOW = 50;

/** How a note is bent, from the wheel: the farthest it goes, whether it begins there, whether it comes back. */
function bendIn(
  note: Heard,
  wheel: readonly { readonly at: number; readonly value: number }[],
  range: number,
): TakenNote['bend'] {
  const inside = wheel.filter(({ at }) => at >= note.at - 1 && at < note.end - 1);
  if (inside.length === 0) return null;
  const semitones = inside.map(({ value }) => (value / 8191) * range);
  const top = Math.max(...semitones);
  const quarters = Math.round(top * 2);
  if (quarters < 1) return null;
  const isBefore = semitones[0]! > top * 0.8;
  return {
    quarters: Math.min(8, quarters),
    release: semitones.at(-1)! < top * 0.2,
    ...(isBefore ? { before: true as const } : {}),
  };
}

/** Strings and touches from our own event, where it fits the notes; null where it does not. */
function withPlaces(notes: readonly Heard[], { notes: places }: Places): readonly TakenNote[] | null {
  if (places.length !== notes.length) return null;
  // Both are in the order in which notes begin.
  const byTime = new Map<number, Heard[]>();
  for (const note of notes) byTime.set(note.at, [...(byTime.get(note.at) ?? []), note]);
  const made: TakenNote[] = [];
  let next = 0;
  for (const at of [...byTime.keys()].sort((a, b) => a - b)) {
    for (const { channel: _channel, velocity: _velocity, order: _order, ...note } of byTime.get(at)!) {
      const place = places[next]!;
      next += 1;
      made.push({ ...note, string: place.string, kind: place.kind, weak: weakIn(_velocity, place.kind) });
    }
  }
  return made;
}

function weakIn(velocity: number, kind: TakenNote['kind']): boolean {
  return velocity < (kind === 'dead' ? 40 : kind === 'mute' ? 72 : 85);
}

/** Names of some programs of General MIDI Level 1, from 0. */
function programWords(program: number | null): string {
  if (program === null) return 'Track';
  if (program >= 24 && program <= 31) return 'Guitar';
  if (program >= 32 && program <= 39) return 'Bass';
  return 'Track';
}

function gainOf(program: number | null): number | null {
  if (program === null || program < 24 || program > 31) return null;
  return program === 29 ? 5 : program === 30 ? 8 : program === 31 ? 6 : 1;
}

function barsOf(all: readonly Timed[], parts: readonly TakenPart[]): readonly TakenBar[] {
  const meters = all.flatMap(({ at, event }) =>
    event.type === 'timeSignature'
      ? [{ at, numerator: event.numerator, denominator: event.denominator }]
      : [],
  );
  const tempos = all.flatMap(({ at, event }) =>
    event.type === 'setTempo' && event.microsecondsPerBeat > 0
      ? [{ at, tempo: 60_000_000 / event.microsecondsPerBeat }]
      : [],
  );
  const keys = all.flatMap(({ at, event }) =>
    event.type === 'keySignature' ? [{ at, key: keyOfFifths(event.key, event.scale === 1) }] : [],
  );
  const markers = all.flatMap(({ at, event }) =>
    event.type === 'marker' || event.type === 'cuePoint' ? [{ at, text: textOf(event.text).trim() }] : [],
  );
  const end = Math.max(...parts.map((part) => Math.max(0, ...part.notes.map((n) => n.at))));
  const before = <T extends { readonly at: number }>(list: readonly T[], tick: number) =>
    [...list].sort((a, b) => a.at - b.at).findLast((one) => one.at <= tick + 1);
  const bars: TakenBar[] = [];
  let start = 0;
  while (start <= end && bars.length <= MOST_BARS) {
    const said = before(meters, start);
    const meter = meterOf(said?.numerator ?? 4, said?.denominator ?? 4);
    const length = (meter.beats * 4 * TICKS_PER_QUARTER) / meter.unit;
    // A bar is over where another metre begins.
    const next = meters.map((m) => m.at).find((at) => at > start + 1 && at < start + length - 1);
    const ticks = next === undefined ? length : next - start;
    const here = markers.filter(({ at }) => at >= start - 1 && at < start + ticks - 1);
    const section = here.find(({ text }) => text !== '')?.text ?? null;
    const lastName = bars.findLast((bar) => bar.section !== null)?.section ?? null;
    bars.push({
      start,
      ticks,
      skipped: 0,
      meter,
      tempo: before(tempos, start)?.tempo ?? 120,
      key: before(keys, start)?.key ?? null,
      section,
      again: section !== null && section === lastName,
      words: [],
    });
    start += ticks;
  }
  return withPickup(bars);
}

/** A first bar that is shorter than the one after it is a pick-up of that one's metre. */
function withPickup(bars: readonly TakenBar[]): readonly TakenBar[] {
  const [first, second] = bars;
  if (!first || !second) return bars;
  const length = (second.meter.beats * 4 * TICKS_PER_QUARTER) / second.meter.unit;
  if (first.ticks >= length) return bars;
  return [{ ...first, meter: second.meter, skipped: length - first.ticks }, ...bars.slice(1)];
}

function meterOf(beats: number, unit: number): Meter {
  const known = [2, 4, 8, 16].find((u) => u === unit);
  return { beats: Math.min(24, Math.max(1, beats)), unit: (known ?? 4) as Meter['unit'] };
}

function lostIn(all: readonly Timed[], parts: readonly TakenPart[]): readonly string[] {
  const has = (test: (event: MidiEvent) => boolean) => all.some(({ event }) => test(event));
  return [
    ...(parts.some((part) => part.isDrums) ? ['the drums'] : []),
    ...(has((e) => e.type === 'lyrics') ? ['lyrics'] : []),
    ...(has((e) => e.type === 'controller' && ![0, 6, 32, 38, 98, 99, 100, 101].includes(e.controllerType))
      ? ['controllers (volume, pedal, modulation)']
      : []),
    ...(parts.length > 3
      ? [`${parts.length - 3} of ${parts.length} parts, unless you give them to a player`]
      : []),
  ];
}
