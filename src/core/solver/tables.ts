import {
  kindsOf,
  type Choices,
  type Joint,
  type Nth,
  type Option,
  type PerLane,
  type Stage,
  type Steps,
  type Three,
} from './chain';
import type { Seated } from './seats';
import { wayTable } from './way-table';

/** What three lanes' options cost together, and what others cost with two of them. */
interface Together<T> {
  readonly third: readonly T[];
  readonly table: Float64Array;
  readonly ones: PerLane<Map<number, Float64Array>>;
}

/** Tables that stages with the same options share. */
export class Tables<T extends Option> {
  readonly #together = new WeakMap<Joint<T>, WeakMap<readonly T[], WeakMap<readonly T[], Together<T>[]>>>();
  readonly #ways = new WeakMap<
    readonly T[],
    WeakMap<readonly T[], Map<Steps<T> | 'held' | 'free', Float64Array>>
  >();
  readonly #kinds = new WeakMap<Choices<T>, WeakMap<Choices<T>, Map<Steps<T>, Float64Array>>>();

  together(joint: Joint<T>, three: Three<T>): Float64Array {
    return this.#known(joint, three).table;
  }

  /** The table of one option that is not among them with the options of the two other lanes. */
  withOne(joint: Joint<T>, three: Three<T>, one: { p: Nth; option: T }): Float64Array {
    const ones = this.#known(joint, three).ones[one.p];
    let table = ones.get(one.option.alike);
    if (!table) {
      const reps = three.map((list, q) => (q === one.p ? [one.option] : list)) as unknown as Three<T>;
      ones.set(one.option.alike, (table = joint.table(reps)));
    }
    return table;
  }

  #known(joint: Joint<T>, three: Three<T>): Together<T> {
    const [a, b, c] = three;
    const ofA = made(this.#together, joint, () => new WeakMap());
    const list = made(
      made(ofA, a, () => new WeakMap()),
      b,
      () => [],
    );
    let known = list.find(({ third }) => third === c);
    if (!known) {
      known = { third: c, table: joint.table(three), ones: [new Map(), new Map(), new Map()] };
      list.push(known);
    }
    return known;
  }

  /** As between different ids, but nothing where the same id is of one kind here and of another there. */
  kindSteps(from: Choices<T>, to: Choices<T>, steps: Steps<T>): Float64Array {
    const known = made(
      made(this.#kinds, from, () => new WeakMap()),
      to,
      () => new Map<Steps<T>, Float64Array>(),
    );
    let table = known.get(steps);
    if (!table) {
      table = steps.kinds.slice();
      const kinds = kindsOf(steps);
      const there = new Map(from.options.map((option) => [option.id, option.kind]));
      for (const { id, kind } of to.options) {
        const before = there.get(id);
        if (before === undefined || before === kind) continue;
        table[before * kinds + kind] = 0;
        table[kind * kinds + before] = 0;
      }
      known.set(steps, table);
    }
    return table;
  }

  way(stage: Stage<T>, lane: Nth, [from, to]: readonly [Seated<T>, Seated<T>]): Float64Array {
    const known = made(
      made(this.#ways, from.options, () => new WeakMap()),
      to.options,
      () => new Map<Steps<T> | 'held' | 'free', Float64Array>(),
    );
    const key = stage.held[lane] ? 'held' : (stage.steps[lane] ?? 'free');
    let table = known.get(key);
    if (!table) known.set(key, (table = wayTable(from.options, to.options, { stage, lane })));
    return table;
  }
}

/** What stands under a key, made where there is nothing yet. */
function made<K extends object, V>(map: WeakMap<K, V>, key: K, make: () => V): V {
  let value = map.get(key);
  if (value === undefined) map.set(key, (value = make()));
  return value;
}
