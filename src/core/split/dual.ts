import { DEVICES } from '../grip/index';
import type { Candidate } from './candidate';
import type { Kept } from './lattice';
import type { Choices, Slot } from './problem';
import { togetherTable, type Three } from './together-table';
import { NEVER, stepPoints, stepsOf, wayTable, type Steps } from './way-table';

type Player = 0 | 1 | 2;
type PerPlayer<T> = [T, T, T];
const PLAYERS: readonly Player[] = [0, 1, 2];

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
  readonly #seats: PerPlayer<Seated>[];
  /** Whole songs over the active candidates cost at least so much. */
  bound = -Infinity;
  readonly #together: Float64Array[];
  readonly #tables: Tables;

  /** Starts with every candidate that costs at most `reach` more than the cheapest by itself. */
  constructor(slots: readonly Slot[], reach: number) {
    this.slots = slots;
    this.#tables = new Tables();
    this.#together = slots.map(() => ZERO);
    this.#seats = slots.map((): PerPlayer<Seated> => [NOBODY, NOBODY, NOBODY]);
    this.#seat(
      slots.map((slot) => PLAYERS.map((p) => cheap(slot.choices[p].points, reach)) as PerPlayer<number[]>),
    );
  }

  /**
   * Takes more candidates in, wherever the same choices stand; the potentials of the others stay. The bound starts anew:
   * what was known of fewer candidates does not hold for more.
   */
  grow(found: readonly PerPlayer<readonly number[]>[]): void {
    const more = new Map<Choices, Set<number>>();
    this.slots.forEach((slot, s) => {
      for (const p of PLAYERS) {
        if (found[s]![p].length === 0) continue;
        const known = more.get(slot.choices[p]) ?? new Set();
        for (const k of found[s]![p]) known.add(k);
        more.set(slot.choices[p], known);
      }
    });
    const lists = this.slots.map((slot, s) =>
      PLAYERS.map((p) => {
        const extra = more.get(slot.choices[p]);
        const active = this.#seats[s]![p].active;
        return extra ? [...new Set([...active, ...extra])] : [...active];
      }),
    ) as PerPlayer<number[]>[];
    this.#seat(lists);
    this.bound = -Infinity;
  }

  /** Seats the candidates; a held cell is one choice over its slots and gets what any of them has. */
  #seat(lists: readonly PerPlayer<number[]>[]): void {
    for (const p of PLAYERS) {
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
    this.slots.forEach((slot, s) => {
      const before = this.#seats[s]!;
      const next = PLAYERS.map((p) => {
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
      for (const p of PLAYERS) {
        const old = new Map(before[p].reps.map((rep, c) => [rep.sound, before[p].phi[c]!]));
        // What was not there before gets no more than is allowed whatever the others have.
        let low = 0;
        for (const q of PLAYERS) if (q !== p) low -= Math.max(0, greatest(before[q].phi));
        next[p].phi = Float64Array.from(next[p].reps, (rep) => old.get(rep.sound) ?? Math.min(0, low));
      }
      this.#seats[s] = next;
      this.#together[s] = this.#tables.together(slot, this.#three(s));
    });
  }

  get kept(): Kept {
    return this.#seats.map((seat) => [[...seat[0].active], [...seat[1].active], [...seat[2].active]]);
  }

  /** Least whole song with each active candidate of a slot, as far as the last sweep tells. */
  marginals(s: number, p: Player): readonly number[] {
    const seat = this.#seats[s]![p];
    return Array.from(seat.active, (_, i) => seat.marginal[i]!);
  }

  /** Combinations of classes in the fullest slot. */
  get states(): number {
    return Math.max(...this.#seats.map(([a, b, c]) => a.active.length * b.active.length * c.active.length));
  }

  /** One sweep forward and one back over the chains; how much the bound rose. Yields after every slot or so. */
  *sweep(): Generator<undefined, number> {
    const before = this.bound;
    const n = this.slots.length;
    this.#passBackAll();
    for (let s = 0; s < n; s += 1) {
      this.#passForward(s);
      this.#share(s);
      if (s % 4 === 3) yield;
    }
    for (let s = n - 1; s >= 0; s -= 1) {
      this.#passBack(s);
      this.#share(s);
      if (s % 4 === 3) yield;
    }
    return this.bound - before;
  }

  /** Drops active candidates whose every whole song costs more than `upper`. */
  prune(upper: number): void {
    const changed = new Set<number>();
    this.#seats.forEach((seats, s) => {
      for (const p of PLAYERS) {
        const seat = seats[p];
        if (seat.active.length === 1) continue;
        const keep = Array.from(seat.marginal, (v) => v <= upper);
        if (keep.every(Boolean)) continue;
        if (!keep.some(Boolean)) keep[argLeast(seat.marginal)] = true;
        seats[p] = thinned(seat, keep, this.slots[s]!.choices[p]);
        changed.add(s);
      }
    });
    for (const s of changed) this.#together[s] = this.#tables.together(this.slots[s]!, this.#three(s));
    this.#passBackAll();
    for (let s = 0; s < this.slots.length; s += 1) this.#passForward(s);
  }

  /**
   * The least a whole song can cost with any candidate that is not active, over the whole vocabulary, and for each slot
   * and player those that may cost less than `upper`. Where there are none, nothing that was left out matters.
   */
  price(upper: number): { bound: number; found: readonly PerPlayer<readonly number[]>[] } {
    this.#condition(upper);
    const margins = this.slots.map((): PerPlayer<number> => [PRICE_MARGIN, PRICE_MARGIN, PRICE_MARGIN]);
    const priced = (s: number, p: Player) => this.#pricedOut(s, p, { upper, margin: margins[s]![p] });
    const out = PLAYERS.map((p) => this.slots.map((_, s) => priced(s, p)));
    for (;;) {
      const chains = PLAYERS.map((p) => this.#wildChain(p, out[p]!));
      // Three chains that each cost `alone` or more never cost less than `upper` unless one is this near to its own.
      const gap = upper - chains[0]!.alone - chains[1]!.alone - chains[2]!.alone;
      const rough = new Set<string>();
      /** Those that may matter among active ones alone: with them in, most of the others no longer may. */
      const first = this.slots.map((): PerPlayer<number[]> => [[], [], []]);
      const found = this.slots.map((_, s): PerPlayer<number[]> => {
        const of = (p: Player) => {
          const chain = chains[p]!;
          const most = chain.alone + gap;
          return chain.out[s]!.flatMap((o) => {
            if (costOf(o) < most) chain.refine(o, s);
            const cost = costOf(o);
            if (cost >= most) return [];
            if (!o.isRest) {
              if (this.#aloneWith(s, p, o) < most) first[s]![p].push(o.index);
              return [o.index];
            }
            // What stood for all the others may matter: look at more of them closely.
            margins[s]![p] += most - cost + PRICE_MARGIN;
            rough.add(`${s} ${p}`);
            return [];
          });
        };
        return [of(0), of(1), of(2)];
      });
      if (rough.size > 0) {
        for (const p of PLAYERS) {
          out[p]!.forEach((list, s) => {
            if (rough.has(`${s} ${p}`)) out[p]![s] = priced(s, p);
            else for (const one of list) one.isForwardExact = one.isBackwardExact = false;
          });
        }
        continue;
      }
      // A chain is of active candidates alone, or has one that was left out.
      const all = chains.map((chain) => {
        let cheapest = chain.alone;
        for (const list of chain.out) for (const o of list) cheapest = Math.min(cheapest, costOf(o));
        return cheapest;
      });
      const some = first.some((three) => three.some((list) => list.length > 0));
      return { bound: all[0]! + all[1]! + all[2]!, found: some ? first : found };
    }
  }

  /**
   * Takes back what is given to candidates that are out of the question anyway, so that the greatest potentials stay
   * small: those say how little a candidate that was left out may get. Costs the bound nothing worth speaking of.
   */
  #condition(upper: number): void {
    const n = this.slots.length;
    this.#passBackAll();
    for (let s = 0; s < n; s += 1) this.#passForward(s);
    const least = PLAYERS.map((p) => leastOf(this.#values(n - 1, p)));
    const gap = Math.max(0, upper - least[0]! - least[1]! - least[2]!);
    const most = gap + SPARE;
    // One slot after the other, so that the least chain stays what it is.
    for (let s = 0; s < n; s += 1) {
      this.#passForward(s);
      for (const p of PLAYERS) {
        const seat = this.#seats[s]![p];
        const lowest = new Float64Array(seat.phi.length).fill(Infinity);
        seat.own.forEach((own, i) => {
          const c = seat.cls[i]!;
          lowest[c] = Math.min(lowest[c]!, own + seat.forward[i]! + seat.backward[i]!);
        });
        lowest.forEach((v, c) => {
          const slack = v + seat.phi[c]! - least[p]!;
          if (slack > most) seat.phi[c]! -= Math.floor(slack - most);
        });
      }
    }
    this.#passBackAll();
    for (let s = 0; s < n; s += 1) this.#passForward(s);
  }

  /**
   * One chain with what was left out standing in it: its least cost with active candidates alone, and what each
   * candidate left out costs in it at least. Steps between two that were left out are free. Steps to and from the
   * active ones are worked out only for the cheapest; `refine` does it for another one.
   */
  #wildChain(p: Player, out: readonly (readonly Out[])[]): WildChain {
    const n = this.slots.length;
    const before: Reached[] = [];
    const after: Reached[] = [];
    let from = START;
    for (let s = 0; s < n; s += 1) {
      if (s > 0) from = this.#arriving(from, this.#deviceSteps(s, p), this.#seats[s - 1]![p].candidates);
      before.push(from);
      const reached = s === 0 ? null : this.#stepInto(s, p, from.values);
      for (const one of out[s]!) one.forward = from.arrive[one.device]!;
      const wild = cheapestOut(
        out[s]!,
        (one) => one.forward,
        (one) => {
          one.isForwardExact = true;
          one.forward = s === 0 ? 0 : this.#stepTo(s, p, one, from);
          return one.forward;
        },
      );
      from = this.#reached(s, p, { reached, from, wild });
    }
    from = START;
    for (let s = n - 1; s >= 0; s -= 1) {
      if (s < n - 1)
        from = this.#arriving(from, this.#deviceSteps(s + 1, p), this.#seats[s + 1]![p].candidates);
      after[s] = from;
      const reached = s === n - 1 ? null : this.#stepOut(s, p, from.values);
      for (const one of out[s]!) one.backward = from.arrive[one.device]!;
      const wild = cheapestOut(
        out[s]!,
        (one) => one.backward,
        (one) => {
          one.isBackwardExact = true;
          one.backward = s === n - 1 ? 0 : this.#stepFrom(s, p, one, from);
          return one.backward;
        },
      );
      from = this.#reached(s, p, { reached, from, wild });
    }
    const alone = leastOf(this.#values(n - 1, p));
    const refine = (one: Out, s: number) => {
      if (!one.isForwardExact && s > 0) one.forward = this.#stepTo(s, p, one, before[s]!);
      if (!one.isBackwardExact && s < n - 1) one.backward = this.#stepFrom(s, p, one, after[s]!);
      one.isForwardExact = true;
      one.isBackwardExact = true;
    };
    return { alone, out, refine };
  }

  /** What is reached by the active candidates of a slot, when those left out before it step as their device lets them. */
  #reached(
    s: number,
    p: Player,
    of: { reached: Float64Array | null; from: Reached; wild: Float64Array },
  ): Reached {
    const seat = this.#seats[s]![p];
    const { reached, from } = of;
    const values = seat.own.map((v, i) => {
      const way = reached
        ? Math.min(from.wildArrive[seat.candidates[i]!.device] ?? from.wildLeast, reached[i]!)
        : 0;
      return v + seat.phi[seat.cls[i]!]! + way;
    });
    return { ...START, values, wild: of.wild };
  }

  /** The least with which each device is arrived at over a step, by those left out and by anybody. */
  #arriving(from: Reached, steps: Float64Array | null, active: readonly Candidate[]): Reached {
    const D = DEVICES.length;
    const byActive = new Float64Array(D).fill(Infinity);
    let rest = Infinity; // a rest has no device
    active.forEach((c, i) => {
      const v = from.values[i]!;
      if (c.device < 0) rest = Math.min(rest, v);
      else byActive[c.device] = Math.min(byActive[c.device]!, v);
    });
    const wildArrive = new Float64Array(D).fill(Infinity);
    const arrive = new Float64Array(D).fill(rest);
    for (let d = 0; d < D; d += 1) {
      if (from.wild[d] === Infinity && byActive[d] === Infinity) continue;
      for (let to = 0; to < D; to += 1) {
        const step = steps === null ? 0 : steps[d * D + to]!;
        wildArrive[to] = Math.min(wildArrive[to]!, from.wild[d]! + step);
        arrive[to] = Math.min(arrive[to]!, Math.min(from.wild[d]!, byActive[d]!) + step);
      }
    }
    return { ...from, arrive, wildArrive, wildLeast: leastOf(wildArrive) };
  }

  /** Points + φ of what was left out in a slot, as low as the potentials allow; closely where it may matter. */
  #pricedOut(s: number, p: Player, { upper, margin }: { upper: number; margin: number }): Out[] {
    const { candidates, points } = this.slots[s]!.choices[p];
    const seats = this.#seats[s]!;
    if (candidates.length === seats[p].active.length) return [];
    const n = this.slots.length;
    const here = new Set(seats[p].active);
    const top = PLAYERS.map((q) => greatest(seats[q].phi));
    const over = Math.max(0, top[0]! + top[1]! + top[2]!);
    // Two that were left out, or three, together: nobody costs less than nothing.
    const cap = top[p]! - over / 2;
    // One with active ones: at worst they cost nothing together.
    const crude = Math.floor(top[p]! - over);
    const least = PLAYERS.map((q) => leastOf(this.#values(n - 1, q)));
    const gap = Math.max(0, upper - least[0]! - least[1]! - least[2]!);
    const before = s === 0 ? 0 : leastOf(this.#values(s - 1, p));
    const after = s === n - 1 ? 0 : this.#leastSuffix(s, p);
    const matters = least[p]! + gap + margin - before - after - crude;
    const out: Out[] = [];
    const exact = new Map<string, number>();
    /** The cheapest of each device that is far from mattering stands for its like. */
    const rest = new Map<number, number>();
    for (let k = 0; k < candidates.length; k += 1) {
      if (here.has(k)) continue;
      const { sound, device } = candidates[k]!;
      if (points[k]! >= matters) {
        const known = rest.get(device);
        if (known === undefined || points[k]! < points[known]!) rest.set(device, k);
        continue;
      }
      let phi = exact.get(sound);
      if (phi === undefined) {
        phi = Math.floor(Math.min(cap, this.#exactPhi(s, p, candidates[k]!)));
        exact.set(sound, phi);
      }
      out.push(outOf({ index: k, device, value: points[k]! + phi, isRest: false }));
    }
    for (const [device, k] of rest) {
      out.push(outOf({ index: k, device, value: points[k]! + crude, isRest: true }));
    }
    return out.sort((x, y) => x.value - y.value || x.index - y.index);
  }

  /** What a candidate that was left out costs its chain when all others in it are active. */
  #aloneWith(s: number, p: Player, one: Out): number {
    const n = this.slots.length;
    const to = this.slots[s]!.choices[p].candidates[one.index]!;
    const step = (
      t: number,
      values: Float64Array,
      way: (c: Candidate, steps: Steps | 'held' | 'free') => number,
    ) => {
      const steps = this.#steps(Math.max(s, t), p);
      return leastStep(this.#seats[t]![p].candidates, { values, least: Infinity }, (c) => way(c, steps));
    };
    const before = s === 0 ? 0 : step(s - 1, this.#values(s - 1, p), (c, steps) => stepInto(c, to, steps));
    if (s === n - 1) return before + one.value;
    const next = this.#seats[s + 1]![p];
    const after = next.own.map((v, i) => v + next.phi[next.cls[i]!]! + next.backward[i]!);
    return before + one.value + step(s + 1, after, (c, steps) => stepInto(to, c, steps));
  }

  #leastSuffix(s: number, p: Player): number {
    const seat = this.#seats[s + 1]![p];
    let best = Infinity;
    for (let i = 0; i < seat.own.length; i += 1) {
      best = Math.min(best, seat.own[i]! + seat.phi[seat.cls[i]!]! + seat.backward[i]!);
    }
    return best;
  }

  /** The greatest potential a candidate may have beside the active ones of the other two. */
  #exactPhi(s: number, p: Player, candidate: Candidate): number {
    const seats = this.#seats[s]!;
    const table = this.#tables.withOne(this.slots[s]!, this.#three(s), { p, candidate });
    const phi = PLAYERS.map((q) => (q === p ? ZERO_ONE : seats[q].phi)) as PerPlayer<Float64Array>;
    return leastOf(residual(table, phi, p));
  }

  /** Least cost of a chain up to and with each active candidate of a slot. */
  #values(s: number, p: Player): Float64Array {
    const seat = this.#seats[s]![p];
    return seat.own.map((v, i) => v + seat.phi[seat.cls[i]!]! + seat.forward[i]!);
  }

  #stepTo(s: number, p: Player, one: Out, from: Reached): number {
    if (one.isRest) return from.arrive[one.device]!;
    const slot = this.slots[s]!;
    const to = slot.choices[p].candidates[one.index]!;
    const steps = this.#steps(s, p);
    return leastStep(
      this.#seats[s - 1]![p].candidates,
      { values: from.values, least: from.wildArrive[one.device]! },
      (k) => stepInto(k, to, steps),
    );
  }

  #stepFrom(s: number, p: Player, one: Out, to: Reached): number {
    if (one.isRest) return to.arrive[one.device]!;
    const from = this.slots[s]!.choices[p].candidates[one.index]!;
    const steps = this.#steps(s + 1, p);
    return leastStep(
      this.#seats[s + 1]![p].candidates,
      { values: to.values, least: to.wildArrive[one.device]! },
      (k) => stepInto(from, k, steps),
    );
  }

  /** What a step into slot s costs at least from device to device, the same both ways; null where it may be free. */
  #deviceSteps(s: number, p: Player): Float64Array | null {
    const steps = this.#steps(s, p);
    if (typeof steps === 'string') return null;
    return this.#tables.deviceSteps(this.slots[s - 1]!.choices[p], this.slots[s]!.choices[p], steps.devices);
  }

  /** Null for a held cell; free where nothing is played before the slot. */
  #steps(s: number, p: Player): Steps | 'held' | 'free' {
    const slot = this.slots[s]!;
    if (slot.held[p]) return 'held';
    if (slot.secondsBefore === null) return 'free';
    const { instrument, role } = slot.seats[p];
    return stepsOf({ instrument, seconds: slot.secondsBefore, moving: role.moving });
  }

  /** Values carried over the step into slot s. */
  #stepInto(s: number, p: Player, values: Float64Array): Float64Array {
    const way = this.#way(s, p);
    const n = this.#seats[s]![p].active.length;
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
  #stepOut(s: number, p: Player, values: Float64Array): Float64Array {
    const way = this.#way(s + 1, p);
    const m = values.length;
    const n = this.#seats[s]![p].active.length;
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

  #passForward(s: number): void {
    for (const p of PLAYERS) {
      const seat = this.#seats[s]![p];
      seat.forward =
        s === 0 ? new Float64Array(seat.own.length) : this.#stepInto(s, p, this.#values(s - 1, p));
    }
  }

  #passBack(s: number): void {
    for (const p of PLAYERS) {
      const seat = this.#seats[s]![p];
      if (s === this.slots.length - 1) {
        seat.backward = new Float64Array(seat.own.length);
        continue;
      }
      const next = this.#seats[s + 1]![p];
      const values = next.own.map((v, i) => v + next.phi[next.cls[i]!]! + next.backward[i]!);
      seat.backward = this.#stepOut(s, p, values);
    }
  }

  #passBackAll(): void {
    for (let s = this.slots.length - 1; s >= 0; s -= 1) this.#passBack(s);
  }

  /** Shares out what the players cost together in a slot anew. */
  #share(s: number): void {
    const seats = this.#seats[s]!;
    const table = this.#together[s]!;
    /** Least chain through each class, without its potential. */
    const m = PLAYERS.map((p) => {
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
    const phi = PLAYERS.map((p) =>
      whole[p].map((v, c) => Math.floor(v / 3) - m[p][c]!),
    ) as PerPlayer<Float64Array>;
    for (const p of PLAYERS) phi[p] = residual(table, phi, p);
    for (const p of PLAYERS) {
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

  #way(s: number, p: Player): Float64Array {
    return this.#tables.way(this.slots[s]!, p, [this.#seats[s - 1]![p], this.#seats[s]![p]]);
  }

  #three(s: number): Three {
    const seats = this.#seats[s]!;
    return [seats[0].reps, seats[1].reps, seats[2].reps];
  }
}

/** One player in one slot. */
interface Seated {
  /** Active candidates, as indices into the choices. */
  readonly active: Int32Array;
  readonly candidates: readonly Candidate[];
  readonly own: Float64Array;
  /** The class of each active candidate, and one candidate for each class. */
  readonly cls: Int32Array;
  readonly reps: readonly Candidate[];
  phi: Float64Array;
  forward: Float64Array;
  backward: Float64Array;
  marginal: Float64Array;
}

/** A candidate that was left out, with what it costs one chain at least. */
interface Out {
  readonly index: number;
  readonly device: number;
  readonly value: number;
  forward: number;
  backward: number;
  isForwardExact: boolean;
  isBackwardExact: boolean;
  /** Stands for all that are far from mattering: its steps are free. */
  readonly isRest: boolean;
}

function outOf(of: Pick<Out, 'index' | 'device' | 'value' | 'isRest'>): Out {
  return { ...of, forward: 0, backward: 0, isForwardExact: false, isBackwardExact: false };
}

function costOf(one: Out): number {
  return one.value + one.forward + one.backward;
}

/** Least costs of a chain up to a slot, and over the step to the next one. */
interface Reached {
  /** By each active candidate, and by those left out of each device. */
  readonly values: Float64Array;
  readonly wild: Float64Array;
  /** Arriving at each device from anybody, and from those left out. */
  readonly arrive: Float64Array;
  readonly wildArrive: Float64Array;
  readonly wildLeast: number;
}

interface WildChain {
  /** Least cost with active candidates alone. */
  readonly alone: number;
  readonly out: readonly (readonly Out[])[];
  readonly refine: (one: Out, s: number) => void;
}

/** The least of those left out with their step, for each device; only steps that may be the least are worked out. */
function cheapestOut(
  out: readonly Out[],
  rough: (one: Out) => number,
  exact: (one: Out) => number,
): Float64Array {
  const best = new Float64Array(DEVICES.length).fill(Infinity);
  for (const one of out) {
    if (one.value + rough(one) >= best[one.device]!) continue;
    best[one.device] = Math.min(best[one.device]!, one.value + exact(one));
  }
  return best;
}

const ZERO = new Float64Array(0);
const NOBODY: Seated = {
  active: new Int32Array(0),
  candidates: [],
  own: ZERO,
  cls: new Int32Array(0),
  reps: [],
  phi: ZERO,
  forward: ZERO,
  backward: ZERO,
  marginal: ZERO,
};
const ZERO_ONE = new Float64Array(1);
const START: Reached = {
  values: ZERO,
  wild: new Float64Array(DEVICES.length).fill(Infinity),
  arrive: new Float64Array(DEVICES.length),
  wildArrive: new Float64Array(DEVICES.length),
  wildLeast: 0,
};
/** Candidates keep at least so much more than the least chain when potentials are taken back. */
const SPARE = 50;
/** Candidates this much beyond what can matter are priced closely too, so that the bound stays near. */
const PRICE_MARGIN = 60;

/** What three players' candidates cost together, and what others cost with two of them. */
interface Together {
  readonly bass: readonly Candidate[];
  readonly table: Float64Array;
  readonly ones: PerPlayer<Map<string, Float64Array>>;
}

/** Tables that slots with the same candidates share. */
class Tables {
  readonly #together = new WeakMap<
    readonly Candidate[],
    WeakMap<readonly Candidate[], Map<string, Together[]>>
  >();
  readonly #ways = new WeakMap<
    readonly Candidate[],
    WeakMap<readonly Candidate[], Map<string, Float64Array>>
  >();

  readonly #devices = new WeakMap<
    Choices,
    WeakMap<Choices, { different: Float64Array; steps: Float64Array }>
  >();

  together(slot: Slot, three: Three): Float64Array {
    return this.#known(slot, three).table;
  }

  /** The table of one candidate that is not among them with the candidates of the two other players. */
  withOne(slot: Slot, three: Three, one: { p: Player; candidate: Candidate }): Float64Array {
    const ones = this.#known(slot, three).ones[one.p];
    let table = ones.get(one.candidate.sound);
    if (!table) {
      const reps = three.map((list, q) => (q === one.p ? [one.candidate] : list)) as unknown as Three;
      ones.set(one.candidate.sound, (table = togetherTable(slot, reps)));
    }
    return table;
  }

  #known(slot: Slot, three: Three): Together {
    const [a, b, c] = three;
    let ofA = this.#together.get(a);
    if (!ofA) this.#together.set(a, (ofA = new WeakMap()));
    let ofB = ofA.get(b);
    if (!ofB) ofA.set(b, (ofB = new Map()));
    const key = `${slot.isEnd} ${slot.plan.separation} ${slot.missingThird} ${slot.seats.map((s) => s.ticks).join()}`;
    let list = ofB.get(key);
    if (!list) ofB.set(key, (list = []));
    let known = list.find(({ bass }) => bass === c);
    if (!known) {
      known = { bass: c, table: togetherTable(slot, three), ones: [new Map(), new Map(), new Map()] };
      list.push(known);
    }
    return known;
  }

  /** As between different grips, but nothing where the same frets are one device here and another there. */
  deviceSteps(from: Choices, to: Choices, different: Float64Array): Float64Array {
    let known = this.#devices.get(from);
    if (!known) this.#devices.set(from, (known = new WeakMap()));
    const hit = known.get(to);
    if (hit?.different === different) return hit.steps;
    const D = DEVICES.length;
    const steps = different.slice();
    const there = new Map(from.candidates.map((c) => [c.packed, c.device]));
    for (const { packed, device } of to.candidates) {
      const before = there.get(packed);
      if (before === undefined || before === device || before < 0 || device < 0) continue;
      steps[before * D + device] = 0;
      steps[device * D + before] = 0;
    }
    known.set(to, { different, steps });
    return steps;
  }

  way(slot: Slot, player: Player, [from, to]: readonly [Seated, Seated]): Float64Array {
    let ofFrom = this.#ways.get(from.candidates);
    if (!ofFrom) this.#ways.set(from.candidates, (ofFrom = new WeakMap()));
    let ofTo = ofFrom.get(to.candidates);
    if (!ofTo) ofFrom.set(to.candidates, (ofTo = new Map()));
    const key = `${slot.secondsBefore} ${slot.held[player]} ${slot.seats[player].role.moving}`;
    let table = ofTo.get(key);
    if (!table) {
      table = wayTable(from.candidates, to.candidates, { slot, player });
      ofTo.set(key, table);
    }
    return table;
  }
}

type Active = Pick<Seated, 'active' | 'candidates' | 'cls' | 'reps'>;

function cheap(points: readonly number[], reach: number): number[] {
  let least = Infinity;
  for (const v of points) if (v < least) least = v;
  return points.flatMap((v, k) => (v <= least + reach ? [k] : []));
}

function activeOf({ candidates }: Choices, indices: readonly number[]): Active {
  const classes = new Map<string, number>();
  const reps: Candidate[] = [];
  const list = indices.map((k) => candidates[k]!);
  const cls = Int32Array.from(list, (c) => {
    const key = c.sound;
    let id = classes.get(key);
    if (id === undefined) {
      classes.set(key, (id = reps.length));
      reps.push(c);
    }
    return id;
  });
  return { active: Int32Array.from(indices), candidates: list, cls, reps };
}

function seated(active: Active, { points }: Choices): Seated {
  return {
    ...active,
    own: Float64Array.from(active.active, (k) => points[k]!),
    phi: new Float64Array(active.reps.length),
    forward: ZERO,
    backward: ZERO,
    marginal: ZERO,
  };
}

/** A seat with only some of its candidates; potentials stay. */
function thinned(seat: Seated, keep: readonly boolean[], choices: Choices): Seated {
  const stays = Array.from(seat.active).filter((_, i) => keep[i]);
  const active = activeOf(choices, stays);
  const phiOf = new Map(seat.reps.map((rep, c) => [rep.sound, seat.phi[c]!]));
  return {
    ...seated(active, choices),
    phi: Float64Array.from(active.reps, (rep) => phiOf.get(rep.sound)!),
    marginal: seat.marginal.filter((_, i) => keep[i]),
  };
}

/** Least of together + chains through each class of each player. */
function wholes(table: Float64Array, m: PerPlayer<Float64Array>): PerPlayer<Float64Array> {
  const [ma, mb, mc] = m;
  const [A, B, C] = [ma.length, mb.length, mc.length];
  const [wa, wb, wc] = [
    new Float64Array(A),
    new Float64Array(B).fill(Infinity),
    new Float64Array(C).fill(Infinity),
  ];
  let k = 0;
  for (let a = 0; a < A; a += 1) {
    let leastA = Infinity;
    for (let b = 0; b < B; b += 1) {
      const both = ma[a]! + mb[b]!;
      let leastB = Infinity;
      for (let c = 0; c < C; c += 1) {
        const v = table[k]! + both + mc[c]!;
        if (v < leastB) leastB = v;
        if (v < wc[c]!) wc[c] = v;
        k += 1;
      }
      if (leastB < leastA) leastA = leastB;
      if (leastB < wb[b]!) wb[b] = leastB;
    }
    wa[a] = leastA;
  }
  return [wa, wb, wc];
}

/** The greatest potentials one player may have beside those of the other two. */
function residual(table: Float64Array, phi: PerPlayer<Float64Array>, to: Player): Float64Array {
  const [A, B, C] = [phi[0].length, phi[1].length, phi[2].length];
  const [fa, fb, fc] = phi;
  const rest = new Float64Array(phi[to].length).fill(Infinity);
  let k = 0;
  for (let a = 0; a < A; a += 1) {
    const base = to === 0 ? 0 : fa[a]!;
    for (let b = 0; b < B; b += 1) {
      const both = to === 1 ? base : base + fb[b]!;
      if (to === 2) {
        for (let c = 0; c < C; c += 1) {
          const v = table[k]! - both;
          if (v < rest[c]!) rest[c] = v;
          k += 1;
        }
        continue;
      }
      let least = Infinity;
      for (let c = 0; c < C; c += 1) {
        const v = table[k]! - fc[c]!;
        if (v < least) least = v;
        k += 1;
      }
      const i = to === 0 ? a : b;
      if (least - both < rest[i]!) rest[i] = least - both;
    }
  }
  return rest;
}

function leastStep(
  active: readonly Candidate[],
  { values, least }: { values: Float64Array; least: number },
  way: (candidate: Candidate) => number,
): number {
  let best = least;
  for (let i = 0; i < active.length; i += 1) {
    if (values[i]! >= best) continue; // ways cost nothing at least
    const v = values[i]! + way(active[i]!);
    if (v < best) best = v;
  }
  return best;
}

function stepInto(from: Candidate, to: Candidate, steps: Steps | 'held' | 'free'): number {
  if (steps === 'held') return from === to ? 0 : NEVER;
  return steps === 'free' ? 0 : stepPoints(from, to, steps);
}

function greatest(values: Float64Array): number {
  let most = -Infinity;
  for (const v of values) if (v < NEVER / 2 && v > most) most = v;
  return most === -Infinity ? 0 : most;
}

function leastOf(values: Float64Array): number {
  let best = Infinity;
  for (const v of values) if (v < best) best = v;
  return best;
}

function argLeast(values: Float64Array): number {
  let best = 0;
  for (let i = 1; i < values.length; i += 1) if (values[i]! < values[best]!) best = i;
  return best;
}
