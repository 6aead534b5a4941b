import { Chains } from './chains';
import { residual, wholes } from './coupling';
import type { Kept } from './lattice';
import { greatest, Pricing, type Priced } from './price';
import type { Choices, Slot } from './problem';
import {
  activeOf,
  argLeast,
  cheap,
  leastOf,
  NTHS,
  seated,
  thinned,
  type Active,
  type Nth,
  type PerPlayer,
  type Seated,
} from './seats';

/**
 * The lower bound: three chains, one a player, coupled in each slot by what players cost together. The coupling of a
 * slot is shared out among the chains as potentials φ with φ₁ + φ₂ + φ₃ ≤ together for all combinations, so the three
 * cheapest chains with points + φ never cost more than the best whole. Sweeping forward and back, a slot takes its
 * potentials back, gives each chain a third of the least whole through each candidate, then pushes what is left into
 * one chain after the other: the bound never falls. (Block-coordinate dual ascent, as in the literature on graphical
 * models.)
 *
 * What players cost together depends on their pitches alone, so potentials belong to classes of candidates with the
 * same pitches. Only `active` candidates take part; the others are priced: how little could a whole song with one of
 * them cost? All numbers are integers in float arrays.
 */
export class Dual {
  readonly slots: readonly Slot[];
  /** Whole songs over the active candidates cost at least so much. */
  bound = -Infinity;
  readonly #chains: Chains;

  private constructor(slots: readonly Slot[]) {
    this.slots = slots;
    this.#chains = new Chains(slots);
  }

  /**
   * Starts with every candidate that costs at most `reach` more than the cheapest by itself. This and whatever else
   * goes through all slots yields after each of them, so that the caller can stop or let others work.
   */
  static *inSteps(slots: readonly Slot[], reach: number): Generator<undefined, Dual> {
    const dual = new Dual(slots);
    const lists: PerPlayer<number[]>[] = [];
    const known = new Map<Choices, readonly number[]>();
    for (const slot of slots) {
      const own = NTHS.map((p) => {
        const choices = slot.choices[p];
        const list = known.get(choices) ?? cheap(choices.points, reach);
        known.set(choices, list);
        return [...list];
      });
      lists.push(own as PerPlayer<number[]>);
      yield;
    }
    yield* dual.#seat(lists);
    return dual;
  }

  /**
   * Takes more candidates in, wherever the same choices stand; the potentials of the others stay. The bound starts anew:
   * what was known of fewer candidates does not hold for more.
   */
  *grow(found: readonly PerPlayer<readonly number[]>[]): Generator<undefined, void> {
    const more = new Map<Choices, Set<number>>();
    this.slots.forEach((slot, s) => {
      for (const p of NTHS) {
        if (found[s]![p].length === 0) continue;
        const known = more.get(slot.choices[p]) ?? new Set();
        for (const k of found[s]![p]) known.add(k);
        more.set(slot.choices[p], known);
      }
    });
    const lists = this.slots.map((slot, s) =>
      NTHS.map((p) => {
        const extra = more.get(slot.choices[p]);
        const active = this.#chains.seats[s]![p].active;
        return extra ? [...new Set([...active, ...extra])] : [...active];
      }),
    ) as PerPlayer<number[]>[];
    yield* this.#seat(lists);
    this.bound = -Infinity;
  }

  /** Seats the candidates; a held cell is one choice over its slots and gets what any of them has. */
  *#seat(lists: readonly PerPlayer<number[]>[]): Generator<undefined, void> {
    for (const p of NTHS) {
      for (let s = 1; s < this.slots.length; s += 1) {
        if (!this.slots[s]!.held[p]) continue;
        let last = s;
        while (this.slots[last + 1]?.held[p]) last += 1;
        const all = new Set<number>();
        for (let t = s - 1; t <= last; t += 1) for (const k of lists[t]![p]) all.add(k);
        for (let t = s - 1; t <= last; t += 1) lists[t]![p] = [...all];
        s = last;
      }
    }
    const shared = new Map<Choices, Map<string, Active>>();
    for (const [s, slot] of this.slots.entries()) {
      const before = this.#chains.seats[s]!;
      const next = NTHS.map((p) => {
        const indices = lists[s]![p].sort((x, y) => x - y);
        const choices = slot.choices[p];
        let known = shared.get(choices);
        if (!known) shared.set(choices, (known = new Map()));
        const key = indices.join();
        const same =
          before[p].active.length === indices.length && before[p].active.every((k, i) => k === indices[i]);
        let active = same ? before[p] : known.get(key);
        if (!active) known.set(key, (active = activeOf(choices, indices)));
        return seated(active, choices);
      }) as PerPlayer<Seated>;
      for (const p of NTHS) {
        const old = new Map(before[p].reps.map((rep, c) => [rep.sound, before[p].phi[c]!]));
        // What was not there before gets no more than is allowed whatever the others have.
        let low = 0;
        for (const q of NTHS) if (q !== p) low -= Math.max(0, greatest(before[q].phi));
        next[p].phi = Float64Array.from(next[p].reps, (rep) => old.get(rep.sound) ?? Math.min(0, low));
      }
      this.#chains.seats[s] = next;
      this.#chains.together[s] = this.#chains.tables.together(slot, this.#chains.three(s));
      yield;
    }
  }

  get kept(): Kept {
    return this.#chains.seats.map((seat) => [[...seat[0].active], [...seat[1].active], [...seat[2].active]]);
  }

  /** Least whole song with each active candidate of a slot, as far as the last sweep tells. */
  marginals(s: number, p: Nth): readonly number[] {
    const seat = this.#chains.seats[s]![p];
    return Array.from(seat.active, (_, i) => seat.marginal[i]!);
  }

  /** Combinations of classes in the fullest slot. */
  get states(): number {
    return Math.max(
      ...this.#chains.seats.map(([a, b, c]) => a.active.length * b.active.length * c.active.length),
    );
  }

  /** One sweep forward and one back over the chains; how much the bound rose. Yields after every slot or so. */
  *sweep(): Generator<undefined, number> {
    const before = this.bound;
    const n = this.slots.length;
    yield* this.#chains.passBackAll();
    for (let s = 0; s < n; s += 1) {
      this.#chains.passForward(s);
      this.#share(s);
      if (s % 4 === 3) yield;
    }
    for (let s = n - 1; s >= 0; s -= 1) {
      this.#chains.passBack(s);
      this.#share(s);
      if (s % 4 === 3) yield;
    }
    return this.bound - before;
  }

  /** Drops active candidates whose every whole song costs more than `upper`. */
  *prune(upper: number): Generator<undefined, void> {
    const changed = new Set<number>();
    this.#chains.seats.forEach((seats, s) => {
      for (const p of NTHS) {
        const seat = seats[p];
        if (seat.active.length === 1) continue;
        const keep = Array.from(seat.marginal, (v) => v <= upper);
        if (keep.every(Boolean)) continue;
        if (!keep.some(Boolean)) keep[argLeast(seat.marginal)] = true;
        seats[p] = thinned(seat, keep, this.slots[s]!.choices[p]);
        changed.add(s);
      }
    });
    for (const s of changed) {
      this.#chains.together[s] = this.#chains.tables.together(this.slots[s]!, this.#chains.three(s));
      yield;
    }
    yield* this.#chains.passBackAll();
    yield* this.#chains.passForwardAll();
  }

  /**
   * The least a whole song can cost with any candidate that takes no part, over the whole vocabulary, and for each slot
   * and player those that may cost less than `upper`. Where there are none, nothing that was left out matters.
   */
  price(upper: number): Generator<undefined, Priced> {
    return new Pricing(this.#chains).price(upper);
  }

  /** Shares out what the players cost together in a slot anew. */
  #share(s: number): void {
    const seats = this.#chains.seats[s]!;
    const table = this.#chains.together[s]!;
    /** Least chain through each class, without its potential. */
    const m = NTHS.map((p) => {
      const seat = seats[p];
      const least = new Float64Array(seat.phi.length).fill(Infinity);
      for (let i = 0; i < seat.own.length; i += 1) {
        const v = seat.own[i]! + seat.forward[i]! + seat.backward[i]!;
        if (v < least[seat.cls[i]!]!) least[seat.cls[i]!] = v;
      }
      return least;
    }) as PerPlayer<Float64Array>;
    const whole = wholes(table, m);
    const least = leastOf(whole[0]);
    if (least > this.bound) this.bound = least;
    const phi = NTHS.map((p) =>
      whole[p].map((v, c) => Math.floor(v / 3) - m[p][c]!),
    ) as PerPlayer<Float64Array>;
    for (const p of NTHS) phi[p] = residual(table, phi, p);
    for (const p of NTHS) {
      const seat = seats[p];
      seat.phi = phi[p];
      const known = seat.marginal;
      seat.marginal = new Float64Array(seat.own.length);
      for (let i = 0; i < seat.own.length; i += 1) {
        const c = seat.cls[i]!;
        const v = seat.own[i]! + seat.forward[i]! + seat.backward[i]! + whole[p][c]! - m[p][c]!;
        // What was known stays true: a later sweep can only say it better.
        seat.marginal[i] = known.length === seat.own.length ? Math.max(v, known[i]!) : v;
      }
    }
  }
}
