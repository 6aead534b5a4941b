import FFT from 'fft.js';
import { frequencyHz, midi } from '../src/core/pitch/index';
import { roughness, type Partial } from '../src/core/sound/index';

/**
 * How much rougher a driven amplifier makes two notes of one grip than the same notes alone.
 * 24 partials ∝ 1/n of a string plucked at 0.17 of its length, inharmonicity 4e−5, tanh drive on the summed wave
 * (seven drives from clean to saturated), cabinet 75 Hz–4.5 kHz, spectral bins 0.73 Hz, −35 dB floor, amplitude-product roughness,
 * mean over seven seeded sets of phases, every spectrum scaled to unit energy.
 */
const RATE = 96_000;
const SIZE = 131_072;
export const PHASE_SETS = 7;
export const LOW_NOTES = [40, 45, 50, 55, 59, 64];
export const WIDEST = 24;
/** How hard the wave is driven into the tanh: from clean to saturated, each twice the one before from 0.5 on. */
export const DRIVES = [0.5, 1, 2, 4, 8, 16, 32];
/** So little that the wave stays what it is. */
export const CLEAN_DRIVE = 0.05;

const fft = new FFT(SIZE);
const window = Float64Array.from({ length: SIZE }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / SIZE));

/** Small seeded generator (mulberry32), so that the table is the same on every machine. */
function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

function string(pitch: number, chance: () => number): Float64Array {
  const wave = new Float64Array(SIZE);
  const f = frequencyHz(midi(pitch));
  let power = 0;
  for (let n = 1; n <= 24; n += 1) {
    const amplitude = Math.abs(Math.sin(n * Math.PI * 0.17)) / n;
    power += amplitude * amplitude;
    const step = (2 * Math.PI * f * n * Math.sqrt(1 + 4e-5 * n * n)) / RATE;
    let phase = chance() * 2 * Math.PI;
    for (let i = 0; i < SIZE; i += 1) {
      wave[i]! += amplitude * Math.sin(phase);
      phase += step;
    }
  }
  const scale = 1 / Math.sqrt(power);
  return wave.map((v) => v * scale);
}

function driven(waves: readonly Float64Array[], drive: number): number {
  const input = new Float64Array(SIZE);
  for (let i = 0; i < SIZE; i += 1) {
    let sum = 0;
    for (const wave of waves) sum += wave[i]!;
    input[i] = Math.tanh(drive * sum) * window[i]!;
  }
  const out = fft.createComplexArray();
  fft.realTransform(out, input);
  const bins = SIZE / 2;
  const magnitude = new Float64Array(bins);
  for (let k = 1; k < bins; k += 1) {
    const hz = (k * RATE) / SIZE;
    const cabinet = 1 / Math.sqrt((1 + (75 / hz) ** 4) * (1 + (hz / 4500) ** 4));
    magnitude[k] = Math.hypot(out[2 * k]!, out[2 * k + 1]!) * cabinet;
  }
  let top = 0;
  for (const m of magnitude) if (m > top) top = m;
  const floor = top * 10 ** (-35 / 20);
  const peaks: Partial[] = [];
  let energy = 0;
  for (let k = 2; k < bins - 1; k += 1) {
    const m = magnitude[k]!;
    if (m > floor && m > magnitude[k - 1]! && m >= magnitude[k + 1]!) {
      peaks.push({ hz: (k * RATE) / SIZE, amplitude: m });
      energy += m * m;
    }
  }
  const scale = 1 / Math.sqrt(energy);
  return roughness(peaks.map((p) => ({ hz: p.hz, amplitude: p.amplitude * scale })));
}

/**
 * Excess of each interval above each low note in one set of phases, for each drive; rows are low notes, columns
 * 1 … `widest` semitones.
 */
export function excessOf(
  set: number,
  drives: readonly number[],
  options: { lows: readonly number[]; widest: number },
): number[][][] {
  const chance = seeded(1000 + set);
  const table: number[][][] = drives.map(() => []);
  for (const low of options.lows) {
    const root = string(low, chance);
    const alone = drives.map((drive) => driven([root], drive));
    const rows: number[][] = drives.map(() => []);
    for (let i = 1; i <= options.widest; i += 1) {
      const upper = string(low + i, chance);
      drives.forEach((drive, d) => {
        rows[d]!.push(driven([root, upper], drive) - (alone[d]! + driven([upper], drive)) / 2);
      });
    }
    rows.forEach((row, d) => table[d]!.push(row));
  }
  return table;
}

/**
 * The table of several sets (their first drive is the clean one): mean over the sets, less what is there when clean,
 * never falling with the drive, in units of the saturated fifth in the register of power chords (E2 to G3).
 */
export function tableOf(sets: readonly (readonly number[][][])[]): number[][][] {
  const mean = sets[0]!.map((drive, d) =>
    drive.map((row, i) =>
      row.map((_, j) => sets.reduce((sum, set) => sum + set[d]![i]![j]!, 0) / sets.length),
    ),
  );
  const [clean, ...driven] = mean;
  const over = driven.map((drive) =>
    drive.map((row, i) => row.map((v, j) => Math.max(0, v - clean![i]![j]!))),
  );
  for (let d = 1; d < over.length; d += 1)
    over[d]!.forEach((row, i) => row.forEach((v, j) => (row[j] = Math.max(v, over[d - 1]![i]![j]!))));
  const saturated = over[SATURATED]!;
  const unit = [0, 1, 2, 3].reduce((sum, i) => sum + saturated[i]![FIFTH - 1]!, 0) / 4;
  return over.map((drive) => drive.map((row) => row.map((v) => Math.round((v / unit) * 100) / 100)));
}

/** Drive 16 and seven semitones. */
const SATURATED = 5;
const FIFTH = 7;
