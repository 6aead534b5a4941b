import { frequencyHz, type Midi } from '../pitch/index';

/** Bands of the ear the energy is counted in: one per ERB from 40 Hz to about 6 kHz. */
const BANDS = 30;
const PARTIALS = 16;

/** ERB-rate scale, 21.4·log10(4.37 f/1000 + 1). Source: Glasberg & Moore, Hearing Research 47 (1990). */
export function erbRate(hz: number): number {
  return 21.4 * Math.log10((4.37 * hz) / 1000 + 1);
}

/** Share of a part's energy in each band, adding up to 1; all 0 for no notes. */
export function energyOf(pitches: readonly Midi[]): Float64Array {
  const sum = new Float64Array(BANDS);
  for (const pitch of pitches) {
    const one = bandsOf(pitch);
    for (let b = 0; b < BANDS; b += 1) sum[b]! += one[b]!;
  }
  const total = sum.reduce((a, b) => a + b, 0);
  return total === 0 ? sum : sum.map((v) => v / total);
}

/** 1 for the same part twice, about 0.2–0.3 well apart; from two results of `energyOf`. */
export function overlap(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < BANDS; i += 1) sum += Math.min(a[i]!, b[i]!);
  return sum;
}

/** Partials ∝ 1/n, spread over the two nearest bands. Filled on first use. */
const table: (Float64Array | undefined)[] = [];

function bandsOf(pitch: Midi): Float64Array {
  const known = table[pitch];
  if (known) return known;
  const bands = new Float64Array(BANDS);
  const f = frequencyHz(pitch);
  for (let n = 1; n <= PARTIALS; n += 1) {
    const place = erbRate(f * n) - erbRate(40);
    const low = Math.floor(place);
    if (low < 0 || low + 1 >= BANDS) continue;
    const energy = 1 / (n * n);
    bands[low]! += energy * (1 - (place - low));
    bands[low + 1]! += energy * (place - low);
  }
  table[pitch] = bands;
  return bands;
}
