import {
  NTHS,
  type Chain,
  type Choices,
  type Nth,
  type Option,
  type PerLane,
  type Stage,
  type Tie,
} from './chain';
import { Chains } from './chains';
import { residual, wholes } from './coupling';
import type { Given, Kept } from './lattice';
import { Pools } from './pools';
import { greatest, Pricing, type Priced } from './price';
import { pairsIn } from './rough';
import { activeOf, cheap, leastOf, seated, thinned, type Active, type Seated } from './seats';

/**
 * The lower bound: three chains, one a lane, coupled in each stage by what options cost together. The coupling of a
 * stage is shared out among the chains as potentials φ with φ₁ + φ₂ + φ₃ ≤ together for all combinations, so the three
 * cheapest chains with points + φ never cost more than the best whole. Sweeping forward and back, a stage takes its
 * potentials back, gives each chain a third of the least whole through each option, then pushes what is left into
 * one chain after the other: the bound never falls. (Block-coordinate dual ascent, as in the literature on graphical
 * models.)
 *
 * What they cost together depends on what is alike alone, so potentials belong to classes of options with the
 * same pitches. Only `active` options take part; the others are priced: how little could a whole choice with one of
 * them cost? All numbers are integers in float arrays.
 */
export class Dual<T extends Option> {
  readonly stages: readonly Stage<T>[];
  /** Whole choices over the active options cost at least so much. */
  bound = -Infinity;
  readonly #chains: Chains<T>;
  readonly #ties: readonly Tie[];
  /** What it costs to go on from each option is known since the last sweep. */
  #isPassed = false;
  readonly #pools: Pools<T>;

  private constructor({ stages, ties = [] }: Chain<T>) {
    this.stages = stages;
    this.#chains = new Chains(stages);
    this.#ties = ties;
    this.#pools = new Pools(ties);
  }

  /**
   * Starts with every option that costs at most `reach` more than the cheapest by itself. This and whatever else
   * goes through all stages yields after each of them, so that the caller can stop or let others work.
   */
  static *inSteps<T extends Option>(chain: Chain<T>, reach: number): Generator<undefined, Dual<T>> {
    const { stages } = chain;
    const dual = new Dual(chain);
    const lists: PerLane<number[]>[] = [];
    const known = new Map<Choices<T>, readonly number[]>();
    for (const stage of stages) {
      const own = NTHS.map((p) => {
        const choices = stage.choices[p];
        const list = known.get(choices) ?? cheap(choices.points, reach);
        known.set(choices, list);
        return [...list];
      });
      lists.push(own as PerLane<number[]>);
      yield;
    }
    yield* dual.#seat(lists);
    return dual;
  }

  /**
   * Takes more options in, wherever the same choices stand; the potentials of the others stay. With what was found come
   * all that cost at most `reach` more than the cheapest there. The bound starts anew: what was known of fewer options does
   * not hold for more. False, and nothing is changed, where more than `most` pairs would have to be looked at.
   */
  *grow(
    found: readonly PerLane<readonly number[]>[],
    { reach, most }: { reach: number; most: number },
  ): Generator<undefined, boolean> {
    const more = new Map<Choices<T>, Set<number>>();
    this.stages.forEach((stage, s) => {
      for (const p of NTHS) {
        if (found[s]![p].length === 0) continue;
        const { points } = stage.choices[p];
        const known = more.get(stage.choices[p]) ?? new Set(reach > 0 ? cheap(points, reach) : []);
        for (const k of found[s]![p]) known.add(k);
        more.set(stage.choices[p], known);
      }
    });
    const lists = this.stages.map((stage, s) =>
      NTHS.map((p) => {
        const extra = more.get(stage.choices[p]);
        const active = this.#chains.seats[s]![p].active;
        return extra ? [...new Set([...active, ...extra])] : [...active];
      }),
    ) as PerLane<number[]>[];
    if (pairsIn(this.stages, (s, p) => lists[s]![p].length) > most) return false;
    yield* this.#seat(lists);
    this.bound = -Infinity;
    return true;
  }

  /** Seats the options; a held cell is one choice over its stages and gets what any of them has. */
  *#seat(lists: readonly PerLane<number[]>[]): Generator<undefined, void> {
    this.#isPassed = false;
    for (const p of NTHS) {
      for (let s = 1; s < this.stages.length; s += 1) {
        if (!this.stages[s]!.held[p]) continue;
        let last = s;
        while (this.stages[last + 1]?.held[p]) last += 1;
        const all = new Set<number>();
        for (let t = s - 1; t <= last; t += 1) for (const k of lists[t]![p]) all.add(k);
        for (let t = s - 1; t <= last; t += 1) lists[t]![p] = [...all];
        s = last;
      }
    }
    this.#pools.joinLists(lists);
    this.stages.forEach((stage, s) => {
      for (const p of NTHS) if (stage.held[p]) lists[s]![p] = [...lists[s - 1]![p]];
    });
    const shared = new Map<readonly T[], Map<string, Active<T>>>();
    for (const [s, stage] of this.stages.entries()) {
      const before = this.#chains.seats[s]!;
      const next = NTHS.map((p) => {
        const indices = lists[s]![p].sort((x, y) => x - y);
        const choices = stage.choices[p];
        let known = shared.get(choices.options);
        if (!known) shared.set(choices.options, (known = new Map()));
        const key = indices.join();
        const same =
          before[p].active.length === indices.length && before[p].active.every((k, i) => k === indices[i]);
        let active = same ? before[p] : known.get(key);
        if (!active) known.set(key, (active = activeOf(choices, indices)));
        const given = new Map(Array.from(before[p].active, (k, i) => [k, before[p].given[i]!]));
        return seated(
          active,
          choices,
          Float64Array.from(active.active, (k) => given.get(k) ?? 0),
        );
      }) as PerLane<Seated<T>>;
      for (const p of NTHS) {
        const old = new Map(before[p].reps.map((rep, c) => [rep.alike, before[p].phi[c]!]));
        // What was not there before gets no more than is allowed whatever the others have.
        let low = 0;
        for (const q of NTHS) if (q !== p) low -= Math.max(0, greatest(before[q].phi));
        next[p].phi = Float64Array.from(next[p].reps, (rep) => old.get(rep.alike) ?? Math.min(0, low));
      }
      this.#chains.seats[s] = next;
      this.#chains.together[s] = this.#chains.tables.together(stage.joint, this.#chains.three(s));
      yield;
    }
  }

  get kept(): Kept {
    return this.#chains.seats.map((seat) => [[...seat[0].active], [...seat[1].active], [...seat[2].active]]);
  }

  /** What tied stages have given each other. */
  get given(): Given {
    return this.#chains.seats.map((seats) => {
      const of = (p: Nth) => new Map(Array.from(seats[p].active, (k, i) => [k, seats[p].given[i]!]));
      return [of(0), of(1), of(2)];
    });
  }

  /** Least whole choice with each active option of a stage, as far as the last sweep tells. */
  marginals(s: number, p: Nth): readonly number[] {
    const seat = this.#chains.seats[s]![p];
    return Array.from(seat.active, (_, i) => seat.marginal[i]!);
  }

  /** Combinations of classes in the fullest stage. */
  get states(): number {
    return Math.max(
      ...this.#chains.seats.map(([a, b, c]) => a.active.length * b.active.length * c.active.length),
    );
  }

  /** One sweep forward and one back over the chains; how much the bound rose. Yields after every stage or so. */
  *sweep(): Generator<undefined, number> {
    const before = this.bound;
    const n = this.stages.length;
    if (!this.#isPassed) yield* this.#chains.passBackAll();
    this.#isPassed = true;
    for (let s = 0; s < n; s += 1) {
      this.#chains.passForward(s);
      this.#pools.agree(this.#chains.seats[s]!, s, 'forward');
      this.#share(s);
      if (s % 4 === 3) yield;
    }
    for (let s = n - 1; s >= 0; s -= 1) {
      this.#chains.passBack(s);
      this.#pools.agree(this.#chains.seats[s]!, s, 'back');
      this.#share(s);
      if (s % 4 === 3) yield;
    }
    return this.bound - before;
  }

  /** Drops active options whose every whole choice costs more than `upper`; a tied one is dropped everywhere. */
  *prune(upper: number): Generator<undefined, void> {
    const changed = new Set<number>();
    const kept = this.#chains.seats.map((seats) =>
      NTHS.map((p) => {
        const { active, marginal } = seats[p];
        if (active.length === 1) return null;
        return new Set(active.filter((_, i) => marginal[i]! <= upper));
      }),
    );
    this.#pools.keepCommon(kept);
    this.#chains.seats.forEach((seats, s) => {
      for (const p of NTHS) {
        const [seat, stays] = [seats[p], kept[s]![p]];
        if (!stays || stays.size === seat.active.length) continue;
        const keep = Array.from(seat.active, (k) => stays.has(k));
        if (!keep.some(Boolean)) continue; // nothing is left below `upper`: the bound says so
        seats[p] = thinned(seat, keep, this.stages[s]!.choices[p]);
        changed.add(s);
      }
    });
    for (const s of changed) {
      this.#chains.together[s] = this.#chains.tables.together(this.stages[s]!.joint, this.#chains.three(s));
      yield;
    }
    yield* this.#chains.passBackAll();
  }

  /**
   * The least a whole choice can cost with any option that takes no part, over the whole vocabulary, and for each stage
   * and player those that may cost less than `upper`. Where there are none, nothing that was left out matters.
   */
  price(upper: number): Generator<undefined, Priced> {
    return new Pricing(this.#chains, this.#ties).price(upper);
  }

  /** Shares out what the options cost together in a stage anew. */
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
    }) as PerLane<Float64Array>;
    const whole = wholes(table, m);
    const least = leastOf(whole[0]);
    if (least > this.bound) this.bound = least;
    const phi = NTHS.map((p) => {
      const third = new Float64Array(m[p].length);
      for (let c = 0; c < third.length; c += 1) third[c] = Math.floor(whole[p][c]! / 3) - m[p][c]!;
      return third;
    }) as PerLane<Float64Array>;
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
