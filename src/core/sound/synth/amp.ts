import { driveOf } from '../gain';
import { Biquad, biquadShape, type BiquadShape } from './biquad';
import { SoftLimit } from './drive';
import { Doubler, Halver } from './half-band';
import { makeupOf } from './makeup';

/** What an instrument goes through: two guitars through unlike cabinets, so that two equal parts are heard as two. */
export type Seat = 'guitar1' | 'guitar2' | 'bass';

/** Filters after the drive: the loudspeaker in its cabinet. The kinds are common practice, the figures ours. */
function cabinetOf(seat: Seat, rate: number): readonly BiquadShape[] {
  const shape = (...of: Parameters<typeof biquadShape> extends [infer K, infer V, number] ? [K, V] : never) =>
    biquadShape(of[0], of[1], rate);
  if (seat === 'bass') {
    return [
      shape('highpass', { hz: 34 }),
      shape('peak', { hz: 90, q: 0.9, db: 3 }),
      shape('peak', { hz: 420, q: 0.8, db: -3 }),
      shape('peak', { hz: 1100, q: 0.9, db: 2.5 }),
      shape('lowpass', { hz: 4200 }),
    ];
  }
  const brighter = seat === 'guitar2';
  return [
    shape('highpass', { hz: 78, q: 0.8 }),
    shape('peak', { hz: brighter ? 150 : 125, q: 1, db: 2.5 }),
    shape('peak', { hz: 480, q: 0.7, db: -3.5 }),
    shape('peak', { hz: brighter ? 3100 : 2500, q: 0.9, db: brighter ? 4.5 : 3.5 }),
    shape('lowpass', { hz: brighter ? 5400 : 4700, q: 0.9 }),
    shape('lowpass', { hz: brighter ? 7600 : 6800, q: 0.6 }),
  ];
}

/** How long a change of gain takes, in seconds: no click. */
const CHANGE_S = 0.02;
/** As many frames are worked on at once at most. */
export const BLOCK = 256;

/**
 * An amplifier: pickup and input filters, two soft stages with a coupling filter between at twice the rate (once for the
 * bass), the cabinet, and what makes every gain about as loud as another. Works in place on up to `BLOCK` frames.
 */
export class Amp {
  readonly #rate: number;
  readonly #isBass: boolean;
  readonly #before: readonly Biquad[];
  readonly #tight: Biquad;
  readonly #doubler = new Doubler();
  readonly #halver = new Halver();
  readonly #first = new SoftLimit();
  readonly #between: Biquad;
  readonly #second = new SoftLimit();
  readonly #after: readonly Biquad[];
  readonly #twice = new Float64Array(2 * BLOCK);
  #gain: number;
  #wanted: number;
  #frames = 0;

  constructor(seat: Seat, gain: number, rate: number) {
    this.#rate = rate;
    this.#isBass = seat === 'bass';
    const shape = (...[kind, of]: [Parameters<typeof biquadShape>[0], Parameters<typeof biquadShape>[1]]) =>
      new Biquad(biquadShape(kind, of, rate));
    this.#before = [
      shape('highpass', { hz: 20 }),
      shape('lowpass', { hz: this.#isBass ? 3600 : 4200, q: 0.9 }),
      shape('peak', { hz: 850, q: 0.7, db: this.#isBass ? 0 : 3 }),
    ];
    this.#tight = new Biquad(tightOf(seat, gain, rate));
    this.#between = new Biquad(
      biquadShape('highpass', { hz: this.#isBass ? 25 : 60 }, this.#isBass ? rate : 2 * rate),
    );
    this.#after = cabinetOf(seat, rate).map((of) => new Biquad(of));
    this.#gain = gain;
    this.#wanted = gain;
    this.#seat = seat;
  }

  readonly #seat: Seat;

  /** Turns the gain; at once where nothing has sounded yet. */
  turn(gain: number, { atOnce = false } = {}): void {
    this.#wanted = gain;
    this.#frames = Math.max(1, Math.round(CHANGE_S * this.#rate));
    if (atOnce) {
      this.#gain = gain;
      this.#tight.set(tightOf(this.#seat, gain, this.#rate));
    }
  }

  run(samples: Float64Array, count: number): void {
    if (this.#gain !== this.#wanted) {
      const share = Math.min(1, count / this.#frames);
      this.#frames -= Math.min(this.#frames - 1, count);
      this.#gain = share === 1 ? this.#wanted : this.#gain + (this.#wanted - this.#gain) * share;
      this.#tight.set(tightOf(this.#seat, this.#gain, this.#rate));
    }
    for (const filter of this.#before) filter.run(samples, count);
    this.#tight.run(samples, count);
    const { first, second } = stagesOf(this.#gain, this.#isBass);
    if (this.#isBass) {
      this.#first.run(samples, { gain: first, count });
      this.#between.run(samples, count);
      this.#second.run(samples, { gain: second, count });
    } else {
      const twice = this.#twice;
      this.#doubler.run(samples, twice, count);
      this.#first.run(twice, { gain: first, count: 2 * count });
      this.#between.run(twice, 2 * count);
      this.#second.run(twice, { gain: second, count: 2 * count });
      this.#halver.run(twice, samples, count);
    }
    for (const filter of this.#after) filter.run(samples, count);
    const makeup = makeupOf(this.#gain, this.#isBass);
    for (let i = 0; i < count; i += 1) samples[i] = samples[i]! * makeup;
  }

  clear(): void {
    for (const filter of [...this.#before, this.#tight, this.#between, ...this.#after]) filter.clear();
    this.#first.clear();
    this.#second.clear();
    this.#doubler.clear();
    this.#halver.clear();
  }
}

/** The more gain, the less of the lowest goes in: it stays tight (common practice). */
function tightOf(seat: Seat, gain: number, rate: number): BiquadShape {
  const hz = seat === 'bass' ? 22 : 30 + 11 * Math.max(0, gain);
  return biquadShape('highpass', { hz, q: 0.7 }, rate);
}

const MOST_DRIVE = 18;

/** The loudest string is near 0.25: how hard both stages are driven. */
export function stagesOf(gain: number, isBass: boolean): { readonly first: number; readonly second: number } {
  // Beyond this nothing more is heard of a gain but what belongs to no harmonic.
  const drive = Math.min(MOST_DRIVE, driveOf(isBass ? gain * 0.6 : gain));
  return { first: 0.12 + 1.5 * drive, second: 0.7 + 0.5 * Math.sqrt(drive) };
}
