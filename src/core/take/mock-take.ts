import type { PlannedPart, PlannedStroke } from '../heard/index';

/** Something that goes wrong in a take, at a stroke (place in the list). */
export type Fault =
  | { readonly what: 'missed'; readonly stroke: number }
  | { readonly what: 'off'; readonly stroke: number; readonly ms: number }
  /** One more strike so long after a stroke. */
  | { readonly what: 'extra'; readonly stroke: number; readonly afterMs: number }
  /** Rings on beyond its end, and over dead hits and whatever else comes before that. */
  | { readonly what: 'rings'; readonly stroke: number; readonly ms: number }
  /** All its notes so many semitones off. */
  | { readonly what: 'chord'; readonly stroke: number; readonly semitones: number }
  /** One of its notes (place in its list) so many semitones off. */
  | { readonly what: 'note'; readonly stroke: number; readonly note: number; readonly semitones: number }
  /** A mute that rings. */
  | { readonly what: 'open'; readonly stroke: number };

/** The room a take is recorded in: how long it rings, how loud the others and the noise are against the player, in dB. */
export interface Room {
  readonly rt60: number;
  readonly wetDb: number;
  readonly noiseDb: number;
  /** Null: nobody else is there. */
  readonly othersDb: number | null;
}

/** The player alone close to the microphone, in a room with the band, and in a bad room with a loud one. */
export const ROOMS = {
  close: { rt60: 0.2, wetDb: -25, noiseDb: -60, othersDb: null },
  room: { rt60: 0.45, wetDb: -10, noiseDb: -50, othersDb: -20 },
  rough: { rt60: 0.7, wetDb: -4, noiseDb: -40, othersDb: -10 },
} as const satisfies Record<string, Room>;

export interface MockTake {
  readonly audio: Float32Array;
  /** When each stroke really sounds, in seconds of the recording; null: it was missed. */
  readonly times: readonly (number | null)[];
  /** When each stroke would sound without unevenness and faults: the player's own tempo. */
  readonly meant: readonly number[];
  /** Strikes that are in no plan. */
  readonly extras: readonly number[];
  /** Where the music begins in the recording, in seconds. */
  readonly start: number;
}

interface Made {
  readonly at: number;
  readonly end: number;
  readonly kind: PlannedStroke['kind'];
  readonly hz: readonly number[];
  readonly amp: number;
  /** Whatever is struck meanwhile. */
  readonly through?: boolean;
}

const MOST_PARTIALS = 24;
const HIGHEST_HZ = 5200;
/** Under this (squared) a partial is not heard any more. */
const GONE = 1e-11;

/**
 * A stand-in for somebody who plays a part: strings as banks of inharmonic partials, one lopsided stage of an amplifier and
 * a cabinet, in a room; other strings and another amplifier than the renderer's and than what the checker expects. With
 * small unevenness of its own and the faults that are asked for. The same for the same seed.
 */
export function mockTake(
  part: PlannedPart,
  of: {
    readonly rate: number;
    readonly seed: number;
    readonly room: Room;
    readonly faults?: readonly Fault[];
    /** What the others play meanwhile. */
    readonly others?: readonly PlannedPart[];
    /** Drive of the amplifier, about as gains 1 to 9. */
    readonly gain?: number;
    /** Standard deviation of the unevenness, in ms, and the greatest wandering of the tempo. */
    readonly jitterMs?: number;
    readonly drift?: number;
    readonly leadS?: number;
  },
): MockTake {
  const { rate, room, faults = [], others = [], gain = 6, jitterMs = 8, drift = 0.015, leadS = 2 } = of;
  const chance = seeded(of.seed);
  const cents = 8 * (2 * chance() - 1);
  const wander = { period: 9 + 6 * chance(), phase: 6.283 * chance() };
  /** Seconds of the recording for a second of the plan: the tempo wanders slowly. */
  const warp = (t: number) =>
    leadS +
    t +
    ((drift * wander.period) / 6.283) *
      (Math.sin(wander.phase) - Math.sin(wander.phase + (6.283 * t) / wander.period));
  let unevenness = 0;
  const times: (number | null)[] = [];
  const extras: number[] = [];
  const made: Made[] = [];
  part.strokes.forEach((stroke, i) => {
    unevenness = 0.5 * unevenness + Math.sqrt(0.75) * (jitterMs / 1000) * normal(chance);
    const own = faults.filter((f) => f.stroke === i);
    const off = own.find((f) => f.what === 'off');
    const rings = own.find((f) => f.what === 'rings');
    const chord = own.find((f) => f.what === 'chord');
    const notes = own.filter((f) => f.what === 'note');
    const isOpen = own.some((f) => f.what === 'open');
    const at = warp(stroke.at) + unevenness + (off ? off.ms / 1000 : 0);
    const isMissed = own.some((f) => f.what === 'missed');
    times.push(isMissed ? null : at);
    if (stroke.slurred && !isMissed) return;
    const moved = (n: number) =>
      notes.reduce((sum, f) => sum + (f.note === n ? f.semitones : 0), chord ? chord.semitones : 0);
    const end = warp(stroke.end) + (rings ? rings.ms / 1000 : 0.01 * chance());
    const one = {
      end,
      kind: isOpen ? ('ring' as const) : stroke.kind,
      hz: stroke.hz.map((hz, n) => hz * 2 ** ((100 * moved(n) + cents + 4 * normal(chance)) / 1200)),
      ...(rings ? { through: true } : {}),
      amp: (stroke.weak ? 0.45 : 1) * (0.85 + 0.3 * chance()),
    };
    if (!isMissed) made.push({ ...one, at });
    for (const extra of own) {
      if (extra.what !== 'extra') continue;
      const time = warp(stroke.at) + extra.afterMs / 1000;
      extras.push(time);
      made.push({ ...one, at: time });
    }
  });
  const frames = Math.ceil((warp(part.seconds) + 2) * rate);
  const player = amplified(strung(made, { frames, rate, chance }), { rate, gain });
  const loud = rms(player);
  const audio = player.slice();
  if (room.othersDb !== null) {
    for (const [n, other] of others.entries()) {
      const strokes = other.strokes.map((s): Made => ({ ...s, at: warp(s.at), end: warp(s.end), amp: 1 }));
      const sound = amplified(strung(strokes, { frames, rate, chance }), { rate, gain: 2 + 3 * n });
      addAt(audio, sound, (loud / Math.max(1e-9, rms(sound))) * 10 ** (room.othersDb / 20));
    }
  }
  const wet = reverberated(audio, { rate, rt60: room.rt60 });
  addAt(audio, wet, (loud / Math.max(1e-9, rms(wet))) * 10 ** (room.wetDb / 20));
  const noise = loud * 10 ** (room.noiseDb / 20);
  for (let i = 0; i < frames; i += 1) audio[i]! += noise * (2 * chance() - 1) * 1.7;
  const peak = audio.reduce((most, x) => Math.max(most, Math.abs(x)), 0);
  for (let i = 0; i < frames; i += 1) audio[i]! *= 0.7 / Math.max(1e-9, peak);
  const meant = part.strokes.map((stroke) => warp(stroke.at));
  return { audio, times, meant, extras, start: leadS };
}

/** Strings as banks of damped partials; a stroke ends what sounded before it. */
function strung(
  strokes: readonly Made[],
  of: { readonly frames: number; readonly rate: number; readonly chance: () => number },
): Float32Array {
  const { frames, rate, chance } = of;
  const sound = new Float32Array(frames);
  const inOrder = [...strokes].sort((a, b) => a.at - b.at);
  inOrder.forEach((stroke, n) => {
    const next = inOrder[n + 1]?.at ?? Infinity;
    const from = Math.max(0, Math.round(stroke.at * rate));
    const stop = Math.min(
      stroke.kind === 'dead' ? stroke.at + 0.05 : stroke.end,
      stroke.through ? Infinity : next,
    );
    const last = Math.min(frames, Math.round((stop + 0.06) * rate));
    const knock = stroke.kind === 'dead' ? 0.5 : 0.12;
    const knockEnd = Math.min(frames, from + Math.round(0.03 * rate));
    let low = 0;
    for (let i = from; i < knockEnd; i += 1) {
      low += 0.35 * (2 * chance() - 1 - low);
      sound[i]! += stroke.amp * knock * low * Math.exp(-(i - from) / (0.007 * rate));
    }
    if (stroke.kind === 'dead') return;
    const beta = 0.12 + 0.08 * chance();
    const b = 6e-5 + 8e-5 * chance();
    const release = Math.round(stop * rate);
    stroke.hz.forEach((hz, string) => {
      const begin = from + Math.round(string * 0.003 * rate);
      for (let k = 1; k <= MOST_PARTIALS; k += 1) {
        const f = k * hz * Math.sqrt(1 + b * k * k);
        if (f > HIGHEST_HZ) break;
        const t60 =
          (stroke.kind === 'mute' ? 0.3 : 4.2) / (1 + (f / (stroke.kind === 'mute' ? 700 : 1500)) ** 1.2);
        const amp = (stroke.amp * 0.16 * Math.abs(Math.sin(k * Math.PI * beta))) / k;
        addPartial(sound, {
          begin,
          release,
          last,
          w: (6.283185 * f) / rate,
          amp,
          keeps: 10 ** (-3 / (t60 * rate)),
          rate,
        });
      }
    });
  });
  return sound;
}

function addPartial(
  sound: Float32Array,
  of: {
    readonly begin: number;
    readonly release: number;
    readonly last: number;
    readonly w: number;
    readonly amp: number;
    readonly keeps: number;
    readonly rate: number;
  },
): void {
  const { begin, release, last, w, keeps, rate } = of;
  const chokes = 10 ** (-3 / (0.06 * rate));
  const [c, s] = [Math.cos(w), Math.sin(w)];
  let [x, y] = [of.amp, 0];
  for (let i = begin; i < last; i += 1) {
    sound[i]! += y;
    const keep = i < release ? keeps : keeps * chokes;
    const turned = keep * (c * x - s * y);
    y = keep * (s * x + c * y);
    x = turned;
    if ((i & 255) === 0 && x * x + y * y < GONE) return;
  }
}

/** One lopsided stage between a high-pass and a scooped cabinet. */
function amplified(
  sound: Float32Array,
  { rate, gain }: { readonly rate: number; readonly gain: number },
): Float32Array {
  const drive = 1.5 * 1.6 ** gain;
  const high = 1 - Math.exp((-6.283 * 90) / rate);
  const low = 1 - Math.exp((-6.283 * 3800) / rate);
  const scoop = 1 - Math.exp((-6.283 * 600) / rate);
  const out = new Float32Array(sound.length);
  let [dc, l1, l2, mid] = [0, 0, 0, 0];
  for (let i = 0; i < sound.length; i += 1) {
    dc += high * (sound[i]! - dc);
    const x = drive * (sound[i]! - dc);
    const y = x > 0 ? Math.tanh(x) : x / (1 - 0.8 * x);
    l1 += low * (y - l1);
    l2 += low * (l1 - l2);
    mid += scoop * (l2 - mid);
    out[i] = l2 - 0.35 * mid;
  }
  return out;
}

/** Four combs side by side into two all-passes (Schroeder, JAES 10 (1962)). */
function reverberated(
  sound: Float32Array,
  { rate, rt60 }: { readonly rate: number; readonly rt60: number },
): Float32Array {
  const out = new Float32Array(sound.length);
  for (const ms of [29.7, 37.1, 41.1, 43.7]) {
    const line = new Float32Array(Math.round((ms * rate) / 1000));
    const back = 10 ** ((-3 * ms) / 1000 / rt60);
    for (let i = 0; i < sound.length; i += 1) {
      const at = i % line.length;
      const y = line[at]!;
      line[at] = sound[i]! + back * y;
      out[i]! += y;
    }
  }
  for (const ms of [5, 1.7]) {
    const line = new Float32Array(Math.max(1, Math.round((ms * rate) / 1000)));
    for (let i = 0; i < out.length; i += 1) {
      const at = i % line.length;
      const held = line[at]!;
      const x = out[i]! + 0.7 * held;
      line[at] = x;
      out[i] = held - 0.7 * x;
    }
  }
  return out;
}

function addAt(sound: Float32Array, other: Float32Array, level: number): void {
  for (let i = 0; i < sound.length; i += 1) sound[i]! += level * other[i]!;
}

function rms(sound: Float32Array): number {
  let sum = 0;
  for (const x of sound) sum += x * x;
  return Math.sqrt(sum / Math.max(1, sound.length));
}

/** 0 … 1, the same row for the same seed (mulberry32). */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** Normally distributed, by the central limit of twelve. */
function normal(chance: () => number): number {
  let sum = -6;
  for (let n = 0; n < 12; n += 1) sum += chance();
  return sum;
}
