import { kindsOf, NTHS, type Nth, type Option, type PerLane, type Stage, type Three } from './chain';
import { NOBODY, ZERO, type Seated } from './seats';
import { Tables } from './tables';

/** The three chains of options through the stages, and what it costs to come to each of them and to go on from it. */
export class Chains<T extends Option> {
  readonly stages: readonly Stage<T>[];
  readonly seats: PerLane<Seated<T>>[];
  readonly together: Float64Array[];
  readonly tables = new Tables<T>();
  /** How many kinds of options there are. */
  readonly kinds: number;

  constructor(stages: readonly Stage<T>[]) {
    this.stages = stages;
    this.together = stages.map(() => ZERO);
    this.seats = stages.map((): PerLane<Seated<T>> => [NOBODY, NOBODY, NOBODY]);
    const steps = stages.flatMap((stage) => stage.steps).find((one) => one !== null);
    const highest = () =>
      Math.max(0, ...stages.flatMap((s) => s.choices.flatMap((c) => c.options.map((o) => o.kind))));
    this.kinds = steps ? kindsOf(steps) : 1 + highest();
  }

  /** Least cost of a chain up to and with each active option of a stage. */
  values(s: number, p: Nth): Float64Array {
    const { own, phi, cls, forward } = this.seats[s]![p];
    const values = new Float64Array(own.length);
    for (let i = 0; i < values.length; i += 1) values[i] = own[i]! + phi[cls[i]!]! + forward[i]!;
    return values;
  }

  /** Least cost of a chain from each active option of a stage on, with it. */
  valuesBack(s: number, p: Nth): Float64Array {
    const { own, phi, cls, backward } = this.seats[s]![p];
    const values = new Float64Array(own.length);
    for (let i = 0; i < values.length; i += 1) values[i] = own[i]! + phi[cls[i]!]! + backward[i]!;
    return values;
  }

  /** What a step into stage s costs at least from kind to kind, the same both ways; null where it may be free. */
  kindSteps(s: number, p: Nth): Float64Array | null {
    const stage = this.stages[s]!;
    const steps = stage.steps[p];
    if (stage.held[p] || steps === null) return null;
    return this.tables.kindSteps(this.stages[s - 1]!.choices[p], stage.choices[p], steps);
  }

  /** Values carried over the step into stage s. */
  stepInto(s: number, p: Nth, values: Float64Array): Float64Array {
    const way = this.way(s, p);
    const n = this.seats[s]![p].active.length;
    const into = new Float64Array(n).fill(Infinity);
    for (let f = 0; f < values.length; f += 1) {
      const base = values[f]!;
      const row = f * n;
      for (let t = 0; t < n; t += 1) {
        const v = base + way[row + t]!;
        if (v < into[t]!) into[t] = v;
      }
    }
    return into;
  }

  /** Values of stage s + 1 carried back over the step. */
  stepOut(s: number, p: Nth, values: Float64Array): Float64Array {
    const way = this.way(s + 1, p);
    const m = values.length;
    const n = this.seats[s]![p].active.length;
    const into = new Float64Array(n);
    for (let f = 0; f < n; f += 1) {
      let best = Infinity;
      const row = f * m;
      for (let t = 0; t < m; t += 1) {
        const v = way[row + t]! + values[t]!;
        if (v < best) best = v;
      }
      into[f] = best;
    }
    return into;
  }

  passForward(s: number): void {
    for (const p of NTHS) {
      const seat = this.seats[s]![p];
      seat.forward = s === 0 ? new Float64Array(seat.own.length) : this.stepInto(s, p, this.values(s - 1, p));
    }
  }

  passBack(s: number): void {
    for (const p of NTHS) {
      const seat = this.seats[s]![p];
      if (s === this.stages.length - 1) {
        seat.backward = new Float64Array(seat.own.length);
        continue;
      }
      seat.backward = this.stepOut(s, p, this.valuesBack(s + 1, p));
    }
  }

  *passBackAll(): Generator<undefined, void> {
    for (let s = this.stages.length - 1; s >= 0; s -= 1) {
      this.passBack(s);
      yield;
    }
  }

  way(s: number, p: Nth): Float64Array {
    return this.tables.way(this.stages[s]!, p, [this.seats[s - 1]![p], this.seats[s]![p]]);
  }

  three(s: number): Three<T> {
    const seats = this.seats[s]!;
    return [seats[0].reps, seats[1].reps, seats[2].reps];
  }
}
