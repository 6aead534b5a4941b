import FFT from 'fft.js';

/** A strike that was heard. */
export interface Onset {
  /** Seconds of the recording. */
  readonly at: number;
  /** How much of the spectrum rose, against what rises around it. */
  readonly strength: number;
  /** Level right after it, and how far it rose above what was there, in dB. */
  readonly loudDb: number;
  readonly riseDb: number;
  /** How sharply it begins: rise of what changes quickly, within milliseconds (natural logarithm). */
  readonly edge: number;
  /** How much the bands rise from just before to just after, and how much those above the middle do (natural logarithms). */
  readonly up: number;
  readonly high: number;
  /** How much the upper ones are above what was before a moment later, and how much the bands have fallen by then. */
  readonly highLater: number;
  readonly fell: number;
  /** How plainly it is a strike; below `LEAST_PLAIN` it is one only where one is expected. */
  readonly plain: number;
}

/** What was heard in a recording. */
export interface HeardTake {
  readonly onsets: readonly Onset[];
  /** What could be a strike where one is expected, and is nothing elsewhere. */
  readonly faint: readonly Onset[];
  /** Level in dB, every so many seconds. */
  readonly levels: Float32Array;
  readonly stepS: number;
  readonly seconds: number;
}

const STEP_S = 0.005;
const WINDOW_S = 0.023;
/** Looks back so many steps for a rise. */
const LAG = 2;
const HIGHEST_HZ = 8000;
const FLOOR = 1e-7;
/** Peaks stand so far above the median of what is around them. */
const ABOVE = 1.6;
const LEAST = 0.02;
const AROUND_S = 0.18;
/** Two strikes are not nearer than this. */
const APART_S = 0.045;

/** Strikes and levels of a recording (one channel, −1 … 1): the rise of the log spectrum, sharpened on the envelope. */
export function hearTake(audio: Float32Array, rate: number): HeardTake {
  const size = 2 ** Math.round(Math.log2(WINDOW_S * rate));
  const fft = new FFT(size);
  const out = fft.createComplexArray();
  const frame = new Float64Array(size);
  const hann = Float64Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size));
  const hop = STEP_S * rate;
  const count = Math.max(0, Math.floor(audio.length / hop));
  const bands = bandsOf(size, rate);
  const levels = levelsOf(audio, rate, count);
  const gain = evenGain(levels);
  const rows: Float32Array[] = [];
  const flux = new Float32Array(count);
  for (let n = 0; n < count; n += 1) {
    const middle = Math.round(n * hop);
    for (let i = 0; i < size; i += 1) frame[i] = (audio[middle + i - size / 2] ?? 0) * hann[i]!;
    fft.realTransform(out, frame);
    const row = new Float32Array(bands.length);
    bands.forEach(([from, to], b) => {
      let power = 0;
      for (let k = from; k < to; k += 1) power += out[2 * k]! ** 2 + out[2 * k + 1]! ** 2;
      row[b] = Math.log1p(400 * gain * Math.sqrt(power / (to - from)) * (4 / size));
    });
    rows.push(row);
    const before = rows[n - LAG];
    if (before) {
      let sum = 0;
      for (let b = 0; b < row.length; b += 1) sum += Math.max(0, row[b]! - before[b]!);
      flux[n] = sum / row.length;
    }
  }
  const rises = peaksOf(flux).map((n): Omit<Onset, 'plain'> => {
    const { at, edge } = sharpened(audio, rate, n * STEP_S);
    const step = Math.round(at / STEP_S);
    const after = loudest(levels, step + 1, step + 12);
    const before = loudest(levels, step - 8, step - 2);
    const shape = shapeAt(rows, at / STEP_S);
    return { at, strength: flux[n]!, loudDb: after, riseDb: after - before, edge, ...shape };
  });
  const all = plainness(rises);
  return {
    onsets: all.filter((o) => o.plain >= LEAST_PLAIN),
    faint: all.filter((o) => o.plain < LEAST_PLAIN),
    levels,
    stepS: STEP_S,
    seconds: audio.length / rate,
  };
}

/**
 * Whether it is as likely that something ended there: much falls, and little rises. Only what is weak sounds like that.
 * Of 2,736 strong strikes on 63 takes of the stand-in one did.
 */
export function looksLikeAnEnd({ up, fell }: Onset): boolean {
  return up < 0.2 && fell > 0.3;
}

/** Below it something is no strike where none is expected. */
const LEAST_PLAIN = -0.7;

/**
 * How plainly something is a strike, as the logarithm of its odds: how much of the spectrum rose there and how sharply, how
 * much the upper bands did, and what fell meanwhile (a chord that is changed falls as well, a sound that just ends only falls).
 * Weights by logistic regression on 42 takes of the stand-in (7 parts in 3 rooms; 8,642 rises of the spectrum, 2,984 of
 * them strikes).
 */
function plainness(rises: readonly Omit<Onset, 'plain'>[]): readonly Onset[] {
  const rising = rises.filter((o) => o.riseDb > 3).map((o) => o.strength);
  const all = (rising.length >= 4 ? rising : rises.map((o) => o.strength)).sort((a, b) => a - b);
  const usual = all[Math.floor(0.75 * all.length)] ?? 1;
  const within = (x: number, least: number, most: number) => Math.min(most, Math.max(least, x));
  return rises.map((rise) => {
    const plain =
      0.62 +
      1.35 * Math.log(Math.max(0.02, rise.strength / usual)) +
      1.25 * Math.log(Math.max(0.05, rise.edge)) +
      1.92 * Math.log(Math.max(0.01, rise.up)) +
      7.86 * within(rise.high, -0.4, 0.8) -
      2.89 * within(rise.highLater, -0.4, 0.5) +
      14.18 * within(rise.fell, 0, 0.5);
    return { ...rise, plain };
  });
}

/** Before, just after and a moment after a strike, in seconds from it. */
const BEFORE_S = [-0.035, -0.02];
const AFTER_S = [0.012, 0.02];
const LATER_S = [0.045, 0.06];
/** Bands from here on are the upper ones. */
const UPPER = 0.6;

/** How the bands move at a moment, given in steps: a string that is struck again adds what is high, and what is cut off only falls. */
function shapeAt(
  rows: readonly Float32Array[],
  at: number,
): Pick<Onset, 'up' | 'high' | 'highLater' | 'fell'> {
  const around = (times: readonly number[]) =>
    times.flatMap((t) => rows[Math.min(rows.length - 1, Math.max(0, Math.round(at + t / STEP_S)))] ?? []);
  const [before, after, later] = [around(BEFORE_S), around(AFTER_S), around(LATER_S)];
  const count = before[0]!.length;
  const mean = (some: readonly Float32Array[], b: number) =>
    some.reduce((sum, row) => sum + row[b]!, 0) / some.length;
  const first = Math.floor(UPPER * count);
  let [up, high, highLater, fell] = [0, 0, 0, 0];
  for (let b = 0; b < count; b += 1) {
    const was = mean(before, b);
    const [rises, stays] = [mean(after, b) - was, mean(later, b) - was];
    up += Math.max(0, rises) / count;
    fell += Math.max(0, -stays) / count;
    if (b < first) continue;
    high += rises / (count - first);
    highLater += stays / (count - first);
  }
  return { up, high, highLater, fell };
}

/** As loud as this, what a recording is loud with is brought to before its spectrum is looked at, in dB under full scale. */
const EVEN_DB = -12;
const MOST_GAIN_DB = 45;

/** What a recording is to be multiplied by to be as loud as others are. */
function evenGain(levels: Float32Array): number {
  const sorted = levels.slice().sort();
  const loud = sorted[Math.floor(0.95 * sorted.length)] ?? EVEN_DB;
  return 10 ** (Math.min(MOST_GAIN_DB, EVEN_DB - loud) / 20);
}

/** A few bins each at the bottom, about a sixth of an octave further up. */
function bandsOf(size: number, rate: number): readonly (readonly [number, number])[] {
  const bands: (readonly [number, number])[] = [];
  let from = 1;
  while (from < Math.min(size / 2, (HIGHEST_HZ * size) / rate)) {
    const to = Math.max(from + 1, Math.round(from * 1.12));
    bands.push([from, to]);
    from = to;
  }
  return bands;
}

/** Level of every step, in dB, over 10 ms. */
function levelsOf(audio: Float32Array, rate: number, count: number): Float32Array {
  const half = Math.round(0.005 * rate);
  return Float32Array.from({ length: count }, (_, n) => {
    const middle = Math.round(n * STEP_S * rate);
    let sum = 0;
    for (let i = Math.max(0, middle - half); i < Math.min(audio.length, middle + half); i += 1)
      sum += audio[i]! ** 2;
    return 10 * Math.log10(sum / (2 * half) + FLOOR ** 2);
  });
}

function loudest(levels: Float32Array, from: number, to: number): number {
  let most = -140;
  for (let i = Math.max(0, from); i < Math.min(levels.length, to); i += 1) most = Math.max(most, levels[i]!);
  return most;
}

/** Steps where the flux stands out from what is around it. */
function peaksOf(flux: Float32Array): readonly number[] {
  const around = Math.round(AROUND_S / STEP_S);
  const apart = Math.round(APART_S / STEP_S);
  const peaks: number[] = [];
  for (let n = 1; n < flux.length - 1; n += 1) {
    const value = flux[n]!;
    if (value < LEAST || value < flux[n - 1]! || value <= flux[n + 1]!) continue;
    const near = [...flux.subarray(Math.max(0, n - around), n + around)].sort((a, b) => a - b);
    const median = near[near.length >> 1]!;
    if (value < ABOVE * median + LEAST) continue;
    const last = peaks.at(-1);
    if (last !== undefined && n - last < apart) {
      if (value > flux[last]!) peaks[peaks.length - 1] = n;
    } else peaks.push(n);
  }
  return peaks;
}

/** The millisecond in which what was struck rises most, near where the spectrum rose, and how much it does. */
function sharpened(audio: Float32Array, rate: number, near: number): { at: number; edge: number } {
  const step = Math.max(1, Math.round(rate / 1000));
  const first = Math.round((near - 0.025) * rate);
  const count = 45;
  const energy: number[] = [];
  for (let n = 0; n < count; n += 1) {
    let sum = 0;
    for (let i = first + n * step; i < first + (n + 1) * step; i += 1) {
      // What changes quickly: a strike is sharp where a ringing string is round.
      const d = (audio[i] ?? 0) - (audio[i - 1] ?? 0);
      sum += d * d;
    }
    energy.push(sum + 1e-12);
  }
  let best = { at: near, rise: -Infinity, edge: 0 };
  for (let n = 4; n < count - 4; n += 1) {
    const before = (energy[n - 1]! + energy[n - 2]! + energy[n - 3]! + energy[n - 4]!) / 4;
    const after = (energy[n]! + energy[n + 1]! + energy[n + 2]!) / 3;
    const edge = Math.log(after / before);
    const rise = edge - 0.02 * Math.abs(n - 22);
    if (rise > best.rise) best = { at: (first + n * step) / rate, rise, edge };
  }
  return best;
}
