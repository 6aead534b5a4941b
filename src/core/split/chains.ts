import type { Candidate } from './candidate';
import type { Slot } from './problem';
import { NOBODY, NTHS, ZERO, type Nth, type PerPlayer, type Seated } from './seats';
import { Tables } from './tables';
import type { Three } from './together-table';
import { NEVER, stepPoints, stepsOf, type Steps } from './way-table';

/** A step into a slot: of a held cell, one that nothing comes before, or what steps have in common. */
export type StepKind = Steps | 'held' | 'free';

/** The three chains of candidates through the slots, and what it costs to come to each of them and to go on from it. */
export class Chains {
  readonly slots: readonly Slot[];
  readonly seats: PerPlayer<Seated>[];
  readonly together: Float64Array[];
  readonly tables = new Tables();

  constructor(slots: readonly Slot[]) {
    this.slots = slots;
    this.together = slots.map(() => ZERO);
    this.seats = slots.map((): PerPlayer<Seated> => [NOBODY, NOBODY, NOBODY]);
  }

  /** Least cost of a chain up to and with each active candidate of a slot. */
  values(s: number, p: Nth): Float64Array {
    const seat = this.seats[s]![p];
    return seat.own.map((v, i) => v + seat.phi[seat.cls[i]!]! + seat.forward[i]!);
  }

  /** What a step into slot s costs at least from device to device, the same both ways; null where it may be free. */
  deviceSteps(s: number, p: Nth): Float64Array | null {
    const steps = this.steps(s, p);
    if (typeof steps === 'string') return null;
    return this.tables.deviceSteps(this.slots[s - 1]!.choices[p], this.slots[s]!.choices[p], steps.devices);
  }

  /** Null for a held cell; free where nothing is played before the slot. */
  steps(s: number, p: Nth): Steps | 'held' | 'free' {
    const slot = this.slots[s]!;
    if (slot.held[p]) return 'held';
    if (slot.secondsBefore === null) return 'free';
    const { instrument, role } = slot.seats[p];
    return stepsOf({ instrument, seconds: slot.secondsBefore, moving: role.moving });
  }

  /** Values carried over the step into slot s. */
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

  /** Values of slot s + 1 carried back over the step. */
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
      if (s === this.slots.length - 1) {
        seat.backward = new Float64Array(seat.own.length);
        continue;
      }
      const next = this.seats[s + 1]![p];
      const values = next.own.map((v, i) => v + next.phi[next.cls[i]!]! + next.backward[i]!);
      seat.backward = this.stepOut(s, p, values);
    }
  }

  *passBackAll(): Generator<undefined, void> {
    for (let s = this.slots.length - 1; s >= 0; s -= 1) {
      this.passBack(s);
      yield;
    }
  }

  *passForwardAll(): Generator<undefined, void> {
    for (let s = 0; s < this.slots.length; s += 1) {
      this.passForward(s);
      yield;
    }
  }

  way(s: number, p: Nth): Float64Array {
    return this.tables.way(this.slots[s]!, p, [this.seats[s - 1]![p], this.seats[s]![p]]);
  }

  three(s: number): Three {
    const seats = this.seats[s]!;
    return [seats[0].reps, seats[1].reps, seats[2].reps];
  }
}

/** Points of one step of one player. */
export function stepBetween(from: Candidate, to: Candidate, steps: Steps | 'held' | 'free'): number {
  if (steps === 'held') return from === to ? 0 : NEVER;
  return steps === 'free' ? 0 : stepPoints(from, to, steps);
}
