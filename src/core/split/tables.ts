import { DEVICES } from '../grip/index';
import type { Candidate } from './candidate';
import type { Choices, Slot } from './problem';
import type { Nth, PerPlayer, Seated } from './seats';
import { togetherTable, type Three } from './together-table';
import { wayTable } from './way-table';

/** What three players' candidates cost together, and what others cost with two of them. */
interface Together {
  readonly bass: readonly Candidate[];
  readonly table: Float64Array;
  readonly ones: PerPlayer<Map<string, Float64Array>>;
}

/** Tables that slots with the same candidates share. */
export class Tables {
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
  withOne(slot: Slot, three: Three, one: { p: Nth; candidate: Candidate }): Float64Array {
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

  way(slot: Slot, player: Nth, [from, to]: readonly [Seated, Seated]): Float64Array {
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
