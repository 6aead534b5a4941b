import { writeMidi as writeEvents, type MidiEvent } from 'midi-file';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../form/index';
import { openStrings } from '../../instrument/index';
import {
  playedBars,
  playedStrokes,
  type PlayedBar,
  type PlayedNote,
  type PlayedStroke,
} from '../../score/index';
import { rigIn, type Rig, type Song } from '../../song/index';
import { swungTick, TICKS_PER_QUARTER } from '../../time/index';
import { fifthsOf, programOf } from '../musicxml/write-musicxml';
import { formatPlaces } from './places';

/** A Standard MIDI File, and in words what it has no place for. */
export interface MidiOut {
  readonly bytes: Uint8Array;
  readonly lost: readonly string[];
}

/** Channels (from 0) of a player's plain notes and of those that are bent, so that a bend moves nothing else. */
const CHANNELS: Readonly<Record<Player, readonly [number, number]>> = {
  guitar1: [0, 3],
  guitar2: [1, 4],
  bass: [2, 5],
};
/** How far a full bend goes, in semitones. */
const BEND_RANGE = 12;
/** Length of a dead note, in ticks: it is over at once. */
const DEAD_TICKS = 60;

/**
 * The song as it is played, as a Standard MIDI File 1.0 of format 1: tempo, metre, keys and sections (as markers) first, then a
 * track for every player. Strings and frets stand in a sequencer-specific event that this program reads back.
 */
export function writeMidi(song: Song): MidiOut {
  const bars = playedBars(song);
  const zero = -(bars[0]?.start ?? 0);
  const tracks = [
    conductor(song, bars, zero),
    ...PLAYERS.map((player) => trackOf(song, player, { bars, zero })),
  ];
  return { bytes: fileOf(tracks.map(inDeltas)), lost: lostIn(song) };
}

/** Events the library writes at a time: it copies what it has for every byte. */
const PIECE = 200;
/** Bytes of a file's head and of a track's (Standard MIDI Files 1.0). */
const HEAD = 14;
const TRACK_HEAD = 8;

/** A file of tracks, written by the library piece by piece and put together. */
function fileOf(tracks: readonly (readonly MidiEvent[])[]): Uint8Array {
  const header = { format: 1, numTracks: tracks.length, ticksPerBeat: TICKS_PER_QUARTER } as const;
  const bytes: number[] = writeEvents({ header, tracks: [] }).slice(0, HEAD);
  bytes[11] = tracks.length;
  for (const events of tracks) {
    const body: number[] = [];
    for (let from = 0; from < events.length; from += PIECE) {
      const piece = writeEvents({ header, tracks: [events.slice(from, from + PIECE)] });
      for (let i = HEAD + TRACK_HEAD; i < piece.length; i += 1) body.push(piece[i]!);
    }
    const long = body.length;
    bytes.push(0x4d, 0x54, 0x72, 0x6b, long >>> 24, (long >> 16) & 255, (long >> 8) & 255, long & 255);
    for (const byte of body) bytes.push(byte);
  }
  return Uint8Array.from(bytes);
}

interface Timed {
  readonly at: number;
  /** What comes first at one time: ends before beginnings. */
  readonly order: number;
  readonly event: Omit<MidiEvent, 'deltaTime'>;
}

function inDeltas(list: readonly Timed[]): MidiEvent[] {
  const sorted = [...list].sort((a, b) => a.at - b.at || a.order - b.order);
  let now = 0;
  const events = sorted.map(({ at, event }): MidiEvent => {
    const deltaTime = Math.max(0, Math.round(at) - now);
    now += deltaTime;
    return { ...event, deltaTime } as MidiEvent;
  });
  return [...events, { deltaTime: 0, meta: true, type: 'endOfTrack' }];
}

/** The library writes one byte a letter; names are UTF-8, as readers today expect. */
function bytesOf(text: string): string {
  const whole = text.replace(/[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g, '');
  return encodeURIComponent(whole).replace(/%([0-9A-F]{2})/g, (_, hex: string) =>
    String.fromCharCode(parseInt(hex, 16)),
  );
}

function meta(at: number, event: object): Timed {
  return { at, order: 0, event: { meta: true, ...event } as unknown as Timed['event'] };
}

function conductor(song: Song, bars: readonly PlayedBar[], zero: number): readonly Timed[] {
  const events: Timed[] = [meta(0, { type: 'trackName', text: bytesOf(song.title) })];
  let [tempo, meter, key] = ['', '', ''];
  for (const bar of bars) {
    const at = zero + bar.start;
    const { playing } = bar;
    const isPartial = bar.skipped > 0;
    if (String(playing.tempo) !== tempo) {
      tempo = String(playing.tempo);
      events.push(
        meta(at, { type: 'setTempo', microsecondsPerBeat: Math.round(60_000_000 / playing.tempo) }),
      );
    }
    // A pick-up is a bar of its own length.
    const short = isPartial ? partialMeter(bar.ticks) : null;
    const { beats, unit } = short ?? { beats: bar.meter.beats, unit: bar.meter.unit as number };
    if (`${beats}/${unit}` !== meter) {
      meter = `${beats}/${unit}`;
      events.push(
        meta(at, {
          type: 'timeSignature',
          numerator: beats,
          denominator: unit,
          metronome: 24,
          thirtyseconds: 8,
        }),
      );
    }
    if (playing.key.text !== key) {
      key = playing.key.text;
      events.push(
        meta(at, {
          type: 'keySignature',
          key: fifthsOf(playing.key),
          scale: playing.key.mode === 'minor' ? 1 : 0,
        }),
      );
    }
    if (bar.bar === 0) events.push(meta(at, { type: 'marker', text: bytesOf(playing.section.name) }));
  }
  return events;
}

/** So many eighths, sixteenths … as a part of a bar has. */
function partialMeter(ticks: number): { beats: number; unit: number } {
  for (const unit of [4, 8, 16, 32]) {
    const beats = (ticks * unit) / (4 * TICKS_PER_QUARTER);
    if (Number.isInteger(beats)) return { beats, unit };
  }
  return { beats: Math.max(1, Math.round(ticks / 60)), unit: 64 };
}

function trackOf(
  song: Song,
  player: Player,
  { bars, zero }: { bars: readonly PlayedBar[]; zero: number },
): readonly Timed[] {
  const rig = song.players[player];
  const strokes = playedStrokes(song, player);
  const time = timeOf(bars, zero);
  const [plain, bent] = CHANNELS[player];
  const down = song.down ?? 0;
  const events: Timed[] = [
    meta(0, { type: 'trackName', text: bytesOf(PLAYER_WORDS[player]) }),
    meta(0, { type: 'sequencerSpecific', data: formatPlaces(rig, strokes) }),
  ];
  for (const channel of [plain, bent]) {
    events.push(
      voice(0, { channel, type: 'programChange', programNumber: programOf(player, rig.gain) - 1 }),
      ...bendRange(channel),
    );
  }
  let program = programOf(player, rig.gain);
  for (const bar of bars) {
    if (bar.source === null) continue;
    const { gain } = rigIn(song, player, { section: bar.playing.section, bar: bar.source });
    const next = programOf(player, gain);
    if (next === program) continue;
    program = next;
    for (const channel of [plain, bent])
      events.push(voice(zero + bar.start, { channel, type: 'programChange', programNumber: next - 1 }));
  }
  /** Until when a pitch sounds on a channel. */
  const sounding = new Map<string, number>();
  strokes.forEach((stroke) => {
    for (const note of stroke.notes) {
      const noteNumber = Math.max(0, Math.min(127, pitchOf(note, rig) - down));
      const from = time(stroke.at);
      // One pitch on two strings is two notes: a channel has it once at a time.
      const isTaken = (sounding.get(`${plain} ${noteNumber}`) ?? -1) > from;
      const channel = note.bend || isTaken ? bent : plain;
      const to = Math.max(
        from + 30,
        time(note.kind === 'dead' ? stroke.at + DEAD_TICKS : Math.max(stroke.at + 30, note.end)),
      );
      sounding.set(`${channel} ${noteNumber}`, to);
      const velocity = velocityOf(stroke, note);
      events.push(
        { at: from, order: 3, event: { channel, type: 'noteOn', noteNumber, velocity } as Timed['event'] },
        { at: to, order: 1, event: { channel, type: 'noteOff', noteNumber, velocity: 0 } as Timed['event'] },
        ...(note.bend ? bendOf(note.bend, { channel, from, to }) : []),
      );
    }
  });
  return events;
}

/** The pitch that sounds; a dead note stands on its open string. */
function pitchOf(note: PlayedNote, rig: Rig): number {
  return note.midi ?? openStrings(rig)[note.string]! + rig.capo;
}

/** How hard: palm-muted and dead softer, weak and slurred softer still. */
function velocityOf(stroke: PlayedStroke, note: PlayedNote): number {
  const base = note.kind === 'dead' ? 45 : note.kind === 'mute' ? 84 : 100;
  return Math.round(base * (stroke.weak ? 0.7 : 1));
}

/** When a written tick is played: pairs swing where the section does. */
function timeOf(bars: readonly PlayedBar[], zero: number): (tick: number) => number {
  return (tick) => {
    let [low, high] = [0, bars.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (bars[middle]!.start <= tick) low = middle;
      else high = middle - 1;
    }
    const bar = bars[low];
    if (!bar) return zero + tick;
    const swing = bar.playing.section.swing ?? null;
    return zero + bar.start + swungTick(tick - bar.start, swing);
  };
}

function voice(at: number, event: object): Timed {
  return { at, order: 2, event: event as Timed['event'] };
}

/** Registered parameter 0, pitch bend sensitivity (MIDI 1.0). */
function bendRange(channel: number): readonly Timed[] {
  const set = (controllerType: number, value: number) =>
    voice(0, { channel, type: 'controller', controllerType, value });
  return [set(101, 0), set(100, 0), set(6, BEND_RANGE), set(38, 0)];
}

/** A bend in small steps: up after it is struck, or held from before, and down again where it is let go. */
function bendOf(
  bend: NonNullable<PlayedNote['bend']>,
  { channel, from, to }: { channel: number; from: number; to: number },
): readonly Timed[] {
  const full = bend.quarters / 2;
  const at = (tick: number, semitones: number): Timed => ({
    at: tick,
    order: 2,
    event: {
      channel,
      type: 'pitchBend',
      value: Math.round((semitones / BEND_RANGE) * 8191),
    } as Timed['event'],
  });
  const glide = (start: number, end: number, a: number, b: number) =>
    Array.from({ length: STEPS }, (_, i) =>
      at(start + ((end - start) * (i + 1)) / STEPS, a + ((b - a) * (i + 1)) / STEPS),
    );
  const long = to - from;
  return [
    at(from, bend.before ? full : 0),
    ...(bend.before ? [] : glide(from + long * 0.1, from + long * 0.4, 0, full)),
    ...(bend.release ? glide(from + long * 0.55, from + long * 0.85, full, 0) : []),
    at(to, 0),
  ];
}

const STEPS = 8;

function lostIn(song: Song): readonly string[] {
  const strokes = PLAYERS.flatMap((player) => playedStrokes(song, player));
  const has = (test: (stroke: PlayedStroke) => boolean) => strokes.some(test);
  return [
    'chord names, repeats and remarks (the song is written out as it is played)',
    ...(has((s) =>
      s.notes.some((n) => n.reached !== null || n.from !== null || n.off !== null || n.grace !== null),
    )
      ? ['hammer-ons, pull-offs, slides and short notes before (they are plain notes)']
      : []),
    ...(has((s) => s.notes.some((n) => n.vibrato || n.trill !== null)) ? ['vibrato and trills'] : []),
    ...(has((s) => s.notes.some((n) => n.harmonic !== null)) ? ['harmonics (as the pitch that rings)'] : []),
    ...(has((s) => s.direction !== null) ? ['down- and up-strokes'] : []),
    ...(has((s) => s.fingers !== null) ? ['fingers'] : []),
  ];
}
